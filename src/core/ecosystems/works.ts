import type { EcosystemId } from './marks.ts';
import type { Reader } from '../ports.ts';
import { EXIT, Problem } from '../problem.ts';
import { ecosystem } from './ecosystems.ts';
import { npmWork } from './npm/work.ts';
import type { Work, WorkspacePackages, ProgramStart, Command } from './work.ts';

/** What attaching takes, by ecosystem: one that is only read so far has nothing here. */
const WORK: Record<EcosystemId, Work | undefined> = { npm: npmWork, composer: undefined, maven: undefined };

/** All that is known of installing, for what concerns a host whatever is in it (a journal, a copy). */
export const ALL_WORK: readonly Work[] = Object.values(WORK).filter((one) => one !== undefined);

/** What attaching to a workspace takes. Throws a Problem (status 3) where Ligament only reads what the workspace is made of. */
export function workOf(
  { name, folder, projects }: Pick<WorkspacePackages, 'name' | 'folder' | 'projects'>,
  wanted?: EcosystemId,
): Work {
  const own = projects.filter(({ ecosystem: id }) => wanted === undefined || id === wanted);
  const found = own.map(({ ecosystem: id }) => WORK[id]).find((one) => one !== undefined);
  if (found) return found;
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
export function workOfRun(command: Command): Work | undefined {
  return ALL_WORK.find((one) => one.isReconcile(command));
}
