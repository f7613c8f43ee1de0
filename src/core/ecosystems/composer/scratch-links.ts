import path from 'node:path';
import type { Reader } from '../../ports.ts';
import type { LinkTask } from '../work.ts';
import { isPackagesFolder } from './tree.ts';

/** Whether a folder (absolute) is one of installed packages: `vendor` beside a manifest, with Composer's own files in it. */
export function isVendor(reader: Reader, folder: string): boolean {
  return (
    isPackagesFolder(path.basename(folder)) &&
    reader.kind(path.join(path.dirname(folder), 'composer.json')) !== undefined &&
    reader.kind(path.join(folder, 'autoload.php')) !== undefined
  );
}

/**
 * Brings installed packages into a copy. Their loader finds the project from where it lies itself, so no link may lead out of the copy:
 * packages get a second name file by file, and what Composer writes anew is copied.
 */
export function linkVendor({ files, hostRoot, root }: LinkTask, from: string, to: string): void {
  const inside = files.real(hostRoot);
  const ledTo = (real: string): string => {
    const within = path.relative(inside, real);
    return within.startsWith('..') || path.isAbsolute(within) ? real : path.join(root, within);
  };
  const bring = (source: string, target: string, own: boolean): void => {
    files.makeFolder(target);
    for (const { name, kind } of files.list(source)) {
      const [at, into] = [path.join(source, name), path.join(target, name)];
      if (kind === 'folder') bring(at, into, own || (source === from && (name === 'composer' || name === 'bin')));
      else if (kind === 'file' && (own || source === from)) files.copyFile(at, into);
      else if (kind === 'file') files.sameFile(at, into);
      else if (kind === 'link') files.link(ledTo(files.real(at)), into);
    }
  };
  bring(from, to, false);
}
