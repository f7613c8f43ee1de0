import { describe, expect, it } from 'vitest';
import { MemoryStackHost } from '../../support/stack-host.ts';

/** Grows a layout, hands over what is different, and looks that taking it out gives every byte back. */
async function grown(host: MemoryStackHost, ...around: readonly string[]): Promise<Record<string, string>> {
  const before = host.tree();
  expect(await host.growLayout('Society', ...around)).toBe(true);
  const after = host.tree();
  expect(await host.growLayout('Society', ...around)).toBe(false);
  await host.detach('layout:Society');
  expect(host.tree()).toEqual(before);
  return Object.fromEntries(
    [...after].filter(([file, text]) => !file.includes('.ligament/') && before.get(file) !== text),
  );
}

const vue = (routes: string, eol = '\n'): MemoryStackHost =>
  new MemoryStackHost('vite-vue-ts', {
    'package.json': JSON.stringify({
      name: 'garden',
      type: 'module',
      dependencies: { vue: '^3.5.0', 'vue-router': '^4.5.0' },
      devDependencies: { vite: '^7.0.0', typescript: '^5.0.0' },
    }),
    'src/router.ts': `import { createRouter, createWebHistory } from 'vue-router'
import BedsPage from './pages/BedsPage.vue'
import ShedsPage from './pages/ShedsPage.vue'
import StartPage from './pages/StartPage.vue'

export const router = createRouter({
  history: createWebHistory(),
${routes}})
`.replaceAll('\n', eol),
    ...Object.fromEntries(
      ['Beds', 'Sheds', 'Start'].map((name) => [
        `src/pages/${name}Page.vue`,
        `<template>\n  <h1>${name}</h1>\n</template>\n`,
      ]),
    ),
  });

