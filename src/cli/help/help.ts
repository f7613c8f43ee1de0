import path from 'node:path';
import { fileURLToPath } from 'node:url';
import pc from 'picocolors';
import type { Options } from 'yargs';
import { specOf, type CommandSpec } from '../arguments/specs.ts';
import type { AnyCommand } from '../command.ts';
import { version } from '../version.ts';
import { pad, wrap } from '../render/columns.ts';
import { screenWidth } from '../render/screen.ts';
import { GROUPS } from '../shared-options.ts';
import { optionName, placeName, TOPIC_ROWS, usageOf, type Row } from './rows.ts';

/** What the program is, all its commands in a line each, and where to read on. */
export function overview(commands: readonly AnyCommand[]): string {
  const rows = commands.map(({ usage, describe }): Row => [usage.split(' ')[0] ?? '', describe]);
  return [
    `${pc.bold('ligament')} ${version()} attaches integrations to the project that you stand in: previewed, all or nothing, proved, removable.`,
    '',
    ...rowsOf(rows),
    '',
    ...rowsOf([
      ['help COMMAND', 'All about one command; also: help environment, help statuses'],
      ['--version, -V', 'The version'],
    ]),
    '',
    ...pathsOf([
      ['First', 'ligament survey'],
      ['Then', 'ligament browse'],
      ['Read on', docs()],
    ]),
  ].join('\n');
}

function pathsOf(rows: readonly Row[]): string[] {
  return rows.map(([left, right]) => `  ${pc.dim(pad(left, 8))} ${right}`);
}

/** Where the documentation is that came with the program. */
function docs(): string {
  return path.join(path.dirname(fileURLToPath(import.meta.url)), '..', 'docs');
}

/** All about one command: what it does, examples, what it takes. `shared` are the options that every command takes. */
export function helpFor(command: AnyCommand, shared: ReadonlyMap<string, Options>): string {
  const spec = specOf(command);
  const own = new Map(spec.options);
  // These say the same everywhere, and matter everywhere.
  for (const name of ['cwd', 'json', 'quiet', 'verbose', 'help'])
    if (!own.has(name)) own.set(name, shared.get(name) ?? {});
  const without = [...shared].filter(([name]) => !own.has(name)).map(([name, one]) => optionName(name, one));
  return [
    pc.bold(`ligament ${usageOf(spec)}`),
    ...wrap(`${command.describe}.`, screenWidth()),
    '',
    ...command.examples.flatMap(([line, does]) => [
      ...wrap(`ligament ${line}`, screenWidth() - 4).map((one, index) => `  ${index === 0 ? '' : '  '}${pc.cyan(one)}`),
      ...wrap(does, screenWidth() - 4).map((one) => `    ${pc.dim(one)}`),
    ]),
    ...GROUPS.flatMap((group) => groupOf(group, spec, own)),
    ...(without.length > 0
      ? ['', ...wrap(`Taken as well, with nothing to do here: ${without.join(', ')}.`, screenWidth())]
      : []),
  ].join('\n');
}

function groupOf(group: string, { positionals }: CommandSpec, options: ReadonlyMap<string, Options>): string[] {
  const places = group === 'What' ? positionals.map((one): Row => [placeName(one), one.describe]) : [];
  const rows = [...options]
    .filter(([, one]) => one.group === group)
    .map(([name, one]): Row => [optionName(name, one), one.describe ?? '']);
  return places.length + rows.length === 0 ? [] : ['', pc.underline(group), ...rowsOf([...places, ...rows])];
}

const WIDEST_LEFT = 26;

/** Names beside what they mean; on a narrow screen, or where a name is long, below each other. */
function rowsOf(rows: readonly Row[]): string[] {
  const width = screenWidth();
  const left = Math.min(WIDEST_LEFT, Math.max(...rows.map(([name]) => name.length)));
  if (width < left + 30)
    return rows.flatMap(([name, means]) => [
      `  ${pc.bold(name)}`,
      ...wrap(means, width - 6).map((one) => `      ${one}`),
    ]);
  return rows.flatMap(([name, means]) => {
    const lines = wrap(means, width - left - 5);
    const [first = '', ...more] = name.length > left ? ['', ...lines] : lines;
    return [`  ${pad(pc.bold(name), left)}  ${first}`.trimEnd(), ...more.map((one) => ' '.repeat(left + 4) + one)];
  });
}

/** What can be asked about besides commands. */
export const TOPICS: Readonly<Record<string, () => string>> = Object.fromEntries(
  TOPIC_ROWS.map(({ topic, about, rows }) => [topic, () => [about, '', ...rowsOf(rows)].join('\n')]),
);
