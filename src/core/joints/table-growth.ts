import path from 'node:path';
import { componentGrowth } from './component-files.ts';
import { elementEnding } from './element-ending.ts';
import type { Ground } from './ground.ts';
import type { Growth, KindGrowth, Standing } from './growth.ts';
import { lazyReact, lazyVue } from './lazy-entries.ts';
import { ownFilesOf } from './own-sources.ts';
import { holdsPages } from './page-folders.ts';
import { layoutName, plainReactPage, plainVuePage } from './plain-parts.ts';
import { tablePages } from './route-table.ts';
import { tableLayout, type LayoutForm } from './table-layout.ts';
import { typedLayout, typedPages } from './typed-routes.ts';

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
  const typed = typedPages(ground);
  if (typed) return typed;
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
