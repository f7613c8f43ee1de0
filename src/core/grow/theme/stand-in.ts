import { create } from 'fontkitten';
import type { TypefaceKind } from '../../ecosystems/work.ts';

/** A font of the system that stands in until a typeface has loaded, and what makes it as wide and as high as that. */
export interface StandIn {
  /** Its names on different systems: the first that is there is taken. */
  local: readonly string[];
  /** What stands behind it where none is there (CSS Fonts 4, section 2.1.1, "Generic font families"). */
  generic: 'sans-serif' | 'serif' | 'monospace';
  /** Descriptors of its `@font-face` (CSS Fonts 5, section 2: `size-adjust`, and the metrics overrides of CSS Fonts 4). */
  descriptors: Record<string, string>;
}

interface SystemFont extends Pick<StandIn, 'local' | 'generic'> {
  /** Mean advance of a letter of English text, in thousandths of an em. */
  width: number;
}

// How often a character is in English text, in thousandths (a space after each 4.7 letters; letters as in Lewand, "Cryptological
// Mathematics", 2000).
const SPACE_SHARE = 175;
const LETTERS = Object.entries({
  ...{ a: 82, b: 15, c: 28, d: 43, e: 127, f: 22, g: 20, h: 61, i: 70, j: 2, k: 8, l: 40, m: 24 },
  ...{ n: 67, o: 75, p: 19, q: 1, r: 60, s: 63, t: 91, u: 28, v: 10, w: 24, x: 2, y: 20, z: 1 },
});

// Advances as in the metrics (AFM) of Helvetica and Times, which these fonts have by design.
const ARIAL =
  'a556 b556 c500 d556 e556 f278 g556 h556 i222 j222 k500 l222 m833 n556 o556 p556 q556 r333 s500 t278 u556 v500 w722 x500 y500 z500';
const TIMES =
  'a444 b500 c444 d500 e444 f333 g500 h500 i278 j278 k500 l278 m778 n500 o500 p500 q500 r333 s389 t278 u500 v500 w722 x500 y500 z444';

const SANS: SystemFont = { local: ['Arial', 'Liberation Sans'], generic: 'sans-serif', width: meanOf(ARIAL, 278) };
const SERIF: SystemFont = {
  local: ['Times New Roman', 'Liberation Serif'],
  generic: 'serif',
  width: meanOf(TIMES, 250),
};
const MONO: SystemFont = { local: ['Courier New', 'Liberation Mono'], generic: 'monospace', width: 600 };
const SYSTEM: Record<TypefaceKind, SystemFont> = {
  'sans-serif': SANS,
  display: SANS,
  handwriting: SANS,
  serif: SERIF,
  monospace: MONO,
};

/** What stands in for a typeface, by its font file; undefined where that cannot be read or has no letters of English. */
export function standInFor(font: Uint8Array, kind: TypefaceKind): StandIn | undefined {
  const metrics = metricsOf(font);
  if (!metrics) return undefined;
  const { local, generic, width } = SYSTEM[kind];
  const size = metrics.width / width;
  const percent = (share: number): string => `${Number((share * 100).toFixed(2))}%`;
  return {
    local,
    generic,
    descriptors: {
      'size-adjust': percent(size),
      'ascent-override': percent(metrics.ascent / size),
      'descent-override': percent(metrics.descent / size),
      'line-gap-override': percent(metrics.gap / size),
    },
  };
}

/** Measures of a font, in parts of an em but for the width: that is in thousandths. */
function metricsOf(font: Uint8Array): { ascent: number; descent: number; gap: number; width: number } | undefined {
  try {
    const read = create(Buffer.from(font));
    if (!('glyphForCodePoint' in read)) return undefined;
    const { unitsPerEm, ascent, descent, lineGap } = read;
    const codes = [' ', ...LETTERS.map(([letter]) => letter)].map((one) => one.codePointAt(0) ?? 0);
    if (!codes.every((code) => read.hasGlyphForCodePoint(code))) return undefined;
    const width = meanWidth(
      (one) => (read.glyphForCodePoint(one.codePointAt(0) ?? 0).advanceWidth * 1000) / unitsPerEm,
    );
    const metrics = { ascent: ascent / unitsPerEm, descent: -descent / unitsPerEm, gap: lineGap / unitsPerEm, width };
    const isSound = Object.values(metrics).every((one) => one >= 0 && one < 5000) && width > 0 && ascent > 0;
    return isSound ? metrics : undefined;
  } catch {
    // Whatever is wrong with it: it is no font that can be measured.
    return undefined;
  }
}

function meanOf(advances: string, space: number): number {
  const table = new Map(advances.split(' ').map((one) => [one.slice(0, 1), Number(one.slice(1))]));
  return meanWidth((one) => table.get(one) ?? space);
}

/** The mean advance of the characters of English text. */
function meanWidth(advanceOf: (character: string) => number): number {
  const total = LETTERS.reduce((sum, [, share]) => sum + share, 0);
  const letters = LETTERS.reduce((sum, [letter, share]) => sum + (share / total) * advanceOf(letter), 0);
  const space = SPACE_SHARE / 1000;
  return letters * (1 - space) + advanceOf(' ') * space;
}
