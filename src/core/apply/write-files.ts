import path from 'node:path';
import type { ChangeSet, FileChange } from '../change/change-set.ts';
import type { FileDoor, Within } from '../ports.ts';

/** Writes what some changes make of files, none of them out of `within`, whatever has become of their folders meanwhile; a file that goes takes the folders that it leaves empty with it. */
export function writeFiles(
  files: FileDoor,
  within: Within,
  changes: readonly FileChange[],
  kind: ChangeSet['kind'],
): void {
  // Secrets come after the line by which version control passes their file over, and go before it does.
  const last = (role: FileChange['role']): number => Number((role === 'private') === (kind === 'attach'));
  const ordered = [...changes].sort((a, b) => last(a.role) - last(b.role));
  for (const { file, after, role, executable, mode: wanted } of ordered) {
    const target = path.join(within.root, file);
    const fresh = files.kind(target) === undefined;
    const mode = role === 'private' ? 0o600 : (wanted ?? (executable ? 0o755 : undefined));
    if (after === undefined) {
      files.removeFile(target, within);
      removeEmptied(files, within, file);
    } else {
      files.makeFolder(path.dirname(target), undefined, within);
      files.put(target, after, fresh ? mode : undefined, within);
    }
  }
}

/** A file that goes is one that Ligament has made: the folders that it leaves empty go with it. */
function removeEmptied(files: FileDoor, within: Within, file: string): void {
  for (let folder = path.posix.dirname(file); folder !== '.'; folder = path.posix.dirname(folder)) {
    if (!files.removeEmptyFolder(path.join(within.root, folder), within)) return;
  }
}
