import semver from 'semver';
import type { VersionRules } from '../ecosystem.ts';

/** Whether a version is in a range, as package managers judge it: a pre-release only where the range names its line. */
export function inRange(version: string, range: string): boolean {
  const answers = inRanges.get(range) ?? new Map<string, boolean>();
  inRanges.set(range, answers);
  const known = answers.get(version);
  if (known !== undefined) return known;
  const answer = semver.satisfies(version, range === '' ? '*' : range, { loose: true });
  answers.set(version, answer);
  return answer;
}

// What a search asks, it asks thousands of times.
const inRanges = new Map<string, Map<string, boolean>>();

export function isRange(text: string): boolean {
  return semver.validRange(text, { loose: true }) !== null;
}

/** The lowest version that a range allows; undefined where it has none. */
export function lowest(range: string): string | undefined {
  return isRange(range) ? semver.minVersion(range)?.version : undefined;
}

/** npm's versions (Semantic Versioning 2.0.0) and ranges. */
export const npmVersions: VersionRules = {
  satisfies: inRange,
  covers(range, version) {
    const whole = semver.valid(version) ?? semver.coerce(version)?.version ?? version;
    return semver.satisfies(whole, range, { includePrerelease: true });
  },
  isRange,
  lowest,
  compare: semver.compare,
};
