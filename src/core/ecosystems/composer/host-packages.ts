import path from 'node:path';
import { readText } from '../../text/utf8.ts';
import type { Present } from '../../resolve/question.ts';
import type { HostPackages, WorkspacePackages } from '../work.ts';
import { flaggedStability } from './constraints.ts';
import { lockedReleases, type Release } from './lock.ts';
import { composerManifest, isPlatform, LOCKFILE, SECTIONS, type ComposerManifest } from './manifest.ts';
import { platformOf } from './platform.ts';
import type { ComposerQuestion } from './question.ts';
import type { ComposerSource } from './source-door.ts';
import { plainVersion } from './versions.ts';

/** What a question about a workspace's packages begins with, and who answers it. */
export interface Asked {
  question: ComposerQuestion;
  manifest: ComposerManifest;
  source: ComposerSource;
}

/** The manifest of a workspace; one that says nothing where it has none of Composer's. */
export function manifestOf({ projects }: Pick<WorkspacePackages, 'projects'>): ComposerManifest {
  return composerManifest({ ...projects.find(({ ecosystem }) => ecosystem === 'composer')?.all });
}

/** The question which versions go into a workspace, without wants so far. Throws a Problem (status 3) where PHP is not installed. */
export async function askedOf(context: HostPackages, workspace: WorkspacePackages): Promise<Asked> {
  const { doors, host } = context;
  const folder = path.join(host.root, workspace.folder);
  const manifest = manifestOf(workspace);
  const required = new Map(
    SECTIONS.flatMap((section) => Object.entries(manifest.sections[section])).map(([name, range]) => [
      name.toLowerCase(),
      range,
    ]),
  );
  const locked = lockedReleases(readText(doors.files, path.join(folder, LOCKFILE)));
  const flags = [...required].flatMap(([name, range]) => {
    const flag = isPlatform(name) ? undefined : flaggedStability(range);
    return flag === undefined ? [] : [[name, flag] as const];
  });
  const question: ComposerQuestion = {
    wants: [],
    present: presentIn(required, locked, workspace.name),
    preferred: { get: () => undefined },
    platform: await platformOf(doors, folder, manifest),
    locked,
    required,
    stability: { minimum: manifest.minimumStability, preferStable: manifest.preferStable, flags: new Map(flags) },
    standIns: { ...manifest.provide, ...manifest.replace },
    spoken: new Set(),
  };
  return { question, manifest, source: await doors.sources.composer(folder) };
}

function presentIn(
  required: ReadonlyMap<string, string>,
  locked: ReadonlyMap<string, Release>,
  holder: string,
): Map<string, Present> {
  const all = [...locked.values()].map((one): [string, Present] => [
    one.name,
    { name: one.name, version: plainVersion(one.version), range: required.get(one.name) ?? '*', holder, peers: {} },
  ]);
  const declared = [...required].map(([name, range]): [string, Present] => [
    name,
    { name, version: undefined, range, holder, peers: {} },
  ]);
  return new Map([...declared, ...all]);
}
