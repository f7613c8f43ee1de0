import path from 'node:path';
import { componentGrowth } from './component-files.ts';
import type { Ground } from './ground.ts';
import { addressOfParts, filePages } from './file-routes.ts';
import type { FileRoutes, Growth, Loaded, PlainName, Standing } from './growth.ts';
import { tableLayout, type LayoutForm } from './table-layout.ts';
import { ownFilesOf } from './own-sources.ts';
import { holdsPages } from './page-folders.ts';
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

/** What modules with elements end in. */
function elementsEnding(ground: Ground): string {
  if (ground.workspace.language === 'ts') return 'tsx';
  const own = ownFilesOf(ground);
  const isPlain = own.some((file) => /(^|\/)App\.js$/.test(file)) && !own.some((file) => file.endsWith('.jsx'));
  return isPlain ? 'js' : 'jsx';
}

/** What grows in an app whose pages are listed in a table of routes. */
export function tableGrowth(ground: Ground): Growth {
  const isVue = ground.finds('vue');
  return {
    page() {
      const plainText = isVue ? plainVuePage : plainReactPage;
      const typed = typedRoutes(ground);
      const byFiles = typed ? filePages(ground, typed) : [];
      if (byFiles.length > 0) return { standing: byFiles, routes: typed, plainText };
      const listed = tablePages(ground, ROUTERS);
      const isBegun = listed.length > 0 && listed.every(({ address }) => address === '/');
      // A table that has just begun says little of pages: those that wait for it say more.
      const waiting = isBegun ? waitingPages(ground, isVue ? /\.vue$/ : /\.[jt]sx$/, listed) : [];
      const [root] = listed;
      const home = isBegun && waiting.length === 0 && root ? homeBeside(root.file) : undefined;
      return { standing: [...listed, ...waiting], plainText, home, lazily: isVue ? lazyVue : lazyReact };
    },
    layout:
      isVue || ground.finds('react')
        ? () => tableLayout(ground, tablePages(ground, ROUTERS), isVue ? VUE_LAYOUT : reactLayout(ground))
        : undefined,
    component: () =>
      isVue
        ? componentGrowth(ground, /\.vue$/, 'vue')
        : componentGrowth(ground, /\.[jt]sx?$/, ground.finds('react') ? elementsEnding(ground) : undefined),
  };
}

/** The folder for pages beside the one that the root of the app shows; undefined where that lies in such a folder itself. */
function homeBeside(file: string): string | undefined {
  const folder = path.posix.dirname(file);
  return holdsPages(folder) ? undefined : path.posix.join(folder, 'pages');
}

/** Files in a folder for pages that no table lists. */
function waitingPages(ground: Ground, ending: RegExp, listed: readonly Standing[]): Standing[] {
  return ownFilesOf(ground).flatMap((file): Standing[] => {
    const { dir, name } = path.posix.parse(file);
    const isPage = holdsPages(dir) && ending.test(file) && !/^index$|\./i.test(name);
    return isPage && !listed.some((one) => one.file === file) ? [{ file, name }] : [];
  });
}

/** Vue Router, "Lazy Loading Routes". */
function lazyVue(entry: string, { name, from, isDefault }: Loaded): string | undefined {
  const load = isDefault ? `() => import(${from})` : `() => import(${from}).then((module) => module.${name})`;
  return replacedOnce(entry, new RegExp(`\\bcomponent:\\s*${name}\\b`), `component: ${load}`);
}

/** React Router, "lazy" of a route object. */
function lazyReact(entry: string, { name, from, isDefault }: Loaded): string | undefined {
  const module = `(await import(${from})).${isDefault ? 'default' : name}`;
  const shown = new RegExp(`\\b(?:element:\\s*<${name}\\s*/>|Component:\\s*${name}\\b)`);
  return replacedOnce(entry, shown, `lazy: async () => ({ Component: ${module} })`);
}

function replacedOnce(text: string, pattern: RegExp, by: string): string | undefined {
  return pattern.test(text) ? text.replace(pattern, () => by) : undefined;
}

function layoutName({ pascal }: PlainName): string {
  return pascal.endsWith('Layout') ? pascal : `${pascal}Layout`;
}

/** Vue Router, "Nested Routes": paths that begin with a slash are whole, below an entry that shows what is around them. */
const VUE_LAYOUT: LayoutForm = {
  reads: /\bcomponent\s*:/,
  members: (shown, address) => [`path: '${address}'`, `component: ${shown}`],
  import: (name, from) => ({ from, default: name }),
  named: (name) => ({ shown: layoutName(name), file: `${layoutName(name)}.vue` }),
  plainText: () => '<template>\n  <div>\n    <RouterView />\n  </div>\n</template>\n',
};

/** React Router, "Layout Routes". */
function reactLayout(ground: Ground): LayoutForm {
  const router = ground.declares('react-router-dom') ? 'react-router-dom' : 'react-router';
  return {
    reads: /\b(element|Component|lazy)\s*[:=]/,
    members: (shown) => [`element: <${shown} />`],
    import: (name, from) => ({ from: from.replace(/\.\w+$/, ''), default: name }),
    named: (name) => ({ shown: layoutName(name), file: `${layoutName(name)}.${elementsEnding(ground)}` }),
    plainText: (name) =>
      `import { Outlet } from '${router}';\n\nexport default function ${layoutName(name)}() {\n  return (\n    <div>\n      <Outlet />\n    </div>\n  );\n}\n`,
  };
}
