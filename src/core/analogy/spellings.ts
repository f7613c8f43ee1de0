import { literally } from '../text/literally.ts';

/** The ways in which a name of several words is written. */
export const SPELLINGS = [
  'pascal',
  'camel',
  'kebab',
  'snake',
  'constant',
  'title',
  'sentence',
  'lower',
  'flat',
] as const;
export type Spelling = (typeof SPELLINGS)[number];

/** The words of a name in any spelling: `SeedSwap`, `seed-swap` and "Seed swap" alike are `seed`, `swap`. */
export function wordsOf(name: string): string[] {
  return name
    .replaceAll(/([\p{Ll}\d])(\p{Lu})/gu, '$1 $2')
    .replaceAll(/(\p{Lu}+)(\p{Lu}\p{Ll})/gu, '$1 $2')
    .split(/[^\p{L}\d]+/u)
    .filter((word) => word !== '')
    .map((word) => word.toLowerCase());
}

/** A name written in one way. */
export function speltAs(words: readonly string[], spelling: Spelling): string {
  switch (spelling) {
    case 'pascal':
      return words.map(capital).join('');
    case 'camel':
      return words.map((word, at) => (at === 0 ? word : capital(word))).join('');
    case 'kebab':
      return words.join('-');
    case 'snake':
      return words.join('_');
    case 'constant':
      return words.join('_').toUpperCase();
    case 'title':
      return words.map(capital).join(' ');
    case 'sentence':
      return capital(words.join(' '));
    case 'lower':
      return words.join(' ');
    case 'flat':
      return words.join('');
  }
}

function capital(word: string): string {
  return word.charAt(0).toUpperCase() + word.slice(1);
}

/** A place in a text at which a name is written, and the spellings that it may have there: of one word several look the same. */
export interface Spelt {
  start: number;
  end: number;
  spellings: Spelling[];
  /** It stands there in its other number. */
  isOther: boolean;
}

/**
 * Where a text has a name, as words of its own or as parts of longer ones (`SeedSwapPage`, `useSeedSwap`); also in its other number,
 * where that is given (`PlotController` at `/plots`).
 */
export function findSpelt(text: string, words: readonly string[], other?: readonly string[]): Spelt[] {
  const bySpelt = new Map<string, Spelling[]>();
  const others = new Set<string>();
  for (const form of other ? [words, other] : [words])
    for (const spelling of SPELLINGS) {
      const one = speltAs(form, spelling);
      bySpelt.set(one, [...(bySpelt.get(one) ?? []), spelling]);
      if (form === other) others.add(one);
    }
  const longest = [...bySpelt.keys()].sort((a, b) => b.length - a.length);
  const pattern = new RegExp(longest.map(literally).join('|'), 'g');
  const found: Spelt[] = [];
  for (const match of text.matchAll(pattern)) {
    const end = match.index + match[0].length;
    if (isWhole(text, match.index, end))
      found.push({
        start: match.index,
        end,
        spellings: bySpelt.get(match[0]) ?? [],
        isOther: others.has(match[0]),
      });
  }
  return found;
}

/** A text with something else wherever it has a name. */
export function withoutSpelt(text: string, words: readonly string[], by: string, other?: readonly string[]): string {
  let result = '';
  let from = 0;
  for (const { start, end } of findSpelt(text, words, other)) {
    result += text.slice(from, start) + by;
    from = end;
  }
  return result + text.slice(from);
}

/** Whether no other word runs on into what stands there: `plots` is not in `exploits`, but `Plots` is in `usePlotsPage`. */
function isWhole(text: string, start: number, end: number): boolean {
  const [before = '', first = '', last = '', after = ''] = [text[start - 1], text[start], text[end - 1], text[end]];
  const isLetter = (one: string): boolean => /[\p{L}\d]/u.test(one);
  const isUpper = (one: string): boolean => /\p{Lu}/u.test(one);
  const beginsAnew = !isLetter(before) || (isUpper(first) && !isUpper(before));
  const endsThere = !isLetter(after) || (isUpper(after) && !isUpper(last));
  return beginsAnew && endsThere;
}
