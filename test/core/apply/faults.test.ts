import { PROOF_KINDS } from '../../../src/core/prove/kinds.ts';
import { SHIPPED } from '../../support/catalog.ts';
import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { projectRoot } from '../../../demo/registry/open.ts';
import { apply } from '../../../src/core/apply/apply.ts';
import type { ApplyOptions } from '../../../src/core/apply/apply-options.ts';
import { History } from '../../../src/core/history/history.ts';
import { findUnfinished } from '../../../src/core/apply/journal.ts';
import { recover } from '../../../src/core/apply/recovery.ts';
import { openHost, type Context } from '../../../src/core/host/context.ts';
import { loadDefinition } from '../../../src/core/definition/catalog.ts';
import { nodeFiles } from '../../../src/core/doors/node-files.ts';
import { nodeMachine } from '../../../src/core/doors/node-machine.ts';
import { nodeProcesses } from '../../../src/core/doors/node-processes.ts';
import type { ChangeSet } from '../../../src/core/change/change-set.ts';
import { planAttach } from '../../../src/core/plan/attach/plan-attach.ts';
import { planDetach } from '../../../src/core/plan/detach/plan-detach.ts';
import { planUndo } from '../../../src/core/plan/detach/plan-undo.ts';
import type { Doors, FileDoor } from '../../../src/core/ports.ts';
import { oneVersionRegistry } from '../../support/one-version.ts';
import { FAULTS, FaultyFiles, type Fault } from '../../support/faulty-files.ts';

const CATALOG = SHIPPED;
const top = fs.realpathSync(fs.mkdtempSync(path.join(os.tmpdir(), 'ligament-faults-')));
const root = path.join(top, 'allotment');
const state = path.join(top, 'state');
afterAll(() => fs.rmSync(top, { recursive: true, force: true }));

/** Doors with a registry that has one version of everything. */
function doorsWith(files: FileDoor): Doors {
  return {
    files,
    processes: nodeProcesses,
    clock: { now: () => new Date(2026, 10, 23) },
    machine: nodeMachine,
    offline: false,
    sources: {
      npm: () => Promise.resolve(oneVersionRegistry),
      composer: () => Promise.reject(new Error('no repositories')),
    },
    environment: { XDG_STATE_HOME: state, PATH: '' },
  };
}

/** Every file of the host with its content; temporary files count as well. */
function tree(): Map<string, string> {
  const entries = fs.readdirSync(root, { recursive: true, encoding: 'utf8', withFileTypes: true });
  const files = entries.map((entry) => path.join(entry.parentPath, entry.name)).sort();
  return new Map(
    files.map((file) => [
      path.relative(root, file),
      fs.statSync(file).isDirectory() ? 'folder' : fs.readFileSync(file, 'utf8'),
    ]),
  );
}

function options(): ApplyOptions {
  return {
    root,
    workspaces: ['.', 'api', 'web'],
    managed: ['package-lock.json'],
    install: false,
    kinds: PROOF_KINDS,
    prove: undefined,
    signal: new AbortController().signal,
    onEvent: () => undefined,
  };
}

interface Prepared {
  changes: ChangeSet;
  /** Sets host and state back to where the command begins. */
  reset: () => void;
  before: Map<string, string>;
  announced: Map<string, string>;
}

/** Plans a command once on the host as it stands, and keeps images of host and state to start from. */
async function prepare(name: string, plan: (context: Context) => Promise<ChangeSet>): Promise<Prepared> {
  const image = path.join(top, `image-${name}`);
  fs.cpSync(root, path.join(image, 'host'), { recursive: true });
  if (fs.existsSync(state)) fs.cpSync(state, path.join(image, 'state'), { recursive: true });
  const reset = (): void => {
    for (const [folder, kept] of [
      [root, path.join(image, 'host')],
      [state, path.join(image, 'state')],
    ] as const) {
      fs.rmSync(folder, { recursive: true, force: true });
      if (fs.existsSync(kept)) fs.cpSync(kept, folder, { recursive: true });
    }
  };
  const before = sources();
  const changes = await plan(await openHost(doorsWith(nodeFiles), CATALOG, root));
  await apply(doorsWith(nodeFiles), changes, options());
  return { changes, reset, before, announced: sources() };
}

/** The host. */
function sources(): Map<string, string> {
  const files = tree();
  const holds = [...files.keys()].some((file) => file.startsWith('.ligament/'));
  if (!holds) files.delete('.ligament');
  return files;
}

type Outcome = 'before' | 'announced';

