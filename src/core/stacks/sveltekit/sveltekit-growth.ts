import { addressOfParts, filePages } from '../../joints/file-routes.ts';
import { folderLayout } from '../../joints/file-layout.ts';
import { EXPORTED_HANDLER, serverFiles } from '../../joints/server-files.ts';
import { componentGrowth } from '../../joints/component-files.ts';
import { layoutName } from '../../joints/plain-parts.ts';
import type { Ground } from '../../joints/ground.ts';
import type { FileRoutes, Growth, KindGrowth, LayoutGrowth } from '../../joints/growth.ts';

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
    layout: () => layouts(ground, routes),
    endpoint: () => endpoints(ground),
    component: () => componentGrowth(ground, /\.svelte$/, 'svelte'),
  };
}

/** SvelteKit, "+server". */
function endpoints(ground: Ground): KindGrowth | undefined {
  const ending = ground.workspace.language;
  // A site that is only built answers no requests.
  const config = ['svelte.config.js', 'svelte.config.ts']
    .map((name) => ground.text(ground.inHost(name)) ?? '')
    .join('');
  if (config.includes('adapter-static')) return undefined;
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
    answers: EXPORTED_HANDLER,
  });
}

/** SvelteKit, "+layout": a folder's own is around its pages, inside of those further out. */
function layouts(ground: Ground, routes: FileRoutes): LayoutGrowth {
  const isTyped = ground.workspace.language === 'ts';
  // Before the fifth version of Svelte what is inside stood in a slot.
  const hasSlots = Number.parseInt(ground.versionOf('svelte') ?? '', 10) < 5;
  const open = `<script${isTyped ? ' lang="ts"' : ''}>\n`;
  const type = isTyped ? ': { children: Snippet }' : '';
  const taken = `  let { children }${type} = $props();\n`;
  const types = isTyped ? "  import type { Snippet } from 'svelte';\n" : '';
  const plainText = hasSlots
    ? '<div>\n  <slot />\n</div>\n'
    : `${open}${types}${types === '' ? '' : '\n'}${taken}</script>\n\n<div>\n  {@render children()}\n</div>\n`;
  return folderLayout(ground, {
    pages: filePages(ground, routes),
    isPage: /^\+page(@\w*)?\.svelte$/,
    isLayout: /^\+layout(@\w*)?\.svelte$/,
    file: (name) => ground.inHost(`src/lib/components/${layoutName(name)}.svelte`),
    plainText: () => plainText,
    inFolder(name) {
      const own = layoutName(name);
      const load = `  import ${own} from '$lib/components/${own}.svelte';\n`;
      const script = hasSlots ? `${open}${load}</script>` : `${open}${types}${load}\n${taken}</script>`;
      const inner = hasSlots ? '<slot />' : '{@render children()}';
      return { file: '+layout.svelte', text: `${script}\n\n<${own}>\n  ${inner}\n</${own}>\n` };
    },
  });
}
