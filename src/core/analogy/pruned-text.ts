import { hasOwnLine, cutWithLine } from '../text/own-line.ts';
import { commentAbove } from '../text/comment-above.ts';
import { lineStart } from '../text/positions.ts';
import type { Shape } from './shape.ts';

/** A stretch of a text that goes. */
export interface Stretch {
  start: number;
  end: number;
  /** What comes in its place. */
  by?: string | undefined;
}

// Nothing in the braces of these is `{}`.
const BODIES = new Set(['ClassBody', 'BlockStatement', 'FunctionBody', 'TSInterfaceBody']);

/** The stretches of a text that some parts of its shape take up, with what parts them from those that stay. */
export function stretchesOf(text: string, shape: Shape, cut: ReadonlySet<Shape>): Stretch[] {
  const found: Stretch[] = [];
  const open = [shape];
  for (let next = open.pop(); next; next = open.pop()) {
    const { members = [], slots } = next;
    const kept = members.filter((one) => !cut.has(one));
    if (kept.length < members.length) found.push(...stretchesIn(text, next, members, cut));
    open.push(...kept, ...slots);
  }
  return joined(found);
}

function stretchesIn(text: string, around: Shape, members: readonly Shape[], cut: ReadonlySet<Shape>): Stretch[] {
  const isTag = around.kind === 'tag' || around.kind === 'JSXOpeningElement';
  const onOneLine = isTag || around.kind === 'ImportDeclaration' ? onOneLineOf(text, around, members, cut) : undefined;
  if (onOneLine) return onOneLine;
  if (isTag && members.every((one) => cut.has(one))) return bareTag(text, around, members);
  if (around.kind === 'ImportDeclaration') return specifierStretches(text, around, members, cut);
  const isEmptied = BODIES.has(around.kind) && members.every((one) => cut.has(one));
  const lastFirm = around.kind === 'arguments' ? around.slots.at(-1) : undefined;
  const lastMember = members.at(-1);
  if (lastFirm && lastMember && members.every((one) => cut.has(one)))
    return [{ start: lastFirm.end, end: lastMember.end }];
  if (around.parted === 'comma' || isEmptied) return commaStretches(text, members, cut);
  return members.filter((one) => cut.has(one)).map((one) => lineStretch(text, around, one, members));
}

// What all formatters leave on one line.
const NARROWEST = 80;

/**
 * The gaps of a list that stood on lines of its own, where what is left of it fits on one; undefined where it did not, does not, or has
 * more in it than its members.
 */
function onOneLineOf(
  text: string,
  { start, end, kind }: Shape,
  all: readonly Shape[],
  cut: ReadonlySet<Shape>,
): Stretch[] | undefined {
  const isImport = kind === 'ImportDeclaration';
  const members = isImport ? all.filter((one) => one.kind === 'ImportSpecifier') : all;
  const kept = members.filter((one) => !cut.has(one));
  const [first] = members;
  const last = members.at(-1);
  if (!first || !last || kept.length === 0 || members.length < all.length) return undefined;
  const open = first.start - (/\s*$/.exec(text.slice(0, first.start))?.[0].length ?? 0);
  const close = last.end + (/^\s*,?\s*/.exec(text.slice(last.end))?.[0].length ?? 0);
  const length = kept.reduce((sum, one) => sum + one.end - one.start + 2, 0);
  const around = open - lineStart(text, start) + (end - close);
  if (!text.slice(open, close).includes('\n') || around + length > NARROWEST) return undefined;
  const between = isImport ? ', ' : ' ';
  const tail = isImport || text.startsWith('/>', close) ? ' ' : '';
  return kept
    .map((one, at): Stretch => {
      const before = kept[at - 1];
      return { start: before?.end ?? open, end: one.start, by: before ? between : ' ' };
    })
    .concat([{ start: kept.at(-1)?.end ?? open, end: close, by: tail }]);
}

/** A tag without its attributes is closed right behind its name. */
function bareTag(text: string, { end }: Shape, members: readonly Shape[]): Stretch[] {
  const [first] = members;
  const last = members.at(-1);
  if (!first || !last) return [];
  const lead = /\s*$/.exec(text.slice(0, first.start))?.[0].length ?? 0;
  const tail = /^\s*/.exec(text.slice(last.end, end))?.[0].length ?? 0;
  const isClosed = text.startsWith('/>', last.end + tail);
  return [{ start: first.start - lead, end: last.end + tail, by: isClosed ? ' ' : '' }];
}

