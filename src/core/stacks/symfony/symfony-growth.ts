import type { Edit } from '../../edits/edit.ts';
import { joinPointer } from '../../formats/json-pointer.ts';
import type { Ground } from '../../joints/ground.ts';
import type { Growth, KindGrowth, PlainName, Standing } from '../../joints/growth.ts';
import { namespaceOf, ownClassFile } from '../../joints/php-names.ts';
import { answersOnly, givenToTemplate, templateComponents } from '../../joints/template-parts.ts';
import { plainController, plainTemplate } from './plain-parts.ts';
import { symfonyBundles } from './symfony-bundles.ts';
import { symfonyLayout } from './symfony-layout.ts';
import { controllersOf, listedRoutes, readsControllers, routeFiles, type Controller } from './symfony-routes.ts';

/** What grows in an app built with Symfony (its docs, "Controller", "Routing", "Creating and Using Templates"). */
export function symfonyGrowth(ground: Ground): Growth {
  let known: Controller[] | undefined;
  // All sources are read for them: only where something asks, and once.
  const controllers = (): Controller[] => (known ??= controllersOf(ground));
  const templates = ground.inHost('templates');
  const hasTemplates = ground.finds('symfony/twig-bundle') && ground.names(templates).length > 0;
  const page = () => kindOf(ground, controllers(), 'page');
  return {
    page: () => (hasTemplates || controllers().some(shows) ? page() : undefined),
    endpoint: () => kindOf(ground, controllers(), 'endpoint'),
    bundle: () => symfonyBundles(ground),
    layout: () => (hasTemplates ? symfonyLayout(ground, page()) : undefined),
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
    answers === 1 && routes[0]
      ? [{ address: routes[0].address, file, name, called: routes[0].called, states: true }]
      : [],
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
    gives: givenToTemplate,
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
