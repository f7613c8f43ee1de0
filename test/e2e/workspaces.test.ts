import fs from 'node:fs';
import { afterEach, describe, expect, it } from 'vitest';
import { Garden, gardenManifest } from '../support/garden.ts';
import { PROGRAM } from '../support/host.ts';
import { definitionText } from '../support/versions/run-version-case.ts';

let garden: Garden | undefined;
afterEach(async () => {
  await garden?.close();
  garden = undefined;
});

const PACKAGES = {
  twine: { '1.0.0': {}, '1.4.0': {} },
  soil: { '7.0.0': {} },
  trellis: { '2.0.0': { peerDependencies: { soil: '^7' } } },
};
const WORKSPACES = {
  'package.json': gardenManifest({ workspaces: ['plots/*'] }),
  'plots/north/package.json': '{ "name": "north", "version": "1.0.0" }\n',
  'plots/south/package.json': '{ "name": "south", "version": "1.0.0" }\n',
  'plots/shed/package.json':
    '{ "name": "@plots/shed", "version": "1.0.0", "devDependencies": { "twine": "~0.9.0" } }\n',
};
const KIT = { 'kit/integration.yaml': definitionText({ twine: '^1' }) };

describe('workspaces', () => {
  it('several at once, by folder and by name: one change, one installation, a ledger each, one undo', async () => {
    garden = await Garden.open({ ...PACKAGES, twine: { ...PACKAGES.twine, '0.9.0': {} } }, { ...WORKSPACES, ...KIT });
    await garden.npm('install');
    const { host } = garden;
    const before = host.tree();
    const run = await garden.ligament('attach', './kit', '--workspace', 'plots/north', '--workspace', 'south', '--yes');
    expect(run.status, run.stderr).toBe(0);
    expect(run.stdout).toContain('attach garden-kit to north and south');
    expect(run.stderr.match(/running npm install/g)).toHaveLength(1);
    for (const plot of ['north', 'south']) {
      expect(host.read(`plots/${plot}/package.json`)).toContain('"twine": "^1.4.0"');
      expect(host.read(`plots/${plot}/.ligament/attached/garden-kit.json`)).toContain('"ledger": 4');
    }
    expect((await garden.ligament('history')).stdout.match(/attach garden-kit/g)).toHaveLength(1);
    await garden.npm('ci');
    expect((await garden.ligament('undo', '--yes')).status).toBe(0);
    expect(host.tree()).toEqual(before);
  });

  it('all that fit, the others left out with the reason; detached everywhere again', async () => {
    garden = await Garden.open({ ...PACKAGES, twine: { ...PACKAGES.twine, '0.9.0': {} } }, { ...WORKSPACES, ...KIT });
    await garden.npm('install');
    const { host } = garden;
    const before = host.tree();
    const run = await garden.ligament('attach', './kit', '--everywhere', '--yes');
    expect(run.status, run.stderr).toBe(0);
    expect(run.stdout).toContain('attach garden-kit to garden, north, and south');
    expect(run.stdout).toMatch(
      /Left out: Garden kit does not fit @plots\/shed .*@plots\/shed has twine 0\.9\.0 \(declared ~0\.9\.0\)/,
    );
    expect(host.read('plots/shed/package.json')).not.toContain('tend');
    expect((await garden.ligament('attach', './kit', '--workspace', 'shed', '--everywhere')).status).toBe(2);
    expect((await garden.ligament('detach', 'garden-kit', '--everywhere', '--yes')).status).toBe(0);
    expect(host.tree()).toEqual(before);
  });

  it('everywhere, and it fits nowhere: refused', async () => {
    garden = await Garden.open(PACKAGES, {
      'package.json': gardenManifest(),
      'kit/integration.yaml': definitionText({ twine: '^9' }),
    });
    const run = await garden.ligament('attach', './kit', '--everywhere', '--yes');
    expect(run.status).toBe(3);
    expect(run.stderr).toContain('twine has no release in ^9');
  });

  it('what serves the whole host goes to its root, from wherever one stands', async () => {
    garden = await Garden.open(PACKAGES, {
      ...WORKSPACES,
      'plots/shed/package.json': '{ "name": "shed" }\n',
      'kit/integration.yaml': definitionText({ twine: '^1' }, 'root'),
    });
    const { host } = garden;
    const cwd = `${host.root}/plots/north`;
    const run = await garden.ligament('attach', '../../kit', '--cwd', cwd, '--no-install', '--yes');
    expect(run.status, run.stderr).toBe(0);
    expect(host.read('package.json')).toContain('"twine": "^1.4.0"');
    expect(host.read('plots/north/package.json')).not.toContain('twine');
    expect(host.read('.ligament/attached/garden-kit.json')).toContain('garden-kit');
    expect((await garden.ligament('attach', './kit', '--workspace', 'north', '--yes')).stdout).toContain(
      'already attached to garden',
    );
  });

  it('one package of a way at the root, what it brings along as well', async () => {
    const text = definitionText({ twine: '^1', trellis: '^2' }).replace(
      'range: "^2", section',
      'range: "^2", workspace: root, section',
    );
    garden = await Garden.open(PACKAGES, {
      ...WORKSPACES,
      'plots/shed/package.json': '{ "name": "shed" }\n',
      'kit/integration.yaml': text,
    });
    const { host } = garden;
    await garden.npm('install');
    const before = host.tree();
    const run = await garden.ligament('attach', './kit', '--workspace', 'north', '--yes');
    expect(run.status, run.stderr).toBe(0);
    expect(run.stdout).toContain('development at the root, as ^2.0.0');
    expect(host.read('package.json')).toMatch(/"soil": "\^7\.0\.0",\s*"trellis": "\^2\.0\.0"/);
    expect(host.read('plots/north/package.json')).toContain('"twine"');
    await garden.npm('ci');
    expect((await garden.ligament('detach', 'garden-kit', '--workspace', 'north', '--yes')).status).toBe(0);
    expect(host.tree()).toEqual(before);
  });

  it('many are surveyed in brief, and told in full by name', async () => {
    const plots = Object.fromEntries(
      Array.from({ length: 70 }, (_, index) => [`plots/p${index}/package.json`, `{ "name": "p${index}" }\n`]),
    );
    garden = await Garden.open(PACKAGES, { 'package.json': gardenManifest({ workspaces: ['plots/*'] }), ...plots });
    const brief = (await garden.ligament('survey')).stdout;
    expect(brief).toContain('71: 71 × Node.js package');
    expect(brief).toContain('and 11 more');
    expect(brief).not.toContain('joints');
    const one = (await garden.ligament('survey', '--workspace', 'p42')).stdout;
    expect(one).toMatch(/p42 .*plots\/p42/);
    expect(one).toContain('written in');
    expect(one).not.toContain('p41');
    const here = await garden.host.runAsync('sh', ['-c', `cd plots/p42 && '${process.execPath}' '${PROGRAM}' survey`]);
    expect(here.stdout).toBe(one);
    const all = JSON.parse((await garden.ligament('survey', '--json')).stdout) as {
      brief: unknown[];
      workspaces: unknown[];
    };
    expect([all.brief.length, all.workspaces.length]).toEqual([71, 0]);
    expect((await garden.ligament('survey', '--verbose')).stdout.match(/joints/g)).toHaveLength(71);
  });
});

