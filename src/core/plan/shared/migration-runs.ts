import path from 'node:path';
import type { FileChange, MigrationRun } from '../../change/change-set.ts';
import { catalogIds } from '../../definition/catalog.ts';
import { bareStack } from '../../facts/bare.ts';
import type { Context } from '../../host/context.ts';
import type { Ledger } from '../../ledger/record.ts';
import { decode } from '../../text/utf8.ts';

/** An integration on a workspace, with its migrations. */
export type Migrating = Pick<Ledger, 'integration' | 'workspace' | 'side' | 'migrations'> & { foreign: boolean };

interface Direction {
  direction: MigrationRun['direction'];
  wanted: boolean;
}

/**
 * The migrations of integrations among files that come or go with a change, as the framework's console runs them. What was there before, or
 * stays, is run by nobody.
 */
export async function migrationRuns(
  context: Context,
  ledgers: readonly Migrating[],
  files: readonly FileChange[],
  { direction, wanted }: Direction,
): Promise<MigrationRun[]> {
  const runs: MigrationRun[] = [];
  for (const { integration, workspace, side, migrations = [], foreign } of ledgers) {
    for (const { file: own, holds } of migrations) {
      const file = path.posix.normalize(path.posix.join(workspace, own));
      const change = files.find((one) => one.file === file);
      const text =
        direction === 'up'
          ? change?.before === undefined && change?.after
          : change?.after === undefined && change?.before;
      if (!text) continue;
      const { traits } = await bareStack(context, workspace, side);
      const args = traits.migration?.(own, decode(text) ?? '')?.[direction];
      if (traits.console === undefined || args === undefined) continue;
      const run = { command: 'php', args: [traits.console, ...args], wanted, foreign };
      runs.push({ integration, workspace, file, holds, direction, ...run });
    }
  }
  return runs;
}

/** The migrations of what goes. Records of what did not ship with Ligament need consent of their own to run any. */
export async function goingMigrations(
  context: Context,
  going: readonly Ledger[],
  files: readonly FileChange[],
  wanted: boolean,
): Promise<MigrationRun[]> {
  const shipped = new Set(catalogIds(context.doors.files, context.catalog));
  const all = going.map((ledger) => ({ ...ledger, foreign: !shipped.has(ledger.integration) }));
  return migrationRuns(context, all, files, { direction: 'down', wanted });
}

/** The command of a migration, as a developer types it. */
export function typedMigration({ command, args, workspace }: MigrationRun): string {
  const typed = [command, ...args].map((part) => (/[\\\s]/.test(part) ? `'${part}'` : part)).join(' ');
  return workspace === '.' ? typed : `${typed} (in ${workspace})`;
}

/** What becomes of what a migration has made in a database, in words. */
export function tablesInWords({ file, holds, wanted }: MigrationRun): string {
  return wanted
    ? `${file} is rolled back in the project's database first. Lost for good: ${holds}.`
    : `What ${file} made in the database stays: ${holds}. --with-data rolls the migration back first.`;
}
