import path from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { decode, encode } from '../text/utf8.ts';
import type { Doors } from '../ports.ts';
import { messageOf } from '../message-of.ts';
import { EXIT, Problem } from '../problem.ts';
import { temporaryPrefix } from '../text/temporary-names.ts';
import { ChangeRecord, recordById } from './change-record.ts';
import { hasJournal } from './journal.ts';
import { holderInWords, LOCK, lockId, viewLock, type LockText, type LockView } from './lock-view.ts';

const POLL_MS = 150;
const MOST_ATTEMPTS = 20;

export interface HostLock {
  /** What the command keeps in the user's state while it has the lock. */
  record: ChangeRecord;
  release(): void;
}

interface Waiting {
  waitMs: number;
  onWait?: (holder: string) => void;
}

/**
 * Takes the lock of a host, waiting while another Ligament has it. The lock is one file, made exclusively and following no link; who
 * has it is known by machine, start of the system, process namespace, number and start of the process, and not by any clock:
 * a time in a file says nothing where clocks jump, files are touched, or a computer sleeps. The lock of a process that has ended is
 * taken over, that of one that cannot be seen from here never is. Throws a Problem: status 3 when the wait is over or the project
 * cannot be written, 5 where the lock is nobody's that can be told.
 */
export async function lockHost(doors: Doors, root: string, what: string, waiting: Waiting): Promise<HostLock> {
  const record = begin(doors, root, what);
  try {
    for (const wait = patience(waiting); ;) {
      if (take(doors, root, record)) return { record, release: () => release(doors, root, record) };
      const view = viewLock(doors, root, record);
      if (view.state === 'lost') throw view.problem;
      if (view.state === 'ended') unlessGone(() => takeOver(doors, root, view.record, record));
      // Each round waits, whatever it saw: nothing here can become a busy loop.
      await wait(view);
    }
  } catch (error) {
    dropLock(doors, root, record);
    dropRecord(record);
    throw error;
  }
}

/** Waits while another Ligament is at work, without taking anything. Throws as `lockHost` does. */
export async function waitForOthers(doors: Doors, root: string, waiting: Waiting): Promise<void> {
  for (const wait = patience(waiting); ;) {
    const view = viewLock(doors, root);
    if (view.state === 'lost') throw view.problem;
    if (view.state !== 'running' && view.state !== 'unseen') return;
    await wait(view);
  }
}

/** Makes sure that the lock is still this command's, before anything is written. Throws a Problem (status 3) otherwise. */
export function checkHeld({ files }: Pick<Doors, 'files'>, root: string, { id }: ChangeRecord): void {
  if (lockId(files, root) === id) return;
  throw new Problem({
    status: EXIT.refused,
    what: 'The lock of this project was taken away while the change was planned',
    where: { file: LOCK },
    why: 'somebody has removed or replaced it',
    next: 'Nothing was changed. Run the command again.',
  });
}

function begin(doors: Doors, root: string, what: string): ChangeRecord {
  try {
    return ChangeRecord.begin(doors, root, 'change', what);
  } catch (error) {
    if (Problem.is(error)) throw error;
    throw new Problem({
      status: EXIT.refused,
      what: 'The journal cannot be started in your state folder',
      why: messageOf(error),
      next: 'Nothing was changed. Check space and permissions there, or name another folder with XDG_STATE_HOME.',
    });
  }
}

/** A wait that says once for whom, and ends. The clock of the system may jump: it is not asked. */
function patience({ waitMs, onWait }: Waiting): (view: LockView) => Promise<void> {
  const start = performance.now();
  let told = false;
  return async (view) => {
    if (view.state === 'running' || view.state === 'unseen') {
      const words = holderInWords(view.who, view.state);
      if (performance.now() - start > waitMs) throw atWork(words, view.state);
      if (!told) onWait?.(words);
      told = true;
    }
    await sleep(POLL_MS);
  };
}

