import type { Doors } from '../ports.ts';
import { ChangeRecord } from './change-record.ts';
import { hasJournal } from './journal.ts';
import { lockId } from './lock-view.ts';
import { clearLockOf } from './lock.ts';

/**
 * Ends and removes what killed commands have left behind, of any project: programs, copies that proofs were made in, and their records.
 * A change that was cut off is not touched: `recover` does that. Throws nothing.
 */
export async function sweep(doors: Doors): Promise<void> {
  for (const record of recordsOf(doors)) {
    try {
      if (record.state !== 'ended' || hasJournal(doors.files, record)) continue;
      // A lock that goes by it is taken over by whoever wants it.
      if (lockId(doors.files, record.owner.root) === record.id) continue;
      await record.clearLeftovers();
      if (record.owner.kind === 'change') clearLockOf(doors.files, record.owner.root, record);
      record.remove();
    } catch {
      // What stays is swept another time.
    }
  }
}

function recordsOf(doors: Doors): ChangeRecord[] {
  try {
    return ChangeRecord.all(doors);
  } catch {
    return [];
  }
}
