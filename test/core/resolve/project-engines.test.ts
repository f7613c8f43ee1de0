import { describe, expect, it } from 'vitest';
import { coversEngines } from '../../../src/core/ecosystems/npm/project-engines.ts';
import type { NpmQuestion } from '../../../src/core/ecosystems/npm/question.ts';
import { resolve } from '../../../src/core/ecosystems/npm/rules.ts';

const HERE = '20.20.2';

describe('what a project says of Node.js', () => {
  it.each([
    // What the package requires, what the project says, whether it covers it.
    ['>=18', '>=18', true],
    ['>=20', '>=18', false],
    ['^20.19.0 || >=22.12.0', '20.x', true],
    ['^20.19.0 || >=22.12.0', '20', true],
    ['^20.19.0 || >=22.12.0', '^20', true],
    ['^20.19.0 || >=22.12.0', '^20.19.0', true],
    ['^20.19.0 || >=22.12.0', '>=20.0.0', false],
    ['^20.19.0 || >=22.12.0', '18.x || 20.x', false],
    ['^18.0.0 || ^20.0.0 || >=22.0.0', '>=18', true],
    ['>=18', '^14.17.0 || >=16.0.0', false],
    ['>=16', '22.x', true],
    ['>=16', 'latest', true],
  ])('a package that requires %s, in a project for %s: %s', (wanted, range, covered) => {
    expect(coversEngines(wanted, { range, file: 'package.json' }, HERE)).toBe(covered);
  });

  const versions = (all: Record<string, string>) => ({
    name: 'kit',
    'dist-tags': { latest: Object.keys(all).at(-1) ?? '' },
    versions: Object.fromEntries(
      Object.entries(all).map(([version, node]) => [version, { version, engines: { node } }]),
    ),
  });
  const ask = async (all: Record<string, string>, engines: NpmQuestion['engines']) => {
    const question: NpmQuestion = {
      wants: [{ name: 'kit', range: '>=1', by: 'this way' }],
      present: new Map(),
      preferred: new Map(),
      node: HERE,
      engines,
      platform: undefined,
      overrides: [],
    };
    const answer = await resolve(question, {
      packument: () => Promise.resolve(versions(all)),
      packageSettings: () => Promise.resolve({ saveExact: false, savePrefix: undefined, ignoreScripts: false }),
    });
    return 'clash' in answer ? answer.clash : answer.map(({ version }) => version);
  };
  const project = { range: '>=16', file: 'package.json' };

  it('is a preference: the newest version for all of it, else the newest that runs here', async () => {
    expect(await ask({ '1.0.0': '>=16', '2.0.0': '>=18' }, project)).toEqual(['1.0.0']);
    expect(await ask({ '1.0.0': '>=18', '2.0.0': '>=20', '3.0.0': '>=22' }, project)).toEqual(['2.0.0']);
  });

  it('binds where the settings say so', async () => {
    const clash = await ask({ '1.0.0': '>=18', '2.0.0': '>=20' }, { ...project, binds: true });
    expect(clash).toContain('package.json says that the project runs on Node >=16');
  });

  it('does not concern tools', async () => {
    expect(await ask({ '1.0.0': '>=16', '2.0.0': '>=20' }, { ...project, except: new Set(['kit']) })).toEqual([
      '2.0.0',
    ]);
  });
});
