import semver from 'semver';
import type { Context } from '../context.ts';
import type { AttachedPart } from './change-set.ts';

/** What the registry knows to be wrong with the versions that were chosen, in words: each once, the worst first. */
export async function advisoriesOn(context: Context, parts: readonly AttachedPart[]): Promise<string[]> {
  const chosen = new Map<string, Set<string>>();
  for (const { packages } of parts)
    for (const { name, version } of packages) chosen.set(name, (chosen.get(name) ?? new Set()).add(version));
  const registry = await context.doors.registry(context.host.root);
  const versions = Object.fromEntries([...chosen].map(([name, all]) => [name, [...all]]));
  const found = (await registry.advisories?.(versions)) ?? [];
  const words = found
    .sort((a, b) => rankOf(a.severity) - rankOf(b.severity))
    .flatMap(({ name, title, severity, range, url }) => {
      const hit = [...(chosen.get(name) ?? [])].filter((one) => semver.satisfies(one, range));
      return hit.map((one) => `${name} ${one} has a known weakness (${severity}): ${title}${url ? `, ${url}` : ''}.`);
    });
  return [...new Set(words)];
}

const RANKS = ['critical', 'high', 'moderate', 'low'];

function rankOf(severity: string): number {
  const at = RANKS.indexOf(severity);
  return at === -1 ? RANKS.length : at;
}
