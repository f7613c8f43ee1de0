import fc from 'fast-check';
import postcss from 'postcss';
import { describe, expect, it } from 'vitest';
import { lines } from '../../../src/core/formats/lines/lines.ts';
import { markup } from '../../../src/core/formats/markup/markup.ts';
import { pageReferences } from '../../../src/core/formats/markup/page-references.ts';
import { style, type StyleOperation } from '../../../src/core/formats/style/style.ts';
import { DEFAULT_STYLE } from '../../../src/core/text/code-style.ts';
import { recordSplices, takeBackSplices } from '../../../src/core/text/splices.ts';

const AROUND = { file: 'site.css', style: DEFAULT_STYLE };
const OPERATION: StyleOperation = { op: 'import', source: 'tailwindcss', instead: ['tailwindcss/utilities'] };

function edit(text: string): string {
  const outcome = style.edit(text, OPERATION, AROUND);
  return outcome.kind === 'edited' ? outcome.text : outcome.kind;
}

describe('an import in a style sheet', () => {
  it('stands at its one legal place, in the quotes of its neighbours', () => {
    expect(edit('')).toBe('@import "tailwindcss";\n');
    expect(edit('body {}\n')).toBe('@import "tailwindcss";\n\nbody {}\n');
    expect(edit('@charset "utf-8";\n@layer a;\n@import \'./b.css\';\nbody {}')).toBe(
      "@charset \"utf-8\";\n@layer a;\n@import './b.css';\n@import 'tailwindcss';\nbody {}",
    );
    expect(edit('/* The society */\n\n/* beds */\n.bed {}\n')).toBe(
      '/* The society */\n\n@import "tailwindcss";\n\n/* beds */\n.bed {}\n',
    );
    expect(edit('@import "a"; body { color: red }')).toBe('@import "a";\n@import "tailwindcss"; body { color: red }');
  });

  it('is there already in any of its forms', () => {
    for (const text of [
      '@import "tailwindcss";',
      "@import url('tailwindcss');",
      '@import url(tailwindcss) layer(x);',
      "@import 'tailwindcss' prefix(tw);",
      '@import "tailwindcss/utilities";',
    ]) {
      expect(edit(text)).toBe('already');
    }
  });

  it('is refused in a sheet of another language, and in one that cannot be parsed', () => {
    expect(style.edit('$a: 1;', OPERATION, { ...AROUND, file: 'site.scss' }).kind).toBe('refused');
    expect(style.edit('a { b: c }\n}', OPERATION, AROUND)).toMatchObject({
      kind: 'refused',
      refusal: { line: 2, handwork: expect.stringContaining('@import') as string },
    });
  });

  const part = fc.constantFrom(
    '/* peas */',
    '@import "x.css";',
    '@charset "utf-8";',
    '.bed { color: red }',
    '@media print { a { b: c } }',
    '',
    '@layer base;',
    ':root { --leaf: green; }',
  );
  it('keeps everything else, is made once, and is taken back to the byte', () => {
    fc.assert(
      fc.property(fc.array(part, { maxLength: 8 }), fc.constantFrom('\n', '\r\n'), fc.boolean(), (parts, eol, bom) => {
        const text = (bom ? '\uFEFF' : '') + parts.join(eol);
        const outcome = style.edit(text, OPERATION, AROUND);
        expect(outcome.kind).toBe('edited');
        if (outcome.kind !== 'edited') return;
        expect(style.edit(outcome.text, OPERATION, AROUND).kind).toBe('already');
        expect(takeBackSplices(outcome.text, recordSplices(text, outcome.splices))).toBe(text);
        const rest = postcss.parse(outcome.text.replace(/^\uFEFF/, ''));
        rest.walkAtRules('import', (rule) => {
          if (rule.params.includes('tailwindcss')) rule.remove();
        });
        const same = postcss.parse(text.replace(/^\uFEFF/, ''));
        expect(rest.nodes.map((node) => node.toString())).toEqual(same.nodes.map((node) => node.toString()));
        const removed = style.remove(outcome.text, OPERATION, AROUND);
        expect(removed.kind === 'edited' && removed.text.includes('tailwindcss')).toBe(false);
      }),
      { numRuns: 300 },
    );
  });
});

describe('a link in a page', () => {
  const PAGE = '<!doctype html>\n<html>\n  <head>\n    <title>Beds</title>\n  </head>\n  <body></body>\n</html>\n';
  const operation = { op: 'link', rel: 'stylesheet', href: './style.css' } as const;

  it('goes last into the head, once, and is taken back to the byte', () => {
    const outcome = markup.edit(PAGE, operation, AROUND);
    expect(outcome).toMatchObject({
      kind: 'edited',
      text: PAGE.replace('  </head>', '    <link rel="stylesheet" href="./style.css">\n  </head>'),
    });
    if (outcome.kind !== 'edited') return;
    expect(markup.edit(outcome.text, operation, AROUND).kind).toBe('already');
    expect(pageReferences(outcome.text)).toEqual([{ kind: 'sheet', target: './style.css', offset: 60 }]);
    expect(markup.remove(outcome.text, operation, AROUND)).toMatchObject({ text: PAGE });
    expect(markup.edit('<p>no head', operation, AROUND).kind).toBe('refused');
  });
});

describe('what a page loads', () => {
  it('is read from its start tags, not from comments, scripts or other text', () => {
    const page = `<!doctype html>
<!-- <link rel="stylesheet" href="old.css"> -->
<title><link rel=stylesheet href=title.css></title>
<LINK REL='preload Stylesheet' HREF=/site.css>
<link rel="icon" href="x.svg"><link rel="stylesheet" href="a.css?v=1&amp;w=2" />
<script>const a = '<script type="module" src="no.js">' < 1;</script>
<script src="classic.js"></script>
<script defer type="module" crossorigin src="/src/main.ts"></script>`;
    expect(pageReferences(page).map(({ kind, target }) => [kind, target])).toEqual([
      ['sheet', '/site.css'],
      ['sheet', 'a.css?v=1&w=2'],
      ['module', '/src/main.ts'],
    ]);
    for (const text of ['<', '<a', '<script', '<!--', '<link rel=stylesheet href=', "<a b='c", '\0<'])
      expect(pageReferences(text)).toEqual([]);
  });
});

describe('a line in an ignore file', () => {
  const AROUND_IGNORE = { file: '.gitignore', style: DEFAULT_STYLE };
  it('is covered by a broader pattern, unless a later one lets it in again', () => {
    const edited = (text: string, line: string): string => {
      const outcome = lines.edit(text, { op: 'ensure', line }, AROUND_IGNORE);
      return outcome.kind === 'edited' ? outcome.text : outcome.kind;
    };
    expect(edited('node_modules\n', 'dist/')).toBe('node_modules\ndist/\n');
    expect(edited('node_modules', 'dist/')).toBe('node_modules\ndist/');
    expect(edited('/dist\ndist\n', 'dist/')).toBe('already');
    expect(edited('.env*\n', '.env.local')).toBe('already');
    expect(edited('.env*\n!.env.local\n', '.env.local')).toBe('.env*\n!.env.local\n.env.local\n');
    expect(edited('/dist\n', 'dist/')).toBe('/dist\ndist/\n');
  });
});
