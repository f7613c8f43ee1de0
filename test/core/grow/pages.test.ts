import { describe, expect, it } from 'vitest';
import { MemoryStackHost } from '../../support/stack-host.ts';

/** Grows a page, hands over what is different, and looks that taking it out gives every byte back. */
async function grown(host: MemoryStackHost, name: string, address?: string): Promise<Map<string, string>> {
  const before = host.tree();
  expect(await host.grow(name, address === undefined ? {} : { address })).toBe(true);
  const after = host.tree();
  expect(await host.grow(name, address === undefined ? {} : { address })).toBe(false);
  const [id = ''] = [...after.keys()]
    .filter((file) => file.includes('.ligament/attached/page.'))
    .map((file) => (JSON.parse(after.get(file) ?? '') as { integration: string }).integration);
  await host.detach(id);
  expect(host.tree()).toEqual(before);
  return new Map([...after].filter(([file, text]) => !file.startsWith('.ligament/') && before.get(file) !== text));
}

const VUE_PAGE = (title: string, own: string, head = ''): string =>
  `<script setup lang="ts">
import PageHead from '@/components/PageHead.vue'
${head}</script>

<template>
  <section class="page ${title.toLowerCase().replaceAll(' ', '-')}-page">
    <PageHead title="${title}" />
${own}  </section>
</template>
`;

