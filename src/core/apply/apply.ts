import path from 'node:path';
import { EXIT, Problem } from '../problem.ts';
import type { Doors, FileDoor } from '../ports.ts';
import { sameBytes, type ChangeSet, type FileChange } from '../plan/change-set.ts';
import type { ProofResult, ProofTask } from '../prove/proof.ts';
import { hashOf } from './hash.ts';
import { installFailed } from './install-failed.ts';
import { keepHistory } from './keep-history.ts';
import { JOURNAL_FOLDER, noteChild, readJournal, recoveryNeeded, writeJournal, type Journal } from './journal.ts';
import { dropJournal, putBack, temporaryFiles, treeState } from './put-back.ts';

export type ApplyEvent =
  | { step: 'writing'; files: number }
  | { step: 'installing'; command: string }
  | { step: 'proving'; task: ProofTask }
  | { step: 'putting back' }
  | { step: 'done' };

export interface ApplyOptions {
  root: string;
  workspaces: readonly string[];
  /** Host-relative lockfile of the host's manager. */
  lockfile: string;
  install: boolean;
  /** Carries out a proof; undefined where none is wanted. */
  prove: ((task: ProofTask) => Promise<ProofResult>) | undefined;
  signal: AbortSignal;
  onEvent: (event: ApplyEvent) => void;
}

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
    writeFiles(files, root, changes.files);
    await install(doors, changes, options, journal);
    const proofs = await prove(doors, changes, options, journal);
    writeJournal(files, root, { ...journal, phase: 'settled' });
    const notes = keepHistory(doors, root, journal);
    dropJournal(files, root);
    options.onEvent({ step: 'done' });
    return { proofs, notes };
  } catch (error) {
    options.onEvent({ step: 'putting back' });
    throw await afterFailure(doors, root, journal, error, options.signal);
  }
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

function openJournal(
  { files, clock }: Doors,
  changes: ChangeSet,
  { root, workspaces, lockfile, install: installs }: ApplyOptions,
): Journal {
  const watched = watchedFiles(files, root, changes, installs ? lockfile : undefined);
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
    folders: foldersToMake(files, root, changes.files),
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

/** The files of the change set, and the lockfile if the manager will write it. */
function watchedFiles(files: FileDoor, root: string, changes: ChangeSet, lockfile: string | undefined): Watched[] {
  if (!changes.install || lockfile === undefined) return changes.files;
  const rest = changes.files.filter(({ file }) => file !== lockfile);
  return [
    ...rest,
    { file: lockfile, role: 'lockfile', before: files.read(path.join(root, lockfile)), after: 'manager' },
  ];
}

function foldersToMake(files: FileDoor, root: string, changes: readonly FileChange[]): string[] {
  const folders = new Set<string>();
  for (const { file, after } of changes) {
    if (after === undefined) continue;
    for (let folder = path.posix.dirname(file); folder !== '.'; folder = path.posix.dirname(folder)) {
      if (files.kind(path.join(root, folder)) === undefined) folders.add(folder);
    }
  }
  return [...folders].sort();
}

function writeFiles(files: FileDoor, root: string, changes: readonly FileChange[]): void {
  for (const { file, after } of changes) {
    const target = path.join(root, file);
    if (after === undefined) {
      files.removeFile(target);
      removeEmptyRecords(files, root, file);
    } else {
      files.makeFolder(path.dirname(target));
      files.put(target, after);
    }
  }
}

/** Ligament's own folders go with the last record in them. */
function removeEmptyRecords(files: FileDoor, root: string, file: string): void {
  for (let folder = path.posix.dirname(file); folder.includes('.ligament'); folder = path.posix.dirname(folder)) {
    if (!files.removeEmptyFolder(path.join(root, folder))) return;
  }
}

async function install(doors: Doors, changes: ChangeSet, options: ApplyOptions, journal: Journal): Promise<void> {
  const { root, signal, onEvent } = options;
  if (!options.install || !changes.install) return;
  signal.throwIfAborted();
  const { command, args } = changes.install;
  journal.phase = 'installing';
  writeJournal(doors.files, root, journal);
  onEvent({ step: 'installing', command: [command, ...args].join(' ') });
  const onStart = (pid: number): void => noteChild(doors.files, root, pid);
  const result = await doors.processes.run(command, args, { cwd: root, signal, onStart });
  signal.throwIfAborted();
  if (result.status !== 0) throw installFailed(command, args, result);
  // A lockfile that must be as it once was is so even if the manager has written it anew.
  writeFiles(
    doors.files,
    root,
    changes.files.filter((change) => change.role === 'lockfile' && !isAs(doors.files, root, change)),
  );
}

function isAs(files: FileDoor, root: string, { file, after }: FileChange): boolean {
  return sameBytes(files.read(path.join(root, file)), after);
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
