import { solve, resolve } from '../../../src/core/ecosystems/npm/rules.ts';
import type { Packument, PackageVersion, RegistryDoor } from '../../../src/core/ecosystems/npm/registry-door.ts';
import fc from 'fast-check';
import fs from 'node:fs';
import path from 'node:path';
import semver from 'semver';
import zlib from 'node:zlib';
import { describe, expect, it } from 'vitest';
import type { NpmQuestion as Question } from '../../../src/core/ecosystems/npm/question.ts';
import type { Present, Want } from '../../../src/core/resolve/question.ts';
import { MOST_STEPS } from '../../../src/core/resolve/solve.ts';

interface Frozen {
  question: { wants: Want[]; present: Present[]; node: string };
  documents: Record<
    string,
    { tags: Record<string, string>; versions: Record<string, Omit<PackageVersion, 'version'>> }
  >;
}

function questionOf(wants: readonly Want[], present: readonly Present[], node?: string): Question {
  return {
    wants,
    present: new Map(present.map((one) => [one.name, one])),
    node,
    engines: undefined,
    platform: undefined,
    overrides: [],
    preferred: new Map(),
  };
}

/** A question as a real project put it, with the documents that the registry had of all that it asked about. */
function frozen(name: string): { question: Question; documents: Map<string, Packument> } {
  const file = path.join(import.meta.dirname, 'frozen', `${name}.json.gz`);
  const { question, documents } = JSON.parse(zlib.gunzipSync(fs.readFileSync(file)).toString()) as Frozen;
  const all = Object.entries(documents).map(([id, { tags, versions }]): [string, Packument] => [
    id,
    {
      name: id,
      'dist-tags': tags,
      versions: Object.fromEntries(Object.entries(versions).map(([version, meta]) => [version, { ...meta, version }])),
    },
  ]);
  const present = question.present.map((one) => ({ ...one, version: one.version, peers: one.peers }));
  return { question: questionOf(question.wants, present, question.node), documents: new Map(all) };
}

describe('a project of many years ago with everything pinned', () => {
  const { question, documents } = frozen('angular-8');

  it('gets its answer in some hundred tries', () => {
    const answer = solve(question, (name) => documents.get(name) ?? 'none');
    expect(answer).toHaveProperty('clash', true);
    expect(answer).toHaveProperty('gaveUp', false);
    expect(answer.steps).toBeLessThan(500);
  });

  it('is told which of what it has speaks against it, and what would help', async () => {
    const registry: RegistryDoor = {
      packument: (name) => Promise.resolve(documents.get(name)),
      packageSettings: () => Promise.resolve({ saveExact: false, savePrefix: undefined, ignoreScripts: false }),
    };
    const answer = await resolve(question, registry);
    expect(answer).toMatchObject({
      clash: expect.arrayContaining(['tool-shed has typescript 3.4.5']) as string[],
      remedies: [expect.stringContaining('have typescript >=4.8.4') as string],
    });
  });
});

const SEED = Number(process.env.LIGAMENT_SEED ?? Date.now() % 1_000_000);
const PACKAGES = 500;

/** Numbers from 0 to 1, the same for the same seed (the generator of Numerical Recipes: enough to mix worlds). */
function numbers(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (Math.imul(state, 1_664_525) + 1_013_904_223) >>> 0;
    return state / 2 ** 32;
  };
}

/** A world of packages that nearly all want each other, in ranges that mostly do not fit. */
function world(seed: number, density: number): { documents: Map<string, Packument>; question: Question } {
  const random = numbers(seed);
  const below = (most: number): number => Math.floor(random() * most);
  const names = Array.from({ length: PACKAGES }, (_, index) => `p${index}`);
  const range = (): string => ['*', '^1', '^2', '^3', '^1 || ^2', '>=2', '<3', '^4'][below(8)] ?? '*';
  const pick = (): string => names[below(PACKAGES)] ?? 'p0';
  const documents = new Map(
    names.map((name): [string, Packument] => {
      const versions: Record<string, PackageVersion> = {};
      for (let major = 1; major <= 4; major += 1)
        for (let minor = 0; minor < 1 + below(4); minor += 1) {
          const peers = Array.from({ length: below(density) }, () => [pick(), range()]).filter(
            ([peer]) => peer !== name,
          );
          versions[`${major}.${minor}.0`] = {
            version: `${major}.${minor}.0`,
            peerDependencies: Object.fromEntries(peers) as Record<string, string>,
          };
        }
      return [name, { name, 'dist-tags': { latest: semver.rsort(Object.keys(versions))[0] ?? '' }, versions }];
    }),
  );
  const wants = Array.from({ length: 1 + below(6) }, () => ({ name: pick(), range: range(), by: 'this way' }));
  const present = Array.from({ length: below(30) }, (): Present => {
    const name = pick();
    const [version = '1.0.0'] = Object.keys(documents.get(name)?.versions ?? {});
    return { name, version, range: version, holder: 'web', peers: {} };
  });
  const open = wants.filter(({ name }) => !present.some((one) => one.name === name));
  return { documents, question: questionOf(open, present) };
}

it(
  `of ${PACKAGES} packages with dense peers none keeps the search beyond its bound, and what it finds holds`,
  { timeout: 120_000 },
  () => {
    process.stdout.write(`universes of packages, seed ${SEED}\n`);
    const ends = { found: 0, none: 0, gaveUp: 0 };
    let most = 0;
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 1_000_000 }), fc.integer({ min: 2, max: 6 }), (number, density) => {
        const { documents, question } = world(number, density);
        const answer = solve(question, (name) => documents.get(name) ?? 'none');
        expect(answer.steps).toBeLessThanOrEqual(MOST_STEPS + 1);
        most = Math.max(most, answer.steps);
        if ('clash' in answer) {
          ends[answer.gaveUp ? 'gaveUp' : 'none'] += 1;
          if (answer.gaveUp)
            expect([...answer.empty.values()].join()).toMatch(
              /no more were made; changed most often: p\d+ \(\d+ times\)/,
            );
          return;
        }
        ends.found += 1;
        for (const one of answer.chosen.values())
          for (const [peer, wanted] of Object.entries(one.meta.peerDependencies ?? {})) {
            const there = answer.chosen.get(peer)?.version ?? question.present.get(peer)?.version;
            expect(there !== undefined && semver.satisfies(there, wanted), `${one.name} wants ${peer} ${wanted}`).toBe(
              true,
            );
          }
      }),
      { seed: SEED, numRuns: 25 },
    );
    process.stdout.write(
      `${ends.found} found, ${ends.none} without an answer, ${ends.gaveUp} given up; at most ${most} tries\n`,
    );
  },
);

it('at the bound the answer is a refusal that says so, and names what was changed most often', async () => {
  const hard = Array.from({ length: 40 }, (_, index) => world(SEED + index, 6)).find(({ documents, question }) => {
    const answer = solve(question, (name) => documents.get(name) ?? 'none', 2000);
    return 'clash' in answer && answer.gaveUp;
  });
  if (!hard) throw new Error('no universe is hard enough');
  const registry: RegistryDoor = {
    packument: (name) => Promise.resolve(hard.documents.get(name)),
    packageSettings: () => Promise.resolve({ saveExact: false, savePrefix: undefined, ignoreScripts: false }),
  };
  const told = await resolve(hard.question, registry);
  expect(told).toMatchObject({
    clash: [expect.stringMatching(/no more were made; changed most often: p\d+ \(\d+ times\)/)],
  });
});
