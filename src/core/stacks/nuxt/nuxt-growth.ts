import path from 'node:path';
import { wholeFile } from '../../edits/edit.ts';
import { movedText } from '../../joints/moved-text.ts';
import { lineBreakOf } from '../../text/code-style.ts';
import { nuxtLayout } from './nuxt-layout.ts';
import { serverFiles } from '../../joints/server-files.ts';
import { componentGrowth } from '../../joints/component-files.ts';
import { addressOfParts, filePages } from '../../joints/file-routes.ts';
import type { Ground } from '../../joints/ground.ts';
import type { FileRoutes, Growth, KindGrowth } from '../../joints/growth.ts';
import { plainVuePage } from '../../joints/plain-parts.ts';

function pageRoutes(ground: Ground): FileRoutes | undefined {
  const folders = ['app/pages', 'pages', 'src/pages'].map((one) => ground.inHost(one));
  const folder = folders.find((one) => ground.names(one).length > 0);
  if (folder === undefined) return undefined;
  return {
    folder,
    addressOf: (file) => (file.endsWith('.vue') ? addressOfParts(file.replace(/\.vue$/, '').split('/')) : undefined),
    plain: (segment) => `${segment}.vue`,
  };
}

/** What grows in an app built with Nuxt (its docs: "pages"). */
export function nuxtGrowth(ground: Ground): Growth {
  const routes = pageRoutes(ground);
  const standing = routes ? filePages(ground, routes) : [];
  return {
    page: () => ({ standing, routes, plainText: plainVuePage, first: firstPage(ground) }),
    layout: () => nuxtLayout(ground, standing, path.posix.dirname(routes?.folder ?? ground.inHost('app/pages'))),
    endpoint: () => endpoints(ground),
    component: () => componentGrowth(ground, /\.vue$/, 'vue'),
  };
}

/** Nuxt, "server/ directory": a file is answered at its path, by the method that its name ends in. */
function endpoints(ground: Ground): KindGrowth {
  const ending = ground.workspace.language;
  return serverFiles(ground, {
    routes: {
      folder: ground.inHost('server'),
      addressOf(file) {
        const [, route] = /^((?:api|routes)\/.*?)(?:\.(?:get|post|put|patch|delete))?\.[jt]s$/.exec(file) ?? [];
        return route === undefined ? undefined : addressOfParts(route.replace(/^routes\//, '').split('/'));
      },
      plain: (segment) => `${segment}.${ending}`,
    },
    first: (address) => `${address.startsWith('/api/') ? address.slice(1) : `routes${address}`}.${ending}`,
    plainText: () => 'export default defineEventHandler(() => []);\n',
    answers: /\bexport default\b[\s\S]*=>\s*[^{\s]|\breturn\b/,
  });
}

/**
 * The first page besides what the root shows (Nuxt, "pages", "app.vue"): that becomes the page at `/` whole, and the root shows pages.
 * Not where the root has more in it than one page would.
 */
function firstPage(ground: Ground): KindGrowth['first'] {
  const [file] = ['app/app.vue', 'app.vue', 'src/app.vue']
    .map((one) => ground.inHost(one))
    .filter((one) => ground.has(one));
  const was = file === undefined ? undefined : ground.text(file);
  if (file === undefined || was === undefined || /<Nuxt[A-Z]|<nuxt-|<RouterView|<router-view/.test(was))
    return undefined;
  const home = path.posix.dirname(file);
  const pages = path.posix.join(home, 'pages');
  const eol = lineBreakOf(was) ?? '\n';
  const text = '<template>\n  <NuxtPage />\n</template>\n'
    .replaceAll('  ', ground.workspace.style.indent)
    .replaceAll('\n', eol);
  return ({ kebab }) => ({
    file: path.posix.join(pages, `${kebab}.vue`),
    ties: [],
    edits: [
      wholeFile(path.posix.join(pages, 'index.vue'), movedText(was, home, pages)),
      { file, format: 'instead', operation: { op: 'instead', was, text } },
    ],
    also: `what ${file} showed becomes the page at /`,
  });
}
