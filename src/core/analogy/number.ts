import pluralize from 'pluralize';

const { plural, singular } = pluralize;

/** A name in its other number: of `plot` the plural, of `seed swaps` the singular; undefined where both are the same. */
export function inOtherNumber(words: readonly string[]): string[] | undefined {
  const last = words.at(-1) ?? '';
  const others = [plural(last), singular(last)].filter((one) => one !== last);
  const [other] = others;
  return other === undefined ? undefined : [...words.slice(0, -1), other];
}

/** Whether a name says that it is one of several: `plot`, and not `plots`. */
export function isOne(words: readonly string[]): boolean {
  const last = words.at(-1) ?? '';
  return singular(last) === last;
}