describe('a page grows', () => {
  it('in an app with Vue Router, lazily, before what is not found', async () => {
    const host = new MemoryStackHost('vite-vue-ts', {
      'package.json': JSON.stringify({
        name: 'harvest',
        private: true,
        dependencies: { vue: '^3.5.0', 'vue-router': '^4.4.0' },
        devDependencies: { vite: '^7.0.0', '@vitejs/plugin-vue': '^6.0.0', typescript: '^5.9.0' },
      }),
      'src/router/index.ts': `import { createRouter, createWebHistory } from 'vue-router'
import HomeView from '../views/HomeView.vue'

export const router = createRouter({
  history: createWebHistory(import.meta.env.BASE_URL),
  routes: [
    { path: '/', name: 'home', component: HomeView },
    {
      path: '/beds',
      name: 'beds',
      meta: { crumb: 'Beds' },
      component: () => import('../views/BedsView.vue'),
    },
    {
      path: '/water-butts',
      name: 'water-butts',
      meta: { crumb: 'Water butts' },
      props: true,
      component: () => import('../views/WaterButtsView.vue'),
    },
    // Whatever else is asked for.
    { path: '/:rest(.*)*', component: () => import('../views/LostView.vue') },
  ],
})
`,
      'src/views/HomeView.vue': '<template><h1>Welcome</h1></template>\n',
      'src/views/LostView.vue': '<template><h1>Lost</h1></template>\n',
      'src/views/BedsView.vue': VUE_PAGE(
        'Beds',
        '    <ul>\n      <li v-for="bed in beds" :key="bed.id">{{ bed.name }}</li>\n    </ul>\n',
        "import { useBeds } from '@/stores/beds'\n\nconst { beds } = useBeds()\n",
      ),
      'src/views/WaterButtsView.vue': VUE_PAGE('Water butts', '    <p>Where the rain goes.</p>\n'),
    });
    const changed = await grown(host, 'SeedSwap');
    expect([...changed.keys()]).toEqual(['src/router/index.ts', 'src/views/SeedSwapView.vue']);
    expect(changed.get('src/router/index.ts')).toContain(`      component: () => import('../views/WaterButtsView.vue'),
    },
    {
      path: '/seed-swap',
      name: 'seed-swap',
      meta: { crumb: 'Seed swap' },
      component: () => import('../views/SeedSwapView.vue'),
    },
    // Whatever else is asked for.
`);
    expect(changed.get('src/views/SeedSwapView.vue')).toBe(`<script setup lang="ts">
import PageHead from '@/components/PageHead.vue'
</script>

<template>
  <section class="page seed-swap-page">
    <PageHead title="Seed swap" />
  </section>
</template>
`);
  });

  it('in an app with React Router elements, loaded at once, in a folder of its own', async () => {
    const page = (name: string, title: string, inner: string, head = ''): string =>
      `import { Page } from '../../layout/Page';\n${head}import styles from './${name}.module.css';\n\nexport function ${name}() {\n  return (\n    <Page title="${title}">\n      <div className={styles.body}>\n${inner}      </div>\n    </Page>\n  );\n}\n`;
    const host = new MemoryStackHost('vite-react-ts', {
      'package.json': JSON.stringify({
        name: 'harvest',
        private: true,
        dependencies: { react: '^19.0.0', 'react-dom': '^19.0.0', 'react-router': '^7.0.0' },
        devDependencies: { vite: '^7.0.0', '@vitejs/plugin-react': '^5.0.0', typescript: '^5.9.0' },
      }),
      'src/App.tsx': `import { Route, Routes } from 'react-router';
import { Shell } from './layout/Shell';
import { Home } from './pages/Home';
import { Beds } from './pages/Beds';
import { WaterButts } from './pages/WaterButts';
import { Lost } from './pages/Lost';

export function App() {
  return (
    <Routes>
      <Route element={<Shell />}>
        <Route index element={<Home />} />
        <Route path="beds" element={<Beds />} />
        <Route path="waterButts" element={<WaterButts />} />
        <Route path="*" element={<Lost />} />
      </Route>
    </Routes>
  );
}
`,
      'src/layout/Page.tsx': 'export const Page = () => null;\n',
      'src/layout/Shell.tsx': 'export const Shell = () => null;\n',
      'src/pages/Home/index.tsx': 'export const Home = () => <h1>Home</h1>;\n',
      'src/pages/Lost/index.tsx': 'export const Lost = () => <h1>Lost</h1>;\n',
      'src/pages/Beds/index.tsx': page(
        'Beds',
        'Beds',
        '        <BedList />\n',
        "import { BedList } from './BedList';\n",
      ),
      'src/pages/Beds/BedList.tsx': 'export const BedList = () => null;\n',
      'src/pages/Beds/Beds.module.css': '.body {\n  padding: 1rem;\n}\n\n.list {\n  margin: 0;\n}\n',
      'src/pages/WaterButts/index.tsx': page('WaterButts', 'Water butts', '        <p>Rain.</p>\n'),
      'src/pages/WaterButts/WaterButts.module.css': '.body {\n  padding: 1rem;\n}\n',
    });
    const changed = await grown(host, 'SeedSwap');
    expect([...changed.keys()]).toEqual([
      'src/App.tsx',
      'src/pages/SeedSwap/SeedSwap.module.css',
      'src/pages/SeedSwap/index.tsx',
    ]);
    expect(changed.get('src/App.tsx')).toContain(`import { WaterButts } from './pages/WaterButts';
import { SeedSwap } from './pages/SeedSwap';
import { Lost }`);
    expect(changed.get('src/App.tsx')).toContain(`<WaterButts />} />
        <Route path="seedSwap" element={<SeedSwap />} />
        <Route path="*"`);
    expect(changed.get('src/pages/SeedSwap/index.tsx')).toBe(page('SeedSwap', 'Seed swap', ''));
    expect(changed.get('src/pages/SeedSwap/SeedSwap.module.css')).toBe('.body {\n  padding: 1rem;\n}\n');
  });

  it('in an app with routes of Angular, loaded by name, sorted, inside a parent', async () => {
    const page = (name: string, kebab: string, own: { head?: string; body?: string } = {}): string =>
      `import { ChangeDetectionStrategy, Component } from '@angular/core';
${own.head ?? ''}import { PageHeadComponent } from '../page-head/page-head.component';

@Component({
  selector: 'hv-${kebab}',
  imports: [PageHeadComponent],
  templateUrl: './${kebab}.component.html',
  styleUrl: './${kebab}.component.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ${name}Component {${own.body ?? ''}}
`;
    const spec = (name: string, kebab: string): string =>
      `import { TestBed } from '@angular/core/testing';
import { ${name}Component } from './${kebab}.component';

describe('${name}Component', () => {
  it('is made', () => {
    expect(TestBed.createComponent(${name}Component).componentInstance).toBeTruthy();
  });
});
`;
    const at = (
      name: string,
      kebab: string,
      title: string,
      own?: { head?: string; body?: string },
    ): Record<string, string> => ({
      [`src/app/${kebab}/${kebab}.component.ts`]: page(name, kebab, own),
      [`src/app/${kebab}/${kebab}.component.html`]: `<hv-page-head title="${title}" />\n${own ? '<p>{{ count() }}</p>\n' : ''}`,
      [`src/app/${kebab}/${kebab}.component.scss`]: `:host {\n  display: block;\n}\n`,
      [`src/app/${kebab}/${kebab}.component.spec.ts`]: spec(name, kebab),
    });
    const route = (name: string, kebab: string): string => `      {
        path: '${kebab}',
        loadComponent: () => import('./${kebab}/${kebab}.component').then((m) => m.${name}Component),
        title: '${kebab}',
      },
`;
    const host = new MemoryStackHost('angular-ts', {
      'src/app/app.routes.ts': `import { Routes } from '@angular/router';

export const routes: Routes = [
  {
    path: '',
    loadComponent: () => import('./shell/shell.component').then((m) => m.ShellComponent),
    children: [
${route('Beds', 'beds')}${route('FruitTrees', 'fruit-trees')}${route('Sheds', 'sheds')}    ],
  },
  { path: '**', loadComponent: () => import('./lost/lost.component').then((m) => m.LostComponent) },
];
`,
      'src/app/shell/shell.component.ts': page('Shell', 'shell'),
      'src/app/lost/lost.component.ts': page('Lost', 'lost'),
      ...at('Beds', 'beds', 'Beds', {
        head: "import { signal } from '@angular/core';\n",
        body: '\n  readonly count = signal(0);\n',
      }),
      ...at('FruitTrees', 'fruit-trees', 'Fruit trees'),
      ...at('Sheds', 'sheds', 'Sheds'),
    });
    const changed = await grown(host, 'Seed swap');
    expect([...changed.keys()]).toEqual([
      'src/app/app.routes.ts',
      'src/app/seed-swap/seed-swap.component.html',
      'src/app/seed-swap/seed-swap.component.scss',
      'src/app/seed-swap/seed-swap.component.spec.ts',
      'src/app/seed-swap/seed-swap.component.ts',
    ]);
    expect(changed.get('src/app/app.routes.ts')).toContain(
      route('FruitTrees', 'fruit-trees') + route('SeedSwap', 'seed-swap') + route('Sheds', 'sheds'),
    );
    expect(changed.get('src/app/seed-swap/seed-swap.component.ts')).toBe(page('SeedSwap', 'seed-swap'));
    expect(changed.get('src/app/seed-swap/seed-swap.component.html')).toBe('<hv-page-head title="Seed swap" />\n');
    expect(changed.get('src/app/seed-swap/seed-swap.component.spec.ts')).toBe(spec('SeedSwap', 'seed-swap'));
  });

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

  it('beside the only page: what that says of itself stays behind', async () => {
    const host = new MemoryStackHost('vite-vue-ts', {
      'package.json': JSON.stringify({
        name: 'harvest',
        private: true,
        dependencies: { vue: '^3.5.0', 'vue-router': '^4.4.0' },
        devDependencies: { vite: '^7.0.0', '@vitejs/plugin-vue': '^6.0.0', typescript: '^5.9.0' },
      }),
      'src/router.ts': `import { createRouter, createWebHistory } from 'vue-router';
import HomePage from './pages/HomePage.vue';

export default createRouter({
  history: createWebHistory(),
  routes: [{ path: '/', name: 'home', component: HomePage }],
});
`,
      'src/pages/HomePage.vue': `<script setup lang="ts">
import { ref } from 'vue';
import WeatherBox from '../WeatherBox.vue';

const open = ref(true);
</script>

<template>
  <main class="wide" @click="open = !open">
    <h1 class="title">Welcome to the garden</h1>
    <WeatherBox v-if="open" />
    <p>Ten beds, two sheds.</p>
  </main>
</template>
`,
    });
    const changed = await grown(host, 'SeedSwap');
    expect(changed.get('src/router.ts')).toContain(
      "routes: [{ path: '/', name: 'home', component: HomePage }, { path: '/seed-swap', name: 'seed-swap', component: SeedSwapPage }],",
    );
    expect(changed.get('src/pages/SeedSwapPage.vue')).toBe(`<template>
  <main class="wide">
    <h1 class="title">Seed swap</h1>
  </main>
</template>
`);
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

  it('handed on by a module of all pages, and named in the import that brings them', async () => {
    const page = (name: string, title: string): string =>
      `export function ${name}Page() {\n  return <h1>${title}</h1>;\n}\n`;
    const host = new MemoryStackHost('vite-react-ts', {
      'src/routes.tsx': `import { createBrowserRouter } from 'react-router';
import { BedsPage, HomePage, RulesPage } from './pages';

export const router = createBrowserRouter([
  { path: '/', element: <HomePage /> },
  { path: '/beds', element: <BedsPage />, loader: () => fetch('/api/beds') },
  { path: '/rules', element: <RulesPage /> },
  { path: '*', element: <p>Nothing here.</p> },
]);
`,
      'src/pages/index.ts': "export * from './BedsPage';\nexport * from './HomePage';\nexport * from './RulesPage';\n",
      'src/pages/HomePage.tsx': page('Home', 'Welcome'),
      'src/pages/BedsPage.tsx': page('Beds', 'Beds'),
      'src/pages/RulesPage.tsx': page('Rules', 'Rules'),
    });
    const changed = await grown(host, 'SeedSwap');
    expect([...changed.keys()]).toEqual(['src/pages/SeedSwapPage.tsx', 'src/pages/index.ts', 'src/routes.tsx']);
    expect(changed.get('src/routes.tsx')).toContain(
      "import { BedsPage, HomePage, RulesPage, SeedSwapPage } from './pages';",
    );
    expect(changed.get('src/routes.tsx')).toContain(`  { path: '/rules', element: <RulesPage /> },
  { path: '/seed-swap', element: <SeedSwapPage /> },
  { path: '*',`);
    expect(changed.get('src/pages/index.ts')).toBe(
      "export * from './BedsPage';\nexport * from './HomePage';\nexport * from './RulesPage';\nexport * from './SeedSwapPage';\n",
    );
    expect(changed.get('src/pages/SeedSwapPage.tsx')).toBe(page('SeedSwap', 'Seed swap'));
  });

  it('declared in the module that declares its neighbours', async () => {
    const component = (name: string, kebab: string): string =>
      `import { Component } from '@angular/core';\n\n@Component({\n  selector: 'hv-${kebab}',\n  standalone: false,\n  templateUrl: './${kebab}.component.html',\n})\nexport class ${name}Component {}\n`;
    const at = (name: string, kebab: string, title: string): Record<string, string> => ({
      [`src/app/pages/${kebab}/${kebab}.component.ts`]: component(name, kebab),
      [`src/app/pages/${kebab}/${kebab}.component.html`]: `<h1>${title}</h1>\n`,
    });
    const module = (imports: string, declared: string): string => `import { NgModule } from '@angular/core';
import { BrowserModule } from '@angular/platform-browser';

import { AppRoutingModule } from './app-routing.module';
import { AppComponent } from './app.component';
import { BedsComponent } from './pages/beds/beds.component';
import { FruitTreesComponent } from './pages/fruit-trees/fruit-trees.component';
${imports}
@NgModule({
  declarations: [
    AppComponent,
    BedsComponent,
    FruitTreesComponent${declared}
  ],
  imports: [BrowserModule, AppRoutingModule],
  bootstrap: [AppComponent],
})
export class AppModule {}
`;
    const host = new MemoryStackHost('angular17-module-ts', {
      'src/app/app-routing.module.ts': `import { NgModule } from '@angular/core';
import { RouterModule, Routes } from '@angular/router';
import { BedsComponent } from './pages/beds/beds.component';
import { FruitTreesComponent } from './pages/fruit-trees/fruit-trees.component';

const routes: Routes = [
  { path: 'beds', component: BedsComponent },
  { path: 'fruit-trees', component: FruitTreesComponent, canDeactivate: [] },
];

@NgModule({
  imports: [RouterModule.forRoot(routes)],
  exports: [RouterModule],
})
export class AppRoutingModule {}
`,
      'src/app/app.module.ts': module('', ''),
      ...at('Beds', 'beds', 'Beds'),
      ...at('FruitTrees', 'fruit-trees', 'Fruit trees'),
    });
    const changed = await grown(host, 'SeedSwap');
    expect([...changed.keys()]).toEqual([
      'src/app/app-routing.module.ts',
      'src/app/app.module.ts',
      'src/app/pages/seed-swap/seed-swap.component.html',
      'src/app/pages/seed-swap/seed-swap.component.ts',
    ]);
    expect(changed.get('src/app/app.module.ts')).toBe(
      module(
        "import { SeedSwapComponent } from './pages/seed-swap/seed-swap.component';\n",
        ',\n    SeedSwapComponent',
      ),
    );
    expect(changed.get('src/app/app-routing.module.ts')).toContain(
      "canDeactivate: [] },\n  { path: 'seed-swap', component: SeedSwapComponent },\n];",
    );
    expect(changed.get('src/app/pages/seed-swap/seed-swap.component.ts')).toBe(component('SeedSwap', 'seed-swap'));
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
});
