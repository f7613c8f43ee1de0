/** "a, b, and c". */
export function allOf(words: readonly string[]): string {
  return new Intl.ListFormat('en', { type: 'conjunction' }).format(words);
}

/** "a, b, or c". */
export function eitherOf(words: readonly string[]): string {
  return new Intl.ListFormat('en', { type: 'disjunction' }).format(words);
}
