import type { ProcessDoor } from '../ports.ts';
import { decode, encode } from '../doors/text.ts';
import { quoteValue } from '../formats/dotenv.ts';
import { hideValues, revealValues, secretKeys, secretTokens } from '../formats/environment-secrets.ts';
import { EXIT, Problem } from '../problem.ts';
import type { Definition } from '../definition/schema.ts';
import type { Edit } from '../joints.ts';
import type { MadeEdit } from '../ledger/ledger.ts';
import type { FileChange } from './change-set.ts';

/** A secret that a change needs before it can be made. The plan itself never knows its value. */
export interface SecretNeed {
  /** The choice by which it is asked for. */
  choice: string;
  ask: string;
  /** The variable, and the file that it goes into, relative to the host's root. */
  variable: string;
  file: string;
  /** Made at random where nobody gives it. */
  random: boolean;
}

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

/** A text in which the values of secret edits are hidden, and how to bring them back. */
export function hideSecrets(
  text: string | undefined,
  edits: readonly Edit[],
): { text: string | undefined; reveal: (text: string) => string } {
  const keys = secretKeys(edits);
  if (text === undefined || keys.length === 0) return { text, reveal: (same) => same };
  const { text: hidden, written } = hideValues(text, keys);
  return { text: hidden, reveal: (one) => revealValues(one, written) };
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
      const line = value === undefined || value === '' ? undefined : quoteValue(value);
      if (line === undefined) throw unfit(key, change.file);
      written.set(key, line);
    }
    return { ...change, after: encode(revealValues(text, written)) };
  });
}

/** Throws a Problem (status 3) where version control has the file that a secret would go into. */
export async function refuseTracked(processes: ProcessDoor, root: string, needs: readonly SecretNeed[]): Promise<void> {
  for (const file of new Set(needs.map((need) => need.file))) {
    const known = await processes.run('git', ['ls-files', '--error-unmatch', '--', file], { cwd: root });
    if (known.status !== 0) continue;
    throw new Problem({
      status: EXIT.refused,
      what: `${file} is kept in version control, and a secret would go into it`,
      where: { file },
      why: 'whoever may read the repository could read the secret',
      next: 'Nothing was changed. Take the file out of version control, and change the secrets that it has told already.',
      handwork: `git rm --cached ${file}`,
    });
  }
}

function unfit(key: string, file: string): Problem {
  return new Problem({
    status: EXIT.wrongUsage,
    what: `The value for ${key} cannot be written into ${file}`,
    why: 'it is empty, or has characters that no quotes can hold there',
    next: 'Give another value. Nothing was changed.',
  });
}
