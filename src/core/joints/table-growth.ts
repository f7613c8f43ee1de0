import path from 'node:path';
import { componentGrowth } from './component-files.ts';
import { returnedLayout } from './component-layout.ts';
import { componentsHome } from './components-home.ts';
import { elementEnding } from './element-ending.ts';
import { addressOfParts, filePages } from './file-routes.ts';
import type { Ground } from './ground.ts';
import type { FileRoutes, Growth, KindGrowth, LayoutGrowth, PlainName, Standing } from './growth.ts';
import { lazyReact, lazyVue } from './lazy-entries.ts';
import { ownFilesOf } from './own-sources.ts';
import { holdsPages } from './page-folders.ts';
import { childrenLayout, layoutName, plainReactPage, plainVuePage } from './plain-parts.ts';
import { tablePages } from './route-table.ts';
import { tableLayout, type LayoutForm } from './table-layout.ts';

const TYPED_ROUTER = '@tanstack/react-router';
const ROUTERS = ['vue-router', 'react-router', 'react-router-dom'];

/** What an app writes its pages and components with. */
interface Elements extends Pick<KindGrowth, 'plainText' | 'lazily'> {
  /** Files that can be a component, and that can be a page. */
  components: RegExp;
  pages: RegExp;
  /** What a new one ends in. */
  ending: string;
  layout: LayoutForm;
}

/** The folder of typed file routes (TanStack Router, "File-Based Routing"): those that begin with an underscore are only around others, with a hyphen none. */
function typedRoutes(ground: Ground): FileRoutes | undefined {
  const folder = ground.inHost('src/routes');
  const names = ground.names(folder);
  const root = names.find((name) => /^__root\.[jt]sx$/.test(name));
  // The manifest is read without what Ligament has put in.
  const isThere = ground.finds(TYPED_ROUTER) || ground.text(`${folder}/${root}`)?.includes(TYPED_ROUTER) === true;
  if (!isThere || names.length === 0) return undefined;
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

/** The plainest page that is a typed route: it names its own path, with what is only around it. */
function plainTyped({ folder }: FileRoutes): KindGrowth['plainText'] {
  return (name, file) => {
    const above = path.posix.dirname(path.posix.relative(folder, file));
    const id = path.posix.join('/', above, name.kebab);
    const page = plainReactPage(name).replace('export default ', '');
    return `import { createFileRoute } from '${TYPED_ROUTER}';\n\nexport const Route = createFileRoute('${id}')({ component: ${name.pascal} });\n\n${page}`;
  };
}

/** Whether a typed route has the component itself that it shows: one that hands on another module's says nothing of pages. */
function showsItself(text: string): boolean {
  const name = /\bcomponent\s*:\s*([A-Z]\w*)\s*[,}]/.exec(text)?.[1];
  return name === undefined || new RegExp(`\\b(function|const|class)\\s+${name}\\b`).test(text);
}

/** What grows in an app whose pages are listed in a table of routes. `inPlain`: its bundler takes elements in plain .js files. */
export function tableGrowth(ground: Ground, { inPlain = false }: { inPlain?: boolean } = {}): Growth {
  const elements = elementsOf(ground, inPlain);
  // Of modules with elements alone nothing is known but those that there are.
  if (!elements) return { component: () => componentGrowth(ground, /\.[jt]sx?$/) };
  const { components, ending, layout } = elements;
  return {
    page: () => pagesOf(ground, elements),
    layout: () => typedLayout(ground, ending) ?? tableLayout(ground, tablePages(ground, ROUTERS), layout),
    component: () => componentGrowth(ground, components, ending),
  };
}

/** Typed routes are named by their files: a layout goes around what the components of pages show, and no file has to move. */
function typedLayout(ground: Ground, ending: string): LayoutGrowth | undefined {
  const typed = typedRoutes(ground);
  const pages = typed ? filePages(ground, typed) : [];
  if (pages.length === 0) return undefined;
  const layout = {
    pages,
    file: (name: PlainName) => `${componentsHome(ground)}/${layoutName(name)}.${ending}`,
    plainText: childrenLayout,
  };
  return returnedLayout(ground, layout, (text) => {
    const name = /\bcomponent\s*:\s*([A-Z]\w*)\s*[,}]/.exec(text)?.[1];
    return name === undefined ? undefined : { function: name };
  });
}

function elementsOf(ground: Ground, inPlain: boolean): Elements | undefined {
  if (ground.finds('vue'))
    return {
      components: /\.vue$/,
      pages: /\.vue$/,
      ending: 'vue',
      plainText: plainVuePage,
      lazily: lazyVue,
      layout: VUE_LAYOUT,
    };
  if (!ground.finds('react')) return undefined;
  const ending = elementEnding(ground, inPlain);
  return {
    components: /\.[jt]sx?$/,
    pages: inPlain ? /\.[jt]sx?$/ : /\.[jt]sx$/,
    ending,
    plainText: plainReactPage,
    lazily: lazyReact,
    layout: reactLayout(ground, ending),
  };
}

function pagesOf(ground: Ground, { pages, plainText, lazily }: Elements): KindGrowth {
  const typed = typedRoutes(ground);
  const byFiles = typed ? filePages(ground, typed) : [];
  if (typed && byFiles.length > 0)
    return { standing: byFiles, routes: typed, plainText: plainTyped(typed), does: showsItself };
  const listed = tablePages(ground, ROUTERS);
  const isBegun = listed.every(({ address }) => address === '/');
  const [root] = listed;
  if (!root || !isBegun) return { standing: listed, plainText, lazily };
  // A table that has just begun says little of pages: those that wait for it say more.
  const waiting = waitingPages(ground, pages).filter(({ file }) => file !== root.file);
  const folder = path.posix.dirname(root.file);
  const says = waiting.length > 0 || holdsPages(folder);
  return { standing: [...listed, ...waiting], plainText, lazily, home: says ? undefined : `${folder}/pages` };
}

/** Files in folders for pages. */
function waitingPages(ground: Ground, ending: RegExp): Standing[] {
  return ownFilesOf(ground).flatMap((file): Standing[] => {
    const { dir, name } = path.posix.parse(file);
    return holdsPages(dir) && ending.test(file) && !/^index$|\./i.test(name) ? [{ file, name }] : [];
  });
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
function reactLayout(ground: Ground, ending: string): LayoutForm {
  const router = ground.declares('react-router-dom') ? 'react-router-dom' : 'react-router';
  return {
    reads: /\b(element|Component|lazy)\s*[:=]/,
    members: (shown) => [`element: <${shown} />`],
    import: (name, from) => ({ from, default: name }),
    named: (name) => ({ shown: layoutName(name), file: `${layoutName(name)}.${ending}` }),
    plainText: (name) =>
      `import { Outlet } from '${router}';\n\nexport default function ${layoutName(name)}() {\n  return (\n    <div>\n      <Outlet />\n    </div>\n  );\n}\n`,
  };
}
