import path from 'node:path';
import { madeLike, spelledLike, type Subject, type Told } from '../analogy/like.ts';
import { speltAs } from '../analogy/spellings.ts';
import type { Edit } from '../edits/edit.ts';
import type { Ground } from '../joints/ground.ts';
import type { Listing, StandingPage, Stretch } from '../joints/growth.ts';
import { besideEdit } from './beside-edit.ts';
import { isBelow, type Sibling } from './siblings.ts';

type Listed = Sibling & { page: StandingPage & { listed: Listing } };

/** The edits by which a table lists a new page like its siblings: the entry beside the last of them, and what brings the page in. */
export function tableEdits(ground: Ground, siblings: readonly Sibling[], subject: Subject): Edit[] {
  const address = subject.address ?? '/';
  const listed = siblings.filter(
    (one): one is Listed => one.page.listed !== undefined && isBelow(one.page.listed.below, address),
  );
  const [first] = listed;
  if (!first) return [];
  // One list only: that of the nearest.
  const inList = listed.filter(
    ({ page }) => page.listed.file === first.page.listed.file && page.listed.below === first.page.listed.below,
  );
  const lazily = inList.filter(({ page }) => page.listed.brought === undefined);
  const alike = lazily.length * 2 > inList.length ? lazily : inList.filter((one) => !lazily.includes(one));
  const { file } = first.page.listed;
  const source = ground.text(file) ?? '';
  const entries = alike.map((one) => entryOf(source, one));
  const [base, ...rest] = entries;
  if (!base) return [];
  const made = likeMost([base, ...rest], relativeTo(first.page.listed.below, subject));
  const code = first.page.listed.form === 'statement' ? made : unwrapped(made);
  const edits = [
    besideEdit(file, source, place(source, inList, subject), code, first.page.listed.form === 'object' ? ',' : ''),
  ];
  const handedOn = alike.flatMap(({ page, words }) =>
    page.listed.handedOn ? [{ at: page.listed.handedOn, words, address: page.address }] : [],
  );
  return [
    ...broughtEdits(file, source, alike, subject),
    ...edits,
    ...(handedOn[0] ? statementEdits(ground, handedOn[0].at.file, handedOn, subject) : []),
  ];
}

/** The edit that brings the page into the table: an import like those of its siblings, or a name in the one that brings all of them. */
function broughtEdits(file: string, source: string, alike: readonly Listed[], subject: Subject): Edit[] {
  const brought = alike.flatMap(({ page: { listed, address }, words }) =>
    listed.brought ? [{ at: listed.brought, words, address }] : [],
  );
  const last = brought.reduce<(typeof brought)[number] | undefined>(
    (best, one) => (best && best.at.start > one.at.start ? best : one),
    undefined,
  );
  if (!last) return [];
  const told = brought.map(({ at, words, address }): Told => ({ text: textIn(source, at), file, words, address }));
  const [first, ...rest] = told;
  if (!first) return [];
  const { from } = last.at;
  if (from !== undefined) {
    const name = spelledLike(first.text, told, subject);
    return [{ file, format: 'script', operation: { op: 'import', import: { from, named: { [name]: name } } } }];
  }
  return [besideEdit(file, source, { at: last.at, side: 'behind' }, likeMost([first, ...rest], subject), '')];
}

/** The edit that puts a statement beside others like it, in its place where these are sorted. */
export function statementEdits(
  ground: Ground,
  file: string,
  siblings: readonly { at: Stretch; words: readonly string[]; address: string }[],
  subject: Subject,
): Edit[] {
  const source = ground.text(file) ?? '';
  const told = siblings.map(({ at, words, address }): Told => ({ text: textIn(source, at), file, words, address }));
  const [first, ...rest] = told;
  if (!first) return [];
  const code = likeMost([first, ...rest], subject);
  const inOrder = siblings.map(({ at }) => at).sort((a, b) => a.start - b.start);
  const lines = inOrder.map((at) => textIn(source, at));
  const isSorted = lines.length > 2 && lines.every((line, at) => at === 0 || (lines[at - 1] ?? '') < line);
  const next = isSorted ? inOrder.find((at) => textIn(source, at) > code) : undefined;
  const last = inOrder.at(-1);
  if (!last) return [];
  const where = next ? { at: next, side: 'before' as const } : { at: last, side: 'behind' as const };
  return [besideEdit(file, source, where, code, '')];
}

/** What most share, if that is enough to be one: else all of the nearest. */
function likeMost(told: readonly [Told, ...Told[]], subject: Subject): string {
  const made = madeLike(told, subject);
  const name = speltAs(subject.words, 'pascal');
  const isWhole = [name, speltAs(subject.words, 'kebab'), speltAs(subject.words, 'camel')].some((one) =>
    made.includes(one),
  );
  return isWhole ? made : madeLike([told[0]], subject);
}

/** An entry as a text of its own, which a parser reads. */
function entryOf(source: string, { page, words }: Listed): Told {
  const { entry, file, below } = page.listed;
  const ending = /\.\w+$/.exec(file)?.[0] ?? '.js';
  const code = textIn(source, entry);
  const whole = code.includes(`'${page.address}'`) || code.includes(`"${page.address}"`);
  return {
    text: page.listed.form === 'statement' ? code : `(${code})`,
    file: `entry${ending}`,
    words,
    address: whole ? page.address : relativeAddress(below, page.address),
  };
}

function unwrapped(text: string): string {
  return text.slice(1, -1);
}

function relativeTo(below: string, { words, address }: Subject): Subject {
  return { words, address: address === undefined ? undefined : relativeAddress(below, address) };
}

function relativeAddress(below: string, address: string): string {
  return `/${path.posix.relative(below, address)}`;
}

/** Where a new entry goes: in its place where the list is sorted, else behind the last of its kind. */
function place(
  source: string,
  siblings: readonly Listed[],
  { address = '' }: Subject,
): { at: Stretch; side: 'before' | 'behind' } {
  const inOrder = [...siblings].sort((a, b) => a.page.listed.entry.start - b.page.listed.entry.start);
  const addresses = inOrder.map(({ page }) => page.address);
  const isSorted = addresses.length > 2 && addresses.every((one, at) => at === 0 || (addresses[at - 1] ?? '') < one);
  const next = isSorted ? inOrder.find(({ page }) => page.address > address) : undefined;
  if (next) return { at: next.page.listed.entry, side: 'before' };
  const last = inOrder.at(-1);
  if (!last) throw new Error(`no entry in ${source.length} characters`);
  return { at: last.page.listed.entry, side: 'behind' };
}

function textIn(source: string, { start, end }: Stretch): string {
  return source.slice(start, end);
}
