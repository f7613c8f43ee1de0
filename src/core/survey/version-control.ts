import path from 'node:path';
import type { ProcessResult, Reader } from '../ports.ts';
import { askGitWithoutFilters, repositoryTop, type GitDoors } from './git.ts';

export interface VersionControlFacts {
  system: 'git' | 'none';
  /** Why git does not answer, though there is a repository. */
  silent?: string | undefined;
  /** Name of the branch, undefined where none is checked out or there is no version control. */
  branch: string | undefined;
  /** Host-relative paths of files with work that is not committed, new files included. */
  uncommitted: string[];
}

/** Tells the state of version control from git itself; a host without a repository counts as none. */
export async function findVersionControl(
  doors: GitDoors & { files: Reader },
  root: string,
): Promise<VersionControlFacts> {
  const none: VersionControlFacts = { system: 'none', branch: undefined, uncommitted: [] };
  const top = repositoryTop(doors.files, root);
  if (top === undefined) return none;
  // Paths come relative to the folder in which git runs, NUL between them (git-status(1), Porcelain Format v1).
  const args = [
    '-c',
    'status.relativePaths=true',
    'status',
    '--porcelain=v1',
    '--branch',
    '--ignore-submodules=all',
    '-z',
  ];
  const result = await askGitWithoutFilters(doors, root, [...args, '--', '.']);
  if (result.status !== 0) return { ...none, system: 'git', silent: whySilent(result) };
  const inside = path.relative(top, root).split(path.sep).join('/');
  const [head = '', ...entries] = result.stdout.split('\0');
  const branch = /^## (?:No commits yet on )?([^\0]*?)(?:\.\.\.|$)/.exec(head)?.[1];
  return {
    system: 'git',
    branch: branch === 'HEAD (no branch)' ? undefined : branch,
    uncommitted: changedPaths(entries, inside === '' ? '' : `${inside}/`),
  };
}

/** What keeps git from answering, in its own words. */
export function whySilent({ failure, stderr, status }: ProcessResult): string {
  if (failure === 'ENOENT') return 'git is not installed';
  const [line = ''] = stderr.split('\n').filter((one) => one.trim() !== '');
  return line.replace(/^(fatal|error): /, '') || `it ended with ${status ?? failure ?? 'no status'}`;
}

function changedPaths(entries: readonly string[], prefix: string): string[] {
  const changed: string[] = [];
  for (let index = 0; index < entries.length; index += 1) {
    const entry = entries[index] ?? '';
    if (entry.length < 4) continue;
    const file = entry.slice(3);
    // With -z paths are relative to the top of the work tree, whatever the settings say.
    if (file.startsWith(prefix)) changed.push(file.slice(prefix.length));
    if (entry.startsWith('R') || entry.startsWith('C')) index += 1;
  }
  return changed;
}
