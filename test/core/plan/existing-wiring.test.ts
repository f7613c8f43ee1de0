import { describe, expect, it } from 'vitest';
import { MemoryStackHost } from '../../support/stack-host.ts';

const MAIN = `import { createApp } from 'vue'
import { createPinia } from 'pinia'
import App from './App.vue'
import './style.css'

const app = createApp(App)
app.use(createPinia())
app.mount('#app')
`;

const LINT = `import js from '@eslint/js'
import tseslint from 'typescript-eslint'

export default tseslint.config(
  js.configs.recommended,
  // Ours.
  { rules: { eqeqeq: 'error' } },
)
`;

describe('what a host has by hand already', () => {
  it('stays: a plugin of the app is not registered twice', async () => {
    const host = new MemoryStackHost('vite-vue-ts', { 'src/main.ts': MAIN });
    await host.attach('pinia');
    expect(host.tree().get('src/main.ts')).toBe(MAIN);
    await host.attach('vue-i18n');
    expect(host.tree().get('src/main.ts')).toBe(
      MAIN.replace("import './style.css'\n", "import './style.css'\nimport { i18n } from './i18n'\n").replace(
        'app.use(createPinia())\n',
        'app.use(createPinia())\napp.use(i18n)\n',
      ),
    );
  });

  it('is extended: a list of lint configurations gets what is missing, and keeps its own', async () => {
    const host = new MemoryStackHost('vite-vue-ts', { 'eslint.config.js': LINT });
    await host.attach('eslint');
    const text = host.tree().get('eslint.config.js') ?? '';
    expect(text.match(/js\.configs\.recommended/g)).toHaveLength(1);
    expect(text).toContain("  // Ours.\n  { rules: { eqeqeq: 'error' } },\n");
    expect(text).toContain("pluginVue.configs['flat/recommended']");
    await host.detach('eslint');
    expect(host.tree().get('eslint.config.js')).toBe(LINT);
  });

  it('counts: settings of a formatter are not written beside its own, scripts of that name stay', async () => {
    const manifest = (new MemoryStackHost('vite-js').tree().get('package.json') ?? '').replace(
      '"dev": "vite"',
      '"dev": "vite",\n    "format": "prettier --write src"',
    );
    const own = { '.prettierrc': 'semi: false\n', 'package.json': manifest };
    const host = new MemoryStackHost('vite-js', own);
    await host.attach('prettier');
    const after = host.tree();
    expect(after.get('.prettierrc')).toBe('semi: false\n');
    expect(after.has('.prettierrc.json')).toBe(false);
    expect(after.get('package.json')).toContain('"format": "prettier --write src"');
    expect(after.get('package.json')).toContain('"format:check": "prettier --check ."');
  });

  it('is refused where nothing can be told: an app that is shown with properties keeps its boot module', async () => {
    const odd = MAIN.replace('createApp(App)', 'createApp(App, { plots: 7 })');
    const host = new MemoryStackHost('vite-vue-ts', { 'src/main.ts': odd });
    const before = host.tree();
    await expect(host.attach('vue-router')).rejects.toMatchObject({ status: 3 });
    expect(host.tree()).toEqual(before);
  });
});

describe('a router', () => {
  it('shows what the app showed as its first route, with providers and plugins left around it', async () => {
    const react = new MemoryStackHost('vite-react-ts');
    await react.attach('@mui/material');
    await react.attach('react-router');
    const files = react.tree();
    expect(files.get('src/main.tsx')).toContain(
      [
        '  <AppTheme>',
        '    <StrictMode>',
        '      <RouterProvider router={router} />',
        '    </StrictMode>',
        '  </AppTheme>,',
      ].join('\n'),
    );
    expect(files.get('src/main.tsx')).not.toContain('./App.tsx');
    expect(files.get('src/router.ts')).toContain('import App from "./App.tsx";');
    const vue = new MemoryStackHost('vite-vue-ts', { 'src/main.ts': MAIN });
    await vue.attach('vue-router');
    expect(vue.tree().get('src/main.ts')).toContain(
      'const app = createApp(RouterView)\napp.use(createPinia())\napp.use(router)\napp.mount',
    );
    expect(vue.tree().get('src/router.ts')).toContain("routes: [{ path: '/', component: App }]");
  });
});

describe('where a framework has its own place', () => {
  it.each([
    ['nuxt-ts', 'pinia', 'nuxt.config.ts', "modules: ['@pinia/nuxt']"],
    ['nuxt-ts', 'tailwindcss', 'nuxt.config.ts', 'plugins: [tailwindcss()]'],
    ['nuxt-ts', 'bootstrap', 'app/assets/main.css', '@import "bootstrap/dist/css/bootstrap.min.css";'],
    ['next-app-ts', 'tailwindcss', 'postcss.config.mjs', '"@tailwindcss/postcss": {}'],
    ['next-app-ts', '@mui/material', 'src/app/layout.tsx', '<body><AppTheme>{children}</AppTheme></body>'],
    ['angular-ts', 'tailwindcss', '.postcssrc.json', '"@tailwindcss/postcss": {}'],
    ['sveltekit-ts', 'bootstrap', 'src/routes/+layout.svelte', "import '../app.css';"],
    ['astro-ts', 'bootstrap', 'src/layouts/Base.astro', "import '../styles/global.css';"],
    ['webpack-js', 'bootstrap', 'src/site.css', '@import "bootstrap/dist/css/bootstrap.min.css";'],
    ['next-pages-js', 'bootstrap', 'styles/globals.css', '@import "bootstrap/dist/css/bootstrap.min.css";'],
  ])('on %s %s goes there', async (id, integration, file, text) => {
    const host = new MemoryStackHost(id);
    const before = host.tree();
    await host.attach(integration);
    expect(host.tree().get(file)).toContain(text);
    await host.detach(integration);
    expect(host.tree()).toEqual(before);
  });
});
