import type { CodeStyle } from '../../text/code-style.ts';
import { indentAt, lineStart } from '../../text/positions.ts';
import type { Splice } from '../../text/splices.ts';
import { afterLineComment } from '../members.ts';
import type { Node, Script } from './syntax.ts';

/** A statement that nothing on the next line can run into (ECMA-262, section 12.10: automatic semicolon insertion). */
export function guarded(statement: string, text: string, at: number): string {
  const next = /^(?:\s|\/\/[^\n]*|\/\*[^]*?\*\/)*(\S)/.exec(text.slice(at, at + 2000))?.[1] ?? '';
  return !statement.startsWith('import') && '([`+-/*.'.includes(next || ' ') ? closed(statement) : statement;
}

export function closed(statement: string): string {
  return statement.endsWith(';') ? statement : `${statement};`;
}

/** Puts a statement on a line of its own behind another one, with the same indentation. */
export function statementBehind(script: Script, node: Node, code: string, style: CodeStyle, gap = false): Splice {
  const { text } = script;
  const indent = indentAt(text, node.start);
  const at = afterLineComment(text, node.end);
  const lines = indentLines(code, indent);
  const open = needsSemicolon(text, node, code) ? ';' : '';
  const lead = open + style.eol + (gap ? style.eol : '') + indent;
  const rest = /^[ \t]*(\r?\n|$)/.test(text.slice(at, at + 2000));
  return { at, removed: '', inserted: lead + guarded(lines, text, at) + (rest ? '' : style.eol + indent) };
}

/** Puts a statement on a line of its own before another one and the comments that belong to it. */
export function statementBefore(script: Script, node: Node, code: string, style: CodeStyle, gap = false): Splice {
  const { text } = script;
  const at = aboveComments(script, node.start);
  const indent = indentAt(text, at);
  const ownLine = text.slice(lineStart(text, at), at).replace('\uFEFF', '').trim() === '';
  const lines = guarded(indentLines(code, indent), text, at);
  if (!ownLine) return { at, removed: '', inserted: `${closed(lines)} ` };
  return { at, removed: '', inserted: lines + style.eol + (gap ? style.eol : '') + indent };
}

/** Code whose further lines begin with an indentation. */
export function indentLines(code: string, indent: string): string {
  return code.replaceAll(/\n(?=[^\r\n])/g, `\n${indent}`);
}

/** Cuts a statement with its line, where it has one of its own; `gap`: with the blank line that parts it from the next. */
export function statementCut(text: string, node: Pick<Node, 'start' | 'end'>, gap = false): Splice {
  const start = lineStart(text, node.start);
  const lineBreak = /^[ \t]*(\r?\n|$)/.exec(text.slice(node.end, node.end + 2000));
  const alone = text.slice(start, node.start).trim() === '' && lineBreak !== null;
  let from = alone ? start : node.start;
  let to = alone ? node.end + lineBreak[0].length : node.end;
  if (alone && gap) {
    const blank = /^[ \t]*\r?\n/.exec(text.slice(to, to + 2000));
    const above = from === 0 || /\n[ \t]*\r?\n$|^\s*$/.test(text.slice(Math.max(0, from - 200), from));
    if (blank && above) to += blank[0].length;
    // What stood last leaves no blank line behind it.
    else if (to === text.length)
      from -= /(?<=\n)(?:[ \t]*\r?\n)+$/.exec(text.slice(Math.max(0, from - 200), from))?.[0].length ?? 0;
  }
  return { at: from, removed: text.slice(from, to), inserted: '' };
}

function needsSemicolon(text: string, node: Node, code: string): boolean {
  if (!/^[([`+\-/]/.test(code)) return false;
  return /(Statement|VariableDeclaration)$/.test(node.type) && text[node.end - 1] !== ';' && text[node.end - 1] !== '}';
}

/** Above the comments that belong to the statement at `start`, but below a header: licence, pragma, or one that stands apart. */
export function aboveComments(script: Script, start: number): number {
  const { text } = script;
  let at = start;
  for (const comment of script.comments.filter((one) => one.end <= start).toReversed()) {
    const between = text.slice(comment.end, at);
    const apart = (between.match(/\n/g) ?? []).length > 1;
    const sameLineCode = text.slice(lineStart(text, comment.start), comment.start).trim() !== '';
    if (between.trim() !== '' || apart || sameLineCode || isHeader(comment.value)) break;
    at = comment.start;
  }
  return at;
}

function isHeader(comment: string): boolean {
  return /^!|@license|licen[cs]e|copyright|SPDX-|@ts-(no)?check|eslint-|@jsx|@flow|prettier-ignore|global |^\/\s*<reference/i.test(
    comment,
  );
}
