import { componentGrowth } from './component-files.ts';
import type { Ground } from './ground.ts';
import { addressOfParts, filePages } from './file-routes.ts';
import type { FileRoutes, Growth } from './growth.ts';
import { plainReactPage, plainVuePage } from './plain-parts.ts';
import { tablePages } from './route-table.ts';

const ROUTERS = ['vue-router', 'react-router', 'react-router-dom'];

/** The folder of typed file routes (TanStack Router, "File-Based Routing"): those that begin with an underscore are only around others, with a hyphen none. */
function typedRoutes(ground: Ground): FileRoutes | undefined {
  const folder = ground.inHost('src/routes');
  if (!ground.finds('@tanstack/react-router') || ground.names(folder).length === 0) return undefined;
  return {
    folder,
    addressOf(file) {
      const parts = file.replace(/(\.lazy)?\.[jt]sx$/, '').split(/[/.]/);
      const isOwn = parts.some((part) => part.startsWith('-') || part.startsWith('__'));
      if (!/\.[jt]sx$/.test(file) || isOwn || /\.(test|spec)\./.test(file)) return undefined;
      const shown = parts.filter((part) => !part.startsWith('_') && part !== 'route');
      return shown.length > 0 ? addressOfParts(shown) : undefined;
    },
    plain: (segment) => `${segment}.tsx`,
  };
}

/** What grows in an app whose pages are listed in a table of routes. */
export function tableGrowth(ground: Ground): Growth {
  const isVue = ground.finds('vue');
  return {
    page() {
      const plainText = isVue ? plainVuePage : plainReactPage;
      const typed = typedRoutes(ground);
      const byFiles = typed ? filePages(ground, typed) : [];
      return byFiles.length > 0
        ? { standing: byFiles, routes: typed, plainText }
        : { standing: tablePages(ground, ROUTERS), plainText };
    },
    component: () => componentGrowth(ground, isVue ? /\.vue$/ : /\.[jt]sx?$/),
  };
}
