import { describe, expect, it } from 'vitest';
import type { AlikePart } from '../../../src/core/joints/growth.ts';
import { MemoryStackHost } from '../../support/stack-host.ts';

interface Wish {
  part: AlikePart;
  name?: string;
  address?: string;
  before?: string;
  lazy?: boolean;
}

/** Grows a part, hands over what is different, and looks that taking it out gives every byte back. */
async function grown(host: MemoryStackHost, { name = 'SeedSwap', ...wish }: Wish): Promise<Record<string, string>> {
  const before = host.tree();
  expect(await host.grow(name, wish)).toBe(true);
  const after = host.tree();
  expect(await host.grow(name, wish)).toBe(false);
  await host.detach(`${wish.part}:${name}`);
  expect(host.tree()).toEqual(before);
  return Object.fromEntries(
    [...after].filter(([file, text]) => !file.includes('.ligament/') && before.get(file) !== text),
  );
}

const PACKAGE = { name: 'garden', version: '1.0.0' };

function server(app: string, files: Record<string, string> = {}): MemoryStackHost {
  return new MemoryStackHost('express5-one-js', {
    'package.json': JSON.stringify({
      ...PACKAGE,
      type: 'module',
      scripts: { start: 'node server.js' },
      dependencies: { express: '^5.1.0' },
    }),
    'server.js': app,
    ...files,
  });
}

describe('the first of its kind', () => {
  const APP = `import express from 'express';

const app = express();

app.use(express.json());

app.get('/', (request, response) => response.send('Plots'));

app.use((error, request, response, next) => response.status(500).end());

app.listen(process.env.PORT);
`;

  it('is an endpoint behind all routes, before what takes errors', async () => {
    expect(await grown(server(APP), { part: 'endpoint' })).toEqual({
      'routes/seed-swap.js':
        "import { Router } from 'express'\n\nconst router = Router()\n\nrouter.get('/', (request, response) => {\n  response.json([])\n})\n\nexport default router\n",
      'server.js': APP.replace(
        "from 'express';\n",
        "from 'express';\nimport seedSwap from './routes/seed-swap.js';\n",
      ).replace("response.send('Plots'));\n", "response.send('Plots'));\napp.use('/api/seed-swap', seedSwap);\n"),
    });
  });

  it('is a middleware behind what parses bodies', async () => {
    expect(await grown(server(APP), { part: 'middleware' })).toEqual({
      'middleware/seed-swap.js': 'export default function seedSwap(request, response, next) {\n  next()\n}\n',
      'server.js': APP.replace(
        "from 'express';\n",
        "from 'express';\nimport seedSwap from './middleware/seed-swap.js';\n",
      ).replace('express.json());\n', 'express.json());\napp.use(seedSwap);\n'),
    });
  });

  it('is mounted at its own path where the only one is mounted at the first', async () => {
    const changed = await grown(
      server(
        "import express from 'express';\nimport index from './routes/index.js';\n\nconst app = express();\n\napp.use('/', index);\n\napp.listen(3000);\n",
        {
          'routes/index.js':
            "import { Router } from 'express';\n\nconst router = Router();\n\nrouter.get('/', (request, response) => response.json([]));\n\nexport default router;\n",
        },
      ),
      { part: 'endpoint' },
    );
    expect(changed['server.js']).toContain("app.use('/', index);\napp.use('/seed-swap', seedSwap);\n");
    expect(changed['routes/seed-swap.js']).toContain("router.get('/', ");
  });

  it('does not grow where no server is found that it could be registered with', async () => {
    const host = server("import { listen } from './listen.js';\n\nlisten();\n", {
      'listen.js': 'export const listen = () => undefined;\n',
    });
    await expect(host.grow('SeedSwap', { part: 'endpoint' })).rejects.toThrow('No endpoint can grow in garden');
  });

  it('is refused by a name that no variable can have', async () => {
    await expect(server(APP).grow('delete', { part: 'middleware' })).rejects.toThrow(
      '"delete" cannot be the name of a middleware',
    );
  });

  const FILES = [
    {
      framework: 'the app router of Next.js',
      id: 'next-app-ts',
      files: { 'app/page.tsx': 'export default function Home() {\n  return <h1>Plots</h1>;\n}\n' },
      packages: { next: '^16.0.0', react: '^19.0.0', 'react-dom': '^19.0.0' },
      at: 'app/api/seed-swap/route.ts',
      text: 'export function GET() {\n  return Response.json([]);\n}\n',
    },
    {
      framework: 'the pages router of Next.js',
      id: 'next-pages-js',
      files: { 'pages/index.js': 'export default function Home() {\n  return <h1>Plots</h1>;\n}\n' },
      packages: { next: '^16.0.0', react: '^19.0.0', 'react-dom': '^19.0.0' },
      at: 'pages/api/seed-swap.js',
      text: 'export default function handler(request, response) {\n  response.status(200).json([]);\n}\n',
    },
    {
      framework: 'Nuxt',
      id: 'nuxt-ts',
      files: {
        'app/app.vue': '<template>\n  <NuxtPage />\n</template>\n',
        'nuxt.config.ts': 'export default defineNuxtConfig({});\n',
      },
      packages: { nuxt: '^4.0.0', vue: '^3.5.0' },
      at: 'server/api/seed-swap.ts',
      text: 'export default defineEventHandler(() => []);\n',
    },
    {
      framework: 'SvelteKit',
      id: 'sveltekit-ts',
      files: { 'src/routes/+page.svelte': '<h1>Plots</h1>\n', 'svelte.config.js': 'export default { kit: {} };\n' },
      packages: { '@sveltejs/kit': '^2.0.0', svelte: '^5.0.0', vite: '^7.0.0' },
      at: 'src/routes/api/seed-swap/+server.ts',
      text: "import { json } from '@sveltejs/kit';\n\nexport function GET() {\n\treturn json([]);\n}\n",
    },
  ];

  it.each(FILES)('is an endpoint by its place in $framework', async ({ id, files, packages, at, text }) => {
    const isTyped = at.endsWith('.ts');
    const host = new MemoryStackHost(id, {
      'package.json': JSON.stringify({ ...PACKAGE, type: 'module', dependencies: packages }),
      ...(isTyped ? { 'tsconfig.json': '{}\n' } : {}),
      ...files,
    });
    expect(await grown(host, { part: 'endpoint' })).toEqual({ [at]: text });
  });

  it('is a page of Nuxt, and what the root showed becomes the one before it', async () => {
    const root = `<script setup lang="ts">
import Bed from './parts/Bed.vue'
</script>

<template>
  <main><Bed /><img src="./bed.png" /></main>
</template>
`;
    const host = new MemoryStackHost('nuxt-ts', {
      'package.json': JSON.stringify({ ...PACKAGE, dependencies: { nuxt: '^4.0.0', vue: '^3.5.0' } }),
      'app/app.vue': root,
      'app/parts/Bed.vue': '<template>\n  <p>Bed</p>\n</template>\n',
    });
    expect(await grown(host, { part: 'page' })).toEqual({
      'app/app.vue': '<template>\n  <NuxtPage />\n</template>\n',
      'app/pages/index.vue': root.replaceAll('"./bed', '"../bed').replace("'./parts", "'../parts"),
      'app/pages/seed-swap.vue': '<template>\n  <main>\n    <h1>Seed swap</h1>\n  </main>\n</template>\n',
    });
    // Two of them share what the first one needed.
    const before = host.tree();
    await host.grow('SeedSwap');
    await host.grow('Prices');
    await host.detach('page:SeedSwap');
    expect(host.text('app/app.vue')).toContain('<NuxtPage />');
    expect(host.text('app/pages/index.vue')).toContain('../parts/Bed.vue');
    await host.detach('page:Prices');
    expect(host.tree()).toEqual(before);
  });

  it('is a component beside the modules of the app', async () => {
    const host = new MemoryStackHost('vite4-vue32-js', {
      'package.json': JSON.stringify({
        ...PACKAGE,
        dependencies: { vue: '^3.5.0' },
        devDependencies: { vite: '^7.0.0' },
      }),
      'src/main.js': "import { createApp } from 'vue'\nimport App from './App.vue'\n\ncreateApp(App).mount('#app')\n",
      'src/App.vue': '<template>\n  <h1>Plots</h1>\n</template>\n',
      'index.html': '<script type="module" src="/src/main.js"></script>\n',
    });
    expect(await grown(host, { part: 'component' })).toEqual({
      'src/components/SeedSwap.vue': '<template>\n    <div>Seed swap</div>\n</template>\n',
    });
  });
});

