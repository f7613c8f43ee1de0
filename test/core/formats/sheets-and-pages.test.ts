import fc from 'fast-check';
import { parse as parsePage } from 'parse5';
import postcss from 'postcss';
import { describe, expect, it } from 'vitest';
import { markup } from '../../../src/core/formats/markup/markup.ts';
import { style } from '../../../src/core/formats/style/style.ts';
import { DEFAULT_STYLE } from '../../../src/core/text/code-style.ts';
import { expectSafe } from '../../support/expect-safe.ts';

const eol = fc.constantFrom('\n', '\r\n');
const indent = fc.constantFrom('  ', '    ', '\t');
const name = fc.constantFrom('beans', 'peas', 'kale', 'leek', 'chard');
const junk = fc.string({ unit: 'binary', maxLength: 60 });

describe('style sheets', () => {
  const declaration = fc.tuple(
    fc.constantFrom('color', '--leaf', 'margin'),
    fc.constantFrom('red', '0 auto', 'var(--soil)'),
  );
  const rule = fc
    .tuple(
      fc.constantFrom('.bed', ':root', 'a:hover', '.plot > li'),
      fc.array(declaration, { maxLength: 3 }),
      fc.boolean(),
      indent,
      eol,
    )
    .map(([selector, declarations, multi, unit, end]) => {
      const lines = declarations.map(([key, value]) => `${key}: ${value};`);
      return multi
        ? `${selector} {${end}${lines.map((line) => unit + line + end).join('')}}`
        : `${selector} { ${lines.join(' ')} }`;
    });
  const sheet = fc
    .tuple(
      fc.constantFrom('', '@charset "utf-8";', '@import "peas";', '/* the society’s */'),
      fc.array(rule, { maxLength: 4 }),
      eol,
    )
    .map(([head, rules, end]) => [...(head === '' ? [] : [head]), ...rules, ''].join(end).replaceAll(/\r?\n/g, end));

  it('get a rule with just the declarations that are missing', () => {
    fc.assert(
      fc.property(sheet, (text) => {
        const after = expectSafe(style, 'a.css', text, {
          op: 'rule',
          selector: '.bed',
          declarations: { padding: '1px', order: '2' },
        });
        if (after === undefined) return;
        const values: string[] = [];
        postcss.parse(after).walkDecls((one) => void values.push(`${one.prop}:${one.value}`));
        const before: string[] = [];
        postcss.parse(text).walkDecls((one) => void before.push(`${one.prop}:${one.value}`));
        expect(values.sort()).toEqual([...before, 'padding:1px', 'order:2'].sort());
      }),
    );
  });

  it('get at-rules and modules at their one place, whatever is in them', () => {
    fc.assert(
      fc.property(sheet, junk, (text, rest) => {
        for (const one of [text, text + rest]) {
          expectSafe(style, 'a.css', one, { op: 'at-rule', name: 'plugin', params: '"beans"' });
          const used = expectSafe(style, 'a.scss', one, { op: 'use', source: 'beans' });
          if (used !== undefined && one === text) expect(used.indexOf('@use')).toBeLessThan(used.indexOf('{') >>> 0);
        }
      }),
    );
  });
});

describe('pages', () => {
  const page = fc
    .tuple(fc.array(name, { maxLength: 3 }), indent, eol, fc.boolean())
    .map(([names, unit, end, classed]) =>
      [
        '<!doctype html>',
        '<html>',
        `${unit}<head>`,
        ...names.map((one) => `${unit}${unit}<meta name="${one}" content="1">`),
        `${unit}</head>`,
        `${unit}<body${classed ? ' class="wide"' : ''}>`,
        `${unit}${unit}<div id="app"></div>`,
        `${unit}</body>`,
        '</html>',
        '',
      ].join(end),
    );
  const tags = (text: string): number =>
    JSON.stringify(parsePage(text), (key, value: unknown) => (key === 'parentNode' ? undefined : value)).split(
      '"tagName"',
    ).length;

  it('get an element once, and an attribute or one more word in it', () => {
    fc.assert(
      fc.property(page, junk, (text, rest) => {
        const added = expectSafe(markup, 'index.html', text, {
          op: 'element',
          tag: 'script',
          attributes: { src: '/beans.js', type: 'module' },
          identity: ['src'],
          in: 'body',
        });
        expect(tags(added ?? '')).toBe(tags(text) + 1);
        const classed = expectSafe(markup, 'index.html', text, {
          op: 'attribute',
          of: { tag: 'body' },
          name: 'class',
          value: 'dark',
          token: true,
        });
        expect(classed).toMatch(/<body class="(wide )?dark">/);
        const broken = text.slice(0, text.length >> 1) + rest;
        expect(['edited', 'already', 'refused']).toContain(
          markup.edit(broken, { op: 'link', rel: 'icon', href: 'a' }, { file: 'a.html', style: DEFAULT_STYLE }).kind,
        );
      }),
    );
  });
});
