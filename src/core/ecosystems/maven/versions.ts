import type { VersionRules } from '../ecosystem.ts';

// Maven's documentation, "Version Order Specification": what a word behind the numbers counts as.
const QUALIFIERS = ['alpha', 'beta', 'milestone', 'rc', 'snapshot', '', 'sp'];
const ALIASES: Record<string, string> = {
  a: 'alpha',
  b: 'beta',
  m: 'milestone',
  cr: 'rc',
  ga: '',
  final: '',
  release: '',
};

type Token = number | string;

/** A version's tokens, without what stands for nothing at its end. */
function tokensOf(version: string): Token[] {
  const found = version.toLowerCase().match(/\d+|[a-z]+/g) ?? [];
  const tokens = found.map((one): Token => (/^\d/.test(one) ? Number(one) : (ALIASES[one] ?? one)));
  while (tokens.length > 1 && (tokens.at(-1) === 0 || tokens.at(-1) === '')) tokens.pop();
  return tokens;
}

/** A word that is not known comes behind all that are; a number behind every word. */
function rank(token: Token): number {
  if (typeof token === 'number') return QUALIFIERS.length + 1;
  const at = QUALIFIERS.indexOf(token);
  return at === -1 ? QUALIFIERS.length : at;
}

function compareTokens(a: Token, b: Token): number {
  if (typeof a === 'number' && typeof b === 'number') return a - b;
  const difference = rank(a) - rank(b);
  return difference !== 0 ? difference : String(a) < String(b) ? -1 : Number(String(a) > String(b));
}

function compare(a: string, b: string): number {
  const [one, other] = [tokensOf(a), tokensOf(b)];
  for (let index = 0; index < Math.max(one.length, other.length); index += 1) {
    // Where one is longer the other has a 0 for a number, and the release for a word.
    const filler = (token: Token | undefined): Token => (typeof token === 'string' ? '' : 0);
    const [left, right] = [one[index] ?? filler(other[index]), other[index] ?? filler(one[index])];
    const difference = compareTokens(left, right);
    if (difference !== 0) return difference;
  }
  return 0;
}

interface Span {
  from: string;
  to: string;
  fromIn: boolean;
  toIn: boolean;
}

/** The spans of a requirement in brackets (POM reference, "Dependency Version Requirement Specification"); undefined for another text. */
function spansOf(text: string): Span[] | undefined {
  const plain = text.trim();
  if (!/^[[(]/.test(plain)) return undefined;
  const spans = [...plain.matchAll(/([[(])\s*([^\s,[\]()]*)\s*(,?)\s*([^\s,[\]()]*)\s*([\])])/g)];
  if (spans.map(([whole]) => whole).join(',') !== plain.replaceAll(/\s*,\s*(?=[[(])/g, ',')) return undefined;
  return spans.map(([, open, from = '', comma, to = '', close]) => ({
    from,
    to: comma === '' ? from : to,
    fromIn: open === '[',
    toIn: close === ']',
  }));
}

/** Maven's versions. A bare version is a wish that any other fulfils by Maven's own rule; here it means itself or newer. */
export const mavenVersions: VersionRules = {
  covers: (range, version) => mavenVersions.satisfies(version, range),
  satisfies(version, range) {
    const spans = spansOf(range);
    if (!spans) return compare(version, range) >= 0;
    return spans.some(({ from, to, fromIn, toIn }) => {
      const lower = from === '' || compare(version, from) > 0 || (fromIn && compare(version, from) === 0);
      const upper = to === '' || compare(version, to) < 0 || (toIn && compare(version, to) === 0);
      return lower && upper;
    });
  },
  isRange: (text) => spansOf(text) !== undefined || /^\d[\w.-]*$/.test(text.trim()),
  lowest(range) {
    const spans = spansOf(range);
    return spans ? spans[0]?.from || undefined : range.trim() || undefined;
  },
  compare,
};
