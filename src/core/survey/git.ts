import path from 'node:path';
import type { Doors, ProcessResult, Reader } from '../ports.ts';
import { NOTHING_RUNS } from '../quiet-git.ts';

export type GitDoors = Pick<Doors, 'processes' | 'environment'>;

// Where a repository is and what is in it is found out from the project's folder, whatever the environment says; who commits is the user's.
const NOT_HANDED_DOWN = /^GIT_(?!AUTHOR_|COMMITTER_|CONFIG_(GLOBAL|SYSTEM|NOSYSTEM|COUNT|KEY_|VALUE_)|SSL_|EXEC_PATH)/;

const AS_OPTIONS = NOTHING_RUNS.flatMap(([name, value]) => ['-c', `${name}=${value}`]);

/** Asks git about a repository, so that nothing that its own settings name is run (git-config(1)); filters are the caller's concern. */
export function askGit(doors: GitDoors, root: string, args: readonly string[]): Promise<ProcessResult> {
  return doors.processes.run('git', ['--no-pager', ...AS_OPTIONS, ...args], {
    cwd: root,
    only: gitEnvironment(doors.environment),
  });
}

/** As `askGit`, for what looks into files of the work tree: filters that the repository itself names do not run either. */
export async function askGitWithoutFilters(
  doors: GitDoors & { files: Reader },
  root: string,
  args: readonly string[],
): Promise<ProcessResult> {
  return askGit(doors, root, [...(await filtersOff(doors, root)), ...args]);
}

/** Runs git as the user would by hand: for a commit that was asked for, with the repository's hooks and filters. */
export function runGit(doors: GitDoors, root: string, args: readonly string[]): Promise<ProcessResult> {
  return doors.processes.run('git', ['--no-pager', '-c', 'core.fsmonitor=false', ...args], {
    cwd: root,
    only: gitEnvironment(doors.environment),
  });
}

/** The folder that holds `.git`, from a folder upwards; undefined without one. */
export function repositoryTop(reader: Reader, root: string): string | undefined {
  for (let at = root; ; at = path.dirname(at)) {
    if (reader.kind(path.join(at, '.git')) !== undefined) return at;
    if (path.dirname(at) === at) return undefined;
  }
}

/** The folder that holds a repository's settings and hooks, for the folder that `.git` is in (gitrepository-layout(5): gitfile, commondir). */
export function gitFolder(reader: Reader, top: string): string {
  const own = path.join(top, '.git');
  const text = (file: string): string => Buffer.from(reader.read(file) ?? []).toString('utf8');
  const told = /^gitdir: (.+?)[ \t\r]*$/m.exec(text(own))?.[1];
  if (told === undefined) return own;
  const folder = path.resolve(top, told);
  const common = text(path.join(folder, 'commondir')).trim();
  return common === '' ? folder : path.resolve(folder, common);
}

/** The folder of hooks that the settings in a repository's own folder name (git-config(1), core.hooksPath); undefined without one. */
export function hooksPathInSettings(reader: Reader, settings: string): string | undefined {
  const text = Buffer.from(reader.read(path.join(settings, 'config')) ?? []).toString('utf8');
  return /^[ \t]*hooksPath[ \t]*=[ \t]*"?([^"\r\n]+?)"?[ \t]*$/im.exec(text)?.[1];
}

/** The same as a script of the manifest gives it to git. */
export function hooksPathInScript(script: string | undefined): string | undefined {
  return /core\.hooksPath[= ]+["']?([\w./-]+)/i.exec(script ?? '')?.[1];
}

function gitEnvironment(environment: Doors['environment']): Record<string, string> {
  const kept = Object.entries(environment).filter(
    ([name, value]) => value !== undefined && !NOT_HANDED_DOWN.test(name),
  );
  return {
    ...(Object.fromEntries(kept) as Record<string, string>),
    GIT_OPTIONAL_LOCKS: '0',
    GIT_TERMINAL_PROMPT: '0',
    // Nothing is fetched by any transport.
    GIT_ALLOW_PROTOCOL: 'none',
  };
}

/** Settings that turn off the filters of the repository's own settings; those of the user's are the user's. */
async function filtersOff(doors: GitDoors & { files: Reader }, root: string): Promise<string[]> {
  const top = repositoryTop(doors.files, root);
  if (top === undefined) return [];
  const settings = doors.files.read(path.join(gitFolder(doors.files, top), 'config'));
  // Nearly every repository names none, nor another file that could; one whose settings lie elsewhere is asked.
  if (settings && !/\[\s*(filter|include)/i.test(Buffer.from(settings).toString('latin1'))) return [];
  const asked = await askGit(doors, root, [
    'config',
    '--show-scope',
    '--includes',
    '--name-only',
    '--get-regexp',
    '^filter\\..*\\.(clean|smudge|process|required)$',
  ]);
  return asked.stdout.split('\n').flatMap((line) => {
    const [, scope, name = ''] = /^(\w+)\t(.+)$/.exec(line) ?? [];
    if (scope !== 'local' && scope !== 'worktree') return [];
    return ['-c', `${name}=${name.endsWith('.required') ? 'false' : ''}`];
  });
}

// The names of hooks (githooks(5)).
const HOOKS = new Set(
  [
    'applypatch-msg pre-applypatch post-applypatch pre-commit pre-merge-commit prepare-commit-msg commit-msg post-commit',
    'pre-rebase post-checkout post-merge pre-push pre-receive update proc-receive post-receive post-update',
    'reference-transaction push-to-checkout pre-auto-gc post-rewrite sendemail-validate fsmonitor-watchman',
    'p4-changelist p4-prepare-changelist p4-post-changelist p4-pre-submit post-index-change',
  ].flatMap((line) => line.split(' ')),
);

/** Whether git runs a file of that name where it looks for hooks. */
export function isHookName(name: string): boolean {
  return HOOKS.has(name);
}
