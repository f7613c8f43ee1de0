import type { RegistryDoor } from './registry-door.ts';
import semver from 'semver';
import type { HostPackages, WorkspacePackages } from '../work.ts';

/** How a host writes ranges: `^`, `~` or nothing before a version. */
export type Prefix = '^' | '~' | '';

/** What settings say of ranges; else the host's own way: exact or `~` where all its ranges are so, else `^`. */
export async function prefixFor(
  facts: HostPackages['facts'],
  settings: Readonly<Record<string, unknown>>,
  workspace: WorkspacePackages,
  section: string,
  registry: RegistryDoor,
): Promise<Prefix> {
  const { saveExact, savePrefix } = await registry.packageSettings();
  if (saveExact || settings.saveExact === true) return '';
  for (const set of [savePrefix, settings.savePrefix]) if (isPrefix(set)) return set;
  const own = workspace.packages.filter((fact) => fact.section === section);
  const all = own.length > 1 ? own : workspace.packages.length > 1 ? workspace.packages : hostPackages(facts);
  const ranges = all.map(({ range }) => range).filter((range) => semver.validRange(range) !== null && range !== '*');
  if (ranges.length > 1 && ranges.every((range) => semver.valid(range) !== null)) return '';
  return ranges.length > 1 && ranges.every((range) => range.startsWith('~')) ? '~' : '^';
}

/**
 * The range to write for a version: in the host's way, but never so wide that a package manager would install another
 * version by it than the one that was chosen.
 */
export function writtenRange(
  version: string,
  prefix: Prefix,
  usual: (range: string) => string | undefined,
): { range: string; narrowed: string | undefined } {
  const wide = prefix + version;
  if (prefix === '' || usual(wide) === version) return { range: wide, narrowed: undefined };
  const narrowed = `${wide} would bring ${usual(wide) ?? 'none'}`;
  return usual(`~${version}`) === version ? { range: `~${version}`, narrowed } : { range: version, narrowed };
}

function isPrefix(value: unknown): value is Prefix {
  return value === '^' || value === '~' || value === '';
}

function hostPackages(facts: HostPackages['facts']): WorkspacePackages['packages'] {
  return facts.workspaces.flatMap(({ packages }) => packages);
}
