import fc from 'fast-check';
import picomatch from 'picomatch';
import { describe, expect, it } from 'vitest';
import { isPlainGlob } from '../../../src/core/text/plain-glob.ts';

describe('a glob', () => {
  it.each([
    '*.vue',
    '*.{css,scss,less}',
    './src/**/*.{js,ts,jsx,tsx}',
    'src/**/!(*.stories|*.spec).{ts,html}',
    '**/test/**/*.*',
  ])('is plain as people write it: %s', (glob) => {
    expect(isPlainGlob(glob)).toBe(true);
  });

  it.each(['*a*a*a*a*a*a*a*a*b', '+(+(a|aa))b', '((a+)+)+b', '{a,aa}{a,aa}{a,aa}{a,aa}b', '**/**/**/**/a'])(
    'is not where a matcher could go on for ever: %s',
    (glob) => {
      expect(isPlainGlob(glob)).toBe(false);
    },
  );

  it('that is plain comes to an end, whatever it is', () => {
    const piece = fc.constantFrom('*', '**', 'a', 'aa', '/', '?', '{a,aa}', '!(a|aa)', '@(a|b)', '.', '[a-b]', '*a');
    const glob = fc.array(piece, { minLength: 1, maxLength: 30 }).map((all) => all.join(''));
    fc.assert(
      fc.property(glob, (one) => {
        if (!isPlainGlob(one)) return;
        // One that took for ever would end the test.
        const reaches = picomatch(one, { dot: true, basename: true });
        expect(typeof reaches(`${'a'.repeat(60)}/${'a'.repeat(60)}!`)).toBe('boolean');
      }),
      { numRuns: 2000 },
    );
  });
});
