import path from 'node:path';
import { noteScratch, SCRATCH_PREFIX } from '../apply/journal.ts';
import { encode, readText } from '../doors/text.ts';
import type { Doors, FileDoor } from '../ports.ts';

export interface Scratch {
  /** Absolute root of the copy. */
  root: string;
  remove(): void;
}

// Folders of results and caches that no build reads; everything that version control ignores goes without saying.
const PASSED_OVER = new Set([
  '.git',
  '.ligament',
  'dist',
  '.output',
  '.next',
  '.nuxt',
  '.svelte-kit',
  '.angular',
  '.turbo',
  '.cache',
  'coverage',
]);

/**
 * Copies a host for a proof: sources are copied, installed packages linked, so that it is cheap and nothing that a
 * build writes reaches the host. Links between workspaces lead to the copies. With `packagesInside` packages are no links but
 * the same files once more: some bundlers follow no link out of a project.
 */
export async function makeScratch(
  { files, processes }: Doors,
  hostRoot: string,
  { packagesInside = false } = {},
): Promise<Scratch> {
  const top = files.scratchFolder(SCRATCH_PREFIX);
  noteScratch(files, hostRoot, top);
  // A build that writes beside its project still writes into the scratch folder.
  const root = path.join(top, 'parent', 'host');
  const ignored = await ignoredFolders(processes, hostRoot);
  try {
    copyTree({ files, hostRoot, root, ignored, packagesInside }, hostRoot, root);
    plugPackages(files, hostRoot, root);
  } catch (error) {
    files.removeTree(top);
    throw error;
  }
  return { root, remove: () => files.removeTree(top) };
}

async function ignoredFolders(processes: Doors['processes'], hostRoot: string): Promise<Set<string>> {
  const args = ['ls-files', '--others', '--ignored', '--exclude-standard', '--directory', '-z'];
  const result = await processes.run('git', args, { cwd: hostRoot });
  if (result.status !== 0) return new Set();
  const folders = result.stdout.split('\0').filter((name) => name.endsWith('/'));
  return new Set(folders.map((name) => path.join(hostRoot, name.slice(0, -1))));
}

interface Copying {
  files: FileDoor;
  hostRoot: string;
  root: string;
  ignored: ReadonlySet<string>;
  packagesInside: boolean;
}

function copyTree(copying: Copying, from: string, to: string): void {
  const { files, hostRoot, root, ignored, packagesInside } = copying;
  files.makeFolder(to);
  for (const { name, kind } of files.list(from)) {
    const source = path.join(from, name);
    const target = path.join(to, name);
    if (kind === 'folder' && name === 'node_modules') {
      if (packagesInside) sameTree(copying, source, target);
      else linkPackages(files, source, target, hostRoot, root);
    } else if (PASSED_OVER.has(name) || ignored.has(source) || isPlugged(source)) continue;
    else if (kind === 'folder') copyTree(copying, source, target);
    else if (kind === 'file') files.copyFile(source, target);
    else if (kind === 'link') files.link(inScratch(files, source, hostRoot, root), target);
  }
}

/** Installed packages as they are, each file by a second name. */
function sameTree(copying: Copying, from: string, to: string): void {
  const { files, hostRoot, root } = copying;
  files.makeFolder(to);
  for (const { name, kind } of files.list(from)) {
    const source = path.join(from, name);
    const target = path.join(to, name);
    if (kind === 'folder' && name !== '.cache') sameTree(copying, source, target);
    else if (kind === 'file') files.sameFile(source, target);
    else if (kind === 'link') files.link(mirrored(files, source, hostRoot, root), target);
  }
}

/** Where a link leads, in the copy if it leads into the host at all. */
function mirrored(files: FileDoor, source: string, hostRoot: string, root: string): string {
  const real = files.real(source);
  const inside = path.relative(files.real(hostRoot), real);
  return inside === '' || inside.startsWith('..') ? real : path.join(root, inside);
}

function linkPackages(files: FileDoor, from: string, to: string, hostRoot: string, root: string): void {
  files.makeFolder(to);
  for (const { name, kind } of files.list(from)) {
    const source = path.join(from, name);
    const target = path.join(to, name);
    // Caches are left behind: a build writes them anew, here.
    if (name.startsWith('.') && name !== '.bin' && name !== '.pnpm' && kind === 'folder') continue;
    if (name.startsWith('@') && kind === 'folder') linkPackages(files, source, target, hostRoot, root);
    else files.link(inScratch(files, source, hostRoot, root), target);
  }
}

/** Packages that yarn's Plug'n'Play keeps inside the project: they are used where they are. */
function isPlugged(source: string): boolean {
  return (
    path.basename(path.dirname(source)) === '.yarn' && /^(cache|unplugged|__virtual__)$/.test(path.basename(source))
  );
}

/**
 * Under yarn's Plug'n'Play a table in the root says where packages lie, as paths from there: in the copy those outside the
 * sources lead back to the host's (Plug'n'Play specification, `packageLocation`).
 */
function plugPackages(files: FileDoor, hostRoot: string, root: string): void {
  const back = path.relative(files.real(root), files.real(hostRoot)).split(path.sep).join('/');
  for (const name of ['.pnp.cjs', '.pnp.data.json']) {
    const text = readText(files, path.join(root, name));
    if (text === undefined) continue;
    const moved = text.replace(
      /("packageLocation": ?")((?:\.\.|\.\/\.yarn)\/[^"]*)/g,
      (_, key: string, place: string) => key + path.posix.normalize(`${back}/${place}`),
    );
    files.put(path.join(root, name), encode(moved));
  }
}

/** Where a path leads, in the copy if it leads to one of the host's own sources. */
function inScratch(files: FileDoor, source: string, hostRoot: string, root: string): string {
  const real = files.real(source);
  const inside = path.relative(files.real(hostRoot), real);
  const own = inside !== '' && !inside.startsWith('..') && !inside.split(path.sep).includes('node_modules');
  return own ? path.join(root, inside) : real;
}
