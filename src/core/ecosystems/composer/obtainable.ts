import type { Chosen, Lookup } from '../../resolve/question.ts';
import { candidatesIn } from './candidates.ts';
import { composerVersions } from './constraints.ts';
import type { Release } from './lock.ts';
import { isPlatform } from './manifest.ts';
import type { ComposerQuestion } from './question.ts';
import type { ComposerPackage } from './source-door.ts';
import { plainVersion } from './versions.ts';

const { satisfies } = composerVersions;

// Deeper than any package's requirements lead to something that is not known otherwise.
const MOST_DEPTH = 6;

/** What is fixed and chosen so far, as an objection is looked for. */
export interface Standing {
  question: ComposerQuestion;
  lookup: Lookup<ComposerPackage>;
  missing: Set<string>;
  chosen: ReadonlyMap<string, Chosen<Release>>;
  /** By name and range: what is wrong with it, or nothing. */
  known: Map<string, string | undefined>;
}

/** A range as a release means it: `self.version` is its own. */
export function ownRange(range: string, { version }: Release): string {
  return range.replaceAll('self.version', plainVersion(version));
}

/** Parts of the platform that only Composer itself can tell: it judges by them afterwards. */
export function isForComposer(name: string): boolean {
  return name.startsWith('lib-') || name.startsWith('composer') || name === 'hhvm';
}

/** Whether a package of the lockfile, or the project itself, stands in for another (`replace`, `provide`) in a range. */
export function isStoodIn({ locked, standIns }: ComposerQuestion, name: string, range: string): boolean {
  const covers = (held: string | undefined, version: string): boolean => {
    if (held === undefined) return false;
    const meant = held === 'self.version' ? plainVersion(version) : held;
    const lowest = composerVersions.lowest(meant) ?? meant;
    return meant === '*' || range === '*' || satisfies(lowest, range);
  };
  if (covers(standIns[name], '')) return true;
  return [...locked.values()].some(
    ({ replace, provide, version }) => covers(replace[name], version) || covers(provide[name], version),
  );
}

/** The same by what the project requires and nothing has locked yet: in the version that would be taken. */
function isStoodInLater(standing: Standing, name: string, range: string): boolean {
  const { question, lookup, missing } = standing;
  return [...question.required].some(([other, own]) => {
    if (isPlatform(other) || question.locked.has(other)) return false;
    const document = lookup(other);
    if (document === 'unknown') missing.add(other);
    // Until it is known nothing speaks against it.
    if (typeof document === 'string') return document === 'unknown';
    const [newest] = candidatesIn(question, document, [own]).filter(({ meta }) => runsHere(question, meta));
    return (
      newest !== undefined &&
      isStoodIn({ ...question, standIns: {}, locked: new Map([[other, newest.meta]]) }, name, range)
    );
  });
}

/** Whether there is a version in all ranges that runs here; undefined where that is not known yet. */
export function movable(
  { question, lookup, missing }: Standing,
  name: string,
  ranges: readonly string[],
): boolean | undefined {
  const document = lookup(name);
  if (document === 'unknown') {
    missing.add(name);
    return undefined;
  }
  if (document === 'none') return false;
  return candidatesIn(question, document, ranges).some(({ meta }) => runsHere(question, meta));
}

export function runsHere(question: ComposerQuestion, meta: Release): boolean {
  return platformFault(question, meta) === undefined;
}

/** What a version requires of the platform and does not find here; undefined where it runs. */
export function platformFault(
  { platform }: ComposerQuestion,
  { require }: Release,
): { name: string; range: string } | undefined {
  if (!platform) return undefined;
  for (const [written, range] of Object.entries(require)) {
    const name = written.toLowerCase();
    if (!isPlatform(name) || isForComposer(name)) continue;
    const here = platform.versions.get(name);
    if (here === undefined || !satisfies(here, range)) return { name, range };
  }
  return undefined;
}

/** What is wrong with a requirement that nobody else has a say in, further down too: no version of it can be had. */
export function faultOf(standing: Standing, name: string, range: string, depth: number): string | undefined {
  const { lookup, missing, known } = standing;
  const key = `${name} ${range}`;
  if (known.has(key)) return known.get(key);
  // A circle leads back here: what is being looked at counts as good until shown otherwise.
  known.set(key, undefined);
  const document = lookup(name);
  if (document === 'unknown') {
    missing.add(name);
    return undefined;
  }
  const fault = isStoodInLater(standing, name, range)
    ? undefined
    : document === 'none'
      ? 'which no repository has'
      : faultIn(standing, document, range, depth);
  known.set(key, fault);
  return fault;
}

function faultIn(standing: Standing, document: ComposerPackage, range: string, depth: number): string | undefined {
  const candidates = candidatesIn(standing.question, document, [range]);
  const [newest] = candidates;
  if (!newest) return 'no version of which can be had';
  const running = candidates.filter(({ meta }) => runsHere(standing.question, meta));
  if (running.length === 0) {
    const php = newest.meta.require.php;
    return php === undefined ? 'no version of which runs here' : `which requires PHP ${php}`;
  }
  if (depth >= MOST_DEPTH) return undefined;
  let first: string | undefined;
  for (const { version, meta } of running.slice(0, 20)) {
    const deeper = requirementFault(standing, meta, depth);
    if (deeper === undefined) return undefined;
    first ??= `which in ${version} ${deeper}`;
  }
  return first;
}

function requirementFault(standing: Standing, meta: Release, depth: number): string | undefined {
  for (const [other, range] of Object.entries(meta.require)) {
    const name = other.toLowerCase();
    if (isPlatform(other) || standing.question.locked.has(name) || isStoodIn(standing.question, name, range)) continue;
    const fault = faultOf(standing, name, ownRange(range, meta), depth + 1);
    if (fault !== undefined) return `requires ${name} ${range}, ${fault}`;
  }
  return undefined;
}
