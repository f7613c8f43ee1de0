import fs from 'node:fs';

let written = 0;

/**
 * Writes a file whole or not at all: beside it under a temporary name (the file's own and a number), flushed, then renamed
 * over it. Links are followed; mode and owner of an old file stay. Returns the path behind links. Throws
 * the system's error, and the old file stands.
 *
 * The usual packages for this write once and never ask how much of it the disk has taken: on one that is nearly full
 * half a file would then be put in place.
 */
export function writeWhole(file: string, bytes: Uint8Array, mode?: number): string {
  const target = throughLinks(file);
  const old = fs.statSync(target, { throwIfNoEntry: false });
  const temporary = `${target}.${process.pid}${process.hrtime.bigint()}${written++}`;
  try {
    fillTemporary(temporary, bytes, mode ?? (old && old.mode & 0o7777), old);
    fs.renameSync(temporary, target);
  } catch (error) {
    fs.rmSync(temporary, { force: true });
    throw error;
  }
  return target;
}

function fillTemporary(
  temporary: string,
  bytes: Uint8Array,
  mode: number | undefined,
  old: fs.Stats | undefined,
): void {
  const descriptor = fs.openSync(temporary, 'wx', mode ?? 0o666);
  try {
    // Goes on until all is written, or throws.
    fs.writeFileSync(descriptor, bytes);
    if (old) keepOwner(descriptor, old);
    // Setting an owner clears some bits, and the process's mask has cleared others.
    if (mode !== undefined) fs.fchmodSync(descriptor, mode);
    fs.fsyncSync(descriptor);
  } finally {
    fs.closeSync(descriptor);
  }
}

function keepOwner(descriptor: number, { uid, gid }: fs.Stats): void {
  const own = fs.fstatSync(descriptor);
  if (own.uid === uid && own.gid === gid) return;
  try {
    fs.fchownSync(descriptor, uid, gid);
  } catch (error) {
    // A group that one is not in cannot be given; the owner was asked for before anything was written.
    if (own.uid !== uid || (error as NodeJS.ErrnoException).code !== 'EPERM') throw error;
  }
}

function throughLinks(file: string): string {
  try {
    return fs.realpathSync(file);
  } catch {
    return file;
  }
}
