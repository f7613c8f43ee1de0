import { commonTo, NAME_MARK, type Likened, type Pruned } from './common.ts';
import { answerIn } from './answer.ts';
import { headingIn } from './heading.ts';
import { stretchesOf, withoutStretches, type Stretch } from './pruned-text.ts';
import { shapesIn, type Shape } from './shape.ts';
import { shapeOfFile } from './shapes.ts';
import { literally } from '../text/literally.ts';
import { findSpelt, speltAs, withoutSpelt, type Spelling, type Spelt } from './spellings.ts';

/** A text about one thing: what it is called, and at which address it is shown, if it is. */
export interface Told {
  text: string;
  /** The file that it is in, whose ending tells its language. */
  file: string;
  /** The words of the name. */
  words: readonly string[];
  address?: string | undefined;
}

/** What a new text is to be about. */
export interface Subject {
  words: readonly string[];
  address?: string | undefined;
}

/** What is made. */
export interface Manner {
  /** A file of its own: what it does not use goes. */
  whole?: boolean | undefined;
  /** All but the first are only the plainest form of such a text: what the first says of its name and its look stays besides. */
  alone?: boolean | undefined;
  /** It answers requests: where it would answer none it has a handler that does this, by the name of what it answers by. */
  answer?: ((this: void, response: string) => string) | undefined;
  /** Its markup has the name in it where it would show it nowhere: in an element like the first heading of most, else in this one. */
  shown?: 'h1' | 'p' | undefined;
}

const ADDRESS = '\u0002';

/**
 * A text made like the first of some, with what most of them share, about another thing: its name stands in all the spellings in
 * which theirs do. Of one text alone all of it stays.
 */
export function madeLike(
  [first, ...rest]: readonly [Told, ...Told[]],
  subject: Subject,
  { whole, alone, answer, shown }: Manner = {},
): string {
  const base = likened(first);
  const others = rest.map(likened);
  const pruned = commonTo(base, others, { whole, alone });
  const marks = marksIn(first, base, pruned, rest, subject);
  const cut = stretchesOf(first.text, base.shape, pruned.cut);
  const isCut = ({ start, end }: Stretch): boolean => cut.some((one) => one.start < end && start < one.end);
  const kept = marks.filter((one) => !isCut(one));
  if (shown !== undefined && !kept.some((one) => isShown(base.shape, one))) {
    const added = headingIn(base, others, pruned, cut, { words: speltAs(subject.words, 'sentence'), tag: shown });
    if (added) return put(first.text, kept, withAdded(cut, added));
  }
  const handler = answer && answerIn(base, pruned, answer);
  return put(first.text, kept, handler ? withAdded(cut, handler) : cut);
}

/** A text with marks in the place of names, and without what is cut. */
function put(text: string, marks: readonly Mark[], cut: readonly Stretch[]): string {
  let shift = 0;
  let result = '';
  let from = 0;
  const moved = cut.map((one) => ({ ...one }));
  for (const { start, end, by } of [...marks].sort((a, b) => a.start - b.start)) {
    if (start < from) continue;
    result += text.slice(from, start) + by;
    const more = by.length - (end - start);
    for (const one of moved) {
      if (one.start >= end + shift) one.start += more;
      if (one.end >= end + shift) one.end += more;
    }
    shift += more;
    from = end;
  }
  return withoutStretches(result + text.slice(from), moved);
}

function withAdded(cut: readonly Stretch[], added: Stretch): Stretch[] {
  const same = cut.find(({ start, end }) => start <= added.start && added.start < end);
  if (!same) return [...cut, added].sort((a, b) => a.start - b.start);
  return cut.map((one) => (one === same ? { ...one, by: added.by } : one));
}

