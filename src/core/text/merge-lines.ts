import { diffArrays } from 'diff';

/** A text in which both changes of another one are made; undefined where they meet. */
export function mergeLines(base: string, mine: string, theirs: string): string | undefined {
  if (mine === base || mine === theirs) return theirs;
  if (theirs === base) return mine;
  const lines = base.split('\n');
  const own = hunksOf(lines, mine.split('\n'));
  const others = hunksOf(lines, theirs.split('\n'));
  // Changes that touch each other were made with each other unseen.
  if (own.some((one) => others.some((other) => !sameHunk(one, other) && meet(one, other)))) return undefined;
  const all = [...own, ...others.filter((other) => !own.some((one) => sameHunk(one, other)))];
  const merged = [...lines];
  for (const { at, length, put } of all.sort((a, b) => b.at - a.at)) merged.splice(at, length, ...put);
  return merged.join('\n');
}

interface Hunk {
  /** The line of the base that it begins at, and how many it replaces. */
  at: number;
  length: number;
  put: string[];
}

function hunksOf(base: readonly string[], changed: readonly string[]): Hunk[] {
  const hunks: Hunk[] = [];
  let at = 0;
  let open: Hunk | undefined;
  for (const { value, added, removed } of diffArrays([...base], [...changed])) {
    if (!added && !removed) {
      open = undefined;
      at += value.length;
      continue;
    }
    if (!open) {
      open = { at, length: 0, put: [] };
      hunks.push(open);
    }
    if (removed) {
      open.length += value.length;
      at += value.length;
    } else open.put.push(...value);
  }
  return hunks;
}

function sameHunk(a: Hunk, b: Hunk): boolean {
  return a.at === b.at && a.length === b.length && a.put.join('\n') === b.put.join('\n');
}

function meet(a: Hunk, b: Hunk): boolean {
  return a.at <= b.at + b.length && b.at <= a.at + a.length;
}
