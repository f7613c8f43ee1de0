import { addressOfParts, filePages } from '../../joints/file-routes.ts';
import { standingComponents } from '../../joints/component-files.ts';
import type { Ground } from '../../joints/ground.ts';
import type { FileRoutes, Growth } from '../../joints/growth.ts';

/** What grows in an app built with Nuxt (its docs: "pages"). */
export function nuxtGrowth(ground: Ground): Growth {
  const folder = ['app/pages', 'pages', 'src/pages']
    .map((one) => ground.inHost(one))
    .find((one) => ground.names(one).length > 0);
  const components = standingComponents(ground, /\.vue$/);
  if (folder === undefined) return { components };
  const routes: FileRoutes = {
    folder,
    addressOf: (file) => (file.endsWith('.vue') ? addressOfParts(file.replace(/\.vue$/, '').split('/')) : undefined),
    plain: (segment) => `${segment}.vue`,
  };
  return { pages: { routes, pages: filePages(ground, routes), plainText }, components };
}

function plainText({ sentence }: { sentence: string }): string {
  return `<script setup>\n</script>\n\n<template>\n  <main>\n    <h1>${sentence}</h1>\n  </main>\n</template>\n`;
}
