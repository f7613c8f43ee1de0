import fs from 'node:fs';
import path from 'node:path';
import writeFileAtomic from 'write-file-atomic';
import { ifThere } from './node-reader.ts';

/** A value that was kept in the cache; undefined where there is none that can be read. */
export function readKept(file: string): unknown {
  const text = ifThere(() => fs.readFileSync(file, 'utf8'));
  try {
    return text === undefined ? undefined : JSON.parse(text);
  } catch {
    return undefined;
  }
}

/** Keeps a value. What cannot be kept, or is lost by a power cut, is made anew: nothing waits for the disk. */
export function writeKept(file: string, value: unknown): void {
  try {
    fs.mkdirSync(path.dirname(file), { recursive: true, mode: 0o700 });
    writeFileAtomic.sync(file, JSON.stringify(value), { mode: 0o600, fsync: false });
  } catch {
    // A cache is never in the way.
  }
}
