import { closest, distance } from 'fastest-levenshtein';

/** The nearest of some names, where it differs in a few letters only: one of three, or two letters that changed places. */
export function nearName(word: string, known: readonly string[]): string | undefined {
  if (known.length === 0) return undefined;
  const found = closest(word, [...known]);
  const isMixedUp = sorted(word) === sorted(found);
  const limit = Math.max(word.length > 4 || isMixedUp ? 2 : 1, Math.floor(Math.max(word.length, found.length) / 3));
  return distance(word, found) <= limit ? found : undefined;
}

function sorted(word: string): string {
  return Array.from(word).sort().join('');
}
