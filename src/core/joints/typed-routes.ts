import path from 'node:path';
import { returnedLayout } from './component-layout.ts';
import { componentsHome } from './components-home.ts';
import { addressOfParts, filePages } from './file-routes.ts';
import type { Ground } from './ground.ts';
import type { FileRoutes, KindGrowth, LayoutGrowth, PlainName } from './growth.ts';
import { childrenLayout, layoutName, plainReactPage } from './plain-parts.ts';

const TYPED_ROUTER = '@tanstack/react-router';

/** The pages that are typed file routes; undefined where there are none. */
export function typedPages(ground: Ground): KindGrowth | undefined {
  const routes = typedRoutes(ground);
  const standing = routes ? filePages(ground, routes) : [];
  return routes && standing.length > 0
    ? { standing, routes, plainText: plainTyped(routes), does: showsItself }
    : undefined;
}

/** Typed routes are named by their files: a layout goes around what the components of pages show, and no file has to move. */
export function typedLayout(ground: Ground, ending: string): LayoutGrowth | undefined {
  const typed = typedPages(ground);
  if (!typed) return undefined;
  const layout = {
    pages: typed.standing,
    file: (name: PlainName) => `${componentsHome(ground)}/${layoutName(name)}.${ending}`,
    plainText: childrenLayout,
  };
  return returnedLayout(ground, layout, (text) => {
    const name = shownIn(text);
    return name === undefined ? undefined : { function: name };
  });
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
  const name = shownIn(text);
  return name === undefined || new RegExp(`\\b(function|const|class)\\s+${name}\\b`).test(text);
}

/** The component of its own name that a typed route shows. */
function shownIn(text: string): string | undefined {
  return /\bcomponent\s*:\s*([A-Z]\w*)\s*[,}]/.exec(text)?.[1];
}
