import path from 'node:path';
import type { Reader } from '../ports.ts';

/** A program that an installed package brings, as seen from a folder of the host; undefined where none does. */
export function programNear(reader: Reader, root: string, folder: string, program: string): string | undefined {
  for (let at = path.join(root, folder); at.length >= root.length; at = path.dirname(at)) {
    const file = path.join(at, 'node_modules', '.bin', program);
    if (reader.kind(file) !== undefined) return file;
  }
  return undefined;
}
