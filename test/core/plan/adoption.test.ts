import { describe, expect, it } from 'vitest';
import { planAttach } from '../../../src/core/plan/attach/plan-attach.ts';
import { planDetach } from '../../../src/core/plan/detach/plan-detach.ts';
import { loadDefinition } from '../../../src/core/definition/catalog.ts';
import { CATALOG } from '../../support/memory-host.ts';
import { MemoryStackHost } from '../../support/stack-host.ts';

const WISHES = { take: {}, movePackages: false, whereItFits: false };

/** A host whose manifest declares more packages, and has more scripts. */
function hostWith(id: string, packages: Record<string, string>, files: Record<string, string> = {}, more: object = {}) {
  const manifest = JSON.parse(new MemoryStackHost(id).tree().get('package.json') ?? '') as Record<string, object>;
  const own = { ...manifest, ...more, devDependencies: { ...manifest.devDependencies, ...packages } };
  return new MemoryStackHost(id, { 'package.json': `${JSON.stringify(own, null, 2)}\n`, ...files });
}

async function plan(host: MemoryStackHost, integration: string, complete = false) {
  const context = await host.open();
  const definition = await loadDefinition(context.reader, CATALOG, integration);
  return planAttach(context, [{ definition, workspace: '.', choices: {} }], { ...WISHES, complete });
}

/** The files of a plan beside Ligament's own record. */
async function changed(host: MemoryStackHost, integration: string): Promise<string[]> {
  const { files } = await plan(host, integration);
  return files.filter(({ role }) => role !== 'record').map(({ file }) => file);
}

const TAILWIND = { tailwindcss: '^4.1.0' };
const SHEET = { 'src/style.css': "@import 'tailwindcss';\n" };

// Hosts that are set up, as people do it: none of them gets a change.
const SET_UP: [string, string, MemoryStackHost][] = [
  [
    'tailwindcss',
    "the bundler's plugin, under another name",
    hostWith(
      'vite-vue-ts',
      { ...TAILWIND, '@tailwindcss/vite': '^4.1.0' },
      {
        ...SHEET,
        'vite.config.ts':
          "import tw from '@tailwindcss/vite'\nimport vue from '@vitejs/plugin-vue'\nimport { defineConfig } from 'vite'\n\nexport default defineConfig({ plugins: [vue(), tw()] })\n",
      },
    ),
  ],
  [
    'tailwindcss',
    'PostCSS in the manifest',
    hostWith('vite-vue-ts', { ...TAILWIND, '@tailwindcss/postcss': '^4.1.0' }, SHEET, {
      postcss: { plugins: { '@tailwindcss/postcss': {} } },
    }),
  ],
  [
    'tailwindcss',
    'its third line, with rules in a component',
    hostWith(
      'vite-vue-ts',
      { tailwindcss: '^3.4.0', autoprefixer: '^10.0.0' },
      {
        'postcss.config.cjs': 'module.exports = { plugins: { tailwindcss: {}, autoprefixer: {} } }\n',
        'tailwind.config.cjs': "module.exports = { content: ['./src/**/*.vue'] }\n",
        'src/App.vue':
          '<template><p>plots</p></template>\n\n<style>\n@tailwind base;\n@tailwind utilities;\n</style>\n',
      },
    ),
  ],
  [
    'vue-router',
    'a router with a renamed import',
    hostWith(
      'vite-vue-ts',
      { 'vue-router': '^4.2.0' },
      {
        'src/routing/index.ts':
          "import { createRouter as make, createWebHistory } from 'vue-router'\n\nexport const routing = make({ history: createWebHistory(), routes: [] })\n",
      },
    ),
  ],
  [
    'vitest',
    'a runner that its scripts run, with globals',
    hostWith(
      'vite-vue-ts',
      { vitest: '^1.6.0' },
      { 'src/plots.test.ts': "it('adds', () => expect(2).toBe(2))\n" },
      {
        scripts: { 'test:unit': 'vitest --globals' },
      },
    ),
  ],
  [
    'eslint',
    'an older form that covers its sources',
    hostWith(
      'vite-vue-ts',
      { eslint: '^8.57.0' },
      {
        '.eslintrc.cjs':
          "module.exports = { extends: ['plugin:vue/vue3-recommended', '@vue/eslint-config-typescript'] }\n",
      },
    ),
  ],
  [
    'prettier',
    'settings in the manifest',
    hostWith('vite-vue-ts', { prettier: '^3.0.0' }, {}, { prettier: { semi: false } }),
  ],
  [
    'prettier',
    'a script alone',
    hostWith('vite-js', { prettier: '^2.8.0' }, {}, { scripts: { pretty: 'prettier -w src' } }),
  ],
  [
    'stylelint',
    'a configuration as a module',
    hostWith('vite-js', { stylelint: '^15.0.0' }, { 'stylelint.config.mjs': 'export default { rules: {} }\n' }),
  ],
  ['editorconfig', 'a file', new MemoryStackHost('vite-js', { '.editorconfig': 'root = true\n' })],
  [
    'lint-staged',
    'a hook of a manager, and settings in a file',
    hostWith(
      'node-lib-js',
      { 'lint-staged': '^15.0.0', husky: '^9.0.0' },
      {
        '.husky/pre-commit': 'pnpm exec lint-staged\n',
        '.lintstagedrc.json': '{ "*.js": "eslint" }\n',
      },
    ),
  ],
  [
    'bootstrap',
    'loaded by a script',
    hostWith('vite-js', { bootstrap: '^5.0.0' }, { 'src/extra.js': "import 'bootstrap/dist/css/bootstrap.css'\n" }),
  ],
  [
    'axios',
    'an instance of its own',
    hostWith(
      'vite-vue-ts',
      { axios: '^0.27.0' },
      { 'src/api.ts': "import axios from 'axios'\n\nexport const api = axios.create()\n" },
    ),
  ],
];

