import path from 'node:path';
import { readText } from '../doors/text.ts';
import { EXIT, Problem } from '../problem.ts';
import type { Reader } from '../ports.ts';
import { readManifest, type Manifest } from './manifest.ts';
import type { PnpmWorkspaces } from './pnpm-workspaces.ts';

/** A package folder of a host. */
export interface WorkspacePlace {
  /** Path relative to the host's root with `/` between names; `.` for the root itself. */
  folder: string;
  manifest: Manifest;
}

export interface HostPlace {
  /** Absolute path. */
  root: string;
  /** The root's own package first, then the workspaces in the order of their folders. */
  workspaces: WorkspacePlace[];
  /** Ranges that the manager keeps for all workspaces, by catalog and package. */
  catalogs: Record<string, Record<string, string>>;
  /** Settings that pnpm keeps in its workspace file; empty where there is none. */
  settings: Readonly<Record<string, unknown>>;
}

/**
 * Finds the host that a folder belongs to: the nearest package, or the one above it that has it as a workspace.
 * Throws a Problem (status 2) where no manifest is found or one cannot be read.
 */
export async function findHost(reader: Reader, from: string): Promise<HostPlace> {
  const start = reader.real(path.resolve(from));
  const nearest = upwards(start).find((folder) => reader.kind(path.join(folder, 'package.json')) !== undefined);
  if (nearest === undefined) {
    throw new Problem({
      status: EXIT.wrongUsage,
      what: 'No project was found here',
      why: `neither ${start} nor a folder above it has a package.json`,
      next: 'Change into a project, or name one with --cwd.',
    });
  }
  if (nearest !== start) refuseStranger(reader, nearest, start);
  for (const folder of upwards(path.dirname(nearest))) {
    if (reader.kind(path.join(folder, 'package.json')) === undefined) continue;
    const host = await readAbove(reader, folder);
    if (!host?.workspaces.some((workspace) => path.join(folder, workspace.folder) === nearest)) continue;
    refuseStranger(reader, folder, nearest);
    return host;
  }
  return readHost(reader, nearest);
}

/** A host further up. One that cannot be read is none of ours, unless it has workspaces: then nobody can tell whether this is one of them. */
async function readAbove(reader: Reader, folder: string): Promise<HostPlace | undefined> {
  try {
    return await readHost(reader, folder);
  } catch (error) {
    const text = readText(reader, path.join(folder, 'package.json')) ?? '';
    const has = text.includes('"workspaces"') || reader.kind(path.join(folder, 'pnpm-workspace.yaml')) !== undefined;
    if (has) throw error;
    return undefined;
  }
}

/**
 * What a project further up says is run by the package manager: in a folder that everybody may write into anybody could have put one
 * there. Throws a Problem (status 3) for one that belongs neither to whom the folder belongs nor to the system.
 */
function refuseStranger(reader: Reader, above: string, below: string): void {
  const owner = reader.status(path.join(above, 'package.json'))?.owner;
  const own = reader.status(below)?.owner;
  if (owner === own || owner === 0) return;
  throw new Problem({
    status: EXIT.refused,
    what: `${path.join(above, 'package.json')} belongs to another user`,
    where: { file: path.join(above, 'package.json') },
    why: `it would decide what is run for ${below}, which belongs to user ${String(own)}, and is user ${String(owner)}'s`,
    next: 'Nothing was changed. If it is to be trusted, give both to the same owner; else move the project out of that folder.',
  });
}

/** Reads the host whose root is known. Throws a Problem (status 2) where a manifest cannot be read. */
export async function readHost(reader: Reader, root: string): Promise<HostPlace> {
  const manifest = await readManifest(reader, path.join(root, 'package.json'), root);
  if (!manifest)
    throw new Problem({
      status: EXIT.wrongUsage,
      what: 'package.json is no regular file',
      where: { file: path.join(root, 'package.json') },
      why: 'it is a folder, a pipe, a device, or a link that leads nowhere',
      next: 'Put a file in its place.',
    });
  const pnpm = await pnpmWorkspaces(reader, root);
  const patterns = [...manifest.workspaces, ...pnpm.patterns];
  const folders = await expand(reader, root, patterns);
  const workspaces: WorkspacePlace[] = [{ folder: '.', manifest }];
  for (const folder of folders) {
    const found = await readManifest(reader, path.join(root, folder, 'package.json'), root);
    if (found) workspaces.push({ folder, manifest: found });
  }
  return { root, workspaces, catalogs: pnpm.catalogs, settings: pnpm.settings };
}

async function pnpmWorkspaces(reader: Reader, root: string): Promise<PnpmWorkspaces> {
  const text = readText(reader, path.join(root, 'pnpm-workspace.yaml'));
  if (text === undefined) return { patterns: [], catalogs: {}, settings: {} };
  const { parsePnpmWorkspaces } = await import('./pnpm-workspaces.ts');
  return parsePnpmWorkspaces(text);
}

/** The package folders that workspace patterns name; `!` in front takes folders out. */
async function expand(reader: Reader, root: string, patterns: readonly string[]): Promise<string[]> {
  // Most hosts name folders, or all folders in one: these need no pattern matcher.
  const simple = patterns.every((pattern) => !/[?[\]{}!()]|\*\*|[^/]\*|\*[^/]/.test(pattern));
  if (simple) {
    const folders = patterns.flatMap((pattern) => {
      const parts = path.posix.normalize(pattern).replace(/\/$/, '').split('/');
      return parts.includes('..') || path.isAbsolute(pattern) ? [] : foldersNamed(reader, root, '', parts);
    });
    return [...new Set(folders)].filter((folder) => isInside(folder)).sort();
  }
  const { globManifests } = await import('./glob-manifests.ts');
  // A pattern that leads out would have all of the disk walked through.
  const inside = patterns.filter(
    (one) => !path.isAbsolute(one.replace(/^!/, '')) && !one.split(/[\\/]/).includes('..'),
  );
  const manifests = globManifests(root, inside);
  return manifests
    .map((file) => path.posix.dirname(file.replaceAll('\\', '/')))
    .filter((folder) => folder !== '.' && isInside(folder))
    .sort();
}

/** The folders that the parts of a path name; `*` stands for every folder at its place. */
function foldersNamed(reader: Reader, root: string, base: string, parts: readonly string[]): string[] {
  const [part, ...rest] = parts;
  if (part === undefined) return [base];
  if (part !== '*') return foldersNamed(reader, root, base === '' ? part : `${base}/${part}`, rest);
  return reader
    .list(path.join(root, base))
    .filter(({ name, kind }) => kind === 'folder' && name !== 'node_modules')
    .flatMap(({ name }) => foldersNamed(reader, root, base === '' ? name : `${base}/${name}`, rest));
}

function isInside(folder: string): boolean {
  return folder !== '.' && folder !== '..' && !folder.startsWith('../') && !path.isAbsolute(folder);
}

function upwards(from: string): string[] {
  const folders = [from];
  for (let at = from; path.dirname(at) !== at; at = path.dirname(at)) folders.push(path.dirname(at));
  return folders;
}
