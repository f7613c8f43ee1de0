import { inRange } from '../../../src/core/ecosystems/npm/versions.ts';
import { solve, resolve } from '../../../src/core/ecosystems/npm/rules.ts';
import type { Packument, PackageVersion } from '../../../src/core/ecosystems/npm/registry-door.ts';
import fc from 'fast-check';
import semver from 'semver';
import { describe, expect, it } from 'vitest';
import { peerRange, readOverrides } from '../../../src/core/ecosystems/npm/overrides.ts';
import type { NpmQuestion as Question } from '../../../src/core/ecosystems/npm/question.ts';
import type { Present, Want } from '../../../src/core/resolve/question.ts';

type Versions = Record<string, Omit<PackageVersion, 'version'>>;
type World = Record<string, Versions>;

function packument(name: string, versions: Versions): Packument {
  const all = Object.entries(versions).map(([version, rest]) => [version, { version, ...rest }] as const);
  const released = Object.keys(versions).filter((version) => !semver.prerelease(version));
  const latest = semver.sort(released).at(-1) ?? '';
  return { name, 'dist-tags': { latest }, versions: Object.fromEntries(all) };
}

function question(
  wants: Record<string, string>,
  present: Record<string, string> = {},
  rest: Partial<Question> = {},
): Question {
  const list: Want[] = Object.entries(wants).map(([name, range]) => ({ name, range, by: 'this way' }));
  const there = Object.entries(present).map(([name, version]): [string, Present] => [
    name,
    { name, version, range: version, holder: 'web', peers: {} },
  ]);
  return {
    wants: list,
    present: new Map(there),
    node: '20.20.2',
    engines: undefined,
    platform: { os: 'linux', cpu: 'x64', libc: () => 'glibc' },
    overrides: [],
    preferred: new Map(),
    ...rest,
  };
}

async function ask(world: World, asked: Question, requests: string[] = []) {
  const door = {
    packument: (name: string) => {
      requests.push(name);
      const versions = world[name];
      return Promise.resolve(versions && packument(name, versions));
    },
    packageSettings: () => Promise.resolve({ saveExact: false, savePrefix: undefined, ignoreScripts: false }),
  };
  return resolve(asked, door);
}

const peers = (peerDependencies: Record<string, string>): Omit<PackageVersion, 'version'> => ({ peerDependencies });

describe('the newest versions that hold together', () => {
  it('say why a newer one was not taken', async () => {
    const world = { plugin: { '6.0.0': peers({ bundler: '^8' }), '5.2.0': peers({ bundler: '^4 || ^7' }) } };
    expect(await ask(world, question({ plugin: '>=4' }, { bundler: '7.3.8' }))).toMatchObject([
      { name: 'plugin', version: '5.2.0', reason: 'newest that accepts bundler 7.3.8 (6.0.0 requires bundler ^8)' },
    ]);
  });

  it('ask the registry only for what matters, each package once', async () => {
    const requests: string[] = [];
    const world: World = {
      plugin: { '1.0.0': { dependencies: { twine: '^1' }, ...peers({ soil: '^1' }) } },
      twine: { '1.0.0': { dependencies: { plugin: '*' } } },
      soil: { '1.0.0': {} },
    };
    await ask(world, question({ plugin: '*' }, { unrelated: '1.0.0' }), requests);
    expect(requests.sort()).toEqual(['plugin', 'soil', 'twine']);
  });

  it('end soon where there are many versions and no answer', () => {
    const many = (wanted: string): Versions =>
      Object.fromEntries(Array.from({ length: 400 }, (_, index) => [`1.${index}.0`, peers({ core: wanted })]));
    const world: World = { core: { '1.0.0': {} } };
    const names = Array.from({ length: 12 }, (_, index) => `plugin-${index}`);
    for (const name of names) world[name] = many('*');
    world.last = many('^2');
    const asked = question(Object.fromEntries([...names, 'last'].map((name) => [name, '*'])), { core: '1.0.0' });
    const documents = new Map(Object.entries(world).map(([name, versions]) => [name, packument(name, versions)]));
    let looked = 0;
    const answer = solve(asked, (name) => {
      looked += 1;
      return documents.get(name) ?? 'none';
    });
    expect(answer).toHaveProperty('clash');
    // Tried one after the other these would be 400 to the power of 13; so each package is looked up once.
    expect(looked).toBe(names.length + 1);
  });
});