describe('a middleware grows', () => {
  const own = (name: string, body: string): string =>
    `export default function ${name}(req, res, next) {\n  ${body}\n  next();\n}\n`;
  const host = (): MemoryStackHost =>
    server(
      `import express from 'express';
import requestTime from './middleware/request-time.js';
import gate from './middleware/gate.js';
import notFound from './middleware/not-found.js';
import plots from './routes/plots.js';

const app = express();
app.use(requestTime);
app.use(gate);
app.use('/plots', plots);
app.use(notFound);
app.listen(3000);
`,
      {
        'middleware/request-time.js': own('requestTime', 'req.time = Date.now();'),
        'middleware/gate.js': own('gate', "res.set('x-gate', 'open');"),
        'middleware/not-found.js': 'export default function notFound(req, res, next) {\n  next();\n}\n',
        'routes/plots.js': "import { Router } from 'express';\n\nexport default Router();\n",
      },
    );

  it('like those before what answers, behind the last of them', async () => {
    const changed = await grown(host(), { part: 'middleware' });
    expect(changed['middleware/seed-swap.js']).toBe(
      'export default function seedSwap(req, res, next) {\n  next();\n}\n',
    );
    expect(changed['server.js']).toContain(
      "gate from './middleware/gate.js';\nimport seedSwap from './middleware/seed-swap.js';\n",
    );
    expect(changed['server.js']).toContain("app.use(gate);\napp.use(seedSwap);\napp.use('/plots', plots);\n");
  });

  it('before one that is named, which has to be there', async () => {
    const changed = await grown(host(), { part: 'middleware', before: 'gate' });
    expect(changed['server.js']).toContain('app.use(requestTime);\napp.use(seedSwap);\napp.use(gate);\n');
    await expect(host().grow('SeedSwap', { part: 'middleware', before: 'fence' })).rejects.toThrow(
      'There is no middleware "fence" here',
    );
  });
});

