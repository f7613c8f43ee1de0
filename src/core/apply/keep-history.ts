import path from 'node:path';
import { messageOf } from '../message-of.ts';
import type { Doors } from '../ports.ts';
import { hashOf } from '../text/hash.ts';
import { History, type HistoryEntry } from '../history/history.ts';
import type { ChangeRecord } from './change-record.ts';
import { readImage, type Journal } from './journal.ts';

interface Change {
  record: ChangeRecord;
  journal: Journal;
}

/**
 * Records a change that is done for `history` and `undo`, from its journal. A state folder that cannot be written costs
 * the way back, not the change: then the notes say so.
 */
export function keepHistory(doors: Doors, root: string, change: Change): string[] {
  try {
    addEntry(doors, root, change);
    return [];
  } catch (error) {
    return [`No way back by "ligament undo" was kept: ${messageOf(error)}`];
  }
}

function addEntry(doors: Doors, root: string, { record, journal }: Change): void {
  const images = new Map<string, Uint8Array>();
  const files = journal.files.map(({ file, before, role, mode }): HistoryEntry['files'][number] => {
    // Secrets are kept nowhere but in their own file.
    const image = before === null || role === 'private' ? undefined : readImage(doors.files, record, before);
    if (before !== null && image) images.set(before, image);
    return { file, before, after: hashOf(doors.files.read(path.join(root, file))), role, mode };
  });
  const { startedAt, kind, title, parts, undoes } = journal;
  new History(doors, root).add({ at: startedAt, kind, title, parts, files, undoes }, images);
}
