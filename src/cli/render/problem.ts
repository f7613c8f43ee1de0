import pc from 'picocolors';
import { EXIT, type FailedProof, type Problem } from '../../core/problem.ts';
import { wrap } from './columns.ts';
import { screenWidth } from './screen.ts';
import { printable, printableLines } from './printable.ts';

const INDENT = 11;

const HEADS: Record<number, string> = {
  [EXIT.notProved]: 'Not proved',
  [EXIT.wrongUsage]: 'Wrong',
  [EXIT.refused]: 'Refused',
  [EXIT.putBack]: 'Put back',
  [EXIT.recoveryNeeded]: 'Recovery needed',
  [EXIT.interrupted]: 'Interrupted',
};

/** A problem for people: what, where, why, the lines that matter, the handwork, and what to do next. */
export function renderProblem({ parts }: Problem): string {
  const { status, what, where, frame, why, next, handwork, output, proof } = parts;
  const place = where && [where.file, where.line, where.column].filter((part) => part !== undefined).join(':');
  const lines = [`${pc.bold(pc.red(HEADS[status] ?? 'Problem'))}  ${pc.bold(printable(what))}`];
  if (place !== undefined) lines.push(row('where', place));
  if (frame) lines.push(...frameLines(frame));
  if (why) lines.push(row('why', why));
  if (proof) lines.push(...failedProofRows(proof));
  if (output) lines.push(row('output', output));
  if (handwork) lines.push(row('by hand', handwork));
  if (next) lines.push(row('next', next));
  return lines.join('\n');
}

/** Lines with what is wrong underlined: as they are. */
function frameLines(frame: string): string[] {
  return printableLines(frame)
    .split('\n')
    .map((line) => `${' '.repeat(INDENT)}${/^[ ^]+$/.test(line) ? pc.red(line) : line}`);
}

/** What a failed proof was about: what was checked, what was missed, what held before it, and where all output is. */
export function failedProofRows({ promised, checked, missed, held, output, log }: FailedProof): string[] {
  return [
    row('proof', promised),
    row('checked', checked),
    row('missed', missed.join('\n')),
    ...(held.length > 0 ? [row('held', held.join('\n'))] : []),
    ...(output ? [row('output', output)] : []),
    ...(log === undefined ? [] : [row('log', log)]),
  ];
}

/** Handwork and output are exact text and stay as they are; the rest is wrapped to the terminal. */
function row(name: string, text: string): string {
  const width = Math.max(30, screenWidth(process.stderr) - INDENT);
  const exact = name === 'by hand' || name === 'output';
  const lines = printableLines(text)
    .split('\n')
    .flatMap((line) => (exact ? [line] : wrap(line, width)));
  return lines
    .map((line, index) => (index === 0 ? `  ${pc.dim(name.padEnd(INDENT - 3))} ` : ' '.repeat(INDENT)) + line)
    .join('\n');
}