describe('what is set up by hand', () => {
  it.each(SET_UP)('is adopted and stays as it is: %s, %s', async (integration, _, host) => {
    expect(await changed(host, integration)).toEqual([]);
    const { parts, title } = await plan(host, integration);
    expect(parts[0]?.adopted?.places.length).toBeGreaterThan(0);
    expect(title).toBe(`attach ${integration} to ${parts[0]?.workspaceName ?? ''}`);
  });

  it('is told with what would round it off, which comes when it is asked for', async () => {
    const host = hostWith('vite-vue-ts', { prettier: '^3.0.0' }, { '.prettierrc': '{}\n' });
    const offered = await plan(host, 'prettier');
    expect(offered.parts[0]?.adopted?.suggested).toContain('.vscode/extensions.json: "esbenp.prettier-vscode"');
    const complete = await plan(host, 'prettier', true);
    const files = complete.files.map(({ file }) => file);
    expect(files).toContain('.vscode/extensions.json');
    expect(files).toContain('.prettierignore');
    expect(files).not.toContain('.prettierrc.json');
  });

  it('leaves with its record alone, and where it stands is told place by place', async () => {
    const host = hostWith('vite-vue-ts', { ...TAILWIND, '@tailwindcss/postcss': '^4.1.0' }, SHEET, {
      postcss: { plugins: { '@tailwindcss/postcss': {} } },
    });
    const before = host.tree();
    await host.attach('tailwindcss');
    const context = await host.open();
    const changes = await planDetach(context, context.ledgers);
    expect(changes.files.map(({ file }) => file)).toEqual(['.ligament/attached/tailwindcss.json']);
    const [staying] = changes.staying ?? [];
    expect(staying?.places.map(({ file, line }) => `${file}:${line ?? 0}`)).toContain('src/style.css:1');
    expect(staying?.command).toBe('npm uninstall tailwindcss');
    await host.detach('tailwindcss');
    expect(host.tree()).toEqual(before);
  });

  it('in an older form that lacks its package gets the last line that reads it', async () => {
    const host = hostWith('node-lib-js', {}, {}, { eslintConfig: { extends: 'eslint:recommended' } });
    await host.attach('eslint');
    const { devDependencies } = JSON.parse(host.tree().get('package.json') ?? '') as Record<string, object>;
    expect(devDependencies).toMatchObject({ eslint: expect.stringMatching(/^\^8\./) as string });
    expect([...host.tree().keys()].filter((file) => file.startsWith('eslint.config'))).toEqual([]);
  });

  it('in part gets what is missing and nothing else: the way by which it is wired is taken', async () => {
    const host = hostWith(
      'vite-vue-ts',
      { ...TAILWIND, '@tailwindcss/postcss': '^4.1.0' },
      {
        'postcss.config.js': "export default { plugins: { '@tailwindcss/postcss': {} } }\n",
      },
    );
    expect(await changed(host, 'tailwindcss')).toEqual(['src/style.css']);
  });

  it('covers some kinds of sources only: the others are added, before rules of its own', async () => {
    const own =
      "import js from '@eslint/js'\n\nexport default [\n  js.configs.recommended,\n  { rules: { 'no-undef': 'off' } },\n]\n";
    const host = hostWith('vite-vue-ts', { eslint: '^9.22.0', '@eslint/js': '^9.22.0' }, { 'eslint.config.js': own });
    await host.attach('eslint');
    const text = host.tree().get('eslint.config.js') ?? '';
    expect(text.indexOf('tseslint.configs.recommended')).toBeGreaterThan(text.indexOf('js.configs.recommended'));
    expect(text.indexOf("pluginVue.configs['flat/recommended']")).toBeLessThan(
      text.indexOf("'no-undef': 'off' } },\n]"),
    );
    expect(text).not.toContain('globals');
    await host.detach('eslint');
    expect(host.tree().get('eslint.config.js')).toBe(own);
  });

  it('in the older form is completed by overrides: as a script, as JSON, in the manifest', async () => {
    const script = hostWith(
      'vite-js',
      { eslint: '^8.57.0', typescript: '^5.0.0' },
      {
        '.eslintrc.cjs': "module.exports = {\n  root: true,\n  extends: ['eslint:recommended'],\n};\n",
      },
    );
    await script.attach('eslint');
    expect(script.tree().get('.eslintrc.cjs')).toContain("parser: '@typescript-eslint/parser'");
    const json = hostWith(
      'vite-js',
      { eslint: '^8.57.0', typescript: '^5.0.0' },
      {
        '.eslintrc.json': '{\n  "extends": "eslint:recommended"\n}\n',
      },
    );
    await json.attach('eslint');
    expect(JSON.parse(json.tree().get('.eslintrc.json') ?? '')).toMatchObject({
      extends: 'eslint:recommended',
      overrides: [{ files: ['*.ts', '*.tsx', '*.mts', '*.cts'], parser: '@typescript-eslint/parser' }],
    });
    await json.detach('eslint');
    expect(json.tree().get('.eslintrc.json')).toBe('{\n  "extends": "eslint:recommended"\n}\n');
  });
});

