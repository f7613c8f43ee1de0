import semver from 'semver';
import type { Packument, RegistryDoor } from '../ports.ts';
import type { Way } from '../definition/schema.ts';
import { packageFact, type WorkspaceFacts } from '../survey/survey.ts';
import { chooseVersions, type Clash } from './choose-versions.ts';

export interface ChosenPackage {
  name: string;
  version: string;
  /** What the manifest gets (or has). */
  range: string;
  section: 'dependencies' | 'devDependencies';
  reason: string;
  /** Whether the manifest has it already; then it is left as it is. */
  declared: boolean;
}

/** Chooses the packages of a way for a workspace; or tells which facts clash. Throws what the registry throws. */
export async function choosePackages(
  way: Way,
  workspace: WorkspaceFacts,
  registry: () => Promise<RegistryDoor>,
  nodeVersion: string,
): Promise<ChosenPackage[] | Clash> {
  const declared: ChosenPackage[] = [];
  const needs: { name: string; range: string }[] = [];
  for (const [name, { range, section }] of Object.entries(way.packages)) {
    const fact = packageFact(workspace, name);
    if (!fact) {
      needs.push({ name, range });
      continue;
    }
    const there = fact.installed ?? lowest(fact.range);
    if (there !== undefined && !semver.satisfies(there, range)) {
      return {
        clash: [`${workspace.name} has ${name} ${there} (declared ${fact.range}), and this way is for ${range}`],
      };
    }
    const reason = 'declared already';
    declared.push({
      name,
      version: there ?? fact.range,
      range: fact.range,
      section: sectionName(section),
      reason,
      declared: true,
    });
  }
  if (needs.length === 0) return declared;
  const door = await registry();
  const fetched = await Promise.all(
    needs.map(async ({ name }): Promise<[string, Packument]> => [name, await door.packument(name)]),
  );
  const chosen = chooseVersions(needs, new Map(fetched), { present: presentVersions(workspace), nodeVersion });
  if ('clash' in chosen) return chosen;
  const added = chosen.map(({ name, version, reason }): ChosenPackage => {
    const section = sectionName(way.packages[name]?.section ?? 'production');
    return { name, version, range: rangePrefix(workspace, section) + version, section, reason, declared: false };
  });
  return [...declared, ...added];
}

/** The version of each package that a workspace has: installed, else the lowest that its range allows. */
export function presentVersions(workspace: WorkspaceFacts): Map<string, string> {
  const present = new Map<string, string>();
  for (const { name, installed, range } of workspace.packages) {
    const version = installed ?? lowest(range);
    if (version !== undefined) present.set(name, version);
  }
  return present;
}

function lowest(range: string): string | undefined {
  return semver.validRange(range) === null ? undefined : semver.minVersion(range)?.version;
}

/** The host's own way of writing ranges: exact or `~` where all its ranges are so, else `^`. */
function rangePrefix(workspace: WorkspaceFacts, section: 'dependencies' | 'devDependencies'): string {
  const own = workspace.packages.filter((fact) => fact.section === section);
  const all = own.length > 1 ? own : workspace.packages;
  const ranges = all.map(({ range }) => range).filter((range) => semver.validRange(range) !== null && range !== '*');
  if (ranges.length > 1 && ranges.every((range) => semver.valid(range) !== null)) return '';
  return ranges.length > 1 && ranges.every((range) => range.startsWith('~')) ? '~' : '^';
}

function sectionName(section: 'production' | 'development'): 'dependencies' | 'devDependencies' {
  return section === 'production' ? 'dependencies' : 'devDependencies';
}
