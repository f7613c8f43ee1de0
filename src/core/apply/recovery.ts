import type { Doors } from '../ports.ts';
import { keepHistory } from './keep-history.ts';
import { readChild, readJournal } from './journal.ts';
import { dropJournal, putBack, type PutBack } from './put-back.ts';

export type Recovered =
  | { outcome: 'nothing' }
  /** All had been done; only the journal was left. */
  | { outcome: 'finished'; title: string }
  | ({ outcome: 'put back'; title: string } & PutBack);

/** Heals a host after a change that was cut off. The host's lock must be held. May itself be cut off and repeated. */
export async function recover(doors: Doors, root: string): Promise<Recovered> {
  const journal = readJournal(doors.files, root);
  if (!journal) {
    dropJournal(doors.files, root);
    return { outcome: 'nothing' };
  }
  if (journal.phase === 'settled') {
    keepHistory(doors, root, journal);
    dropJournal(doors.files, root);
    return { outcome: 'finished', title: journal.title };
  }
  // A package manager that outlived the killed command would write what is put back here.
  const child = readChild(doors.files, root);
  if (child !== undefined) await doors.processes.end(child, root);
  const result = await putBack(doors, root, journal);
  dropJournal(doors.files, root);
  return { outcome: 'put back', title: journal.title, ...result };
}
