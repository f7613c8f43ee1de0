import { describe, it } from 'vitest';
import { expectShapeHolds } from '../support/expect-shape.ts';
import { SHAPES } from '../support/shapes.ts';

// Each half of the shapes is a file of its own, so that both cores are used.
const half = Object.entries(SHAPES).filter((_, index) => index % 2 === 1);

describe('Vite hosts of many shapes are attached to, proved, and byte for byte what they were after detach', () => {
  it.each(half)('%s', (_, shape) => expectShapeHolds(shape));
});
