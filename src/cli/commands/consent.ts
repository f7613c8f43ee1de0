import type { ChangeSet } from '../../core/plan/change-set.ts';
import { withSecrets } from '../../core/plan/secrets.ts';
import { EXIT, Problem } from '../../core/problem.ts';
import { inPlaces } from '../render/change-set.ts';
import type { ChangeOptions } from './change.ts';

/** Throws a Problem (status 3) where commands would run that somebody else has thought of. */
export function checkCommands({ commands = [] }: ChangeSet, { allowCommands, install }: ChangeOptions): void {
  const foreign = commands.find((one) => one.foreign);
  if (!foreign || allowCommands || !install) return;
  throw new Problem({
    status: EXIT.refused,
    what: `${foreign.integration} did not come with Ligament and wants to run commands`,
    why: commands.map(({ program, args }) => [program, ...args].join(' ')).join('\n'),
    next: 'Nothing was changed. Look at what they do; --allow-commands lets them run.',
  });
}

/** Asks whether what was shown is to be done. Throws a Problem (status 2) where there is nobody to ask. */
export async function agreed({ uses = [] }: ChangeSet): Promise<boolean> {
  if (!process.stdin.isTTY || process.env.CI) {
    throw new Problem({
      status: EXIT.wrongUsage,
      what: 'This needs your agreement, and there is no terminal to ask at',
      next: 'Agree beforehand with --yes, or look first with --preview. Nothing was changed.',
    });
  }
  const { confirmed } = await import('../ask.ts');
  return confirmed(
    uses.length === 0 ? 'Make these changes?' : `Take it out, although it is still used in ${inPlaces(uses)}?`,
  );
}

/** The change set with its secrets in their places: what is written, and never shown. */
export async function filledIn(changes: ChangeSet, { secretFiles = {} }: ChangeOptions): Promise<ChangeSet> {
  const needs = changes.secrets ?? [];
  if (needs.length === 0 && Object.keys(secretFiles).length === 0) return changes;
  const { secretValues } = await import('../secrets.ts');
  return { ...changes, files: withSecrets(changes.files, await secretValues(needs, secretFiles)) };
}
