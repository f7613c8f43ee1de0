import type { Context } from '../context.ts';
import type { PackageNeed, Way } from '../definition/schema.ts';
import type { RegistryDoor } from '../ports.ts';
import type { Section } from '../survey/manifest.ts';
import type { PackageFact, WorkspaceFacts } from '../survey/survey.ts';
import semver from 'semver';
import { inRange, isRange } from './candidates.ts';
import { questionFor, versionOf } from './host-packages.ts';
import { ruleFor } from './overrides.ts';
import type { Question, Want } from './question.ts';
import { resolve, type Clash, type Resolved } from './resolve.ts';
import { prefixFor, writtenRange } from './written-range.ts';

export interface ChosenPackage {
  name: string;
  version: string;
  /** What the manifest gets (or has). */
  range: string;
  section: Section;
  /** The folder of the workspace whose manifest it is in. */
  workspace: string;
  reason: string;
  /** Whether the manifest has it already; then it is left as it is. */
  declared: boolean;
  /** The section that it stands in although it belongs into another. */
  misplaced?: Section | undefined;
  /** Where the manager keeps ranges for all workspaces: the catalog, and the range that it gets where it has none yet. */
  catalog?: { name: string; adds: string | undefined } | undefined;
  /** It has a script that runs when it is installed. */
  hasInstallScript?: boolean | undefined;
  /** And the settings say that no such script runs (`ignore-scripts`). */
  scriptIgnored?: boolean | undefined;
}

export interface PackageWishes {
  /** Ranges or tags that were asked for, by package. */
  take: Readonly<Record<string, string>>;
  /** Versions that suit all that are attached together, by package. */
  agreed: ReadonlyMap<string, string>;
}

/** The manifest's section for each word of a definition. */
export const SECTION_OF: Record<PackageNeed['section'], Section> = {
  production: 'dependencies',
  development: 'devDependencies',
  peer: 'peerDependencies',
  optional: 'optionalDependencies',
};

/**
 * Chooses the packages of a way for a workspace; or tells which facts clash. Throws what the registry throws.
 */
export async function choosePackages(
  context: Context,
  way: Way,
  workspace: WorkspaceFacts,
  wishes: PackageWishes,
): Promise<ChosenPackage[] | Clash> {
  const there: ChosenPackage[] = [];
  const wants: Want[] = [];
  for (const [name, need] of Object.entries(way.packages)) {
    const place = placeOf(context, workspace, need);
    const fact = place.package(name);
    const wish = wishes.take[name];
    if (!fact) {
      wants.push({ name, range: need.range, by: 'this way' });
      if (wish !== undefined) wants.push({ name, range: wish, by: '--take' });
      continue;
    }
    const clash = clashWith(fact, need, wish, place);
    if (clash) return clash;
    there.push(declaredPackage(fact, need, place));
  }
  if (wants.length === 0) return there;
  const registry = await context.doors.registry(context.host.root);
  const question = questionFor(context, workspace, wants, wishes.agreed);
  const chosen = await resolve(question, registry);
  if ('clash' in chosen) return chosen;
  const added: ChosenPackage[] = [];
  for (const one of chosen) added.push(await newPackage(context, { way, workspace, one, question, registry, added }));
  return [...there, ...added];
}

function placeOf({ facts }: Context, workspace: WorkspaceFacts, need: PackageNeed | undefined): WorkspaceFacts {
  return need?.workspace === 'root' ? (facts.workspaces[0] ?? workspace) : workspace;
}

/** A declared range is never lowered or raised: where it does not fit, the way does not. */
function clashWith(
  fact: PackageFact,
  { range }: PackageNeed,
  wish: string | undefined,
  { name: holder }: WorkspaceFacts,
): Clash | undefined {
  const version = versionOf(fact) ?? lowest(fact.range);
  const has = `${holder} has ${fact.name} ${version ?? ''} (declared ${fact.written})`;
  if (version !== undefined && !inRange(version, range)) {
    const clash = [has, `this way wants ${fact.name} ${range}`];
    return { clash, remedies: [`have ${fact.name} ${range}`] };
  }
  if (wish !== undefined && (version === undefined || !isRange(wish) || !inRange(version, wish))) {
    const remedies = [`change ${fact.name} in the manifest yourself, or leave --take out`];
    return { clash: [has, `--take wants ${fact.name} ${wish}`], remedies };
  }
  return undefined;
}

