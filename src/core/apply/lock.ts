import fs from 'node:fs';
import path from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import lockfile from 'proper-lockfile';
import { decode, encode } from '../doors/text.ts';
import { EXIT, Problem } from '../problem.ts';
import type { Clock, FileDoor } from '../ports.ts';
import { JOURNAL_FOLDER } from './journal.ts';

const HOLDER = `${JOURNAL_FOLDER}/holder.json`;
const LOCK = '.ligament/lock';
const STALE_MS = 30_000;
const POLL_MS = 150;
const UNNAMED_MS = 2000;

interface Holder {
  pid: number;
  what: string;
  since: string;
}

export interface HostLock {
  release(): void;
}

/**
 * Takes the lock of a host, waiting while another Ligament holds it; the lock of a process that is dead is taken over.
 * Throws a Problem (status 3) that says who holds it when the wait is over.
 */
export async function lockHost(
  { files, clock }: { files: FileDoor; clock: Clock },
  root: string,
  what: string,
  options: { waitMs: number; onWait?: (holder: string) => void },
): Promise<HostLock> {
  const start = clock.now().getTime();
  let told = false;
  for (;;) {
    const release = tryLock(files, root);
    if (release) {
      try {
        writeHolder(files, root, { pid: process.pid, what, since: clock.now().toISOString() });
      } catch (error) {
        giveBack(files, root, release);
        throw unwritable(error);
      }
      return { release: () => giveBack(files, root, release) };
    }
    const holder = readHolder(files, root);
    if (holder ? !isAlive(holder.pid) : isOld(root)) {
      expire(root);
      continue;
    }
    const words = holder ? `process ${holder.pid} (${holder.what}, since ${holder.since})` : 'another process';
    if (clock.now().getTime() - start > options.waitMs) {
      throw new Problem({
        status: EXIT.refused,
        what: 'Another Ligament is at work in this project',
        why: `it is ${words}`,
        next: 'Wait until it has ended, then run the command again. Nothing was changed.',
      });
    }
    if (!told) options.onWait?.(words);
    told = true;
    await sleep(POLL_MS);
  }
}

function tryLock(files: FileDoor, root: string): (() => void) | undefined {
  for (let attempt = 0; attempt < 5; attempt += 1) {
    try {
      files.makeFolder(path.join(root, '.ligament'));
      const lockfilePath = path.join(root, LOCK);
      return lockfile.lockSync(root, { lockfilePath, realpath: false, stale: STALE_MS, update: STALE_MS / 3 });
    } catch (error) {
      const code = (error as NodeJS.ErrnoException).code;
      if (code === 'ELOCKED') return undefined;
      if (code !== 'ENOENT') throw unwritable(error);
      // The folder went between the two steps: the one who held the lock has just tidied up. Or it cannot be made at all.
      checkFolder(root);
    }
  }
  return undefined;
}

/** Making a folder and those above it says of a read-only disk only that the folder is not there. */
function checkFolder(root: string): void {
  try {
    fs.accessSync(root, fs.constants.W_OK);
  } catch (error) {
    throw unwritable(error);
  }
}

function writeHolder(files: FileDoor, root: string, holder: Holder): void {
  const folder = path.join(root, JOURNAL_FOLDER);
  files.makeFolder(folder);
  // The folder hides itself from version control, so that nobody's ignore file has to be touched.
  files.put(path.join(folder, '.gitignore'), encode('*\n'));
  files.put(path.join(root, HOLDER), encode(JSON.stringify(holder)));
}

function readHolder(files: FileDoor, root: string): Holder | undefined {
  const bytes = files.read(path.join(root, HOLDER));
  try {
    return bytes && (JSON.parse(decode(bytes) ?? '') as Holder);
  } catch {
    return undefined;
  }
}

function isAlive(pid: number): boolean {
  try {
    process.kill(pid, 0);
    return true;
  } catch (error) {
    return (error as NodeJS.ErrnoException).code === 'EPERM';
  }
}

/** Whether a lock has stood for longer than it takes to write down who holds it. */
function isOld(root: string): boolean {
  const stat = fs.statSync(path.join(root, LOCK), { throwIfNoEntry: false });
  return stat !== undefined && Date.now() - stat.mtimeMs > UNNAMED_MS;
}

/** Ages the lock of a dead process, so that the locking library takes it over by its own rules. */
function expire(root: string): void {
  const old = new Date(Date.now() - 10 * STALE_MS);
  try {
    fs.utimesSync(path.join(root, LOCK), old, old);
  } catch {
    // Somebody else was faster.
  }
}

function giveBack(files: FileDoor, root: string, release: () => void): void {
  try {
    tidyUp(files, root, release);
  } catch {
    // What came of the command is what counts; the lock of a process that has ended is taken over.
  }
}

function tidyUp(files: FileDoor, root: string, release: () => void): void {
  const folder = path.join(root, JOURNAL_FOLDER);
  // Images without a journal belong to a change that never began or is over.
  const unfinished = files.kind(path.join(folder, 'journal.json')) !== undefined;
  if (unfinished) files.removeFile(path.join(root, HOLDER));
  else files.removeTree(folder);
  try {
    release();
  } catch {
    // The lock is gone already; that is all that was wanted.
  }
  if (!unfinished) files.removeEmptyFolder(path.join(root, '.ligament'));
}

function unwritable(error: unknown): Problem {
  return new Problem({
    status: EXIT.refused,
    what: 'The project cannot be written',
    why: error instanceof Error ? error.message : String(error),
    next: 'Check who owns it and whether it is mounted read-only. Nothing was changed.',
  });
}
