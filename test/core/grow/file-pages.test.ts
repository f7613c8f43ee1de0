import { describe, expect, it } from 'vitest';
import { grown } from '../../support/grown.ts';
import { MemoryStackHost } from '../../support/stack-host.ts';

describe('a page by its file grows', () => {
  it('in the app router of Next.js, in the group that its neighbours are in', async () => {
    const page = (name: string, title: string, body: string, head = ''): string =>
      `import type { Metadata } from 'next';
${head}
export const metadata: Metadata = { title: '${title}' };

export default ${body.includes('await') ? 'async ' : ''}function ${name}Page() {
${body.includes('await') ? '  const beds = await listBeds();\n' : ''}  return (
    <main className="page">
      <h1>${title}</h1>
${body.replace('await', '')}    </main>
  );
}
`;
    const host = new MemoryStackHost('next-app-ts', {
      'app/(public)/beds/page.tsx': page(
        'Beds',
        'Beds',
        '      <BedList beds={beds} />\n',
        "import { BedList } from '../bed-list';\n",
      ),
      'app/(public)/rules/page.tsx': page('Rules', 'Rules', '      <p>Be kind.</p>\n'),
      'app/(public)/layout.tsx': 'export default function Public({ children }) {\n  return children;\n}\n',
      'app/(office)/ledger/page.tsx': page('Ledger', 'Ledger', ''),
    });
    const changed = await grown(host, 'SeedSwap');
    expect([...changed.keys()]).toEqual(['app/(public)/seed-swap/page.tsx']);
    expect([...changed.values()][0]).toBe(page('SeedSwap', 'Seed swap', ''));
    const below = await grown(host, 'OldBeds', '/beds/old');
    expect([...below.keys()]).toEqual(['app/(public)/beds/old/page.tsx']);
  });

  it('in SvelteKit and Astro, like the files beside it', async () => {
    const kit = new MemoryStackHost('sveltekit-ts', {
      'src/routes/(site)/beds/+page.svelte': `<script lang="ts">\n  import Head from '$lib/Head.svelte';\n\n  let { data } = $props();\n</script>\n\n<Head title="Beds" />\n<ul>\n  {#each data.beds as bed (bed.id)}\n    <li>{bed.name}</li>\n  {/each}\n</ul>\n`,
      'src/routes/(site)/beds/+page.server.ts': 'export const load = () => ({ beds: [] });\n',
      'src/routes/(site)/rules/+page.svelte': `<script lang="ts">\n  import Head from '$lib/Head.svelte';\n</script>\n\n<Head title="Rules" />\n<p>Be kind.</p>\n`,
      'src/routes/(site)/fees/+page.svelte': `<script lang="ts">\n  import Head from '$lib/Head.svelte';\n</script>\n\n<Head title="Fees" />\n<p>Ten a year.</p>\n`,
    });
    const inKit = await grown(kit, 'SeedSwap');
    expect([...inKit]).toEqual([
      [
        'src/routes/(site)/seed-swap/+page.svelte',
        `<script lang="ts">\n  import Head from '$lib/Head.svelte';\n</script>\n\n<Head title="Seed swap" />\n`,
      ],
    ]);
    const page = (title: string, own: string): string =>
      `---\nimport Base from '../layouts/Base.astro';\n---\n\n<Base title="${title}">\n  <h1>${title}</h1>\n${own}</Base>\n`;
    const astro = new MemoryStackHost('astro-ts', {
      'src/layouts/Base.astro': '<slot />\n',
      'src/pages/beds.astro': page('Beds', '  <p>Beds.</p>\n'),
      'src/pages/fees.astro': page('Fees', '  <ul>\n    <li>Ten a year</li>\n  </ul>\n'),
    });
    const inAstro = await grown(astro, 'SeedSwap');
    expect([...inAstro]).toEqual([['src/pages/seed-swap.astro', page('Seed swap', '')]]);
  });

  it('with the line breaks of its neighbours, and a link where links are', async () => {
    const windows = (text: string): string => text.replaceAll('\n', '\r\n');
    const page = (title: string, own: string): string =>
      `<template>\n  <article>\n    <h2>${title}</h2>\n${own}  </article>\n</template>\n`;
    const link = (to: string, title: string): string =>
      `      <li class="nav-item">\n        <NuxtLink to="${to}">${title}</NuxtLink>\n      </li>\n`;
    const bar = (links: string): string =>
      windows(
        `<template>\n  <nav>\n    <ul>\n${link('/', 'Home')}${link('/beds', 'Beds')}${link('/water-butts', 'Water butts')}${links}    </ul>\n  </nav>\n</template>\n`,
      );
    const host = new MemoryStackHost('nuxt-ts', {
      'app/pages/beds.vue': windows(page('Beds', '    <p>Ten.</p>\n')),
      'app/pages/water-butts.vue': windows(page('Water butts', '    <ul>\n      <li>One</li>\n    </ul>\n')),
      'app/components/TopBar.vue': bar(''),
    });
    const before = host.tree();
    await host.grow('Seed swap', { link: true });
    expect(host.text('app/pages/seed-swap.vue')).toBe(windows(page('Seed swap', '')));
    expect(host.text('app/components/TopBar.vue')).toBe(bar(link('/seed-swap', 'Seed swap')));
    await host.detach('page:SeedSwap');
    expect(host.tree()).toEqual(before);
  });

  it('of a name or an address that is none is refused, as is one where another page is', async () => {
    const host = new MemoryStackHost('sveltekit-ts', { 'src/routes/beds/+page.svelte': '<h1>Beds</h1>\n' });
    const before = host.tree();
    for (const [name, address] of [
      ['42', undefined],
      ['../../etc', '/../../etc'],
      ['Beds', '/a b'],
      ['Beds', 'beds'],
      ['Plots', '/beds'],
    ] as const) {
      await expect(host.grow(name, address === undefined ? {} : { address })).rejects.toMatchObject({
        parts: { next: expect.stringContaining('Nothing was changed.') as string },
      });
    }
    expect(host.tree()).toEqual(before);
  });

  it('is not taken out where somebody has written into it since', async () => {
    const host = new MemoryStackHost('sveltekit-ts', { 'src/routes/beds/+page.svelte': '<h1>Beds</h1>\n' });
    await host.grow('SeedSwap');
    const file = 'src/routes/seed-swap/+page.svelte';
    host.write(file, `${host.text(file) ?? ''}<p>Bring what you have.</p>\n`);
    await expect(host.detach('page:SeedSwap')).rejects.toMatchObject({ status: 3 });
    expect(host.text(file)).toContain('Bring what you have.');
  });

  it('in what Ligament has attached, beside others that have grown, whichever goes first', async () => {
    const host = new MemoryStackHost('vite-vue-ts');
    const before = host.tree();
    await host.attach('vue-router');
    const attached = host.tree();
    await host.grow('SeedSwap');
    const one = host.tree();
    await host.grow('Fees');
    const both = host.tree();
    await host.detach('page:SeedSwap');
    await host.grow('SeedSwap');
    expect(host.tree()).toEqual(both);
    await host.detach('page:Fees');
    expect(host.tree()).toEqual(one);
    // What lists a page is not taken away below it.
    await expect(host.detach('vue-router')).rejects.toMatchObject({ status: 3 });
    await host.detach('page:SeedSwap');
    expect(host.tree()).toEqual(attached);
    await host.detach('vue-router');
    expect(host.tree()).toEqual(before);
  });

  it('as a typed route by its file, beside those in the same frame', async () => {
    const page = (address: string, name: string, title: string, more = ''): string =>
      `import { createFileRoute } from '@tanstack/react-router'\n\nexport const Route = createFileRoute('${address}')({\n${more}  component: ${name},\n})\n\nfunction ${name}() {\n  return <h1>${title}</h1>\n}\n`;
    const host = new MemoryStackHost('vite-react-ts', {
      'package.json': JSON.stringify({
        name: 'harvest',
        private: true,
        dependencies: { react: '^19.0.0', 'react-dom': '^19.0.0', '@tanstack/react-router': '^1.120.0' },
        devDependencies: { vite: '^7.0.0', '@vitejs/plugin-react': '^5.0.0', typescript: '^5.9.0' },
      }),
      'src/routes/__root.tsx': 'export const Route = 1\n',
      'src/routes/index.tsx': page('/', 'Index', 'Welcome'),
      'src/routes/beds.tsx': page('/beds', 'Beds', 'Beds', '  loader: () => listBeds(),\n'),
      'src/routes/water-butts.tsx': page('/water-butts', 'WaterButts', 'Water butts'),
    });
    const changed = await grown(host, 'SeedSwap');
    expect([...changed]).toEqual([['src/routes/seed-swap.tsx', page('/seed-swap', 'SeedSwap', 'Seed swap')]]);
  });

  it('as a typed route beside the first one, where the router was attached', async () => {
    const host = new MemoryStackHost('vite-react-ts');
    await host.attach('@tanstack/react-router');
    const before = host.tree();
    expect(await host.grow('SeedSwap')).toBe(true);
    expect(host.text('src/routes/seed-swap.tsx')).toMatch(
      /^import \{ createFileRoute \} from (["'])@tanstack\/react-router\1;?\n\nexport const Route = createFileRoute\(\1\/seed-swap\1\)\(\{ component: SeedSwap \}\);?\n\nfunction SeedSwap\(\) \{\n[^]*<h1>Seed swap<\/h1>/,
    );
    await host.growLayout('Society', '/seed-swap');
    expect(host.text('src/routes/seed-swap.tsx')).toContain('<SocietyLayout>');
    await host.detach('layout:Society', 'page:SeedSwap');
    expect(host.tree()).toEqual(before);
  });
});
