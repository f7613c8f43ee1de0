import path from 'node:path';
import type { Reader } from '../ports.ts';

/** A reader that shows some files with other contents than they have (undefined: as if they were not there). */
export function overlay(under: Reader, changes: ReadonlyMap<string, Uint8Array | undefined>): Reader {
  if (changes.size === 0) return under;
  return {
    read: (file) => (changes.has(file) ? changes.get(file) : under.read(file)),
    kind: (file) => (changes.has(file) ? (changes.get(file) ? 'file' : undefined) : under.kind(file)),
    list(folder) {
      const entries = new Map(under.list(folder).map((entry) => [entry.name, entry]));
      for (const [file, bytes] of changes) {
        if (path.dirname(file) !== folder) continue;
        const name = path.basename(file);
        if (bytes) entries.set(name, { name, kind: 'file' });
        else entries.delete(name);
      }
      return [...entries.values()].sort((a, b) => (a.name < b.name ? -1 : a.name > b.name ? 1 : 0));
    },
    real: (file) => under.real(file),
  };
}
