import path from 'node:path';
import type { FileDoor, Reader, Within } from '../../ports.ts';
import { hashOf } from '../../text/hash.ts';
import type { TreeState } from '../work.ts';

const FOLDER = 'vendor';
const RECORD = 'composer/installed.json';

/** Installed packages as a change finds them. */
export function treeState(files: FileDoor, root: string, folder: string): TreeState {
  const vendor = path.posix.join(folder, FOLDER);
  const isThere = files.kind(path.join(root, vendor)) !== undefined;
  return {
    record: recordIn(files, root, vendor),
    folders: isThere ? [vendor] : [],
    absent: isThere ? [] : [vendor],
    broken: brokenPrograms(files, root, vendor),
  };
}

/** Whether packages may have changed since, by Composer's own record. */
export function treeChanged(files: FileDoor, root: string, { record, folders }: TreeState): boolean {
  return recordIn(files, root, folders[0] ?? FOLDER) !== record;
}

/** Removes links to programs that lead nowhere since. */
export function tidyTree(files: FileDoor, root: string, { folders, broken }: TreeState, within: Within): void {
  for (const link of folders.flatMap((vendor) => brokenPrograms(files, root, vendor)))
    if (!broken.includes(link)) files.removeFile(path.join(root, link), within);
}

/** Whether a path is one of a folder of packages below the root. */
export function isPackagesFolder(folder: string): boolean {
  const parts = folder.split('/');
  return parts.at(-1) === FOLDER && !parts.includes('..') && !path.posix.isAbsolute(folder);
}

function recordIn(files: Reader, root: string, vendor: string): string {
  return hashOf(files.read(path.join(root, vendor, RECORD)));
}

function brokenPrograms(files: FileDoor, root: string, vendor: string): string[] {
  const programs = path.posix.join(vendor, 'bin');
  return files
    .list(path.join(root, programs))
    .filter(({ name, kind }) => kind === 'link' && files.kind(files.real(path.join(root, programs, name))) === 'link')
    .map(({ name }) => path.posix.join(programs, name));
}
