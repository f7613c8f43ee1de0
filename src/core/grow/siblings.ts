import path from 'node:path';
import { byCount } from '../by-count.ts';
import type { Told } from '../analogy/like.ts';
import { inOtherNumber } from '../analogy/number.ts';
import { findSpelt, speltAs, withoutSpelt, wordsOf, type Spelling } from '../analogy/spellings.ts';
import { COMPONENT_ENDINGS, loadedBy, ownModule } from '../joints/app-module.ts';
import type { Ground } from '../joints/ground.ts';
import type { AlikePart, KindGrowth, Standing } from '../joints/growth.ts';
import { ownFilesOf } from '../joints/own-sources.ts';

/** A part with the words of its name, without what all such names have in common (`Page`, `View`). */
export interface Named {
  standing: Standing;
  words: readonly string[];
  /** The same in the other number, where such names have both. */
  other?: readonly string[] | undefined;
}

/** A part that a new one is made like. */
export interface Sibling extends Named {
  /** All files that are its own, relative to the host's root, by what they are: their path with the name left open. */
  files: ReadonlyMap<string, string>;
  /** Those of them that it names itself. */
  shown: readonly string[];
}

const OPEN = '\u0001';
const SUFFIXES = ['page', 'view', 'screen', 'route', 'component'];
// What the names of some classes end in by their kind, however few there are.
const KIND = 'controller';
const MOST_SIBLINGS = 8;
// Nobody writes a longer page: a larger one is made by a program.
const LARGEST = 100_000;
const ENDINGS = [...COMPONENT_ENDINGS, '.css', '.scss', '.sass', '.less'];
const ADDRESS_SPELLINGS: readonly Spelling[] = ['kebab', 'camel', 'snake', 'pascal'];

/**
 * The parts that a new one is nearest to, the nearest first: of those with addresses the ones below the same part of it, else all but the
 * first page. `views` is the folder of a server's views, in the workspace.
 */
export function siblingsOf(ground: Ground, kind: KindGrowth, address?: string, views?: string): Sibling[] {
  const all = kind.standing;
  const chosen = address === undefined ? all : nearest(all, address);
  const named = namedAll(kind).filter(
    ({ standing }) => chosen.includes(standing) && (ground.text(standing.file) ?? '').length < LARGEST,
  );
  const roles = named.map((one) => roleOf(one.standing.file, one));
  const count = (role: string | undefined): number => roles.filter((one) => one === role).length;
  // Those that lie where most lie: a group apart says little of a new one.
  const inOrder = named.map((one, at) => ({ ...one, count: count(roles[at]) })).sort((a, b) => b.count - a.count);
  const files = ownFilesOf(ground).filter((file) => isText(file));
  const folder = views === undefined ? undefined : ground.inHost(views);
  return inOrder.slice(0, MOST_SIBLINGS).map(({ standing, words, other }) => {
    const shown = kind.brings?.(standing.file) ?? [];
    const all = filesOf(ground, { standing, words, other }, files, { views: folder, shown });
    return { standing, words, other, shown, files: all };
  });
}

function nearest(all: readonly Standing[], address: string): readonly Standing[] {
  const parent = path.posix.dirname(address);
  const notFirst = all.filter((one) => one.address !== '/');
  const inner = notFirst.filter((one) => !isFrame(one, all) || parent === one.address);
  const listable = (inner.length > 0 ? inner : notFirst).filter(
    ({ listed }) => listed === undefined || isBelow(listed.below, address),
  );
  const beside = listable.filter((one) => path.posix.dirname(one.address ?? '') === parent);
  return [beside, listable, inner, all].find((some) => some.length > 0) ?? [];
}

/**
 * Below which address new ones go where nothing is said: pages at the top, unless all tables begin further down; endpoints where most
 * are.
 */
export function usualParent(all: readonly Standing[], part: AlikePart): string {
  const belows =
    part === 'page'
      ? all.filter((one) => !isFrame(one, all)).map(({ listed, prefix }) => listed?.below ?? (prefix || '/'))
      : all.flatMap(({ address = '/' }) => (address === '/' ? [] : path.posix.dirname(address)));
  if (part === 'page' && belows.includes('/')) return '/';
  return byCount(belows)[0] ?? '/';
}

/** An address as it is stated where something else puts a part before it. */
export function statedBelow(prefix = '', address: string): string {
  return address.startsWith(`${prefix}/`) ? address.slice(prefix.length) : address === prefix ? '/' : address;
}

/** Whether an address is among those that entries below another one stand for. */
export function isBelow(below: string, address: string): boolean {
  return below === '/' || address.startsWith(`${below}/`);
}

/** Whether a page has others below its address: it is a frame for these more than a page like them. */
function isFrame({ address = '/' }: Standing, all: readonly Standing[]): boolean {
  return address !== '/' && all.some((one) => one.address?.startsWith(`${address}/`));
}

/** All of some parts with the words of their names. */
export function namedAll({ standing: all, numbered = false }: Pick<KindGrowth, 'standing' | 'numbered'>): Named[] {
  const common = commonEnd(all.map(({ name }) => wordsOf(name)));
  return all.map((standing) => {
    const words = withoutEnd(wordsOf(standing.name), common);
    return { standing, words, ...(numbered ? { other: inOtherNumber(words) } : {}) };
  });
}

