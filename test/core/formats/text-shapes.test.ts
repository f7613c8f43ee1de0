import { describe, expect, it } from 'vitest';
import { editText, removeFromText } from '../../../src/core/formats/formats.ts';
import { DEFAULT_STYLE } from '../../../src/core/text/code-style.ts';
import { recordSplices, takeBackSplices } from '../../../src/core/text/splices.ts';
import { after, before } from '../../support/script-shapes/shape.ts';
import { CODE_SHAPES, DATA_SHAPES, LINE_SHAPES, type TextShape } from '../../support/text-shapes.ts';

const STYLE = { ...DEFAULT_STYLE, semicolons: false };

async function expectShape(shape: TextShape): Promise<void> {
  const around = { file: shape.file, style: STYLE };
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

describe('data and pages', () =>
  it.each(DATA_SHAPES.map((shape) => [shape.title, shape] as const))('%s', (_, shape) => expectShape(shape)));
describe('lines', () =>
  it.each(LINE_SHAPES.map((shape) => [shape.title, shape] as const))('%s', (_, shape) => expectShape(shape)));
describe('components, XML and PHP', () =>
  it.each(CODE_SHAPES.map((shape) => [shape.title, shape] as const))('%s', (_, shape) => expectShape(shape)));