/** Whether a name stands where people see it: as words of markup, or as what an element is given to show. */
function isShown(shape: Shape, { start, by }: Mark): boolean {
  if (!/^["'\s]*\p{Lu}/u.test(by) && !by.includes(' ')) return false;
  const around = [...shapesIn(shape)].filter((one) => one.start <= start && start < one.end);
  const kinds = around.map(({ kind }) => kind);
  const isMarkup = kinds.includes('element') || kinds.includes('JSXElement') || kinds.includes('JSXFragment');
  return isMarkup && kinds.some((kind) => /^(text|JSXText|attribute|Literal)$/.test(kind));
}

/** A short text that has a name in it (a path, an identifier), about another thing. Others like it show how names are spelt there. */
export function spelledLike(text: string, others: readonly Told[], subject: Subject): string {
  const own = others.find((one) => findSpelt(text, one.words).length > 0);
  const known = evidence(others);
  let result = '';
  let from = 0;
  for (const one of own ? findSpelt(text, own.words) : []) {
    const [only = 'camel', second] = one.spellings;
    const seen = known.get(surroundings(text, one));
    const isPart = /[\p{L}\d]/u.test((text[one.start - 1] ?? '') + (text[one.end] ?? ''));
    const usual = one.spellings.includes('pascal') ? 'pascal' : isPart ? 'camel' : 'kebab';
    const spelling = second === undefined ? only : (seen ?? usual);
    result += text.slice(from, one.start) + speltAs(subject.words, spelling);
    from = one.end;
  }
  return result + text.slice(from);
}

/** A text as it is compared: its shape, with its name and its address in forms that all texts share. */
function likened(told: Told): Likened {
  const { text, file, words, address } = told;
  const read = (part: string): string => {
    const addressed =
      address === undefined || address === '/' ? part : part.replaceAll(addressPattern(address), ADDRESS);
    return withoutSpelt(addressed, words, NAME_MARK).replaceAll(/\s+/g, ' ').trim();
  };
  return { text, shape: shapeOfFile(text, file), read };
}

/** An address as it stands between quotes; as the path of a table's entry without the slash at its start, too. */
function addressPattern(address: string): RegExp {
  const plain = literally(address.replace(/^\//, ''));
  const asPath = String.raw`(?<=\b(?:path|route)\s*[:=]\s*\{?["'\`])${plain}(?=["'\`/])`;
  return new RegExp(String.raw`(?<=["'\`])/${plain}(?=["'\`/?#])|${asPath}`, 'g');
}

interface Mark {
  start: number;
  end: number;
  by: string;
}

function marksIn(first: Told, base: Likened, { named }: Pruned, rest: readonly Told[], subject: Subject): Mark[] {
  const titles = [...named].flatMap((shape): Mark[] => {
    const written = first.text.slice(shape.start, shape.end);
    if (shape.kind === 'Identifier') return renamed(base.shape, written, shape, speltAs(subject.words, 'pascal'));
    const quote = /^["'`]/.exec(written)?.[0] ?? '';
    const lead = /^\s*/.exec(written)?.[0] ?? '';
    const tail = /\s*$/.exec(written)?.[0] ?? '';
    return [{ ...span(shape), by: lead + quote + speltAs(subject.words, 'sentence') + quote + tail }];
  });
  const addresses =
    first.address === undefined || first.address === '/' || subject.address === undefined
      ? []
      : [...first.text.matchAll(addressPattern(first.address))].map((match): Mark => {
          const address = subject.address ?? '';
          const by = match[0].startsWith('/') ? address : address.replace(/^\//, '');
          return { start: match.index, end: match.index + match[0].length, by };
        });
  if (first.address === '/' && subject.address !== undefined) addresses.push(...rootPaths(first.text, subject.address));
  const known = evidence(rest);
  const names = findSpelt(first.text, first.words).map((one): Mark => {
    const spelling = spellingOf(first.text, one, base.shape, known);
    return { start: one.start, end: one.end, by: speltAs(subject.words, spelling) };
  });
  const isFree = (mark: Mark, others: readonly Mark[]): boolean =>
    !others.some((one) => one.start < mark.end && mark.start < one.end);
  const own = [...titles, ...addresses.filter((one) => isFree(one, titles)), ...bannersIn(first.text)];
  return [...own, ...names.filter((one) => isFree(one, own))];
}

/** An identifier under another name, where it is declared and wherever it is used. */
function renamed(root: Shape, name: string, declared: Shape, by: string): Mark[] {
  const uses = [...shapesIn(root)].filter(
    (one) => one !== declared && one.uses?.[0] === name && /Identifier$/.test(one.kind),
  );
  return [declared, ...uses].map((one) => ({ ...span(one), by }));
}

/** Where an entry says that it is for the first page: by its path, or as the index of the entries around it. */
function rootPaths(text: string, address: string): Mark[] {
  const paths = [...text.matchAll(/(?<=\b(?:path|route)\s*[:=]\s*\{?["'`])\/?(?=["'`])/g)].map(
    ({ index, 0: path }): Mark => ({
      start: index,
      end: index + path.length,
      by: path === '' ? address.slice(1) : address,
    }),
  );
  const index = /(?<=<\w*Route\s)index(?=[\s/>])/.exec(text);
  const own = index ? [{ start: index.index, end: index.index + 5, by: `path="${address.slice(1)}"` }] : [];
  return [...paths, ...own];
}

/** Comments that say whose a file is: what they name is not what it is about. */
function bannersIn(text: string): Mark[] {
  return [...text.matchAll(/\/\*[\s\S]*?\*\/|<!--[\s\S]*?-->/g)]
    .filter(([comment]) => /^\/\*!|licen[cs]e|copyright|https?:/i.test(comment))
    .map(({ index, 0: comment }) => ({ start: index, end: index + comment.length, by: comment }));
}

function span({ start, end }: Shape): { start: number; end: number } {
  return { start, end };
}

/** How names of several words are spelt, by what stands around them: of a name of one word that cannot be seen. */
function evidence(texts: readonly Told[]): Map<string, Spelling> {
  const known = new Map<string, Spelling>();
  for (const { text, words } of texts) {
    if (words.length < 2) continue;
    for (const one of findSpelt(text, words)) {
      const [only, second] = one.spellings;
      if (only !== undefined && second === undefined) known.set(surroundings(text, one), only);
    }
  }
  return known;
}

function surroundings(text: string, { start, end }: Spelt): string {
  const isUpper = /\p{Lu}/u.test(text[start] ?? '');
  return `${text.slice(Math.max(0, start - 6), start)}${isUpper ? 'X' : 'x'}${text.slice(end, end + 3)}`;
}

function spellingOf(text: string, one: Spelt, shape: Shape, known: ReadonlyMap<string, Spelling>): Spelling {
  const [only = 'camel', second] = one.spellings;
  if (second === undefined) return only;
  const seen = known.get(surroundings(text, one));
  if (seen !== undefined && one.spellings.includes(seen)) return seen;
  const before = text[one.start - 1] ?? '';
  const after = text[one.end] ?? '';
  const isUpper = one.spellings.includes('pascal');
  // A part of a longer name is written as such names are.
  if (/[\p{L}\d]/u.test(before) || /[\p{L}\d]/u.test(after)) return isUpper ? 'pascal' : 'camel';
  const { kind, words } = leafAt(shape, text, one.start);
  const isProse = /^(text|JSXText|comment)$/.test(kind) || /[^\s/]\s+\S/.test(words);
  const isPath = /[/.]/.test(before) || /^[/.]/.test(after);
  if (isUpper)
    return isProse || (/^(Literal|attribute)$/.test(kind) && !isPath) || kind === 'TemplateLiteral'
      ? 'sentence'
      : 'pascal';
  if (/Identifier$|^Property$/.test(kind)) return 'camel';
  return isProse && !isPath ? 'lower' : 'kebab';
}

/** The smallest part that an offset is in. */
function leafAt(shape: Shape, text: string, at: number): { kind: string; words: string } {
  let found = shape;
  for (const one of shapesIn(shape))
    if (one.start <= at && at < one.end && one.end - one.start <= found.end - found.start) found = one;
  return { kind: found.kind, words: text.slice(found.start, found.end) };
}
