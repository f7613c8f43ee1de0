import fs from 'node:fs';
import type { Dirent, Stats } from 'node:fs';
import type { EntryKind, Reader } from '../ports.ts';

// Larger than any lockfile; what is larger is read by nobody here.
const LARGEST = 128 << 20;

/** The reader on the real file system. */
export const nodeReader: Reader = {
  read(path) {
    return ifThere(() => readRegular(path));
  },
  kind(path) {
    const stat = ifThere(() => fs.lstatSync(path, { throwIfNoEntry: false }));
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
  status(path) {
    const stat = ifThere(() => fs.lstatSync(path, { throwIfNoEntry: false }));
    return stat && { owner: stat.uid, mode: stat.mode & 0o7777, identity: `${stat.dev}:${stat.ino}` };
  },
};

/** A regular file's bytes: a pipe would keep its reader waiting for ever, and a device never ends. */
function readRegular(path: string): Uint8Array | undefined {
  // Most that is asked for is not there: an error for each would take longer than all that is.
  if (fs.statSync(path, { throwIfNoEntry: false }) === undefined) return undefined;
  // Opening a pipe waits for its other end where this is not said; where systems do not know it there is nothing to say.
  const { O_RDONLY, O_NONBLOCK = 0, O_NOCTTY = 0 } = fs.constants as Record<string, number>;
  const flags = (O_RDONLY ?? 0) | O_NONBLOCK | O_NOCTTY;
  const descriptor = fs.openSync(path, flags);
  try {
    const stat = fs.fstatSync(descriptor);
    if (!stat.isFile()) return undefined;
    if (stat.size > LARGEST)
      throw Object.assign(new Error(`EFBIG: the file is larger than ${LARGEST >> 20} MB, read '${path}'`), {
        code: 'EFBIG',
        path,
      });
    return fs.readFileSync(descriptor);
  } finally {
    fs.closeSync(descriptor);
  }
}

export function ifThere<Value>(action: () => Value): Value | undefined {
  try {
    return action();
  } catch (error) {
    const code = (error as NodeJS.ErrnoException).code;
    // ENXIO: a socket, or a pipe that nobody has open.
    if (code === 'ENOENT' || code === 'ENOTDIR' || code === 'EISDIR' || code === 'ENXIO') return undefined;
    throw error;
  }
}

function kindOf(entry: Dirent | Stats): EntryKind {
  if (entry.isSymbolicLink()) return 'link';
  if (entry.isDirectory()) return 'folder';
  return entry.isFile() ? 'file' : 'other';
}
