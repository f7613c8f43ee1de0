import semver from 'semver';
import type { HostPackages } from '../work.ts';
import type { Advisory } from './registry-door.ts';
import * as z from 'zod/mini';

/** The answer of the bulk advisory endpoint: lists by the names of packages; what else it says is passed over. */
const answer = z.record(
  z.string(),
  z.array(
    z.object({
      title: z.string(),
      severity: z.string(),
      vulnerable_versions: z.string(),
      url: z.optional(z.string()),
    }),
  ),
);

/** Reads such an answer; nothing where it is none. */
export function readAdvisories(value: unknown): Advisory[] {
  const read = answer.safeParse(value);
  if (!read.success) return [];
  return Object.entries(read.data).flatMap(([name, all]) =>
    all.map(({ title, severity, vulnerable_versions: range, url }) => ({ name, title, severity, range, url })),
  );
}

/** What the registry knows to be wrong with the versions that were chosen, in words: each once, the worst first. */
export async function advisoriesOn(
  { doors, host }: HostPackages,
  packages: readonly { name: string; version: string }[],
): Promise<string[]> {
  const chosen = new Map<string, Set<string>>();
  for (const { name, version } of packages) chosen.set(name, (chosen.get(name) ?? new Set()).add(version));
  const registry = await doors.sources.npm(host.root);
  const versions = Object.fromEntries([...chosen].map(([name, all]) => [name, [...all]]));
  const found = (await registry.advisories?.(versions)) ?? [];
  const words = found
    .sort((a, b) => rankOf(a.severity) - rankOf(b.severity))
    .flatMap(({ name, title, severity, range, url }) => {
      const hit = [...(chosen.get(name) ?? [])].filter((one) => semver.satisfies(one, range));
      return hit.map(
        (one) => `${name} ${one} has a known vulnerability (${severity}): ${title}${url ? `, ${url}` : ''}.`,
      );
    });
  return [...new Set(words)];
}

const RANKS = ['critical', 'high', 'moderate', 'low'];

function rankOf(severity: string): number {
  const at = RANKS.indexOf(severity);
  return at === -1 ? RANKS.length : at;
}
