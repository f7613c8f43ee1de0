import type { Options } from 'yargs';
import { specOf } from '../arguments/specs.ts';
import type { AnyCommand } from '../command.ts';
import { optionName, placeName, TOPIC_ROWS, usageOf, type Row } from './rows.ts';

/** The manual page of the program (man(7)): all commands with what they take, the environment, exit statuses. */
export function manualPage(commands: readonly AnyCommand[], shared: ReadonlyMap<string, Options>): string {
  const every = [...shared].map(([name, one]): Row => [optionName(name, one), one.describe ?? '']);
  return [
    '.TH LIGAMENT 1',
    '.SH NAME',
    'ligament \\- attaches integrations to a project that already exists',
    '.SH SYNOPSIS',
    '.B ligament',
    '.I command',
    '[\\fIargument\\fR ...] [\\fIoption\\fR ...]',
    '.SH DESCRIPTION',
    escaped(
      'Every change is previewed exactly, made whole or not at all, proved by the project’s own tools, and taken out again without a trace.',
    ),
    '.SH COMMANDS',
    ...commands.flatMap((one) => commandPart(one)),
    '.SH OPTIONS OF EVERY COMMAND',
    ...tagged(every),
    ...TOPIC_ROWS.flatMap(({ heading, rows }) => [`.SH ${heading}`, ...tagged(rows)]),
    '',
  ].join('\n');
}

function commandPart(command: AnyCommand): string[] {
  const spec = specOf(command);
  const own = [...spec.options].map(([name, one]): Row => [optionName(name, one), one.describe ?? '']);
  const places = spec.positionals.map((one): Row => [placeName(one), one.describe]);
  return [
    `.SS ${escaped(`ligament ${usageOf(spec)}`)}`,
    escaped(`${command.describe}.`),
    ...tagged([...places, ...own]),
    ...command.examples.flatMap(([line, does]) => ['.PP', `.B ${escaped(`ligament ${line}`)}`, '.br', escaped(does)]),
  ];
}

function tagged(rows: readonly Row[]): string[] {
  return rows.flatMap(([name, means]) => ['.TP', `.B ${escaped(name)}`, escaped(means)]);
}

/** A text of which nothing is read as a request or an escape. */
function escaped(text: string): string {
  const plain = text.replaceAll('\\', '\\e').replaceAll('-', '\\-').replaceAll('…', '...').replaceAll('’', '\\(cq');
  return /^[.']/.test(plain) ? `\\&${plain}` : plain;
}
