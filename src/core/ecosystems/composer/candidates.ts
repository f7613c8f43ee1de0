import type { Candidate } from '../../resolve/question.ts';
import { composerVersions, flaggedStability } from './constraints.ts';
import type { Release } from './lock.ts';
import type { ComposerQuestion } from './question.ts';
import type { ComposerPackage } from './source-door.ts';
import { isStableEnough, plainVersion, stabilityOf, type Stability } from './versions.ts';

/** How stable versions of a package must be: as its own flag says, else as the ranges that are asked of it, else as the project says. */
function stabilityFor(
  question: Pick<ComposerQuestion, 'stability'>,
  name: string,
  ranges: readonly string[],
): Stability {
  const { minimum, flags } = question.stability;
  const flagged = ranges.flatMap((range) => flaggedStability(range) ?? []);
  const all: Stability[] = [minimum, ...flagged, ...(flags.has(name) ? [flags.get(name) ?? minimum] : [])];
  return (['dev', 'alpha', 'beta', 'RC'] as const).find((one) => all.includes(one)) ?? 'stable';
}

/** The versions in all of some ranges that are stable enough, newest first; given up ones last, and stable ones first where the project prefers them. */
export function candidatesIn(
  question: Pick<ComposerQuestion, 'stability'>,
  { name, releases }: ComposerPackage,
  ranges: readonly string[],
): Candidate<Release>[] {
  const wanted = stabilityFor(question, name, ranges);
  const rank = ({ meta }: Candidate<Release>): number =>
    Number(Boolean(meta.abandoned)) * 2 +
    Number(question.stability.preferStable && stabilityOf(meta.version) !== 'stable');
  return releases
    .filter(
      ({ version }) =>
        isStableEnough(version, wanted) && ranges.every((one) => composerVersions.satisfies(version, one)),
    )
    .map((meta) => ({ version: plainVersion(meta.version), meta }))
    .sort((a, b) => rank(a) - rank(b) || composerVersions.compare(b.version, a.version));
}
