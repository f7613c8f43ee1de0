import fs from 'node:fs';
import path from 'node:path';
import type { Within } from '../ports.ts';
import { isVersionControl } from '../path-names.ts';

const FOLDER = fs.constants.O_RDONLY | fs.constants.O_DIRECTORY | fs.constants.O_NOFOLLOW;
const HAS_DESCRIPTORS = fs.existsSync('/proc/self/fd');

/**
 * Does something to an entry of a folder below `within.root`, by a path that nobody can bend meanwhile: the folder is looked up
 * with its links, must lie in the root and out of version control's own folder, and is then opened part by part without following
 * any link; the entry is reached from the open folder (as openat(2) does, by proc_pid_fd(5)). Where the system has no such paths the
 * same is checked right before. Throws an error with the code ELEAVES where the path leads elsewhere.
 */
export function anchored<Value>(file: string, within: Within, action: (entry: string) => Value): Value {
  const { parts, root } = partsBelow(path.dirname(file), within.root, file);
  const name = path.basename(file);
  if (isVersionControl(name)) throw leaves(file, 'it is the folder of version control');
  if (!HAS_DESCRIPTORS) return action(path.join(root, ...parts, name));
  let folder = fs.openSync(root, FOLDER);
  try {
    const git = identityOf(path.join(root, '.git'));
    for (const part of parts) {
      const next = fs.openSync(`/proc/self/fd/${folder}/${part}`, FOLDER);
      fs.closeSync(folder);
      folder = next;
      const { dev, ino } = fs.fstatSync(folder);
      if (git === `${dev}:${ino}`) throw leaves(file, 'it leads into the folder of version control');
    }
    return action(`/proc/self/fd/${folder}/${name}`);
  } catch (error) {
    const { code } = error as NodeJS.ErrnoException;
    // A part became a link since it was looked up.
    if (code === 'ELOOP' || code === 'ENOTDIR')
      throw leaves(file, 'something on its way was changed while it was written');
    throw error;
  } finally {
    fs.closeSync(folder);
  }
}

/** The real place of a file below a root: itself, or where a link in its place leads, which must lie there too. */
export function realPlace(file: string, within: Within): string {
  let place = file;
  for (let links = 0; links < 40; links += 1) {
    const target = anchored(place, within, (entry) => {
      const stat = fs.lstatSync(entry, { throwIfNoEntry: false });
      return stat?.isSymbolicLink() ? fs.readlinkSync(entry) : undefined;
    });
    if (target === undefined) return place;
    place = path.resolve(fs.realpathSync(path.dirname(place)), target);
  }
  throw leaves(file, 'its links lead round in a circle');
}

/** The parts of a folder's real path below the real root. */
function partsBelow(folder: string, root: string, file: string): { root: string; parts: string[] } {
  const top = fs.realpathSync(root);
  const real = fs.realpathSync(folder);
  const inside = path.relative(top, real);
  if (inside === '..' || inside.startsWith(`..${path.sep}`) || path.isAbsolute(inside))
    throw leaves(file, `a link leads to ${real}`);
  const parts = inside === '' ? [] : inside.split(path.sep);
  if (parts.some((part) => isVersionControl(part))) throw leaves(file, `a link leads to ${real}`);
  return { root: top, parts };
}

function identityOf(file: string): string | undefined {
  const stat = fs.lstatSync(file, { throwIfNoEntry: false });
  return stat && `${stat.dev}:${stat.ino}`;
}

function leaves(file: string, why: string): Error {
  return Object.assign(new Error(`${file} leads out of the project: ${why}`), { code: 'ELEAVES', path: file });
}
