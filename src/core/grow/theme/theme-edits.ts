import type { Edit } from '../../edits/edit.ts';
import type { Context } from '../../host/context.ts';
import type { Ground } from '../../joints/ground.ts';
import type { Ledger } from '../../ledger/record.ts';
import { EXIT, Problem } from '../../problem.ts';
import type { Growing } from '../growing.ts';
import { themeHomes } from './theme-homes.ts';
import { themePlace, type ThemeOf, type ThemePlace } from './theme-place.ts';

/** A value of a theme under its name, without what marks it as one. */
export interface Value {
  name: string;
  value: string;
  /** The same as code, where a configuration has it in another form than a text. */
  code?: string | undefined;
}

/** Where a workspace has values of a kind. Throws a Problem (status 3) where it has no theme. */
export async function placeOf(context: Context, place: Growing, ground: Ground, of: ThemeOf): Promise<ThemePlace> {
  const { facts } = place;
  const found = await themeOf(context, place, ground, of);
  if (found) return found;
  throw new Problem({
    status: EXIT.refused,
    what: `No theme was found in ${facts.name}`,
    why: 'no style sheet of it has custom properties of its root, variables, or a block that is there for a theme',
    next: 'Nothing was changed. Put ":root {}" with a first value into your global style sheet, then it grows there.',
  });
}

/** The same; undefined where it has no theme. */
export async function themeOf(
  context: Context,
  place: Growing,
  ground: Ground,
  of: ThemeOf,
): Promise<ThemePlace | undefined> {
  return themePlace(ground, of, place.stack.joints, await themeHomes(context, place));
}

/** The edits that put values into a theme. Throws a Problem (status 3) where one of the names is taken. */
export function themeEdits(theme: ThemePlace, of: ThemeOf, values: readonly Value[]): Edit[] {
  const { file, settings } = theme;
  const place = settings?.[of];
  if (!place) return [sheetEdit(theme, values)];
  return values.map(({ name, value, code = `'${value}'` }) => ({
    file,
    format: 'script',
    operation: { op: 'entry', address: { pointer: place.at }, key: name, code },
  }));
}

// How a colour or a list of families is written in the end is its own affair.
const SETS_PLAINLY: Partial<Record<ThemeOf, string>> = { sizes: 'font-size', widths: 'max-width' };

/** The proof that a class which uses a value of the theme sets what it should. */
export function themeProofs(
  { block, settings }: ThemePlace,
  of: ThemeOf,
  name: string,
  value: string,
): Ledger['proofs'] {
  const inBlock = block?.[of];
  if (inBlock) {
    const { begins, class: begin, sets } = inBlock;
    return [{ proof: 'built-css', class: [begin + name], declares: { [sets]: `var(--${begins}${name})` } }];
  }
  const inSettings = settings?.[of];
  if (!inSettings) return [];
  const sets = SETS_PLAINLY[of];
  return [{ proof: 'built-css', class: [inSettings.class + name], declares: sets ? { [sets]: value } : {} }];
}

/** A name as it is written where the theme is. */
export function marked({ kind }: ThemePlace, name: string): string {
  if (kind === 'settings') return name;
  return `${kind === 'variables' ? '$' : '--'}${name}`;
}

function sheetEdit(theme: ThemePlace, values: readonly Value[]): Edit {
  const { file, behind, names, block } = theme;
  const taken = values.find(({ name }) => names.includes(name));
  if (taken)
    throw new Problem({
      status: EXIT.refused,
      what: `${file} has ${marked(theme, taken.name)} already`,
      where: { file },
      next: 'Choose another name. Nothing was changed.',
    });
  if (!behind) {
    const declarations = Object.fromEntries(values.map(({ name, value }) => [marked(theme, name), value]));
    const where = block ? { inside: { name: block.block, params: '' } } : { selector: ':root' };
    return { file, format: 'style', operation: { op: 'rule', ...where, declarations } };
  }
  const { text, glue } = behind;
  const code = values.map(({ name, value }) => `${marked(theme, name)}: ${value};`).join(glue);
  const anchor = text.replaceAll('\r\n', '\n');
  return { file, format: 'beside', operation: { op: 'beside', anchor, side: 'behind', code, glue } };
}

/** A Problem (status 2) for a wish that is none. */
export function wrong(what: string, next: string): Problem {
  return new Problem({ status: EXIT.wrongUsage, what, next: `${next} Nothing was changed.` });
}
