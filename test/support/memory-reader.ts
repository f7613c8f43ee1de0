import path from 'node:path';
import type { Reader } from '../../src/core/ports.ts';
import { MemoryFiles } from './memory-files.ts';

/** A reader of files that are only in memory; paths are absolute below `/host`. */
export function memoryReader(files: Record<string, string>): Reader {
  const placed = Object.entries(files).map(([file, text]) => [path.posix.join('/host', file), text]);
  return new MemoryFiles(Object.fromEntries(placed) as Record<string, string>).door;
}
