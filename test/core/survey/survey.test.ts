import { describe, expect, it } from 'vitest';
import { chooseWorkspaces } from '../../../src/core/survey/choose-workspaces.ts';
import { findHost } from '../../../src/core/survey/host.ts';
import { findManager } from '../../../src/core/ecosystems/npm/manager.ts';
import { readManifest } from '../../../src/core/ecosystems/npm/manifest.ts';
import { parsePnpmWorkspaces } from '../../../src/core/ecosystems/npm/pnpm-workspaces.ts';
import { surveyHost } from '../../../src/core/survey/survey.ts';
import { memoryReader } from '../../support/memory-reader.ts';

const GARDEN = {
  'package.json': '{ "name": "garden", "workspaces": ["web", "./api/"] }',
  'web/package.json':
    '{ "name": "@garden/web", "type": "module", "devDependencies": { "vite": "^7.0.0", "absent": "1" } }',
  'web/tsconfig.json': '{}',
  'web/src/main.ts': "import a from 'a'\nexport const b = {\n    a,\n}\n",
  'web/node_modules/vite/package.json': '{ "version": "7.1.0" }',
  'api/package.json': '{ "name": "api" }',
  'api/server.js': 'const a = require("a");\n',
  'shed/package.json': '{ "name": "shed" }',
};

describe('finding the host', () => {
  it('goes up to the root that has the package as a workspace, and no further', async () => {
    const reader = memoryReader(GARDEN);
    expect((await findHost(reader, '/host/web/src')).workspaces.map(({ folder }) => folder)).toEqual([
      '.',
      'api',
      'web',
    ]);
    expect(await findHost(reader, '/host/shed')).toMatchObject({ root: '/host/shed', workspaces: [{ folder: '.' }] });
    await expect(findHost(memoryReader({ 'a.txt': '' }), '/host')).rejects.toMatchObject({ parts: { status: 2 } });
  });

  it('does not leave the root for a workspace, and is not led astray by a broken manifest above', async () => {
    const reader = memoryReader({
      'package.json': '{ "workspaces": ["../outside", "/etc", "in"] }',
      'in/package.json': '{}',
    });
    expect((await findHost(reader, '/host')).workspaces.map(({ folder }) => folder)).toEqual(['.', 'in']);
    const broken = memoryReader({ 'package.json': '{ nonsense', 'web/package.json': '{}' });
    expect((await findHost(broken, '/host/web')).root).toBe('/host/web');
  });

  it('reads the workspaces that pnpm keeps in a file of its own', () => {
    expect(parsePnpmWorkspaces('packages:\n  - web\n  - 7\n').patterns).toEqual(['web']);
    expect(parsePnpmWorkspaces('').patterns).toEqual([]);
    expect(() => parsePnpmWorkspaces('a: [')).toThrow('pnpm-workspace.yaml is not valid YAML');
  });
});

describe('manifests', () => {
  it('are read for what they are, whatever they hold', async () => {
    const text =
      '\uFEFF{ "name": 7, "type": "module", "workspaces": { "packages": ["a", 1] }, "dependencies": { "__proto__": "1", "b": 2, "c": "3" } }';
    const manifest = await readManifest(memoryReader({ 'package.json': text }), '/host', 'package.json');
    expect(manifest).toMatchObject({ name: undefined, type: 'module', workspaces: ['a'] });
    expect(Object.entries(manifest?.sections.dependencies ?? {})).toEqual([
      ['__proto__', '1'],
      ['c', '3'],
    ]);
    await expect(readManifest(memoryReader({ 'package.json': '[]' }), '/host', 'package.json')).rejects.toMatchObject({
      parts: { where: { file: 'package.json' } },
    });
  });
});

describe('the facts of a host', () => {
  it('are language, module format, style and installed versions of each workspace', async () => {
    const reader = memoryReader(GARDEN);
    const facts = surveyHost(reader, await findHost(reader, '/host'), '');
    const [root, api, web] = facts.workspaces;
    expect(root).toMatchObject({ name: 'garden', language: 'js', moduleFormat: 'commonjs' });
    expect(api?.style).toMatchObject({ quotes: 'double', semicolons: true });
    expect(web).toMatchObject({
      name: '@garden/web',
      language: 'ts',
      moduleFormat: 'esm',
      style: { indent: '    ', quotes: 'single', semicolons: false },
    });
    expect(web?.packages).toMatchObject([
      { name: 'vite', range: '^7.0.0', section: 'devDependencies', installed: '7.1.0' },
      { name: 'absent', range: '1', section: 'devDependencies', installed: undefined },
    ]);
    expect((await chooseWorkspaces(reader, facts, [], '/host/web/src')).map(({ folder }) => folder)).toEqual(['web']);
    expect((await chooseWorkspaces(reader, facts, [], '/host')).map(({ folder }) => folder)).toEqual(['.']);
    expect(
      (await chooseWorkspaces(reader, facts, ['@garden/web', './api/', 'web'], '/host')).map(({ folder }) => folder),
    ).toEqual(['web', 'api']);
  });

  it('name the package manager by field, else by lockfile, and say when there are two', () => {
    const manager = (files: Record<string, string>, field?: string) =>
      findManager(memoryReader(files), '/host', { packageManager: field } as never, '');
    expect(manager({})).toMatchObject({ name: 'npm', lockfile: 'package-lock.json', reason: 'no lockfile' });
    expect(manager({ 'pnpm-lock.yaml': '' })).toMatchObject({ name: 'pnpm', lockfile: 'pnpm-lock.yaml' });
    expect(manager({ 'yarn.lock': '', 'package-lock.json': '' }, 'yarn@4.1.0+sha224.abc')).toMatchObject({
      name: 'yarn',
      lockfiles: ['package-lock.json', 'yarn.lock'],
    });
    expect(manager({ 'bun.lockb': '' })).toMatchObject({ name: 'bun', lockfile: 'bun.lockb' });
    const program = memoryReader({ 'bin/npm': '', 'package.json': '{ "name": "npm", "version": "11.1.0" }' });
    expect(
      findManager(program, '/elsewhere', { packageManager: undefined } as never, '/nowhere:/host/bin').version,
    ).toBe('11.1.0');
  });
});
