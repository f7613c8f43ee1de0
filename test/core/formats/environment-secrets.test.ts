import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { environmentLines } from '../../../src/core/formats/dotenv/dotenv.ts';
import {
  hideValues,
  revealValues,
  secretTokens,
  withoutValues,
} from '../../../src/core/formats/dotenv/environment-secrets.ts';

const line = fc
  .oneof(
    fc.tuple(
      fc.constantFrom('A', 'B', 'export A', ' C_D', '# OLD'),
      fc.constantFrom('=', ' = ', ': '),
      fc.stringMatching(/^[\w"' #=.]{0,12}$/),
    ),
    fc.tuple(fc.constantFrom('', '# note', 'stray 4711'), fc.constant(''), fc.constant('')),
  )
  .map((parts) => parts.join(''));
const file = fc
  .tuple(fc.array(line, { maxLength: 8 }), fc.constantFrom('\n', '\r\n'), fc.boolean())
  .map(([lines, eol, ends]) => lines.join(eol) + (ends ? eol : ''));

describe('values of an environment file', () => {
  it('that are hidden come back to the byte', () => {
    fc.assert(
      fc.property(file, (text) => {
        const keys = ['A', 'C_D'];
        const { text: hidden, written } = hideValues(text, keys);
        expect(revealValues(hidden, written)).toBe(text);
        const present = new Set(
          environmentLines(text)
            .map(({ key }) => key)
            .filter((key) => keys.includes(key)),
        );
        expect(new Set(secretTokens(hidden))).toEqual(present);
      }),
      { numRuns: 1000 },
    );
  });

  it('are never shown, wherever they stand', () => {
    const secret = 'x4711x';
    fc.assert(
      fc.property(
        fc.constantFrom('A=', 'export A = ', '# A=', '#A: ', 'A: ', 'A="', "A='", ' A=`'),
        fc.boolean(),
        (lead, crlf) => {
          const shown = withoutValues(`B=1${crlf ? '\r' : ''}\n${lead}${secret}${crlf ? '\r' : ''}\n`, ['B']);
          expect(shown).not.toContain(secret);
          expect(shown).toContain('B=1');
          expect(shown).toContain('A');
        },
      ),
    );
    const start = performance.now();
    expect(withoutValues(`${' '.repeat(1 << 20)}x`)).toBe('…');
    expect(performance.now() - start).toBeLessThan(5000);
    expect(withoutValues(`KEY="first\n${secret}"\n`)).not.toContain(secret);
  });
});
