import { expect, it } from 'vitest';
import { localTime } from '../../../src/core/text/local-time.ts';

it('a moment is told in the time of the place; what is none stays as it is', () => {
  const moment = new Date(2026, 4, 1, 7, 4, 15);
  expect(localTime(moment.toISOString())).toBe('2026-05-01 07:04:15');
  expect(localTime('yesterday')).toBe('yesterday');
});