/** Whether the host is exactly as before or as announced: at once where no journal is left, else after `recover`. */
async function settle({ before, announced }: Prepared, words: string): Promise<Outcome> {
  if (findUnfinished(doorsWith(nodeFiles), root)) await recover(doorsWith(nodeFiles), root);
  const now = sources();
  const outcome = same(now, before) ? 'before' : 'announced';
  expect(now, words).toEqual(outcome === 'before' ? before : announced);
  return outcome;
}

function same(a: ReadonlyMap<string, string>, b: ReadonlyMap<string, string>): boolean {
  return a.size === b.size && [...a].every(([file, text]) => b.get(file) === text);
}

/** Puts every fault at every operation of a command in turn. Returns how many there were and how they ended. */
async function everyFault(
  prepared: Prepared,
  command: (doors: Doors) => Promise<unknown>,
  start: () => Promise<void> = () => Promise.resolve(),
): Promise<Record<Outcome | 'points', number>> {
  const ends = { points: 0, before: 0, announced: 0 };
  prepared.reset();
  await start();
  const counter = new FaultyFiles(nodeFiles, -1, 'EIO');
  await command(doorsWith(counter.door));
  for (let at = 1; at <= counter.count; at += 1) {
    for (const fault of FAULTS) {
      prepared.reset();
      await start();
      const faulty = new FaultyFiles(nodeFiles, at, fault);
      await command(doorsWith(faulty.door)).catch(() => undefined);
      ends.points += 1;
      ends[await settle(prepared, `${fault} at operation ${at}: ${faulty.failed}`)] += 1;
    }
  }
  return ends;
}

describe('a fault at every operation of the file door', { timeout: 600_000 }, () => {
  let attach: Prepared;
  let detach: Prepared;
  let undo: Prepared;
  beforeAll(async () => {
    const source = path.join(projectRoot(), 'demo/allotment');
    const filter = (file: string): boolean => !/(node_modules|dist|package-lock\.json|office)$/.test(file);
    fs.cpSync(source, root, { recursive: true, filter });
    const definition = await loadDefinition(nodeFiles, CATALOG, 'tailwindcss');
    const request = { definition, workspace: 'web', choices: {} };
    const wishes = { take: {}, movePackages: false, whereItFits: false };
    attach = await prepare('attach', (context) => planAttach(context, [request], wishes));
    undo = await prepare('undo', (context) => {
      const history = new History(context.doors, root);
      const entry = history.last();
      if (!entry) throw new Error('nothing to take back');
      return planUndo(context, history, entry);
    });
    attach.reset();
    await apply(doorsWith(nodeFiles), attach.changes, options());
    detach = await prepare('detach', (context) => planDetach(context, context.ledgers));
  });

  const report = (name: string, { points, before, announced }: Record<Outcome | 'points', number>): void => {
    process.stdout.write(`${name}: ${points} faults, ${before} as before, ${announced} as announced\n`);
    expect(before + announced).toBe(points);
    expect(Math.min(before, announced)).toBeGreaterThan(0);
  };

  it('of attach', async () => {
    report('attach', await everyFault(attach, (doors) => apply(doors, attach.changes, options())));
  });

  it('of detach', async () => {
    report('detach', await everyFault(detach, (doors) => apply(doors, detach.changes, options())));
  });

  it('of undo', async () => {
    report('undo', await everyFault(undo, (doors) => apply(doors, undo.changes, options())));
  });

  it('a file that somebody saved after the plan was made: refused, nothing written', async () => {
    attach.reset();
    const file = path.join(root, 'web/vite.config.ts');
    fs.appendFileSync(file, '// saved meanwhile\n');
    const saved = tree();
    await expect(apply(doorsWith(nodeFiles), attach.changes, options())).rejects.toMatchObject({
      parts: { status: 3, what: 'web/vite.config.ts was changed while the plan was made' },
    });
    expect(tree()).toEqual(saved);
  });

  it.each(['crash before', 'crash after'] satisfies Fault[])('of recover, after a %s in the middle', async (fault) => {
    attach.reset();
    const whole = new FaultyFiles(nodeFiles, -1, fault);
    await apply(doorsWith(whole.door), attach.changes, options());
    for (const part of [0.5, 0.7, 0.97]) {
      const at = Math.floor(whole.count * part);
      const crash = async (): Promise<void> => {
        const faulty = new FaultyFiles(nodeFiles, at, fault);
        await apply(doorsWith(faulty.door), attach.changes, options()).catch(() => undefined);
      };
      const { points, before, announced } = await everyFault(attach, (doors) => recover(doors, root), crash);
      process.stdout.write(`recover from ${at}: ${points} faults, ${before} as before, ${announced} as announced\n`);
      expect(before + announced).toBe(points);
    }
  });
});
