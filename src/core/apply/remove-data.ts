import path from 'node:path';
import { messageOf } from '../message-of.ts';
import { checkOwnPath } from '../change/paths.ts';
import type { FileDoor, Within } from '../ports.ts';

/**
 * Removes what an app has kept, by paths from the host's root: files, or folders with all in them. It cannot be put back, so it is
 * done last. Throws a Problem (status 3) for a path that leads out of the host; returns, in words, what could not be removed.
 */
export function removeData(files: FileDoor, within: Within, paths: readonly string[]): string[] {
  for (const file of paths) checkOwnPath(files, within.root, file);
  return paths.flatMap((file) => {
    const absolute = path.join(within.root, file);
    try {
      if (files.kind(absolute) === 'folder') files.removeTree(absolute, within);
      else if (files.kind(absolute) !== undefined) files.removeFile(absolute, within);
      return [];
    } catch (error) {
      const why = messageOf(error);
      return [`${file} could not be removed (${why}): remove it yourself.`];
    }
  });
}
