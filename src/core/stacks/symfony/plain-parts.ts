import { byCount } from '../../by-count.ts';
import { wholeFile, type Edit } from '../../edits/edit.ts';
import type { Ground } from '../../joints/ground.ts';
import type { PlainName } from '../../joints/growth.ts';
import { ownSources } from '../../joints/own-sources.ts';
import { namespaceOf } from '../../joints/php-names.ts';
import { strictLine } from '../../joints/php-strict.ts';
import { plainDocument } from '../../joints/template-parts.ts';
import type { Frame } from '../../joints/traits.ts';
import { isSince } from './symfony-version.ts';

/** How an app states the route of a controller. */
export interface Stating {
  part: 'page' | 'endpoint';
  /** The controllers state their own; else they are listed. */
  states: boolean;
  /** What answers in the controller that a new one is like. */
  action: string;
  /** The template that it shows, and the path that it states, where these are not by its name. */
  view?: string | undefined;
  path?: string | undefined;
}

/** The class that states a route, which has a new name since Symfony 6.4. */
export function routeClass(ground: Ground): string {
  return `Symfony\\Component\\Routing\\${isSince(ground, 6, 4) ? 'Attribute' : 'Annotation'}\\Route`;
}

/** A route as its class states it: in an attribute since Symfony 5.2, before that in a comment. */
export function statedRoute(ground: Ground, { snake }: Pick<PlainName, 'snake'>, path: string, indent: string): string {
  const stated = isSince(ground, 5, 2)
    ? [`#[Route('${path}', name: '${snake}')]`]
    : ['/**', ` * @Route("${path}", name="${snake}")`, ' */'];
  return stated.map((line) => `${indent}${line}\n`).join('');
}

/** A controller that does nothing but show its template, or answer with an empty list. */
export function plainController(
  ground: Ground,
  name: PlainName,
  file: string,
  { part, states, action, view, path }: Stating,
): string {
  const { pascal, snake, kebab } = name;
  const at = path ?? `/${kebab}`;
  const namespace = namespaceOf(ground, file) ?? 'App\\Controller';
  const response = part === 'page' ? 'Response' : 'JsonResponse';
  const answer = part === 'page' ? `$this->render('${view ?? `${snake}.html.twig`}')` : '$this->json([])';
  const uses = [
    'Symfony\\Bundle\\FrameworkBundle\\Controller\\AbstractController',
    `Symfony\\Component\\HttpFoundation\\${response}`,
    ...(states ? [routeClass(ground)] : []),
  ];
  const isWhole = action === '__invoke';
  const above = states && isWhole ? statedRoute(ground, name, at, '') : '';
  const within = states && !isWhole ? statedRoute(ground, name, at, '    ') : '';
  return [
    `<?php\n\n${strictLine(ground, file)}namespace ${namespace};\n\n${uses.map((one) => `use ${one};\n`).join('')}\n`,
    `${above}final class ${file.endsWith('Controller.php') ? `${pascal}Controller` : pascal} extends AbstractController\n{\n`,
    `${within}    public function ${action}(): ${response}\n    {\n        return ${answer};\n    }\n}\n`,
  ].join('');
}

/** The template that most others extend. */
export function usualFrame(ground: Ground): string | undefined {
  const frames = [...ownSources(ground, /\.html\.twig$/)].flatMap(
    ({ text }) => /\{%-?\s*extends\s+['"]([\w./-]+)['"]/.exec(text)?.[1] ?? [],
  );
  const [usual = 'base.html.twig'] = byCount(frames);
  return ground.has(ground.inHost(`templates/${usual}`)) ? usual : undefined;
}

/** A template with nothing but its heading, in the frame that most others have. */
export function plainTemplate(
  ground: Ground,
  { snake, sentence }: PlainName,
  file = ground.inHost(`templates/${snake}.html.twig`),
): Edit {
  return framedTemplate(ground, sentence, [], file);
}

/** The frame that most templates have: what stands before and behind a page's content, with `title` as its title. */
export function twigFrame(ground: Ground): Frame {
  const { frame, block, titled } = framing(ground);
  const body = bodyBlock(ground, block);
  if (frame !== undefined && body !== undefined) {
    const title = titled === undefined ? '' : `{% block ${titled} %}{{ title }}{% endblock %}\n\n`;
    return { begin: `{% extends '${frame}' %}\n\n${title}{% block ${body} %}\n`, end: '{% endblock %}\n' };
  }
  const [begin = '', end = ''] = plainDocument('{{ title }}', 'en', ['§']).split(/ *<h1>.*<\/h1>\n\s*§\n/);
  return { begin, end };
}

function framing(ground: Ground) {
  const frame = usualFrame(ground);
  const base = frame === undefined ? '' : (ground.text(ground.inHost(`templates/${frame}`)) ?? '');
  const block = (name: string): boolean => new RegExp(`\\{%-?\\s*block ${name}\\b`).test(base);
  const inTitle = /<title[^>]*>[^<]*?\{%-?\s*block\s+(\w+)/.exec(base)?.[1];
  return { frame, block, titled: inTitle ?? (block('title') ? 'title' : undefined) };
}

/** The block of the frame for what is a page's own: one that is called so, else the one that most others fill. */
function bodyBlock(ground: Ground, block: (name: string) => boolean): string | undefined {
  const usual = ['body', 'content', 'main'].find((name) => block(name));
  if (usual !== undefined) return usual;
  const filled = [...ownSources(ground, /\.html\.twig$/)]
    .filter(({ text }) => /\{%-?\s*extends\b/.test(text))
    .flatMap(({ text }) => [...text.matchAll(/\{%-?\s*block\s+(\w+)\s*-?%\}/g)].map(([, name = '']) => name))
    .filter((name) => block(name) && !/title|head|meta|script|style|css|js/i.test(name));
  return byCount(filled)[0];
}

/** A template with its heading and some lines below it, in the frame that most others have. */
export function framedTemplate(ground: Ground, sentence: string, below: readonly string[], file: string): Edit {
  const { frame, block, titled } = framing(ground);
  const body = bodyBlock(ground, block);
  if (frame === undefined || body === undefined)
    return wholeFile(file, plainDocument(sentence, 'en', below.length === 0 ? [] : ['', ...below]));
  const rest = (below.length === 0 ? [] : ['', ...below])
    .map((line) => (line === '' ? '\n' : `    ${line}\n`))
    .join('');
  const title = titled === undefined ? '' : `{% block ${titled} %}${sentence}{% endblock %}\n\n`;
  return wholeFile(
    file,
    `{% extends '${frame}' %}\n\n${title}{% block ${body} %}\n    <h1>${sentence}</h1>\n${rest}{% endblock %}\n`,
  );
}
