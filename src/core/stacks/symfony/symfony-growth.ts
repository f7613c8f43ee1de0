import { once } from '../../text/once.ts';
import type { Ground } from '../../joints/ground.ts';
import type { Growth, KindGrowth, Standing } from '../../joints/growth.ts';
import { ownClassFile } from '../../joints/php-names.ts';
import { answersOnly, givenToTemplate, templateComponents } from '../../joints/template-parts.ts';
import { plainController, plainTemplate } from './plain-parts.ts';
import { symfonyBundles } from './symfony-bundles.ts';
import { symfonyLayout } from './symfony-layout.ts';
import { symfonyList } from './symfony-list.ts';
import { controllerHome, type ControllerHome } from './controller-imports.ts';
import { controllersOf, listedRoutes, listing, readsControllers, type Controller } from './symfony-routes.ts';

/** What grows in an app built with Symfony (its docs, "Controller", "Routing", "Creating and Using Templates"). */
export function symfonyGrowth(ground: Ground): Growth {
  // All sources are read for them: only where something asks, and once.
  const controllers = once(() => controllersOf(ground));
  const listed = once(() => listedRoutes(ground, controllers()));
  const templates = ground.inHost('templates');
  const hasTemplates = ground.finds('symfony/twig-bundle') && ground.names(templates).length > 0;
  const home = once(() => homeOf(ground, controllers()));
  const kind = (part: 'page' | 'endpoint') =>
    kindOf(ground, part, { controllers: controllers(), listed: listed(), home: home() });
  const page = () => kind('page');
  return {
    page: () => (hasTemplates || controllers().some(shows) ? page() : undefined),
    endpoint: () => kind('endpoint'),
    bundle: () => symfonyBundles(ground),
    layout: () => (hasTemplates ? symfonyLayout(ground, page()) : undefined),
    'list-page': () => {
      if (!hasTemplates || !ground.finds('doctrine/orm')) return undefined;
      const states = controllers().some(({ routes }) => routes.length > 0) || readsControllers(ground);
      const names = [...controllers().flatMap((one) => one.names), ...listed().flatMap(({ called }) => called ?? [])];
      const at = home();
      return at && symfonyList(ground, page(), { names, states, home: at });
    },
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

/** What an app has, and where more of it goes. */
interface Found {
  controllers: readonly Controller[];
  listed: ReturnType<typeof listedRoutes>;
  home: ControllerHome | undefined;
}

function kindOf(ground: Ground, part: 'page' | 'endpoint', { controllers, listed, home }: Found): KindGrowth {
  // One that answers at several addresses shows none of them alone.
  const own = controllers.flatMap(({ file, name, routes, answers, prefix }): Standing[] =>
    answers === 1 && routes[0]
      ? [{ address: routes[0].address, prefix, file, name, called: routes[0].called, states: true }]
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
    below: home && (part === 'endpoint' ? `${home.prefix}/api` : home.prefix || '/'),
    first:
      home &&
      ((name, address) => {
        const file = `${home.folder}/${name.pascal}Controller.php`;
        const edits = states ? [] : listing(ground, { name: name.snake, file, address });
        return { file, ties: [], edits, prefix: states ? home.prefix : '' };
      }),
  };
}

/** The templates that a controller shows, by their names. */
function templatesOf(ground: Ground, file: string): string[] {
  return [...(ground.text(file) ?? '').matchAll(/(["'])([\w@/.-]+\.twig)\1/g)]
    .map(([, , name = '']) => ground.inHost(`templates/${name}`))
    .filter((one) => ground.has(one));
}

function homeOf(ground: Ground, controllers: readonly Controller[]): ControllerHome | undefined {
  const files = controllers.flatMap(({ file, answers }) => (answers > 0 ? [file] : []));
  return controllerHome(ground, files);
}
