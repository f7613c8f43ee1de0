import { speltAs, withoutSpelt } from './spellings.ts';
import { answerIn } from './answer.ts';
import { commonTo, NAME_MARK, type Likened } from './common.ts';
import { headingIn } from './heading.ts';
import { rewritten, stretchesOf, type Stretch } from './pruned-text.ts';
import { addressPattern, respelt, spelledLike } from './respelt.ts';
import { isElement, shapesAt, type Shape } from './shape.ts';
import { shapeOfFile } from './shapes.ts';
import type { Subject, Told } from './told.ts';

export type { Subject, Told } from './told.ts';
export { spelledLike } from './respelt.ts';

/** What is made. */
export interface Manner {
  /** A file of its own: what it does not use goes. */
  whole?: boolean | undefined;
  /** Names that a file needs, although nobody writes them. */
  kept?: readonly string[] | undefined;
  /** All but the first are only the plainest form of such a text: what the first says of its name and its look stays besides. */
  alone?: boolean | undefined;
  /** It answers requests: where it would answer none it has a handler that does this, by the name of what it answers by. */
  answer?: ((this: void, response: string) => string) | undefined;
  /** Whether what an import would bring, under its new name, is not there: then it goes. */
  leadsNowhere?: ((this: void, brought: string) => boolean) | undefined;
  /** Names that its texts are given from elsewhere, and that the new one is not. */
  gone?: readonly string[] | undefined;
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
  about: Subject,
  { whole, alone, kept, answer, shown, leadsNowhere, gone }: Manner = {},
): string {
  const { text } = first;
  const subject = first.isOther ? { ...about, words: about.other ?? about.words, other: undefined } : about;
  const base = likened(first);
  const others = rest.map(likened);
  const isGone = (label: string): boolean =>
    leadsNowhere !== undefined && leadsNowhere(spelledLike(label, [first], subject));
  const pruned = commonTo(base, others, { whole, alone, kept, isGone, gone });
  const own = whole ? ownHead(base, others) : undefined;
  const cut = [...(own ? [own] : []), ...stretchesOf(text, base.shape, pruned.cut)];
  const isCut = ({ start, end }: Stretch): boolean => cut.some((one) => one.start < end && start < one.end);
  const names = respelt(base.shape, first, rest, { subject, named: pruned.named }).filter((one) => !isCut(one));
  const isShownAlready = names.some((one) => isShown(base.shape, one));
  const added =
    shown !== undefined && !isShownAlready
      ? headingIn(base, others, pruned, cut, { words: speltAs(subject.shown ?? subject.words, 'sentence'), tag: shown })
      : answer && answerIn(base, pruned, answer);
  return rewritten(text, names, added ? withAdded(cut, added) : cut);
}

// What tools and lawyers read stays with every file.
const LASTING = /copyright|licen[cs]e|@ts-|eslint|prettier|@jsx|<reference/i;

/** The comment at the top of a text, where it tells of this one alone: most others have none like it. */
function ownHead(base: Likened, others: readonly Likened[]): Stretch | undefined {
  const head = headOf(base.text);
  if (head === '' || LASTING.test(head)) return undefined;
  const alike = others.filter((one) => one.read(headOf(one.text)) === base.read(head)).length;
  return (alike + 1) * 2 > others.length + 1 && alike > 0 ? undefined : { start: 0, end: head.length };
}

function headOf(text: string): string {
  return /^(\/\*[\s\S]*?\*\/|<!--[\s\S]*?-->|(\/\/.*\r?\n)+)\s*/.exec(text)?.[0] ?? '';
}

function withAdded(cut: readonly Stretch[], added: Stretch): Stretch[] {
  const same = cut.find(({ start, end }) => start <= added.start && added.start < end);
  return same ? cut.map((one) => (one === same ? { ...one, by: added.by } : one)) : [...cut, added];
}

/** Whether a name stands where people see it: as words of markup, or as what an element is given to show. */
function isShown(shape: Shape, { start, by = '' }: Stretch): boolean {
  if (!/^["'\s]*\p{Lu}/u.test(by) && !by.includes(' ')) return false;
  const around = shapesAt(shape, start);
  const isMarkup = around.some((one) => isElement(one) || one.kind === 'JSXFragment');
  return isMarkup && around.some(({ kind }) => /^(text|JSXText|attribute|Literal)$/.test(kind));
}

/** A text as it is compared: its shape, with its name and its address in forms that all texts share. */
function likened(told: Told): Likened {
  const { text, file, words, other, address } = told;
  const read = (part: string): string => {
    const addressed =
      address === undefined || address === '/' ? part : part.replaceAll(addressPattern(address), ADDRESS);
    return withoutSpelt(addressed, words, NAME_MARK, other).replaceAll(/\s+/g, ' ').trim();
  };
  return { text, shape: shapeOfFile(text, file), read };
}
