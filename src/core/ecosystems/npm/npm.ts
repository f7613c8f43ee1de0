import path from 'node:path';
import type { Edit } from '../../edits/edit.ts';
import { EXIT, Problem } from '../../problem.ts';
import type { Reader } from '../../ports.ts';
import { readText } from '../../text/utf8.ts';
import type { Ecosystem, PackageMove, Project } from '../ecosystem.ts';
import { packageEdit } from '../json-manifest.ts';
import { NPM } from '../marks.ts';
import { memberFolders } from '../member-folders.ts';
import { Manifest, readManifest, SECTIONS } from './manifest.ts';
import { broughtVersion, packageOf, setsRange } from './manifest-text.ts';
import type { PnpmWorkspaces } from './pnpm-workspaces.ts';

const MANIFEST = 'package.json';
/** Where a new section goes best: behind these. */
const SECTIONS_BEFORE = ['dependencies', 'scripts', 'type', 'version', 'name'];

export const npm: Ecosystem = {
  ...NPM,
  title: 'npm',
  readOnly: false,
  async members(reader, root) {
    const manifest = await readRegular(reader, root, '.');
    const { patterns } = await settingsOf(reader, root);
    return memberFolders(reader, root, [...(manifest?.workspaces ?? []), ...patterns], NPM);
  },
  namesMembers(reader, root) {
    const text = readText(reader, path.join(root, MANIFEST)) ?? '';
    return text.includes('"workspaces"') || reader.kind(path.join(root, 'pnpm-workspace.yaml')) !== undefined;
  },
  async read(reader, root, folder) {
    const manifest = await readRegular(reader, root, folder);
    return manifest && npmProject(manifest, folder);
  },
  edits: (project, moves) => moves.map((move) => sectionEdit(project, move)),
  packageOf,
  setsRange,
  broughtVersion,
};

interface NpmProject extends Project {
  ecosystem: 'npm';
  /** All that its manifest says. */
  manifest: Manifest;
}

/** The manifest of npm's among some projects; one that says nothing where there is none. */
export function manifestOf(projects: readonly Project[]): Manifest {
  return projects.find((one): one is NpmProject => one.ecosystem === 'npm')?.manifest ?? new Manifest({});
}

/** What a manifest says, in the form that all ecosystems have. */
function npmProject(manifest: Manifest, folder: string): NpmProject {
  const { node } = manifest.engines;
  return {
    ecosystem: 'npm',
    manifest,
    file: path.posix.normalize(path.posix.join(folder, MANIFEST)),
    name: manifest.name,
    platform: node === undefined ? undefined : { name: 'Node.js', range: node },
    // Asked late: a host may have thousands of manifests.
    get packages() {
      return SECTIONS.flatMap((section) =>
        Object.entries(manifest.sections[section]).map(([name, written]) => ({
          name,
          written,
          range: written,
          section,
        })),
      );
    },
    // What it is built with is told by its stack.
    framework: undefined,
  };
}

/** The manifest of a folder. Throws a Problem (status 2) where it is there and cannot be read. */
async function readRegular(reader: Reader, root: string, folder: string): Promise<Manifest | undefined> {
  const manifest = await readManifest(reader, root, path.posix.normalize(path.posix.join(folder, MANIFEST)));
  const file = path.join(root, MANIFEST);
  if (manifest || folder !== '.' || reader.kind(file) === undefined) return manifest;
  throw new Problem({
    status: EXIT.wrongUsage,
    what: 'package.json is not a regular file',
    where: { file },
    why: 'it is a folder, a pipe, a device, or a broken link',
    next: 'Put a file in its place.',
  });
}

/** What pnpm's own file says of workspaces, catalogs and settings. Throws a Problem (status 2) where it is not YAML. */
export async function settingsOf(reader: Reader, root: string): Promise<PnpmWorkspaces> {
  const text = readText(reader, path.join(root, 'pnpm-workspace.yaml'));
  if (text === undefined) return { patterns: [], catalogs: {}, settings: {} };
  const { parsePnpmWorkspaces } = await import('./pnpm-workspaces.ts');
  return parsePnpmWorkspaces(text);
}

/** The edit by which a package moves in its manifest; one that is there already stays as it is. */
export function sectionEdit(project: Pick<Project, 'file' | 'packages'>, move: PackageMove): Edit {
  return packageEdit(project, move, { section: 'dependencies', behind: SECTIONS_BEFORE });
}
