import path from 'node:path';
import { speltAs, wordsOf } from '../../analogy/spellings.ts';
import type { ChangeSet } from '../../change/change-set.ts';
import { wholeFile, type Edit } from '../../edits/edit.ts';
import type { Tie } from '../../definition/ties.ts';
import { partId } from '../../edits/part-id.ts';
import type { Typeface } from '../../ecosystems/work.ts';
import { workOf } from '../../ecosystems/works.ts';
import { quoteOf } from '../../formats/style/sheet.ts';
import type { Context } from '../../host/context.ts';
import type { Ground } from '../../joints/ground.ts';
import { tieAt, type Joint } from '../../joints/joint.ts';
import { ownSources } from '../../joints/own-sources.ts';
import type { Ledger } from '../../ledger/record.ts';
import { EXIT, Problem } from '../../problem.ts';
import { literally } from '../../text/literally.ts';
import { importingFiles } from '../../uses/own-imports.ts';
import type { ThemeRequest } from '../grow-request.ts';
import type { Growing } from '../growing.ts';
import { hasGrown, partChange } from '../part-change.ts';
import { standInFor, type StandIn } from './stand-in.ts';
import { marked, themeEdits, themeOf, themeProofs, wrong } from './theme-edits.ts';
import { tellingPrefix, type ThemePlace } from './theme-place.ts';

/** A font as it comes: what loads it, and what stands in for it until then. */
interface Font {
  /** Its name in a theme: `open-sans`. */
  own: string;
  /** As it was asked for: `Open Sans`. */
  shown: string;
  face: Typeface;
  standIn: StandIn;
}

/**
 * Plans a font by its package: a sheet that loads it and has a font of the system, made as wide and as high, stand in until then; and
 * its name in the theme. Writes nothing; undefined where it has grown already. Throws a Problem: status 2 for a name that is none,
 * status 3 where no package has it, where it is loaded already or cannot be loaded.
 */
export async function planFont(
  context: Context,
  place: Growing,
  ground: Ground,
  { family, workspace }: ThemeRequest & { part: 'font' },
): Promise<ChangeSet | undefined> {
  const shown = family.trim().replaceAll(/\s+/g, ' ');
  const own = speltAs(wordsOf(shown), 'kebab');
  if (!/^[\w -]{1,60}$/.test(shown) || !/^[a-z]/.test(own))
    throw wrong(`"${family}" cannot be the name of a typeface`, 'Give the name of its family, as "Open Sans".');
  const id = partId('font', own);
  if (hasGrown(context, id, workspace)) return undefined;
  const loader = loaderOf(place);
  const face = await faceOf(context, place, shown);
  refuseLoaded(ground, face, shown);
  const standIn = standInFor(face.font, face.kind);
  if (!standIn) throw unreadable(shown, face);
  const font: Font = { own, shown, face, standIn };
  const theme = await themeOf(context, place, ground, 'fonts');
  const { edits, use, way, proofs } = fontEdits(ground, loader, theme, font);
  return partChange(context, place, {
    id,
    title: `Font ${shown}`,
    way,
    about: [
      `${standIn.local[0] ?? ''} at ${standIn.descriptors['size-adjust'] ?? ''} of its size stands in until ${shown} has loaded`,
    ],
    choices: {},
    packages: [face.chosen],
    edits: [
      ...workOf(place.facts).edits(context, [face.chosen], {
        move: false,
        others: context.ledgers.flatMap((one) => one.edits),
      }),
      ...edits,
    ],
    proofs,
    tell: [use],
  });
}

async function faceOf(context: Context, { facts }: Growing, shown: string): Promise<Typeface> {
  const found = await workOf(facts).typeface?.(context, shown, facts);
  if (!found)
    throw new Problem({
      status: EXIT.refused,
      what: `No package has a typeface called ${shown}`,
      why: 'the packages of typefaces that Ligament knows are named after their families',
      next: 'Check its name: write it as its makers do, as "Open Sans" or "Source Serif 4". Nothing was changed.',
    });
  if (!('clash' in found)) return found;
  throw new Problem({
    status: EXIT.refused,
    what: `No version of the package of ${shown} suits ${facts.name}`,
    why: found.clash.join('\n'),
    next: [...found.remedies.map((remedy) => `To resolve it: ${remedy}.`), 'Nothing was changed.'].join('\n'),
  });
}

/** Throws a Problem (status 3) where the project loads the typeface itself, from whichever package. */
function refuseLoaded(ground: Ground, { names }: Typeface, shown: string): void {
  const top = path.join(ground.root, ground.workspace.folder);
  const [script] = names.flatMap((name) => importingFiles(ground.reader, top, name));
  const loads = new RegExp(`["']~?(${names.map(literally).join('|')})["'/]`);
  const sheet = [...ownSources(ground, /\.(css|scss|less)$/)].find(({ text }) => loads.test(text));
  const file = script ? path.posix.join(ground.workspace.folder, script.file) : sheet?.file;
  if (file === undefined) return;
  throw new Problem({
    status: EXIT.refused,
    what: `${shown} is loaded already`,
    where: { file },
    next: 'Nothing was changed. Take that out first if Ligament is to look after it.',
  });
}