describe('a clash', () => {
  it('names only the facts that have a part in it, and what would resolve it', async () => {
    const world = {
      plugin: { '1.0.0': { ...peers({ bundler: '^8', other: '*' }), engines: { node: '>=18' } } },
      bundler: { '8.1.0': {} },
    };
    const present = { bundler: '4.5.14', other: '1.0.0', more: '2.0.0' };
    expect(await ask(world, question({ plugin: '^1' }, present))).toEqual({
      clash: ['this way requires plugin ^1', 'web has bundler 4.5.14', 'plugin 1.0.0 requires bundler ^8'],
      remedies: ['have bundler ^8 (8.1.0 would do)'],
    });
  });

  it('of two things at once names both, and offers no remedy that is not one', async () => {
    const world = {
      plugin: { '1.0.0': { ...peers({ bundler: '^8' }), engines: { node: '>=22' } } },
      bundler: { '8.1.0': {} },
    };
    const answer = await ask(world, question({ plugin: '^1' }, { bundler: '4.5.14' }));
    expect(answer).toEqual({
      clash: [
        'this way requires plugin ^1',
        'web has bundler 4.5.14',
        'plugin 1.0.0 requires bundler ^8',
        'Node 20.20.2 runs here',
        'plugin 1.0.0 requires Node >=22',
      ],
      remedies: ['have bundler ^8 (8.1.0 would do), and run Node >=22'],
    });
  });
});

describe('overrides', () => {
  const manifest = {
    devDependencies: { soil: '^8.0.0' },
    overrides: { soil: '$soil', 'trellis@2': { '.': '2.1.0', clay: '3' }, twine: '1' },
    resolutions: { 'trellis/clay': '3', '**/twine': '1', '@scope/a/@scope/b@^2': '2.1.0' },
    pnpm: { overrides: { 'trellis@2>clay': '3', twine: '-' }, peerDependencyRules: { allowedVersions: { soil: '9' } } },
  };
  it('are read in the form of each manager', () => {
    expect(readOverrides('npm', { manifest, settings: {} })).toEqual([
      { name: 'soil', of: undefined, under: undefined, range: '^8.0.0' },
      { name: 'trellis', of: '2', under: undefined, range: '2.1.0' },
      { name: 'clay', of: undefined, under: { name: 'trellis', range: '2' }, range: '3' },
      { name: 'twine', of: undefined, under: undefined, range: '1' },
    ]);
    expect(readOverrides('yarn', { manifest, settings: {} })).toEqual([
      { name: 'clay', of: undefined, under: { name: 'trellis', range: undefined }, range: '3' },
      { name: 'twine', of: undefined, under: undefined, range: '1' },
      { name: '@scope/b', of: '^2', under: { name: '@scope/a', range: undefined }, range: '2.1.0' },
    ]);
    expect(readOverrides('pnpm', { manifest, settings: { overrides: { hemp: '4' } } })).toEqual(
      expect.arrayContaining([
        { name: 'clay', of: undefined, under: { name: 'trellis', range: '2' }, range: '3' },
        { name: 'twine', of: undefined, under: undefined, range: undefined },
        { name: 'hemp', of: undefined, under: undefined, range: '4' },
        { name: 'soil', of: undefined, under: undefined, range: '9', widens: true },
      ]),
    );
  });
});

describe('peers that the host allows', () => {
  const pnpm = { peerDependencyRules: { allowedVersions: { soil: '9', 'trellis@2>clay': '4' } } };
  const rules = readOverrides('pnpm', { manifest: { pnpm }, settings: {} });

  it('are good beside what is wanted, and replace nothing', async () => {
    expect(peerRange(rules, 'soil', '^8', { name: 'mulch', version: '1.0.0' })).toBe('^8 || 9');
    expect(peerRange(rules, 'clay', '^3', { name: 'trellis', version: '2.1.0' })).toBe('^3 || 4');
    expect(peerRange(rules, 'clay', '^3', { name: 'trellis', version: '1.0.0' })).toBe('^3');
    const world = { mulch: { '1.0.0': peers({ soil: '^8' }) }, soil: { '8.0.0': {}, '9.0.0': {}, '10.0.0': {} } };
    for (const soil of ['8.0.0', '9.0.0'])
      expect(await ask(world, question({ mulch: '*' }, { soil }, { overrides: rules }))).toMatchObject([
        { name: 'mulch' },
      ]);
    expect(await ask(world, question({ mulch: '*' }, { soil: '10.0.0' }, { overrides: rules }))).toHaveProperty(
      'clash',
    );
    // The package itself may still be had in any version.
    expect(await ask(world, question({ soil: '*' }, {}, { overrides: rules }))).toMatchObject([{ version: '10.0.0' }]);
  });
});

