import path from 'node:path';
import { findSpelt, speltAs, wordsOf, type Spelling } from '../analogy/spellings.ts';
import type { Told } from '../analogy/like.ts';
import { loadedBy, ownModule } from '../joints/app-module.ts';
import type { Ground } from '../joints/ground.ts';
import type { RoutedPart } from './grow-request.ts';
import type { StandingPage } from '../joints/growth.ts';
import { ownFiles } from '../survey/own-files.ts';

/** A page that a new one is made like. */
export interface Sibling {
  page: StandingPage;
  /** Its name without what all names of pages have in common (`Page`, `View`). */
  words: readonly string[];
  /** All files that are the page's own, relative to the host's root, by what they are: their path with the name left open. */
  files: ReadonlyMap<string, string>;
}

const OPEN = '\u0001';
const SUFFIXES = ['page', 'view', 'screen', 'route', 'component'];
const MOST_SIBLINGS = 8;
// Nobody writes a longer page: a larger one is made by a program.
const LARGEST = 100_000;
const ENDINGS = ['.vue', '.svelte', '.astro', '.css', '.scss', '.sass', '.less'];
const ADDRESS_SPELLINGS: readonly Spelling[] = ['kebab', 'camel', 'snake', 'pascal'];

/** The pages that one at an address is nearest to: those below the same part of it, else all but the first page; the nearest first. */
export function siblingsOf(ground: Ground, pages: readonly StandingPage[], address: string, views?: string): Sibling[] {
  const parent = path.posix.dirname(address);
  const notFirst = pages.filter((one) => one.address !== '/');
  const frames = notFirst.filter((one) => isFrame(one, pages) && path.posix.dirname(address) !== one.address);
  const inner = frames.length === notFirst.length ? notFirst : notFirst.filter((one) => !frames.includes(one));
  const listable = inner.filter(({ listed }) => listed === undefined || isBelow(listed.below, address));
  const beside = listable.filter((one) => path.posix.dirname(one.address) === parent);
  const chosen = [beside, listable, inner, pages].find((some) => some.length > 0) ?? [];
  const named = namedPages(pages).filter(({ page }) => chosen.includes(page) && sizeOf(ground, page) < LARGEST);
  const roles = named.map(({ page, words }) => roleOf(page.file, words));
  const count = (role: string | undefined): number => roles.filter((one) => one === role).length;
  // Those that lie where most lie: a group of pages apart says little of a new one.
  const inOrder = named.map((one, at) => ({ ...one, count: count(roles[at]) })).sort((a, b) => b.count - a.count);
  return inOrder
    .slice(0, MOST_SIBLINGS)
    .map(({ page, words }) => ({ page, words, files: filesOf(ground, page, words, views) }));
}

/**
 * Below which address new ones go where nothing is said: pages at the top, unless all tables begin further down; endpoints where most
 * are.
 */
export function usualParent(pages: readonly StandingPage[], part: RoutedPart): string {
  const belows =
    part === 'page'
      ? pages.filter((one) => !isFrame(one, pages)).map(({ listed }) => listed?.below ?? '/')
      : pages.filter(({ address }) => address !== '/').map(({ address }) => path.posix.dirname(address));
  if (part === 'page' && belows.includes('/')) return '/';
  const count = (below: string): number => belows.filter((one) => one === below).length;
  return belows.reduce((best, one) => (count(one) > count(best) ? one : best), belows[0] ?? '/');
}

function sizeOf(ground: Ground, { file }: StandingPage): number {
  return (ground.text(file) ?? '').length;
}

/** Whether an address is among those that entries below another one stand for. */
export function isBelow(below: string, address: string): boolean {
  return below === '/' || address.startsWith(`${below}/`);
}

/** Whether a page has others below its address: it is a frame for these more than a page like them. */
function isFrame({ address }: StandingPage, pages: readonly StandingPage[]): boolean {
  return address !== '/' && pages.some((one) => one.address.startsWith(`${address}/`));
}

