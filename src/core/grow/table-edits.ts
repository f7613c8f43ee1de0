import path from 'node:path';
import { madeLike, spelledLike, type Subject, type Told } from '../analogy/like.ts';
import { speltAs } from '../analogy/spellings.ts';
import type { Edit } from '../edits/edit.ts';
import type { Ground } from '../joints/ground.ts';
import type { Listing, Standing, Stretch } from '../joints/growth.ts';
import { besideEdit } from './beside-edit.ts';
import { isBelow, type Named } from './siblings.ts';

type Listed = Named & { standing: Standing & { listed: Listing } };

/** A part of a text that is about one of the siblings. */
interface Place {
  at: Stretch;
  told: Told;
}

/** The edits by which a new part is registered like its siblings: in their table, with what brings it in, and where they are handed on. */
export function tableEdits(ground: Ground, siblings: readonly Named[], subject: Subject): Edit[] {
  const handedOn = siblings.flatMap((one) => (one.standing.handedOn ? [{ ...one, at: one.standing.handedOn }] : []));
  const { file } = handedOn[0]?.at ?? {};
  const text = file === undefined ? undefined : ground.text(file);
  return [
    ...listedEdits(ground, siblings, subject),
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

function listedEdits(ground: Ground, siblings: readonly Named[], subject: Subject): Edit[] {
  const { address = '/' } = subject;
  const listed = siblings.filter(
    (one): one is Listed => one.standing.listed !== undefined && isBelow(one.standing.listed.below, address),
  );
  const [first] = listed;
  if (!first) return [];
  // One list only: that of the nearest.
  const { file, below, form } = first.standing.listed;
  const inList = listed.filter(({ standing: { listed: one } }) => one.file === file && one.below === below);
  const lazily = inList.filter(({ standing }) => standing.listed.brought === undefined);
  const alike = lazily.length * 2 > inList.length ? lazily : inList.filter((one) => !lazily.includes(one));
  const source = ground.text(file) ?? '';
  const [base, ...rest] = alike.map((one) => entryOf(source, one));
  if (!base) return [];
  const isWhole = base.address === alike[0]?.standing.address;
  const made = likeMost([base, ...rest], isWhole ? subject : { ...subject, address: relativeAddress(below, address) });
  const code = form === 'statement' ? made : made.slice(1, -1);
  const entry = besideEdit(file, source, entryPlace(inList, address), code, form === 'object' ? ',' : '');
  return [...broughtEdit(file, source, alike, subject), entry];
}

/** The edit that brings a part into a table: an import like those of its siblings, or a name in the one that brings all of them. */
function broughtEdit(file: string, source: string, alike: readonly Listed[], subject: Subject): Edit[] {
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
  const code = likeMost([first.told, ...rest.map(({ told }) => told)], subject);
  return [besideEdit(file, source, { at: last.at, side: 'behind' }, code, '')];
}

/** The edit that puts a statement beside others like it, in its place where these are sorted. */
function statementEdit(file: string, source: string, places: readonly Place[], subject: Subject): Edit[] {
  const [first, ...rest] = places;
  if (!first) return [];
  const code = likeMost([first.told, ...rest.map(({ told }) => told)], subject);
  const inOrder = [...places].sort((a, b) => a.at.start - b.at.start).map(({ at, told }) => ({ at, key: told.text }));
  return [besideEdit(file, source, placeAmong(inOrder, code), code, '')];
}

function placeOf(file: string, source: string, at: Stretch, { standing, words }: Named): Place {
  return { at, told: { text: source.slice(at.start, at.end), file, words, address: standing.address } };
}

/** What most share, if that is enough to be one: else all of the nearest. */
function likeMost(told: readonly [Told, ...Told[]], subject: Subject): string {
  const made = madeLike(told, subject);
  const spellings = ['pascal', 'kebab', 'camel'] as const;
  const isWhole = spellings.some((one) => made.includes(speltAs(subject.words, one)));
  return isWhole ? made : madeLike([told[0]], subject);
}

/** An entry as a text of its own, which a parser reads. */
function entryOf(source: string, { standing: { address = '', listed }, words }: Listed): Told {
  const { entry, file, below, form } = listed;
  const code = source.slice(entry.start, entry.end);
  const isWhole = code.includes(`'${address}'`) || code.includes(`"${address}"`);
  return {
    text: form === 'statement' ? code : `(${code})`,
    file: `entry${path.extname(file)}`,
    words,
    address: isWhole ? address : relativeAddress(below, address),
  };
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
