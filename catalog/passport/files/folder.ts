import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';

/** A folder that nobody else may read, and that version control passes over. */
export function keepApart(folder: string): void {
  if (folder === '.') return;
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  writeFileSync(join(folder, '.gitignore'), '*\n');
}
