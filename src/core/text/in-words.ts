// Not by Intl.ListFormat: what that loads takes a seventh of a bare start.

/** "a, b, and c". */
export function allOf(words: readonly string[]): string {
  return listed(words, 'and');
}

/** "a, b, or c". */
export function eitherOf(words: readonly string[]): string {
  return listed(words, 'or');
}

function listed(words: readonly string[], before: string): string {
  if (words.length < 3) return words.join(` ${before} `);
  return `${words.slice(0, -1).join(', ')}, ${before} ${words.at(-1) ?? ''}`;
}
