import { afterEach, expect, it } from 'vitest';
import { Garden, gardenManifest } from '../support/garden.ts';
import { definitionText } from '../support/versions/run-version-case.ts';

let garden: Garden | undefined;
afterEach(async () => {
  await garden?.close();
  garden = undefined;
});

const COUNT = 10;
const names = Array.from({ length: COUNT }, (_, index) => `bed-${index}`);

it('ten attaches at once, then ten detaches: one after the other, none lost, nothing mixed', async () => {
  const kits = names.map((name): [string, string] => [
    `${name}/integration.yaml`,
    definitionText({ [name]: '^1' })
      .replace('garden-kit', name)
      .replace('tend:', `tend-${name}:`),
  ]);
  garden = await Garden.open(Object.fromEntries(names.map((name) => [name, { '1.0.0': {} }])), {
    'package.json': gardenManifest(),
    ...Object.fromEntries(kits),
  });
  const { host } = garden;
  const before = host.tree();
  const all = async (args: (name: string) => string[]): Promise<void> => {
    const runs = await Promise.all(names.map((name) => host.ligamentAsync(...args(name), '--no-install', '--yes')));
    for (const { status, stderr } of runs) expect(status, stderr).toBe(0);
    expect(runs.some(({ stderr }) => stderr.includes('Waiting for'))).toBe(true);
  };
  await all((name) => ['attach', `./${name}`]);
  const manifest = JSON.parse(host.read('package.json')) as Record<string, Record<string, string>>;
  expect(Object.keys(manifest.devDependencies ?? {})).toEqual(names);
  expect(Object.keys(manifest.scripts ?? {})).toEqual(names.map((name) => `tend-${name}`));
  for (const name of names) expect(host.read(`.ligament/attached/${name}.json`)).toContain(`"integration": "${name}"`);
  await all((name) => ['detach', name]);
  expect(host.tree()).toEqual(before);
});
