import { expect, it } from 'vitest';
import { questionFor } from '../../../src/core/ecosystems/npm/host-packages.ts';
import { resolve } from '../../../src/core/ecosystems/npm/rules.ts';
import { MemoryStackHost } from '../../support/stack-host.ts';

const PACKAGES: Record<string, Record<string, object>> = {
  sprinkler: { '1.0.0': { peerDependencies: { hose: '^1 || ^2 || ^3' } } },
  hose: { '1.0.0': {}, '2.4.0': {}, '3.0.0': {} },
};

/** The versions that come for a wanted package, and why each, beside a host in whose tree something is installed. */
async function chosen(installed: Record<string, string>) {
  const host = new MemoryStackHost('vite-js', installed);
  const context = await host.open();
  const [workspace] = context.facts.workspaces;
  if (!workspace) throw new Error('no workspace');
  const question = questionFor(context, workspace, [{ name: 'sprinkler', range: '^1', by: 'this way' }]);
  const answer = await resolve(question, {
    packument: (name) => {
      const versions = PACKAGES[name] ?? {};
      const latest = Object.keys(versions).at(-1) ?? '';
      const told = Object.fromEntries(Object.entries(versions).map(([one, meta]) => [one, { version: one, ...meta }]));
      return Promise.resolve({ name, 'dist-tags': { latest }, versions: told });
    },
    packageSettings: () => Promise.resolve({ saveExact: false, savePrefix: undefined, ignoreScripts: false }),
  });
  if ('clash' in answer) throw new Error(answer.clash.join('\n'));
  return answer.map(({ name, version, reason }) => `${name} ${version}: ${reason}`);
}

it('what a package is to stand beside comes in the version that a framework has brought', async () => {
  const own = { 'node_modules/hose/package.json': '{ "name": "hose", "version": "2.4.0" }\n' };
  expect(await chosen(own)).toContain(
    'hose 2.4.0: sprinkler requires it (^1 || ^2 || ^3); the version that is installed',
  );
  expect(await chosen({})).toContain('hose 3.0.0: sprinkler requires it (^1 || ^2 || ^3); newest');
});

it('a version that does not suit is none to keep', async () => {
  const old = { 'node_modules/hose/package.json': '{ "name": "hose", "version": "0.9.0" }\n' };
  expect((await chosen(old)).find((one) => one.startsWith('hose'))).toContain('hose 3.0.0');
});