/** The words of a new name without those that all names of its kind end in. */
export function ownWords(name: string, all: readonly Standing[]): string[] {
  return withoutEnd(wordsOf(name), commonEnd(all.map((one) => wordsOf(one.name))));
}

/** How addresses of several words are written, by those that there are: with hyphens where none tells. */
export function addressSpelling(all: readonly Standing[]): Spelling {
  for (const { address = '' } of all) {
    const [only, second] = spellingsOf(path.posix.basename(address));
    if (only !== undefined && second === undefined) return only;
  }
  return 'kebab';
}

/** The spellings in which a part of an address of several words can be meant. */
function spellingsOf(part: string): Spelling[] {
  const words = wordsOf(part);
  return words.length < 2 ? [] : ADDRESS_SPELLINGS.filter((one) => speltAs(words, one) === part);
}

function commonEnd(names: readonly (readonly string[])[]): string | undefined {
  const ends = names.filter((words) => words.length > 1).map((words) => words.at(-1) ?? '');
  if (ends.includes(KIND)) return KIND;
  const end = ends.find((one) => SUFFIXES.includes(one) || ends.filter((other) => other === one).length > 1);
  return end !== undefined && ends.filter((one) => one === end).length * 2 > names.length ? end : undefined;
}

function withoutEnd(words: readonly string[], end: string | undefined): string[] {
  return words.length > 1 && words.at(-1) === end ? words.slice(0, -1) : [...words];
}

/**
 * The files that belong to a part, among all: it, what is called like it beside it, in a folder of its own or where it imports it, its
 * view, and tests that are called like it.
 */
function filesOf(
  ground: Ground,
  { standing: { file }, words, other: second }: Named,
  all: readonly string[],
  { views, shown }: { views: string | undefined; shown: readonly string[] },
): Map<string, string> {
  const brought = loadedBy(ground.text(file) ?? '').map((target) => ownModule(ground, file, target, ENDINGS));
  const folder = path.posix.dirname(file);
  const isOwnFolder = findSpelt(path.posix.basename(folder), words, second).length > 0;
  const others = all.filter((other) => {
    if (shown.includes(other)) return other !== file && findSpelt(other, words, second).length > 0;
    const isNamed = findSpelt(path.posix.basename(other), words, second).length > 0;
    if (other === file || !(isNamed || isOwnFolder)) return false;
    if (path.posix.dirname(other) === folder) return true;
    const isTest = /\.(test|spec|cy)\.|(^|\/)(tests?|__tests__|e2e)\//.test(other);
    const isView = views !== undefined && other.startsWith(`${views}/`);
    return isNamed && (isTest || isView || brought.includes(other));
  });
  return new Map([file, ...others].map((one) => [roleOf(one, { words, other: second }), one]));
}

function isText(file: string): boolean {
  return /\.([cm]?[jt]sx?|vue|svelte|astro|html?|ejs|pug|css|scss|sass|less|json|md|mdx|php|twig)$/.test(file);
}

function roleOf(file: string, { words, other }: Pick<Named, 'words' | 'other'>): string {
  return withoutSpelt(file, words, OPEN, other);
}

/** The files that most of some parts have, each with the same file of every part that has it; the base's first. */
export function sharedFiles(ground: Ground, siblings: readonly Sibling[]): { file: string; told: [Told, ...Told[]] }[] {
  const [base, ...rest] = siblings;
  if (!base) return [];
  return [...base.files].flatMap(([role, file]) => {
    const isMain = file === base.standing.file;
    const others = rest.flatMap((one) => {
      const same = isMain ? one.standing.file : one.files.get(role);
      return same === undefined ? [] : [tell(ground, one, same)];
    });
    // Of an only one nothing else shows what in its folder belongs to it.
    if (!isMain && rest.length === 0 && !isTold(base, file)) return [];
    if (!isMain && rest.length > 0 && (others.length + 1) * 2 <= rest.length + 1) return [];
    return [{ file, told: [tell(ground, base, file), ...others] as [Told, ...Told[]] }];
  });
}

/** Whether a file says by its name that it belongs to a part: it has the part's name, or is its look or its test. */
function isTold({ words, other, shown }: Sibling, file: string): boolean {
  const name = path.posix.basename(file);
  return (
    shown.includes(file) ||
    findSpelt(name, words, other).length > 0 ||
    /\.(css|scss|sass|less)$|\.(test|spec|cy)\./.test(name)
  );
}

function tell(ground: Ground, { standing, words, other }: Named, file: string): Told {
  const address = standing.address && statedBelow(standing.prefix, standing.address);
  const text = (ground.text(file) ?? '').replaceAll('\r\n', '\n');
  const named = { text, file, words, address };
  if (!other) return named;
  if (/\.(php|twig)$/.test(file)) return { ...named, other };
  // In scripts the two numbers are two things: one, and all of them.
  const isOther = findSpelt(text, other).length > findSpelt(text, words).length;
  return isOther ? { ...named, words: other, isOther } : named;
}
