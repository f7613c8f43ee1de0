import { wholeFile, type Edit } from '../../edits/edit.ts';
import { joinPointer } from '../../formats/json-pointer.ts';
import type { Ground } from '../../joints/ground.ts';
import type { Growth, KindGrowth, PlainName, Standing } from '../../joints/growth.ts';
import { namespaceOf, ownClassFile } from '../../joints/php-names.ts';
import { ownSources } from '../../joints/own-sources.ts';
import { answersOnly, templateComponents } from '../../joints/template-parts.ts';
import { controllersOf, listedRoutes, readsControllers, routeFiles, type Controller } from './symfony-routes.ts';

/** What grows in an app built with Symfony (its docs, "Controller", "Routing", "Creating and Using Templates"). */
export function symfonyGrowth(ground: Ground): Growth {
  const controllers = controllersOf(ground);
  const templates = ground.inHost('templates');
  const hasTemplates = ground.finds('symfony/twig-bundle') && ground.names(templates).length > 0;
  const page = () => kindOf(ground, controllers, 'page');
  return {
    page: () => (hasTemplates || controllers.some(shows) ? page() : undefined),
    endpoint: () => kindOf(ground, controllers, 'endpoint'),
    component: () =>
      hasTemplates
        ? {
            ...templateComponents(ground, {
              folder: templates,
              ending: '.html.twig',
              first: (_, snake) => `${templates}/_${snake}.html.twig`,
            }),
            usual: 'snake',
          }
        : undefined,
  };
}