function atWork(words: string, state: 'running' | 'unseen'): Problem {
  return new Problem({
    status: EXIT.refused,
    what: 'Another Ligament is at work in this project',
    where: { file: LOCK },
    why: state === 'running' ? `it is ${words}` : `it is ${words}; from here nobody can see whether it still runs`,
    next:
      state === 'running'
        ? 'Wait until it has ended, then run the command again. Nothing was changed.'
        : 'Nothing was changed. Wait until it has ended; if you know that it was killed, run ligament recover where it ran, or remove the lock.',
    handwork: state === 'running' ? undefined : `rm ${LOCK}`,
  });
}

function take({ files, environment }: Doors, root: string, record: ChangeRecord): boolean {
  const { what, since, holder } = record.owner;
  const user = environment.USER ?? environment.USERNAME ?? 'somebody';
  const text: LockText = { lock: 1, id: record.id, what, since, user, holder };
  const within = record.within(root);
  for (let attempt = 0; ; attempt += 1) {
    try {
      files.makeFolder(path.join(root, '.ligament'), undefined, within);
      return files.create(path.join(root, LOCK), encode(`${JSON.stringify(text)}\n`), 0o644, within);
    } catch (error) {
      // Who had the lock has just tidied the folder away, or somebody else has made it at the same moment.
      const code = (error as NodeJS.ErrnoException).code ?? '';
      if (['ENOENT', 'EEXIST'].includes(code) && attempt < MOST_ATTEMPTS) continue;
      throw unwritable(error);
    }
  }
}

/** Does what another command may have done at the same moment: what is gone then is looked at again in the next round. */
function unlessGone(work: () => void): void {
  try {
    work();
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code !== 'ENOENT') throw error;
  }
}

/**
 * Removes the lock of a command that was cut off; its journal, if it has one, stays for `recover`. Of several that would do so at
 * once one may: the others wait.
 */
function takeOver(doors: Doors, root: string, ended: ChangeRecord, own: ChangeRecord): void {
  const { files, processes } = doors;
  const turn = path.join(ended.folder, 'takeover');
  if (!files.create(turn, encode(own.id), 0o600)) {
    const bytes = files.read(turn);
    const other = recordById(doors, (bytes && decode(bytes)) ?? '');
    if (other && processes.state(other.owner.holder) !== 'ended') return;
    files.removeFile(turn);
    return;
  }
  const id = lockId(files, root);
  if (id === ended.id || id === '') files.removeFile(path.join(root, LOCK), own.within(root));
  clearLockOf(files, root, ended);
  if (hasJournal(files, ended)) files.removeFile(turn);
  else dropRecord(ended);
}

/** Removes what a command that was cut off while it made its lock has left beside it, and the folder if nothing else is in it. */
export function clearLockOf(files: Doors['files'], root: string, record: ChangeRecord): void {
  const within = record.within(root);
  const folder = path.join(root, '.ligament');
  if (files.kind(folder) !== 'folder') return;
  const own = temporaryPrefix(path.basename(LOCK), record.id);
  for (const { name } of files.list(folder))
    if (name.startsWith(own)) files.removeFile(path.join(folder, name), within);
  files.removeEmptyFolder(folder, within);
}

function release({ files }: Doors, root: string, record: ChangeRecord): void {
  try {
    const within = record.within(root);
    if (lockId(files, root) === record.id) files.removeFile(path.join(root, LOCK), within);
    files.removeEmptyFolder(path.join(root, '.ligament'), within);
  } catch {
    // What came of the command is what counts; the lock of a process that has ended is taken over.
  }
  // With a journal left in it, it is what `recover` goes by.
  if (!hasJournal(files, record)) dropRecord(record);
}

/** What was made of a lock that was not to be had. */
function dropLock({ files }: Doors, root: string, record: ChangeRecord): void {
  try {
    clearLockOf(files, root, record);
  } catch {
    // What keeps a project from being written keeps it as it is.
  }
}

function dropRecord(record: ChangeRecord): void {
  try {
    record.remove();
  } catch {
    // One that stays is swept by a later command.
  }
}

function unwritable(error: unknown): Problem {
  return new Problem({
    status: EXIT.refused,
    what: 'The project cannot be written',
    why: messageOf(error),
    next: 'Check who owns it and whether it is mounted read-only. Nothing was changed.',
  });
}
