/**
 * How many lines a formatter changes: those between the first and the last difference that the other text does not have, wherever they
 * stand there. An exact comparison is too slow for the thousands that a search makes.
 */
export function changedLines(before: string, after: string): number {
  if (before === after) return 0;
  const a = before.split('\n');
  const b = after.split('\n');
  let start = 0;
  while (start < a.length && start < b.length && a[start] === b[start]) start += 1;
  let end = 0;
  while (end < a.length - start && end < b.length - start && a[a.length - 1 - end] === b[b.length - 1 - end]) end += 1;
  const old = a.slice(start, a.length - end);
  const made = b.slice(start, b.length - end);
  return Math.max(missingIn(old, made), missingIn(made, old), 1);
}

function missingIn(lines: readonly string[], others: readonly string[]): number {
  const counts = new Map<string, number>();
  for (const line of others) counts.set(line, (counts.get(line) ?? 0) + 1);
  let missing = 0;
  for (const line of lines) {
    const left = counts.get(line) ?? 0;
    if (left === 0) missing += 1;
    else counts.set(line, left - 1);
  }
  return missing;
}
