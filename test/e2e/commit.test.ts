import { afterEach, expect, it } from 'vitest';
import { Garden, gardenManifest } from '../support/garden.ts';
import { definitionText } from '../support/versions/run-version-case.ts';

let garden: Garden | undefined;
afterEach(async () => {
  await garden?.close();
  garden = undefined;
});

const FILES = {
  '.gitignore': 'node_modules\n',
  'notes.txt': 'sow beans\n',
  'package.json': gardenManifest(),
  'kit/integration.yaml': definitionText({ twine: '^1' }),
};
const ATTACH = ['attach', './kit', '--yes', '--commit'];

async function committedGarden(): Promise<Garden> {
  garden = await Garden.open({ twine: { '1.4.0': {} } }, FILES);
  garden.host.commitAll();
  for (const [key, value] of [
    ['user.name', 'Committee'],
    ['user.email', 'committee@example.org'],
  ] as const)
    garden.host.git('config', key, value);
  return garden;
}

it('makes one commit of exactly the change, and of taking it out again', async () => {
  const { host } = await committedGarden();
  host.write('notes.txt', 'sow peas\n');
  host.write('new.txt', 'not part of it\n');
  const attached = await host.ligamentAsync(...ATTACH);
  expect(attached.status, attached.stderr).toBe(0);
  expect(attached.stdout).toMatch(/Committed as [0-9a-f]{7,}/);
  expect(host.git('show', '--name-only', '--format=%s', 'HEAD').trim().split('\n')).toEqual([
    'Attach garden-kit to garden',
    '',
    '.ligament/attached/garden-kit.json',
    'package-lock.json',
    'package.json',
  ]);
  expect(host.git('status', '--porcelain')).toBe(' M notes.txt\n?? new.txt\n');
  const detached = await host.ligamentAsync('detach', 'garden-kit', '--yes', '--commit');
  expect(detached.status, detached.stderr).toBe(0);
  expect(host.git('diff', '--stat', 'HEAD~2', 'HEAD')).toBe('');
  expect(host.git('status', '--porcelain')).toBe(' M notes.txt\n?? new.txt\n');
});

it('refuses where something is staged, where a touched file has other work, and where there is no git', async () => {
  const { host } = await committedGarden();
  host.write('notes.txt', 'sow peas\n');
  host.git('add', 'notes.txt');
  const before = host.tree();
  const staged = await host.ligamentAsync(...ATTACH);
  expect(staged.status).toBe(3);
  expect(staged.stderr).toContain('Something is staged already');
  host.git('reset', '--quiet');
  host.write('package.json', `${host.read('package.json')}\n`);
  const dirty = await host.ligamentAsync(...ATTACH);
  expect(dirty.status).toBe(3);
  expect(dirty.stderr).toContain('package.json would come into the commit with it');
  host.write('package.json', gardenManifest());
  expect(host.tree()).toEqual(before);
  await garden?.close();
  garden = await Garden.open({ twine: { '1.4.0': {} } }, FILES);
  const none = await garden.ligament(...ATTACH);
  expect(none.status).toBe(3);
  expect(none.stderr).toContain('not under git');
});

it('a hook that says no: the change stands, uncommitted, and nothing stays staged', async () => {
  const { host } = await committedGarden();
  host.write('.git/hooks/pre-commit', '#!/bin/sh\necho "not on a Sunday" >&2\nexit 1\n');
  host.run('chmod', ['+x', '.git/hooks/pre-commit']);
  const attached = await host.ligamentAsync(...ATTACH);
  expect(attached.status, attached.stderr).toBe(0);
  expect(attached.stdout).toContain('Commit it yourself, git did not: not on a Sunday');
  expect(host.git('diff', '--cached', '--name-only')).toBe('');
  expect(host.read('package.json')).toContain('twine');
});

it('survey tells what of an attached integration was changed by hand', async () => {
  const { host } = await committedGarden();
  expect((await host.ligamentAsync('attach', './kit', '--yes')).status).toBe(0);
  expect((await host.ligamentAsync('survey')).stdout).not.toContain('changed by hand');
  // Another range, or another place, is no change of what was put in.
  host.write('package.json', host.read('package.json').replace('"twine": "^1.4.0"', '"twine": "~1.4.0"'));
  expect((await host.ligamentAsync('survey')).stdout).not.toContain('changed by hand');
  host.write('package.json', host.read('package.json').replace('"tend": "echo tended"', '"tend": "echo neglected"'));
  expect((await host.ligamentAsync('survey')).stdout).toMatch(/changed by hand: package\.json no longer .*tend/);
  const { workspaces } = JSON.parse((await host.ligamentAsync('survey', '--json')).stdout) as {
    workspaces: { attached: { drift: { file: string }[] }[] }[];
  };
  expect(workspaces[0]?.attached[0]?.drift.map(({ file }) => file)).toEqual(['package.json']);
});
