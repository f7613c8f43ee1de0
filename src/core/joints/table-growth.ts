import { standingComponents } from './component-files.ts';
import type { Ground } from './ground.ts';
import { addressOfParts, filePages } from './file-routes.ts';
import type { FileRoutes, Growth } from './growth.ts';
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
  const plainText = ground.finds('vue') ? vueText : reactText;
  const components = standingComponents(ground, ground.finds('vue') ? /\.vue$/ : /\.[jt]sx?$/);
  const typed = typedRoutes(ground);
  const pages = typed ? filePages(ground, typed) : [];
  if (pages.length > 0) return { pages: { pages, routes: typed, plainText }, components };
  return { pages: { pages: tablePages(ground, ROUTERS), plainText }, components };
}

function vueText({ sentence }: { sentence: string }): string {
  return `<script setup>\n</script>\n\n<template>\n  <main>\n    <h1>${sentence}</h1>\n  </main>\n</template>\n`;
}

function reactText({ pascal, sentence }: { pascal: string; sentence: string }): string {
  return `export default function ${pascal}() {\n  return (\n    <main>\n      <h1>${sentence}</h1>\n    </main>\n  );\n}\n`;
}
