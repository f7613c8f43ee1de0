import { allOf } from '../../../core/text/in-words.ts';
import pc from 'picocolors';
import type { Definition } from '../../../core/definition/definition.ts';
import { kindOf, proofOn, type ProofKinds, type ProofSpec } from '../../../core/definition/proof-kind.ts';
import { explain, type Judgement } from '../../../core/plan/attach/judge-ways.ts';
import { laidOut, wrap } from '../../render/columns.ts';
import { printable } from '../../render/printable.ts';
import { screenWidth } from '../../render/screen.ts';
import { standingOf, type Found, type Row } from './judged.ts';

/** All about one integration: how it stands to the project and why, its choices, its packages, its proofs, where to read on. */
export function renderOne({ definition, rows }: Found, kinds: ProofKinds, whole: boolean): string {
  const { integration, title, kind, about, docs } = definition;
  const choices = choicesOf(definition).map(({ key, ask, answers, usual }) => [
    `  ${pc.bold(printable(key))}`,
    printable(answers),
    pc.dim(printable(usual === null ? ask : `${ask}; ${usual === '' ? 'none' : usual} unless you choose`)),
  ]);
  const packages = packagesOf(definition).map(({ name, range, use }) => [
    `  ${pc.bold(printable(name))}`,
    printable(range),
    pc.dim(use),
  ]);
  const blocks = [
    [
      `${pc.bold(printable(integration))}  ${printable(title)}, ${printable(kind)}`,
      ...wrap(printable(about), screenWidth()),
    ].join('\n'),
    rows.length === 0
      ? section(
          'Ways',
          definition.ways.map((way) => `  ${printable(way.title)}`),
        )
      : placesBlock(rows, whole),
    section('Choices', laidOut(choices)),
    section('Packages', laidOut(packages)),
    section(
      'Proofs',
      proofsOf(definition, kinds).flatMap((one) => item(one)),
    ),
    [
      ...(docs === undefined ? [] : [`Read on   ${printable(docs)}`]),
      `Attach    ligament attach ${printable(integration)}`,
    ]
      .map((line) => pc.dim(line))
      .join('\n'),
  ];
  return blocks.filter((block) => block !== '').join('\n\n');
}

function section(title: string, lines: readonly string[]): string {
  return lines.length === 0 ? '' : [pc.underline(title), ...lines].join('\n');
}

function item(text: string): string[] {
  return wrap(printable(text), screenWidth() - 4).map((line, index) => `${index === 0 ? '  ' : '    '}${line}`);
}

const STANDINGS = {
  attached: pc.cyan('attached'),
  'set up': pc.cyan('set up by hand; attach it to have it adopted'),
  fits: pc.green('fits'),
  'by hand': pc.yellow('fits, but cannot be done safely'),
  no: pc.yellow('does not fit'),
};

/** The workspaces that it fits; of the others their names, unless there are no more. */
function placesBlock(rows: readonly Row[], whole: boolean): string {
  const fitting = rows.filter((row) => standingOf(row) !== 'no');
  const others = rows.filter((row) => standingOf(row) === 'no');
  const inFull = whole || fitting.length === 0 ? rows : fitting;
  const rest = inFull === rows ? [] : others.map(({ name }) => printable(name));
  const words = `It does not fit ${allOf(rest)}: --verbose says why.`;
  const told = rest.length === 0 ? [] : [wrap(words, screenWidth()).map(pc.dim).join('\n')];
  return [...inFull.map((row) => placeBlock(row)), ...told].join('\n\n');
}

/** One workspace: each way with what is said of it, the ones that come nearest first. */
function placeBlock(row: Row): string {
  const head = `${pc.bold(printable(row.name))}  ${printable(row.stack)}: ${STANDINGS[standingOf(row)]}`;
  const told = row.ways.filter(({ way, verdict }) => !way.quiet || verdict !== 'unfit');
  return [head, ...told.toSorted((a, b) => farness(a) - farness(b)).flatMap((one) => wayLines(one, row))].join('\n');
}

function farness(one: Judgement): number {
  if (one.verdict !== 'unfit') return one.verdict === 'fits' ? -2 : -1;
  return one.reasons.length + (one.isElsewhere ? 100 : 0) + (one.isForeign ? 1000 : 0);
}

function wayLines(judgement: Judgement, { attached }: Row): string[] {
  const { way, verdict } = judgement;
  const mark =
    attached === way.way
      ? pc.cyan('this way')
      : verdict === 'fits'
        ? pc.green('fits')
        : verdict === 'blocked'
          ? pc.yellow('by hand')
          : pc.dim('not');
  const head = `  ${mark}  ${printable(way.title)} ${pc.dim(`(way=${printable(way.way)})`)}`;
  if (verdict === 'fits') return [head];
  return [
    head,
    ...explain(judgement)
      .split('; ')
      .flatMap((why) => wrap(printable(why), screenWidth() - 6).map((line) => pc.dim(`      ${line}`))),
  ];
}

interface ChoiceRow {
  key: string;
  ask: string;
  /** Which answers there are, in words. */
  answers: string;
  /** The answer of who says nothing; null where one must be given. */
  usual: string | null;
}

function choicesOf({ choices = {} }: Definition): ChoiceRow[] {
  return Object.entries(choices).map(([key, one]) => ({
    key,
    ask: one.ask,
    answers: one.kind === 'one-of' ? one.of.join(', ') : one.kind === 'secret' ? 'a secret' : FORMS[one.form],
    usual: one.kind === 'secret' ? null : (one.default ?? null),
  }));
}

const FORMS = { lowercase: 'a word in lower case', name: 'a name', path: 'a path', line: 'a text' };

interface PackageRow {
  name: string;
  range: string;
  use: string;
}

/** The packages of all ways, each once, with the ways that bring it where not all do. */
function packagesOf({ ways }: Definition): PackageRow[] {
  const names = [...new Set(ways.flatMap(({ packages }) => Object.keys(packages)))];
  return names.flatMap((name) => {
    const having = ways.filter(({ packages }) => packages[name]);
    const [need] = having.flatMap(({ packages }) => packages[name] ?? []);
    if (!need) return [];
    const some = having.length < ways.length ? ` (${having.map(({ way }) => `way=${way}`).join(', ')})` : '';
    return [{ name, range: need.range, use: `${need.section}${some}` }];
  });
}

/** What its ways prove, each once, in words. */
function proofsOf({ ways }: Definition, kinds: ProofKinds): string[] {
  const words = (spec: ProofSpec): string => {
    const plain = proofOn(kinds, spec, { shows: 'module' });
    return kindOf(kinds, plain).describe(plain as never, 'the project');
  };
  return [...new Set(ways.flatMap(({ proofs }) => proofs.map(words)))];
}

/** What `browse NAME --json` says besides. */
export function oneDocument(definition: Definition, kinds: ProofKinds): Record<string, unknown> {
  return { choices: choicesOf(definition), packages: packagesOf(definition), proofs: proofsOf(definition, kinds) };
}
