/** A replacement in a text: at `at` (UTF-16 offset in the text before), `removed` is taken out and `inserted` put in. */
export interface Splice {
  at: number;
  removed: string;
  inserted: string;
}

/**
 * A splice as the ledger keeps it: no offset, since others may edit the file too, but what stood directly before and
 * after. `nth` (from 0) tells which of several equal places it is, and is absent where there is only one.
 */
export interface SpliceRecord {
  removed?: string | undefined;
  inserted: string;
  before: string;
  after: string;
  nth?: number | undefined;
}

const CONTEXT_LINES = 2;
const CONTEXT_LENGTH = 80;

/** Applies splices that do not overlap; they may come in any order. Throws a RangeError where the text differs. */
export function applySplices(text: string, splices: readonly Splice[]): string {
  const parts: string[] = [];
  let from = 0;
  for (const splice of inOrder(splices)) {
    if (splice.at < from || !text.startsWith(splice.removed, splice.at)) {
      throw new RangeError(`a splice at ${splice.at} does not match the text`);
    }
    parts.push(text.slice(from, splice.at), splice.inserted);
    from = splice.at + splice.removed.length;
  }
  parts.push(text.slice(from));
  return parts.join('');
}

/**
 * What the ledger keeps of splices that were applied to `text`, which is the text before them. `alone`: without what stands
 * around them.
 */
export function recordSplices(text: string, splices: readonly Splice[], alone = false): SpliceRecord[] {
  const edited = applySplices(text, splices);
  let shift = 0;
  return inOrder(splices).map((splice) => {
    const start = splice.at + shift;
    const end = start + splice.inserted.length;
    shift += splice.inserted.length - splice.removed.length;
    const before = alone ? '' : contextBefore(edited, start);
    const after = alone ? '' : contextAfter(edited, end);
    const places = occurrences(edited, before + splice.inserted + after);
    const nth = places.indexOf(start - before.length);
    return {
      ...(splice.removed === '' ? {} : { removed: splice.removed }),
      inserted: splice.inserted,
      before,
      after,
      ...(places.length > 1 ? { nth } : {}),
    };
  });
}

/**
 * Takes recorded splices of one edit back, if each is found in its surroundings, at one certain place.
 * Returns the text without them, or undefined where one cannot be found or is ambiguous.
 */
export function takeBackSplices(text: string, records: readonly SpliceRecord[]): string | undefined {
  const inverse: Splice[] = [];
  for (const record of records) {
    const places = occurrences(text, record.before + record.inserted + record.after);
    const place = places.length === 1 ? places[0] : record.nth === undefined ? undefined : places[record.nth];
    if (place === undefined) return undefined;
    inverse.push({
      at: place + record.before.length,
      removed: record.inserted,
      inserted: record.removed ?? '',
    });
  }
  const ordered = inOrder(inverse);
  const overlaps = ordered.some((splice, index) => {
    const next = ordered[index + 1];
    return next !== undefined && splice.at + splice.removed.length > next.at;
  });
  return overlaps ? undefined : applySplices(text, ordered);
}

function inOrder(splices: readonly Splice[]): Splice[] {
  return [...splices].sort((a, b) => a.at - b.at);
}

function contextBefore(text: string, end: number): string {
  let start = end;
  for (let lines = 0; lines < CONTEXT_LINES && start > 0; lines += 1) start = text.lastIndexOf('\n', start - 1);
  return text.slice(Math.max(start + 1, end - CONTEXT_LENGTH, 0), end);
}

function contextAfter(text: string, start: number): string {
  let end = start;
  for (let lines = 0; lines < CONTEXT_LINES && end !== -1; lines += 1) {
    end = text.indexOf('\n', lines === 0 ? end : end + 1);
  }
  const stop = end === -1 ? text.length : end + 1;
  return text.slice(start, Math.min(stop, start + CONTEXT_LENGTH));
}

function occurrences(text: string, needle: string): number[] {
  if (needle === '') return [0];
  const places: number[] = [];
  for (let at = text.indexOf(needle); at !== -1; at = text.indexOf(needle, at + 1)) places.push(at);
  return places;
}
