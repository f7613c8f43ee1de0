import type { Definition, Way } from '../definition/definition.ts';
import type { KeptDefinition, Source } from './kept-schema.ts';
import { isRecord } from '../records.ts';
import { ADOPTED } from './record.ts';
import { encode } from '../text/utf8.ts';
import { hashOf } from '../text/hash.ts';

/** What a record says of where its definition came from. */
export function sourceOf(definition: Definition, foreign: boolean): Source {
  return { from: foreign ? 'own' : 'catalog', digest: hashOf(encode(JSON.stringify(definition))) };
}

/** What a record keeps of a definition of somebody's own, by the way that was taken. */
export function keepDefinition({ proofs, ...taken }: Way): KeptDefinition {
  const files = taken.files?.map((file) => {
    const whole = { ...file };
    // Its text stands in it now.
    delete whole.from;
    return whole;
  });
  return { form: 2, way: { ...taken, ...(files ? { files } : {}) }, proofs };
}

/** The way that a record keeps. */
export function keptWay({ way: taken, proofs }: KeptDefinition): Way {
  return { ...taken, proofs };
}

// Until adoption had a form of its own, what stood already was a way among the others.
const FORMER_WAYS: readonly unknown[] = ['kept', 'kept-dom'];

/** What a record says, in today's form: in those of the first formats a tie with one import had it under another name. */
export function inTodaysForm(written: unknown): unknown {
  if (!isRecord(written)) return written;
  const record = adoptedToday(written);
  const { kept } = record;
  const proofs = withTies(record.proofs);
  if (!isRecord(kept) || kept.form !== 1) return { ...record, proofs };
  const [taken] = withTies([kept.way]) as unknown[];
  return { ...record, proofs, kept: { ...kept, form: 2, way: taken, proofs: withTies(kept.proofs) } };
}

function adoptedToday(record: Record<string, unknown>): Record<string, unknown> {
  const isShipped = !isRecord(record.source) || record.source.from === 'catalog';
  if (!isShipped || Number(record.ledger) > 3 || !FORMER_WAYS.includes(record.way)) return record;
  return { ...record, way: ADOPTED, adopted: {} };
}

/** Members that have ties, with these in today's form. */
function withTies(members: unknown): unknown {
  if (!Array.isArray(members)) return members;
  return members.map((one: unknown) =>
    isRecord(one) && Array.isArray(one.ties) ? { ...one, ties: one.ties.map(tieToday) } : one,
  );
}

function tieToday(tie: unknown): unknown {
  if (!isRecord(tie)) return tie;
  const { import: single, ...rest } = tie;
  if (single !== undefined) return { ...rest, imports: [single] };
  return tie.at === 'lint.configs' && tie.imports === undefined ? { ...tie, imports: [] } : tie;
}
