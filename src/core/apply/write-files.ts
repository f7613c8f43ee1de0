import path from 'node:path';
import type { FileChange } from '../plan/change-set.ts';
import type { FileDoor } from '../ports.ts';

/** Writes what some changes make of files; a file that goes takes Ligament's own emptied folders with it. */
export function writeFiles(files: FileDoor, root: string, changes: readonly FileChange[]): void {
  // What holds secrets comes last: by then version control has been told to pass it over.
  const ordered = [...changes].sort((a, b) => Number(a.role === 'private') - Number(b.role === 'private'));
  for (const { file, after, role } of ordered) {
    const target = path.join(root, file);
    const fresh = role === 'private' && files.kind(target) === undefined;
    if (after === undefined) {
      files.removeFile(target);
      removeEmptyRecords(files, root, file);
    } else {
      files.makeFolder(path.dirname(target));
      files.put(target, after, fresh ? 0o600 : undefined);
    }
  }
}

/** Ligament's own folders go with the last record in them. */
function removeEmptyRecords(files: FileDoor, root: string, file: string): void {
  for (let folder = path.posix.dirname(file); folder.includes('.ligament'); folder = path.posix.dirname(folder)) {
    if (!files.removeEmptyFolder(path.join(root, folder))) return;
  }
}
