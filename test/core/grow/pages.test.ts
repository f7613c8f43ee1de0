import { describe, expect, it } from 'vitest';
import { grown } from '../../support/grown.ts';
import { MemoryStackHost } from '../../support/stack-host.ts';

const app = (dependencies: Record<string, string>, plugin: string): string =>
  JSON.stringify({
    name: 'harvest',
    dependencies,
    devDependencies: { vite: '^7.0.0', typescript: '^5.9.0', [plugin]: '*' },
  });
const VUE_APP = app({ vue: '^3.5.0', 'vue-router': '^4.4.0' }, '@vitejs/plugin-vue');
const REACT_APP = app({ react: '^19.0.0', 'react-dom': '^19.0.0', 'react-router': '^7.0.0' }, '@vitejs/plugin-react');

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

describe('a page in a table of routes grows', () => {
  it('in an app with Vue Router, lazily, before what is not found', async () => {
    const host = new MemoryStackHost('vite-vue-ts', {
      'package.json': VUE_APP,
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
      'package.json': REACT_APP,
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

  it('beside the only page: what that says of itself stays behind', async () => {
    const host = new MemoryStackHost('vite-vue-ts', {
      'package.json': VUE_APP,
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
});
