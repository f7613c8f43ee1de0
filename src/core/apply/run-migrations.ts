import path from 'node:path';
import type { ChangeSet, MigrationRun } from '../change/change-set.ts';
import { typedMigration } from '../change/migration.ts';
import type { Doors } from '../ports.ts';
import { EXIT, Problem } from '../problem.ts';
import { linesThatMatter } from '../text/lines-that-matter.ts';
import type { ApplyOptions } from './apply-options.ts';
import type { Run } from './run.ts';

/**
 * Runs those migrations of a change that are wanted in one direction, on the project's own database: with the environment that the app itself
 * would have, since that may say where it is. Throws a Problem (status 4) where one fails.
 */
export async function runMigrations(
  doors: Doors,
  { migrations = [] }: ChangeSet,
  direction: MigrationRun['direction'],
  { options, run }: { options: ApplyOptions; run: Run },
): Promise<void> {
  const { root, signal, onEvent } = options;
  for (const one of migrations.filter((each) => each.wanted && each.direction === direction)) {
    signal.throwIfAborted();
    const shown = typedMigration(one);
    onEvent({ step: 'running', command: shown });
    const result = await doors.processes.run(one.command, one.args, {
      cwd: path.join(root, one.workspace),
      signal,
      onStart: (pid) => run.record.child(pid),
    });
    signal.throwIfAborted();
    if (result.status !== 0) throw failed(one, shown, `${result.stdout}\n${result.stderr}${result.failure ?? ''}`);
  }
}

function failed({ file, direction }: MigrationRun, shown: string, said: string): Problem {
  return new Problem({
    status: EXIT.putBack,
    what: direction === 'up' ? `The migration ${file} failed` : `The migration ${file} could not be rolled back`,
    why: `${shown} did not end well`,
    output: linesThatMatter(said),
    next:
      direction === 'up'
        ? 'Look whether a part of it is in the database. Without --with-data nothing is run there.'
        : 'If it was never run there is nothing to roll back: leave --with-data out.',
  });
}
