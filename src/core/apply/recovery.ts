import type { Doors } from '../ports.ts';
import { keepHistory } from './keep-history.ts';
import { readChild, readJournal, readScratch, SCRATCH_PREFIX } from './journal.ts';
import { releaseHooks } from './release-hooks.ts';
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
    await releaseHooks(doors, root);
    return { outcome: 'finished', title: journal.title };
  }
  // A package manager that outlived the killed command would write what is put back here.
  const child = readChild(doors.files, root);
  if (child !== undefined) await doors.processes.end(child, root);
  // So would the copy that a proof was made in stay, with all that the project holds.
  const scratch = readScratch(doors.files, root);
  if (scratch !== undefined) {
    if (child !== undefined) await doors.processes.end(child, scratch);
    doors.files.removeScratch(scratch, SCRATCH_PREFIX);
  }
  const result = await putBack(doors, root, journal);
  dropJournal(doors.files, root);
  await releaseHooks(doors, root);
  return { outcome: 'put back', title: journal.title, ...result };
}
