import fc from 'fast-check';
import { parse as parseVue } from '@vue/compiler-dom';
import { parse as parsePage } from 'parse5';
import postcss from 'postcss';
import { describe, expect, it } from 'vitest';
import { component } from '../../../src/core/formats/component/component.ts';
import type { Format } from '../../../src/core/formats/format.ts';
import { markup } from '../../../src/core/formats/markup.ts';
import { readPhp } from '../../../src/core/formats/php/document.ts';
import { php } from '../../../src/core/formats/php/php.ts';
import { style } from '../../../src/core/formats/style/style.ts';
import { readXml } from '../../../src/core/formats/xml/document.ts';
import { xml } from '../../../src/core/formats/xml/xml.ts';
import { DEFAULT_STYLE } from '../../../src/core/text/code-style.ts';
import { recordSplices, takeBackSplices } from '../../../src/core/text/splices.ts';

/**
 * What must hold of every edit: nothing but white space goes, once is enough, it is taken back to the byte, and what is taken
 * out by meaning is not there any more; or it is refused with handwork. Gives the edited text.
 */
function expectSafe<Operation>(
  format: Format<Operation>,
  file: string,
  text: string,
  operation: Operation,
): string | undefined {
  const around = { file, style: DEFAULT_STYLE };
  const outcome = format.edit(text, operation, around);
  if (outcome.kind === 'refused') expect(outcome.refusal.handwork).not.toBe('');
  if (outcome.kind !== 'edited') return undefined;
  expect(outcome.splices.every(({ removed }) => removed.trim() === '' || removed === '/>' || removed === ' />')).toBe(
    true,
  );
  expect(format.edit(outcome.text, operation, around).kind).toBe('already');
  const back = takeBackSplices(outcome.text, recordSplices(text, outcome.splices));
  if (back !== undefined) expect(back).toBe(text);
  const removed = format.remove(outcome.text, operation, around);
  expect(removed.kind).toBe('edited');
  if (removed.kind === 'edited') expect(format.remove(removed.text, operation, around).kind).toBe('already');
  if (text.includes('\r\n') && !/[^\r]\n/.test(text)) expect(outcome.text).not.toMatch(/[^\r]\n/);
  return outcome.text;
}

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

describe('components', () => {
  const vue = fc
    .tuple(
      fc.constantFrom('<script>', '<script setup>', '<script setup lang="ts">', ''),
      fc.constantFrom('', '<style scoped>', '<style>'),
      indent,
      eol,
    )
    .map(([script, sheet, unit, end]) =>
      [
        ...(script === '' ? [] : [script, `import Peas from './Peas.vue'`, '</script>', '']),
        '<template>',
        `${unit}<main>`,
        `${unit}${unit}<Peas v-if="a > 1" />`,
        `${unit}</main>`,
        '</template>',
        ...(sheet === '' ? [] : ['', sheet, '.bed {', `${unit}color: red;`, '}', '</style>']),
        '',
      ].join(end),
    );

  it('are edited in their script, style and template, and keep their blocks', () => {
    fc.assert(
      fc.property(vue, (text) => {
        const around = { file: 'App.vue', style: DEFAULT_STYLE };
        const edits = [
          { op: 'script', script: { op: 'import', import: { from: './Beans.vue', default: 'Beans' } } },
          { op: 'style', style: { op: 'rule', selector: '.bed', declarations: { margin: '0' } } },
          { op: 'template-child', element: 'main', code: '<Beans />' },
        ] as const;
        let edited = text;
        for (const operation of edits) {
          const outcome = component.edit(edited, operation, around);
          expect(outcome.kind).toBe('edited');
          if (outcome.kind !== 'edited') return;
          expect(takeBackSplices(outcome.text, recordSplices(edited, outcome.splices))).toBe(edited);
          edited = outcome.text;
        }
        for (const operation of edits) expect(component.edit(edited, operation, around).kind).toBe('already');
        const root = parseVue(edited, { parseMode: 'sfc' });
        expect(root.children.flatMap((node) => ('tag' in node ? [node.tag] : [])).sort()).toEqual([
          'script',
          'style',
          'template',
        ]);
        expect(edited).toMatch(/<Beans \/>\r?\n\s*<\/main>/);
      }),
    );
  });
});

