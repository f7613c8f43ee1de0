import type { MadeEdit } from '../../edits/edit.ts';
import type { SecretNeed } from '../../change/change-set.ts';
import type { Reader } from '../../ports.ts';
import { askGit, repositoryTop, type GitDoors } from '../../survey/git.ts';
import { whySilent } from '../../survey/version-control.ts';
import { decode, encode } from '../../text/utf8.ts';
import { quoteValue } from '../../formats/dotenv/dotenv.ts';
import { revealValues, secretTokens } from '../../formats/dotenv/environment-secrets.ts';
import { EXIT, Problem } from '../../problem.ts';
import type { Definition } from '../../definition/definition.ts';
import type { FileChange } from '../../change/change-set.ts';

/** The secrets that edits of an integration put in: those that were there before stay as they are. */
export function secretsNeeded(made: readonly MadeEdit[], { choices = {} }: Definition): SecretNeed[] {
  return made.flatMap((edit): SecretNeed[] => {
    const choice = edit.format === 'dotenv' && edit.splices.length > 0 ? edit.operation.secret : undefined;
    const asked = choice === undefined ? undefined : choices[choice];
    if (edit.format !== 'dotenv' || choice === undefined || asked?.kind !== 'secret') return [];
    const { ask, make } = asked;
    return [{ choice, ask, variable: edit.operation.key, file: edit.file, random: make === 'random' }];
  });
}

/**
 * The files of a change with the values of its secrets (by variable and file, `variable file`) in their places. Throws a
 * Problem (status 2) for a value that no environment file can hold; nothing is written then.
 */
export function withSecrets(files: readonly FileChange[], values: ReadonlyMap<string, string>): FileChange[] {
  return files.map((change) => {
    const text = change.role === 'private' && change.after ? decode(change.after) : undefined;
    if (text === undefined) return change;
    const written = new Map<string, string>();
    for (const key of secretTokens(text)) {
      const value = values.get(`${key} ${change.file}`);
      const line = value === undefined || value === '' ? undefined : quoteValue(value, change.expands);
      if (line === undefined) throw unfit(key, change.file);
      written.set(key, line);
    }
    return { ...change, after: encode(revealValues(text, written)) };
  });
}

/**
 * Throws a Problem (status 3) where version control has the file that a secret would go into, or where there is a repository
 * and git does not say whether it has.
 */
export async function refuseTracked(
  doors: GitDoors & { files: Reader },
  root: string,
  needs: readonly SecretNeed[],
): Promise<void> {
  if (needs.length === 0 || repositoryTop(doors.files, root) === undefined) return;
  for (const file of new Set(needs.map((need) => need.file))) {
    const asked = await askGit(doors, root, ['--literal-pathspecs', 'ls-files', '--error-unmatch', '--', file]);
    // 1: git knows no such file (git-ls-files(1), --error-unmatch); any other status is no answer.
    if (asked.status === 1) continue;
    throw asked.status === 0 ? tracked(file) : unanswered(file, whySilent(asked));
  }
}

function tracked(file: string): Problem {
  return new Problem({
    status: EXIT.refused,
    what: `${file} is kept in version control, and a secret would go into it`,
    where: { file },
    why: 'whoever may read the repository could read the secret',
    next: 'Nothing was changed. Take the file out of version control, and change the secrets that it has told already.',
    handwork: `git rm --cached ${file}`,
  });
}

function unanswered(file: string, why: string): Problem {
  return new Problem({
    status: EXIT.refused,
    what: `A secret would go into ${file}, and git does not say whether it is kept in version control`,
    where: { file },
    why,
    next: 'Nothing was changed. Make git answer here (git status shows whether it does), then run the command again.',
  });
}

function unfit(key: string, file: string): Problem {
  return new Problem({
    status: EXIT.wrongUsage,
    what: `The value for ${key} cannot be written into ${file}`,
    why: 'it is empty, or has characters that no quotes can hold there',
    next: 'Give another value. Nothing was changed.',
  });
}
