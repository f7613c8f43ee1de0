import type { Doors } from '../ports.ts';
import type { ChangeRecord } from './change-record.ts';
import { findUnfinished } from './journal.ts';
import { clearLockOf } from './lock.ts';
import { keepHistory } from './keep-history.ts';
import { releaseHooks } from './release-hooks.ts';
import { dropJournal, putBack, type PutBack } from './put-back.ts';

export type Recovered =
  | { outcome: 'nothing' }
  /** All had been done; only the journal was left. */
  | { outcome: 'finished'; title: string }
  | ({ outcome: 'put back'; title: string } & PutBack);

/**
 * Heals a host after a change that was cut off, by the journal in the user's own state. The host's lock must be held, by the command
 * whose record is `own`. May itself be cut off and repeated.
 */
export async function recover(doors: Doors, root: string, own?: ChangeRecord): Promise<Recovered> {
  const cut = findUnfinished(doors, root, own);
  if (!cut) return { outcome: 'nothing' };
  const { record, journal } = cut;
  // A package manager that outlived the killed command would write what is put back here.
  await record.clearLeftovers();
  if (journal.phase === 'settled') {
    keepHistory(doors, root, cut);
    dropJournal(doors.files, record);
    await releaseHooks(doors, root);
    clearLockOf(doors.files, root, record);
    record.remove();
    return { outcome: 'finished', title: journal.title };
  }
  const result = await putBack(doors, { root, ...cut });
  dropJournal(doors.files, record);
  await releaseHooks(doors, root);
  clearLockOf(doors.files, root, record);
  record.remove();
  return { outcome: 'put back', title: journal.title, ...result };
}
