import { ecosystemOf, type EcosystemId } from './marks.ts';
import { composerVersions } from './composer/constraints.ts';
import type { VersionRules } from './ecosystem.ts';
import { mavenVersions } from './maven/versions.ts';
import type { WorkspacePackages } from './work.ts';
import { npmVersions } from './npm/versions.ts';

/** The version rules of each ecosystem, apart from the rest: only who judges versions loads them. */
export const VERSIONS: Readonly<Record<EcosystemId, VersionRules>> = {
  npm: npmVersions,
  composer: composerVersions,
  maven: mavenVersions,
};

/** The version that a workspace, or the host's root above it, has of a package: installed or locked, else the lowest that its range allows; undefined without it. */
export function presentVersion(
  workspace: Pick<WorkspacePackages, 'projects' | 'found'>,
  name: string,
): string | undefined {
  const fact = workspace.found(name);
  return fact && (fact.installed ?? fact.locked ?? rulesFor(name).lowest(fact.range));
}

/** The version rules for a package, by its name. */
export function rulesFor(name: string): VersionRules {
  return VERSIONS[ecosystemOf(name)];
}
