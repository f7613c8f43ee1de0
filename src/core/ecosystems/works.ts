import { ECOSYSTEM_IDS, ecosystemOf, type EcosystemId } from './marks.ts';
import type { Reader } from '../ports.ts';
import { EXIT, Problem } from '../problem.ts';
import type { Clash } from '../resolve/resolve.ts';
import { composerWork } from './composer/work.ts';
import { ecosystem } from './ecosystems.ts';
import { npmWork } from './npm/work.ts';
import type { ChosenPackage, Command, PackageNeed, ProgramStart, Work, WorkspacePackages } from './work.ts';

/** What attaching takes, by ecosystem: one that is only read so far has nothing here. */
const WORK: Record<EcosystemId, Work | undefined> = { npm: npmWork, composer: composerWork, maven: undefined };

/** All that is known of installing, for what concerns a host whatever is in it (a journal, a copy). */
export const ALL_WORK: readonly Work[] = Object.values(WORK).filter((one) => one !== undefined);

type Place = Pick<WorkspacePackages, 'name' | 'folder' | 'projects'>;

/** What of a work concerns the packages of one workspace, whichever ecosystems it has. */
export type WorkspaceWork = Pick<
  Work,
  'choose' | 'agree' | 'typeface' | 'edits' | 'byHand' | 'takeOutByHand' | 'script' | 'ownWords' | 'environment'
>;

/**
 * What attaching to a workspace takes: of each package what its ecosystem does with it. Throws a Problem (status 3) where Ligament only reads
 * what the workspace is made of, or it is not what `wanted` names.
 */
export function workOf(place: Place, wanted?: EcosystemId): WorkspaceWork {
  const { name, folder, projects } = place;
  const own = projects.filter(({ ecosystem: id }) => wanted === undefined || id === wanted);
  const works = own.flatMap(({ ecosystem: id }) => WORK[id] ?? []);
  const [main] = works;
  if (main) return joined(place, main);
  const [project] = own.length > 0 ? own : projects;
  if (own.length === 0 && wanted !== undefined) throw notOf(name, wanted);
  throw new Problem({
    status: EXIT.refused,
    what: `Ligament cannot attach anything to ${name} yet`,
    ...(project ? { where: { file: project.file } } : {}),
    why: `it is a ${project ? ecosystem(project.ecosystem).title : ''} project${folder === '.' ? '' : ` (${folder})`}, and Ligament can only read those so far`,
    next: 'Nothing was changed. ligament survey tells what it has read.',
  });
}

/** The work of a workspace as one; `main` is that of its first ecosystem, which has the scripts. */
function joined(place: Place, main: Work): WorkspaceWork {
  const isOwn = (id: EcosystemId): boolean => place.projects.some(({ ecosystem: own }) => own === id);
  const share = (id: EcosystemId): Work | undefined => (isOwn(id) ? WORK[id] : undefined);
  const lines = (names: readonly string[], line: (work: Work, own: string[]) => string): string =>
    byEcosystem(names, (name) => name)
      .flatMap(([id, own]) => {
        const work = share(id);
        return work ? [line(work, own)] : [];
      })
      .join('\n');
  return {
    async choose(host, needs, workspace, wishes) {
      const all: ChosenPackage[] = [];
      for (const [id, names] of byEcosystem(Object.keys(needs), (name) => name)) {
        const work = share(id);
        if (!work) return lacking(place, id, names);
        const chosen = await work.choose(host, pick(needs, names), workspace, wishes);
        if ('clash' in chosen) return chosen;
        all.push(...chosen);
      }
      return all;
    },
    async agree(host, workspace, wants) {
      const all = new Map<string, string>();
      for (const [id, own] of byEcosystem(wants, ({ name }) => name)) {
        const agreed = await share(id)?.agree(host, workspace, own);
        if (!agreed) return undefined;
        for (const [name, version] of agreed) all.set(name, version);
      }
      return all;
    },
    typeface: main.typeface,
    edits: (host, packages, how) =>
      byEcosystem(packages, ({ name }) => name).flatMap(([id, own]) => share(id)?.edits(host, own, how) ?? []),
    byHand: (manager, folder, needs) =>
      lines(Object.keys(needs), (work, own) => work.byHand(manager, folder, pick(needs, own))),
    takeOutByHand: (manager, folder, names) => lines(names, (work, own) => work.takeOutByHand(manager, folder, own)),
    script: (...given) => main.script(...given),
    ownWords: (said) => main.ownWords(said),
    environment: (...given) => main.environment(...given),
  };
}

/** Things that are told apart by a package's name, those of one ecosystem together. */
function byEcosystem<Thing>(all: readonly Thing[], nameOf: (one: Thing) => string): [EcosystemId, Thing[]][] {
  return ECOSYSTEM_IDS.flatMap((id): [EcosystemId, Thing[]][] => {
    const own = all.filter((one) => ecosystemOf(nameOf(one)) === id);
    return own.length === 0 ? [] : [[id, own]];
  });
}

function pick(needs: Readonly<Record<string, PackageNeed>>, names: readonly string[]): Record<string, PackageNeed> {
  return Object.fromEntries(Object.entries(needs).filter(([name]) => names.includes(name)));
}

function lacking({ name }: Place, id: EcosystemId, names: readonly string[]): Clash {
  const { title, manifests } = ecosystem(id);
  return {
    clash: [
      `${names.join(' and ')} ${names.length > 1 ? `are ${title} packages` : `is a ${title} package`}, and ${name} has no ${manifests.join(' or ')}`,
    ],
    remedies: [],
  };
}

function notOf(name: string, wanted: EcosystemId): Problem {
  const { title, manifests } = ecosystem(wanted);
  return new Problem({
    status: EXIT.refused,
    what: `${name} is not a ${title} project`,
    why: `the integration has packages of ${title}, and there is no ${manifests.join(' or ')}`,
    next: 'Nothing was changed.',
  });
}

/** How to start a program that an installed package brings, as seen from a folder of the host; undefined where none does. */
export function startOf(reader: Reader, root: string, folder: string, program: string): ProgramStart | undefined {
  return ALL_WORK.map((one) => one.program(reader, root, folder, program)).find((start) => start !== undefined);
}

/** Whose run of a package manager a command is; undefined where it is none of any. */
export function workOfRun(command: Command & { folder: string }): Work | undefined {
  return ALL_WORK.find((one) => one.isReconcile(command));
}