describe('XML', () => {
  const project = fc
    .tuple(fc.uniqueArray(name, { maxLength: 4 }), indent, eol, fc.boolean(), fc.boolean())
    .map(([names, unit, end, comment, properties]) =>
      [
        '<?xml version="1.0" encoding="UTF-8"?>',
        '<project xmlns="http://maven.apache.org/POM/4.0.0">',
        ...(properties ? [`${unit}<properties/>`] : []),
        `${unit}<dependencies>`,
        ...names.flatMap((one) => [
          `${unit}${unit}<dependency>`,
          `${unit}${unit}${unit}<artifactId>${one}</artifactId>`,
          `${unit}${unit}</dependency>${comment ? ' <!-- sown -->' : ''}`,
        ]),
        `${unit}</dependencies>`,
        '</project>',
        '',
      ].join(end),
    );

  it('gets elements at their place, once, and gives them back', () => {
    fc.assert(
      fc.property(project, name, (text, wanted) => {
        const after = expectSafe(xml, 'pom.xml', text, {
          op: 'element',
          path: ['project', 'dependencies'],
          name: 'dependency',
          key: ['artifactId'],
          content: { artifactId: wanted },
        });
        expect(after === undefined).toBe(text.includes(`>${wanted}<`));
        const set = expectSafe(xml, 'pom.xml', text, {
          op: 'text',
          path: ['project', 'properties', 'rows'],
          value: 'a < b & c',
          order: { project: ['properties', 'dependencies'] },
        });
        const root = readXml(set ?? '');
        expect('children' in root && root.children[0]).toMatchObject({
          name: 'properties',
          children: [{ name: 'rows', text: 'a < b & c' }],
        });
      }),
    );
  });

  it('that is broken is refused', () => {
    fc.assert(
      fc.property(project, fc.nat(400), junk, (text, at, rest) => {
        const broken = text.slice(0, at) + rest + text.slice(at + 3);
        expect(['edited', 'already', 'refused']).toContain(
          xml.edit(broken, { op: 'text', path: ['project', 'a'], value: 'b' }, { file: 'a.xml', style: DEFAULT_STYLE })
            .kind,
        );
      }),
    );
  });
});

describe('PHP', () => {
  const entry = fc
    .tuple(name, fc.constantFrom('3', "'sown'", "['all' => true]", 'fn () => 1'))
    .map(([key, value]) => `'${key}' => ${value}`);
  const config = fc
    .tuple(fc.array(entry, { maxLength: 4 }), fc.boolean(), fc.boolean(), indent, eol)
    .map(([entries, long, multi, unit, end]) => {
      const [open, close] = long ? ['array(', ')'] : ['[', ']'];
      const list = multi ? `${end}${entries.map((one) => `${unit}${one},${end}`).join('')}` : entries.join(', ');
      return `<?php${end}${end}// the society’s${end}return ${open}${list}${close};${end}`;
    });

  it('gets entries, imports and statements, and gives them back', () => {
    fc.assert(
      fc.property(config, (text) => {
        const after = expectSafe(php, 'config.php', text, {
          op: 'entry',
          array: 'returned',
          pointer: '',
          key: "'zucchini'",
          code: '4',
        });
        expect(after).toBeDefined();
        expect(readPhp(after ?? '', 'a.php')).not.toHaveProperty('reason');
        const used = expectSafe(php, 'config.php', text, { op: 'use', name: 'Garden\\Beans' });
        expect(used?.indexOf('use Garden')).toBeLessThan(used?.indexOf('return') ?? -1);
        expectSafe(php, 'config.php', text, { op: 'item', array: 'returned', pointer: '/beans', code: "'x'" });
      }),
    );
  });

  it('that is broken is refused', () => {
    fc.assert(
      fc.property(config, fc.nat(120), junk, (text, at, rest) => {
        const broken = text.slice(0, at) + rest + text.slice(at + 3);
        for (const operation of [
          { op: 'use', name: 'A\\B' },
          { op: 'statement', code: 'sow();' },
          { op: 'item', array: 'returned', pointer: '', code: '1' },
        ] as const)
          expect(['edited', 'already', 'refused']).toContain(
            php.edit(broken, operation, { file: 'a.php', style: DEFAULT_STYLE }).kind,
          );
      }),
    );
  });
});
