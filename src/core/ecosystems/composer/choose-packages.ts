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
import { candidatesIn } from './candidates.ts';
import { composerVersions } from './constraints.ts';
import type { Release } from './lock.ts';
import type { Section } from './manifest.ts';
import { askedOf, type Asked } from './host-packages.ts';
import { impossibleRequirement } from './own-requirements.ts';
import { resolve } from './rules.ts';
import type { ComposerQuestion } from './question.ts';
import { plainVersion } from './versions.ts';
import { vendorLine, writtenConstraint } from './written-constraint.ts';

type Needs = Readonly<Record<string, PackageNeed>>;

const { satisfies, isRange } = composerVersions;

function sectionOf({ section }: PackageNeed): Section {
  return section === 'development' ? 'require-dev' : 'require';
}

/** Chooses the packages that are needed in a workspace; or tells which facts clash. Throws what the repositories throw. */
export async function choosePackages(
  context: HostPackages,
  needs: Needs,
  workspace: WorkspacePackages,
  wishes: PackageWishes,
): Promise<ChosenPackage[] | Clash> {
  const there: ChosenPackage[] = [];
  const wants: Want[] = [];
  const moving: Want[] = [];
  for (const [name, need] of Object.entries(needs)) {
    const fact = workspace.package(name);
    const wish = wishes.take[name];
    const own: Want[] = [{ name, range: need.range, by: 'this way' }];
    if (wish !== undefined) own.push({ name, range: wish, by: '--take' });
    if (!fact) wants.push(...own);
    else if (isSuited(fact, own)) there.push(declared(fact, need, workspace));
    else moving.push(...own);
  }
  if (wants.length === 0 && moving.length === 0) return there;
  const asked = await askedOf(context, workspace);
  const impossible = await impossibleRequirement(asked);
  if (impossible) return impossible;
  const raised = await raisedThere(asked, { needs, workspace }, moving);
  if ('clash' in raised) return raised;
  if (wants.length === 0) return [...there, ...raised];
  const chosen = await chooseNew(asked, { needs, workspace, wishes }, wants);
  return 'clash' in chosen ? chosen : [...there, ...raised, ...chosen];
}

/** Versions that suit all wants of one workspace at once, by package; undefined where there are none. */
export async function agreedVersions(
  context: HostPackages,
  workspace: WorkspacePackages,
  wants: readonly Want[],
): Promise<Map<string, string> | undefined> {
  const { question, source } = await askedOf(context, workspace);
  const answer = await resolve({ ...question, wants }, source);
  return 'clash' in answer ? undefined : new Map(answer.map(({ name, version }) => [name, version]));
}

interface Task {
  needs: Needs;
  workspace: WorkspacePackages;
}

/** Whether a declared package is as it is needed: in the version that is locked, else in the lowest of its constraint. */
function isSuited(fact: PackageFact, wants: readonly Want[]): boolean {
  const version = fact.installed ?? fact.locked ?? composerVersions.lowest(fact.range);
  return version !== undefined && wants.every(({ range }) => satisfies(version, range));
}

function declared(fact: PackageFact, need: PackageNeed, { folder }: WorkspacePackages): ChosenPackage {
  const section = sectionOf(need);
  return {
    name: fact.name,
    version: plainVersion(fact.installed ?? fact.locked ?? composerVersions.lowest(fact.range) ?? fact.range),
    range: fact.written,
    use: need.section,
    section: fact.section,
    workspace: folder,
    reason: 'declared already',
    declared: true,
    // A package of the app among the tools would be missing in production; the other way round is the team's to say.
    ...(section === 'require' && fact.section === 'require-dev' ? { misplaced: fact.section } : {}),
  };
}

/**
 * Declared packages that have to move: within what the manifest asks for where that is enough, else to a later version of the same
 * major one. A further step is the project's own to make.
 */
async function raisedThere(asked: Asked, task: Task, wants: readonly Want[]): Promise<ChosenPackage[] | Clash> {
  const found: ChosenPackage[] = [];
  for (const name of new Set(wants.map((one) => one.name))) {
    const fact = task.workspace.package(name);
    const need = task.needs[name];
    if (!fact || !need) continue;
    const own = wants.filter((one) => one.name === name);
    const raised = await raise(asked, { ...task, fact }, own);
    if ('clash' in raised) return raised;
    found.push(raised);
  }
  return found;
}