describe('hooks before a commit', () => {
  const PACKAGES = { prettier: '^3.0.0' };
  const line = 'npx lint-staged';

  it.each([
    [
      'husky 9',
      { husky: '^9.0.0' },
      { '.husky/pre-commit': 'npm test\n' },
      {},
      '.husky/pre-commit',
      `npm test\n${line}\n`,
    ],
    [
      'husky 8, without a hook yet',
      { husky: '^8.0.0' },
      {},
      { scripts: { prepare: 'husky install' } },
      '.husky/pre-commit',
      `#!/usr/bin/env sh\n. "$(dirname -- "$0")/_/husky.sh"\n\n${line}\n`,
    ],
    [
      'a field of the manifest',
      { 'simple-git-hooks': '^2.0.0' },
      {},
      { 'simple-git-hooks': { 'pre-commit': 'npm test' } },
      'package.json',
      `"pre-commit": "npm test && ${line}"`,
    ],
    [
      'husky 4',
      { husky: '^4.0.0' },
      {},
      { husky: { hooks: { 'pre-commit': 'npm test' } } },
      'package.json',
      `"pre-commit": "npm test && ${line}"`,
    ],
    [
      'lefthook',
      { lefthook: '^1.0.0' },
      { 'lefthook.yml': 'pre-commit:\n  commands:\n    tests:\n      run: npm test\n' },
      {},
      'lefthook.yml',
      `run: ${line}`,
    ],
    [
      'a prepare script of its own',
      {},
      {},
      { scripts: { prepare: 'node build.js' } },
      'package.json',
      '"prepare": "node build.js && git config core.hooksPath .githooks"',
    ],
  ])('of %s get a line of their own, theirs stays', async (_, packages, files, more, file, wanted) => {
    const host = hostWith('node-lib-js', { ...PACKAGES, ...packages }, files, more);
    const before = host.tree();
    await host.attach('lint-staged');
    expect(host.tree().get(file)).toContain(wanted);
    await host.detach('lint-staged');
    expect(host.tree()).toEqual(before);
  });
});
