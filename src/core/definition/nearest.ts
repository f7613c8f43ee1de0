import { closest, distance } from 'fastest-levenshtein';

/** ", did you mean …?" where a known name is near enough to a given one to be meant; else nothing. */
export function didYouMean(given: string, known: readonly string[]): string {
  const found = known.length === 0 ? undefined : closest(given, [...known]);
  // Two letters that have changed places are two changes.
  const limit = Math.max(given.length > 3 ? 2 : 1, Math.floor(Math.max(given.length, found?.length ?? 0) / 3));
  return found !== undefined && distance(given, found) <= limit ? `; did you mean "${found}"?` : '';
}
