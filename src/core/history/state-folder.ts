import path from 'node:path';
import envPaths from 'env-paths';
import type { Doors, Reader } from '../ports.ts';
import { EXIT, Problem } from '../problem.ts';

/** What is needed to know where a user's own state is. */
export type StateDoors = Pick<Doors, 'environment' | 'machine'> & { files: Reader };

/**
 * The user's own folder for what Ligament keeps between commands: journals, before-images and history. `XDG_STATE_HOME` counts
 * where it is absolute (XDG Base Directory Specification). Nothing of it ever comes with a project.
 */
export function stateFolder(environment: Doors['environment']): string {
  const { XDG_STATE_HOME: state } = environment;
  return state !== undefined && path.isAbsolute(state)
    ? path.join(state, 'ligament')
    : envPaths('ligament', { suffix: '' }).log;
}

/**
 * Makes sure that nobody else can put anything into the state folder: a real folder, the user's own, written by nobody else.
 * Throws a Problem (status 3) otherwise. One that is not there yet is well.
 */
export function checkStateFolder({ files, environment, machine }: StateDoors): void {
  const folder = stateFolder(environment);
  const status = files.status(folder);
  if (status === undefined) return;
  const { user } = machine;
  if (files.kind(folder) !== 'folder') throw unsafe(folder, 'it is a link or a file, not a folder');
  if (user !== undefined && status.owner !== user) throw unsafe(folder, `it belongs to another user (${status.owner})`);
  if (user !== undefined && (status.mode & 0o022) !== 0) throw unsafe(folder, 'others may write into it');
}

/** The folder in it of what commands keep while they work. */
export function changesFolder(environment: Doors['environment']): string {
  return path.join(stateFolder(environment), 'changes');
}

/** Whether there is anything to look into: cheap, since there nearly never is. */
export function hasRecords(files: Reader, environment: Doors['environment']): boolean {
  return files.list(changesFolder(environment)).length > 0;
}

function unsafe(folder: string, why: string): Problem {
  return new Problem({
    status: EXIT.refused,
    what: 'Your state folder cannot be trusted',
    where: { file: folder },
    why: `${why}; journals that are carried out are kept in it`,
    next: 'Nothing was changed. Put that right (chmod 700, chown), or name another folder with XDG_STATE_HOME.',
  });
}
