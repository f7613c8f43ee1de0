import { matchesWildcard } from '../../text/wildcard.ts';

/** The packages that a repository is asked for, by names and patterns. */
export interface NameFilter {
  only: readonly string[] | undefined;
  exclude: readonly string[];
}

/** Whether a repository is asked for a package (Composer's documentation, "Filtering packages"). */
export function isAskedFor(name: string, { only, exclude }: NameFilter): boolean {
  const isIn = (patterns: readonly string[]): boolean => patterns.some((one) => matchesName(name, one));
  return (only === undefined || isIn(only)) && !isIn(exclude);
}

/** Whether a package's name is one that a pattern with `*` means, in whatever case it is written. */
export function matchesName(name: string, pattern: string): boolean {
  return matchesWildcard(name.toLowerCase(), pattern.toLowerCase());
}
