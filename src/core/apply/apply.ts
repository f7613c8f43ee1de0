import { workOfRun } from '../ecosystems/works.ts';
import type { ManagerRun } from '../ecosystems/work.ts';
import path from 'node:path';
import { messageOf } from '../message-of.ts';
import { EXIT, Problem } from '../problem.ts';
import type { Doors, FileDoor } from '../ports.ts';
import { sameBytes, type ChangeSet, type FileChange } from '../change/change-set.ts';
import { inProvingOrder, type ProofResult } from '../change/proof.ts';
import { hashOf } from '../text/hash.ts';
import type { ApplyOptions } from './apply-options.ts';
import { install } from './install.ts';
import { notProved } from './not-proved.ts';
import { releaseHooks } from './release-hooks.ts';
import { runCommands } from './run-commands.ts';
import { runMigrations } from './run-migrations.ts';
import { writeFiles } from './write-files.ts';
import { keepHistory } from './keep-history.ts';
import { checkPath } from '../change/paths.ts';
import { ChangeRecord } from './change-record.ts';
import { findUnfinished, readJournal, writeJournal, type Journal } from './journal.ts';
import { checkHeld } from './lock.ts';
import { dropJournal, dropStale, putBack } from './put-back.ts';
import { recoveryNeeded } from './recovery-needed.ts';
import { Run } from './run.ts';

export interface Applied {
  proofs: ProofResult[];
  /** Set where something is left to be done or known, in words. */
  notes: string[];
}

/**
 * Carries a change set out, all or nothing. The host's lock must be held by `options.lock`; without one nobody else may be at work.
 * Throws a Problem: status 3 where nothing was begun, 4 where it failed on the way and everything was put back, 130 where it was
 * interrupted and put back.
 */
export async function apply(doors: Doors, changes: ChangeSet, options: ApplyOptions): Promise<Applied> {
  const { files } = doors;
  const { root } = options;
  const unfinished = findUnfinished(doors, root, options.lock);
  if (unfinished) throw recoveryNeeded(unfinished.journal);
  if (options.lock) checkHeld(doors, root, options.lock);
  checkUnchanged(files, root, changes.files);
  const record = options.lock ?? ChangeRecord.begin(doors, root, 'change', changes.title);
  const run = openJournal(doors, changes, options, record);
  doors.leftovers = record;
  try {
    await runMigrations(doors, changes, 'down', { options, run });
    options.onEvent({ step: 'writing', files: changes.files.length });
    writeFiles(files, run.within, changes.files, changes.kind);
    const installNotes = await install(doors, changes, options, run);
    await runCommands(doors, changes, options, run);
    dropStale(files, run);
    const proofs = await prove(changes, options, run);
    if (options.install) await runMigrations(doors, changes, 'up', { options, run });
    settle(files, run);
    const notes = [...finish(doors, run, options), ...installNotes];
    await releaseHooks(doors, root);
    options.onEvent({ step: 'done' });
    return { proofs, notes };
  } catch (error) {
    options.onEvent({ step: 'putting back' });
    throw await afterFailure(doors, run, error, options);
  } finally {
    doors.leftovers = undefined;
  }
}

/** Notes that all is done: from here on there is no way back but a new change. */
function settle(files: FileDoor, run: Run): void {
  try {
    run.phase('settled');
  } catch (error) {
    // It may have failed after the journal was in place: then it is settled, whatever was reported.
    if (readJournal(files, run.record, run.root)?.phase !== 'settled') throw error;
  }
}

/** Keeps the way back and drops the journal. The change stands, so what fails here is only told. */
function finish(doors: Doors, run: Run, options: ApplyOptions): string[] {
  const notes = keepHistory(doors, run.root, run);
  try {
    drop(doors.files, run, options);
  } catch (error) {
    notes.push(`The journal could not be removed (${messageOf(error)}): run ligament recover, which finishes it.`);
  }
  return notes;
}

function drop(files: FileDoor, { record }: Run, options: ApplyOptions): void {
  dropJournal(files, record);
  // What the lock goes by goes with it.
  if (!options.lock) record.remove();
}

/** Refuses where a file is not any more what the plan was made from, or cannot be written. Nothing is written yet. */
function checkUnchanged(files: FileDoor, root: string, changes: readonly FileChange[]): void {
  for (const { file, before } of changes) {
    const target = path.join(root, file);
    checkPath(files, root, file);
    if (!sameBytes(files.read(target), before)) {
      throw new Problem({
        status: EXIT.refused,
        what: `${file} was changed while the plan was made`,
        where: { file },
        why: 'something else has written it',
        next: 'Nothing was changed. Run the command again.',
      });
    }
    try {
      files.checkWritable(target);
    } catch (error) {
      throw new Problem({
        status: EXIT.refused,
        what: `${file} cannot be written`,
        where: { file },
        why: messageOf(error),
        next: 'Nothing was changed. Make it writable (or free it), then run the command again.',
      });
    }
  }
}

