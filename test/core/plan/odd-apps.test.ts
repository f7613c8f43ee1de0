import { describe, expect, it } from 'vitest';
import { MemoryStackHost } from '../../support/stack-host.ts';

/** What becomes of an app's boot module (and of others) once something is attached, and the router that came. */
async function attached(id: string, integration: string, files: Record<string, string>) {
  const host = new MemoryStackHost(id, files);
  const before = host.tree();
  await host.attach(integration);
  const after = host.tree();
  await host.detach(integration);
  expect(host.tree()).toEqual(before);
  return after;
}

const LEAD = `import { createRoot } from 'react-dom/client';\n`;

describe('what an app written with React shows', () => {
  it('is found through providers, boundaries, comments and siblings', async () => {
    const main = `${LEAD}import { StrictMode, Suspense } from 'react';
import { Provider } from 'react-redux';
import { ErrorBoundary } from './ErrorBoundary';
import { Toasts } from './Toasts';
import App from './App';
import { store } from './store';

createRoot(document.getElementById('root')!).render(
  <StrictMode>
    {/* The store goes first. */}
    <Provider store={store}>
      <ErrorBoundary fallback={<p>Out of order</p>}>
        <Suspense fallback={<Toasts />}>
          <App />
        </Suspense>
      </ErrorBoundary>
      <Toasts />
    </Provider>
  </StrictMode>,
);
`;
    const after = await attached('vite-react-ts', 'react-router', { 'src/main.tsx': main });
    const text = after.get('src/main.tsx') ?? '';
    expect(text).toContain('<Suspense fallback={<Toasts />}>\n          <RouterProvider router={router} />\n');
    expect(text).toContain('{/* The store goes first. */}');
    expect(text).not.toContain("from './App'");
    expect(after.get('src/router.ts')).toContain("import App from './App';");
  });

  it('is found in another module that the boot module loads, and named from the router’s place', async () => {
    const after = await attached('vite-react-ts', 'react-router', {
      'src/main.tsx': "import './index.css';\nimport { start } from './start/browser';\n\nstart();\n",
      'src/start/browser.tsx': `${LEAD}import App from '../App';

export function start() {
  const container = document.getElementById('root');
  if (container) createRoot(container).render(<App />);
}
`,
    });
    expect(after.get('src/start/browser.tsx')).toContain('.render(<RouterProvider router={router} />)');
    expect(after.get('src/start/browser.tsx')).toContain("import { router } from '../router';");
    expect(after.get('src/router.ts')).toContain("import App from './App';");
    expect(after.get('src/main.tsx')).toContain("import { start } from './start/browser';");
  });

  it('is found where it is handed to a function of another module', async () => {
    const files = {
      'src/main.tsx': "import App from './App';\nimport { start } from './start';\n\nstart(<App />);\n",
      'src/start.tsx': `${LEAD}import { StrictMode, type ReactNode } from 'react';

export function start(node: ReactNode) {
  createRoot(document.getElementById('root')!).render(<StrictMode>{node}</StrictMode>);
}
`,
    };
    const after = await attached('vite-react-ts', 'react-router', files);
    expect(after.get('src/main.tsx')).toContain('start(<RouterProvider router={router} />);');
    expect(after.get('src/main.tsx')).not.toContain('./App');
    expect(after.get('src/start.tsx')).toBe(files['src/start.tsx']);
    const around = await attached('vite-react-ts', '@mui/material', files);
    expect(around.get('src/main.tsx')).toContain('start(<AppTheme><App /></AppTheme>);');
  });

  it('is handed on to the first route with what it is given', async () => {
    const after = await attached('vite-react-ts', 'react-router', {
      'src/main.tsx': `${LEAD}import App from './App';
import settings from './settings';

createRoot(document.getElementById('root')!).render(<App title="Plots" rows={4} settings={settings} wide />);
`,
    });
    expect(after.get('src/main.tsx')).toContain('.render(<RouterProvider router={router} />);');
    const router = after.get('src/router.ts') ?? '';
    expect(router).toContain('import { createElement } from "react";');
    expect(router).toContain('import settings from "./settings";');
    expect(router).toContain(
      `Component: () => createElement(App, { title: "Plots", rows: 4, settings: settings, wide: true })`,
    );
  });

  it.each([
    ['hydrateRoot', "import { hydrateRoot } from 'react-dom/client';", 'hydrateRoot(document, <App />);'],
    [
      'the older form',
      "import ReactDOM from 'react-dom';",
      "ReactDOM.render(<App />, document.getElementById('root'));",
    ],
    [
      'an element by name',
      "import { createRoot } from 'react-dom/client';",
      "const app = <App />;\ncreateRoot(document.getElementById('root')!).render(app);",
    ],
    [
      'a component of the same file',
      "import { createRoot } from 'react-dom/client';",
      'function Shell() {\n  return (\n    <main>\n      <App />\n    </main>\n  );\n}\ncreateRoot(document.body).render(<Shell />);',
    ],
    [
      'a call of a wrapper',
      "import { createRoot } from 'react-dom/client';\nimport { withStore } from './store';",
      'createRoot(document.body).render(withStore(<App />));',
    ],
  ])('is found in %s', async (_, lead, call) => {
    const after = await attached('vite-react-ts', 'react-router', {
      'src/main.tsx': `${lead}\nimport App from './App';\n\n${call}\n`,
    });
    expect(after.get('src/main.tsx')).toContain('<RouterProvider router={router} />');
    expect(after.get('src/main.tsx')).not.toContain('<App />');
  });

  it.each([
    [
      'several of which none is the app',
      "import A from './A';\nimport B from './B';",
      '<><A /><B /></>',
      'several components (A, B)',
    ],
    [
      'one that is given what only the boot module has',
      "import App from './App';",
      '<App user={window.user ?? guest} />',
      'is given "guest"',
    ],
    ['one that is given a function', "import App from './App';", '<App onEnd={() => stop()} />', 'cannot be read'],
  ])('is not guessed: %s', async (_, lead, shown, reason) => {
    const host = new MemoryStackHost('vite-react-ts', {
      'src/main.tsx': `${LEAD}${lead}\n\nconst guest = {};\nfunction stop() {}\ncreateRoot(document.body).render(${shown});\n`,
    });
    await expect(host.attach('react-router')).rejects.toMatchObject({
      status: 3,
      parts: { why: expect.stringContaining(reason) as string },
    });
  });
});

