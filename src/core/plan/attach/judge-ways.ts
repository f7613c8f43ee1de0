import { type Circumstances } from '../../facts/circumstances.ts';
import { ecosystem } from '../../ecosystems/ecosystems.ts';
import { ecosystemOf } from '../../ecosystems/marks.ts';
import type { Definition, Way } from '../../definition/definition.ts';
import type { Joint } from '../../joints/joint.ts';
import { objectionsTo } from '../../facts/conditions.ts';
import { lacking } from '../../facts/conditions.ts';
import { settleWay } from '../../facts/settle.ts';
import { placeInWords } from '../../text/place-in-words.ts';

/** What is said of a way on a workspace by what is there, before any version is looked up. */
export type Judgement =
  | { way: Way; verdict: 'fits' }
  /** It would fit, but a joint that it needs cannot be reached safely. */
  | { way: Way; verdict: 'blocked'; joints: Joint[] }
  | {
      way: Way;
      verdict: 'unfit';
      reasons: string[];
      /** It is for what the workspace is not built with. */
      isElsewhere?: true;
      /** It is for another ecosystem. */
      isForeign?: true;
    };

/** Judges every way of a definition, in the definition's order; each with only what is meant for the workspace. */
export function judgeWays(definition: Definition, at: Circumstances): Judgement[] {
  return definition.ways.map((way) => judgeWay(settleWay(way, at), at));
}

/** In one line: why a way is not taken. */
export function explain(judgement: Judgement): string {
  if (judgement.verdict === 'fits') return 'fits';
  if (judgement.verdict === 'unfit') return judgement.reasons.join('; ');
  return judgement.joints
    .map((joint) => `${placeInWords(joint)}: ${joint.refusal?.reason ?? 'cannot be reached'}`)
    .join('; ');
}

function judgeWay(way: Way, at: Circumstances): Judgement {
  const { stack } = at;
  const foreign = foreignTo(way, at);
  // Then nothing else need be said.
  if (foreign.length > 0) return { way, verdict: 'unfit', reasons: foreign, isForeign: true };
  const absent = [...absentPackages(way, at), ...absentBundler(way, at), ...absentJoints(way, at)];
  if (absent.length > 0) return { way, verdict: 'unfit', reasons: absent, isElsewhere: true };
  const reasons = way.fits === undefined ? [] : objectionsTo(way.fits, at);
  const names = [...new Set(way.ties.map((tie) => tie.at))];
  const joints = names.map((name) => stack.joints.find((joint) => joint.name === name));
  const lacks = lacking(
    stack,
    names.filter((_, index) => !joints[index]),
  );
  // Where there is no place for it nobody would have expected it.
  if (lacks.length > 0)
    return { way, verdict: 'unfit', reasons: [...new Set([...lacks, ...reasons])], isElsewhere: true };
  if (reasons.length > 0) return { way, verdict: 'unfit', reasons: [...new Set(reasons)] };
  const blocked = joints.filter((joint): joint is Joint => joint?.state === 'blocked');
  return blocked.length > 0 ? { way, verdict: 'blocked', joints: blocked } : { way, verdict: 'fits' };
}

/** A way for what a workspace is not built with has nothing to do with it. */
function absentPackages({ fits }: Way, at: Circumstances): string[] {
  const wanted = Object.entries(fits?.packages ?? {}).filter(([name]) => at.workspace.package(name) === undefined);
  return wanted.length === 0 ? [] : objectionsTo({ packages: Object.fromEntries(wanted) }, at);
}

/** Nor has one for bundlers of which the workspace has none. */
function absentBundler({ fits }: Way, at: Circumstances): string[] {
  const wanted = Object.keys(fits?.bundler ?? {});
  const has = at.stack.traits.bundler?.name;
  const isThere = wanted.some((name) => name === has || at.workspace.package(name) !== undefined);
  return wanted.length === 0 || isThere ? [] : objectionsTo({ bundler: fits?.bundler }, at);
}

/** Nor has one for a place that nothing of its kind has, as a framework's modules. */
function absentJoints({ fits }: Way, { stack }: Circumstances): string[] {
  const wanted = (fits?.joints ?? []).filter((name) => !stack.joints.some((joint) => joint.name === name));
  return lacking(stack, wanted);
}

/** A way whose packages are all of another ecosystem than what the side is built with has nothing to do with it. */
function foreignTo(
  { packages }: Way,
  { workspace, stack: { ecosystem: own, title, refuses } }: Circumstances,
): string[] {
  if (refuses !== undefined) return [refuses];
  const ids = new Set(Object.keys(packages).map((name) => ecosystemOf(name)));
  if (own === undefined || ids.size === 0 || ids.has(own)) return [];
  const titles = [...ids].map((id) => ecosystem(id).title).join(' and ');
  const lacks = [...ids].filter((id) => !workspace.projects.some((project) => project.ecosystem === id));
  const manifests = lacks.flatMap((id) => ecosystem(id).manifests);
  return [
    manifests.length > 0
      ? `it needs ${titles} packages, and ${workspace.name} has no ${manifests.join(' or ')}`
      : `it needs ${titles} packages, which ${title} does not use`,
  ];
}
