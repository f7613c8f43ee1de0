import { addressOfParts, filePages } from '../../joints/file-routes.ts';
import { componentsHome } from '../../joints/components-home.ts';
import { folderLayout } from '../../joints/file-layout.ts';
import { serverFiles } from '../../joints/server-files.ts';
import { componentGrowth } from '../../joints/component-files.ts';
import type { Ground } from '../../joints/ground.ts';
import type { FileRoutes, Growth, KindGrowth, LayoutGrowth, PlainName } from '../../joints/growth.ts';
import { plainReactPage } from '../../joints/plain-parts.ts';

/** What grows in an app built with Next.js: pages of the app router where it has one, else of the pages router. */
export function nextjsGrowth(ground: Ground): Growth {
  const page = (): KindGrowth => ({ ...pagesOf(ground), plainText: plainReactPage });
  const app = homeOf(ground, 'app');
  return {
    page,
    ...(app === undefined ? {} : { layout: () => layoutsOf(ground, app) }),
    endpoint: () => endpointsOf(ground),
    component: () => componentGrowth(ground, /\.[jt]sx?$/, ground.workspace.language === 'ts' ? 'tsx' : 'js'),
  };
}

function pagesOf(ground: Ground): Pick<KindGrowth, 'standing' | 'routes'> {
  const [app, pages] = [homeOf(ground, 'app'), homeOf(ground, 'pages')];
  const all = [...(app ? [appRoutes(ground, app)] : []), ...(pages ? [pageRoutes(ground, pages)] : [])];
  const found = all.map((routes) => ({ routes, standing: filePages(ground, routes) }));
  return found.find(({ standing }) => standing.length > 0) ?? { standing: [] };
}

function homeOf(ground: Ground, name: string): string | undefined {
  return [name, `src/${name}`].map((one) => ground.inHost(one)).find((folder) => ground.names(folder).length > 0);
}

/** Next.js, "layout.js": a folder's own is around its pages, inside of those further out. */
function layoutsOf(ground: Ground, app: string): LayoutGrowth {
  const isTyped = ground.workspace.language === 'ts';
  const nameOf = ({ pascal }: PlainName): string => (pascal.endsWith('Layout') ? pascal : `${pascal}Layout`);
  return folderLayout(ground, {
    pages: filePages(ground, appRoutes(ground, app)),
    isPage: /^page\.[jt]sx?$/,
    isLayout: /^layout\.[jt]sx?$/,
    file: (name) => `${componentsHome(ground)}/${nameOf(name)}.${isTyped ? 'tsx' : 'js'}`,
    plainText: (name) =>
      `import type { ReactNode } from 'react';\n\nexport default function ${nameOf(name)}({ children }: { children: ReactNode }) {\n  return <div>{children}</div>;\n}\n`,
    inFolder: (_, from) => ({
      file: `layout.${isTyped ? 'tsx' : 'js'}`,
      text: `export { default } from '${from.replace(/\.\w+$/, '')}';\n`,
    }),
  });
}

/** Next.js, "Route Handlers" in the app router, "API Routes" in the pages router. */
function endpointsOf(ground: Ground): KindGrowth {
  const ending = ground.workspace.language;
  // A site that is only built answers no requests.
  const config = ground.names(ground.inHost('.')).find((name) => /^next\.config\.\w+$/.test(name)) ?? 'next.config.js';
  if (/\boutput\s*:\s*['"]export['"]/.test(ground.text(ground.inHost(config)) ?? ''))
    return { standing: [], plainText: () => '' };
  const app = homeOf(ground, 'app');
  if (app !== undefined)
    return serverFiles(ground, {
      routes: {
        folder: app,
        addressOf(file) {
          const parts = file.split('/');
          const isRoute =
            /^route\.[jt]s$/.test(parts.pop() ?? '') && !parts.some((part) => /^[_@]|^\(\.+\)/.test(part));
          return isRoute ? addressOfParts(parts) : undefined;
        },
        plain: (segment) => `${segment}/route.${ending}`,
      },
      first: (address) => `${address.slice(1)}/route.${ending}`,
      plainText: () => 'export function GET() {\n  return Response.json([]);\n}\n',
      answers: /\bexport\s+(async\s+)?(function|const)\s+(GET|POST|PUT|PATCH|DELETE)\b[\s\S]*(\breturn\b|=>)/,
    });
  const pages = homeOf(ground, 'pages');
  return pages === undefined
    ? { standing: [], plainText: () => '' }
    : serverFiles(ground, {
        routes: {
          folder: pages,
          addressOf(file) {
            const isRoute = /^api\/.*\.[jt]s$/.test(file) && !/\.(test|spec|d)\./.test(file);
            return isRoute ? addressOfParts(file.replace(/\.\w+$/, '').split('/')) : undefined;
          },
          plain: (segment) => `${segment}.${ending}`,
        },
        first: (address) => `${address.slice(1)}.${ending}`,
        plainText: plainApiRoute,
        answers: /\bexport default\b[\s\S]*\.(json|send|end)\(/,
      });
}

function plainApiRoute(): string {
  return "import type { NextApiRequest, NextApiResponse } from 'next';\n\nexport default function handler(request: NextApiRequest, response: NextApiResponse) {\n  response.status(200).json([]);\n}\n";
}

/** Next.js, "Project structure": a folder is shown at its path if it has a page; those that begin with an underscore or `@` are not. */
function appRoutes(ground: Ground, folder: string): FileRoutes {
  return {
    folder,
    addressOf(file) {
      const parts = file.split('/');
      const isShown = /^page\.[jt]sx?$/.test(parts.pop() ?? '') && !parts.some((part) => /^[_@]|^\(\.+\)/.test(part));
      return isShown ? addressOfParts(parts) : undefined;
    },
    plain: (segment) => `${segment}/page.${ground.workspace.language === 'ts' ? 'tsx' : 'js'}`,
  };
}

/** Next.js, "Pages Router": each file is shown at its path, but for those of the framework itself and what answers requests. */
function pageRoutes(ground: Ground, folder: string): FileRoutes {
  return {
    folder,
    addressOf(file) {
      if (!/\.[jt]sx?$/.test(file) || /\.(test|spec|d)\./.test(file)) return undefined;
      const parts = file.replace(/\.\w+$/, '').split('/');
      const isOwn =
        parts[0] === 'api' || parts.some((part) => part.startsWith('_')) || /^(404|500)$/.test(parts.join('/'));
      return isOwn ? undefined : addressOfParts(parts);
    },
    plain: (segment) => `${segment}.${ground.workspace.language === 'ts' ? 'tsx' : 'js'}`,
  };
}
