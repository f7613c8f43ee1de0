import type { SecretNeed } from '../core/change/change-set.ts';
import { randomBytes } from 'node:crypto';
import fs from 'node:fs';
import { messageOf } from '../core/message-of.ts';
import { secretVariable } from '../core/plan/attach/choices.ts';
import { EXIT, Problem } from '../core/problem.ts';
import { givenSecret } from './given-secrets.ts';

const RANDOM_BYTES = 32;

/**
 * The values of secrets, by `variable file`: out of a file, the environment, at random where the integration says so, or
 * asked for at a terminal without an echo. Throws a Problem (status 2) where there is none of these.
 */
export async function secretValues(
  needs: readonly SecretNeed[],
  files: Readonly<Record<string, string>>,
): Promise<Map<string, string>> {
  checkFiles(needs, files);
  const byChoice = new Map<string, string>();
  for (const need of needs)
    if (!byChoice.has(need.choice)) byChoice.set(need.choice, await valueOf(need, files[need.choice]));
  return new Map(needs.map(({ choice, variable, file }) => [`${variable} ${file}`, byChoice.get(choice) ?? '']));
}

/** Throws a Problem (status 2) for a file of a secret that is not asked for, or that cannot be read. */
export function checkFiles(needs: readonly SecretNeed[], files: Readonly<Record<string, string>>): void {
  for (const [name, file] of Object.entries(files)) {
    const need = needs.find(({ choice }) => choice === name);
    if (!need) throw notNeeded(name, needs);
    readSecret(need, file);
  }
}

async function valueOf(need: SecretNeed, file: string | undefined): Promise<string> {
  if (file !== undefined) return readSecret(need, file);
  const given = givenSecret(secretVariable(need.choice));
  if (given !== undefined) return given;
  if (need.random) return randomBytes(RANDOM_BYTES).toString('base64url');
  if (!process.stdin.isTTY || process.env.CI) throw nobodyToAsk(need);
  const { secretAnswer } = await import('./ask.ts');
  return secretAnswer(need.ask);
}

function readSecret({ choice }: SecretNeed, file: string): string {
  try {
    // The line break that editors put at the end is no part of it.
    return fs.readFileSync(file, 'utf8').replace(/\r?\n$/, '');
  } catch (error) {
    throw new Problem({
      status: EXIT.wrongUsage,
      what: `The file of the secret ${choice} cannot be read`,
      where: { file },
      why: messageOf(error),
      next: 'Nothing was changed.',
    });
  }
}

function nobodyToAsk({ choice, variable, file }: SecretNeed): Problem {
  return new Problem({
    status: EXIT.wrongUsage,
    what: `A secret is needed for ${variable} in ${file}, and there is no terminal to ask at`,
    next: `Put it into the environment as ${secretVariable(choice)}, or into a file: --secret-file ${choice}=path. Nothing was changed.`,
  });
}

function notNeeded(name: string, needs: readonly SecretNeed[]): Problem {
  const asked = [...new Set(needs.map(({ choice }) => choice))];
  return new Problem({
    status: EXIT.wrongUsage,
    what: `No secret "${name}" is asked for`,
    why: asked.length > 0 ? `asked for: ${asked.join(', ')}` : 'what is attached asks for none, or has it already',
    next: 'Leave it out, or name the right one. Nothing was changed.',
  });
}
