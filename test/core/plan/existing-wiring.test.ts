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
    // What is set up but for its package gets that, and nothing else.
    expect(after.get('package.json')).toMatch(/"prettier": "\^\d/);
    expect(after.get('package.json')).not.toContain('format:check');
    expect(after.has('.vscode/settings.json')).toBe(false);
  });

  it('is refused where nothing can be told: an app that is given what only its boot module has keeps its boot module', async () => {
    const odd = MAIN.replace('createApp(App)', 'createApp(App, { plots: MOST })').replace(
      'const app',
      'const MOST = 7\n\nconst app',
    );
    const host = new MemoryStackHost('vite-vue-ts', { 'src/main.ts': odd });
    const before = host.tree();
    await expect(host.attach('vue-router')).rejects.toMatchObject({ status: 3 });
    expect(host.tree()).toEqual(before);
  });
});

const TEMPLATE = `import js from '@eslint/js'
import globals from 'globals'
import tseslint from 'typescript-eslint'
import { defineConfig, globalIgnores } from 'eslint/config'

export default defineConfig([
  globalIgnores(['dist']),
  {
    files: ['**/*.{ts,tsx}'],
    extends: [js.configs.recommended, tseslint.configs.recommended],
    languageOptions: { globals: globals.browser },
  },
])
`;

describe('what a host has set up in another way', () => {
  it('a router, plugins and translations of its own stay: nothing is registered twice, only the package is seen to', async () => {
    const own = {
      'src/router/index.ts': `import { createRouter, createWebHistory } from 'vue-router'
import Home from '../App.vue'

export default createRouter({ history: createWebHistory(), routes: [{ path: '/', component: Home }] })
`,
      'src/i18n/index.ts': "import { createI18n } from 'vue-i18n'\n\nexport const texts = createI18n({})\n",
      'src/main.ts': `import { createApp } from 'vue'
import { createPinia } from 'pinia'
import Shell from './Shell.vue'
import router from './router'
import { texts } from './i18n'

const store = createPinia()
createApp(Shell).use(store).use(router).use(texts).mount('#app')
`,
    };
    const host = new MemoryStackHost('vite-vue-ts', own);
    const before = host.tree();
    await host.attachAll(['vue-router', 'pinia', 'vue-i18n']);
    const after = host.tree();
    for (const file of Object.keys(own)) expect(after.get(file), file).toBe(before.get(file));
    expect(after.has('src/router.ts')).toBe(false);
    expect(after.get('package.json')).toContain('"vue-router"');
    await host.detach('vue-router', 'pinia', 'vue-i18n');
    expect(host.tree()).toEqual(before);
  });

  it('providers and routes of React stay, under either name of the package', async () => {
    for (const [name, text] of [
      ['react-router-dom', "import { BrowserRouter } from 'react-router-dom'\n"],
      ['react-router', "import { createBrowserRouter as make } from 'react-router'\n"],
    ] as const) {
      const manifest = new MemoryStackHost('vite-react-ts').tree().get('package.json') ?? '';
      const host = new MemoryStackHost('vite-react-ts', {
        'package.json': manifest.replace('"react":', `"${name}": "^6.4.0",\n    "react":`),
        'src/Pages.tsx': `${text}import { ThemeProvider } from '@mui/material/styles'\n\nexport const all = []\n`,
      });
      const before = host.tree().get('src/main.tsx');
      await host.attachAll(['react-router', '@mui/material']);
      const after = host.tree();
      expect(after.get('src/main.tsx')).toBe(before);
      expect(after.has('src/AppTheme.tsx')).toBe(false);
      expect(after.get('package.json')).toContain(`"${name}"`);
    }
  });

  it('a folder that a new module would hide is a refusal', async () => {
    const host = new MemoryStackHost('vite-vue-ts', { 'src/router/index.ts': 'export const routes = []\n' });
    await expect(host.attach('vue-router')).rejects.toMatchObject({
      status: 3,
      parts: { where: { file: 'src/router.ts' } },
    });
  });

  it('a list of lint configurations that covers all kinds of sources stays as it is', async () => {
    const host = new MemoryStackHost('vite-react-ts', { 'eslint.config.js': TEMPLATE });
    await host.attach('eslint');
    expect(host.tree().get('eslint.config.js')).toBe(TEMPLATE);
    expect(host.tree().get('package.json')).toContain('"eslint"');
    expect(host.tree().get('package.json')).toContain('"typescript-eslint"');
  });

  it('tests that are there stay alone, and what the bundler says of them is not said over', async () => {
    const host = new MemoryStackHost('vite-vue-ts', {
      'vite.config.ts': `import vue from '@vitejs/plugin-vue'
import { defineConfig } from 'vite'

export default defineConfig({ plugins: [vue()], test: { environment: 'jsdom' } })
`,
      'src/plots.test.ts': "import { expect, it } from 'vitest'\n\nit('adds', () => expect(1 + 1).toBe(2))\n",
    });
    await host.attach('vitest');
    const after = host.tree();
    expect(after.has('vitest.config.ts')).toBe(false);
    expect(after.has('src/first.test.ts')).toBe(false);
    expect(after.get('package.json')).toContain('"vitest"');
    expect(after.get('package.json')).not.toContain('happy-dom');
  });

  it.each([
    [
      "content: ['./index.html', './src/**/*.ts'],",
      "content: ['./index.html', './src/**/*.ts', './src/**/*.{html,js,ts,vue}'],",
    ],
    ["content: { files: ['./*.html'] },", "content: { files: ['./*.html', './src/**/*.{html,js,ts,vue}'] },"],
    ["content: ['./index.html', './src/**/*.{vue,ts}'],", "content: ['./index.html', './src/**/*.{vue,ts}'],"],
    ["content: ['./**/*.{html,vue,ts}', ...others],", "content: ['./**/*.{html,vue,ts}', ...others],"],
  ])('globs that miss sources are completed, others stay: %s', async (written, wanted) => {
    const config = (content: string): string => `export default {\n  ${content}\n  theme: { extend: {} },\n};\n`;
    const manifest = new MemoryStackHost('vite-vue-ts').tree().get('package.json') ?? '';
    const host = new MemoryStackHost('vite-vue-ts', {
      'package.json': manifest.replace('"devDependencies": {', '"devDependencies": {\n    "tailwindcss": "^3.4.0",'),
      'tailwind.config.js': config(written),
    });
    const before = host.tree();
    await host.attach('tailwindcss');
    expect(host.tree().get('tailwind.config.js')).toBe(config(wanted));
    await host.detach('tailwindcss');
    expect(host.tree()).toEqual(before);
  });
});

describe('what is not the host’s own', () => {
  it('is passed over by linters and formatters: folders of vendors, files that were made small', async () => {
    const host = new MemoryStackHost('node-lib-js', { 'assets/plots.min.js': 'var a=1\n' });
    await host.attachAll(['eslint', 'prettier']);
    const after = host.tree();
    expect(after.get('eslint.config.mjs')).toContain("'**/vendor/'");
    expect(after.get('eslint.config.mjs')).toContain("'**/*.min.js'");
    expect(after.get('eslint.config.mjs')).toContain("sourceType: 'commonjs'");
    expect(after.get('.prettierignore')).toMatch(/^vendor$/m);
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
