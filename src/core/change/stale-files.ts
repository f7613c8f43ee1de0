import path from 'node:path';
import type { Reader } from '../ports.ts';

/** The paths that one means: `*.php` at its end stands for all such files of a folder. */
export function staleFiles(files: Reader, root: string, stale: string): string[] {
  const target = path.join(root, stale);
  const [, ending] = /^\*(\.\w+)$/.exec(path.basename(stale)) ?? [];
  if (ending === undefined) return files.kind(target) === undefined ? [] : [target];
  const folder = path.dirname(target);
  return files
    .list(folder)
    .filter(({ name, kind }) => kind === 'file' && name.endsWith(ending))
    .map(({ name }) => path.join(folder, name));
}