describe('a page that is loaded only when it is shown', () => {
  const vue = (routes: string): Record<string, string> => ({
    'package.json': JSON.stringify({
      ...PACKAGE,
      dependencies: { vue: '^3.5.0', 'vue-router': '^4.5.0' },
      devDependencies: { vite: '^7.0.0' },
    }),
    'src/router.js': `import { createRouter, createWebHistory } from 'vue-router'\nimport BedsPage from './pages/BedsPage.vue'\nimport ShedsPage from './pages/ShedsPage.vue'\n\nexport const router = createRouter({\n  history: createWebHistory(),\n  routes: [\n${routes}  ],\n})\n`,
    'src/pages/BedsPage.vue': '<template>\n  <main>\n    <h1>Beds</h1>\n  </main>\n</template>\n',
    'src/pages/ShedsPage.vue': '<template>\n  <main>\n    <h1>Sheds</h1>\n  </main>\n</template>\n',
  });

  it('is so in Vue Router where no other is', async () => {
    const host = new MemoryStackHost(
      'vite4-vue32-js',
      vue("    { path: '/beds', component: BedsPage },\n    { path: '/sheds', component: ShedsPage },\n"),
    );
    const changed = await grown(host, { part: 'page', lazy: true });
    expect(changed['src/router.js']).toContain(
      "    { path: '/sheds', component: ShedsPage },\n    { path: '/seed-swap', component: () => import('./pages/SeedSwapPage.vue') },\n",
    );
  });

  it('is so in React Router, and refused where each page is loaded by itself', async () => {
    const page = (name: string): string => `export default function ${name}Page() {\n  return <h1>${name}</h1>;\n}\n`;
    const react = new MemoryStackHost('vite4-react17-js', {
      'package.json': JSON.stringify({
        ...PACKAGE,
        dependencies: { react: '^19.0.0', 'react-router': '^7.0.0' },
        devDependencies: { vite: '^7.0.0' },
      }),
      'src/routes.jsx': `import { createBrowserRouter } from 'react-router';\nimport BedsPage from './pages/BedsPage';\nimport ShedsPage from './pages/ShedsPage';\n\nexport const router = createBrowserRouter([\n  { path: '/beds', element: <BedsPage /> },\n  { path: '/sheds', element: <ShedsPage /> },\n]);\n`,
      'src/pages/BedsPage.jsx': page('Beds'),
      'src/pages/ShedsPage.jsx': page('Sheds'),
    });
    const changed = await grown(react, { part: 'page', lazy: true });
    expect(changed['src/routes.jsx']).toContain(
      "{ path: '/seed-swap', lazy: async () => ({ Component: (await import('./pages/SeedSwapPage')).default }) },\n",
    );
    const next = new MemoryStackHost('next-app-ts', {
      'package.json': JSON.stringify({ ...PACKAGE, dependencies: { next: '^16.0.0', react: '^19.0.0' } }),
      'app/page.tsx': 'export default function Home() {\n  return <h1>Plots</h1>;\n}\n',
      'app/sheds/page.tsx': 'export default function Sheds() {\n  return <h1>Sheds</h1>;\n}\n',
    });
    await expect(next.grow('SeedSwap', { part: 'page', lazy: true })).rejects.toThrow('cannot be loaded on demand');
  });

  it('waits in a folder for a table that has just begun', async () => {
    const host = new MemoryStackHost('vite4-vue32-js', {
      ...vue(''),
      'src/router.js': `import { createRouter, createWebHistory } from 'vue-router'\nimport App from './App.vue'\n\nexport const router = createRouter({\n  history: createWebHistory(),\n  routes: [{ path: '/', component: App }],\n})\n`,
      'src/App.vue': '<template>\n  <nav>Plots</nav>\n</template>\n',
    });
    expect(await grown(host, { part: 'page', name: 'Beds' })).toEqual({
      'src/router.js': expect.stringContaining("{ path: '/beds', component: BedsPage }],\n") as string,
    });
    const changed = await grown(host, { part: 'page' });
    expect(changed['src/pages/SeedSwapPage.vue']).toBe(
      '<template>\n  <main>\n    <h1>Seed swap</h1>\n  </main>\n</template>\n',
    );
    expect(changed['src/router.js']).toContain("import SeedSwapPage from './pages/SeedSwapPage.vue'\n");
    expect(changed['src/router.js']).toContain(
      "routes: [{ path: '/', component: App }, { path: '/seed-swap', component: SeedSwapPage }],\n",
    );
  });
});
