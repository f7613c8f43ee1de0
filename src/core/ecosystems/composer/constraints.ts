import type { VersionRules } from '../ecosystem.ts';
import { compareNormalized, MODIFIER, normalized, stabilityNamed, stabilityOf, type Stability } from './versions.ts';

/** One bound of a constraint, on a version in normal form. */
interface Bound {
  sign: '<' | '<=' | '>' | '>=' | '=' | '!=';
  version: string;
}

const VERSION = `v?(\\d+)(?:\\.(\\d+))?(?:\\.(\\d+))?(?:\\.(\\d+))?(?:${MODIFIER}|\\.([xX*][.-]?dev))(?:\\+[^\\s]+)?`;
const TILDE = new RegExp(`^~${VERSION}$`, 'i');
const CARET = new RegExp(`^\\^${VERSION}$`, 'i');
const HYPHEN = new RegExp(`^(${VERSION}) +- +(${VERSION})$`, 'i');
const WILDCARD = /^v?(\d+)(?:\.(\d+))?(?:\.(\d+))?(?:\.[xX*])+$/;
const SUFFIXED = new RegExp(`-${MODIFIER}$`);
// Between constraints that all must hold: a comma or a blank, not one inside of a hyphenated range or behind an operator.
const AND = /(?<!^|as|[=>< ,]) *(?<!-)[, ](?!-) *(?!,|as|$)/;
const LONGEST = 1000;

/** The alternatives of a constraint (Composer's documentation, "Writing version constraints"), each a list of bounds that all must hold; undefined where it is none. */
function readConstraint(text: string): Bound[][] | undefined {
  const known = read.get(text);
  if (known !== undefined) return known ?? undefined;
  const alternatives =
    text.length > LONGEST
      ? []
      : text
          .trim()
          .replaceAll(/\s+/g, ' ')
          .split(/\s*\|\|?\s*/)
          .map((part) => readAll(part));
  const found = alternatives.length > 0 && alternatives.every((one) => one !== undefined) ? alternatives : undefined;
  read.set(text, found ?? null);
  return found;
}

// The same constraints are asked for again and again in a search.
const read = new Map<string, Bound[][] | null>();

function readAll(text: string): Bound[] | undefined {
  const bounds = text.split(AND).map((part) => readOne(part));
  return bounds.every((one) => one !== undefined) ? bounds.flat() : undefined;
}

function readOne(written: string): Bound[] | undefined {
  let text = /^([^,\s]+) +as +([^,\s]+)$/.exec(written)?.[1] ?? written;
  const flag = /^([^,\s]*?)@(stable|RC|beta|alpha|dev)$/i.exec(text);
  if (flag) text = flag[1] === '' ? '*' : (flag[1] ?? text);
  text = /^(dev-[^,\s@]+?|[^,\s@]+?\.x-dev)#.+$/i.exec(text)?.[1] ?? text;
  const any = /^(v)?[xX*](\.[xX*])*$/i.exec(text);
  if (any) return any[1] || any[2] ? [{ sign: '>=', version: '0.0.0.0-dev' }] : [];
  return tilde(text) ?? caret(text) ?? wildcard(text) ?? hyphen(text) ?? plain(text, flag?.[2]);
}

function tilde(text: string): Bound[] | undefined {
  const found = TILDE.exec(text);
  if (!found) return undefined;
  const given = [4, 3, 2].find((index) => isGiven(found[index])) ?? 1;
  return between(text.slice(1), found, Math.max(1, given + (found[8] ? 1 : 0) - 1));
}

function caret(text: string): Bound[] | undefined {
  const found = CARET.exec(text);
  if (!found) return undefined;
  const [, first, second, third] = found;
  // The first number that is not 0 must stay.
  const kept = first !== '0' || !isGiven(second) ? 1 : second !== '0' || !isGiven(third) ? 2 : 3;
  return between(text.slice(1), found, kept);
}

/** From a version to below the next one at a place; pre-releases count from the first on where none is named. */
function between(from: string, found: RegExpExecArray, place: number): Bound[] | undefined {
  const version = normalized(from + (found[5] || found[7] || found[8] ? '' : '-dev'));
  if (version === undefined) return undefined;
  return [
    { sign: '>=', version },
    { sign: '<', version: moved(found, place, 1) },
  ];
}

function wildcard(text: string): Bound[] | undefined {
  const found = WILDCARD.exec(text);
  if (!found) return undefined;
  const place = [3, 2].find((index) => isGiven(found[index])) ?? 1;
  const low = moved(found, place, 0);
  const upper: Bound = { sign: '<', version: moved(found, place, 1) };
  return low === '0.0.0.0-dev' ? [upper] : [{ sign: '>=', version: low }, upper];
}

