import { diff3Merge } from 'node-diff3';

/** A text in which both changes of another one are made; undefined where they meet or touch: these were made with each other unseen. */
export function mergeLines(base: string, mine: string, theirs: string): string | undefined {
  const regions = diff3Merge(mine.split('\n'), base.split('\n'), theirs.split('\n'), { excludeFalseConflicts: true });
  if (regions.some(({ conflict }) => conflict !== undefined)) return undefined;
  return regions.flatMap(({ ok = [] }) => ok).join('\n');
}
