import { lineStart } from './positions.ts';
import type { Splice } from './splices.ts';

// White space at a line's end is short; a slice keeps the look at it from growing with the text.
const MOST_BLANKS = 500;

/** Whether a part of a text has its line, or its lines, to itself. */
export function hasOwnLine(text: string, start: number, end: number): boolean {
  return (
    text.slice(lineStart(text, start), start).replace('\uFEFF', '').trim() === '' &&
    lineBreakBehind(text, end) !== undefined
  );
}

/** Cuts a part of a text, with its line where it has one of its own. */
export function cutWithLine(text: string, start: number, end: number): Splice {
  const lineBreak = lineBreakBehind(text, end);
  const from = Math.max(lineStart(text, start), text.startsWith('\uFEFF') ? 1 : 0);
  const alone = lineBreak !== undefined && text.slice(from, start).trim() === '';
  const [at, to] = alone ? [from, end + lineBreak] : [start, end];
  return { at, removed: text.slice(at, to), inserted: '' };
}

/** How long the blanks and the line break behind an offset are, where nothing else follows on its line. */
function lineBreakBehind(text: string, end: number): number | undefined {
  return /^[ \t]*(\r?\n|$)/.exec(text.slice(end, end + MOST_BLANKS))?.[0].length;
}