async function raise(
  { question, source, manifest }: Asked,
  { fact, workspace, needs }: Task & { fact: PackageFact },
  wants: readonly Want[],
): Promise<ChosenPackage | Clash> {
  const here = fact.installed ?? fact.locked ?? composerVersions.lowest(fact.range) ?? '';
  const ranges = wants.map(({ range }) => range);
  const document = await source.package(fact.name);
  const all = document ? candidatesIn(question, document, ranges) : [];
  const within = all.filter(({ version }) => satisfies(version, fact.range));
  const major = all.filter(
    ({ version }) => majorOf(version) === majorOf(plainVersion(here)) && composerVersions.compare(version, here) > 0,
  );
  const [best] = within.length > 0 ? within : major;
  const wanted = ranges.join(' and ');
  if (!best)
    return {
      clash: [
        `${workspace.name} has ${fact.name} ${plainVersion(here)} (declared ${fact.written})`,
        `${wants[0]?.by ?? 'this way'} requires ${fact.name} ${wanted}`,
      ],
      remedies: [`have ${fact.name} ${wanted}`],
    };
  const range = within.length > 0 ? fact.written : writtenConstraint(best.version, fact.name, manifest, fact.written);
  return {
    ...declared(fact, needs[fact.name] ?? { range: '*', section: 'production' }, workspace),
    version: best.version,
    range,
    reason: `raised from ${plainVersion(here)} to ${best.version}: ${wants[0]?.by ?? 'this way'} requires ${wanted}`,
    ...(range === fact.written ? {} : { raisedFrom: fact.written }),
  };
}

function majorOf(version: string): string {
  const [major = '', minor = ''] = version.split('.');
  return major === '0' ? `0.${minor}` : major;
}

async function chooseNew(
  asked: Asked,
  task: Task & { wishes: PackageWishes },
  wants: readonly Want[],
): Promise<ChosenPackage[] | Clash> {
  const { manifest, source } = asked;
  const question: ComposerQuestion = { ...asked.question, wants, preferred: agreedOn(task.wishes) };
  // Packages of one vendor go by one constraint where the project has them so.
  const lines = wants.flatMap(({ name }): Want[] => {
    const range = vendorLine(name, manifest);
    return range === undefined ? [] : [{ name, range, by: `${task.workspace.name}'s packages of ${vendorOf(name)}` }];
  });
  const inLine = lines.length > 0 ? await resolve({ ...question, wants: [...wants, ...lines] }, source) : undefined;
  const answer = inLine && !('clash' in inLine) ? inLine : await resolve(question, source);
  if (!('clash' in answer)) return answer.map((one) => added(one, task, asked));
  return (await withRaised(asked, task, question)) ?? answer;
}

function vendorOf(name: string): string {
  return name.split('/')[0] ?? name;
}

function agreedOn({ agreed }: PackageWishes): ComposerQuestion['preferred'] {
  return {
    get: (name) => {
      const version = agreed.get(name);
      return version === undefined
        ? undefined
        : { version, range: undefined, words: 'newest that suits all that come together' };
    },
  };
}

/** The answer that there is once one requirement of the project's own is raised within its major version; undefined where none helps. */
async function withRaised(asked: Asked, task: Task, question: ComposerQuestion): Promise<ChosenPackage[] | undefined> {
  for (const name of question.spoken) {
    const fact = task.workspace.package(name);
    const here = fact && (fact.installed ?? fact.locked ?? composerVersions.lowest(fact.range));
    if (!fact || here === undefined) continue;
    const line = `^${plainVersion(here)}`;
    const required = new Map(question.required);
    required.delete(name);
    const locked = new Map(question.locked);
    locked.delete(name);
    const wants = [...question.wants, { name, range: line, by: `${task.workspace.name}, in its line` }];
    const answer = await resolve({ ...question, wants, required, locked, spoken: new Set() }, asked.source);
    if ('clash' in answer) continue;
    const raised = answer.find((one) => one.name === name);
    if (!raised || satisfies(raised.version, fact.range)) continue;
    const others = answer.filter((one) => one !== raised).map((one) => added(one, task, asked));
    const by = others.map((one) => one.name).join(' and ');
    return [
      ...others,
      {
        ...declared(
          fact,
          { range: '*', section: fact.section === 'require-dev' ? 'development' : 'production' },
          task.workspace,
        ),
        version: raised.version,
        range: writtenConstraint(raised.version, name, asked.manifest, fact.written),
        reason: `raised from ${plainVersion(here)} to ${raised.version}, which ${by} requires`,
        raisedFrom: fact.written,
      },
    ];
  }
  return undefined;
}

function added(one: Resolved<Release>, { needs, workspace }: Task, { manifest }: Asked): ChosenPackage {
  const need = needs[one.name] ?? { range: '*', section: 'production' as const };
  const range =
    need.section === 'peer' && isRange(need.range) ? need.range : writtenConstraint(one.version, one.name, manifest);
  return {
    name: one.name,
    version: one.version,
    range,
    use: need.section,
    section: sectionOf(need),
    workspace: workspace.folder,
    reason: one.meta.abandoned ? `${one.reason}; abandoned by its maintainers` : one.reason,
    declared: false,
  };
}
