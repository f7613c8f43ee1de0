import type { VersionRules } from '../ecosystem.ts';

// Composer's documentation, "Versions and constraints", and its own normal form: four numbers, then how stable it is.
const STABILITY = ['dev', 'alpha', 'beta', 'rc', 'stable', 'patch'] as const;
type Stability = (typeof STABILITY)[number];

interface Version {
  numbers: number[];
  stability: Stability;
  /** The number behind the stability, as 2 of `beta2`. */
  count: number;
}

interface Bound {
  sign: '<' | '<=' | '>' | '>=' | '=' | '!=';
  version: Version;
}

const ALIASES: Record<string, Stability> = {
  a: 'alpha',
  b: 'beta',
  p: 'patch',
  pl: 'patch',
  c: 'rc',
};

/** A version as Composer reads it; undefined for a branch and for what is none. */
function readVersion(text: string): Version | undefined {
  const [, core = '', word = '', count = ''] =
    /^v?(\d+(?:\.\d+){0,3})(?:[.-]?(stable|dev|alpha|beta|rc|patch|pl|[abcp])[.-]?(\d*))?$/i.exec(
      text.trim().replace(/\+.*$/, ''),
    ) ?? [];
  if (core === '') return undefined;
  const numbers = core.split('.').map(Number);
  while (numbers.length < 4) numbers.push(0);
  const known = word.toLowerCase();
  const stability = ALIASES[known] ?? STABILITY.find((one) => one === known) ?? 'stable';
  return { numbers, stability, count: Number(count || 0) };
}

function order(a: Version, b: Version): number {
  for (let index = 0; index < 4; index += 1) {
    const difference = (a.numbers[index] ?? 0) - (b.numbers[index] ?? 0);
    if (difference !== 0) return difference;
  }
  return STABILITY.indexOf(a.stability) - STABILITY.indexOf(b.stability) || a.count - b.count;
}

/** The alternatives of a constraint, each a list of bounds that all must hold; undefined where it is none. */
function readConstraint(text: string): Bound[][] | undefined {
  const alternatives = text
    .trim()
    .split(/\s*\|\|?\s*/)
    .map((part) => readAll(part));
  return alternatives.every((one) => one !== undefined) ? alternatives : undefined;
}

function readAll(text: string): Bound[] | undefined {
  const plain = text.trim().replace(/@(dev|alpha|beta|rc|stable)$/i, '');
  const [, from, to] = /^(\S+)\s+-\s+(\S+)$/.exec(plain) ?? [];
  if (from !== undefined && to !== undefined) return hyphen(from, to);
  const parts = plain
    .replaceAll(/([<>=!^~]+)\s+/g, '$1')
    .split(/[\s,]+/)
    .filter((part) => part !== '');
  const bounds = parts.map((part) => readOne(part));
  return bounds.length > 0 && bounds.every((one) => one !== undefined) ? bounds.flat() : undefined;
}

/** `1.0 - 2.0`: an end with fewer numbers takes in all below it. */
function hyphen(from: string, to: string): Bound[] | undefined {
  const lower = readVersion(from);
  const upper = readVersion(to);
  if (!lower || !upper) return undefined;
  const given = to.split('-')[0]?.split('.').length ?? 0;
  const end: Bound = given >= 3 ? { sign: '<=', version: upper } : { sign: '<', version: next(upper, given - 1) };
  return [{ sign: '>=', version: lowest(lower) }, end];
}

function readOne(text: string): Bound[] | undefined {
  if (text === '*' || text === 'x') return [];
  const [, sign = '', rest = ''] = /^(\^|~|[<>]=?|!=|<>|==?|)(.*)$/.exec(text) ?? [];
  const wildcard = /^v?(\d+(?:\.\d+)*)\.[*x]$/.exec(rest)?.[1];
  const version = readVersion(wildcard ?? rest.replace(/@\w+$/, ''));
  if (!version) return undefined;
  const given = (wildcard ?? rest).split('-')[0]?.split('.').length ?? 0;
  const between = (index: number): Bound[] => [
    { sign: '>=', version: lowest(version) },
    { sign: '<', version: next(version, index) },
  ];
  if (wildcard !== undefined) return between(given - 1);
  if (sign === '~') return between(Math.max(0, given - 2));
  if (sign === '^') {
    // The first number that is not 0 must stay.
    const first = version.numbers.findIndex((number, index) => number !== 0 && index < given);
    return between(first === -1 ? given - 1 : first);
  }
  const plain = sign === '' || sign === '==' ? '=' : sign === '<>' ? '!=' : (sign as Bound['sign']);
  // Below a stable version its pre-releases are below it as well.
  const isOpen = (plain === '<' || plain === '>=') && version.stability === 'stable';
  return [{ sign: plain, version: isOpen ? lowest(version) : version }];
}

/** The version before all of its pre-releases, where it is a stable one. */
function lowest(version: Version): Version {
  return version.stability === 'stable' ? { ...version, stability: 'dev', count: 0 } : version;
}

function next({ numbers }: Version, index: number): Version {
  const raised = numbers.map((number, at) => (at < index ? number : at === index ? number + 1 : 0));
  return { numbers: raised, stability: 'dev', count: 0 };
}

function holds(version: Version, bound: Bound): boolean {
  const compared = order(version, bound.version);
  switch (bound.sign) {
    case '<':
      return compared < 0;
    case '<=':
      return compared <= 0;
    case '>':
      return compared > 0;
    case '>=':
      return compared >= 0;
    case '=':
      return compared === 0;
    case '!=':
      return compared !== 0;
  }
}

/** Composer's versions and constraints. Branches (`dev-main`) are no versions: they satisfy only their own name. */
export const composerVersions: VersionRules = {
  covers: (range, version) => composerVersions.satisfies(version, range),
  satisfies(version, range) {
    const read = readVersion(version);
    const alternatives = readConstraint(range);
    if (!read || !alternatives) return version.trim() === range.trim();
    return alternatives.some((bounds) => bounds.every((bound) => holds(read, bound)));
  },
  isRange: (text) => readConstraint(text) !== undefined,
  lowest(range) {
    const [first = []] = readConstraint(range) ?? [];
    const from = first.find(({ sign }) => sign === '>=' || sign === '=');
    return from?.version.numbers.slice(0, 3).join('.');
  },
  compare(a, b) {
    const [one, other] = [readVersion(a), readVersion(b)];
    if (!one || !other) return Number(Boolean(one)) - Number(Boolean(other));
    return order(one, other);
  },
};
