import pc from 'picocolors';
import type { ChangeSet, MigrationRun, ScriptRun } from '../../core/change/change-set.ts';
import { typedMigration } from '../../core/change/migration.ts';
import { hint } from './blocks.ts';
import { laidOut } from './columns.ts';
import plainWidth from './plain-width.ts';
import { printable } from './printable.ts';

const BY: Record<ScriptRun['by'], string> = {
  manager: 'a script of the project: the package manager runs it whenever it installs',
  git: 'a hook of the project: git runs it before each commit',
  people: 'a script of the project: runs when you ask for it',
};

/** What runs in a copy can do, and what it is given there. */
export const REACH = [
  'What runs in a copy runs as you: it can reach your files and the network.',
  'Secrets that Ligament put in are made up there; all other values stay.',
];

/** Something that will run: what would be typed, and what it is for. */
export interface Run {
  command: string;
  purpose: string;
  /** In a copy of the project. */
  inCopy?: boolean;
}

/** All that will run: in the project itself, in order, then in a copy of it. */
export function runsOf(changes: ChangeSet): Run[] {
  const { installs, proofs, commands: own = [], scripts = [], stale = [] } = changes;
  const copies = proofs.flatMap((task) =>
    (task.runs ?? []).map((one): [string, Run] => [
      one,
      { command: one, purpose: `in a copy of the project${needs(task.foreign && task.ownCode)}`, inCopy: true },
    ]),
  );
  return [
    ...migrationRuns(changes, 'down'),
    ...installs.map(({ command, args, folder, purpose }) => ({
      command: [command, ...args].join(' '),
      purpose: `${purpose}${placed(folder)}`,
    })),
    ...own.map(({ program, args, purpose, workspace, foreign }) => ({
      command: [program, ...args].join(' '),
      purpose: `${purpose}${placed(workspace)}${needs(foreign)}`,
    })),
    ...scripts.map(({ name, command, by, foreign }) => ({
      command: `${name}: ${command}`,
      purpose: `${BY[by]}${by === 'people' ? '' : needs(foreign)}`,
    })),
    ...stale.map((file) => ({
      command: `(removes ${file})`,
      purpose: 'a cache, which the framework makes again when it starts',
    })),
    ...migrationRuns(changes, 'up'),
    ...new Map(copies).values(),
  ];
}

/** The same for a terminal. */
export function commandsBlock(changes: ChangeSet): string {
  const runs = runsOf(changes);
  const rows = runs.map(({ command, purpose }) => [`  ${printable(command)}`, pc.dim(printable(purpose))]);
  const reach = runs.some(({ inCopy }) => inCopy) ? REACH.flatMap((line) => hint(line)) : [];
  return [...inLines(rows), ...reach].join('\n');
}

const MIGRATES: Record<MigrationRun['direction'], string> = {
  up: "migrates the project's database, by code of the project",
  down: "rolls its migration back in the project's database first, by code of the project",
};

/** Those that are run, and those that come and are not. */
function migrationRuns({ migrations = [] }: ChangeSet, direction: MigrationRun['direction']): Run[] {
  return migrations
    .filter((one) => one.direction === direction && (one.wanted || direction === 'up'))
    .map((one) => {
      const when = one.wanted ? needs(one.foreign) : '; only with --with-data';
      return { command: typedMigration(one), purpose: `${MIGRATES[direction]}${placed(one.workspace)}${when}` };
    });
}

function placed(folder: string): string {
  return folder === '.' ? '' : `, in ${folder}`;
}

function needs(foreign: boolean | undefined): string {
  return foreign ? '; only with --allow-commands' : '';
}

// Beside longer commands no screen has room for what they are for.
const LONGEST_BESIDE = 60;

/** Commands with what they are for beside them, or below where one of them is long. */
function inLines(rows: readonly (readonly string[])[]): string[] {
  if (rows.every(([command = '']) => plainWidth(command) <= LONGEST_BESIDE)) return laidOut(rows);
  return rows.flatMap(([command = '', purpose = '']) => [command, `    ${purpose}`]);
}
