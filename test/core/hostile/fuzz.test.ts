import fs from 'node:fs';
import path from 'node:path';
import fc from 'fast-check';
import { beforeAll, expect, it } from 'vitest';
import { projectRoot } from '../../../demo/registry/open.ts';
import { apply } from '../../../src/core/apply/apply.ts';
import { recover } from '../../../src/core/apply/recovery.ts';
import { openHost, type Context } from '../../../src/core/host/context.ts';
import type { Definition } from '../../../src/core/definition/definition.ts';
import { parseDefinition } from '../../support/catalog.ts';
import { findDrift } from '../../../src/core/ledger/drift.ts';
import { planAttach } from '../../../src/core/plan/attach/plan-attach.ts';
import { planDetach } from '../../../src/core/plan/detach/plan-detach.ts';
import { renderPatch } from '../../../src/cli/render/patch.ts';
import { chooseWorkspaces } from '../../../src/core/survey/choose-workspaces.ts';
import { Problem } from '../../../src/core/problem.ts';
import { FaultyFiles } from '../../support/faulty-files.ts';
import type { MemoryFiles } from '../../support/memory-files.ts';
import { CATALOG, HOST_FILES, memoryDoors, memoryHost, memoryOptions, ROOT } from '../../support/memory-host.ts';
import { randomFrom } from '../../support/random.ts';
import { mutateText, mutateTree, pick, type Random } from '../../support/mutate.ts';

// `npm run torture` asks for more.
const RUNS = Number(process.env.LIGAMENT_FUZZ ?? '2600');
const SEED = Number(process.env.LIGAMENT_SEED ?? Date.now() % 1_000_000);
const LONGEST_MS = 5000;
const LEDGER = `${ROOT}/web/.ligament/attached/tailwindcss.json`;
const text = fs.readFileSync(path.join(projectRoot(), 'catalog/tailwindcss/integration.yaml'), 'utf8');

let attached: MemoryFiles;
let cut: MemoryFiles[];
beforeAll(async () => {
  attached = memoryHost();
  await attach(attached, parseDefinition(text, 'integration.yaml'));
  cut = [];
  for (let at = 10; at < 900 && cut.length < 40; at += 2) {
    const memory = memoryHost();
    const crashing = new FaultyFiles(memory.door, at, 'crash before');
    const doors = { ...memoryDoors(memory), files: crashing.door };
    await attach(memory, parseDefinition(text, 'integration.yaml'), doors).catch(() => undefined);
    if (journalOf(memory) !== undefined) cut.push(memory);
  }
  expect(cut.length).toBeGreaterThan(3);
});

/** The journal of a change that was cut off, in the user's state. */
function journalOf(memory: MemoryFiles): string | undefined {
  return [...memory.files.keys()].find((file) => /\/changes\/[0-9a-f]{32}\/journal\.json$/.test(file));
}

async function attach(memory: MemoryFiles, definition: Definition, doors = memoryDoors(memory)): Promise<void> {
  const context = await openHost(doors, CATALOG, ROOT);
  const [web] = await chooseWorkspaces(memory.door, context.facts, ['web'], ROOT);
  const wishes = { take: {}, movePackages: false, whereItFits: false };
  const changes = await planAttach(context, [{ definition, workspace: web?.folder ?? '', choices: {} }], wishes);
  renderPatch(changes.files);
  await apply(doors, changes, memoryOptions());
}

async function detachAll(memory: MemoryFiles): Promise<void> {
  const doors = memoryDoors(memory);
  const context = await openHost(doors, CATALOG, ROOT);
  await lookAt(context);
  if (context.ledgers.length > 0) await apply(doors, await planDetach(context, context.ledgers), memoryOptions());
}

async function lookAt({ reader, ledgers, facts }: Context): Promise<void> {
  const [style] = facts.workspaces.map((one) => one.style);
  for (const ledger of ledgers) if (style) await findDrift(reader, ROOT, ledger, () => style);
}

