import path from 'node:path';
import type { FileDoor } from '../../ports.ts';
import { encode, readText } from '../../text/utf8.ts';
import { leadsTo } from '../links.ts';
import type { LinkTask } from '../work.ts';

/** Brings a folder of packages into a copy: links one by one, or the same files once more. */
export function linkTree(task: LinkTask, from: string, to: string): void {
  if (task.packagesInside) sameTree(task, from, to);
  else linkPackages(task.files, from, to, task.hostRoot, task.root);
}

/** Installed packages as they are, each file by a second name. */
function sameTree(task: LinkTask, from: string, to: string): void {
  const { files, hostRoot, root } = task;
  files.makeFolder(to);
  for (const { name, kind } of files.list(from)) {
    const source = path.join(from, name);
    const target = path.join(to, name);
    if (kind === 'folder' && name !== '.cache') sameTree(task, source, target);
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
    else files.link(leadsTo(files, source, hostRoot, root), target);
  }
}

/** Packages that yarn's Plug'n'Play keeps inside the project: they are used where they are. */
export function isPlugged(source: string): boolean {
  return (
    path.basename(path.dirname(source)) === '.yarn' && /^(cache|unplugged|__virtual__)$/.test(path.basename(source))
  );
}

/**
 * Under yarn's Plug'n'Play a table in the root says where packages lie, as paths from there: in the copy those outside the
 * sources lead back to the host's (Plug'n'Play specification, `packageLocation`).
 */
export function plugPackages({ files, hostRoot, root }: LinkTask): void {
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
