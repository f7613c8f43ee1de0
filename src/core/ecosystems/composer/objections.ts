import type { Candidate, Chosen, Lookup, Objection } from '../../resolve/question.ts';
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

/** What speaks against a version whatever else is chosen: the platform, what the project requires, and what cannot be had. */
export function fixedObjectionTo(
  standing: Standing,
  name: string,
  { meta }: Candidate<Release>,
): Objection | undefined {
  for (const [other, range] of Object.entries(meta.require)) {
    const found = isPlatform(other)
      ? aboutPlatform(standing, other, range)
      : aboutRequired(standing, other.toLowerCase(), ownRange(range, meta));
    if (found) return found;
  }
  return aboutConflicts(standing, name, meta);
}

/** What speaks against a version beside what is chosen so far. */
export function objectionTo(
  { chosen }: Standing,
  name: string,
  { version, meta }: Candidate<Release>,
): Objection | undefined {
  for (const other of chosen.values()) {
    const wanted = meta.require[other.name];
    if (wanted !== undefined && !satisfies(other.version, ownRange(wanted, meta)))
      return {
        lacking: `accepts ${other.name} ${other.version}`,
        words: `requires ${other.name} ${wanted}`,
        with: [other.name],
      };
    const asked = other.meta.require[name];
    if (asked !== undefined && !satisfies(version, ownRange(asked, other.meta)))
      return { lacking: `${other.name} ${other.version} accepts`, words: `is not ${asked}`, with: [other.name] };
    const clash = meta.conflict[other.name] ?? other.meta.conflict[name];
    const against = meta.conflict[other.name] === undefined ? version : other.version;
    if (clash !== undefined && satisfies(against, clash))
      return {
        lacking: `goes together with ${other.name} ${other.version}`,
        words: `is in conflict with ${other.name} ${clash}`,
        with: [other.name],
      };
  }
  return undefined;
}

/** A range as a release means it: `self.version` is its own. */
function ownRange(range: string, { version }: Release): string {
  return range.replaceAll('self.version', plainVersion(version));
}

function aboutPlatform({ question: { platform } }: Standing, name: string, range: string): Objection | undefined {
  const own = name.toLowerCase();
  if (!platform || isForComposer(own)) return undefined;
  const here = platform.versions.get(own);
  if (here !== undefined && satisfies(here, range)) return undefined;
  const title = titleOf(own);
  if (here === undefined)
    return {
      lacking: `does without ${title}`,
      words: `requires ${title}, which is not installed here`,
      with: [],
      asks: `platform ${own}`,
    };
  return {
    lacking: `runs on ${title} ${here}`,
    words: `requires ${title} ${range}`,
    with: [],
    asks: `platform ${own}`,
  };
}

/** Parts of the platform that only Composer itself can tell: it judges by them afterwards. */
function isForComposer(name: string): boolean {
  return name.startsWith('lib-') || name.startsWith('composer') || name === 'hhvm';
}

/** What people call a part of the platform. */
export function titleOf(name: string): string {
  if (name === 'php') return 'PHP';
  return name.startsWith('ext-') ? `the PHP extension ${name.slice(4)}` : name;
}

/** A requirement must be met by what the project requires itself, else by what can be had. */
function aboutRequired(standing: Standing, name: string, range: string): Objection | undefined {
  const { question } = standing;
  const own = question.required.get(name);
  const locked = question.locked.get(name);
  if (isStoodIn(question, name, range)) return undefined;
  if (own === undefined) {
    if (locked && satisfies(locked.version, range)) return undefined;
    const held = locked && heldBack(standing, locked, range);
    if (held) return held;
    const stander = locked ? undefined : standsFor(question, name);
    if (stander !== undefined)
      return {
        lacking: `goes with ${stander}`,
        words: `requires ${name} ${range}, for which ${stander} stands in`,
        with: [],
        asks: `present ${stander.split(' ')[0] ?? ''}`,
      };
    const fault = faultOf(standing, name, range, 0);
    return fault === undefined
      ? undefined
      : { lacking: 'has all that it requires', words: `requires ${name} ${range}, ${fault}`, with: [] };
  }
  if (question.wants.some((want) => want.name === name)) return undefined;
  if (locked && satisfies(locked.version, range)) return undefined;
  // It may move within what the project itself asks for.
  if (movable(standing, name, [own, range]) !== false) return undefined;
  question.spoken.add(name);
  const here = locked ? plainVersion(locked.version) : own;
  return { lacking: `accepts ${name} ${here}`, words: `requires ${name} ${range}`, with: [], asks: `present ${name}` };
}

