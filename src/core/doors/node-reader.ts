import fs from 'node:fs';
import type { Dirent, Stats } from 'node:fs';
import type { EntryKind, Reader } from '../ports.ts';

/** The reader on the real file system. */
export const nodeReader: Reader = {
  read(path) {
    return ifThere(() => fs.readFileSync(path));
  },
  kind(path) {
    const stat = fs.lstatSync(path, { throwIfNoEntry: false });
    return stat && kindOf(stat);
  },
  list(path) {
    const entries = ifThere(() => fs.readdirSync(path, { withFileTypes: true })) ?? [];
    return entries
      .map((entry) => ({ name: entry.name, kind: kindOf(entry) }))
      .sort((a, b) => (a.name < b.name ? -1 : a.name > b.name ? 1 : 0));
  },
  real(path) {
    return ifThere(() => fs.realpathSync(path)) ?? path;
  },
};

export function ifThere<Value>(action: () => Value): Value | undefined {
  try {
    return action();
  } catch (error) {
    const code = (error as NodeJS.ErrnoException).code;
    if (code === 'ENOENT' || code === 'ENOTDIR' || code === 'EISDIR') return undefined;
    throw error;
  }
}

function kindOf(entry: Dirent | Stats): EntryKind {
  if (entry.isSymbolicLink()) return 'link';
  if (entry.isDirectory()) return 'folder';
  return entry.isFile() ? 'file' : 'other';
}
