import path from 'node:path';
import type { EntryKind, Reader } from '../../src/core/ports.ts';

/** A reader of files that are only in memory; paths are absolute below `/host`. */
export function memoryReader(files: Record<string, string>): Reader {
  const all = new Map(Object.entries(files).map(([file, text]) => [path.posix.join('/host', file), text]));
  const isFolder = (folder: string): boolean => [...all.keys()].some((file) => file.startsWith(`${folder}/`));
  const kind = (file: string): EntryKind | undefined =>
    all.has(file) ? 'file' : isFolder(file) ? 'folder' : undefined;
  return {
    read: (file) => {
      const text = all.get(file);
      return text === undefined ? undefined : Buffer.from(text);
    },
    kind,
    list(folder) {
      const names = new Set(
        [...all.keys()]
          .filter((file) => file.startsWith(`${folder}/`))
          .map((file) => file.slice(folder.length + 1).split('/')[0] ?? ''),
      );
      return [...names].sort().map((name) => ({ name, kind: kind(`${folder}/${name}`) ?? 'other' }));
    },
    real: (file) => file,
  };
}
