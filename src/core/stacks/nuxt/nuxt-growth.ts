import { componentGrowth } from '../../joints/component-files.ts';
import { addressOfParts, filePages } from '../../joints/file-routes.ts';
import type { Ground } from '../../joints/ground.ts';
import type { FileRoutes, Growth } from '../../joints/growth.ts';
import { plainVuePage } from '../../joints/plain-parts.ts';

/** What grows in an app built with Nuxt (its docs: "pages"). */
export function nuxtGrowth(ground: Ground): Growth {
  return {
    page() {
      const folders = ['app/pages', 'pages', 'src/pages'].map((one) => ground.inHost(one));
      const folder = folders.find((one) => ground.names(one).length > 0);
      if (folder === undefined) return { standing: [], plainText: plainVuePage };
      const routes: FileRoutes = {
        folder,
        addressOf: (file) =>
          file.endsWith('.vue') ? addressOfParts(file.replace(/\.vue$/, '').split('/')) : undefined,
        plain: (segment) => `${segment}.vue`,
      };
      return { standing: filePages(ground, routes), routes, plainText: plainVuePage };
    },
    component: () => componentGrowth(ground, /\.vue$/),
  };
}
