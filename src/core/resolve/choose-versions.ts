import semver from 'semver';
import type { Packument, PackageVersion } from '../ports.ts';

/** A package that a way wants, with the range it is written for. */
export interface PackageNeed {
  name: string;
  range: string;
}

/** What is fixed: what the host has, and what runs here. */
export interface Surrounds {
  /** Versions of the packages that the workspace has (installed, else the lowest that is declared), by name. */
  present: ReadonlyMap<string, string>;
  nodeVersion: string;
}

export interface ChosenVersion {
  name: string;
  version: string;
  /** Why this one, in words: "newest that accepts vite 4.5.14". */
  reason: string;
}

/** Facts that cannot all hold, in words, one line each. */
export interface Clash {
  clash: string[];
}

interface Candidate {
  version: string;
  meta: PackageVersion;
}

/**
 * Picks for every need the newest version whose peer ranges and engines hold together with what is present and with
 * each other, by backtracking. Pre-releases are passed over, deprecated versions come last.
 */
export function chooseVersions(
  needs: readonly PackageNeed[],
  packuments: ReadonlyMap<string, Packument>,
  around: Surrounds,
): ChosenVersion[] | Clash {
  const candidates = new Map(needs.map((need) => [need.name, candidatesFor(need, packuments.get(need.name))]));
  const empty = needs.find((need) => candidates.get(need.name)?.length === 0);
  if (empty) return { clash: [`no released version of ${empty.name} is in the range ${empty.range}`] };
  const refusals = new Map<string, Map<string, string>>();
  const chosen = new Map<string, Candidate>();

  const settle = (index: number): boolean => {
    const need = needs[index];
    if (!need) return true;
    for (const candidate of candidates.get(need.name) ?? []) {
      const objection = objectionTo(need.name, candidate, chosen, needs, around);
      if (objection !== undefined) {
        const known = refusals.get(need.name) ?? new Map<string, string>();
        refusals.set(need.name, known.set(candidate.version, objection));
        continue;
      }
      chosen.set(need.name, candidate);
      if (settle(index + 1)) return true;
      chosen.delete(need.name);
    }
    return false;
  };

  if (!settle(0)) {
    const lines = [...refusals].flatMap(([name, versions]) => {
      const [version, objection] = [...versions][0] ?? [];
      return version === undefined ? [] : [`${name} ${version} ${objection}`];
    });
    return { clash: lines };
  }
  return needs.map(({ name }) => {
    const version = chosen.get(name)?.version ?? '';
    return { name, version, reason: reasonFor(version, refusals.get(name)) };
  });
}

function candidatesFor(need: PackageNeed, packument: Packument | undefined): Candidate[] {
  const inRange = Object.entries(packument?.versions ?? {}).filter(([version]) =>
    semver.satisfies(version, need.range),
  );
  const newestFirst = inRange
    .map(([version, meta]) => ({ version, meta }))
    .sort((a, b) => semver.rcompare(a.version, b.version));
  return [...newestFirst.filter(({ meta }) => !meta.deprecated), ...newestFirst.filter(({ meta }) => meta.deprecated)];
}

/** Why a candidate cannot be taken, as "wants vite ^5 || ^6, and 4.5.14 is here"; undefined where nothing speaks against it. */
function objectionTo(
  name: string,
  { version, meta }: Candidate,
  chosen: ReadonlyMap<string, Candidate>,
  needs: readonly PackageNeed[],
  around: Surrounds,
): string | undefined {
  const engine = meta.engines?.node;
  if (engine !== undefined && !semver.satisfies(around.nodeVersion, engine)) {
    return `wants Node ${engine}, and ${around.nodeVersion} runs here`;
  }
  const versionOf = (other: string): string | undefined => chosen.get(other)?.version ?? around.present.get(other);
  for (const [peer, range] of Object.entries(meta.peerDependencies ?? {})) {
    const there = versionOf(peer);
    if (there !== undefined && !satisfies(there, range)) return `wants ${peer} ${range}, and ${there} is here`;
    const optional = meta.peerDependenciesMeta?.[peer]?.optional === true;
    const coming = needs.some((need) => need.name === peer);
    if (there === undefined && !optional && !coming) return `wants ${peer} ${range}, which is not here`;
  }
  for (const [other, { meta: theirs }] of chosen) {
    const range = theirs.peerDependencies?.[name];
    if (range !== undefined && !satisfies(version, range)) return `is not what ${other} wants (${range})`;
  }
  return undefined;
}

function satisfies(version: string, range: string): boolean {
  return semver.satisfies(version, range, { includePrerelease: true });
}

function reasonFor(version: string, refused: ReadonlyMap<string, string> | undefined): string {
  const newer = [...(refused ?? [])].filter(([other]) => semver.gt(other, version));
  const first = newer[0];
  if (!first) return 'newest';
  const [other, objection] = first;
  return `newest that fits: ${other} ${objection}`;
}
