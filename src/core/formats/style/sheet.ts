import postcss, { type AtRule, type ChildNode, type Container, type Root } from 'postcss';
import { parse as parseScss } from 'postcss-scss';
import { lineStart } from '../../text/positions.ts';
import type { Splice } from '../../text/splices.ts';
import { refused, type Outcome, type Surroundings } from '../format.ts';
import { bracketDepth } from '../nesting.ts';

/** A style sheet that has been read: CSS, or SCSS by its file's ending. */
export interface Sheet {
  text: string;
  root: Root;
  /** What a byte order mark shifts every offset by. */
  shift: number;
  language: 'css' | 'scss';
}

const MOST_LEVELS = 500;

export function parseSheet(text: string, around: Surroundings, handwork: string): Sheet | Outcome {
  const language = /\.(css|pcss|postcss)$/.test(around.file)
    ? 'css'
    : around.file.endsWith('.scss')
      ? 'scss'
      : undefined;
  if (language === undefined)
    return refused(text, undefined, 'this sheet is of a language that cannot be edited safely', handwork);
  if (bracketDepth(text) > MOST_LEVELS) return refused(text, 0, 'it is nested too deeply', handwork);
  const shift = text.startsWith('\uFEFF') ? 1 : 0;
  const body = text.slice(shift);
  try {
    return { text, root: language === 'css' ? postcss.parse(body) : parseScss(body), shift, language };
  } catch (error) {
    const at = error instanceof postcss.CssSyntaxError ? offsetOf(text, error) : undefined;
    const why = error instanceof postcss.CssSyntaxError ? error.reason : 'nested too deeply';
    return refused(text, at, `it is not valid ${language.toUpperCase()} (${why})`, handwork);
  }
}

function offsetOf(text: string, error: { line?: number; column?: number }): number {
  let at = 0;
  for (let line = 1; line < (error.line ?? 1); line += 1) at = text.indexOf('\n', at) + 1;
  return at + (error.column ?? 1) - 1;
}

export function startOf(sheet: Sheet, node: ChildNode): number {
  return (node.source?.start?.offset ?? 0) + sheet.shift;
}

/** Behind a node and the semicolon that ends it. */
export function endOf(sheet: Sheet, node: ChildNode): number {
  const end = (node.source?.end?.offset ?? 0) + sheet.shift;
  return sheet.text[end] === ';' && sheet.text[end - 1] !== ';' ? end + 1 : end;
}

/** Cuts a node with its line, where it has one of its own; `gap`: with the blank lines before it. */
export function cutNode(sheet: Sheet, node: ChildNode, gap = false): Splice {
  const { text } = sheet;
  const start = startOf(sheet, node);
  const end = endOf(sheet, node);
  const first = Math.max(lineStart(text, start), sheet.shift);
  const lineBreak = /^[ \t]*(\r?\n|$)/.exec(text.slice(end, end + 500));
  if (text.slice(first, start).trim() !== '' || !lineBreak) {
    // Of the blanks around it, those behind it stay.
    const from = /\s/.test(text[end] ?? '') ? text.slice(0, start).trimEnd().length : start;
    return { at: from, removed: text.slice(from, end), inserted: '' };
  }
  let from = first;
  if (gap) from -= /(?:^|(?<=\n))(?:[ \t]*\r?\n)+$/.exec(text.slice(Math.max(0, first - 500), first))?.[0].length ?? 0;
  const blank =
    from === sheet.shift ? (/^[ \t]*\r?\n/.exec(text.slice(end + lineBreak[0].length))?.[0].length ?? 0) : 0;
  const to = end + lineBreak[0].length + blank;
  return { at: from, removed: text.slice(from, to), inserted: '' };
}

export function atRules(container: Container, name: string): AtRule[] {
  return (container.nodes ?? []).filter(
    (node): node is AtRule => node.type === 'atrule' && node.name.toLowerCase() === name.toLowerCase(),
  );
}

/** Text in which spacing says nothing, so that two can be compared. */
export function normal(text: string): string {
  return text
    .replaceAll(/\s+/g, ' ')
    .replaceAll(/\s*([,:>()])\s*/g, '$1')
    .replaceAll("'", '"')
    .trim();
}

/** The source that an @import or @use names. */
export function sourceOf(node: AtRule): string | undefined {
  const match = /^\s*(?:url\(\s*)?(?:"([^"]*)"|'([^']*)'|([^\s"')]+))/i.exec(node.params);
  return match?.[1] ?? match?.[2] ?? match?.[3];
}

/** The quotes of the sheet's own imports, else those of its declarations and selectors, else double ones. */
export function quoteOf(text: string): string {
  const code = text.replace(/\/\*[\s\S]*?(\*\/|$)/g, '');
  const own = /@(?:import|use|forward)\s+(?:url\()?(["'])/.exec(code)?.[1];
  if (own !== undefined) return own;
  return (code.match(/'/g) ?? []).length > (code.match(/"/g) ?? []).length ? "'" : '"';
}

/** Behind the comments that open a sheet, if a blank line parts them from the first rule; else its very start. */
export function afterHeader(sheet: Sheet): number {
  const { text, shift } = sheet;
  let at = shift;
  for (const node of sheet.root.nodes) {
    if (node.type !== 'comment') break;
    const end = endOf(sheet, node);
    const gap = /^\s*/.exec(text.slice(end))?.[0] ?? '';
    if ((gap.match(/\n/g) ?? []).length >= 2 || end + gap.length === text.length) at = end + gap.length;
  }
  return at;
}

/** Puts a statement behind another one, or where the sheet's first statement belongs. */
export function placeStatement(sheet: Sheet, behind: ChildNode | undefined, statement: string, eol: string): Splice {
  const { text, shift } = sheet;
  if (behind) return { at: endOf(sheet, behind), removed: '', inserted: eol + statement };
  const at = afterHeader(sheet);
  const rest = text.slice(at);
  const gap = rest.trim() === '' ? (text.trim() === '' ? eol : '') : eol + eol;
  const lead = at > shift && rest.trim() === '' && !text.endsWith('\n') ? eol : '';
  return { at, removed: '', inserted: lead + statement + gap };
}