describe('several integrations at once', () => {
  const packages = {
    soil: { '1.0.0': {}, '2.0.0': {} },
    mulch: { '1.0.0': { peerDependencies: { soil: '^1 || ^2' } }, '2.0.0': { peerDependencies: { soil: '^2' } } },
  };
  const kits = (first: Record<string, string>, second: Record<string, string>): Record<string, string> => ({
    'package.json': gardenManifest(),
    'mulch-kit/integration.yaml': definitionText(first).replace('garden-kit', 'mulch-kit'),
    'soil-kit/integration.yaml': definitionText(second).replace('garden-kit', 'soil-kit').replace('tend:', 'dig:'),
  });

  it('take versions that suit all of them, where the newest of one do not suit another', async () => {
    garden = await Garden.open(packages, kits({ mulch: '*' }, { soil: '^1' }));
    const run = await garden.ligament('attach', './mulch-kit', './soil-kit', '--no-install', '--yes');
    expect(run.status, run.stderr).toBe(0);
    expect(run.stdout).toContain('newest that suits all that come together');
    expect(JSON.parse(garden.host.read('package.json'))).toMatchObject({
      devDependencies: { soil: '^1.0.0', mulch: '^1.0.0' },
    });
    expect((await garden.npm('install')).stderr).not.toMatch(/ERESOLVE|overriding/);
  });

  it('take a version on request of what only one of them brings; of what none brings they are refused', async () => {
    garden = await Garden.open(packages, kits({ mulch: '*' }, { soil: '*' }));
    const attach = ['attach', './mulch-kit', './soil-kit', '--no-install', '--yes'];
    const mistyped = await garden.ligament(...attach, '--take', 'mulsh@1');
    expect(mistyped.status).toBe(2);
    expect(mistyped.stderr).toContain('mulsh is not among the packages');
    const run = await garden.ligament(...attach, '--take', 'mulch@^1');
    expect(run.status, run.stderr).toBe(0);
    expect(JSON.parse(garden.host.read('package.json'))).toMatchObject({
      devDependencies: { mulch: '^1.0.0', soil: '^2.0.0' },
    });
  });

  it('go by the next way where no version of the first one fits', async () => {
    const [head = '', tail = ''] = definitionText({ mulch: '^2' }).split('proofs:');
    const second = definitionText({ mulch: '^1' }).split('ways:\n')[1]?.split('proofs:')[0] ?? '';
    const two = `${head}${second.replace('  packages:\n    title', '  older:\n    title').replace('by its packages', 'by its older packages')}proofs:${tail}`;
    garden = await Garden.open(packages, {
      'package.json': gardenManifest({ devDependencies: { soil: '^1.0.0' } }),
      'kit/integration.yaml': two,
    });
    const run = await garden.ligament('attach', './kit', '--no-install', '--yes');
    expect(run.status, run.stderr).toBe(0);
    expect(run.stdout).toContain('goes to garden (Node.js package) by its older packages');
    expect(run.stdout).toContain('not by its packages: this way requires mulch ^2');
    expect(garden.host.read('package.json')).toContain('"mulch": "^1.0.0"');
  });

  it('are refused where they need different majors of one package', async () => {
    garden = await Garden.open(packages, kits({ mulch: '^2' }, { soil: '^1' }));
    const before = garden.host.tree();
    const run = await garden.ligament('attach', './mulch-kit', './soil-kit', '--no-install', '--yes');
    expect(run.status).toBe(3);
    expect(run.stderr).toContain('garden has soil 2.0.0 (declared ^2.0.0)');
    expect(garden.host.tree()).toEqual(before);
  });
});

describe('where one stands', () => {
  it('may be the name of a link, or a path with turns', async () => {
    garden = await Garden.open(PACKAGES, { ...WORKSPACES, ...KIT });
    const { host } = garden;
    fs.symlinkSync(`${host.root}/plots/north`, `${host.root}/../linked`);
    for (const cwd of [`${host.root}/../linked`, `${host.root}/plots/south/../north`]) {
      const run = await garden.ligament(
        'attach',
        `${host.root}/kit`,
        '--cwd',
        cwd,
        '--no-install',
        '--yes',
        '--preview',
      );
      expect(run.stdout, run.stderr).toContain('plots/north/package.json');
    }
  });
});
