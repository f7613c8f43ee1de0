import path from 'node:path';
import { addressOfParts, filePages } from '../../joints/file-routes.ts';
import { returnedLayout } from '../../joints/component-layout.ts';
import { componentsHome } from '../../joints/components-home.ts';
import { folderLayout } from '../../joints/file-layout.ts';
import { EXPORTED_HANDLER, serverFiles } from '../../joints/server-files.ts';
import { componentGrowth } from '../../joints/component-files.ts';
import type { Ground } from '../../joints/ground.ts';
import type { FileRoutes, Growth, KindGrowth, LayoutGrowth, PlainName } from '../../joints/growth.ts';
import { elementEnding } from '../../joints/element-ending.ts';
import { childrenLayout, layoutName, plainReactPage } from '../../joints/plain-parts.ts';

/** What grows in an app built with Next.js: pages of the app router where it has one, else of the pages router. */
export function nextjsGrowth(ground: Ground): Growth {
  const page = (): KindGrowth => ({ ...pagesOf(ground), plainText: plainReactPage });
  return {
    page,
    layout: () => layoutsOf(ground),
    endpoint: () => endpointsOf(ground),
    component: () => componentGrowth(ground, /\.[jt]sx?$/, elementEnding(ground, true)),
  };
}

function pagesOf(ground: Ground): Pick<KindGrowth, 'standing' | 'routes'> {
  const [app, pages] = [homeOf(ground, 'app'), homeOf(ground, 'pages')];
  const all = [
    ...(app ? [appRoutes(app, `page.${elementEnding(ground, true)}`)] : []),
    ...(pages ? [pageRoutes(ground, pages)] : []),
  ];
  const found = all.map((routes) => ({ routes, standing: filePages(ground, routes) }));
  return found.find(({ standing }) => standing.length > 0) ?? { standing: [] };
}

function homeOf(ground: Ground, name: string): string | undefined {
  return [name, `src/${name}`].map((one) => ground.inHost(one)).find((folder) => ground.names(folder).length > 0);
}

/**
 * In the app router a folder's own is around its pages, inside of those further out (Next.js, "layout.js"); in the pages router a page
 * puts it around what it shows.
 */
function layoutsOf(ground: Ground): LayoutGrowth {
  const ending = elementEnding(ground, true);
  const { standing, routes } = pagesOf(ground);
  const layout = {
    pages: standing,
    file: (name: PlainName) => `${componentsHome(ground)}/${layoutName(name)}.${ending}`,
    plainText: childrenLayout,
  };
  if (routes?.folder !== homeOf(ground, 'app')) return returnedLayout(ground, layout);
  return folderLayout(ground, {
    ...layout,
    isPage: /^page\.[jt]sx?$/,
    isLayout: /^layout\.[jt]sx?$/,
    inFolder: (_, from) => ({
      file: `layout.${ending}`,
      text: `export { default } from '${from.replace(/\.\w+$/, '')}';\n`,
    }),
  });
}

/** Next.js, "Route Handlers" in the app router, "API Routes" in the pages router. */
function endpointsOf(ground: Ground): KindGrowth | undefined {
  // A site that is only built answers no requests.
  const config = ground.names(ground.inHost('.')).find((name) => /^next\.config\.\w+$/.test(name)) ?? 'next.config.js';
  if (/\boutput\s*:\s*['"]export['"]/.test(ground.text(ground.inHost(config)) ?? '')) return undefined;
  const ending = ground.workspace.language;
  const [app, pages] = [homeOf(ground, 'app'), homeOf(ground, 'pages')];
  if (app !== undefined)
    return serverFiles(ground, {
      routes: appRoutes(app, `route.${ending}`),
      first: (address) => `${address.slice(1)}/route.${ending}`,
      plainText: () => 'export function GET() {\n  return Response.json([]);\n}\n',
      answers: EXPORTED_HANDLER,
    });
  if (pages === undefined) return undefined;
  const routes: FileRoutes = {
    folder: pages,
    addressOf: (file) =>
      /^api\/.*\.[jt]s$/.test(file) && !BESIDE.test(file) ? addressOfParts(withoutEnding(file)) : undefined,
    plain: (segment) => `${segment}.${ending}`,
  };
  return serverFiles(ground, {
    routes,
    first: (address) => `${address.slice(1)}.${ending}`,
    plainText: plainApiRoute,
    answers: /\bexport default\b[\s\S]*\.(json|send|end)\(/,
  });
}

// Files that lie beside others and are none of the framework's.
const BESIDE = /\.(test|spec|d)\./;

function withoutEnding(file: string): string[] {
  return file.replace(/\.\w+$/, '').split('/');
}

function plainApiRoute(): string {
  return "import type { NextApiRequest, NextApiResponse } from 'next';\n\nexport default function handler(request: NextApiRequest, response: NextApiResponse) {\n  response.status(200).json([]);\n}\n";
}

/** Next.js, "Project structure": a folder is shown, or answers, at its path by a file of this name; those that begin with an underscore or `@` are not. */
function appRoutes(folder: string, named: string): FileRoutes {
  const { name } = path.posix.parse(named);
  return {
    folder,
    addressOf(file) {
      const parts = file.split('/');
      const isMeant = new RegExp(`^${name}\\.[jt]sx?$`).test(parts.pop() ?? '');
      return isMeant && !parts.some((part) => /^[_@]|^\(\.+\)/.test(part)) ? addressOfParts(parts) : undefined;
    },
    plain: (segment) => `${segment}/${named}`,
  };
}

/** Next.js, "Pages Router": each file is shown at its path, but for those of the framework itself and what answers requests. */
function pageRoutes(ground: Ground, folder: string): FileRoutes {
  return {
    folder,
    addressOf(file) {
      if (!/\.[jt]sx?$/.test(file) || BESIDE.test(file)) return undefined;
      const parts = withoutEnding(file);
      const isOwn =
        parts[0] === 'api' || parts.some((part) => part.startsWith('_')) || /^(404|500)$/.test(parts.join('/'));
      return isOwn ? undefined : addressOfParts(parts);
    },
    plain: (segment) => `${segment}.${elementEnding(ground, true)}`,
  };
}