function declaredPackage(fact: PackageFact, need: PackageNeed, place: WorkspaceFacts): ChosenPackage {
  const section = SECTION_OF[need.section];
  // A library names its peers, and has them for its own development as well.
  const misplaced =
    fact.section !== section && !place.packages.some((one) => one.name === fact.name && one.section === section);
  return {
    name: fact.name,
    version: versionOf(fact) ?? lowest(fact.range) ?? fact.range,
    range: fact.written,
    section,
    workspace: place.folder,
    reason: 'declared already',
    declared: true,
    ...(misplaced ? { misplaced: fact.section } : {}),
  };
}

interface NewPackage {
  way: Way;
  workspace: WorkspaceFacts;
  one: Resolved;
  question: Question;
  registry: RegistryDoor;
  /** Those before it: one that is brought along goes where the one that brings it went. */
  added: readonly ChosenPackage[];
}

async function newPackage(context: Context, task: NewPackage): Promise<ChosenPackage> {
  const { way, workspace, one, added } = task;
  const need = way.packages[one.name];
  const bringer = added.find(({ name }) => name === one.broughtBy);
  const place = bringer
    ? (context.facts.workspaces.find(({ folder }) => folder === bringer.workspace) ?? workspace)
    : placeOf(context, workspace, need);
  const section = need ? SECTION_OF[need.section] : (bringer?.section ?? 'dependencies');
  const written = await rangeFor(context, { ...task, place, section, need });
  const catalog = catalogFor(context, one, written.range);
  return {
    name: one.name,
    version: one.version,
    range: catalog ? catalogRange(catalog.name) : written.range,
    section,
    workspace: place.folder,
    reason: [one.reason, written.narrowed].filter(Boolean).join('; '),
    declared: false,
    ...(catalog ? { catalog } : {}),
    ...(one.hasInstallScript ? { hasInstallScript: true } : {}),
    ...(one.hasInstallScript && (await task.registry.packageSettings()).ignoreScripts ? { scriptIgnored: true } : {}),
  };
}

async function rangeFor(
  { facts, host }: Context,
  {
    one,
    question,
    registry,
    place,
    section,
    need,
  }: NewPackage & { place: WorkspaceFacts; section: Section; need: PackageNeed | undefined },
): Promise<{ range: string; narrowed?: string | undefined }> {
  // A library's peers stay as wide as they are meant: its users choose.
  if (need && section === 'peerDependencies') return { range: need.range };
  // npm refuses another range than the one that its overrides have for a package of the root.
  const rule = ruleFor(question.overrides, one.name, one.version, undefined);
  if (rule?.range !== undefined) return { range: rule.range };
  const preferred = question.preferred.get(one.name);
  if (preferred?.version === one.version && preferred.range !== undefined && isRange(preferred.range))
    return { range: preferred.range };
  const prefix = await prefixFor(facts, host.settings, place, section, registry);
  return writtenRange(one.version, prefix, one.usual);
}

/** The catalog that a new package goes by: the one that has it already, else the default one where the host lives by it. */
function catalogFor({ host, facts }: Context, { name, version }: Resolved, range: string): ChosenPackage['catalog'] {
  if (facts.manager.name !== 'pnpm') return undefined;
  for (const [catalog, ranges] of Object.entries(host.catalogs)) {
    const held = ranges[name];
    if (held !== undefined && inRange(version, held)) return { name: catalog, adds: undefined };
  }
  const all = facts.workspaces
    .flatMap(({ packages }) => packages)
    .filter(({ written }) => !written.startsWith('workspace:'));
  const byCatalog = all.filter(({ written }) => /^catalog:(default)?$/.test(written)).length;
  const taken = host.catalogs.default?.[name] !== undefined;
  return byCatalog * 2 > all.length && !taken ? { name: 'default', adds: range } : undefined;
}

function catalogRange(catalog: string): string {
  return catalog === 'default' ? 'catalog:' : `catalog:${catalog}`;
}

/** The version that a workspace has of a package: installed or locked, else the lowest that its range allows. */
export function presentVersion(workspace: WorkspaceFacts, name: string): string | undefined {
  const fact = workspace.package(name);
  return fact && (versionOf(fact) ?? lowest(fact.range));
}

function lowest(range: string): string | undefined {
  return isRange(range) ? semver.minVersion(range)?.version : undefined;
}
