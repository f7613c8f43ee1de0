import fs from 'node:fs';
import path from 'node:path';
import { describe, expect, it } from 'vitest';
import { projectRoot } from '../../../demo/registry/open.ts';
import { script } from '../../../src/core/formats/script/script.ts';
import { parseScript } from '../../../src/core/formats/script/syntax.ts';
import { DEFAULT_STYLE } from '../../../src/core/text/code-style.ts';
import { recordSplices, takeBackSplices } from '../../../src/core/text/splices.ts';
import { ELEMENTS } from '../../support/script-shapes/elements.ts';
import { LISTS } from '../../support/script-shapes/lists.ts';
import { after, before, type ScriptShape } from '../../support/script-shapes/shape.ts';
import { shapesPage } from '../../support/shapes-page.ts';
import { STATEMENTS } from '../../support/script-shapes/statements.ts';

const STYLE = { ...DEFAULT_STYLE, semicolons: false };

function expectShape(shape: ScriptShape): void {
  const around = { file: shape.file ?? 'config.js', style: STYLE };
  const text = before(shape.code);
  const outcome = script.edit(text, shape.operation, around);
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
  expect(parseScript(outcome.text, around.file)).not.toHaveProperty('fault');
  expect(script.edit(outcome.text, shape.operation, around).kind).toBe('already');
  expect(takeBackSplices(outcome.text, recordSplices(text, outcome.splices))).toBe(text);
  const removed = script.remove(outcome.text, shape.operation, around);
  expect(removed.kind === 'edited' ? removed.text : removed).toBe(shape.removed ?? text);
}

describe('lists', () =>
  it.each(LISTS.map((shape) => [shape.title, shape] as const))('%s', (_, shape) => expectShape(shape)));
describe('statements', () =>
  it.each(STATEMENTS.map((shape) => [shape.title, shape] as const))('%s', (_, shape) => expectShape(shape)));
describe('elements', () =>
  it.each(ELEMENTS.map((shape) => [shape.title, shape] as const))('%s', (_, shape) => expectShape(shape)));

it('are told in the docs (UPDATE_DOCS=1 npm test writes them)', () => {
  const file = path.join(projectRoot(), 'docs/script-shapes.md');
  if (process.env.UPDATE_DOCS) fs.writeFileSync(file, shapesPage(STYLE));
  expect(fs.readFileSync(file, 'utf8')).toBe(shapesPage(STYLE));
});
