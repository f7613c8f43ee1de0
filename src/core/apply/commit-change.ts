import type { Doors } from '../ports.ts';
import { EXIT, Problem } from '../problem.ts';
import { askGitWithoutFilters, runGit } from '../survey/git.ts';

type Git = Pick<Doors, 'processes' | 'environment' | 'files'>;

/**
 * Makes sure that a change can become a commit of its own. Throws a Problem (status 3) where there is no git, where
 * something is staged already, or where a file that the change touches has work that is not committed.
 */
export async function checkCommittable(doors: Git, root: string, touched: readonly string[]): Promise<void> {
  const staged = await askGitWithoutFilters(doors, root, ['diff', '--cached', '--name-only', '-z']);
  if (staged.status !== 0)
    throw refused('This project is not under git', 'git finds no repository here', 'Leave --commit out.');
  const names = staged.stdout.split('\0').filter((name) => name !== '');
  if (names.length > 0) {
    const next = 'Commit or unstage that first, or leave --commit out.';
    throw refused(
      'Something is staged already',
      `${names.slice(0, 5).join(', ')} would come into the same commit`,
      next,
    );
  }
  const status = [
    'status',
    '--porcelain=v1',
    '-z',
    '--untracked-files=no',
    '--ignore-submodules=all',
    '--',
    ...touched,
  ];
  const changed = await askGitWithoutFilters(doors, root, status);
  const dirty = changed.stdout.split('\0').filter((entry) => entry.length > 3);
  if (dirty.length === 0) return;
  const files = dirty.map((entry) => entry.slice(3)).join(', ');
  throw refused(
    'A file that this touches has work that is not committed',
    `${files} would come into the commit with it`,
    'Commit that first, or leave --commit out.',
  );
}

/** Commits exactly the files of a change. Returns what is to be known if git did not do it; the change itself stands. */
export async function commitChange(
  doors: Git,
  root: string,
  title: string,
  touched: readonly string[],
): Promise<{ commit: string } | { failed: string }> {
  const git = (...args: string[]): ReturnType<typeof runGit> => runGit(doors, root, ['--literal-pathspecs', ...args]);
  // What git knows, gone or not, and what is new and not ignored.
  const known = await git('ls-files', '-z', '--', ...touched);
  const fresh = await git('ls-files', '-z', '--others', '--exclude-standard', '--', ...touched);
  const files = `${known.stdout}${fresh.stdout}`.split('\0').filter((file) => file !== '');
  // Without a name git would take all that is there.
  if (files.length === 0) return { failed: 'there is nothing in it that git would take: all of it is ignored.' };
  const added = await git('add', '--all', '--', ...files);
  const done = added.status === 0 ? await git('commit', '--quiet', `--message=${subject(title)}`) : added;
  if (done.status === 0) return { commit: (await git('rev-parse', '--short', 'HEAD')).stdout.trim() };
  // As it was: what was added for the commit is taken out of the index again.
  await git('reset', '--quiet', '--', ...files);
  return { failed: `${done.stdout}\n${done.stderr}`.trim().split('\n').slice(-4).join('\n') };
}

/** A commit's first line: "Attach a to web". */
function subject(title: string): string {
  return title.slice(0, 1).toUpperCase() + title.slice(1);
}

function refused(what: string, why: string, next: string): Problem {
  return new Problem({ status: EXIT.refused, what, why, next: `${next} Nothing was changed.` });
}
