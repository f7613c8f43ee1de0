import type { MigrationRun } from './change-set.ts';

/** The command of a migration, as a developer types it in its workspace. */
export function typedMigration({ command, args }: Pick<MigrationRun, 'command' | 'args'>): string {
  return [command, ...args].map((part) => (/[\\\s]/.test(part) ? `'${part}'` : part)).join(' ');
}

/** What becomes of what a migration has made in a database, in words. */
export function tablesInWords({ file, holds, wanted }: MigrationRun): string {
  return wanted
    ? `${file} is rolled back in the project's database first. Lost for good: ${holds}.`
    : `What ${file} made in the database stays: ${holds}. --with-data rolls the migration back first.`;
}