/** All pages with the words of their names. */
export function namedPages(pages: readonly StandingPage[]): { page: StandingPage; words: string[] }[] {
  const common = commonEnd(pages.map(({ name }) => wordsOf(name)));
  return pages.map((page) => ({ page, words: withoutEnd(wordsOf(page.name), common) }));
}

/** The words of a new name without those that all names of pages end in. */
export function ownWords(name: string, pages: readonly StandingPage[]): string[] {
  return withoutEnd(wordsOf(name), commonEnd(pages.map((page) => wordsOf(page.name))));
}

/** How addresses of several words are written, by those that there are: with hyphens where none tells. */
export function addressSpelling(pages: readonly StandingPage[]): Spelling {
  for (const { address } of pages) {
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
  const end = ends.find((one) => SUFFIXES.includes(one) || ends.filter((other) => other === one).length > 1);
  return end !== undefined && ends.filter((one) => one === end).length * 2 > names.length ? end : undefined;
}

function withoutEnd(words: readonly string[], end: string | undefined): string[] {
  return words.length > 1 && words.at(-1) === end ? words.slice(0, -1) : [...words];
}

/**
 * The files that belong to a page: it, what is called like it beside it, in a folder of its own or where it imports it, and tests that are
 * called like it.
 */
function filesOf(
  ground: Ground,
  { file }: StandingPage,
  words: readonly string[],
  views: string | undefined,
): Map<string, string> {
  const found = new Map([[roleOf(file, words), file]]);
  const brought = loadedBy(ground.text(file) ?? '').map((target) => ownModule(ground, file, target, ENDINGS));
  const folder = path.posix.dirname(file);
  const isOwnFolder = findSpelt(path.posix.basename(folder), words).length > 0;
  const top = ground.workspace.folder;
  for (const below of ownFiles(ground.reader, path.join(ground.root, top))) {
    const other = path.posix.join(top, below);
    if (other === file || !isText(other)) continue;
    const name = path.posix.basename(other);
    const isNamed = findSpelt(name, words).length > 0;
    const isBeside = path.posix.dirname(other) === folder && (isNamed || isOwnFolder);
    const isTest = isNamed && /\.(test|spec|cy)\.|(^|\/)(tests?|__tests__|e2e)\//.test(other);
    const isBrought = isNamed && brought.includes(other);
    const isView = isNamed && views !== undefined && below.startsWith(`${views}/`);
    if (isBeside || isTest || isBrought || isView) found.set(roleOf(other, words), other);
  }
  return found;
}

function isText(file: string): boolean {
  return /\.([cm]?[jt]sx?|vue|svelte|astro|html?|ejs|pug|css|scss|sass|less|json|md|mdx)$/.test(file);
}

function roleOf(file: string, words: readonly string[]): string {
  let role = '';
  let from = 0;
  for (const { start, end } of findSpelt(file, words)) {
    role += file.slice(from, start) + OPEN;
    from = end;
  }
  return role + file.slice(from);
}

/** The files that most of some pages have, each with the same file of every page that has it; the base's first. */
export function sharedFiles(ground: Ground, siblings: readonly Sibling[]): { file: string; told: [Told, ...Told[]] }[] {
  const [base, ...rest] = siblings;
  if (!base) return [];
  return [...base.files].flatMap(([role, file]) => {
    const isPage = file === base.page.file;
    const having = rest.filter((one) => (isPage ? one.page.file : one.files.get(role)) !== undefined);
    if (!isPage && rest.length > 0 && (having.length + 1) * 2 <= rest.length + 1) return [];
    const others = having.map((one) => tell(ground, one, isPage ? one.page.file : (one.files.get(role) ?? '')));
    return [{ file, told: [tell(ground, base, file), ...others] as [Told, ...Told[]] }];
  });
}

function tell(ground: Ground, { page, words }: Sibling, file: string): Told {
  return { text: (ground.text(file) ?? '').replaceAll('\r\n', '\n'), file, words, address: page.address };
}
