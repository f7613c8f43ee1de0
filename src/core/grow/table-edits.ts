import path from 'node:path';
import { madeLike, spelledLike, type Subject, type Told } from '../analogy/like.ts';
import { findSpelt, speltAs } from '../analogy/spellings.ts';
import type { Edit } from '../edits/edit.ts';
import type { Ground } from '../joints/ground.ts';
import { COMPONENT_ENDINGS, loadedBy, ownModule } from '../joints/app-module.ts';
import { namedLike } from '../joints/named-like.ts';
import { literally } from '../text/literally.ts';
import type { KindGrowth, Listing, Standing, Stretch } from '../joints/growth.ts';
import { groupBy } from '../group-by.ts';
import { besideEdit } from './beside-edit.ts';
import { isBelow, type Named } from './siblings.ts';

type Listed = Named & { standing: Standing & { listed: Listing } };

/** A part of a text that is about one of the siblings. */
interface Place {
  at: Stretch;
  told: Told;
}

/** How a part is registered, where more is known than that it is like its siblings. */
export interface TableManner {
  /** The file that shows it: what brings it into a table leads there. */
  file?: string | undefined;
  /** How an entry loads what it shows only then, where it is to. */
  lazily?: KindGrowth['lazily'];
  /** The one that it goes before. */
  before?: Named | undefined;
}

/** The edits by which a new part is registered like its siblings: in their table, with what brings it in, and where they are handed on. */
export function tableEdits(
  ground: Ground,
  siblings: readonly Named[],
  subject: Subject,
  how: TableManner = {},
): Edit[] {
  const handedOn = siblings.flatMap((one) => (one.standing.handedOn ? [{ ...one, at: one.standing.handedOn }] : []));
  const { file } = handedOn[0]?.at ?? {};
  const text = file === undefined ? undefined : ground.text(file);
  return [
    ...listedEdits(ground, siblings, subject, how),
    ...(file === undefined || text === undefined
      ? []
      : statementEdit(
          file,
          text,
          handedOn.map((one) => placeOf(file, text, one.at, one)),
          subject,
        )),
  ];
}

function listedEdits(ground: Ground, siblings: readonly Named[], subject: Subject, how: TableManner): Edit[] {
  const { address = '/' } = subject;
  const listed = siblings.filter(
    (one): one is Listed => one.standing.listed !== undefined && isBelow(one.standing.listed.below, address),
  );
  const [first] = listed;
  if (!first) return [];
  // One list only: that of the nearest.
  const { file, below, form } = first.standing.listed;
  const inFile = listed.filter(({ standing: { listed: one } }) => one.file === file && one.below === below);
  const inList = toldByName(ground, largestList(inFile));
  const lazily = inList.filter(({ standing }) => standing.listed.brought === undefined);
  const isLazy = how.lazily ? lazily.length > 0 : lazily.length * 2 > inList.length;
  const alike = isLazy ? lazily : inList.filter((one) => !lazily.includes(one));
  const source = ground.text(file) ?? '';
  const [base, ...rest] = alike.map((one) => entryOf(source, one));
  if (!base) return [];
  const isWhole = base.address === undefined || base.address === alike[0]?.standing.address;
  const made = likeMost([base, ...rest], isWhole ? subject : { ...subject, address: relativeAddress(below, address) });
  const own = form === 'statement' ? mountedAt(made, base.address, address) : made.slice(1, -1);
  const [nearest] = alike;
  const code = nearest ? leadingTo(ground, how.file, nearest, { was: base.text, code: own }) : own;
  const brought = broughtEdit(ground, source, alike, subject, how);
  if (how.lazily && !isLazy) {
    const late = lazyEntry(how.lazily, code, brought);
    return late === undefined
      ? []
      : [besideEdit(file, source, entryPlace(inList, address), late, form === 'object' ? ',' : '')];
  }
  const at = how.before?.standing.listed?.entry;
  const place = at ? { at, side: 'before' as const } : entryPlace(inList, address);
  const entry = besideEdit(file, source, place, code, form === 'object' ? ',' : '', areSpaced(source, inList));
  return [...brought, entry];
}

/** Whether blank lines stand between some entries. */
function areSpaced(source: string, entries: readonly Listed[]): boolean {
  const inOrder = entries.map(({ standing }) => standing.listed.entry).sort((a, b) => a.start - b.start);
  const gaps = inOrder.slice(1).map(({ start }, at) => source.slice(inOrder[at]?.end ?? start, start));
  return gaps.length > 0 && gaps.every((one) => /^[ \t;]*\r?\n[ \t]*\r?\n\s*$/.test(one));
}

