import { expect } from 'vitest';
import type { Format } from '../../src/core/formats/format.ts';
import { DEFAULT_STYLE } from '../../src/core/text/code-style.ts';
import { recordSplices, takeBackSplices } from '../../src/core/text/splices.ts';

/**
 * What must hold of every edit: nothing but white space goes, once is enough, it is taken back to the byte, and what is taken
 * out by meaning is not there any more; or it is refused with handwork. Gives the edited text.
 */
export function expectSafe<Operation>(
  format: Format<Operation>,
  file: string,
  text: string,
  operation: Operation,
): string | undefined {
  const around = { file, style: DEFAULT_STYLE };
  const outcome = format.edit(text, operation, around);
  if (outcome.kind === 'refused') expect(outcome.refusal.handwork).not.toBe('');
  if (outcome.kind !== 'edited') return undefined;
  expect(outcome.splices.every(({ removed }) => removed.trim() === '' || removed === '/>' || removed === ' />')).toBe(
    true,
  );
  expect(format.edit(outcome.text, operation, around).kind).toBe('already');
  const back = takeBackSplices(outcome.text, recordSplices(text, outcome.splices));
  if (back !== undefined) expect(back).toBe(text);
  const removed = format.remove(outcome.text, operation, around);
  expect(removed.kind).toBe('edited');
  if (removed.kind === 'edited') expect(format.remove(removed.text, operation, around).kind).toBe('already');
  if (text.includes('\r\n') && !/[^\r]\n/.test(text)) expect(outcome.text).not.toMatch(/[^\r]\n/);
  return outcome.text;
}
