import fs from 'node:fs';
import path from 'node:path';
import { afterEach, describe, expect, it } from 'vitest';
import type { MadeUpPackages } from '../../demo/registry/made-up.ts';
import { Garden, gardenManifest } from '../support/garden.ts';
import { demoHost, type Run, type TestHost } from '../support/host.ts';
import { MANAGERS, sources, useManager, type Managed } from '../support/managed-host.ts';
import { definitionText } from '../support/versions/run-version-case.ts';

let opened: Garden | undefined;
let host: TestHost | undefined;
afterEach(async () => {
  await opened?.close();
  host?.remove();
  opened = host = undefined;
});

const SHED: MadeUpPackages = {
  soil: { '7.0.0': {}, '8.0.0': {} },
  trellis: { '5.0.0': { peerDependencies: { soil: '^7' } }, '6.0.0': { peerDependencies: { soil: '^8' } } },
  pump: { '1.0.0': { scripts: { install: 'node -e 0' } } },
  twine: { '1.0.0': {}, '1.4.0': {}, '2.0.0': {} },
};
const KIT = ['attach', './kit', '--yes'];

/** A small host with made-up packages, kept by one of the managers. */
async function gardenKeptBy(name: string, files: Record<string, string>, wants: Record<string, string>) {
  const managed = MANAGERS[name];
  if (!managed) throw new Error(`no manager ${name}`);
  opened = await Garden.open(SHED, { ...files, 'kit/integration.yaml': definitionText(wants) });
  const garden = opened.host;
  useManager(garden, managed, opened.registry.url);
  const installed = await garden.runAsync(managed.command, managed.install);
  expect(installed.status, installed.stdout + installed.stderr).toBe(0);
  return { garden, managed };
}

async function frozen(garden: TestHost, managed: Managed): Promise<Run> {
  const run = await garden.runAsync(managed.command, managed.frozen);
  expect(run.status, run.stdout + run.stderr).toBe(0);
  return run;
}

describe('pnpm', () => {
  const CATALOG = 'packages:\n  - web\n  - api\ncatalog:\n  soil: ^7.0.0\n  trellis: ^5.0.0 # climbs\n';

  it.each(['pnpm 10', 'pnpm 12'])('%s: takes what the catalog has, as "catalog:"', async (name) => {
    const { garden, managed } = await gardenKeptBy(
      name,
      {
        'pnpm-workspace.yaml': CATALOG,
        'package.json': gardenManifest({ devDependencies: { soil: 'catalog:' } }),
        'web/package.json': '{ "name": "web", "version": "1.0.0", "dependencies": { "soil": "catalog:" } }\n',
      },
      { trellis: '>=5' },
    );
    const before = sources(garden);
    const run = await garden.ligamentAsync(...KIT, '--workspace', 'web');
    expect(run.status, run.stderr).toBe(0);
    expect(run.stdout).toContain('accepts soil 7.0.0');
    expect(garden.read('web/package.json')).toContain('"trellis": "catalog:"');
    expect(garden.read('pnpm-workspace.yaml')).toBe(CATALOG);
    await frozen(garden, managed);
    expect((await garden.ligamentAsync('detach', 'garden-kit', '--yes')).status).toBe(0);
    expect(sources(garden)).toEqual(before);
  });

  it('puts new packages into the catalog of a host that lives by it, and leaves them to the last who needs them', async () => {
    const { garden, managed } = await gardenKeptBy(
      'pnpm 10',
      {
        'pnpm-workspace.yaml': CATALOG,
        'package.json': gardenManifest({}),
        'web/package.json': '{ "name": "web", "version": "1.0.0", "dependencies": { "soil": "catalog:" } }\n',
        'api/package.json': '{ "name": "api", "version": "1.0.0", "dependencies": { "soil": "catalog:" } }\n',
      },
      { twine: '^1' },
    );
    const before = sources(garden);
    for (const workspace of ['web', 'api']) {
      const run = await garden.ligamentAsync(...KIT, '--workspace', workspace);
      expect(run.status, run.stderr).toBe(0);
      expect(garden.read(`${workspace}/package.json`)).toContain('"twine": "catalog:"');
    }
    expect(garden.read('pnpm-workspace.yaml')).toContain('  twine: ^1.4.0\n');
    await frozen(garden, managed);
    expect((await garden.ligamentAsync('detach', 'garden-kit', '--workspace', 'web', '--yes')).status).toBe(0);
    expect(garden.read('pnpm-workspace.yaml')).toContain('  twine: ^1.4.0\n');
    await frozen(garden, managed);
    expect((await garden.ligamentAsync('detach', 'garden-kit', '--workspace', 'api', '--yes')).status).toBe(0);
    expect(sources(garden)).toEqual(before);
  });

  it('honours overrides in its workspace file', async () => {
    const { garden, managed } = await gardenKeptBy(
      'pnpm 10',
      {
        'pnpm-workspace.yaml': 'packages: []\noverrides:\n  twine: 1.0.0\n',
        'package.json': gardenManifest({}),
      },
      { twine: '^1' },
    );
    const run = await garden.ligamentAsync(...KIT);
    expect(run.status, run.stderr).toBe(0);
    expect(garden.read('package.json')).toContain('"twine": "1.0.0"');
    await frozen(garden, managed);
  });

  it('10 does not run the script of a new package: that is said', async () => {
    const { garden } = await gardenKeptBy(
      'pnpm 10',
      { 'package.json': gardenManifest({}), 'pnpm-workspace.yaml': 'packages: []\n' },
      { pump: '*' },
    );
    const run = await garden.ligamentAsync(...KIT);
    expect(run.status, run.stderr).toBe(0);
    expect(run.stdout).toContain('pnpm did not run the install script of pump');
    expect(run.stdout).toContain('pnpm approve-builds');
  });

  it('12 fails on the script of a new package: everything is put back, and what to decide is said', async () => {
    const { garden } = await gardenKeptBy(
      'pnpm 12',
      { 'package.json': gardenManifest({}), 'pnpm-workspace.yaml': 'packages: []\n' },
      { pump: '*' },
    );
    const before = sources(garden);
    const run = await garden.ligamentAsync(...KIT);
    expect(run.status).toBe(4);
    expect(run.stderr).toContain('pnpm does not let the install script of pump run');
    expect(run.stderr.replace(/\s+/g, ' ')).toContain('"allowBuilds" in pnpm-workspace.yaml: pump: true (or false)');
    expect(sources(garden)).toEqual(before);
  });
});

