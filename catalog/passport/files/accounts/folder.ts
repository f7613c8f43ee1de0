import { closeSync, mkdirSync, openSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';

/** A folder that nobody else may read, and that version control passes over. */
export function keepApart(folder: string): void {
  const made = mkdirSync(folder, { recursive: true, mode: 0o700 });
  // One that was there before has rules of its own.
  if (!made) return;
  writeFileSync(join(folder, '.gitignore'), '*\n', { flag: 'wx' });
}

/** Makes a file that nobody else may read, if it is not there. */
export function keepOwn(file: string): void {
  closeSync(openSync(file, 'a', 0o600));
}
