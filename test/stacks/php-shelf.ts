import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { projectRoot } from '../../demo/registry/open.ts';
import { composerHome, installPhpShelf as installShelf } from '../../demo/registry/php-shelf.ts';

/** Which packages of PHP lie ready for the runs, as `vendor/name@version`. */
export const PHP_LIST = path.join(projectRoot(), 'test/stacks/php-packages.json');
const FOLDER = path.join(os.tmpdir(), 'ligament-stacks/php-shelf');

/** A folder of settings by which Composer finds packages on the shelf alone, and keeps a lockfile. */
export const COMPOSER_HOME = composerHome({ folder: FOLDER });

/** Writes down which packages must lie ready. */
export function writePhpShelf(packages: readonly string[]): void {
  fs.writeFileSync(PHP_LIST, `${JSON.stringify([...new Set(packages)].sort(), null, 2)}\n`);
}

/** The packages that lie ready now. */
export function phpShelf(): string[] {
  return fs.existsSync(PHP_LIST) ? (JSON.parse(fs.readFileSync(PHP_LIST, 'utf8')) as string[]) : [];
}

/** Fetches what the runs may ask for. May use the network; what is there already is not fetched again. */
export async function installPhpShelf(): Promise<void> {
  await installShelf({ packages: phpShelf(), folder: FOLDER });
}

/** Every package that a lockfile of Composer's has, by `name@version`. */
export function composerLocked(file: string): string[] {
  const lock = JSON.parse(fs.readFileSync(file, 'utf8')) as Record<'packages' | 'packages-dev', Locked[]>;
  return [...lock.packages, ...lock['packages-dev']].map(({ name, version }) => `${name}@${version}`);
}

interface Locked {
  name: string;
  version: string;
}
