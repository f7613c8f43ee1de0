import { inRange, isRange, lowest } from './versions.ts';
import type { Want } from '../../resolve/question.ts';
import type { Clash, Resolved } from '../../resolve/resolve.ts';
import type {
  ChosenPackage,
  HostPackages,
  PackageFact,
  PackageNeed,
  PackageWishes,
  WorkspacePackages,
} from '../work.ts';
import { questionFor, versionOf } from './host-packages.ts';
import type { Section } from './manifest.ts';
import { ruleFor } from './overrides.ts';
import { coversEngines } from './project-engines.ts';
import type { NpmQuestion, ProjectEngines } from './question.ts';
import type { PackageVersion, RegistryDoor } from './registry-door.ts';
import { resolve } from './rules.ts';
import { prefixFor, writtenRange } from './written-range.ts';

type Needs = Readonly<Record<string, PackageNeed>>;

/** The manifest's section for each word of a definition. */
export const SECTION_OF: Record<PackageNeed['section'], Section> = {
  production: 'dependencies',
  development: 'devDependencies',
  peer: 'peerDependencies',
  optional: 'optionalDependencies',
};

/**
 * Chooses the packages that are needed in a workspace; or tells which facts clash. Throws what the registry throws.
 */
export async function choosePackages(
  context: HostPackages,
  needs: Needs,
  workspace: WorkspacePackages,
  wishes: PackageWishes,
): Promise<ChosenPackage[] | Clash> {
  const there: ChosenPackage[] = [];
  const wants: Want[] = [];
  for (const [name, need] of Object.entries(needs)) {
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
  const registry = await context.doors.sources.npm(context.host.root);
  const { engineStrict } = await registry.packageSettings();
  const tools = Object.entries(needs).filter(([, { section }]) => section === 'development');
  const question = withEngines(questionFor(context, workspace, wants, wishes.agreed), {
    binds: engineStrict === true || context.host.settings.engineStrict === true,
    except: new Set(tools.map(([name]) => name)),
  });
  const chosen = await resolve(question, registry);
  if ('clash' in chosen) return chosen;
  const added: ChosenPackage[] = [];
  for (const one of chosen) added.push(await newPackage(context, { needs, workspace, one, question, registry, added }));
  return [...there, ...added];
}

/** The same question, with what is known of how the project's own `engines` are meant. */
function withEngines(question: NpmQuestion, how: Pick<ProjectEngines, 'binds' | 'except'>): NpmQuestion {
  return question.engines ? { ...question, engines: { ...question.engines, ...how } } : question;
}

function placeOf(
  { facts }: HostPackages,
  workspace: WorkspacePackages,
  need: PackageNeed | undefined,
): WorkspacePackages {
  return need?.workspace === 'root' ? (facts.workspaces[0] ?? workspace) : workspace;
}

/** A declared range is never lowered or raised: where it does not fit, the way does not. */
function clashWith(
  fact: PackageFact,
  { range }: PackageNeed,
  wish: string | undefined,
  { name: holder }: WorkspacePackages,
): Clash | undefined {
  const version = versionOf(fact) ?? lowest(fact.range);
  const has = `${holder} has ${fact.name} ${version ?? ''} (declared ${fact.written})`;
  if (version !== undefined && !inRange(version, range)) {
    const clash = [has, `this way requires ${fact.name} ${range}`];
    return { clash, remedies: [`have ${fact.name} ${range}`] };
  }
  if (wish !== undefined && (version === undefined || !isRange(wish) || !inRange(version, wish))) {
    const remedies = [`change ${fact.name} in the manifest yourself, or leave --take out`];
    return { clash: [has, `--take asks for ${fact.name} ${wish}`], remedies };
  }
  return undefined;
}

function declaredPackage(fact: PackageFact, need: PackageNeed, place: WorkspacePackages): ChosenPackage {
  const section = SECTION_OF[need.section];
  // A library names its peers, and has them for its own development as well.
  const misplaced =
    fact.section !== section &&
    !place.packages.some((one) => one.name === fact.name && one.section === section) &&
    !(fact.section === 'devDependencies' && keepsAllAsTools(place));
  return {
    name: fact.name,
    version: versionOf(fact) ?? lowest(fact.range) ?? fact.range,
    range: fact.written,
    use: need.section,
    section,
    workspace: place.folder,
    reason: 'declared already',
    declared: true,
    ...(misplaced ? { misplaced: fact.section } : {}),
  };
}

interface NewPackage {
  needs: Needs;
  workspace: WorkspacePackages;
  one: Resolved<PackageVersion>;
  question: NpmQuestion;
  registry: RegistryDoor;
  /** Those before it: one that is brought along goes where the one that brings it went. */
  added: readonly ChosenPackage[];
}

async function newPackage(context: HostPackages, task: NewPackage): Promise<ChosenPackage> {
  const { needs, workspace, one, added } = task;
  const need = needs[one.name];
  const bringer = added.find(({ name }) => name === one.broughtBy);
  const place = bringer
    ? (context.facts.workspaces.find(({ folder }) => folder === bringer.workspace) ?? workspace)
    : placeOf(context, workspace, need);
  const use = need?.section ?? bringer?.use ?? 'production';
  const besideTools = use === 'production' && isBesideTools(place, one.meta);
  const section = bringer?.section ?? (besideTools ? 'devDependencies' : SECTION_OF[use]);
  const written = await rangeFor(context, { ...task, place, section, need });
  const catalog = catalogFor(context, one, written.range);
  return {
    name: one.name,
    version: one.version,
    range: catalog ? catalogRange(catalog.name) : written.range,
    use,
    section,
    workspace: place.folder,
    reason: [one.reason, written.narrowed].filter(Boolean).join('; '),
    declared: false,
    ...(catalog ? { catalog } : {}),
    ...uncoveredEngines(task, use),
    ...(one.meta.hasInstallScript ? { hasInstallScript: true } : {}),
    ...(one.meta.hasInstallScript && (await task.registry.packageSettings()).ignoreScripts
      ? { scriptIgnored: true }
      : {}),
  };
}

/** Whether a project declares tools alone: what its app is built of then stands among them, as where a server of another language serves it. */
function keepsAllAsTools({ packages }: WorkspacePackages): boolean {
  return !packages.some(({ section }) => section === 'dependencies' || section === 'peerDependencies');
}

/** Whether a package that the app is built of goes among the tools, since what it goes with is there. */
function isBesideTools(place: WorkspacePackages, { peerDependencies = {} }: PackageVersion): boolean {
  if (!keepsAllAsTools(place)) return false;
  return Object.keys(peerDependencies).some((name) => place.package(name)?.section === 'devDependencies');
}

/** Where a package of the app does not run on all that the project says it runs on: what each of them says. */
function uncoveredEngines(
  { one, question: { engines, node } }: NewPackage,
  use: PackageNeed['section'],
): Pick<ChosenPackage, 'engines'> {
  const wanted = one.meta.engines?.node;
  if (!engines || wanted === undefined || use === 'development' || coversEngines(wanted, engines, node)) return {};
  return { engines: { wanted, range: engines.range, file: engines.file } };
}

async function rangeFor(
  { facts, host }: HostPackages,
  {
    one,
    question,
    registry,
    place,
    section,
    need,
  }: NewPackage & { place: WorkspacePackages; section: string; need: PackageNeed | undefined },
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
function catalogFor(
  { host, facts }: HostPackages,
  { name, version }: Resolved<PackageVersion>,
  range: string,
): ChosenPackage['catalog'] {
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
