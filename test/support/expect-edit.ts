import { expect } from 'vitest';
import { editText, removeFromText } from '../../src/core/formats/formats.ts';
import { DEFAULT_STYLE } from '../../src/core/text/code-style.ts';
import { recordSplices, takeBackSplices } from '../../src/core/text/splices.ts';
import { after, before } from './script-shapes/shape.ts';
import type { TextShape } from './text-shapes.ts';

/** The style of the host around: of a file that shows another one, that counts. */
export const AROUND = { ...DEFAULT_STYLE, semicolons: false };

/** A text is edited as its marks say, once only, and is taken back to the byte and by meaning; or it is refused as it says. */
export async function expectEdit(shape: TextShape): Promise<void> {
  const around = { file: shape.file, style: AROUND };
  const text = before(shape.code);
  const outcome = await editText(text, shape.edit, around);
  if (shape.refused !== undefined) {
    expect(outcome).toMatchObject({
      kind: 'refused',
      refusal: { reason: expect.stringContaining(shape.refused) as string },
    });
    if (outcome.kind === 'refused') expect(outcome.refusal.handwork).not.toBe('');
    return;
  }
  if (shape.already) {
    expect(outcome.kind).toBe('already');
    return;
  }
  expect(outcome.kind === 'edited' ? outcome.text : outcome).toBe(after(shape.code));
  if (outcome.kind !== 'edited') return;
  expect((await editText(outcome.text, shape.edit, around)).kind).toBe('already');
  expect(takeBackSplices(outcome.text, recordSplices(text, outcome.splices))).toBe(text);
  const removed = await removeFromText(outcome.text, shape.edit, around);
  expect(removed.kind === 'edited' ? removed.text : removed).toBe(shape.removed ?? text);
}
