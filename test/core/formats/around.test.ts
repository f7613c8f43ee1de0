import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { around } from '../../../src/core/formats/around/around.ts';
import { instead } from '../../../src/core/formats/instead/instead.ts';
import { DEFAULT_STYLE } from '../../../src/core/text/code-style.ts';

const AT = { file: 'notes.txt', style: DEFAULT_STYLE };
const OPERATION = { op: 'around' as const, before: '<nav>\n  ', behind: '\n</nav>', step: '  ' };

describe('code around a part of a text', () => {
  const line = fc.stringMatching(/^[a-z ]{0,12}$/);
  const lines = fc.array(line, { minLength: 1, maxLength: 6 }).map((all) => all.join('\n'));

  it('leaves all else as it was, is found again, and comes off without a trace', () => {
    fc.assert(
      fc.property(lines, lines, lines, fc.constantFrom('\n', '\r\n'), (above, inside, below, eol) => {
        const inner = `[${inside}]`;
        const text = `${above}\n${inner}\n${below}`.replaceAll('\n', eol);
        const operation = { ...OPERATION, inner };
        const made = around.edit(text, operation, AT);
        if (made.kind !== 'edited') throw new Error(made.kind);
        expect(made.text.replaceAll(/\s/g, '')).toBe(
          text.replaceAll(/\s/g, '').replace(inner.replaceAll(/\s/g, ''), (one) => `<nav>${one}</nav>`),
        );
        expect(around.edit(made.text, operation, AT).kind).toBe('already');
        const gone = around.remove(made.text, operation, AT);
        expect(gone.kind === 'edited' && gone.text).toBe(text);
      }),
    );
  });

  it('is refused where that part is gone, is there twice, or its edges cannot be told any more', () => {
    const operation = { ...OPERATION, inner: 'beds' };
    for (const text of ['sheds', 'beds and beds']) {
      const outcome = around.edit(text, operation, AT);
      expect(outcome.kind).toBe('refused');
    }
    expect(around.remove('beds', operation, AT).kind).toBe('already');
    expect(around.remove('<nav>\n  beds', operation, AT).kind).toBe('refused');
    const script = { ...operation, before: 'f(', behind: '', inner: 'beds' };
    expect(around.edit('beds();', script, { ...AT, file: 'beds.js' }).kind).toBe('refused');
  });
});

describe('another text instead of a whole file', () => {
  const operation = { op: 'instead' as const, was: 'beds\n', text: 'sheds\n' };

  it('comes and goes only where the file says just what it should', () => {
    const made = instead.edit('beds\n', operation, AT);
    expect(made.kind === 'edited' && made.text).toBe('sheds\n');
    expect(instead.edit('sheds\n', operation, AT).kind).toBe('already');
    expect(instead.edit('beds, and more\n', operation, AT).kind).toBe('refused');
    const gone = instead.remove('sheds\n', operation, AT);
    expect(gone.kind === 'edited' && gone.text).toBe('beds\n');
    expect(instead.remove('sheds, and more\n', operation, AT).kind).toBe('refused');
  });
});
