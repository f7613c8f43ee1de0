import { speltAs, wordsOf } from '../../analogy/spellings.ts';
import type { ChangeSet } from '../../change/change-set.ts';
import type { Edit } from '../../edits/edit.ts';
import type { Context } from '../../host/context.ts';
import { Ground } from '../../joints/ground.ts';
import type { Ledger } from '../../ledger/record.ts';
import { EXIT, Problem } from '../../problem.ts';
import { partId } from '../../edits/part-id.ts';
import type { ThemeRequest } from '../grow-request.ts';
import { growing, withoutParts, type Growing } from '../growing.ts';
import { hasGrown, partChange } from '../part-change.ts';
import { readableOn, readHex } from './contrast.ts';
import { themeHomes } from './theme-homes.ts';
import { prefixOf, themePlace, type ThemePlace } from './theme-place.ts';
import { scaleSteps, tooSteep, type ScaleWish } from './type-scale.ts';

/** A value of a theme under its name, without what marks it as one. */
interface Value {
  name: string;
  value: string;
}

/**
 * Plans a value of the theme, where the workspace has such values. Writes nothing; undefined where it has grown already. Throws a
 * Problem: status 2 for a wish that is none, status 3 where no theme is found or the name is taken.
 */
export async function planTheme(context: Context, request: ThemeRequest): Promise<ChangeSet | undefined> {
  const { workspace } = request;
  const place = await growing(context, workspace);
  const ground = new Ground(withoutParts(context), context.host.root, place.stack.workspace);
  return request.part === 'colour'
    ? planColour(context, place, ground, request)
    : planScale(context, place, ground, request);
}

async function planColour(
  context: Context,
  place: Growing,
  ground: Ground,
  { name, value, workspace }: ThemeRequest & { part: 'colour' },
): Promise<ChangeSet | undefined> {
  const own = speltAs(wordsOf(name), 'kebab');
  const colour = readHex(value);
  if (!/^[a-z][a-z0-9-]*$/.test(own)) throw wrong(`"${name}" cannot be the name of a colour`, 'Give it one like leaf.');
  if (!colour) throw wrong(`"${value}" is no colour in hexadecimal digits`, "Give one like --value '#2f6f3e'.");
  const id = partId('colour', own);
  if (hasGrown(context, id, workspace)) return undefined;
  const theme = await placeOf(context, place, ground, 'colour');
  const prefix = prefixOf(theme, theme.block?.colours.begins ?? 'color-');
  const readable = readableOn(colour);
  const values = [
    { name: `${prefix}${own}`, value: value.toLowerCase() },
    { name: pairName(theme, prefix, own), value: readable.code },
  ];
  return partChange(context, place, {
    id,
    title: `Colour ${own}`,
    way: `in ${theme.file}, as ${values.map((one) => marked(theme, one.name)).join(' and ')}`,
    choices: { value: value.toLowerCase() },
    edits: themeEdits(theme, 'colours', values),
    proofs: themeProofs(theme, 'colours', own, ''),
    about: [
      `${readable.name === 'white' ? 'White' : 'Black'} text on ${value} has a contrast of ${shownRatio(readable.contrast)}:1 (WCAG 2.2 asks for 4.5:1, and 7:1 at its highest level)`,
    ],
    tell: [],
  });
}

