import { addressOfParts, filePages } from '../../joints/file-routes.ts';
import { serverFiles } from '../../joints/server-files.ts';
import { componentGrowth } from '../../joints/component-files.ts';
import type { Ground } from '../../joints/ground.ts';
import type { FileRoutes, Growth, KindGrowth } from '../../joints/growth.ts';

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
    endpoint: () => endpoints(ground),
    component: () => componentGrowth(ground, /\.svelte$/, 'svelte'),
  };
}

/** SvelteKit, "+server". */
function endpoints(ground: Ground): KindGrowth {
  const ending = ground.workspace.language;
  return serverFiles(ground, {
    routes: {
      folder: ground.inHost('src/routes'),
      addressOf(file) {
        const parts = file.split('/');
        return /^\+server\.[jt]s$/.test(parts.pop() ?? '') ? addressOfParts(parts) : undefined;
      },
      plain: (segment) => `${segment}/+server.${ending}`,
    },
    first: (address) => `${address.slice(1)}/+server.${ending}`,
    plainText: () => "import { json } from '@sveltejs/kit';\n\nexport function GET() {\n  return json([]);\n}\n",
    answers: /\bexport\s+(async\s+)?(function|const)\s+(GET|POST|PUT|PATCH|DELETE)\b[\s\S]*(\breturn\b|=>)/,
  });
}