/** A statement like one that is about the first page: all of its text is the address, which nothing else tells. */
function mountedAt(code: string, was: string | undefined, address: string): string {
  return was === '/' ? code.replace(/(["'`])\/\1/, (_, quote: string) => quote + address + quote) : code;
}

/** Those of some entries in which their own names stand as names are written: only they show how another one is named. */
function toldByName(ground: Ground, entries: readonly Listed[]): Listed[] {
  const told = entries.filter(({ standing: { listed }, words, other }) => {
    const code = (ground.text(listed.file) ?? '').slice(listed.entry.start, listed.entry.end);
    return findSpelt(code, words, other).length > 0;
  });
  return told.length > 0 ? told : [...entries];
}

/** Of some entries those in the list that has most of them. */
function largestList(entries: readonly Listed[]): Listed[] {
  const lists = [...groupBy(entries, ({ standing }) => String(standing.listed.list)).values()];
  return lists.reduce<Listed[]>((best, one) => (one.length > best.length ? [...one] : best), []);
}

/** An entry that loads by itself what an import would have brought. */
function lazyEntry(
  lazily: NonNullable<TableManner['lazily']>,
  code: string,
  [brought]: readonly Edit[],
): string | undefined {
  const statement = brought?.format === 'beside' ? brought.operation.code : '';
  const [, whole, named = '', from = ''] =
    /^import\s+(?:(\w+)|\{\s*(\w+)\s*\})\s+from\s+(['"][^'"]+['"])/.exec(statement) ?? [];
  return from === '' ? undefined : lazily(code, { name: whole ?? named, from, isDefault: whole !== undefined });
}

/** The edit that brings a part into a table: an import like those of its siblings, or a name in the one that brings all of them. */
function broughtEdit(
  ground: Ground,
  source: string,
  alike: readonly Listed[],
  subject: Subject,
  how: TableManner,
): Edit[] {
  const [nearest] = alike.filter(({ standing }) => standing.listed.brought);
  if (!nearest) return [];
  const { file } = nearest.standing.listed;
  const places = alike.flatMap((one) => {
    const { brought } = one.standing.listed;
    return brought ? [{ ...placeOf(file, source, brought, one), from: brought.from }] : [];
  });
  const [first, ...rest] = places;
  if (!first) return [];
  const last = places.reduce((best, one) => (one.at.start > best.at.start ? one : best));
  if (last.from !== undefined) {
    const name = spelledLike(
      first.told.text,
      places.map(({ told }) => told),
      subject,
    );
    return [
      { file, format: 'script', operation: { op: 'import', import: { from: last.from, named: { [name]: name } } } },
    ];
  }
  const made = likeMost([first.told, ...rest.map(({ told }) => told)], subject);
  const [, brings] = /^use\s+([\w\\]+);$/.exec(made) ?? [];
  if (brings !== undefined) return [{ file, format: 'php', operation: { op: 'use', name: brings } }];
  const code = leadingTo(ground, how.file, nearest, { was: first.told.text, code: made });
  return [besideEdit(file, source, { at: last.at, side: 'behind' }, code, '')];
}

/** Code that brings a part in, with its file named as the table names its sibling's, wherever that lies. */
function leadingTo(
  ground: Ground,
  file: string | undefined,
  { standing }: Listed,
  { was, code }: { was: string; code: string },
): string {
  const [written = ''] = loadedBy(code);
  const [known = ''] = loadedBy(was);
  // What another module hands on is named by that.
  const isDirect = ownModule(ground, standing.listed.file, known, COMPONENT_ENDINGS) === standing.file;
  if (file === undefined || written === '' || !isDirect) return code;
  const wanted = namedLike(ground, standing.listed.file, file, [standing.file]);
  return code.replace(new RegExp(`(["'])${literally(written)}\\1`), (_, quote: string) => quote + wanted + quote);
}

/** The edit that puts a statement beside others like it, in its place where these are sorted. */
function statementEdit(file: string, source: string, places: readonly Place[], subject: Subject): Edit[] {
  const [first, ...rest] = places;
  if (!first) return [];
  const code = likeMost([first.told, ...rest.map(({ told }) => told)], subject);
  const inOrder = [...places].sort((a, b) => a.at.start - b.at.start).map(({ at, told }) => ({ at, key: told.text }));
  return [besideEdit(file, source, placeAmong(inOrder, code), code, '')];
}

function placeOf(file: string, source: string, at: Stretch, { standing, words, other }: Named): Place {
  return { at, told: { text: source.slice(at.start, at.end), file, words, other, address: standing.address } };
}

/** What most share, if that is enough to be one: else all of the nearest. */
function likeMost(told: readonly [Told, ...Told[]], subject: Subject): string {
  const made = madeLike(told, subject);
  const spellings = ['pascal', 'kebab', 'camel'] as const;
  const isWhole = spellings.some((one) => made.includes(speltAs(subject.words, one)));
  return isWhole ? made : madeLike([told[0]], subject);
}

/** An entry as a text of its own, which a parser reads. */
function entryOf(source: string, { standing: { address = '', listed }, words, other }: Listed): Told {
  const { entry, file, below, form } = listed;
  const code = source.slice(entry.start, entry.end);
  const isWhole = code.includes(`'${address}'`) || code.includes(`"${address}"`);
  const told = { text: form === 'statement' ? code : `(${code})`, file: `entry${path.extname(file)}`, words, other };
  return address === '' ? told : { ...told, address: isWhole ? address : relativeAddress(below, address) };
}

function relativeAddress(below: string, address: string): string {
  return `/${path.posix.relative(below, address)}`;
}

function entryPlace(siblings: readonly Listed[], address: string): { at: Stretch; side: 'before' | 'behind' } {
  const inOrder = [...siblings].sort((a, b) => a.standing.listed.entry.start - b.standing.listed.entry.start);
  return placeAmong(
    inOrder.map(({ standing }) => ({ at: standing.listed.entry, key: standing.address ?? '' })),
    address,
  );
}

/** Where something new goes among others in order: in its place where these are sorted by their keys, else behind the last. */
function placeAmong(
  inOrder: readonly { at: Stretch; key: string }[],
  key: string,
): { at: Stretch; side: 'before' | 'behind' } {
  const isSorted = inOrder.length > 2 && inOrder.every((one, at) => at === 0 || (inOrder[at - 1]?.key ?? '') < one.key);
  const next = isSorted ? inOrder.find((one) => one.key > key) : undefined;
  const last = inOrder.at(-1);
  if (!last) throw new Error('there is nothing to stand beside');
  return next ? { at: next.at, side: 'before' } : { at: last.at, side: 'behind' };
}