describe('yarn', () => {
  it('4 does not run the script of a new package where scripts are off: that is said', async () => {
    const { garden } = await gardenKeptBy(
      'yarn 4',
      {
        'package.json': gardenManifest({}),
        '.yarnrc.yml': 'nodeLinker: node-modules\nenableScripts: false\n',
        'yarn.lock': '',
      },
      { pump: '*' },
    );
    const run = await garden.ligamentAsync(...KIT);
    expect(run.status, run.stderr).toBe(0);
    expect(run.stdout).toContain('yarn did not run the install script of pump');
    expect(run.stdout).toContain('"dependenciesMeta": { "pump": { "built": true } }');
  });

  it.each(['yarn 1', 'yarn 4'])('%s: resolutions count, and so does what is locked', async (name) => {
    const { garden, managed } = await gardenKeptBy(
      name,
      {
        ...MANAGERS[name]?.files,
        'package.json': gardenManifest({ devDependencies: { soil: '^7.0.0' }, resolutions: { twine: '1.0.0' } }),
      },
      { trellis: '*', twine: '^1' },
    );
    fs.rmSync(path.join(garden.root, 'node_modules'), { recursive: true });
    const run = await garden.ligamentAsync(...KIT);
    expect(run.status, run.stderr).toBe(0);
    expect(garden.read('package.json')).toContain('"trellis": "^5.0.0"');
    expect(garden.read('package.json')).toContain('"twine": "1.0.0"');
    await frozen(garden, managed);
  });
});

describe('managers that Ligament does not run', () => {
  it.each([
    ['bun', 'bun.lock', '{ "lockfileVersion": 1 }\n'],
    ['deno', 'deno.lock', '{ "version": "5" }\n'],
  ])('%s: recognised and edited, the installation left as handwork', (name, lockfile, text) => {
    const garden = demoHost();
    host = garden;
    garden.write(lockfile, text);
    const run = garden.ligament('attach', 'tailwindcss', '--workspace', 'web', '--yes');
    expect(run.status, run.stderr).toBe(0);
    expect(run.stdout).toContain(`Run ${name} install: the packages are in the manifest but not installed`);
    expect(run.stdout).toContain('Not proved yet');
    expect(garden.read('web/package.json')).toContain('@tailwindcss/vite');
    expect(garden.ligament('survey').stdout).toContain(`${name} (not installed), told by ${lockfile}`);
    expect(garden.ligament('detach', 'tailwindcss', '--workspace', 'web', '--yes').status).toBe(0);
    expect(garden.read('web/package.json')).not.toContain('@tailwindcss/vite');
  });
});