async function planScale(
  context: Context,
  place: Growing,
  ground: Ground,
  { scale, workspace }: ThemeRequest & { part: 'type-scale' },
): Promise<ChangeSet | undefined> {
  checkScale(scale);
  const id = partId('type-scale', 'fluid');
  if (hasGrown(context, id, workspace)) return undefined;
  const steps = scaleSteps(scale);
  const steep = tooSteep(steps);
  if (steep)
    throw new Problem({
      status: EXIT.refused,
      what: `Between ${scale.from} and ${scale.to} pixels "${steep.name}" would grow more than two and a half times`,
      why: 'people who zoom could not make it twice as large everywhere (WCAG 2.2, 1.4.4)',
      next: 'Choose ratios that are nearer to each other. Nothing was changed.',
    });
  const theme = await placeOf(context, place, ground, 'size');
  const prefix = prefixOf(theme, theme.block?.sizes.begins ?? 'type-');
  const values = steps.map(({ name, value }) => ({ name: `${prefix}${name}`, value }));
  return partChange(context, place, {
    id,
    title: 'Type scale',
    way: `in ${theme.file}, from ${scale.from} to ${scale.to} pixels`,
    choices: {
      from: String(scale.from),
      to: String(scale.to),
      ratio: `${scale.ratioFrom}:${scale.ratioTo}`,
    },
    edits: themeEdits(theme, 'sizes', values),
    proofs: themeProofs(theme, 'sizes', steps[0]?.name ?? '', steps[0]?.value ?? ''),
    about: steps.map(
      ({ name, at: [small, large] }) =>
        `${name}: ${small.toFixed(1)} pixels at ${scale.from}, ${large.toFixed(1)} at ${scale.to}`,
    ),
    tell: [],
  });
}

function checkScale({ from, to, ratioFrom, ratioTo }: ScaleWish): void {
  if (!(from >= 200 && to > from && to <= 10_000))
    throw wrong(
      'The widths of a type scale are none',
      'Give two in pixels, the smaller one first: --from 360 --to 1280.',
    );
  if (![ratioFrom, ratioTo].every((one) => one > 1 && one <= 2))
    throw wrong('The ratio of a type scale is none', 'Give one for each width, above 1 and up to 2: --ratio 1.2:1.25.');
}

/** The proof that a class which uses a value of the theme sets what it should. */
function themeProofs(
  { block, settings }: ThemePlace,
  of: 'colours' | 'sizes',
  name: string,
  value: string,
): Ledger['proofs'] {
  if (block) {
    const { begins, class: begin, sets } = block[of];
    return [{ proof: 'built-css', class: [begin + name], declares: { [sets]: `var(--${begins}${name})` } }];
  }
  if (!settings) return [];
  // How a colour is written in the end is its own affair.
  const declares = of === 'sizes' ? { 'font-size': value } : {};
  return [{ proof: 'built-css', class: [settings[of].class + name], declares }];
}

async function placeOf(context: Context, place: Growing, ground: Ground, of: 'colour' | 'size'): Promise<ThemePlace> {
  const { facts, stack } = place;
  const found = themePlace(ground, of, stack.joints, await themeHomes(context, place));
  if (found) return found;
  throw new Problem({
    status: EXIT.refused,
    what: `No theme was found in ${facts.name}`,
    why: 'no style sheet of it has custom properties of its root, variables, or a block that is there for a theme',
    next: 'Nothing was changed. Put ":root {}" with a first value into your global style sheet, then it grows there.',
  });
}

/** What text on a colour is called: as pairs that are there are, else with "text" behind it. */
function pairName({ names }: ThemePlace, prefix: string, own: string): string {
  for (const name of names) {
    const bare = name.slice(prefix.length);
    const behind = ['text', 'contrast', 'ink', 'fg'].find((one) => names.includes(`${prefix}${bare}-${one}`));
    if (behind !== undefined) return `${prefix}${own}-${behind}`;
    if (names.includes(`${prefix}on-${bare}`)) return `${prefix}on-${own}`;
  }
  return `${prefix}${own}-text`;
}

function marked({ kind }: ThemePlace, name: string): string {
  if (kind === 'settings') return name;
  return `${kind === 'variables' ? '$' : '--'}${name}`;
}

function themeEdits(theme: ThemePlace, of: 'colours' | 'sizes', values: readonly Value[]): Edit[] {
  const { file, settings } = theme;
  if (!settings) return [sheetEdit(theme, values)];
  const address = { pointer: settings[of].at };
  return values.map(({ name, value }) => ({
    file,
    format: 'script',
    operation: { op: 'entry', address, key: name, code: `'${value}'` },
  }));
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

function shownRatio(ratio: number): string {
  // Never more than it is.
  return (Math.floor(ratio * 10) / 10).toFixed(1);
}

function wrong(what: string, next: string): Problem {
  return new Problem({ status: EXIT.wrongUsage, what, next: `${next} Nothing was changed.` });
}
