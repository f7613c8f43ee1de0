import path from 'node:path';
import type { FileDoor, Within } from '../../ports.ts';
import { hashOf } from '../../text/hash.ts';
import type { TreeState } from '../work.ts';

/** Installed packages as they are before a change: which folders of them there are, and the manager's own record. */
export function treeState(files: FileDoor, root: string, workspaces: readonly string[]): TreeState {
  const all = workspaces.map((folder) => path.posix.join(folder, 'node_modules'));
  const folders = all.filter((folder) => files.kind(path.join(root, folder)) !== undefined);
  const absent = all.filter((folder) => !folders.includes(folder));
  return { record: treeRecord(files, root), folders, absent, broken: brokenIn(files, root, folders) };
}

/** Whether packages may have changed since. */
export function treeChanged(files: FileDoor, root: string, { record }: TreeState): boolean {
  return treeRecord(files, root) !== record;
}

/**
 * A manager that was cut off leaves links to programs of packages that it no longer knows, the folders of their scopes, and packages that it
 * had put aside: they go.
 */
export function tidyTree(files: FileDoor, root: string, { folders, broken }: TreeState, within: Within): void {
  // What is put aside goes first: it may be all that a scope has.
  const aside = packagesAside(files, root, folders).filter((one) => !broken.includes(one));
  for (const one of aside) files.removeTree(path.join(root, one), within);
  for (const one of brokenIn(files, root, folders)) {
    if (broken.includes(one)) continue;
    const whole = path.join(root, one);
    if (files.kind(whole) === 'folder') files.removeEmptyFolder(whole, within);
    else files.removeFile(whole, within);
  }
}

/** Whether a path is one of a folder of packages below the root. */
export function isPackagesFolder(folder: string): boolean {
  const parts = folder.split('/');
  return parts.at(-1) === 'node_modules' && !parts.includes('..') && !path.posix.isAbsolute(folder);
}

function brokenIn(files: FileDoor, root: string, folders: readonly string[]): string[] {
  return [
    ...brokenLinks(files, root, folders),
    ...packagesAside(files, root, folders),
    ...emptyScopes(files, root, folders),
  ];
}

/** Whether a folder is a package that npm has put aside until it removes it: `.name-` and eight characters of its own. */
function isAside(folder: string): boolean {
  return /^\.[\w.-]+-[A-Za-z0-9]{8}$/.test(path.posix.basename(folder));
}

function packagesAside(files: FileDoor, root: string, folders: readonly string[]): string[] {
  const inside = (folder: string): string[] =>
    files
      .list(path.join(root, folder))
      .filter(({ kind }) => kind === 'folder')
      .map(({ name }) => path.posix.join(folder, name));
  const scopes = folders.flatMap(inside).filter((folder) => path.posix.basename(folder).startsWith('@'));
  return [...folders, ...scopes].flatMap(inside).filter(isAside);
}

/** Folders of scopes (`@scope`) without a package. */
function emptyScopes(files: FileDoor, root: string, folders: readonly string[]): string[] {
  return folders.flatMap((folder) =>
    files
      .list(path.join(root, folder))
      .filter(({ name, kind }) => kind === 'folder' && name.startsWith('@'))
      .map(({ name }) => path.posix.join(folder, name))
      .filter((scope) => files.list(path.join(root, scope)).length === 0),
  );
}

/** Links to programs of installed packages that lead nowhere. */
function brokenLinks(files: FileDoor, root: string, folders: readonly string[]): string[] {
  return folders.flatMap((folder) => {
    const programs = path.posix.join(folder, '.bin');
    return files
      .list(path.join(root, programs))
      .filter(({ name, kind }) => kind === 'link' && files.kind(files.real(path.join(root, programs, name))) === 'link')
      .map(({ name }) => path.posix.join(programs, name));
  });
}

function treeRecord(files: FileDoor, root: string): string {
  const records = ['.package-lock.json', '.modules.yaml', '.yarn-integrity', '.yarn-state.yml'];
  return records.map((name) => hashOf(files.read(path.join(root, 'node_modules', name)))).join(' ');
}
