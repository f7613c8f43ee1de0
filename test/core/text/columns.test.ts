import fc from 'fast-check';
import { expect, it } from 'vitest';
import { clipped, columns, labelled, pad, wrap } from '../../../src/cli/render/columns.ts';
import plainWidth from '../../../src/cli/render/plain-width.ts';

it.each([
  ['plots', 5],
  ['\u001b[1mplots\u001b[22m', 5],
  ['Gärten', 6],
  ['Ga\u0308rten', 6],
  ['花园', 4],
  ['ガーデン', 8],
  ['\u1112\u1161\u11ab', 2],
  ['🌱', 2],
  ['👩‍🌾', 2],
  ['“a”…→', 5],
])('%s takes its columns', (text, width) => {
  expect(plainWidth(text)).toBe(width);
  expect(plainWidth(pad(text, 12))).toBe(12);
});

it('no word is broken, none is lost, and no line is wider than the screen unless one word is', () => {
  const word = fc.stringMatching(/^[a-z花🌱ä]{1,14}$/u);
  fc.assert(
    fc.property(fc.array(word, { minLength: 1, maxLength: 40 }), fc.integer({ min: 40, max: 200 }), (words, width) => {
      const lines = wrap(words.join(' '), width);
      expect(lines.join(' ')).toBe(words.join(' '));
      for (const line of lines) if (line.includes(' ')) expect(plainWidth(line)).toBeLessThanOrEqual(width);
    }),
  );
});

it('a text is cut at a whole character', () => {
  expect(clipped('plots', 5)).toBe('plots');
  expect(clipped('plots and tools', 8)).toBe('plots a…');
  expect(clipped('花园花园', 6)).toBe('花园…');
});

it('what goes on stands below its beginning, at a terminal', () => {
  const text = 'Restart the dev server if it runs; it reads its plugins only when it starts.';
  expect(labelled('Next', text, { columns: 44 })).toBe(
    'Next  Restart the dev server if it runs; it\n      reads its plugins only when it starts.',
  );
  expect(labelled('Next', text, {})).toBe(`Next  ${text}`);
});

it('cells stand below each other, also beside wide ones', () => {
  expect(
    columns([
      ['花园', 'a'],
      ['plots', 'b'],
    ]),
  ).toEqual(['花园   a', 'plots  b']);
});
