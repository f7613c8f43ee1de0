import { nearName } from '../text/near-name.ts';

/** "; did you mean …?" where a known name is near enough to a given one to be meant; else nothing. */
export function didYouMean(given: string, known: readonly string[]): string {
  const found = nearName(given, known);
  return found === undefined ? '' : `; did you mean "${found}"?`;
}
