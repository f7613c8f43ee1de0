import { inRange, isRange } from './versions.ts';
import type { Platform } from './question.ts';
import type { Candidate } from '../../resolve/question.ts';
import type { Packument, PackageVersion } from './registry-door.ts';
import semver from 'semver';

/**
 * The versions in all of some ranges, best first: what `latest` names, then older ones, then those that were published
 * beyond it, newest first each; deprecated ones last.
 */
export function candidatesIn(
  packument: Packument,
  ranges: readonly string[],
  preferred?: string,
): Candidate<PackageVersion>[] {
  const { latest } = packument['dist-tags'];
  const beyond = (version: string): number =>
    latest !== undefined && semver.valid(latest) && semver.gt(version, latest) ? 1 : 0;
  return Object.entries(packument.versions)
    .filter(([version]) => ranges.every((range) => inRange(version, range)))
    .map(([version, meta]) => ({ version, meta }))
    .sort(
      (a, b) =>
        Number(b.version === preferred) - Number(a.version === preferred) ||
        Number(Boolean(a.meta.deprecated)) - Number(Boolean(b.meta.deprecated)) ||
        beyond(a.version) - beyond(b.version) ||
        semver.rcompare(a.version, b.version),
    );
}

/**
 * The version that npm installs for a range or tag when nothing is locked: what `latest` names if it will do, else the
 * newest that runs on this Node and is not deprecated (npm-pick-manifest). Undefined where there is none.
 */
export function usualPick(
  packument: Packument,
  range: string,
  node: string | undefined,
): Candidate<PackageVersion> | undefined {
  const known = picks.get(packument) ?? new Map<string, Candidate<PackageVersion> | undefined>();
  picks.set(packument, known);
  const key = `${range}\n${node ?? ''}`;
  if (!known.has(key)) known.set(key, pick(packument, range, node));
  return known.get(key);
}

// A search asks the same of the same document again and again, and some have thousands of versions.
const picks = new WeakMap<Packument, Map<string, Candidate<PackageVersion> | undefined>>();

function pick(packument: Packument, range: string, node: string | undefined): Candidate<PackageVersion> | undefined {
  const tagged = isRange(range) ? undefined : packument['dist-tags'][range];
  const wanted = tagged ?? range;
  const runs = (meta: PackageVersion): boolean =>
    node === undefined || meta.engines?.node === undefined || inRange(node, meta.engines.node);
  const latest = packument['dist-tags'].latest ?? '';
  const newest = packument.versions[latest];
  if (newest && inRange(latest, wanted) && runs(newest) && !newest.deprecated) return { version: latest, meta: newest };
  const rank = ({ meta }: Candidate<PackageVersion>): number => (runs(meta) ? 2 : 0) + (meta.deprecated ? 0 : 1);
  return Object.entries(packument.versions)
    .filter(([version]) => inRange(version, wanted))
    .map(([version, meta]) => ({ version, meta }))
    .sort((a, b) => rank(b) - rank(a) || semver.rcompare(a.version, b.version))[0];
}

/** Why a version is not for a platform, as "is for linux"; undefined where it is. Lists as npm reads them: `!` excludes. */
export function notForPlatform(meta: PackageVersion, platform: Platform | undefined): string | undefined {
  if (!platform) return undefined;
  const lists: [string[] | undefined, () => string | undefined][] = [
    [meta.os, () => platform.os],
    [meta.cpu, () => platform.cpu],
    [platform.os === 'linux' ? meta.libc : undefined, () => platform.libc()],
  ];
  for (const [list, own] of lists) {
    if (!list || list.length === 0) continue;
    const value = own() ?? '';
    const excluded = list.includes(`!${value}`);
    const open = list.every((item) => item.startsWith('!'));
    if (excluded || !(open || list.includes(value) || list.includes('any'))) return `is for ${list.join(', ')}`;
  }
  return undefined;
}
