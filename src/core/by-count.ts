/** Some names, each once, those first that are there most often; of several the one that is first. */
export function byCount(names: readonly string[]): string[] {
  const counts = new Map<string, number>();
  for (const name of names) counts.set(name, (counts.get(name) ?? 0) + 1);
  return [...counts].sort(([, a], [, b]) => b - a).map(([name]) => name);
}