describe('a layout grows', () => {
  it('around entries of Vue Router that stand beside each other, which stay as they are', async () => {
    const changed = await grown(
      vue(`  routes: [
    { path: '/', component: StartPage },
    { path: '/beds', component: BedsPage },
    {
      path: '/sheds',
      component: ShedsPage,
    },
    { path: '/:rest(.*)*', redirect: '/' },
  ],
`),
      '/beds',
      '/sheds',
    );
    expect(changed['src/layouts/SocietyLayout.vue']).toBe(
      '<template>\n  <div>\n    <RouterView />\n  </div>\n</template>\n',
    );
    expect(changed['src/router.ts']).toContain("import SocietyLayout from './layouts/SocietyLayout.vue'\n");
    expect(changed['src/router.ts']).toContain(`    { path: '/', component: StartPage },
    {
      path: '/beds',
      component: SocietyLayout,
      children: [
        { path: '/beds', component: BedsPage },
        {
          path: '/sheds',
          component: ShedsPage,
        },
      ],
    },
    { path: '/:rest(.*)*', redirect: '/' },
`);
  });

  it('around each that stands apart, on the line where all stand', async () => {
    const changed = await grown(
      vue(
        "  routes: [{ path: '/beds', component: BedsPage }, { path: '/', component: StartPage }, { path: '/sheds', component: ShedsPage }],\n",
      ),
      '/beds',
      '/sheds',
    );
    expect(changed['src/router.ts']).toContain(
      "routes: [{ path: '/beds', component: SocietyLayout, children: [{ path: '/beds', component: BedsPage }] }, { path: '/', component: StartPage }, { path: '/sheds', component: SocietyLayout, children: [{ path: '/sheds', component: ShedsPage }] }],\n",
    );
  });

  it('in lines that end as the others do', async () => {
    const host = vue(
      "  routes: [\n    { path: '/beds', component: BedsPage },\n    { path: '/sheds', component: ShedsPage },\n  ],\n",
      '\r\n',
    );
    const changed = await grown(host, '/beds', '/sheds');
    expect(changed['src/router.ts']).toContain(
      "      children: [\r\n        { path: '/beds', component: BedsPage },\r\n        { path: '/sheds', component: ShedsPage },\r\n      ],\r\n",
    );
    expect(changed['src/router.ts']?.replaceAll('\r\n', '')).not.toContain('\n');
  });

  it('around elements of React Router', async () => {
    const page = (name: string): string => `export default function ${name}Page() {\n  return <h1>${name}</h1>;\n}\n`;
    const host = new MemoryStackHost('vite-react-ts', {
      'package.json': JSON.stringify({
        name: 'garden',
        type: 'module',
        dependencies: { react: '^19.0.0', 'react-dom': '^19.0.0', 'react-router': '^7.0.0' },
        devDependencies: { vite: '^7.0.0', typescript: '^5.0.0' },
      }),
      'src/App.tsx': `import { Route, Routes } from 'react-router';
import BedsPage from './pages/BedsPage';
import ShedsPage from './pages/ShedsPage';

export default function App() {
  return (
    <Routes>
      <Route path="/beds" element={<BedsPage />} />
      <Route path="/sheds" element={<ShedsPage />} />
    </Routes>
  );
}
`,
      'src/pages/BedsPage.tsx': page('Beds'),
      'src/pages/ShedsPage.tsx': page('Sheds'),
    });
    const changed = await grown(host, '/sheds');
    expect(changed['src/App.tsx']).toContain(`      <Route path="/beds" element={<BedsPage />} />
      <Route element={<SocietyLayout />}>
        <Route path="/sheds" element={<ShedsPage />} />
      </Route>
`);
    expect(changed['src/layouts/SocietyLayout.tsx']).toMatch(/import \{ Outlet \} from ["']react-router["']/);
  });

  it('around a page that has grown, which cannot leave from within it', async () => {
    const host = vue(
      "  routes: [\n    { path: '/beds', component: BedsPage },\n    { path: '/sheds', component: ShedsPage },\n  ],\n",
    );
    const before = host.tree();
    await host.grow('SeedSwap');
    await host.growLayout('Society', '/sheds', '/seed-swap');
    await host.grow('Prices');
    expect(host.text('src/router.ts')).toContain(`      children: [
        { path: '/sheds', component: ShedsPage },
        { path: '/seed-swap', component: SeedSwapPage },
      ],
    },
    { path: '/prices', component: PricesPage },
`);
    await expect(host.detach('page:SeedSwap')).rejects.toThrow('Page Seed swap cannot leave yet');
    await host.detach('page:Prices');
    await host.detach('page:SeedSwap', 'layout:Society');
    expect(host.tree()).toEqual(before);
  });

  const next = (files: Record<string, string> = {}): MemoryStackHost =>
    new MemoryStackHost('next-app-ts', {
      'package.json': JSON.stringify({ name: 'garden', dependencies: { next: '^16.0.0', react: '^19.0.0' } }),
      ...Object.fromEntries(
        ['', 'beds/', 'sheds/', 'sheds/keys/'].map((folder) => [
          `app/${folder}page.tsx`,
          'export default function Page() {\n  return <h1>Garden</h1>;\n}\n',
        ]),
      ),
      ...files,
    });

  it('in the folders of pages of Next.js, with one definition for all of them', async () => {
    const changed = await grown(next(), '/beds', '/sheds', '/sheds/keys');
    const [definition = ''] = Object.keys(changed).filter((file) => file.endsWith('SocietyLayout.tsx'));
    expect(changed[definition]).toContain(
      'export default function SocietyLayout({ children }: { children: ReactNode })',
    );
    const layouts = Object.keys(changed).filter((file) => file.endsWith('/layout.tsx'));
    expect(layouts).toEqual(['app/beds/layout.tsx', 'app/sheds/layout.tsx']);
    expect(changed['app/beds/layout.tsx']).toMatch(
      /^export \{ default \} from ["'](\.\.\/)+[\w/]*SocietyLayout["'];?\n$/,
    );
  });

  it('never around pages that were not named, nor where a folder has a layout', async () => {
    await expect(next().growLayout('Society', '/sheds')).rejects.toThrow('No layout can be put around');
    const own = next({ 'app/beds/layout.tsx': 'export default ({ children }) => children;\n' });
    await expect(own.growLayout('Society', '/beds')).rejects.toThrow('No layout can be put around');
    await expect(next().growLayout('Society', '/fence')).rejects.toThrow('There is no page at /fence');
  });

  it('in pages of Nuxt, which name it, and in the root, which shows it', async () => {
    const host = new MemoryStackHost('nuxt-ts', {
      'package.json': JSON.stringify({ name: 'garden', dependencies: { nuxt: '^4.0.0', vue: '^3.5.0' } }),
      'app/app.vue': '<template>\n  <NuxtPage />\n</template>\n',
      'app/layouts/default.vue': '<template>\n  <slot />\n</template>\n',
      'app/pages/index.vue': '<template>\n  <h1>Start</h1>\n</template>\n',
      'app/pages/beds.vue':
        '<script setup lang="ts">\ndefinePageMeta({ title: \'Beds\' })\n</script>\n\n<template>\n  <h1>Beds</h1>\n</template>\n',
      'app/pages/tools.vue':
        '<script setup lang="ts">\nimport { tools } from \'~/tools\'\n\nconst all = tools()\n</script>\n\n<template>\n  <h1>{{ all }}</h1>\n</template>\n',
      'app/pages/sheds.vue': '<template>\n  <h1>Sheds</h1>\n</template>\n',
    });
    const changed = await grown(host, '/beds', '/sheds', '/tools');
    expect(changed['app/pages/tools.vue']).toMatch(
      /^<script setup lang="ts">\nimport \{ tools \} from '~\/tools'\n\ndefinePageMeta\(\{ layout: ["']society["'] \}\);?\n\nconst all/,
    );
    expect(changed['app/layouts/society.vue']).toContain('<NuxtLayout name="default">');
    expect(changed['app/app.vue']).toBe('<template>\n  <NuxtLayout><NuxtPage /></NuxtLayout>\n</template>\n');
    expect(changed['app/pages/beds.vue']).toMatch(/definePageMeta\(\{ layout: ["']society["'], title: 'Beds' \}\)/);
    expect(changed['app/pages/sheds.vue']).toMatch(
      /^<script setup>\ndefinePageMeta\(\{ layout: ["']society["'] \}\);?\n<\/script>\n\n<template>/,
    );
  });

  it('in the folders of pages of SvelteKit', async () => {
    const host = new MemoryStackHost('sveltekit-ts', {
      'package.json': JSON.stringify({
        name: 'garden',
        type: 'module',
        devDependencies: { '@sveltejs/kit': '^2.0.0', svelte: '^5.0.0', vite: '^7.0.0' },
      }),
      'src/routes/+page.svelte': '<h1>Start</h1>\n',
      'src/routes/beds/+page.svelte': '<h1>Beds</h1>\n',
    });
    const changed = await grown(host, '/beds');
    expect(changed['src/routes/beds/+layout.svelte']).toMatch(
      /import SocietyLayout from ["']\$lib\/components\/SocietyLayout\.svelte["'];?\n[\s\S]*<SocietyLayout>\n\s+\{@render children\(\)\}\n<\/SocietyLayout>\n$/,
    );
    expect(changed['src/lib/components/SocietyLayout.svelte']).toContain('{@render children()}');
  });

  it('within what pages of Astro have around all that they show, so inside of the outer one', async () => {
    const page = (title: string): string =>
      `---\nimport Base from '@layouts/Base.astro';\n---\n\n<Base title="${title}">\n  <h1>${title}</h1>\n\n  <p>Open.</p>\n</Base>\n`;
    const host = (): MemoryStackHost =>
      new MemoryStackHost('astro-ts', {
        'tsconfig.json': '{ "compilerOptions": { "paths": { "@layouts/*": ["./src/layouts/*"] } } }',
        'src/pages/beds.astro': page('Beds'),
        'src/pages/sheds.astro': page('Sheds'),
        'src/pages/bare.astro': '<h1>Bare</h1>\n<p>Of two.</p>\n',
      });
    const changed = await grown(host(), '/beds', '/sheds');
    expect(Object.keys(changed).sort()).toEqual([
      'src/layouts/SocietyLayout.astro',
      'src/pages/beds.astro',
      'src/pages/sheds.astro',
    ]);
    expect(changed['src/pages/beds.astro']).toBe(
      "---\nimport Base from '@layouts/Base.astro';\nimport SocietyLayout from '@layouts/SocietyLayout.astro';\n---\n\n<Base title=\"Beds\">\n  <SocietyLayout>\n    <h1>Beds</h1>\n\n    <p>Open.</p>\n  </SocietyLayout>\n</Base>\n",
    );
    await expect(host().growLayout('Society', '/bare')).rejects.toMatchObject({ status: 3 });
  });

  it('around what pages of the pages router return', async () => {
    const host = (more: Record<string, string> = {}): MemoryStackHost =>
      new MemoryStackHost('next-pages-js', {
        'pages/beds.js': 'export default function Beds() {\n  return <h1>Beds</h1>\n}\n',
        'pages/sheds.js': 'const Sheds = () => (\n  <main>\n    <h1>Sheds</h1>\n  </main>\n)\n\nexport default Sheds\n',
        ...more,
      });
    const changed = await grown(host(), '/beds', '/sheds');
    expect(changed['components/SocietyLayout.js']).toContain('export default function SocietyLayout({ children })');
    expect(changed['pages/beds.js']).toBe(
      "import SocietyLayout from '../components/SocietyLayout'\n\nexport default function Beds() {\n  return (\n    <SocietyLayout>\n      <h1>Beds</h1>\n    </SocietyLayout>\n  )\n}\n",
    );
    expect(changed['pages/sheds.js']).toBe(
      "import SocietyLayout from '../components/SocietyLayout'\n\nconst Sheds = () => (\n  <SocietyLayout>\n    <main>\n      <h1>Sheds</h1>\n    </main>\n  </SocietyLayout>\n)\n\nexport default Sheds\n",
    );
    const handed = host({
      'pages/beds.js': "export { default } from '../views/Beds'\n",
      'views/Beds.js': 'export default () => null\n',
    });
    await expect(handed.growLayout('Society', '/beds')).rejects.toMatchObject({ status: 3 });
  });

  it('around what the components of typed routes return, whose files name them', async () => {
    const page = (address: string, name: string): string =>
      `import { createFileRoute } from '@tanstack/react-router'\n\nexport const Route = createFileRoute('${address}')({\n  component: ${name},\n})\n\nfunction ${name}() {\n  return <h1>${name}</h1>\n}\n`;
    const host = (): MemoryStackHost =>
      new MemoryStackHost('vite-react-ts', {
        'package.json': JSON.stringify({
          name: 'garden',
          type: 'module',
          dependencies: { react: '^19.0.0', 'react-dom': '^19.0.0', '@tanstack/react-router': '^1.120.0' },
          devDependencies: { vite: '^7.0.0', '@vitejs/plugin-react': '^5.0.0', typescript: '^5.9.0' },
        }),
        'src/routes/__root.tsx': 'export const Route = 1\n',
        'src/routes/index.tsx': page('/', 'Index'),
        'src/routes/beds.tsx': page('/beds', 'Beds'),
        'src/routes/sheds.tsx': page('/sheds', 'Sheds').replace('component: Sheds', 'component: () => <Sheds />'),
      });
    const changed = await grown(host(), '/beds');
    expect(Object.keys(changed).sort()).toEqual(['src/components/SocietyLayout.tsx', 'src/routes/beds.tsx']);
    expect(changed['src/routes/beds.tsx']).toMatch(
      /import SocietyLayout from ["']\.\.\/components\/SocietyLayout["'];?\n[^]*return \(\n\s+<SocietyLayout>\n\s+<h1>Beds<\/h1>\n\s+<\/SocietyLayout>\n/,
    );
    await expect(host().growLayout('Society', '/sheds')).rejects.toMatchObject({ status: 3 });
  });
});