/** `1.0 - 2.0`: an end with fewer numbers takes in all below it. */
function hyphen(text: string): Bound[] | undefined {
  const found = HYPHEN.exec(text);
  if (!found) return undefined;
  const low = normalized(found[1] ?? '');
  const high = normalized(found[10] ?? '');
  if (low === undefined || high === undefined) return undefined;
  const lower: Bound = { sign: '>=', version: found[6] || found[8] || found[9] ? low : `${low}-dev` };
  const isWhole = (isGiven(found[12]) && isGiven(found[13])) || found[15] || found[17] || found[18];
  if (isWhole) return [lower, { sign: '<=', version: high }];
  const numbers = ['', found[11], found[12], found[13], found[14]];
  return [lower, { sign: '<', version: moved(numbers, isGiven(found[12]) ? 2 : 1, 1) }];
}

function plain(text: string, flag: string | undefined): Bound[] | undefined {
  const [, sign = '', rest = ''] = /^(<>|!=|>=?|<=?|==?)?\s*(.*)/.exec(text) ?? [];
  const isBranch = rest.endsWith('-dev') && /^[0-9a-zA-Z\-./]+$/.test(rest);
  let version = normalized(rest) ?? (isBranch ? `dev-${rest.slice(0, -4)}` : undefined);
  if (version === undefined || rest === '') return undefined;
  const isEqual = sign === '' || sign === '=' || sign === '==';
  const named = stabilityNamed(flag);
  if (!isEqual && named !== undefined && named !== 'stable' && stabilityOf(version) === 'stable') version += `-${flag}`;
  else if ((sign === '<' || sign === '>=') && !SUFFIXED.test(rest.toLowerCase()) && !rest.startsWith('dev-'))
    version += '-dev';
  return [{ sign: isEqual ? '=' : sign === '<>' ? '!=' : (sign as Bound['sign']), version }];
}

function isGiven(part: string | undefined): boolean {
  return part !== undefined && part !== '';
}

/** The numbers up to a place, the last of them raised, zeros behind; its pre-releases are not reached. */
function moved(numbers: readonly (string | undefined)[], place: number, by: number): string {
  const parts = [1, 2, 3, 4].map((index) => {
    const number = BigInt(index > place ? 0 : numbers[index] || 0);
    return index === place ? number + BigInt(by) : number;
  });
  return `${parts.join('.')}-dev`;
}

function holds(version: string, { sign, version: bound }: Bound): boolean {
  const branches = [version, bound].filter((one) => one.startsWith('dev-')).length;
  if (branches > 0) {
    if (sign === '!=') return version !== bound;
    return branches === 2 && sign === '=' && version === bound;
  }
  const compared = compareNormalized(version, bound);
  switch (sign) {
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

/** The stability that a constraint asks for by itself: a flag, or what its versions are; undefined where it says nothing of it. */
export function flaggedStability(range: string): Stability | undefined {
  if (range.length > LONGEST) return undefined;
  const flag = stabilityNamed(/@(stable|RC|beta|alpha|dev)(?:\s|,|\||$)/i.exec(range)?.[1]);
  if (flag) return flag;
  const written = range.split(/\s*\|\|?\s*|[\s,]+/).map((one) => stabilityOf(one.replace(/^[~^<>=!]+/, '')));
  return (['dev', 'alpha', 'beta', 'RC'] as const).find((one) => written.includes(one));
}

/** Composer's versions and constraints. A branch (`dev-main`) satisfies only its own name. */
export const composerVersions: VersionRules = {
  covers: (range, version) => composerVersions.satisfies(version, range),
  satisfies(version, range) {
    const own = normalized(version);
    const alternatives = readConstraint(range);
    if (own === undefined || !alternatives) return version.trim() === range.trim();
    return alternatives.some((bounds) => bounds.every((bound) => holds(own, bound)));
  },
  isRange: (text) => readConstraint(text) !== undefined,
  lowest(range) {
    const [first = []] = readConstraint(range) ?? [];
    const from = first.find(({ sign }) => sign === '>=' || sign === '=');
    if (!from || from.version.startsWith('dev-')) return undefined;
    return from.version.replace(/-dev$/, '').split('.').slice(0, 3).join('.');
  },
  compare(a, b) {
    const [one, other] = [normalized(a), normalized(b)];
    if (one === undefined || other === undefined) return Number(one !== undefined) - Number(other !== undefined);
    return compareNormalized(one, other);
  },
};
