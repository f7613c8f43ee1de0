import path from 'node:path';
import type { Reader } from '../../ports.ts';
import { EXIT, Problem } from '../../problem.ts';
import { recordOf } from '../../records.ts';
import { MANIFEST } from './manifest.ts';

// Where Composer puts things by a project's own word (its documentation, "Config"), with the places that Ligament knows.
const PLACES: Readonly<Record<string, string>> = { 'vendor-dir': 'vendor', 'bin-dir': 'vendor/bin' };

// Folders of the user's own, in which no project has a say.
const USERS = ['home', 'cache-dir', 'cache-files-dir', 'cache-repo-dir', 'cache-vcs-dir', 'data-dir', 'archive-dir'];

/** Refuses a project whose packages lie somewhere else than in `vendor` (status 3): what is written there could not be put back, or is not the project's. */
export function refuseOddPlaces(reader: Reader, root: string, folder: string, manifest: Record<string, unknown>): void {
  const file = path.posix.normalize(path.posix.join(folder, MANIFEST));
  const config = recordOf(manifest.config);
  for (const [key, usual] of Object.entries(PLACES)) {
    const said = config[key];
    if (typeof said !== 'string' || path.posix.normalize(said).replace(/\/$/, '') === usual) continue;
    throw new Problem({
      status: EXIT.refused,
      what: `${file} has Composer install into another folder than ${usual}`,
      where: { file },
      why: `its config.${key} is ${said}, and Ligament can restore only ${usual}`,
      next: 'Nothing was changed. Set it up by hand.',
    });
  }
  const { 'installer-paths': paths } = recordOf(manifest.extra);
  if (paths !== undefined)
    throw new Problem({
      status: EXIT.refused,
      what: `${file} has a Composer plugin install packages into other folders`,
      where: { file },
      why: 'its extra.installer-paths names them, and Ligament does not run Composer plugins',
      next: 'Nothing was changed. Set it up by hand.',
    });
  const vendor = path.posix.normalize(path.posix.join(folder, 'vendor'));
  if (reader.kind(path.join(root, vendor)) !== 'link') return;
  throw new Problem({
    status: EXIT.refused,
    what: `${vendor} is a symbolic link`,
    where: { file: vendor },
    why: 'Composer would install packages into the folder that it points to',
    next: 'Nothing was changed. Replace it with a folder.',
  });
}

/**
 * A manifest as Composer gets it: the lockfile counts, whatever the user's settings say of it; no folder of the user's is named, as Composer
 * would fill it or tidy it up; and there are no scripts, whose classes newer versions of Composer load.
 */
export function tamed(manifest: Record<string, unknown>): Record<string, unknown> {
  const without = (record: Record<string, unknown>, keys: readonly string[]): Record<string, unknown> =>
    Object.fromEntries(Object.entries(record).filter(([key]) => !keys.includes(key)));
  return { ...without(manifest, ['scripts']), config: { ...without(recordOf(manifest.config), USERS), lock: true } };
}