const VUE = "import { createApp } from 'vue';\n";

describe('what an app written with Vue shows', () => {
  it('is handed on to the first route with what it is given', async () => {
    const after = await attached('vite-vue-ts', 'vue-router', {
      'src/main.ts': `${VUE}import App from './App.vue';\n\ncreateApp(App, { plots: 7 }).mount('#app');\n`,
    });
    expect(after.get('src/main.ts')).toContain("createApp(RouterView).use(router).mount('#app');");
    expect(after.get('src/router.ts')).toContain('component: { render: () => h(App, { plots: 7 }) }');
    expect(after.get('src/router.ts')).toContain("import { h } from 'vue'");
  });

  it('is found where it is handed to a function of another module', async () => {
    const start = `import { createApp, type Component } from 'vue'

export function start(root: Component) {
  createApp(root).mount('#app')
}
`;
    const after = await attached('vite-vue-ts', 'vue-router', {
      'src/main.ts': "import App from './App.vue'\nimport { start } from './start'\n\nstart(App)\n",
      'src/start.ts': start,
    });
    expect(after.get('src/main.ts')).toBe(
      "import { start } from './start'\nimport { RouterView } from 'vue-router'\n\nstart(RouterView)\n",
    );
    expect(after.get('src/start.ts')).toContain("createApp(root).use(router).mount('#app')");
    expect(after.get('src/router.ts')).toContain("import App from './App.vue'");
  });

  it('is found in a render function, and in another module', async () => {
    const after = await attached('vite-vue-ts', 'vue-router', {
      'src/main.ts': "import { mount } from './mount';\n\nmount('#app');\n",
      'src/mount.ts': `import { createApp, h } from 'vue';
import App from './App.vue';

export const mount = (place: string) => {
  const app = createApp({ render: () => h(App) });
  app.mount(place);
};
`,
    });
    expect(after.get('src/mount.ts')).toContain('h(RouterView)');
    expect(after.get('src/mount.ts')).toContain('app.use(router)');
    expect(after.get('src/main.ts')).toContain("mount('#app');");
  });

  it('may be made for servers, too', async () => {
    const after = await attached('vite-vue-ts', 'pinia', {
      'src/main.ts': `import { createSSRApp } from 'vue';\nimport App from './App.vue';\n\nconst app = createSSRApp(App);\napp.mount('#app');\n`,
    });
    expect(after.get('src/main.ts')).toContain('app.use(createPinia());\napp.mount');
  });
});
