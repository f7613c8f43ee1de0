import { createHash } from 'node:crypto';
import fs from 'node:fs';
import path from 'node:path';
import { openComposerSource } from '../../src/core/ecosystems/composer/source.ts';

/** A shelf of Composer packages: what lies ready on it, and where. */
export interface PhpShelf {
  /** `vendor/name@version`, each. */
  packages: readonly string[];
  /** Outside of the project: archives of up to some hundred packages. */
  folder: string;
}

/** A folder of settings by which Composer finds packages on a shelf alone, and keeps a lockfile. */
export function composerHome({ folder }: Pick<PhpShelf, 'folder'>): string {
  return path.join(folder, 'home');
}

const AT_ONCE = 8;

/**
 * Fetches the packages that the runs may ask for, each by the address and the checksum that the repository of this machine tells, and
 * makes a repository of files of them. May use the network; what is there already is not fetched again.
 */
export async function installPhpShelf({ packages: wanted, folder }: PhpShelf): Promise<void> {
  const stamp = path.join(folder, 'stamp');
  const key = createHash('sha256').update(wanted.join('\n')).digest('hex');
  if (fs.existsSync(stamp) && fs.readFileSync(stamp, 'utf8') === key) return;
  fs.mkdirSync(path.join(folder, 'zips'), { recursive: true });
  fs.mkdirSync(path.join(folder, 'asked'), { recursive: true });
  fs.writeFileSync(path.join(folder, 'asked/composer.json'), '{}\n');
  const source = openComposerSource(path.join(folder, 'asked'), process.env, false);
  const packages: Record<string, Record<string, unknown>> = {};
  const open = [...wanted];
  const worker = async (): Promise<void> => {
    for (let one = open.shift(); one !== undefined; one = open.shift()) {
      const at = one.lastIndexOf('@');
      const [name, version] = [one.slice(0, at), one.slice(at + 1)];
      const found = (await source.package(name))?.releases.find((release) => release.version === version);
      if (!found) throw new Error(`no repository has ${one}`);
      const dist = await fetched(path.join(folder, 'zips'), one, found.raw.dist);
      packages[name] = { ...packages[name], [version]: { ...found.raw, dist } };
    }
  };
  await Promise.all(Array.from({ length: AT_ONCE }, worker));
  fs.writeFileSync(path.join(folder, 'packages.json'), JSON.stringify({ packages }));
  fs.mkdirSync(composerHome({ folder }), { recursive: true });
  const repositories = [{ type: 'composer', url: `file://${folder}` }, { 'packagist.org': false }];
  fs.writeFileSync(path.join(composerHome({ folder }), 'config.json'), JSON.stringify({ repositories }));
  fs.writeFileSync(stamp, key);
}

/** The archive of a package, as a repository of files tells of it. */
async function fetched(zips: string, id: string, dist: unknown): Promise<object> {
  const { url = '', shasum = '' } = (dist ?? {}) as { url?: string; shasum?: string };
  const file = path.join(zips, `${id.replace('/', '--')}.zip`);
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
