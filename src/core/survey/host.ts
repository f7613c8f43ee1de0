import path from 'node:path';
import type { Project } from '../ecosystems/ecosystem.ts';
import { ECOSYSTEMS } from '../ecosystems/ecosystems.ts';
import { isWorkspaceFolder, manifestIn, manifestsInWords } from '../ecosystems/marks.ts';
import type { Manifest } from '../ecosystems/npm/manifest.ts';
import { manifestOf, settingsOf } from '../ecosystems/npm/npm.ts';
import { EXIT, Problem } from '../problem.ts';
import type { Reader } from '../ports.ts';

/** A package folder of a host. */
export interface WorkspacePlace {
  /** Path relative to the host's root with `/` between names; `.` for the root itself. */
  folder: string;
  /** What has scripts and settings of tools; one that says nothing where there is none. */
  manifest: Manifest;
  /** What the manifests of all ecosystems say, one or more. */
  projects: readonly Project[];
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
  const nearest = upwards(start).find((folder) => isWorkspaceFolder(reader, folder));
  if (nearest === undefined) throw notFound(start);
  if (nearest !== start) refuseStranger(reader, nearest, start);
  for (const folder of upwards(path.dirname(nearest))) {
    if (!isWorkspaceFolder(reader, folder)) continue;
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
    if (ECOSYSTEMS.some((one) => one.namesMembers(reader, folder))) throw error;
    return undefined;
  }
}

/**
 * What a project further up says is run by the package manager: in a folder that everybody may write into anybody could have put one
 * there. Throws a Problem (status 3) for one that belongs neither to whom the folder belongs nor to the system.
 */
function refuseStranger(reader: Reader, above: string, below: string): void {
  const file = manifestIn(reader, above);
  const owner = file === undefined ? undefined : reader.status(file)?.owner;
  const own = reader.status(below)?.owner;
  if (file === undefined || owner === own || owner === 0) return;
  throw new Problem({
    status: EXIT.refused,
    what: `${file} belongs to another user`,
    where: { file },
    why: `it would decide what is run for ${below}, which belongs to user ${String(own)}, and is user ${String(owner)}'s`,
    next: 'Nothing was changed. If it is to be trusted, give both to the same owner; else move the project out of that folder.',
  });
}

/** Reads the host whose root is known. Throws a Problem (status 2) where a manifest cannot be read. */
export async function readHost(reader: Reader, root: string): Promise<HostPlace> {
  const top = await readWorkspace(reader, root, '.');
  if (!top) throw notFound(root);
  const members = await Promise.all(ECOSYSTEMS.map((one) => one.members(reader, root)));
  const workspaces = [top];
  for (const folder of [...new Set(members.flat())].sort()) {
    const found = await readWorkspace(reader, root, folder);
    if (found) workspaces.push(found);
  }
  const { catalogs, settings } = await settingsOf(reader, root);
  return { root, workspaces, catalogs, settings };
}

/** What manifests say of a folder; undefined where it has none. */
async function readWorkspace(reader: Reader, root: string, folder: string): Promise<WorkspacePlace | undefined> {
  const projects: Project[] = [];
  for (const one of ECOSYSTEMS) {
    const project = await one.read(reader, root, folder);
    if (project) projects.push(project);
  }
  return projects.length === 0 ? undefined : { folder, manifest: manifestOf(projects), projects };
}

const NO_PROJECT = 'No project was found here';

/** Whether an error says that there is no project. */
export function isNoProject(error: unknown): boolean {
  return Problem.is(error) && error.parts.what === NO_PROJECT;
}

function notFound(start: string): Problem {
  return new Problem({
    status: EXIT.wrongUsage,
    what: NO_PROJECT,
    why: `neither ${start} nor a folder above it has a ${manifestsInWords()}`,
    next: 'Change into a project, or name one with --cwd.',
  });
}

function upwards(from: string): string[] {
  const folders = [from];
  for (let at = from; path.dirname(at) !== at; at = path.dirname(at)) folders.push(path.dirname(at));
  return folders;
}
