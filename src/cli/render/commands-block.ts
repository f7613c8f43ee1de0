import pc from 'picocolors';
import type { ChangeSet, MigrationRun, ScriptRun } from '../../core/change/change-set.ts';
import { typedMigration } from '../../core/plan/shared/migration-runs.ts';
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
  const { installs, proofs, commands: own = [], scripts = [], stale = [], migrations = [] } = changes;
  const rows = installs.map(({ command, args, folder, purpose }) => [
    `  ${[command, ...args].join(' ')}`,
    pc.dim(`${purpose}${folder === '.' ? '' : `, in ${printable(folder)}`}`),
  ]);
  for (const { program, args, purpose, workspace, foreign } of own) {
    const where = workspace === '.' ? '' : `, in ${workspace}`;
    rows.push([
      `  ${printable([program, ...args].join(' '))}`,
      pc.dim(printable(`${purpose}${where}${needs(foreign)}`)),
    ]);
  }
  for (const { name, command, by, foreign } of scripts)
    rows.push([`  ${printable(`${name}: ${command}`)}`, pc.dim(`${BY[by]}${by === 'people' ? '' : needs(foreign)}`)]);
  for (const file of stale)
    rows.push([`  (removes ${printable(file)})`, pc.dim('a cache, which the framework makes again when it starts')]);
  for (const one of migrations)
    if (one.wanted || one.direction === 'up')
      rows.splice(one.direction === 'down' ? 0 : rows.length, 0, [
        `  ${printable(typedMigration(one))}`,
        pc.dim(`${MIGRATES[one.direction]}${one.wanted ? needs(one.foreign) : '; only with --with-data'}`),
      ]);
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
