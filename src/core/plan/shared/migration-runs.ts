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
      const run = {
        command: 'php',
        args: [traits.console, ...args, ...(traits.consoleOptions ?? [])],
        wanted,
        foreign,
      };
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
  const having = going.filter(({ migrations = [] }) => migrations.length > 0);
  if (having.length === 0) return [];
  const shipped = new Set(catalogIds(context.doors.files, context.catalog));
  const all = having.map((ledger) => ({ ...ledger, foreign: !shipped.has(ledger.integration) }));
  return migrationRuns(context, all, files, { direction: 'down', wanted });
}
