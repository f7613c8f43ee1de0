import { wholeFile, type Edit } from '../../edits/edit.ts';
import { joinPointer } from '../../formats/json-pointer.ts';
import type { Ground } from '../../joints/ground.ts';
import type { Growth, KindGrowth, PlainName, Standing } from '../../joints/growth.ts';
import { namespaceOf, ownClassFile } from '../../joints/php-names.ts';
import { templateComponents } from '../../joints/template-parts.ts';
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
    answers === 1 && routes[0] ? [{ address: routes[0].address, file, name }] : [],
  );
  const all = [...own, ...listed.filter(({ file }) => listed.filter((one) => one.file === file).length === 1)];
  const isPage = ({ file }: Standing): boolean => shows({ text: ground.text(file) ?? '' });
  const taken = new Map(
    [...controllers.flatMap(({ file, routes }) => routes.map(({ address }) => ({ address, file }))), ...listed].map(
      ({ address = '', file }) => [address, file],
    ),
  );
  const states = own.length > 0 || readsControllers(ground);
  return {
    standing: all.filter((one) => isPage(one) === (part === 'page')),
    taken,
    numbered: true,
    usual: 'snake',
    brings: (file) => templatesOf(ground, file),
    leadsNowhere: (brought) => ownClassFile(ground, brought)?.isThere === false,
    does: (text) => /\breturn\b/.test(text),
    plainText: (name, file) => plainController(ground, name, file, { part, states }),
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

/** Which class states a route: it has a new name since Symfony 6.4, and is an attribute since 5.2. */
function routeClass(ground: Ground): string {
  const [major = 0, minor = 0] = (ground.versionOf('symfony/framework-bundle') ?? '').split('.').map(Number);
  return major > 6 || (major === 6 && minor >= 4) ? 'Attribute' : 'Annotation';
}

function plainController(
  ground: Ground,
  { kebab, snake }: PlainName,
  file: string,
  { part, states }: { part: 'page' | 'endpoint'; states: boolean },
): string {
  const namespace = namespaceOf(ground, file) ?? 'App\\Controller';
  const name = file.slice(file.lastIndexOf('/') + 1, -'.php'.length);
  const response = part === 'page' ? 'Response' : 'JsonResponse';
  const answer = part === 'page' ? `$this->render('${snake}.html.twig')` : '$this->json([])';
  const lines = [
    'use Symfony\\Bundle\\FrameworkBundle\\Controller\\AbstractController;',
    `use Symfony\\Component\\HttpFoundation\\${response};`,
    ...(states ? [`use Symfony\\Component\\Routing\\${routeClass(ground)}\\Route;`] : []),
  ];
  const route = states ? `#[Route('/${kebab}', name: '${snake}')]\n` : '';
  return `<?php\n\nnamespace ${namespace};\n\n${lines.join('\n')}\n\n${route}final class ${name} extends AbstractController\n{\n    public function __invoke(): ${response}\n    {\n        return ${answer};\n    }\n}\n`;
}

/** A template with nothing but its heading, in the frame that most others have. */
function plainTemplate(ground: Ground, { snake, sentence }: PlainName): Edit {
  const file = ground.inHost(`templates/${snake}.html.twig`);
  const frame = 'base.html.twig';
  const base = ground.text(ground.inHost(`templates/${frame}`));
  const block = (name: string): boolean => new RegExp(`\\{%-?\\s*block ${name}\\b`).test(base ?? '');
  const body = ['body', 'content', 'main'].find((name) => block(name));
  if (body === undefined)
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
