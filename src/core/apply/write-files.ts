import path from 'node:path';
import type { ChangeSet, FileChange } from '../plan/change-set.ts';
import type { FileDoor } from '../ports.ts';

/** Writes what some changes make of files; a file that goes takes the folders that it leaves empty with it. */
export function writeFiles(
  files: FileDoor,
  root: string,
  changes: readonly FileChange[],
  kind: ChangeSet['kind'],
): void {
  // Secrets come after the line by which version control passes their file over, and go before it does.
  const last = (role: FileChange['role']): number => Number((role === 'private') === (kind === 'attach'));
  const ordered = [...changes].sort((a, b) => last(a.role) - last(b.role));
  for (const { file, after, role, executable } of ordered) {
    const target = path.join(root, file);
    const fresh = files.kind(target) === undefined;
    const mode = role === 'private' ? 0o600 : executable ? 0o755 : undefined;
    if (after === undefined) {
      files.removeFile(target);
      removeEmptied(files, root, file);
    } else {
      files.makeFolder(path.dirname(target));
      files.put(target, after, fresh ? mode : undefined);
    }
  }
}

/** A file that goes is one that Ligament has made: the folders that it leaves empty go with it. */
function removeEmptied(files: FileDoor, root: string, file: string): void {
  for (let folder = path.posix.dirname(file); folder !== '.'; folder = path.posix.dirname(folder)) {
    if (!files.removeEmptyFolder(path.join(root, folder))) return;
  }
}
