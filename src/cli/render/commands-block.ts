import pc from 'picocolors';
import type { ChangeSet, MigrationRun, ScriptRun } from '../../core/change/change-set.ts';
import { typedMigration } from '../../core/change/migration.ts';
import { columns } from './columns.ts';
import plainWidth from './plain-width.ts';
import { printable } from './printable.ts';

const BY: Record<ScriptRun['by'], string> = {
  manager: 'a script of the project: the package manager runs it whenever it installs',
  git: 'a hook of the project: git runs it before each commit',
  people: 'a script of the project: runs when you ask for it',
};

const REACH = [
  'What runs in a copy runs as you: it can reach your files and the network.',
  'Secrets that Ligament put in are made up there; all other values stay.',
];

/** All that will run: in the project itself, and in a copy of it. */
export function commandsBlock(changes: ChangeSet): string {
  const { installs, proofs, commands: own = [], scripts = [], stale = [] } = changes;
  const rows = migrationRows(changes, 'down');
  for (const { command, args, folder, purpose } of installs)
    rows.push([`  ${[command, ...args].join(' ')}`, pc.dim(`${purpose}${placed(folder)}`)]);
  for (const { program, args, purpose, workspace, foreign } of own) {
    const words = `${printable(purpose)}${placed(workspace)}${needs(foreign)}`;
    rows.push([`  ${printable([program, ...args].join(' '))}`, pc.dim(words)]);
  }
  for (const { name, command, by, foreign } of scripts)
    rows.push([`  ${printable(`${name}: ${command}`)}`, pc.dim(`${BY[by]}${by === 'people' ? '' : needs(foreign)}`)]);
  for (const file of stale)
    rows.push([`  (removes ${printable(file)})`, pc.dim('a cache, which the framework makes again when it starts')]);
  rows.push(...migrationRows(changes, 'up'));
  const copies = proofs.flatMap((task) =>
    (task.runs ?? []).map((one) => ({
      one,
      words: `in a copy of the project${needs(task.foreign && task.ownCode)}`,
    })),
  );
  const seen = new Map(copies.map(({ one, words }) => [one, words]));
  rows.push(...[...seen].map(([one, words]) => [`  ${printable(one)}`, pc.dim(words)]));
  const reach = seen.size > 0 ? REACH.map((line) => pc.dim(`  ${line}`)) : [];
  return [...inLines(rows), ...reach].join('\n');
}

const MIGRATES: Record<MigrationRun['direction'], string> = {
  up: "migrates the project's database, by code of the project",
  down: "rolls its migration back in the project's database first, by code of the project",
};

/** Those that are run, and those that come and are not. */
function migrationRows({ migrations = [] }: ChangeSet, direction: MigrationRun['direction']): string[][] {
  return migrations
    .filter((one) => one.direction === direction && (one.wanted || direction === 'up'))
    .map((one) => {
      const when = one.wanted ? needs(one.foreign) : '; only with --with-data';
      return [`  ${printable(typedMigration(one))}`, pc.dim(`${MIGRATES[direction]}${placed(one.workspace)}${when}`)];
    });
}

function placed(folder: string): string {
  return folder === '.' ? '' : `, in ${printable(folder)}`;
}

function needs(foreign: boolean | undefined): string {
  return foreign ? '; only with --allow-commands' : '';
}

// Beside longer commands no screen has room for what they are for.
const LONGEST_BESIDE = 60;

/** Commands with what they are for beside them, or below where one of them is long. */
function inLines(rows: readonly (readonly string[])[]): string[] {
  if (rows.every(([command = '']) => plainWidth(command) <= LONGEST_BESIDE)) return columns(rows);
  return rows.flatMap(([command = '', purpose = '']) => [command, `    ${purpose}`]);
}
