import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { countVotes, noVotes, styleFromVotes, styleOf } from '../../../src/core/text/code-style.ts';
import { applySplices, recordSplices, takeBackSplices, type Splice } from '../../../src/core/text/splices.ts';

const text = fc
  .array(fc.constantFrom('bed', 'row', ' ', '\n', '\r\n', '\t', '🌱', '"'), { maxLength: 60 })
  .map((parts) => parts.join(''));
const change: fc.Arbitrary<{ before: string; splices: Splice[] }> = text.chain((before) =>
  fc.uniqueArray(fc.nat(before.length), { maxLength: 6 }).chain((places) => {
    const sorted = [...places].sort((a, b) => a - b);
    const splices = sorted.map((at, index) => {
      const room = (sorted[index + 1] ?? before.length) - at;
      return fc
        .tuple(fc.nat(room), fc.string({ minLength: 1, maxLength: 8 }))
        .map(([length, inserted]) => ({ at, removed: before.slice(at, at + length), inserted }));
    });
    return fc.tuple(...splices).map((made) => ({ before, splices: made }));
  }),
);

describe('recorded splices', () => {
  it('are taken back to the byte where the text is unchanged, or are not taken back at all', () => {
    let exact = 0;
    fc.assert(
      fc.property(change, ({ before, splices }) => {
        const after = applySplices(before, splices);
        const back = takeBackSplices(after, recordSplices(before, splices));
        if (back !== undefined) expect(back).toBe(before);
        if (back === before) exact += 1;
      }),
      { numRuns: 1000 },
    );
    expect(exact).toBeGreaterThan(800);
  });

  it('are taken back where the text changed elsewhere, and not where their place has become doubtful', () => {
    const before = 'one\ntwo\nthree\nfour\nfive\nsix\n';
    const records = recordSplices(before, [{ at: 14, removed: '', inserted: 'seeds\n' }]);
    const after = 'one\ntwo\nthree\nseeds\nfour\nfive\nsix\n';
    expect(takeBackSplices(`zero\n${after}seven\n`, records)).toBe(`zero\n${before}seven\n`);
    expect(takeBackSplices(after.replace('four', '4'), records)).toBeUndefined();
    expect(takeBackSplices(after + after, records)).toBeUndefined();
  });

  it('do not apply to a text that they were not made for', () => {
    expect(() => applySplices('abc', [{ at: 1, removed: 'x', inserted: '' }])).toThrow(RangeError);
  });
});

describe('how a text is written', () => {
  it('is read off its lines, and completed from elsewhere', () => {
    expect(styleOf('import a from "a";\r\nif (a) {\r\n\tb();\r\n}\r\n')).toMatchObject({
      indent: '\t',
      quotes: 'double',
      semicolons: true,
      eol: '\r\n',
    });
    expect(styleOf("const a = 'x'\nexport default {\n    a,\n    b: [\n        1,\n    ],\n}\n")).toMatchObject({
      indent: '    ',
      quotes: 'single',
      semicolons: false,
      eol: '\n',
      trailingCommas: true,
      lineWidth: 80,
    });
    const votes = noVotes();
    countVotes('', votes);
    expect(
      styleFromVotes(votes, {
        indent: '\t',
        quotes: 'double',
        semicolons: false,
        eol: '\r\n',
        trailingCommas: false,
        lineWidth: 80,
      }),
    ).toMatchObject({ indent: '\t', semicolons: false });
  });
});
