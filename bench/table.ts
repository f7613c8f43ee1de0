import os from 'node:os';
import type { Row } from './timing.ts';

const HEADS = ['What', 'Ratio (quartiles)', 'Measured', 'Goal', ''];

const WHERE_TIME_GOES = `## Where the time goes

A command first pays for the start of Node.js and for its own code. The program is bundled into chunks, each loaded when it is needed, and what V8
compiles of a chunk is kept in the user's cache (beside the program where that was built here): this is what \`--version\`, \`--help\` and most of \`survey\` come to.
\`survey\` then reads manifests, settings and the modules that joints are in, while git tells the state of the work tree. \`browse\` holds every way of every definition
against every side of every workspace; most of that goes into reading PHP and YAML of workspaces that have them. A preview adds the choice of versions and the
edits; it asks nobody while what the registry said is fresh. Beside the package manager's run and a proof, an attach costs what its preview does and a few flushes to the disk.
`;

/** All rows as one table: for a terminal, and as the page docs/performance.md with the machine that it was measured on. */
export function tableOf(groups: readonly (readonly [string, readonly Row[]])[]): { shown: string; page: string } {
  const rows = groups.flatMap(([, own]) => own.map((one) => cellsOf(one)));
  const widths = HEADS.map((head, at) => Math.max(head.length, ...rows.map((row) => row[at]?.length ?? 0)));
  const line = (cells: readonly string[]): string =>
    cells
      .map((cell, at) => cell.padEnd(widths[at] ?? 0))
      .join('  ')
      .trimEnd();
  const shown = [line(HEADS), ...groups.flatMap(([name, own]) => ['', name, ...own.map((one) => line(cellsOf(one)))])];
  const sections = groups.map(([name, own]) =>
    [
      `## ${name}`,
      '',
      `| ${['What', 'Ratio (quartiles)', 'Measured', 'Goal', 'Verdict'].join(' | ')} |`,
      '| --- | --- | --- | --- | --- |',
      ...own.map((one) => `| ${cellsOf(one).join(' | ')} |`),
    ].join('\n'),
  );
  const page = [
    '# Performance',
    '',
    'Written by `npm run bench`.',
    machine(),
    '',
    sections.join('\n\n'),
    '',
    WHERE_TIME_GOES,
  ];
  return { shown: `${shown.join('\n')}\n\n${machine()}\n`, page: page.join('\n') };
}

function cellsOf({ what, ratio, measured, goal, verdict }: Row): string[] {
  return [what, ratio, measured, goal, verdict];
}

/** What it was measured on, since only ratios travel. */
function machine(): string {
  const [cpu] = os.cpus();
  const memory = Math.round(os.totalmem() / 2 ** 30);
  return `Measured on ${os.cpus().length} × ${cpu?.model.trim() ?? 'an unknown processor'}, ${memory} GB, ${os.type()} ${os.release().split('-')[0]}, Node.js ${process.version}. Ratios are medians of pairs that were run in turn on this machine; absolute times are only told for scale.`;
}
