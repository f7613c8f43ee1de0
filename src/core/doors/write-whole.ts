import fs from 'node:fs';
import path from 'node:path';
import type { Within } from '../ports.ts';
import { temporaryPrefix } from '../text/temporary-names.ts';
import { anchored, realPlace } from './anchored.ts';

let written = 0;

/**
 * Writes a file whole or not at all: beside it under a temporary name, flushed, then renamed over it. Links are followed, with
 * `within` only to where they stay in it; mode and owner of an old file stay. The folder is flushed too. Throws the system's error,
 * and the old file stands.
 *
 * The usual packages for this write once and never ask how much of it the disk has taken: on one that is nearly full
 * half a file would then be put in place.
 */
export function writeWhole(file: string, bytes: Uint8Array, mode?: number, within?: Within): void {
  if (within === undefined) return replace(throughLinks(file), path.basename(file), bytes, mode, `${process.pid}`);
  const place = realPlace(file, within);
  anchored(place, within, (entry) => replace(entry, path.basename(place), bytes, mode, within.mark));
}

/** Makes a file, in place whole from the start; false where anything is there already, a link as well. */
export function createWhole(file: string, bytes: Uint8Array, mode: number, within?: Within): boolean {
  const make = (entry: string): boolean => {
    const temporary = temporaryBeside(entry, path.basename(file), within?.mark ?? `${process.pid}`);
    try {
      fillTemporary(temporary, bytes, mode, undefined);
      // A second name is given only where there is none: renaming would replace what is there.
      nameAnew(temporary, entry, bytes, mode);
      return true;
    } catch (error) {
      if ((error as NodeJS.ErrnoException).code === 'EEXIST') return false;
      throw error;
    } finally {
      fs.rmSync(temporary, { force: true });
    }
  };
  return within === undefined ? make(file) : anchored(file, within, make);
}

function nameAnew(temporary: string, entry: string, bytes: Uint8Array, mode: number): void {
  try {
    fs.linkSync(temporary, entry);
  } catch (error) {
    const { code = '' } = error as NodeJS.ErrnoException;
    if (!['EPERM', 'ENOTSUP', 'EOPNOTSUPP', 'ENOSYS', 'EMLINK'].includes(code)) throw error;
    // A file system without second names: it is made in its place, which is as exclusive but not at once.
    fs.writeFileSync(entry, bytes, { flag: 'wx', mode });
  }
}

function replace(entry: string, name: string, bytes: Uint8Array, mode: number | undefined, mark: string): void {
  const old = fs.statSync(entry, { throwIfNoEntry: false });
  const temporary = temporaryBeside(entry, name, mark);
  try {
    fillTemporary(temporary, bytes, mode ?? (old && old.mode & 0o7777), old);
    fs.renameSync(temporary, entry);
  } catch (error) {
    fs.rmSync(temporary, { force: true });
    throw error;
  }
  syncFolder(path.dirname(entry));
}

function temporaryBeside(entry: string, name: string, mark: string): string {
  return path.join(path.dirname(entry), `${temporaryPrefix(name, mark)}${process.hrtime.bigint()}${written++}`);
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

/** Flushes a folder's entries; systems that cannot do so for folders (Windows) keep them safe themselves. */
export function syncFolder(folder: string): void {
  let descriptor: number | undefined;
  try {
    descriptor = fs.openSync(folder, 'r');
    fs.fsyncSync(descriptor);
  } catch (error) {
    const code = (error as NodeJS.ErrnoException).code;
    if (code !== 'EPERM' && code !== 'EISDIR' && code !== 'EINVAL' && code !== 'EACCES') throw error;
  } finally {
    if (descriptor !== undefined) fs.closeSync(descriptor);
  }
}

function throughLinks(file: string): string {
  try {
    return fs.realpathSync(file);
  } catch {
    return file;
  }
}
