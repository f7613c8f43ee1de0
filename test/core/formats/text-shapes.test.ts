import { describe, it } from 'vitest';
import { expectEdit } from '../../support/expect-edit.ts';
import { PHP_SHAPES } from '../../support/php-shapes.ts';
import { CODE_SHAPES, DATA_SHAPES, LINE_SHAPES } from '../../support/text-shapes.ts';

describe.each([
  ['data and pages', DATA_SHAPES],
  ['lines', LINE_SHAPES],
  ['components, XML and PHP', CODE_SHAPES],
  ['PHP of frameworks', PHP_SHAPES],
])('%s', (_, shapes) =>
  it.each(shapes.map((shape) => [shape.title, shape] as const))('%s', (__, shape) => expectEdit(shape)),
);
