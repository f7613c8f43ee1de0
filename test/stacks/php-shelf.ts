import { createHash } from 'node:crypto';
import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { projectRoot } from '../../demo/registry/open.ts';
import { openComposerSource } from '../../src/core/ecosystems/composer/source.ts';

/** Which packages of PHP lie ready for the runs, as `vendor/name@version`. */
export const PHP_LIST = path.join(projectRoot(), 'test/stacks/php-packages.json');
// Outside of the project: archives of some hundred packages.
const FOLDER = path.join(os.tmpdir(), 'ligament-stacks/php-shelf');
const AT_ONCE = 8;

/** A folder of settings by which Composer finds packages on the shelf alone, and keeps a lockfile. */
export const COMPOSER_HOME = path.join(FOLDER, 'home');

/** Writes down which packages must lie ready. */
export function writePhpShelf(packages: readonly string[]): void {
  fs.writeFileSync(PHP_LIST, `${JSON.stringify([...new Set(packages)].sort(), null, 2)}\n`);
}

/** The packages that lie ready now. */
export function phpShelf(): string[] {
  return fs.existsSync(PHP_LIST) ? (JSON.parse(fs.readFileSync(PHP_LIST, 'utf8')) as string[]) : [];
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

/**
 * Fetches the packages that the runs may ask for, each by the address and the checksum that the repository of this machine tells, and
 * makes a repository of files of them. May use the network; what is there already is not fetched again.
 */
export async function installPhpShelf(): Promise<void> {
  const wanted = phpShelf();
  const stamp = path.join(FOLDER, 'stamp');
  const key = createHash('sha256').update(wanted.join('\n')).digest('hex');
  if (fs.existsSync(stamp) && fs.readFileSync(stamp, 'utf8') === key) return;
  fs.mkdirSync(path.join(FOLDER, 'zips'), { recursive: true });
  fs.mkdirSync(path.join(FOLDER, 'asked'), { recursive: true });
  fs.writeFileSync(path.join(FOLDER, 'asked/composer.json'), '{}\n');
  const source = openComposerSource(path.join(FOLDER, 'asked'), process.env, false);
  const packages: Record<string, Record<string, unknown>> = {};
  const open = [...wanted];
  const worker = async (): Promise<void> => {
    for (let one = open.shift(); one !== undefined; one = open.shift()) {
      const at = one.lastIndexOf('@');
      const [name, version] = [one.slice(0, at), one.slice(at + 1)];
      const found = (await source.package(name))?.releases.find((release) => release.version === version);
      if (!found) throw new Error(`no repository has ${one}`);
      const dist = await fetched(one, found.raw.dist);
      packages[name] = { ...packages[name], [version]: { ...found.raw, dist } };
    }
  };
  await Promise.all(Array.from({ length: AT_ONCE }, worker));
  fs.writeFileSync(path.join(FOLDER, 'packages.json'), JSON.stringify({ packages }));
  fs.mkdirSync(COMPOSER_HOME, { recursive: true });
  const repositories = [{ type: 'composer', url: `file://${FOLDER}` }, { 'packagist.org': false }];
  fs.writeFileSync(path.join(COMPOSER_HOME, 'config.json'), JSON.stringify({ repositories }));
  fs.writeFileSync(stamp, key);
}

/** The archive of a package, as a repository of files tells of it. */
async function fetched(id: string, dist: unknown): Promise<object> {
  const { url = '', shasum = '' } = (dist ?? {}) as { url?: string; shasum?: string };
  const file = path.join(FOLDER, 'zips', `${id.replace('/', '--')}.zip`);
  const isGood = (bytes: Uint8Array): boolean =>
    shasum === '' || createHash('sha1').update(bytes).digest('hex') === shasum;
  if (!fs.existsSync(file) || !isGood(fs.readFileSync(file))) {
    const response = await fetch(url);
    if (!response.ok) throw new Error(`${id}: ${response.status}`);
    const bytes = new Uint8Array(await response.arrayBuffer());
    if (!isGood(bytes)) throw new Error(`${id} is not what was announced`);
    fs.writeFileSync(file, bytes);
  }
  return { type: 'zip', url: file, shasum };
}