/** What makes a font known: its sheet, where that is loaded, and its name in the theme. */
function fontEdits(
  ground: Ground,
  loader: Joint,
  theme: ThemePlace | undefined,
  { own, shown, face, standIn }: Font,
): { edits: Edit[]; use: string; way: string; proofs: Ledger['proofs'] } {
  const file = path.posix.join(path.posix.dirname(loader.file), `font-${own}.css`);
  if (ground.has(file))
    throw new Problem({
      status: EXIT.refused,
      what: `${file} is there already`,
      where: { file },
      next: 'Nothing was changed. Move it or give it another name.',
    });
  const quoted = quotedAs(ground, undefined);
  const families = [face.family, `${shown} Stand-in`];
  const value = [...families.map(quotedAs(ground, theme && ground.text(theme.file))), standIn.generic].join(', ');
  const name = (theme ? tellingPrefix(theme, theme.block?.fonts?.begins ?? 'font-') : 'font-') + own;
  const code = `[${[...families.map((one) => `"${one}"`), standIn.generic].map((one) => `'${one}'`).join(', ')}]`;
  const inTheme = theme && themeEdits(theme, 'fonts', [{ name, value, code }]);
  const text = sheetOf(shown, face, standIn, quoted) + (theme ? '' : `\n:root {\n  --${name}: ${value};\n}\n`);
  const inWorkspace = path.posix.relative(ground.workspace.folder, file);
  const load: Tie =
    loader.name === 'app.boot'
      ? { at: 'app.boot', imports: [{ file: inWorkspace }] }
      : { at: 'styles.global', load: `~/${inWorkspace}` };
  const style = theme?.block?.fonts ?? theme?.settings?.fonts;
  const written = theme ? marked(theme, name) : `--${name}`;
  return {
    edits: [wholeFile(file, text), ...tieAt([loader], load), ...(inTheme ?? [])],
    way: `loaded by ${loader.file}, in ${theme?.file ?? file} as ${written}`,
    use: style
      ? `Use it by the class ${style.class}${own}.`
      : `Use it as in: font-family: ${theme?.kind === 'variables' ? written : `var(${written})`};`,
    proofs: [
      { proof: 'built-css', class: ['@font-face'], declares: { 'font-family': face.family } },
      ...(theme ? themeProofs(theme, 'fonts', own, value) : []),
    ],
  };
}

/** Puts texts into the quotes that a sheet has; into those of the project's scripts where there is none. */
function quotedAs({ workspace }: Ground, sheet: string | undefined): (text: string) => string {
  const own = workspace.style.quotes === 'single' ? "'" : '"';
  const quote = sheet === undefined || !/["']/.test(sheet) ? own : quoteOf(sheet);
  return (one) => quote + one + quote;
}

function sheetOf(
  shown: string,
  { sheets }: Typeface,
  { local, descriptors }: StandIn,
  quoted: (text: string) => string,
): string {
  const lines = [
    `font-family: ${quoted(`${shown} Stand-in`)};`,
    `src: ${local.map((one) => `local(${quoted(one)})`).join(', ')};`,
    ...Object.entries(descriptors).map(([property, value]) => `${property}: ${value};`),
  ];
  return [
    ...sheets.map((one) => `@import ${quoted(one)};`),
    '',
    `/* Shown until ${shown} has loaded, as wide and as high, so that nothing moves then. */`,
    `@font-face {\n${lines.map((line) => `  ${line}\n`).join('')}}`,
    '',
  ].join('\n');
}

/** Where a font's sheet is loaded: in the global one; where that would be new, where the app starts. Throws a Problem (status 3) without. */
function loaderOf(place: Growing): Joint {
  const find = (wanted: Joint['name']): Joint | undefined => place.stack.joints.find(({ name }) => name === wanted);
  const [sheet, boot] = [find('styles.global'), find('app.boot')];
  if (!sheet || sheet.state === 'blocked') throw noSheet(place, sheet);
  return sheet.state === 'makeable' && boot?.state === 'present' ? boot : sheet;
}

function noSheet({ facts, stack }: Growing, sheet: Joint | undefined): Problem {
  return new Problem({
    status: EXIT.refused,
    what: `No font can grow in ${facts.name}`,
    ...(sheet?.file === undefined ? {} : { where: { file: sheet.file } }),
    why: sheet?.refusal?.reason ?? stack.outside ?? 'no style sheet of it is put together by a bundler',
    next: 'Nothing was changed.',
  });
}

function unreadable(shown: string, { chosen }: Typeface): Problem {
  return new Problem({
    status: EXIT.refused,
    what: `The font of ${shown} cannot be measured`,
    why: `${chosen.name} ${chosen.version} has no font with the letters of English, so nothing can stand in for it until it has loaded`,
    next: 'Nothing was changed.',
  });
}
