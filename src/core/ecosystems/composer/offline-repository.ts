import path from 'node:path';
import { pathToFileURL } from 'node:url';
import type { Doors } from '../../ports.ts';
import { recordOf } from '../../records.ts';
import { jsonIn } from '../../text/json-text.ts';
import { encode, readText } from '../../text/utf8.ts';
import { lockedReleases, type Release } from './lock.ts';
import { isPlatform, MANIFEST, repositoriesOf } from './manifest.ts';
import type { ComposerSource } from './source-door.ts';

// The name by which Composer's default repository is turned off (its documentation, "Repositories").
const DEFAULT = 'packagist';

interface Task {
  folder: string;
  manifest: string;
  lock: string | undefined;
  names: readonly string[];
  /** A folder of the command's own (absolute). */
  own: string;
}

/**
 * Has Composer find packages in a repository of files alone: what the lockfile tells, and what is known of the packages that come and of
 * all that they require. Folders of the project's own stay repositories. Returns the environment of such a run.
 */
export async function offlineRepository({ files, sources }: Doors, task: Task): Promise<Record<string, string>> {
  const { folder, lock, names, own } = task;
  const known = new Map([...lockedReleases(lock)].map(([name, release]) => [name, [release]]));
  addKnown(known, await sources.composer(folder), names);
  const packages = Object.fromEntries(
    [...known].map(([name, releases]) => [
      name,
      Object.fromEntries(releases.map(({ version, raw }) => [version, raw])),
    ]),
  );
  files.put(path.join(own, 'packages.json'), encode(JSON.stringify({ packages })));
  const file = path.join(own, 'composer', MANIFEST);
  const manifest = recordOf(jsonIn(readText(files, file)));
  const local = repositoriesOf(manifest)
    .map(({ entry }) => entry)
    .filter((entry) => ['path', 'artifact', 'package'].includes(String(recordOf(entry).type)));
  const repositories = [...local, { type: 'composer', url: pathToFileURL(own).href }, { [DEFAULT]: false }];
  files.put(file, encode(JSON.stringify({ ...manifest, repositories }, null, 4)));
  // The user's own repositories are somewhere else as well.
  const home = path.join(own, 'home');
  files.makeFolder(home, 0o700);
  return { COMPOSER_HOME: home, COMPOSER_CACHE_DIR: path.join(own, 'cache'), COMPOSER_DISABLE_NETWORK: '1' };
}

/** What is known of packages, and of what these require, and so on. */
function addKnown(all: Map<string, Release[]>, source: ComposerSource, names: readonly string[]): void {
  const seen = new Set<string>();
  const open = [...names];
  for (let name = open.pop(); name !== undefined; name = open.pop()) {
    if (seen.has(name) || isPlatform(name)) continue;
    seen.add(name);
    const here = all.get(name) ?? [];
    const more = source.known(name)?.releases ?? [];
    all.set(name, [...here, ...more.filter((one) => !here.some(({ version }) => version === one.version))]);
    open.push(...more.flatMap(({ require }) => Object.keys(require)).map((one) => one.toLowerCase()));
  }
  for (const [name, releases] of all) if (releases.length === 0) all.delete(name);
}
