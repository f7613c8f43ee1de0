import { literally } from '../text/literally.ts';
import type { Stretch } from './pruned-text.ts';
import { shapesAt, shapesIn, type Shape } from './shape.ts';
import { findSpelt, speltAs, type Spelling, type Spelt } from './spellings.ts';
import type { Subject, Told } from './told.ts';

/** A short text that has a name in it (a path, an identifier), about another thing. Others like it show how names are spelt there. */
export function spelledLike(text: string, others: readonly Told[], subject: Subject): string {
  const own = others.find((one) => findSpelt(text, one.words, one.other).length > 0);
  const known = evidence(others);
  let result = '';
  let from = 0;
  for (const one of own ? findSpelt(text, own.words, own.other) : []) {
    const usual = one.spellings.includes('pascal') ? 'pascal' : (subject.usual ?? 'kebab');
    const spelling = certainSpelling(text, one, known) ?? usual;
    result += text.slice(from, one.start) + speltAs(wordsFor(one, subject), spelling);
    from = one.end;
  }
  return result + text.slice(from);
}

/** An address as it stands between quotes; as the path of a table's entry without the slash at its start, too. */
export function addressPattern(address: string): RegExp {
  const plain = literally(address.replace(/^\//, ''));
  const asPath = String.raw`(?<=\b(?:path|route)\s*[:=]\s*\{?["'\`])${plain}(?=["'\`/])`;
  // What a class is given first in PHP may leave the slash out as well.
  const asGiven = String.raw`(?<=\w::\w+\(\s*["'])${plain}(?=["'/])`;
  const asPlain = String.raw`(?<=\bpath:[ \t]+)/${plain}(?=[\s,}]|$)`;
  return new RegExp(String.raw`(?<=["'\`])/${plain}(?=["'\`/?#])|${asPath}|${asGiven}|${asPlain}`, 'g');
}

/**
 * The places of a text at which its name or its address stands, with the new one as it is spelt there. `named` are words that are each
 * text's own; the others show how names are spelt of which this one is too short to tell.
 */
export function respelt(
  shape: Shape,
  first: Told,
  rest: readonly Told[],
  { subject, named }: { subject: Subject; named: ReadonlySet<Shape> },
): Stretch[] {
  const titles = [...named].flatMap((one): Stretch[] => {
    const written = first.text.slice(one.start, one.end);
    if (one.kind === 'Identifier') return renamed(shape, written, one, speltAs(subject.words, 'pascal'));
    const quote = /^["'`]/.exec(written)?.[0] ?? '';
    const lead = /^\s*/.exec(written)?.[0] ?? '';
    const tail = /\s*$/.exec(written)?.[0] ?? '';
    return [{ ...span(one), by: lead + quote + speltAs(subject.shown ?? subject.words, 'sentence') + quote + tail }];
  });
  const addresses =
    first.address === undefined || first.address === '/' || subject.address === undefined
      ? []
      : [...first.text.matchAll(addressPattern(first.address))].map((match): Stretch => {
          const address = subject.address ?? '';
          const by = match[0].startsWith('/') ? address : address.replace(/^\//, '');
          return { start: match.index, end: match.index + match[0].length, by };
        });
  if (first.address === '/' && subject.address !== undefined) addresses.push(...rootPaths(first.text, subject.address));
  const known = evidence(rest);
  const names = findSpelt(first.text, first.words, first.other).map((one): Stretch => {
    const spelling = spellingOf(first.text, one, shape, known) ?? subject.usual ?? 'kebab';
    return { start: one.start, end: one.end, by: speltAs(wordsFor(one, subject), spelling) };
  });
  const isFree = (mark: Stretch, others: readonly Stretch[]): boolean =>
    !others.some((one) => one.start < mark.end && mark.start < one.end);
  const own = [...titles, ...addresses.filter((one) => isFree(one, titles)), ...bannersIn(first.text)];
  return [...own, ...names.filter((one) => isFree(one, own))];
}

/** An identifier under another name, where it is declared and wherever it is used. */
function renamed(root: Shape, name: string, declared: Shape, by: string): Stretch[] {
  const uses = [...shapesIn(root)].filter(
    (one) => one !== declared && one.uses?.[0] === name && /Identifier$/.test(one.kind),
  );
  return [declared, ...uses].map((one) => ({ ...span(one), by }));
}

/** Where an entry says that it is for the first page: by its path, or as the index of the entries around it. */
function rootPaths(text: string, address: string): Stretch[] {
  const paths = [...text.matchAll(/(?<=\b(?:path|route)\s*[:=]\s*\{?["'`])\/?(?=["'`])/g)].map(
    ({ index, 0: path }): Stretch => ({
      start: index,
      end: index + path.length,
      by: path === '' ? address.slice(1) : address,
    }),
  );
  const plain = /(?<=\bpath:[ \t]+)\/(?=[\s,}]|$)/.exec(text);
  if (plain) paths.push({ start: plain.index, end: plain.index + 1, by: address });
  const index = /(?<=<\w*Route\s)index(?=[\s/>])/.exec(text);
  const own = index ? [{ start: index.index, end: index.index + 5, by: `path="${address.slice(1)}"` }] : [];
  return [...paths, ...own];
}

/** Comments that say whose a file is: what they name is not what it is about. */
function bannersIn(text: string): Stretch[] {
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
  for (const { text, words, other } of texts) {
    if (words.length < 2) continue;
    for (const one of findSpelt(text, words, other)) {
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

/** What stands for a name in the number that it has at a place. */
function wordsFor({ isOther }: Spelt, { words, other }: Subject): readonly string[] {
  return isOther ? (other ?? words) : words;
}

/** How a name is spelt at a place; undefined where nothing tells. */
function spellingOf(
  text: string,
  one: Spelt,
  shape: Shape,
  known: ReadonlyMap<string, Spelling>,
): Spelling | undefined {
  const certain = certainSpelling(text, one, known);
  if (certain !== undefined) return certain;
  const { kind, start, end } = shapesAt(shape, one.start).at(-1) ?? shape;
  const isQuoted = /["']/.test(text[one.start - 1] ?? '');
  const isProse =
    kind !== 'directive' &&
    !(kind === 'comment' && isQuoted) &&
    (/^(text|JSXText|comment)$/.test(kind) || /[^\s/]\s+\S/.test(text.slice(start, end)));
  const isPath = /[/.]/.test(text[one.start - 1] ?? '') || /^(\/|\.\S)/.test(text.slice(one.end, one.end + 2));
  if (one.spellings.includes('pascal')) {
    const isTitle =
      (kind === 'directive' && isQuoted && !isPath) ||
      kind === 'TemplateLiteral' ||
      (/^(Literal|attribute)$/.test(kind) && !isPath);
    return isProse || isTitle ? 'sentence' : 'pascal';
  }
  if (/Identifier$|^Property$/.test(kind)) return 'camel';
  // A part of a longer name in small letters is joined as that is.
  if (text[one.start - 1] === '_' || text[one.end] === '_') return 'snake';
  return isProse && !isPath ? 'lower' : undefined;
}

/** The spelling that a name has at a place as far as the text around it tells: by its words, by others like it, or as a part of a longer one. */
function certainSpelling(text: string, one: Spelt, known: ReadonlyMap<string, Spelling>): Spelling | undefined {
  const [only, second] = one.spellings;
  if (second === undefined) return only;
  const seen = known.get(surroundings(text, one));
  if (seen !== undefined && one.spellings.includes(seen)) return seen;
  const isPart = /[\p{L}\d]/u.test((text[one.start - 1] ?? '') + (text[one.end] ?? ''));
  // A part of a longer name is written as such names are.
  return isPart ? (one.spellings.includes('pascal') ? 'pascal' : 'camel') : undefined;
}
