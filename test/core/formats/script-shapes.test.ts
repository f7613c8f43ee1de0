import fs from 'node:fs';
import path from 'node:path';
import { describe, expect, it } from 'vitest';
import { projectRoot } from '../../../demo/registry/open.ts';
import { AROUND, expectEdit } from '../../support/expect-edit.ts';
import { ELEMENTS } from '../../support/script-shapes/elements.ts';
import { LISTS } from '../../support/script-shapes/lists.ts';
import { STATEMENTS } from '../../support/script-shapes/statements.ts';
import { shapesPage } from '../../support/shapes-page.ts';

describe.each([
  ['lists', LISTS],
  ['statements', STATEMENTS],
  ['elements', ELEMENTS],
])('%s', (_, shapes) =>
  it.each(shapes.map((shape) => [shape.title, shape] as const))('%s', (__, shape) =>
    expectEdit({ ...shape, file: shape.file ?? 'config.js', edit: { format: 'script', operation: shape.operation } }),
  ),
);

it('are told in the docs (UPDATE_DOCS=1 npm test writes them)', () => {
  const file = path.join(projectRoot(), 'docs/script-shapes.md');
  if (process.env.UPDATE_DOCS) fs.writeFileSync(file, shapesPage(AROUND));
  expect(fs.readFileSync(file, 'utf8')).toBe(shapesPage(AROUND));
});
