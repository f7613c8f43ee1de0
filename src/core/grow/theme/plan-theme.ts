import { speltAs, wordsOf } from '../../analogy/spellings.ts';
import type { ChangeSet } from '../../change/change-set.ts';
import type { Context } from '../../host/context.ts';
import { Ground } from '../../joints/ground.ts';
import { EXIT, Problem } from '../../problem.ts';
import { partId } from '../../edits/part-id.ts';
import type { ThemeRequest } from '../grow-request.ts';
import { growing, withoutParts, type Growing } from '../growing.ts';
import { hasGrown, partChange } from '../part-change.ts';
import { readableOn, readHex } from './contrast.ts';
import { marked, placeOf, themeEdits, themeProofs, wrong } from './theme-edits.ts';
import { prefixOf, tellingPrefix, type ThemePlace } from './theme-place.ts';
import { scaleSteps, tooSteep, type ScaleWish } from './type-scale.ts';

/**
 * Plans a value of the theme, where the workspace has such values. Writes nothing; undefined where it has grown already. Throws a
 * Problem: status 2 for a wish that is none, status 3 where no theme is found or the name is taken.
 */
export async function planTheme(context: Context, request: ThemeRequest): Promise<ChangeSet | undefined> {
  const { workspace } = request;
  const place = await growing(context, workspace);
  const ground = new Ground(withoutParts(context), context.host.root, place.stack.workspace);
  switch (request.part) {
    case 'colour':
      return planColour(context, place, ground, request);
    case 'font':
      // It measures fonts: what does so is loaded for this alone.
      return (await import('./plan-font.ts')).planFont(context, place, ground, request);
    case 'container':
      return planContainer(context, place, ground, request);
    case 'type-scale':
      return planScale(context, place, ground, request);
  }
}

async function planColour(
  context: Context,
  place: Growing,
  ground: Ground,
  { name, value, workspace }: ThemeRequest & { part: 'colour' },
): Promise<ChangeSet | undefined> {
  const own = ownName(name, 'colour', 'leaf');
  const colour = readHex(value);
  if (!colour) throw wrong(`"${value}" is no colour in hexadecimal digits`, "Give one like --value '#2f6f3e'.");
  const id = partId('colour', own);
  if (hasGrown(context, id, workspace)) return undefined;
  const theme = await placeOf(context, place, ground, 'colours');
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

async function planContainer(
  context: Context,
  place: Growing,
  ground: Ground,
  { name, width, workspace }: ThemeRequest & { part: 'container' },
): Promise<ChangeSet | undefined> {
  const own = ownName(name, 'container', 'page');
  if (!/^\d+(\.\d+)?(rem|px|em|ch)$/.test(width) || Number.parseFloat(width) === 0)
    throw wrong(`"${width}" is no width of a container`, 'Give one like --width 72rem.');
  const id = partId('container', own);
  if (hasGrown(context, id, workspace)) return undefined;
  const theme = await placeOf(context, place, ground, 'widths');
  const written = tellingPrefix(theme, theme.block?.widths?.begins ?? 'container-') + own;
  const style = theme.block?.widths ?? theme.settings?.widths;
  const use = theme.kind === 'variables' ? marked(theme, written) : `var(${marked(theme, written)})`;
  return partChange(context, place, {
    id,
    title: `Container ${own}`,
    way: `in ${theme.file}, as ${marked(theme, written)}`,
    choices: { width },
    edits: themeEdits(theme, 'widths', [{ name: written, value: width }]),
    proofs: themeProofs(theme, 'widths', own, width),
    about: width.endsWith('px') ? ['in pixels it stays as it is where people have larger text; rem grows with it'] : [],
    tell: [
      style
        ? `Use it by the class ${style.class}${own}, with mx-auto to centre it.`
        : `Use it as in: max-width: ${use}; margin-inline: auto;`,
    ],
  });
}

/** Throws a Problem (status 2) for a name that cannot be one in a theme. */
function ownName(name: string, of: 'colour' | 'container', example: string): string {
  const own = speltAs(wordsOf(name), 'kebab');
  if (/^[a-z][a-z0-9-]*$/.test(own)) return own;
  throw wrong(`"${name}" cannot be the name of a ${of}`, `Give it one like ${example}.`);
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
  const theme = await placeOf(context, place, ground, 'sizes');
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

function shownRatio(ratio: number): string {
  // Never more than it is.
  return (Math.floor(ratio * 10) / 10).toFixed(1);
}
