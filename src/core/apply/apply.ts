import path from 'node:path';
import { EXIT, Problem } from '../problem.ts';
import type { Doors, FileDoor } from '../ports.ts';
import { sameBytes, type ChangeSet, type FileChange } from '../plan/change-set.ts';
import type { ProofResult } from '../prove/proof.ts';
import { hashOf } from './hash.ts';
import type { ApplyOptions } from './apply-options.ts';
import { install } from './install.ts';
import { releaseHooks } from './release-hooks.ts';
import { runCommands } from './run-commands.ts';
import { writeFiles } from './write-files.ts';
import { keepHistory } from './keep-history.ts';
import { JOURNAL_FOLDER, readJournal, recoveryNeeded, writeJournal, type Journal } from './journal.ts';
import { dropJournal, putBack, temporaryFiles, treeState } from './put-back.ts';

export interface Applied {
  proofs: ProofResult[];
  /** Set where something is left to be done or known, in words. */
  notes: string[];
}

/**
 * Carries a change set out, all or nothing. The host's lock must be held. Throws a Problem: status 3 where nothing was
 * begun, 4 where it failed on the way and everything was put back, 130 where it was interrupted and put back.
 */
export async function apply(doors: Doors, changes: ChangeSet, options: ApplyOptions): Promise<Applied> {
  const { files } = doors;
  const { root } = options;
  const unfinished = readJournal(files, root);
  if (unfinished) throw recoveryNeeded(unfinished);
  checkUnchanged(files, root, changes.files);
  const journal = openJournal(doors, changes, options);
  try {
    options.onEvent({ step: 'writing', files: changes.files.length });
    writeFiles(files, root, changes.files, changes.kind);
    const installNotes = await install(doors, changes, options, journal);
    await runCommands(doors, changes, options, journal);
    const proofs = await prove(doors, changes, options, journal);
    settle(files, root, journal);
    const notes = [...finish(doors, root, journal), ...installNotes];
    await releaseHooks(doors, root);
    options.onEvent({ step: 'done' });
    return { proofs, notes };
  } catch (error) {
    options.onEvent({ step: 'putting back' });
    throw await afterFailure(doors, root, journal, error, options.signal);
  }
}

/** Notes that all is done: from here on there is no way back but a new change. */
function settle(files: FileDoor, root: string, journal: Journal): void {
  try {
    writeJournal(files, root, { ...journal, phase: 'settled' });
  } catch (error) {
    // It may have failed after the journal was in place: then it is settled, whatever was reported.
    if (readJournal(files, root)?.phase !== 'settled') throw error;
  }
}

/** Keeps the way back and drops the journal. The change stands, so what fails here is only told. */
function finish(doors: Doors, root: string, journal: Journal): string[] {
  const notes = keepHistory(doors, root, journal);
  try {
    dropJournal(doors.files, root);
  } catch (error) {
    notes.push(`The journal could not be removed (${messageOf(error)}): run ligament recover, which finishes it.`);
  }
  return notes;
}

/** Refuses where a file is not any more what the plan was made from, or cannot be written. Nothing is written yet. */
function checkUnchanged(files: FileDoor, root: string, changes: readonly FileChange[]): void {
  for (const { file, before } of changes) {
    const target = path.join(root, file);
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
        why: error instanceof Error ? error.message : String(error),
        next: 'Nothing was changed. Make it writable (or free it), then run the command again.',
      });
    }
  }
}

function openJournal({ files, clock }: Doors, changes: ChangeSet, options: ApplyOptions): Journal {
  const { root, workspaces, install: installs } = options;
  const watched = watchedFiles(files, root, changes, options);
  const folder = path.join(root, JOURNAL_FOLDER);
  const journal: Journal = {
    journal: 1,
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
      spare: temporaryFiles(files, root, file),
    })),
    folders: foldersToMake(files, root, watched),
    install: installs && changes.install ? { command: changes.install.command, args: changes.install.args } : null,
    tree: treeState(files, root, workspaces),
  };
  try {
    files.makeFolder(folder, 0o700);
    watched.forEach(({ before }, index) => {
      if (before !== undefined) files.put(path.join(folder, `before-${index}`), before, 0o600);
    });
    writeJournal(files, root, journal);
  } catch (error) {
    throw new Problem({
      status: EXIT.refused,
      what: 'The journal could not be written',
      why: error instanceof Error ? error.message : String(error),
      next: 'Nothing was changed. Check space and permissions, then run the command again.',
    });
  }
  return journal;
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
  if (!changes.install || !options.install) return all;
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

async function prove(
  doors: Doors,
  changes: ChangeSet,
  options: ApplyOptions,
  journal: Journal,
): Promise<ProofResult[]> {
  const results: ProofResult[] = [];
  if (!options.prove) return results;
  for (const task of changes.proofs) {
    options.signal.throwIfAborted();
    journal.phase = 'proving';
    writeJournal(doors.files, options.root, journal);
    options.onEvent({ step: 'proving', task });
    const result = await options.prove(task);
    options.signal.throwIfAborted();
    results.push(result);
    if (!result.held) {
      throw new Problem({
        status: EXIT.putBack,
        what: `The proof of ${task.title} failed`,
        why: result.missed.join('\n'),
        next: 'If the build fails without it too, mend the build first; --no-prove attaches without a proof.',
        output: result.output,
      });
    }
  }
  return results;
}

async function afterFailure(
  doors: Doors,
  root: string,
  journal: Journal,
  error: unknown,
  signal: AbortSignal,
): Promise<Problem> {
  let left: string | undefined;
  try {
    const result = await putBack(doors, root, journal);
    dropJournal(doors.files, root);
    await releaseHooks(doors, root);
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
  if (Problem.is(error)) return new Problem({ ...error.parts, next: `${after} ${error.parts.next ?? ''}`.trim() });
  return new Problem({
    status: EXIT.putBack,
    what: 'The change failed on the way',
    why: messageOf(error),
    next: after,
  });
}

function messageOf(error: unknown): string {
  return error instanceof Error ? error.message : String(error);
}