function openJournal({ files, clock }: Doors, changes: ChangeSet, options: ApplyOptions, record: ChangeRecord): Run {
  const { root, workspaces, install: installs } = options;
  const watched = watchedFiles(files, root, changes, options);
  const journal: Journal = {
    journal: 3,
    title: changes.title,
    kind: changes.kind,
    startedAt: clock.now().toISOString(),
    parts: changes.parts.map(({ integration, workspace }) => ({ integration, workspace })),
    undoes: changes.undoes ?? null,
    phase: 'writing',
    files: watched.map(({ file, before, after, role }, index) => ({
      file,
      role,
      before: before === undefined ? null : `before-${index}`,
      mode: files.mode(path.join(root, file)) ?? null,
      after: after === 'manager' ? null : hashOf(after),
    })),
    folders: foldersToMake(files, root, watched),
    installs: installs ? changes.installs.map((run) => installBefore(files, root, workspaces, run)) : [],
    stale: [...(changes.stale ?? [])],
  };
  try {
    watched.forEach(({ before }, index) => {
      if (before !== undefined) files.put(path.join(record.folder, `before-${index}`), before, 0o600);
    });
    writeJournal(files, record, journal);
  } catch (error) {
    if (!options.lock) forget(record);
    throw new Problem({
      status: EXIT.refused,
      what: 'The journal could not be written',
      why: messageOf(error),
      next: 'Nothing was changed. Check space and permissions, then run the command again.',
    });
  }
  return new Run(files, root, record, journal);
}

/** A record that came to nothing. */
function forget(record: ChangeRecord): void {
  try {
    record.remove();
  } catch {
    // Without a journal it is nobody's concern.
  }
}

/** A manager's run, with what is installed before it. */
function installBefore(
  files: FileDoor,
  root: string,
  workspaces: readonly string[],
  run: ManagerRun,
): Journal['installs'][number] {
  const { command, args, folder } = run;
  const tree = workOfRun(run)?.tree.state(files, root, { workspaces, folder });
  if (!tree) throw new Error(`no manager is run by ${[command, ...args].join(' ')}`);
  return { command, args, folder, tree };
}

interface Watched {
  file: string;
  role: FileChange['role'];
  before: Uint8Array | undefined;
  after: Uint8Array | undefined | 'manager';
}

/** The files of the change set, those that the manager will write, and those that commands will. */
function watchedFiles(files: FileDoor, root: string, changes: ChangeSet, options: ApplyOptions): Watched[] {
  const commands = options.install ? (changes.commands ?? []) : [];
  const records = new Set(commands.map(({ record }) => record));
  const written = new Set(commands.flatMap(({ writes }) => writes));
  const own = changes.files
    .filter(({ file }) => !written.has(file))
    .map((change): Watched => (records.has(change.file) ? { ...change, after: 'manager' } : change));
  const byCommands = [...written].map((file): Watched => ({
    file,
    role: 'host',
    before: files.read(path.join(root, file)),
    after: 'manager',
  }));
  const all = [...own, ...byCommands];
  if (changes.installs.length === 0 || !options.install) return all;
  const { managed } = options;
  const rest = all.filter(({ file }) => !managed.includes(file));
  const byManager = managed.map((file): Watched => ({
    file,
    role: 'lockfile',
    before: files.read(path.join(root, file)),
    after: 'manager',
  }));
  return [...rest, ...byManager];
}

function foldersToMake(files: FileDoor, root: string, changes: readonly Watched[]): string[] {
  const folders = new Set<string>();
  for (const { file, after } of changes) {
    if (after === undefined) continue;
    for (let folder = path.posix.dirname(file); folder !== '.'; folder = path.posix.dirname(folder)) {
      if (files.kind(path.join(root, folder)) === undefined) folders.add(folder);
    }
  }
  return [...folders].sort();
}

async function prove(changes: ChangeSet, options: ApplyOptions, run: Run): Promise<ProofResult[]> {
  const results: ProofResult[] = [];
  if (!options.prove) return results;
  for (const task of inProvingOrder(changes.proofs)) {
    options.signal.throwIfAborted();
    run.phase('proving');
    options.onEvent({ step: 'proving', task });
    const result = await options.prove(task);
    options.signal.throwIfAborted();
    results.push(result);
    if (!result.held && result.unseen === undefined) {
      throw notProved(changes, result, results.slice(0, -1));
    }
  }
  return results;
}

async function afterFailure(doors: Doors, run: Run, error: unknown, options: ApplyOptions): Promise<Problem> {
  const { signal } = options;
  let left: string | undefined;
  try {
    await run.record.clearLeftovers();
    const result = await putBack(doors, run);
    drop(doors.files, run, options);
    await releaseHooks(doors, run.root);
    left = result.handwork;
  } catch (second) {
    return new Problem({
      status: EXIT.recoveryNeeded,
      what: 'The change failed and could not be put back completely',
      why: `${messageOf(error)}; then ${messageOf(second)}`,
      next: 'When the cause is mended, run: ligament recover',
    });
  }
  const after = left === undefined ? 'Everything was put back.' : `Everything was put back, but: ${left}`;
  if (signal.aborted)
    return new Problem({ status: EXIT.interrupted, what: 'Interrupted', why: 'on your signal', next: after });
  if (Problem.is(error) && error.status === EXIT.refused && error.parts.proof)
    return new Problem({ ...error.parts, next: `Nothing was adopted. ${error.parts.next ?? ''}`.trim() });
  if (Problem.is(error)) return new Problem({ ...error.parts, next: `${after} ${error.parts.next ?? ''}`.trim() });
  return new Problem({
    status: EXIT.putBack,
    what: 'The change failed on the way',
    why: messageOf(error),
    next: after,
  });
}
