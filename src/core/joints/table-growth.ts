import { standingComponents } from './component-files.ts';
import type { Ground } from './ground.ts';
import type { Growth } from './growth.ts';
import { tablePages } from './route-table.ts';

const ROUTERS = ['vue-router', 'react-router', 'react-router-dom'];

/** What grows in an app whose pages are listed in a table of routes. */
export function tableGrowth(ground: Ground): Growth {
  const plainText = ground.finds('vue') ? vueText : reactText;
  const components = standingComponents(ground, ground.finds('vue') ? /\.vue$/ : /\.[jt]sx?$/);
  return { pages: { pages: tablePages(ground, ROUTERS), plainText }, components };
}

function vueText({ sentence }: { sentence: string }): string {
  return `<script setup>\n</script>\n\n<template>\n  <main>\n    <h1>${sentence}</h1>\n  </main>\n</template>\n`;
}

function reactText({ pascal, sentence }: { pascal: string; sentence: string }): string {
  return `export default function ${pascal}() {\n  return (\n    <main>\n      <h1>${sentence}</h1>\n    </main>\n  );\n}\n`;
}
