import { addressOfParts, filePages } from '../../joints/file-routes.ts';
import { templateLayout } from '../../joints/component-layout.ts';
import { componentGrowth } from '../../joints/component-files.ts';
import type { Ground } from '../../joints/ground.ts';
import type { FileRoutes, Growth, PlainName } from '../../joints/growth.ts';
import { layoutName } from '../../joints/plain-parts.ts';

/** What grows in a site built with Astro (its docs: "Pages"). */
export function astroGrowth(ground: Ground): Growth {
  const routes: FileRoutes = {
    folder: ground.inHost('src/pages'),
    addressOf(file) {
      const parts = file.replace(/\.astro$/, '').split('/');
      const isPage =
        file.endsWith('.astro') && !parts.some((part) => part.startsWith('_')) && !/^(404|500)$/.test(parts.join('/'));
      return isPage ? addressOfParts(parts) : undefined;
    },
    plain: (segment) => `${segment}.astro`,
  };
  return {
    page: () => ({ standing: filePages(ground, routes), routes, plainText }),
    layout: () =>
      templateLayout(ground, {
        pages: filePages(ground, routes),
        file: (name) => ground.inHost(`src/layouts/${layoutName(name)}.astro`),
        plainText: () => '<div>\n  <slot />\n</div>\n',
      }),
    component: () => componentGrowth(ground, /\.(astro|vue|svelte|[jt]sx)$/, 'astro'),
  };
}

function plainText({ sentence }: PlainName): string {
  return `<html lang="en">\n  <head>\n    <meta charset="utf-8" />\n    <title>${sentence}</title>\n  </head>\n  <body>\n    <h1>${sentence}</h1>\n  </body>\n</html>\n`;
}
