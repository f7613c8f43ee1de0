import { expect } from 'vitest';
import type { Format } from '../../src/core/formats/format.ts';
import { DEFAULT_STYLE } from '../../src/core/text/code-style.ts';
import { recordSplices, takeBackSplices } from '../../src/core/text/splices.ts';

/**
 * What must hold of every edit: nothing but white space goes, once is enough, it is taken back to the byte, and what is taken
 * out by meaning is not there any more; or it is refused with handwork. `takenOut` is what may come of taking it out by
 * meaning. Gives the edited text.
 */
export function expectSafe<Operation>(
  format: Format<Operation>,
  file: string,
  text: string,
  operation: Operation,
  takenOut: readonly ('edited' | 'refused')[] = ['edited'],
): string | undefined {
  const around = { file, style: DEFAULT_STYLE };
  const outcome = format.edit(text, operation, around);
  if (outcome.kind === 'refused') expect(outcome.refusal.handwork).not.toBe('');
  if (outcome.kind !== 'edited') return undefined;
  // An empty XML element is opened for what comes into it.
  const ends = /\.xml$/.test(file) ? ['', '/>'] : [''];
  expect(outcome.splices.every(({ removed }) => ends.includes(removed.trim()))).toBe(true);
  expect(format.edit(outcome.text, operation, around).kind).toBe('already');
  const back = takeBackSplices(outcome.text, recordSplices(text, outcome.splices));
  if (back !== undefined) expect(back).toBe(text);
  const removed = format.remove(outcome.text, operation, around);
  expect(takenOut).toContain(removed.kind);
  if (removed.kind === 'edited') expect(format.remove(removed.text, operation, around).kind).toBe('already');
  if (text.includes('\r\n') && !/[^\r]\n/.test(text)) expect(outcome.text).not.toMatch(/[^\r]\n/);
  return outcome.text;
}
