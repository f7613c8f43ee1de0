import path from 'node:path';
import { AtRule, type Container, type Declaration, type Rule } from 'postcss';
import { parseSheet } from '../../formats/style/sheet.ts';
import type { Ground, StackReading } from '../../joints/ground.ts';
import { ownFiles } from '../../survey/own-files.ts';
import { isVendored } from '../../survey/vendored.ts';

/** A place of a workspace where its theme is, for values that have names. */
export interface ThemePlace {
  /** Relative to the host's root. */
  file: string;
  /** `theme`: a block of utility styling's own (`@theme`); `properties`: custom properties of the root; `variables`: those of Sass. */
  kind: 'theme' | 'properties' | 'variables';
  /** What a new value stands behind, word for word, and what parts the two; undefined where the block is not there yet. */
  behind?: { text: string; glue: string } | undefined;
  /** The names of the values of its kind that are there, without what marks them as such. */
  names: string[];
}

const COLOUR = /^(#[0-9a-f]{3,8}|(rgb|hsl|hwb|lab|lch|oklab|oklch|color)a?\()/i;
const SIZE = /^(clamp\(|[\d.]+(px|rem|em)$)/;
const MOST_BYTES = 300_000;

/** Where colours or sizes of type are in a workspace: the place that has most of them, utility styling's own before others. */
export function themePlace(
  ground: Ground,
  of: 'colour' | 'size',
  joints: StackReading['joints'],
): ThemePlace | undefined {
  const main = joints.find(({ name, state }) => name === 'styles.global' && state === 'present')?.file;
  const top = ground.workspace.folder;
  const sheets = [...ownFiles(ground.reader, path.join(ground.root, top))]
    .filter((file) => /\.(css|scss)$/.test(file) && !/\.module\./.test(file) && !isVendored(file))
    .map((file) => path.posix.join(top, file));
  const places = sheets.flatMap((file) => placesIn(ground, file, of));
  const rank = ({ kind, names, file }: ThemePlace): number =>
    (kind === 'theme' ? 10_000 : 0) + names.length * 10 + (file === main ? 5 : 0);
  const [best] = places.sort((a, b) => rank(b) - rank(a));
  if (best || main === undefined) return best;
  const isUtility = /@import\s+(url\()?["']tailwindcss/.test(ground.text(main) ?? '');
  return { file: main, kind: isUtility ? 'theme' : 'properties', names: [] };
}

function placesIn(ground: Ground, file: string, of: 'colour' | 'size'): ThemePlace[] {
  const text = ground.text(file) ?? '';
  if (text.length > MOST_BYTES) return [];
  const sheet = parseSheet(text, { file, style: ground.workspace.style }, '');
  if ('kind' in sheet) return [];
  const source = text.slice(sheet.shift);
  const found: ThemePlace[] = [];
  const blocks = sheet.root.nodes.filter((node): node is Rule | AtRule => isBlock(node));
  for (const block of blocks) {
    const kind = block instanceof AtRule ? 'theme' : 'properties';
    const place = placeIn(source, file, block, kind, of);
    if (place) found.push(place);
  }
  const variables = placeIn(source, file, sheet.root, 'variables', of);
  return variables && variables.names.length > 0 ? [...found, variables] : found;
}

function isBlock(node: object): boolean {
  if (node instanceof AtRule)
    return node.name === 'theme' && node.nodes !== undefined && !/reference/.test(node.params);
  return 'selector' in node && /^(:root|html)(\s*,\s*:host)?$/.test(String(node.selector).trim());
}

function placeIn(
  source: string,
  file: string,
  block: Container,
  kind: ThemePlace['kind'],
  of: 'colour' | 'size',
): ThemePlace | undefined {
  const mark = kind === 'variables' ? '$' : '--';
  const isMeant = ({ prop, value }: Declaration): boolean =>
    prop.startsWith(mark) &&
    (of === 'colour' ? COLOUR.test(value) : SIZE.test(value) && /text|type|font|size/.test(prop));
  const all = (block.nodes ?? []).filter((node): node is Declaration => node.type === 'decl');
  const own = all.filter(isMeant);
  const last = own.at(-1) ?? (kind === 'variables' ? undefined : all.at(-1));
  const names = own.map(({ prop }) => prop.slice(mark.length));
  if (last) {
    const [start, end] = [last.source?.start?.offset ?? 0, last.source?.end?.offset ?? 0];
    const written = source.slice(start, end);
    const glue = `\n${last.raws.before?.split('\n').at(-1) ?? ''}`;
    // The last of a block may go without a semicolon.
    return written.endsWith(';') ? { file, kind, behind: { text: written, glue }, names } : undefined;
  }
  if (kind === 'variables') return undefined;
  const start = block.source?.start?.offset ?? 0;
  const opening = source.slice(start, source.indexOf('{', start) + 1);
  return { file, kind, behind: { text: opening, glue: '\n  ' }, names };
}

/** What names of values begin with: what most of them share up to their first hyphen, where it says what they are. */
export function prefixOf({ kind, names }: ThemePlace, usual: string): string {
  if (kind === 'theme') return usual;
  const firsts = names.filter((name) => name.includes('-')).map((name) => name.split('-')[0] ?? '');
  const [most] = firsts.filter((one) => firsts.filter((other) => other === one).length * 2 > names.length);
  const isUsual = /^(colou?r|clr|col|c|palette|type|text|font|fs|size)$/.test(most ?? '');
  if (names.length === 0) return usual;
  return most !== undefined && (isUsual || firsts.length > 2) ? `${most}-` : '';
}
