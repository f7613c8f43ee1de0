import { addressOfParts, filePages } from '../../joints/file-routes.ts';
import { componentGrowth } from '../../joints/component-files.ts';
import type { Ground } from '../../joints/ground.ts';
import type { FileRoutes, Growth } from '../../joints/growth.ts';

/** What grows in an app built with SvelteKit (its docs: "Routing"). */
export function sveltekitGrowth(ground: Ground): Growth {
  const routes: FileRoutes = {
    folder: ground.inHost('src/routes'),
    addressOf: (file) => {
      const parts = file.split('/');
      return /^\+page(@\w*)?\.svelte$/.test(parts.pop() ?? '') ? addressOfParts(parts) : undefined;
    },
    plain: (segment) => `${segment}/+page.svelte`,
  };
  return {
    page: () => ({
      standing: filePages(ground, routes),
      routes,
      plainText: ({ sentence }) => `<h1>${sentence}</h1>\n`,
    }),
    component: () => componentGrowth(ground, /\.svelte$/),
  };
}
