import type { Candidate, Objection } from '../../resolve/question.ts';
import { candidatesIn } from './candidates.ts';
import { composerVersions } from './constraints.ts';
import type { Release } from './lock.ts';
import { isPlatform } from './manifest.ts';
import type { ComposerQuestion } from './question.ts';
import { faultOf, isForComposer, isStoodIn, movable, ownRange, runsHere, type Standing } from './obtainable.ts';
import { plainVersion } from './versions.ts';

const { satisfies } = composerVersions;

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
    const held = locked ? heldBack(standing, locked, range) : heldApart(standing, name, range);
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

/** What nothing has locked yet must go with what the project requires, in whatever version that comes. */
function heldApart(standing: Standing, name: string, range: string): Objection | undefined {
  const { question, lookup, missing } = standing;
  for (const [other, own] of question.required) {
    if (isPlatform(other) || question.locked.has(other)) continue;
    const document = lookup(other);
    if (document === 'unknown') missing.add(other);
    if (typeof document === 'string') continue;
    const running = candidatesIn(question, document, [own]).filter(({ meta }) => runsHere(question, meta));
    const asked = running.map(({ meta }) => meta.require[name] && ownRange(meta.require[name], meta));
    const goes = [...new Set(asked)].some(
      (one) => one === undefined || movable(standing, name, [one, range]) !== false,
    );
    if (running.length === 0 || goes) continue;
    question.spoken.add(other);
    return {
      lacking: `goes with ${other} ${own}`,
      words: `requires ${name} ${range}, which ${other} ${own} does not go with`,
      with: [],
      asks: `present ${other}`,
    };
  }
  return undefined;
}

/** The locked package that stands in for another, with its version. */
function standsFor({ locked }: ComposerQuestion, name: string): string | undefined {
  const found = [...locked.values()].find(({ replace, provide }) => (replace[name] ?? provide[name]) !== undefined);
  return found && `${found.name} ${plainVersion(found.version)}`;
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
