import type { ChangeOptions } from './change-options.ts';
import type { ChangeSet, MigrationRun } from '../../core/change/change-set.ts';
import { withSecrets } from '../../core/plan/attach/secrets.ts';
import { EXIT, Problem } from '../../core/problem.ts';
import type { ProofTask } from '../../core/change/proof.ts';
import { allOf } from '../../core/text/in-words.ts';
import { printable } from '../render/printable.ts';
import { typedMigration } from '../../core/change/migration.ts';

/** Throws a Problem (status 3) where something would run that somebody else has thought of: agreeing to the rest is no consent to that. */
export function checkCommands(changes: ChangeSet, { allowCommands, install, prove }: ChangeOptions): void {
  if (allowCommands) return;
  const { commands = [], proofs } = changes;
  const migrations = (changes.migrations ?? []).filter((one) => one.foreign && one.wanted);
  const scripts = (changes.scripts ?? []).filter(({ foreign }) => foreign);
  const now = [
    ...commands.filter((one) => one.foreign).map((one) => ({ ...one, words: [one.program, ...one.args].join(' ') })),
    ...migrations.map((one) => ({ ...one, words: typedMigration(one) })),
    ...scripts
      .filter(({ by }) => by === 'manager')
      .map((one) => ({ ...one, words: `${one.name}: ${one.command} (a script that the package manager runs)` })),
    ...(prove ? foreignProofs(proofs) : []),
  ];
  // git runs hooks later, whether or not anything is installed now.
  const later = scripts
    .filter(({ by }) => by === 'git')
    .map((one) => ({ ...one, words: `${one.name}: ${one.command} (a hook that git runs)` }));
  const runs = [...(install ? now : []), ...later];
  if (runs.length > 0) throw notAllowed(runs);
}

/** Throws a Problem (status 3) where proofs of somebody else's would run what only their words say. */
export function checkProofs(tasks: readonly ProofTask[], { allowCommands }: { allowCommands?: boolean }): void {
  const runs = allowCommands ? [] : foreignProofs(tasks);
  if (runs.length > 0) throw notAllowed(runs);
}

interface Foreign {
  integration: string;
  words: string;
}

function foreignProofs(tasks: readonly ProofTask[]): Foreign[] {
  return tasks
    .filter(({ foreign, ownCode }) => foreign === true && ownCode)
    .map(({ integration, runs = [], spec }) => ({
      integration,
      words: `${runs.join('; ')} (a proof${'plants' in spec && spec.plants ? `, with ${Object.keys(spec.plants).join(', ')}` : ''})`,
    }));
}

function notAllowed(runs: readonly Foreign[]): Problem {
  const names = [...new Set(runs.map(({ integration }) => integration))];
  return new Problem({
    status: EXIT.refused,
    what: `${allOf(names)} did not come with Ligament and ${names.length === 1 ? 'needs' : 'need'} to run commands`,
    why: runs.map(({ words }) => words).join('\n'),
    next: 'Nothing was changed. Look at what they do; --allow-commands lets them run.',
  });
}

/** Throws a Problem (status 2) where there is nobody to ask. */
export function checkTerminal(): void {
  if (process.stdin.isTTY && !process.env.CI) return;
  throw new Problem({
    status: EXIT.wrongUsage,
    what: 'This needs your agreement, and there is no terminal to ask at',
    next: 'Agree beforehand with --yes, or look first with --preview. Nothing was changed.',
  });
}

/**
 * A change set with those migrations wanted that somebody agrees to at a terminal, one by one: agreeing to files is no consent to a change of
 * a database.
 */
export async function withMigrationsAsked(changes: ChangeSet): Promise<ChangeSet> {
  const asked: MigrationRun[] = [];
  for (const one of changes.migrations ?? []) {
    const isOpen = one.direction === 'up' && !one.wanted;
    asked.push(
      isOpen ? { ...one, wanted: await confirms(`Run ${printable(one.file)} on the project's database, too?`) } : one,
    );
  }
  return { ...changes, migrations: asked };
}

/** The answer to a yes-or-no question; the prompts are loaded by the first one. */
async function confirms(question: string): Promise<boolean> {
  const { confirmed } = await import('../ask.ts');
  return confirmed(question);
}

/** The change set with its secrets in their places: what is written, and never shown. */
export async function filledIn(changes: ChangeSet, { secretFiles = {} }: ChangeOptions): Promise<ChangeSet> {
  const needs = changes.secrets ?? [];
  if (needs.length === 0 && Object.keys(secretFiles).length === 0) return changes;
  const { secretValues } = await import('../secrets.ts');
  return { ...changes, files: withSecrets(changes.files, await secretValues(needs, secretFiles)) };
}
