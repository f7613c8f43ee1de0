import path from 'node:path';
import type { Reader } from '../ports.ts';

/** Throws a Problem (status 5) where a change of this host was cut off. Cheap where none was, as it nearly always is. */
export async function refuseUnfinished(reader: Reader, root: string): Promise<void> {
  if (reader.kind(path.join(root, '.ligament/journal/journal.json')) === undefined) return;
  const { readJournal, recoveryNeeded } = await import('./journal.ts');
  const journal = readJournal(reader, root);
  if (journal) throw recoveryNeeded(journal);
}
