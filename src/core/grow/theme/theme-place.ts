import type { Container, Declaration } from 'postcss';
import { parseSheet } from '../../formats/style/sheet.ts';
import type { Ground, StackReading } from '../../joints/ground.ts';
import { literally } from '../../text/literally.ts';
import { matchesWildcard } from '../../text/wildcard.ts';
import type { ThemeBlock, ThemeHomes, ThemeSettings } from './theme-homes.ts';
import { isOwnSheet } from '../../joints/own-sheet.ts';
import { ownSources } from '../../joints/own-sources.ts';

/** A place of a workspace where its theme is, for values that have names. */
export interface ThemePlace {
  /** Relative to the host's root. */
  file: string;
  /** `block`: an at-rule that is there for it; `settings`: a configuration; `properties`: custom properties of the root; `variables`: those of Sass. */
  kind: 'block' | 'settings' | 'properties' | 'variables';
  /** Of a block, what is known of it. */
  block?: ThemeBlock | undefined;
  /** Of a configuration, what is known of it. */
  settings?: ThemeSettings | undefined;
  /** What a new value stands behind, word for word, and what parts the two; undefined where the block is not there yet. */
  behind?: { text: string; glue: string } | undefined;
  /** The names of the values of its kind that are there, without what marks them as such. */
  names: string[];
}

/** What values of a theme are of. */
export type ThemeOf = 'colours' | 'sizes' | 'fonts' | 'widths';

const ROOT = /^(:root|html)(\s*,\s*:host)?$/;

// How values of each kind are told from others, by what they say and, where that is not enough, by their names.
const MEANT: Record<ThemeOf, { value: RegExp; name?: RegExp }> = {
  colours: { value: /^(#[0-9a-f]{3,8}|(rgb|hsl|hwb|lab|lch|oklab|oklch|color)a?\()/i },
  sizes: { value: /^(clamp\(|[\d.]+(px|rem|em)$)/, name: /text|type|font|size/ },
  fonts: { value: /^["']|\b(sans-serif|serif|monospace|system-ui)\b/, name: /font|family|face|type/ },
  widths: { value: /^[\d.]+(px|rem|em|ch)$/, name: /container|content|page|measure|wrap|width/ },
};

/** Where values of a kind are in a workspace's theme: the place that has most of them, what is there for a theme before others. */
export function themePlace(
  ground: Ground,
  of: ThemeOf,
  joints: StackReading['joints'],
  homes: ThemeHomes,
): ThemePlace | undefined {
  const blocks = homes.blocks.filter((one) => one[of]);
  const configured = settingsPlace(
    ground,
    homes.settings.filter((one) => one[of]),
  );
  if (configured) return configured;
  const main = joints.find(({ name, state }) => name === 'styles.global' && state === 'present')?.file;
  const sheets = [...ownSources(ground, /\.(css|scss)$/)].filter(
    ({ file }) => !/\.module\./.test(file) && isOwnSheet(ground, file),
  );
  const places = sheets.flatMap((sheet) => placesIn(ground, sheet, of, blocks));
  const rank = ({ kind, names, file }: ThemePlace): number =>
    (kind === 'block' ? 10_000 : 0) + names.length * 10 + (file === main ? 5 : 0);
  const [best] = places.sort((a, b) => rank(b) - rank(a));
  if (best || main === undefined) return best;
  const text = ground.text(main) ?? '';
  const block = blocks.find(({ loads }) => new RegExp(`@import\\s+(url\\()?["']${literally(loads)}`).test(text));
  return { file: main, kind: block ? 'block' : 'properties', block, names: [] };
}

function settingsPlace(ground: Ground, all: readonly ThemeSettings[]): ThemePlace | undefined {
  for (const settings of all) {
    const name = ground
      .names(ground.inHost('.'))
      .find((one) => settings.named.some((pattern) => matchesWildcard(one, pattern)));
    if (name !== undefined) return { file: ground.inHost(name), kind: 'settings', settings, names: [] };
  }
  return undefined;
}

function placesIn(
  ground: Ground,
  { file, text }: { file: string; text: string },
  of: ThemeOf,
  known: readonly ThemeBlock[],
): ThemePlace[] {
  const sheet = parseSheet(text, { file, style: ground.workspace.style }, '');
  if ('kind' in sheet) return [];
  const source = text.slice(sheet.shift);
  const found: ThemePlace[] = [];
  for (const node of sheet.root.nodes) {
    if (node.type === 'rule' && ROOT.test(node.selector.trim()))
      found.push(...placeIn(source, file, node, 'properties', of));
    const block = node.type === 'atrule' && node.nodes ? known.find((one) => one.block === node.name) : undefined;
    // What a block only refers to is not made there.
    if (!block || node.type !== 'atrule' || /\breference\b/.test(node.params)) continue;
    found.push(...placeIn(source, file, node, 'block', of).map((place) => ({ ...place, block })));
  }
  const variables = placeIn(source, file, sheet.root, 'variables', of);
  return [...found, ...variables];
}

function placeIn(source: string, file: string, block: Container, kind: ThemePlace['kind'], of: ThemeOf): ThemePlace[] {
  const mark = kind === 'variables' ? '$' : '--';
  const isMeant = ({ prop, value }: Declaration): boolean =>
    prop.startsWith(mark) && MEANT[of].value.test(value) && (MEANT[of].name?.test(prop) ?? true);
  const all = (block.nodes ?? []).filter((node): node is Declaration => node.type === 'decl');
  const own = all.filter(isMeant);
  const last = own.at(-1) ?? (kind === 'variables' ? undefined : all.at(-1));
  const names = own.map(({ prop }) => prop.slice(mark.length));
  if (last) {
    const [start, end] = [last.source?.start?.offset ?? 0, last.source?.end?.offset ?? 0];
    const written = source.slice(start, end);
    const glue = `\n${last.raws.before?.split('\n').at(-1) ?? ''}`;
    // The last of a block may go without a semicolon.
    return written.endsWith(';') ? [{ file, kind, behind: { text: written, glue }, names }] : [];
  }
  if (kind === 'variables') return [];
  const start = block.source?.start?.offset ?? 0;
  const opening = source.slice(start, source.indexOf('{', start) + 1);
  return [{ file, kind, behind: { text: opening, glue: '\n  ' }, names }];
}

/** What names of values begin with: what most of them share up to their first hyphen, where it says what they are. */
export function prefixOf({ kind, names }: ThemePlace, usual: string): string {
  if (kind === 'block') return usual;
  if (kind === 'settings') return '';
  const firsts = names.filter((name) => name.includes('-')).map((name) => name.split('-')[0] ?? '');
  const [most] = firsts.filter((one) => firsts.filter((other) => other === one).length * 2 > names.length);
  const isUsual = /^(colou?r|clr|col|c|palette|type|text|font|fs|size|family|container|content|width)$/.test(
    most ?? '',
  );
  if (names.length === 0) return usual;
  return most !== undefined && (isUsual || firsts.length > 2) ? `${most}-` : '';
}

/** The same for values whose own names say nothing of what they are: one always stands in front, but where a place says it. */
export function tellingPrefix(theme: ThemePlace, usual: string): string {
  const prefix = prefixOf(theme, usual);
  return prefix === '' && theme.kind !== 'settings' ? usual : prefix;
}
