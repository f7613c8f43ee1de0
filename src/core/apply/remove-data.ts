import path from 'node:path';
import { checkPath } from '../plan/paths.ts';
import type { FileDoor } from '../ports.ts';

/**
 * Removes what an app has kept, by paths from the host's root: files, or folders with all in them. It cannot be put back, so it is
 * done last. Throws a Problem (status 3) for a path that leads out of the host.
 */
export function removeData(files: FileDoor, root: string, paths: readonly string[]): void {
  for (const file of paths) checkPath(files, root, file);
  for (const file of paths) {
    const absolute = path.join(root, file);
    if (files.kind(absolute) === 'folder') files.removeTree(absolute);
    else if (files.kind(absolute) !== undefined) files.removeFile(absolute);
  }
}
