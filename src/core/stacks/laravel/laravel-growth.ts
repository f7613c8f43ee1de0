import { wholeFile } from '../../edits/edit.ts';
import type { Ground } from '../../joints/ground.ts';
import type { First, Growth, KindGrowth, PlainName } from '../../joints/growth.ts';
import { namespaceOf, ownClassFile } from '../../joints/php-names.ts';
import { strictLine } from '../../joints/php-strict.ts';
import { answersOnly, givenToTemplate, templateComponents } from '../../joints/template-parts.ts';
import { laravelLayout } from './laravel-layout.ts';
import { laravelList } from './laravel-list.ts';
import { listed } from './laravel-listing.ts';
import { laravelMiddleware } from './laravel-middleware.ts';
import { routesIn, standingOf, viewFile, type Route } from './laravel-routes.ts';
import { framedView } from './laravel-views.ts';
import { routeFiles, type RouteFiles } from './route-files.ts';

/** What grows in an app built with Laravel (its docs, "Routing", "Controllers", "Blade Templates", "Middleware"). */
export function laravelGrowth(ground: Ground): Growth {
  const views = ground.inHost('resources/views');
  const files = routeFiles(ground);
  const { pages: web, programs: api } = files;
  const found = [web, api].flatMap((one) => (one ? routesIn(ground, one.file, one.prefix) : []));
  const page = (): KindGrowth | undefined => web && pages(ground, found, web.file);
  return {
    page,
    layout: () => {
      const kind = page();
      return kind && laravelLayout(ground, kind);
    },
    'list-page': () => {
      const kind = page();
      return web && kind && laravelList(ground, kind, { web: web.file, routes: found });
    },
    endpoint: () => endpoints(ground, found, files),
    component: () =>
      ground.names(views).length > 0
        ? templateComponents(ground, {
            folder: views,
            ending: '.blade.php',
            first: (kebab) => `${views}/components/${kebab}.blade.php`,
          })
        : undefined,
    middleware: () => laravelMiddleware(ground),
  };
}

const SHOWS = /\bview\(|\bView::make\(|\binertia\(|\bInertia::render\(/;

function parts(
  ground: Ground,
  found: readonly Route[],
  part: 'page' | 'endpoint',
): Pick<KindGrowth, 'standing' | 'taken' | 'numbered' | 'brings' | 'leadsNowhere' | 'does' | 'isPlain' | 'gives'> & {
  action: string;
} {
  const known = found.flatMap((route) => {
    const standing = route.isWide ? undefined : standingOf(ground, route);
    return standing ? [{ route, standing }] : [];
  });
  const isPage = (file: string): boolean => file.endsWith('.blade.php') || SHOWS.test(ground.text(file) ?? '');
  // A class that answers at several addresses is about none of them alone.
  const isAlone = (file: string): boolean => known.filter(({ standing }) => standing.file === file).length === 1;
  const own = known.filter(({ standing: { file } }) => isPage(file) === (part === 'page') && isAlone(file));
  return {
    standing: own.map(({ standing }) => standing),
    taken: new Map(found.map(({ address, file }) => [address, file])),
    numbered: true,
    brings: (file) => viewsOf(ground, file),
    leadsNowhere: (brought) => ownClassFile(ground, brought)?.isThere === false,
    isPlain: answersOnly,
    gives: givenToTemplate,
    does: (text) => !text.includes('<?php') || /\breturn\b/.test(text),
    action: own.find(({ route }) => route.by)?.route.by?.action ?? '__invoke',
  };
}

function pages(ground: Ground, found: readonly Route[], web: string): KindGrowth {
  const { action, ...kind } = parts(ground, found, 'page');
  return {
    ...kind,
    plainText: (name, file) =>
      file.endsWith('.blade.php')
        ? framedView(ground, name.sentence)
        : plainController(ground, name, file, {
            action,
            uses: 'Illuminate\\Contracts\\View\\View',
            returns: 'View',
            answer: `view('${name.kebab}')`,
          }),
    beside: (name, file) =>
      file.endsWith('.blade.php')
        ? []
        : [wholeFile(ground.inHost(`resources/views/${name.kebab}.blade.php`), framedView(ground, name.sentence))],
    first: ({ kebab }, address) => ({
      file: ground.inHost(`resources/views/${kebab}.blade.php`),
      ties: [],
      edits: listed(ground, web, `Route::view('${address}', '${kebab}');`, []),
    }),
  };
}

function endpoints(ground: Ground, found: readonly Route[], { pages, programs }: RouteFiles): KindGrowth | undefined {
  const { action, ...kind } = parts(ground, found, 'endpoint');
  const usual = programs ?? pages;
  if (usual === undefined) return undefined;
  return {
    ...kind,
    below: programs?.prefix === '' ? '/' : programs?.prefix,
    plainText: (name, own) =>
      plainController(ground, name, own, {
        action,
        uses: 'Illuminate\\Http\\JsonResponse',
        returns: 'JsonResponse',
        answer: 'response()->json([])',
      }),
    first: (name, address) => {
      // What is not below the addresses for programs is among the pages.
      const isBelow = address.startsWith(`${usual.prefix}/`);
      const { file } = isBelow ? usual : (pages ?? usual);
      return firstEndpoint(ground, name, { file, address: isBelow ? address.slice(usual.prefix.length) : address });
    },
  };
}

function firstEndpoint(
  ground: Ground,
  { pascal }: PlainName,
  { file, address }: { file: string; address: string },
): First {
  const own = ground.inHost(`app/Http/Controllers/${pascal}Controller.php`);
  const home = namespaceOf(ground, own) ?? 'App\\Http\\Controllers';
  return {
    file: own,
    ties: [],
    edits: listed(ground, file, `Route::get('${address}', ${pascal}Controller::class);`, [
      `${home}\\${pascal}Controller`,
    ]),
  };
}

/** The views and the pages of a page bridge that a class shows, by their names. */
function viewsOf(ground: Ground, file: string): string[] {
  const text = ground.text(file) ?? '';
  const views = [...text.matchAll(/\bview\(\s*(['"])([\w./-]+)\1/g)].map(([, , name = '']) => viewFile(ground, name));
  const pages = [...text.matchAll(/\b(?:Inertia::render|inertia)\(\s*(['"])([\w./-]+)\1/g)].map(([, , name = '']) =>
    ground.first(PAGES.flatMap((folder) => PAGE_ENDINGS.map((ending) => ground.inHost(`${folder}/${name}.${ending}`)))),
  );
  return [...views, ...pages].flatMap((one) => one ?? []);
}

const PAGES = ['resources/js/Pages', 'resources/js/pages'];
const PAGE_ENDINGS = ['vue', 'tsx', 'jsx', 'svelte'];

function plainController(
  ground: Ground,
  { pascal }: PlainName,
  file: string,
  { action, uses, returns, answer }: { action: string; uses: string; returns: string; answer: string },
): string {
  const namespace = namespaceOf(ground, file) ?? 'App\\Http\\Controllers';
  const name = file.endsWith('Controller.php') ? `${pascal}Controller` : pascal;
  const base = ownClassFile(ground, `${namespace}\\Controller`)?.isThere ? ' extends Controller' : '';
  return `<?php\n\n${strictLine(ground, file)}namespace ${namespace};\n\nuse ${uses};\n\nclass ${name}${base}\n{\n    public function ${action}(): ${returns}\n    {\n        return ${answer};\n    }\n}\n`;
}
