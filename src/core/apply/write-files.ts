import path from 'node:path';
import type { FileChange } from '../plan/change-set.ts';
import type { FileDoor } from '../ports.ts';

/** Writes what some changes make of files; a file that goes takes Ligament's own emptied folders with it. */
export function writeFiles(files: FileDoor, root: string, changes: readonly FileChange[]): void {
  for (const { file, after } of changes) {
    const target = path.join(root, file);
    if (after === undefined) {
      files.removeFile(target);
      removeEmptyRecords(files, root, file);
    } else {
      files.makeFolder(path.dirname(target));
      files.put(target, after);
    }
  }
}

/** Ligament's own folders go with the last record in them. */
function removeEmptyRecords(files: FileDoor, root: string, file: string): void {
  for (let folder = path.posix.dirname(file); folder.includes('.ligament'); folder = path.posix.dirname(folder)) {
    if (!files.removeEmptyFolder(path.join(root, folder))) return;
  }
}