/** Runs a case many times; each ends well or in a Problem, which leaves all as it was; nothing outside is ever touched. */
async function fuzz(
  name: string,
  attempt: (random: Random) => Promise<{ memory: MemoryFiles; run: () => Promise<void> }>,
): Promise<void> {
  const numbers = fc.sample(fc.noBias(fc.integer({ min: 0, max: 2 ** 31 - 1 })), { seed: SEED, numRuns: RUNS });
  const ends = { done: 0, refused: 0 };
  for (const number of numbers) {
    const random = randomFrom(number);
    const { memory, run } = await attempt(random);
    const before = memory.all();
    const start = performance.now();
    const words = `${name}, seed ${number} of ${SEED}`;
    try {
      await run();
      ends.done += 1;
    } catch (error) {
      if (!Problem.is(error)) throw new Error(`${words}: ${String(error)}`, { cause: error });
      expect(error.parts.what, words).not.toBe('');
      expect(error.parts.next ?? error.parts.handwork, words).toBeTruthy();
      if (error.status !== 4) expect(memory.all(), words).toEqual(before);
      ends.refused += 1;
    }
    expect(performance.now() - start, words).toBeLessThan(LONGEST_MS);
    expect(outside(memory.all()), words).toEqual(outside(before));
  }
  process.stdout.write(`fuzzed ${name}: ${RUNS} (${ends.done} carried out, ${ends.refused} refused)\n`);
  expect(ends.done).toBeGreaterThan(0);
  expect(ends.refused).toBeGreaterThan(0);
}

function outside(all: Map<string, string>): string[] {
  return [...all].filter(([file]) => !file.startsWith(ROOT) && !file.startsWith('/garden/state')).flat();
}

process.stdout.write(`fuzz, seed ${SEED}\n`);

it('mutated definitions', { timeout: 600_000 }, () =>
  fuzz('definitions', (random) => {
    const memory = memoryHost();
    const mutated = mutateText(text, random);
    return Promise.resolve({
      memory,
      run: async () => {
        const bare = memory.all();
        await attach(memory, parseDefinition(mutated, 'integration.yaml'));
        // What could be attached can be taken out.
        await detachAll(memory).catch((error: unknown) => {
          throw new Error(Problem.is(error) ? JSON.stringify(error.parts) : String(error), { cause: error });
        });
        expect(hostOf(memory)).toEqual(hostOf({ all: () => bare }));
      },
    });
  }),
);

it('mutated ledgers', { timeout: 600_000 }, () =>
  fuzz('ledgers', (random) => {
    const memory = attached.clone();
    memory.files.set(LEDGER, Buffer.from(mutated(memory, LEDGER, random)));
    return Promise.resolve({ memory, run: () => detachAll(memory) });
  }),
);

it('mutated journals', { timeout: 600_000 }, () =>
  fuzz('journals', (random) => {
    const memory = pick(random, cut).clone();
    const journal = journalOf(memory) ?? '';
    memory.files.set(journal, Buffer.from(mutated(memory, journal, random)));
    return Promise.resolve({
      memory,
      run: async () => {
        await recover(memoryDoors(memory), ROOT);
        expect(journalOf(memory)).toBeUndefined();
      },
    });
  }),
);

it('mutated host files', { timeout: 600_000 }, () =>
  fuzz('host files', (random) => {
    const taken = random() < 0.5;
    const memory = taken ? attached.clone() : memoryHost();
    const file = `${ROOT}/${pick(random, HOST_FILES)}`;
    memory.files.set(file, Buffer.from(mutated(memory, file, random)));
    const run = taken ? () => detachAll(memory) : () => attach(memory, parseDefinition(text, 'integration.yaml'));
    return Promise.resolve({ memory, run });
  }),
);

function mutated(memory: MemoryFiles, file: string, random: Random): string {
  const now = Buffer.from(memory.files.get(file) ?? []).toString();
  return file.endsWith('.json') && random() < 0.6
    ? `${JSON.stringify(mutateTree(JSON.parse(now), random), null, 2)}\n`
    : mutateText(now, random);
}

function hostOf(memory: Pick<MemoryFiles, 'all'>): [string, string][] {
  return [...memory.all()].filter(([file]) => file.startsWith(ROOT) && !file.startsWith(`${ROOT}/.ligament/`));
}
