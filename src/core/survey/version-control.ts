import path from 'node:path';
import type { ProcessDoor, Reader } from '../ports.ts';

export interface VersionControlFacts {
  system: 'git' | 'none';
  /** Name of the branch, undefined where none is checked out or there is no version control. */
  branch: string | undefined;
  /** Host-relative paths of files with work that is not committed, new files included. */
  uncommitted: string[];
}

/** Tells the state of version control from git itself; a host without git, or a machine without it, counts as none. */
export async function findVersionControl(
  reader: Reader,
  processes: ProcessDoor,
  root: string,
): Promise<VersionControlFacts> {
  const none: VersionControlFacts = { system: 'none', branch: undefined, uncommitted: [] };
  if (!hasRepository(reader, root)) return none;
  // Paths come relative to the folder in which git runs, NUL between them (git-status(1), Porcelain Format v1).
  const args = ['-c', 'status.relativePaths=true', 'status', '--porcelain=v1', '--branch', '-z', '--', '.'];
  const result = await processes.run('git', args, { cwd: root, environment: { GIT_OPTIONAL_LOCKS: '0' } });
  if (result.status !== 0) return none;
  const prefix = result.stdout === '' ? '' : prefixOf(reader, root);
  const [head = '', ...entries] = result.stdout.split('\0');
  const branch = /^## (?:No commits yet on )?([^\0]*?)(?:\.\.\.|$)/.exec(head)?.[1];
  return {
    system: 'git',
    branch: branch === 'HEAD (no branch)' ? undefined : branch,
    uncommitted: changedPaths(entries, prefix),
  };
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

function prefixOf(reader: Reader, root: string): string {
  for (let at = root; ; at = path.dirname(at)) {
    if (reader.kind(path.join(at, '.git')) !== undefined) {
      const relative = path.relative(at, root).split(path.sep).join('/');
      return relative === '' ? '' : `${relative}/`;
    }
    if (path.dirname(at) === at) return '';
  }
}

function hasRepository(reader: Reader, root: string): boolean {
  for (let at = root; ; at = path.dirname(at)) {
    if (reader.kind(path.join(at, '.git')) !== undefined) return true;
    if (path.dirname(at) === at) return false;
  }
}