/** Whole lines where a part has some to itself, with a comment that stands right above; else the part and the blanks before it. */
function lineStretch(text: string, around: Shape, { start, end }: Shape, members: readonly Shape[]): Stretch {
  if (around.kind === 'async' || !hasOwnLine(text, start, end)) {
    const lead = /\s*$/.exec(text.slice(0, start))?.[0].length ?? 0;
    return { start: around.kind === 'tag' || around.kind === 'JSXOpeningElement' ? start - lead : start, end };
  }
  const { at, removed } = cutWithLine(text, start, end);
  const floor = Math.max(around.start, ...members.filter((one) => one.end <= start).map((one) => one.end));
  return { start: commentAbove(text, floor, at), end: at + removed.length };
}

function commaStretches(text: string, members: readonly Shape[], cut: ReadonlySet<Shape>): Stretch[] {
  const kept = members.filter((one) => !cut.has(one));
  const [first] = members;
  const last = members.at(-1);
  if (!first || !last) return [];
  if (kept.length === 0) {
    const lead = /\s*$/.exec(text.slice(0, first.start))?.[0].length ?? 0;
    const tail = /^\s*,?\s*/.exec(text.slice(last.end))?.[0].length ?? 0;
    return [{ start: first.start - lead, end: last.end + tail }];
  }
  return members.flatMap((one, at): Stretch[] => {
    if (!cut.has(one)) return [];
    const next = members[at + 1];
    if (next && members.slice(at + 1).some((each) => !cut.has(each))) return [{ start: one.start, end: next.start }];
    const before = members.slice(0, at).findLast((each) => !cut.has(each));
    return [{ start: before?.end ?? one.start, end: one.end }];
  });
}

/** What is imported by default stands outside of the braces. */
function specifierStretches(
  text: string,
  { end }: Shape,
  members: readonly Shape[],
  cut: ReadonlySet<Shape>,
): Stretch[] {
  const named = members.filter(({ kind }) => kind === 'ImportSpecifier');
  const others = members.filter(({ kind }) => kind !== 'ImportSpecifier');
  const found = named.some((one) => !cut.has(one)) ? commaStretches(text, named, cut) : [];
  const [firstNamed] = named;
  const open = firstNamed ? text.lastIndexOf('{', firstNamed.start) : end;
  if (named.length > 0 && named.every((one) => cut.has(one))) {
    const close = text.indexOf('}', named.at(-1)?.end ?? open) + 1;
    found.push({ start: others.at(-1)?.end ?? open, end: close });
  }
  for (const one of others) if (cut.has(one)) found.push({ start: one.start, end: firstNamed ? open : one.end });
  return found;
}

function joined(stretches: readonly Stretch[]): Stretch[] {
  const result: Stretch[] = [];
  for (const one of [...stretches].sort((a, b) => a.start - b.start || b.end - a.end)) {
    const last = result.at(-1);
    if (last && one.start <= last.end) last.end = Math.max(last.end, one.end);
    else result.push({ ...one });
  }
  return result;
}

/**
 * A text with other words in some places, and without some stretches: blank lines that are left at the edges of blocks, or beside each
 * other, go too. A place that is in a stretch goes with it.
 */
export function rewritten(text: string, words: readonly Stretch[], cut: readonly Stretch[]): string {
  const all = [...words.map((one) => ({ ...one, isCut: false })), ...cut.map((one) => ({ ...one, isCut: true }))];
  let result = '';
  let from = 0;
  for (const { start, end, by = '', isCut } of all.sort(
    (a, b) => a.start - b.start || Number(b.isCut) - Number(a.isCut),
  )) {
    if (!isCut && start < from) continue;
    result += text.slice(from, start) + by;
    from = end;
    if (!isCut) continue;
    // A blank line before what goes and one behind it would stand beside each other, or at the edge of a block.
    if (/(^|\n)[ \t]*\r?\n$|^$|[{(>\]]\r?\n$/.test(result))
      from += /^([ \t]*\r?\n)*/.exec(text.slice(from))?.[0].length ?? 0;
    result = result.replace(/([{([>]\r?\n)([ \t]*\r?\n)+$/, '$1');
    if (/^\s*([})]|<\/|$)/.test(text.slice(from))) result = result.replace(/(\r?\n)([ \t]*\r?\n)+$/, '$1');
  }
  return result + text.slice(from);
}