/** Whether a controller shows pages. */
function shows({ text }: Pick<Controller, 'text'>): boolean {
  return /->render\w*\s*\(|[[@]Template\b/.test(text);
}

function kindOf(ground: Ground, controllers: readonly Controller[], part: 'page' | 'endpoint'): KindGrowth {
  const listed = listedRoutes(ground, controllers);
  // One that answers at several addresses shows none of them alone.
  const own = controllers.flatMap(({ file, name, routes, answers }): Standing[] =>
    answers === 1 && routes[0] ? [{ address: routes[0].address, file, name, states: true }] : [],
  );
  const all = [...own, ...listed.filter(({ file }) => listed.filter((one) => one.file === file).length === 1)];
  const isPage = ({ file }: Standing): boolean => shows({ text: ground.text(file) ?? '' });
  const taken = new Map(
    [...controllers.flatMap(({ file, routes }) => routes.map(({ address }) => ({ address, file }))), ...listed].map(
      ({ address = '', file }) => [address, file],
    ),
  );
  const states = own.length > 0 || readsControllers(ground);
  const actions = new Map([
    ...listed.map(({ file, action }) => [file, action] as const),
    ...controllers.flatMap(({ file, routes }) => routes.map(({ action }) => [file, action] as const)),
  ]);
  return {
    standing: all.filter((one) => isPage(one) === (part === 'page')),
    taken,
    numbered: true,
    usual: 'snake',
    brings: (file) => templatesOf(ground, file),
    leadsNowhere: (brought) => ownClassFile(ground, brought)?.isThere === false,
    does: (text) => /\breturn\b/.test(text),
    isPlain: answersOnly,
    plainText: (name, file) =>
      plainController(ground, name, file, { part, states, action: actions.get(file) ?? '__invoke' }),
    beside: part === 'page' ? (name) => [plainTemplate(ground, name)] : undefined,
    first: (name, address) => ({
      file: ground.inHost(`src/Controller/${name.pascal}Controller.php`),
      ties: [],
      edits: states ? [] : listing(ground, name, address),
    }),
  };
}

/** The templates that a controller shows, by their names. */
function templatesOf(ground: Ground, file: string): string[] {
  return [...(ground.text(file) ?? '').matchAll(/(["'])([\w@/.-]+\.twig)\1/g)]
    .map(([, , name = '']) => ground.inHost(`templates/${name}`))
    .filter((one) => ground.has(one));
}

/** Without routes in controllers each is listed in a file. */
function listing(ground: Ground, { pascal, snake }: PlainName, address: string): Edit[] {
  const file = routeFiles(ground)[0] ?? ground.inHost('config/routes.yaml');
  const home = namespaceOf(ground, ground.inHost(`src/Controller/${pascal}Controller.php`)) ?? 'App\\Controller';
  const value = { path: address, controller: `${home}\\${pascal}Controller` };
  return [{ file, format: 'yaml', operation: { op: 'set', pointer: joinPointer([snake]), value }, seed: '' }];
}

/** How an app states the route of a controller. */
interface Stating {
  part: 'page' | 'endpoint';
  /** The controllers state their own; else they are listed. */
  states: boolean;
  /** What answers in the controller that a new one is like. */
  action: string;
}

/** The class that states a route, which has a new name since Symfony 6.4. */
function routeClass(ground: Ground): string {
  return `Symfony\\Component\\Routing\\${isSince(ground, 6, 4) ? 'Attribute' : 'Annotation'}\\Route`;
}

function isSince(ground: Ground, major: number, minor: number): boolean {
  const [own = 0, ownMinor = 0] = (ground.versionOf('symfony/framework-bundle') ?? '').split('.').map(Number);
  return own > major || (own === major && ownMinor >= minor);
}

/** A route as its class states it: in an attribute since Symfony 5.2, before that in a comment. */
function statedRoute(ground: Ground, { kebab, snake }: PlainName, indent: string): string {
  const stated = isSince(ground, 5, 2)
    ? [`#[Route('/${kebab}', name: '${snake}')]`]
    : ['/**', ` * @Route("/${kebab}", name="${snake}")`, ' */'];
  return stated.map((line) => `${indent}${line}\n`).join('');
}

function plainController(ground: Ground, name: PlainName, file: string, { part, states, action }: Stating): string {
  const { pascal, snake } = name;
  const namespace = namespaceOf(ground, file) ?? 'App\\Controller';
  const response = part === 'page' ? 'Response' : 'JsonResponse';
  const answer = part === 'page' ? `$this->render('${snake}.html.twig')` : '$this->json([])';
  const uses = [
    'Symfony\\Bundle\\FrameworkBundle\\Controller\\AbstractController',
    `Symfony\\Component\\HttpFoundation\\${response}`,
    ...(states ? [routeClass(ground)] : []),
  ];
  const isWhole = action === '__invoke';
  const above = states && isWhole ? statedRoute(ground, name, '') : '';
  const within = states && !isWhole ? statedRoute(ground, name, '    ') : '';
  return [
    `<?php\n\nnamespace ${namespace};\n\n${uses.map((one) => `use ${one};\n`).join('')}\n`,
    `${above}final class ${file.endsWith('Controller.php') ? `${pascal}Controller` : pascal} extends AbstractController\n{\n`,
    `${within}    public function ${action}(): ${response}\n    {\n        return ${answer};\n    }\n}\n`,
  ].join('');
}

/** The template that most others extend. */
function usualFrame(ground: Ground): string | undefined {
  const frames = [...ownSources(ground, /\.html\.twig$/)].flatMap(
    ({ text }) => /\{%-?\s*extends\s+['"]([\w./-]+)['"]/.exec(text)?.[1] ?? [],
  );
  const count = (name: string): number => frames.filter((one) => one === name).length;
  const usual = frames.reduce((best, one) => (count(one) > count(best) ? one : best), frames[0] ?? 'base.html.twig');
  return ground.has(ground.inHost(`templates/${usual}`)) ? usual : undefined;
}

/** A template with nothing but its heading, in the frame that most others have. */
function plainTemplate(ground: Ground, { snake, sentence }: PlainName): Edit {
  const file = ground.inHost(`templates/${snake}.html.twig`);
  const frame = usualFrame(ground);
  const base = frame === undefined ? '' : (ground.text(ground.inHost(`templates/${frame}`)) ?? '');
  const block = (name: string): boolean => new RegExp(`\\{%-?\\s*block ${name}\\b`).test(base);
  const body = ['body', 'content', 'main'].find((name) => block(name));
  if (frame === undefined || body === undefined)
    return wholeFile(
      file,
      `<!doctype html>\n<html lang="en">\n    <head>\n        <meta charset="utf-8">\n        <meta name="viewport" content="width=device-width, initial-scale=1">\n        <title>${sentence}</title>\n    </head>\n    <body>\n        <h1>${sentence}</h1>\n    </body>\n</html>\n`,
    );
  const title = block('title') ? `{% block title %}${sentence}{% endblock %}\n\n` : '';
  return wholeFile(
    file,
    `{% extends '${frame}' %}\n\n${title}{% block ${body} %}\n    <h1>${sentence}</h1>\n{% endblock %}\n`,
  );
}
