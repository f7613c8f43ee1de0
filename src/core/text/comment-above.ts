import { lineStart } from './positions.ts';

const MARKS = /^(\/\/|\/\*|<!--.*-->$)/;

/**
 * Where the comment begins that stands right above an offset at the start of a line; the offset itself where there is none, or where
 * it is the one at the top of the text, which is about all of it. `marks` tells what a comment begins with.
 */
export function commentAbove(text: string, floor: number, at: number, marks = MARKS): number {
  let from = at;
  for (let line = lineStart(text, from - 1); line >= floor && from > floor; line = lineStart(text, from - 1)) {
    const words = text.slice(line, from).trim();
    const open = words.endsWith('*/') ? text.lastIndexOf('/*', from) : line;
    const isWhole = open >= floor && text.slice(lineStart(text, open), open).trim() === '';
    if (!isWhole || !marks.test(text.slice(open, from).trim())) break;
    from = lineStart(text, open);
    if (from === 0) return at;
  }
  return from;
}
