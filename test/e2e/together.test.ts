import { afterEach, expect, it } from 'vitest';
import { Garden, gardenManifest } from '../support/garden.ts';
import { definitionText } from '../support/versions/run-version-case.ts';

let garden: Garden | undefined;
afterEach(async () => {
  await garden?.close();
  garden = undefined;
});

const COUNT = 10;
const named = (kind: string): string[] => Array.from({ length: COUNT }, (_, index) => `${kind}-${index}`);
const beds = named('bed');
const sheds = named('shed');

it('twenty attaches and detaches at once: one after the other, none lost, nothing mixed', async () => {
  const all = [...beds, ...sheds];
  const kits = all.map((name): [string, string] => [
    `${name}/integration.yaml`,
    definitionText({ [name]: '^1' })
      .replace('garden-kit', name)
      .replace('tend:', `tend-${name}:`),
  ]);
  garden = await Garden.open(Object.fromEntries(all.map((name) => [name, { '1.0.0': {} }])), {
    'package.json': gardenManifest(),
    ...Object.fromEntries(kits),
  });
  const { host } = garden;
  const before = host.tree();
  const together = async (commands: string[][]): Promise<void> => {
    const runs = await Promise.all(commands.map((args) => host.ligamentAsync(...args, '--no-install', '--yes')));
    for (const { status, stderr } of runs) expect(status, stderr).toBe(0);
    expect(runs.some(({ stderr }) => stderr.includes('Waiting for'))).toBe(true);
  };
  const attach = (name: string): string[] => ['attach', `./${name}`];
  const detach = (name: string): string[] => ['detach', name];
  const expectOnly = (names: string[]): void => {
    const manifest = JSON.parse(host.read('package.json')) as Record<string, Record<string, string>>;
    expect(Object.keys(manifest.devDependencies ?? {})).toEqual(names);
    expect(Object.keys(manifest.scripts ?? {})).toEqual(names.map((name) => `tend-${name}`));
    const records = [...host.tree().keys()].filter(
      (file) => file.startsWith('.ligament/attached/') && file.endsWith('.json'),
    );
    expect(records).toEqual(names.map((name) => `.ligament/attached/${name}.json`));
    for (const name of names)
      expect(host.read(`.ligament/attached/${name}.json`)).toContain(`"integration": "${name}"`);
  };
  await together(beds.map(attach));
  expectOnly(beds);
  await together(beds.flatMap((bed, index) => [detach(bed), attach(sheds[index] ?? '')]));
  expectOnly(sheds);
  await together(sheds.map(detach));
  expect(host.tree()).toEqual(before);
});