/** A locked package that nobody requires himself stays where those that require it hold it. */
function heldBack(standing: Standing, locked: Release, range: string): Objection | undefined {
  const { question } = standing;
  const holders = [...question.locked.values()].filter((one) => one.require[locked.name] !== undefined);
  const required = holders.filter(({ name }) => question.required.has(name));
  const ranges = required.map((one) => ownRange(one.require[locked.name] ?? '*', one));
  if (movable(standing, locked.name, [range, ...ranges]) !== false) return undefined;
  const here = `${locked.name} ${plainVersion(locked.version)}`;
  const [holder] = required.filter(
    (one) => movable(standing, locked.name, [range, ownRange(one.require[locked.name] ?? '*', one)]) === false,
  );
  if (holder) question.spoken.add(holder.name);
  return {
    lacking: `accepts ${here}`,
    words: `requires ${locked.name} ${range}`,
    with: [],
    asks: `present ${locked.name}`,
  };
}

/** The locked package that stands in for another, with its version. */
function standsFor({ locked }: ComposerQuestion, name: string): string | undefined {
  const found = [...locked.values()].find(({ replace, provide }) => (replace[name] ?? provide[name]) !== undefined);
  return found && `${found.name} ${plainVersion(found.version)}`;
}

/** Whether a package of the lockfile, or the project itself, stands in for another (`replace`, `provide`) in a range. */
function isStoodIn({ locked, standIns }: ComposerQuestion, name: string, range: string): boolean {
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
function movable(
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

function runsHere(question: ComposerQuestion, meta: Release): boolean {
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
function faultOf(standing: Standing, name: string, range: string, depth: number): string | undefined {
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

/** What is locked may exclude a version, and be excluded by it. */
function aboutConflicts(standing: Standing, name: string, meta: Release): Objection | undefined {
  const { question } = standing;
  for (const [other, range] of Object.entries(meta.conflict)) {
    const locked = question.locked.get(other.toLowerCase());
    if (!locked || !satisfies(locked.version, range) || canAvoid(standing, locked.name, range)) continue;
    question.spoken.add(locked.name);
    return {
      lacking: `goes together with ${locked.name} ${plainVersion(locked.version)}`,
      words: `is in conflict with ${locked.name} ${range}`,
      with: [],
      asks: `present ${locked.name}`,
    };
  }
  for (const locked of question.locked.values()) {
    const range = locked.conflict[name];
    if (range === undefined || !satisfies(meta.version, range)) continue;
    return {
      lacking: `${locked.name} ${plainVersion(locked.version)} goes together with`,
      words: `is what ${locked.name} is in conflict with (${range})`,
      with: [],
      asks: `present ${locked.name}`,
    };
  }
  return undefined;
}

/** Whether a locked package has another version, within what the project asks for, that a conflict does not name. */
function canAvoid({ question, lookup, missing }: Standing, name: string, range: string): boolean {
  const document = lookup(name);
  if (document === 'unknown') {
    missing.add(name);
    return true;
  }
  if (document === 'none') return false;
  const own = question.required.get(name) ?? '*';
  return candidatesIn(question, document, [own]).some(
    ({ version, meta }) => !satisfies(version, range) && runsHere(question, meta),
  );
}
