import path from 'node:path';
import type { Doors } from '../ports.ts';
import { hashOf } from './hash.ts';
import { History, type HistoryEntry } from './history.ts';
import { readImage, type Journal } from './journal.ts';

/**
 * Records a change that is done for `history` and `undo`, from its journal. A state folder that cannot be written costs
 * the way back, not the change: then the notes say so.
 */
export function keepHistory(doors: Doors, root: string, journal: Journal): string[] {
  try {
    addEntry(doors, root, journal);
    return [];
  } catch (error) {
    return [`No way back by "ligament undo" was kept: ${error instanceof Error ? error.message : String(error)}`];
  }
}

function addEntry(doors: Doors, root: string, journal: Journal): void {
  const images = new Map<string, Uint8Array>();
  const files = journal.files.map(({ file, before, role }): HistoryEntry['files'][number] => {
    // Secrets are kept nowhere but in their own file.
    const image = before === null || role === 'private' ? undefined : readImage(doors.files, root, before);
    if (before !== null && image) images.set(before, image);
    return { file, before, after: hashOf(doors.files.read(path.join(root, file))), role };
  });
  const { startedAt, kind, title, parts, undoes } = journal;
  new History(doors, root).add({ at: startedAt, kind, title, parts, files, undoes }, images);
}
