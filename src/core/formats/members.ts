import { indentAt, lineStart } from '../text/positions.ts';
import type { Splice } from '../text/splices.ts';

/** A bracketed, comma-separated list in JSON or a script: an array, an object, a list of specifiers. */
export interface Container {
  /** Offset directly behind the opening bracket. */
  open: number;
  /** Offset of the closing bracket. */
  close: number;
  children: readonly { start: number; end: number }[];
  bracket: '[' | '{';
}

export interface MemberStyle {
  indent: string;
  eol: string;
  /** Whether the last of several lines ends in a comma where the list itself does not show it. */
  trailingComma: boolean;
}

/** Text of the new member; its own further lines begin with `indent`. */
export type MakeMember = (indent: string) => string;

/** Puts a member in before the child at `index` (or last), on a line of its own where its siblings have one. */
export function insertMember(
  text: string,
  container: Container,
  index: number,
  make: MakeMember,
  style: MemberStyle,
): Splice[] {
  const next = container.children[index];
  const last = container.children.at(-1);
  if (!last) return insertFirst(text, container, make, style);
  if (!next) return appendMember(text, container, last, make, style);
  const ownLine = text.slice(lineStart(text, next.start), next.start).trim() === '';
  const indent = indentAt(text, next.start);
  const at = ownLine
    ? aboveComments(text, next.start, container.children[index - 1]?.end ?? container.open)
    : next.start;
  return [{ at, removed: '', inserted: `${make(indent)},${ownLine ? style.eol + indent : ' '}` }];
}

/** The start of the comments that stand in lines of their own right above a member: they belong to it. */
function aboveComments(text: string, start: number, from: number): number {
  let at = start;
  for (;;) {
    const line = lineStart(text, at);
    const above = lineStart(text, line - 1);
    if (line === 0 || above <= from) return at;
    const words = text.slice(above, line).trim();
    if (!words.startsWith('//') && !/^\/\*.*\*\/$/.test(words)) return at;
    at = above + text.slice(above, line).search(/\S/);
  }
}

/** Takes the child at `index` out with the separator that came with it. */
export function removeMember(text: string, container: Container, index: number): Splice[] {
  const { children, open, close } = container;
  const child = children[index];
  if (!child) return [];
  const cut = (from: number, to: number): Splice[] => [{ at: from, removed: text.slice(from, to), inserted: '' }];
  const next = children[index + 1];
  const previous = children[index - 1];
  if (next) return cut(child.start, next.start);
  if (!previous) return cut(open, close);
  const own = commaBetween(text, child.end, close);
  const before = commaBetween(text, previous.end, child.start) ?? previous.end;
  // A comment behind the previous member, on its line, belongs to it and stays.
  const from = afterLineComment(text, before + 1, child.start);
  if (own !== undefined) return cut(from, own + 1);
  return [...cut(before, before + 1), ...cut(from, child.end)];
}

function insertFirst(
  text: string,
  { open, close, bracket }: Container,
  make: MakeMember,
  style: MemberStyle,
): Splice[] {
  const inner = text.slice(open, close);
  const outer = indentAt(text, open);
  const comma = style.trailingComma ? ',' : '';
  if (inner.trim() !== '') {
    // Only comments inside: they stay, what is new follows them.
    const at = open + inner.trimEnd().length;
    if (!inner.includes('\n')) return [{ at, removed: '', inserted: ` ${make(outer)}` }];
    const own = indentAt(text, at);
    const indent = own.length > outer.length ? own : outer + style.indent;
    return [{ at, removed: '', inserted: style.eol + indent + make(indent) + comma }];
  }
  if (bracket === '[' && !inner.includes('\n')) return [{ at: open, removed: inner, inserted: make(outer) }];
  const indent = outer + style.indent;
  const inserted = style.eol + indent + make(indent) + comma + style.eol + outer;
  return [{ at: open, removed: inner, inserted }];
}

function appendMember(
  text: string,
  { open, close }: Container,
  last: { start: number; end: number },
  make: MakeMember,
  style: MemberStyle,
): Splice[] {
  const comma = commaBetween(text, last.end, close);
  const ownLine = text.slice(open, last.start).includes('\n');
  const indent = indentAt(text, last.start);
  const value = (ownLine ? style.eol + indent : ' ') + make(indent);
  if (comma !== undefined) {
    const at = ownLine ? afterLineComment(text, comma + 1, close) : comma + 1;
    return [{ at, removed: '', inserted: `${value},` }];
  }
  const behind = ownLine ? afterLineComment(text, last.end, close) : last.end;
  if (behind === last.end) return [{ at: last.end, removed: '', inserted: `,${value}` }];
  return [
    { at: last.end, removed: '', inserted: ',' },
    { at: behind, removed: '', inserted: value },
  ];
}

/** The offset of a comma between two offsets, comments passed over. */
export function commaBetween(text: string, from: number, to: number): number | undefined {
  let at = from;
  while (at < to) {
    if (text[at] === ',') return at;
    if (text.startsWith('//', at)) at = endOf(text, '\n', at);
    else if (text.startsWith('/*', at)) at = endOf(text, '*/', at);
    else at += 1;
  }
  return undefined;
}

/** Behind a comment that follows on the same line, if one does; else `from`. */
export function afterLineComment(text: string, from: number, to = text.length): number {
  const line = text.slice(from, Math.min(endOf(text, '\n', from), to));
  const match = /^[ \t]*(\/\/[^\r\n]*|\/\*(?:(?!\*\/)[^\r\n])*\*\/(?=[ \t]*(?:\r?\n|$)))/.exec(line);
  return match ? from + match[0].length : from;
}

function endOf(text: string, needle: string, from: number): number {
  const at = text.indexOf(needle, from);
  return at === -1 ? text.length : at + needle.length;
}
