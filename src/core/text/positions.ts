export interface Position {
  /** Counted from 1. */
  line: number;
  /** Counted from 1, in UTF-16 units. */
  column: number;
}

/** The line and column of an offset (UTF-16 units) in a text; `\n` ends a line, as does `\r\n`. */
export function positionAt(text: string, offset: number): Position {
  let line = 1;
  let start = 0;
  for (let at = text.indexOf('\n'); at !== -1 && at < offset; at = text.indexOf('\n', at + 1)) {
    line += 1;
    start = at + 1;
  }
  return { line, column: offset - start + 1 };
}

/** The offset at which the line that holds `offset` begins. */
export function lineStart(text: string, offset: number): number {
  return text.lastIndexOf('\n', offset - 1) + 1;
}

/** The offset of the line break that ends the line of `offset` (of its `\r` if it has one), or the text's end. */
export function lineEnd(text: string, offset: number): number {
  const at = text.indexOf('\n', offset);
  if (at === -1) return text.length;
  return at > offset && text[at - 1] === '\r' ? at - 1 : at;
}

/** The white space that the line of `offset` begins with. */
export function indentAt(text: string, offset: number): string {
  const start = lineStart(text, offset);
  let end = start;
  while (text[end] === ' ' || text[end] === '\t') end += 1;
  return text.slice(start, end);
}
