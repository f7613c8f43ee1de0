import { expect, test } from 'vitest';
import { turns } from './routes/turns';

test('there are turns', () => {
  expect(turns.stack.length).toBe(1);
});
