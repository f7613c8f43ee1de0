import { addressOfParts, filePages } from '../../joints/file-routes.ts';
import { componentGrowth } from '../../joints/component-files.ts';
import type { Ground } from '../../joints/ground.ts';
import type { FileRoutes, Growth, KindGrowth } from '../../joints/growth.ts';
import { plainReactPage } from '../../joints/plain-parts.ts';

/** What grows in an app built with Next.js: pages of the app router where it has one, else of the pages router. */
export function nextjsGrowth(ground: Ground): Growth {
  const page = (): KindGrowth => ({ ...pagesOf(ground), plainText: plainReactPage });
  return { page, component: () => componentGrowth(ground, /\.[jt]sx?$/) };
}

function pagesOf(ground: Ground): Pick<KindGrowth, 'standing' | 'routes'> {
  const find = (name: string): string | undefined =>
    [name, `src/${name}`].map((one) => ground.inHost(one)).find((folder) => ground.names(folder).length > 0);
  const app = find('app');
  const pages = find('pages');
  const all = [...(app ? [appRoutes(ground, app)] : []), ...(pages ? [pageRoutes(ground, pages)] : [])];
  const found = all.map((routes) => ({ routes, standing: filePages(ground, routes) }));
  return found.find(({ standing }) => standing.length > 0) ?? { standing: [] };
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
