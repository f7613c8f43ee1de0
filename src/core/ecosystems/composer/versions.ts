// Composer's documentation, "Versions and constraints", and what its own parser of versions makes of them.
// Its numbers can be read in one way only: whoever writes many of them makes nobody search.
const MODIFIER = '[._-]?(?:(stable|beta|b|RC|alpha|a|patch|pl|p)((?:[.-]?\\d+(?:[.-]\\d+)*)?))?([.-]?dev)?';
const STABILITIES = ['dev', 'alpha', 'beta', 'RC', 'stable'] as const;

export type Stability = (typeof STABILITIES)[number];

const CLASSICAL = new RegExp(`^v?(\\d{1,5})(\\.\\d+)?(\\.\\d+)?(\\.\\d+)?${MODIFIER}$`, 'i');
const DATED = new RegExp(`^v?(\\d{4}(?:[.:-]?\\d{2}){1,6}(?:[.:-]?\\d{1,3})?)${MODIFIER}$`, 'i');
// Nobody writes longer ones, and the patterns look at each place of a text.
const LONGEST = 250;

export { MODIFIER };

/** A version in Composer's normal form: four numbers and how stable it is, or `dev-` and a branch; undefined for what is none. */
export function normalized(written: string): string | undefined {
  if (written.length > LONGEST) return undefined;
  let version = written.trim();
  version = /^([^,\s]+) +as +([^,\s]+)$/.exec(version)?.[1] ?? version;
  version = version.replace(/@(?:stable|RC|beta|alpha|dev)$/i, '');
  if (/^(master|trunk|default)$/.test(version)) version = `dev-${version}`;
  if (/^dev-/i.test(version)) return `dev-${version.slice(4)}`;
  version = /^([^,\s+]+)\+\S+$/.exec(version)?.[1] ?? version;
  return classical(version) ?? dated(version) ?? branch(version);
}

function classical(version: string): string | undefined {
  const found = CLASSICAL.exec(version);
  if (!found) return undefined;
  const [, first = '', second = '.0', third = '.0', fourth = '.0'] = found;
  return withModifier(first + second + third + fourth, found[5], found[6], found[7]);
}

function dated(version: string): string | undefined {
  const found = DATED.exec(version);
  return found ? withModifier((found[1] ?? '').replaceAll(/\D/g, '.'), found[2], found[3], found[4]) : undefined;
}

const SHORT: Record<string, string> = { a: 'alpha', b: 'beta', p: 'patch', pl: 'patch', rc: 'RC' };

function withModifier(numbers: string, stability = '', count = '', dev = ''): string {
  if (stability === 'stable') return numbers;
  const word = stability.toLowerCase();
  const named = word === '' ? '' : `-${SHORT[word] ?? word}${count.replace(/^[.-]+/, '')}`;
  return numbers + named + (dev === '' ? '' : '-dev');
}

/** A branch that is named for numbers, as `2.x-dev`. */
function branch(version: string): string | undefined {
  const name = /^(.*?)[.-]?dev$/i.exec(version)?.[1];
  const parts = /^v?(\d+)(\.(?:\d+|[xX*]))?(\.(?:\d+|[xX*]))?(\.(?:\d+|[xX*]))?$/i.exec(name ?? '');
  if (!parts) return undefined;
  const numbers = [1, 2, 3, 4].map((index) => (parts[index] ?? '.x').replace(/[xX*]/, '9999999'));
  return `${numbers.join('')}-dev`;
}

/** How stable a version is: it is taken only where a project takes such ones (composer.json, `minimum-stability`). */
export function stabilityOf(version: string): Stability {
  if (version.length > LONGEST) return 'stable';
  const text = version.replace(/#.+$/, '');
  if (/^dev-/i.test(text) || /-dev$/i.test(text)) return 'dev';
  const found = new RegExp(`${MODIFIER}(?:\\+.*)?$`, 'i').exec(text.toLowerCase());
  if (found?.[3]) return 'dev';
  const word = found?.[1] ?? '';
  if (/^b/.test(word)) return 'beta';
  if (/^a/.test(word)) return 'alpha';
  return word === 'rc' ? 'RC' : 'stable';
}

/** A version as people speak of it: without the `v` that tags begin with. */
export function plainVersion(version: string): string {
  return version.replace(/^v(?=\d)/, '');
}

/** Whether a version is as stable as asked for, or more so. */
export function isStableEnough(version: string, wanted: Stability): boolean {
  return STABILITIES.indexOf(stabilityOf(version)) >= STABILITIES.indexOf(wanted);
}

/** The stability that a word names, in whatever case; undefined for another word. */
export function stabilityNamed(word: unknown): Stability | undefined {
  return STABILITIES.find((one) => typeof word === 'string' && one.toLowerCase() === word.toLowerCase());
}

// PHP's manual, `version_compare`: these words in this order, a number among them at `#`.
const FORMS: readonly (readonly [string, number])[] = [
  ['dev', 0],
  ['alpha', 1],
  ['a', 1],
  ['beta', 2],
  ['b', 2],
  ['RC', 3],
  ['rc', 3],
  ['#', 4],
  ['pl', 5],
  ['p', 5],
];

/** Below, at or above 0, as the first of two versions in normal form is older, the same or newer. */
export function compareNormalized(a: string, b: string): number {
  const [one, other] = [partsOf(a), partsOf(b)];
  for (let index = 0; index < Math.max(one.length, other.length); index += 1) {
    const difference = comparePart(one[index], other[index]);
    if (difference !== 0) return difference;
  }
  return 0;
}

function partsOf(version: string): string[] {
  return version
    .replaceAll(/[-_+]/g, '.')
    .replaceAll(/(\d)([^\d.])/g, '$1.$2')
    .replaceAll(/([^\d.])(\d)/g, '$1.$2')
    .split('.')
    .filter((part) => part !== '');
}

function comparePart(a: string | undefined, b: string | undefined): number {
  if (a === undefined) return b === undefined ? 0 : -againstNothing(b);
  if (b === undefined) return againstNothing(a);
  const [one, other] = [/^\d+$/.test(a), /^\d+$/.test(b)];
  if (one && other) return compareNumbers(a, b);
  return rankOf(one ? '#' : a) - rankOf(other ? '#' : b);
}

/** What more parts mean: a number makes a version newer, a word as the word says. */
function againstNothing(part: string): number {
  return /^\d+$/.test(part) ? 1 : rankOf(part) - rankOf('#');
}

function compareNumbers(a: string, b: string): number {
  const [one, other] = [BigInt(a), BigInt(b)];
  return one < other ? -1 : Number(one > other);
}

function rankOf(word: string): number {
  return FORMS.find(([form]) => word.startsWith(form))?.[1] ?? -1;
}
