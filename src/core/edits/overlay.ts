import path from 'node:path';
import type { Reader } from '../ports.ts';

/** A reader that shows some files with other contents than they have (undefined: as if they were not there). */
export function overlay(under: Reader, changes: ReadonlyMap<string, Uint8Array | undefined>): Reader {
  if (changes.size === 0) return under;
  const made = foldersOf(changes);
  return {
    read: (file) => (changes.has(file) ? changes.get(file) : under.read(file)),
    kind: (file) =>
      changes.has(file) ? (changes.get(file) ? 'file' : undefined) : (under.kind(file) ?? made.get(file)),
    list(folder) {
      const entries = new Map((under.kind(folder) ? under.list(folder) : []).map((entry) => [entry.name, entry]));
      for (const one of made.keys()) {
        const name = path.basename(one);
        if (path.dirname(one) === folder && !entries.has(name)) entries.set(name, { name, kind: 'folder' });
      }
      for (const [file, bytes] of changes) {
        if (path.dirname(file) !== folder) continue;
        const name = path.basename(file);
        if (bytes) entries.set(name, { name, kind: 'file' });
        else entries.delete(name);
      }
      return [...entries.values()].sort((a, b) => (a.name < b.name ? -1 : a.name > b.name ? 1 : 0));
    },
    real: (file) => under.real(file),
    status: (file) => under.status(file),
  };
}

/** The folders that new files are in, as far up as there are any. */
function foldersOf(changes: ReadonlyMap<string, Uint8Array | undefined>): Map<string, 'folder'> {
  const folders = new Map<string, 'folder'>();
  for (const [file, bytes] of changes) {
    if (!bytes) continue;
    for (let at = path.dirname(file); at !== path.dirname(at) && !folders.has(at); at = path.dirname(at))
      folders.set(at, 'folder');
  }
  return folders;
}
