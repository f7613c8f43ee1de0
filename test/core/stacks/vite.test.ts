import { describe, expect, it } from 'vitest';
import type { Joint } from '../../../src/core/joints/joint.ts';
import { readSides, type StackFacts } from '../../../src/core/stacks/sides.ts';
import { findHost } from '../../../src/core/survey/host.ts';
import { surveyHost } from '../../../src/core/survey/survey.ts';
import { memoryReader } from '../../support/memory-reader.ts';

const BASE = {
  'package.json': '{ "name": "beds", "type": "module", "devDependencies": { "vite": "^7.2.0", "react": "^19.0.0" } }',
  'index.html': '<script type="module" src="/src/main.jsx"></script>',
  'src/main.jsx': "import './site.css'\n",
  'src/site.css': '',
};

async function stackOf(files: Record<string, string>): Promise<StackFacts> {
  const reader = memoryReader(files);
  const facts = surveyHost(reader, await findHost(reader, '/host'), '');
  const [workspace] = facts.workspaces;
  if (!workspace) throw new Error('no workspace');
  const [only] = await readSides(reader, '/host', workspace);
  if (!only) throw new Error('no stack');
  return only;
}

async function joint(files: Record<string, string>, name: Joint['name']): Promise<Joint> {
  const { joints } = await stackOf(files);
  const found = joints.find((one) => one.name === name);
  if (!found) throw new Error(`no joint ${name}`);
  return found;
}

describe('a Vite workspace', () => {
  it('is recognised with its framework, by what is declared', async () => {
    expect((await stackOf(BASE)).title).toBe('Vite 7.2 + React 19.0');
    expect((await stackOf({ 'package.json': '{ "dependencies": { "express": "^4.18.0" } }' })).title).toBe('Express 4');
    expect((await stackOf({ 'package.json': '{}' })).id).toBe('node');
  });

  it('has its plugins in the configuration that its own scripts name', async () => {
    const files = {
      ...BASE,
      'package.json':
        '{ "type": "module", "scripts": { "build": "tsc && vite build --config build/site.config.js" }, "devDependencies": { "vite": "^7.2.0" } }',
      'build/site.config.js': '\nexport default { plugins: [] }\n',
      'vite.config.js': 'export default { plugins: [] }\n',
    };
    expect(await joint(files, 'bundler.plugins')).toMatchObject({
      state: 'present',
      file: 'build/site.config.js',
      line: 2,
    });
    expect(await joint(BASE, 'bundler.plugins')).toMatchObject({ state: 'makeable', file: 'vite.config.js' });
    expect(await joint({ ...BASE, 'vite.config.js': 'export default make()' }, 'bundler.plugins')).toMatchObject({
      state: 'blocked',
      refusal: { line: 1 },
    });
  });

  it('has the sheet that its boot module loads, through aliases, and never one that is not plain CSS', async () => {
    const sheet = async (files: Record<string, string>) => {
      const { state, file } = await joint({ ...BASE, ...files }, 'styles.global');
      return `${state} ${file}`;
    };
    expect(await sheet({})).toBe('present src/site.css');
    expect(
      await sheet({
        'src/main.jsx': "import './look.module.css'\nimport './site.scss'\n",
        'src/site.scss': '',
        'src/look.module.css': '',
      }),
    ).toBe('makeable src/style.css');
    expect(await sheet({ 'src/main.jsx': "import 'garden/all.css'\n", 'src/style.css': 'not loaded' })).toBe(
      'makeable src/styles.css',
    );
    expect(
      await sheet({
        'src/main.jsx': "import App from './App'\n",
        'src/App.jsx': "import './App.css'\n",
        'src/App.css': '',
      }),
    ).toBe('present src/App.css');
    const aliased = {
      'src/main.jsx': "import '#/site.css'\n",
      'vite.config.js': "export default { resolve: { alias: [{ find: '#', replacement: '/src' }] } }",
    };
    expect(await sheet(aliased)).toBe('present src/site.css');
    const compiler = {
      'src/main.jsx': "import '@/site.css'\n",
      'tsconfig.json': '{ "compilerOptions": { "paths": { "@/*": ["./src/*"], } } }',
    };
    expect(await sheet(compiler)).toBe('present src/site.css');
    expect(
      await sheet({
        'index.html': '<link rel="stylesheet" href="/print.css"><p>no module</p>',
        'public/print.css': '',
      }),
    ).toBe('makeable style.css');
  });

  it('has no boot module and no sheet to be found without a page, and says so', async () => {
    const files: Record<string, string> = { ...BASE };
    delete files['index.html'];
    expect(await joint(files, 'app.boot')).toMatchObject({
      state: 'blocked',
      refusal: { reason: 'no page was found at index.html' },
    });
    expect(await joint(files, 'styles.global')).toMatchObject({ state: 'blocked' });
  });

  it('has PostCSS set up where PostCSS looks for it', async () => {
    const postcss = async (files: Record<string, string>) => joint({ ...BASE, ...files }, 'postcss.plugins');
    expect(await postcss({})).toMatchObject({ state: 'makeable', file: 'postcss.config.mjs' });
    expect(await postcss({ 'postcss.config.cjs': 'module.exports = { plugins: { nested: {} } }' })).toMatchObject({
      state: 'present',
      detail: 'plugins by name',
    });
    expect(await postcss({ '.postcssrc': 'plugins:\n  nested: {}\n' })).toMatchObject({
      state: 'present',
      file: '.postcssrc',
    });
    expect(await postcss({ 'vite.config.js': 'export default { css: { postcss: { plugins: [] } } }' })).toMatchObject({
      file: 'vite.config.js',
      detail: 'a list of plugins',
    });
    expect(
      await postcss({
        'vite.config.js': "export default { css: { postcss: './look' } }",
        'look/postcss.config.js': 'export default { plugins: all }',
      }),
    ).toMatchObject({ state: 'blocked', file: 'look/postcss.config.js' });
  });
});
