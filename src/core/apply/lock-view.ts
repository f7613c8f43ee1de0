import { localTime } from '../text/local-time.ts';
import path from 'node:path';
import * as z from 'zod/mini';
import { decode } from '../text/utf8.ts';
import type { Doors, Reader } from '../ports.ts';
import { EXIT, Problem } from '../problem.ts';
import { ChangeRecord, isAt, processMark, recordById } from './change-record.ts';
import { stateFolder, type StateDoors } from '../history/state-folder.ts';

/** The lock of a project, below its root: the id of a record in somebody's state folder, and who that is, to be shown. */
export const LOCK = '.ligament/lock';

const LONGEST = 4096;

const lockSchema = z.object({
  lock: z.literal(1),
  id: z.string(),
  what: z.string(),
  since: z.string(),
  user: z.string(),
  holder: processMark,
});

/** What stands in a lock. */
export type LockText = z.infer<typeof lockSchema>;

/** Who has a project's lock, as far as that can be told. */
export type LockView =
  | { state: 'free' }
  /** Somebody is at work. `unseen`: in another container or on another machine, where nobody here can see whether they still are. */
  | { state: 'running' | 'unseen'; who: LockText }
  /** A command of this user's that has ended without giving it back. */
  | { state: 'ended'; record: ChangeRecord }
  /** Nobody's that can be told from here; the problem says whose it is said to be, and what can be done. */
  | { state: 'lost'; problem: Problem };

export type ViewDoors = StateDoors & Pick<Doors, 'processes'>;

/**
 * Looks at a project's lock. Its text comes with the project: it is looked up in the user's own state, or shown, and decides nothing
 * else. `own` is the record of the command that asks. Changes nothing.
 */
export function viewLock(doors: ViewDoors, root: string, own?: ChangeRecord): LockView {
  const { files, processes } = doors;
  const file = path.join(root, LOCK);
  const kind = files.kind(file);
  const near = files.kind(path.join(root, '.ligament'));
  if (near !== undefined && near !== 'folder') return { state: 'lost', problem: notAFolder(near) };
  if (kind === undefined) return withoutLock(doors, root, own);
  if (kind !== 'file')
    return { state: 'lost', problem: strange(`it is a ${kind === 'other' ? 'pipe or device' : kind}`) };
  const told = parse(files.read(file));
  if (!told) return withoutText(doors, root, own);
  const record = recordById(doors, told.id);
  if (record) {
    if (!isAt(record.owner, root, files.status(root)?.identity))
      return { state: 'lost', problem: elsewhere(record, told) };
    const { state } = record;
    return state === 'ended' ? { state, record } : { state, who: told };
  }
  // Taken for true it could only make a command wait, or refuse.
  const state = processes.state(told.holder);
  if (state !== 'ended') return { state, who: told };
  // Whoever had it may have given it back since it was read: the lock goes before its record does.
  if (lockId(files, root) !== told.id) return viewLock(doors, root, own);
  return { state: 'lost', problem: unknown(doors, root, told) };
}

/** The id in a project's lock; empty where it says none, undefined where there is no lock. */
export function lockId(files: Reader, root: string): string | undefined {
  const file = path.join(root, LOCK);
  return files.kind(file) === 'file' ? (parse(files.read(file))?.id ?? '') : undefined;
}

/** Who has a lock, in a few words. */
export function holderInWords({ what, since, user, holder }: LockText, state: 'running' | 'unseen'): string {
  const place = state === 'unseen' ? ` on ${holder.machine}` : '';
  return `process ${holder.pid}${place} (${what}, of ${user}, since ${localTime(since)})`;
}

/** Of a project without a lock: a command whose lock somebody has removed still has its record. */
function withoutLock(doors: ViewDoors, root: string, own: ChangeRecord | undefined): LockView {
  const records = ChangeRecord.of(doors, root).filter(({ owner, id }) => owner.kind === 'change' && id !== own?.id);
  const running = records.find((one) => one.state === 'running');
  if (running) return { state: 'running', who: asText(running) };
  const [ended] = records.filter((one) => one.state === 'ended');
  return ended ? { state: 'ended', record: ended } : { state: 'free' };
}

/** A lock that was cut off while it was made, or that nobody can read. */
function withoutText(doors: ViewDoors, root: string, own: ChangeRecord | undefined): LockView {
  const view = withoutLock(doors, root, own);
  return view.state === 'free' ? { state: 'lost', problem: strange('what stands in it cannot be read') } : view;
}

function asText({ id, owner }: ChangeRecord): LockText {
  return { lock: 1, id, what: owner.what, since: owner.since, user: 'yours', holder: owner.holder };
}

function parse(bytes: Uint8Array | undefined): LockText | undefined {
  if (bytes === undefined || bytes.length > LONGEST) return undefined;
  try {
    const result = lockSchema.safeParse(JSON.parse(decode(bytes) ?? ''));
    return result.success ? result.data : undefined;
  } catch {
    return undefined;
  }
}

const BY_HAND =
  'Look with your version control at what was changed since, and put back what should not be; then remove the lock';

function unknown({ files, environment, machine }: ViewDoors, root: string, told: LockText): Problem {
  const owner = files.status(path.join(root, LOCK))?.owner;
  const other = machine.user !== undefined && owner !== undefined && owner !== machine.user;
  const whose = `${told.user} began "${told.what}" at ${localTime(told.since)}, on ${told.holder.machine}`;
  return new Problem({
    status: EXIT.recoveryNeeded,
    what: other ? "Another user's change of this project was cut off" : 'A change of this project was cut off',
    where: { file: LOCK },
    why: other
      ? `its lock says that ${whose}; how the files were before is in that user's state folder`
      : `its lock says that ${whose}, but ${stateFolder(environment)} holds nothing of it: the lock came with the project, or the state folder is another one or lost`,
    next: other
      ? `That user can put it back with: ligament recover. Or ${BY_HAND.toLowerCase()}.`
      : `If you have another state folder (XDG_STATE_HOME), run ligament recover with that one. ${BY_HAND}.`,
    handwork: `rm ${LOCK}`,
  });
}

function elsewhere({ owner }: ChangeRecord, told: LockText): Problem {
  return new Problem({
    status: EXIT.recoveryNeeded,
    what: `The lock of this project belongs to a change in another place`,
    where: { file: LOCK },
    why: `"${told.what}" was begun at ${localTime(told.since)} in ${owner.root}: this folder is a copy of it`,
    next: `Run ligament recover there. In this copy, ${BY_HAND.toLowerCase()}.`,
    handwork: `rm ${LOCK}`,
  });
}

function strange(why: string): Problem {
  return new Problem({
    status: EXIT.recoveryNeeded,
    what: 'The lock of this project is not one that Ligament has made',
    where: { file: LOCK },
    why: `${why}; it came with the project, or an older Ligament was cut off`,
    next: `${BY_HAND}.`,
    handwork: `rm -r ${LOCK}`,
  });
}

function notAFolder(kind: string): Problem {
  return new Problem({
    status: EXIT.refused,
    what: '.ligament is not a folder of this project',
    where: { file: '.ligament' },
    why: kind === 'link' ? 'it is a link, and records must not be written behind one' : 'something else has that name',
    next: 'Nothing was changed. Remove it, or put a folder in its place.',
  });
}