/** Small worlds of packages that want each other in random ranges. */
const worlds = fc
  .array(
    fc.array(fc.record({ peer: fc.nat(4), range: fc.constantFrom('^1', '^2', '^1 || ^2', '*') }), { maxLength: 3 }),
    {
      minLength: 15,
      maxLength: 15,
    },
  )
  .map((wanted): World => {
    const names = ['a', 'b', 'c', 'd', 'e'];
    const releases = ['1.0.0', '1.1.0', '2.0.0'];
    return Object.fromEntries(
      names.map((name, at) => [
        name,
        Object.fromEntries(
          releases.map((version, release) => {
            const own = (wanted[at * 3 + release] ?? []).filter(({ peer }) => names[peer] !== name);
            return [version, peers(Object.fromEntries(own.map(({ peer, range }) => [names[peer] ?? '', range])))];
          }),
        ),
      ]),
    );
  });

/** Whether some versions, all present at once, want nothing of each other that is not so. */
function holds(world: World, versions: Record<string, string>): boolean {
  return Object.entries(versions).every(([name, version]) =>
    Object.entries(world[name]?.[version]?.peerDependencies ?? {}).every(
      ([peer, range]) => versions[peer] !== undefined && inRange(versions[peer], range),
    ),
  );
}

/** Every set of versions, by trying them all: none or one of each package. */
function everySet(world: World, names: readonly string[]): Record<string, string>[] {
  return names.reduce<Record<string, string>[]>(
    (sets, name) =>
      sets.flatMap((set) => [set, ...Object.keys(world[name] ?? {}).map((version) => ({ ...set, [name]: version }))]),
    [{}],
  );
}

describe('as a property of all worlds of packages', () => {
  it('an answer holds together, and none is given only where trying everything finds none', async () => {
    await fc.assert(
      fc.asyncProperty(worlds, fc.subarray(['a', 'b', 'c'], { minLength: 1 }), async (world, wanted) => {
        const answer = await ask(world, question(Object.fromEntries(wanted.map((name) => [name, '*']))));
        if ('clash' in answer) {
          const sets = everySet(world, Object.keys(world)).filter((set) => wanted.every((name) => set[name]));
          expect(sets.some((set) => holds(world, set))).toBe(false);
        } else {
          expect(holds(world, Object.fromEntries(answer.map(({ name, version }) => [name, version])))).toBe(true);
        }
      }),
      { numRuns: 300 },
    );
  });
});

describe('a registry that cannot be asked', () => {
  const world: World = {
    plugin: { '1.0.0': { dependencies: { twine: '^1' }, ...peers({ soil: '^1' }) } },
    soil: { '1.0.0': {} },
    twine: { '1.0.0': {} },
  };
  const door = (failing: string) => ({
    packument: (name: string) =>
      name === failing
        ? Promise.reject(new Error(`${name} is private`))
        : Promise.resolve(world[name] && packument(name, world[name])),
    packageSettings: () => Promise.resolve({ saveExact: false, savePrefix: undefined, ignoreScripts: false }),
  });

  it('about a dependency: that counts as good', async () => {
    expect(await resolve(question({ plugin: '*' }), door('twine'))).toMatchObject([
      { name: 'plugin' },
      { name: 'soil' },
    ]);
  });

  it('about a package that is to be chosen, wanted or brought along: that stops it', async () => {
    await expect(resolve(question({ plugin: '*' }), door('plugin'))).rejects.toThrow('plugin is private');
    await expect(resolve(question({ plugin: '*' }), door('soil'))).rejects.toThrow('soil is private');
  });
});
