/** The packages that a repository is asked for, by names and patterns. */
export interface NameFilter {
  only: readonly string[] | undefined;
  exclude: readonly string[];
}

/** Whether a repository is asked for a package (`only`, `exclude`; `*` stands for any letters). */
export function isAskedFor(name: string, { only, exclude }: NameFilter): boolean {
  const isIn = (patterns: readonly string[]): boolean => patterns.some((one) => matches(one, name));
  return (only === undefined || isIn(only)) && !isIn(exclude);
}

/** Whether a name is one that a pattern with `*` means. */
export function matches(pattern: string, name: string): boolean {
  const parts = pattern.toLowerCase().split('*');
  const [first = '', ...rest] = parts;
  if (rest.length === 0) return name === first;
  if (!name.startsWith(first)) return false;
  let at = first.length;
  for (const part of rest.slice(0, -1)) {
    const found = name.indexOf(part, at);
    if (found === -1) return false;
    at = found + part.length;
  }
  const last = rest.at(-1) ?? '';
  return name.length - last.length >= at && name.endsWith(last);
}
