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
      what: `${file} puts what Composer installs into another folder`,
      where: { file },
      why: `its ${key} is ${said}, and Ligament can put back only what is in ${usual}`,
      next: 'Nothing was changed. Install it by hand there.',
    });
  }
  const { 'installer-paths': paths } = recordOf(manifest.extra);
  if (paths !== undefined)
    throw new Problem({
      status: EXIT.refused,
      what: `${file} has a plugin put packages into other folders`,
      where: { file },
      why: 'its extra.installer-paths names them, and Ligament lets no plugin act',
      next: 'Nothing was changed. Install it by hand there.',
    });
  const vendor = path.posix.normalize(path.posix.join(folder, 'vendor'));
  if (reader.kind(path.join(root, vendor)) !== 'link') return;
  throw new Problem({
    status: EXIT.refused,
    what: `${vendor} is a link`,
    where: { file: vendor },
    why: 'Composer would write the packages to where it leads',
    next: 'Nothing was changed. Put a folder in its place.',
  });
}

/** The settings of a project without those that name folders of the user. */
export function withoutUsersFolders(config: Record<string, unknown>): Record<string, unknown> {
  return Object.fromEntries(Object.entries(config).filter(([key]) => !USERS.includes(key)));
}
