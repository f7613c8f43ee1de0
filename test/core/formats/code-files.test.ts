import fc from 'fast-check';
import { parse as parseVue } from '@vue/compiler-dom';
import { describe, expect, it } from 'vitest';
import { component } from '../../../src/core/formats/component/component.ts';
import { readPhp } from '../../../src/core/formats/php/document.ts';
import { php } from '../../../src/core/formats/php/php.ts';
import { readXml } from '../../../src/core/formats/xml/document.ts';
import { xml } from '../../../src/core/formats/xml/xml.ts';
import { DEFAULT_STYLE } from '../../../src/core/text/code-style.ts';
import { recordSplices, takeBackSplices } from '../../../src/core/text/splices.ts';
import { expectSafe } from '../../support/expect-safe.ts';

const eol = fc.constantFrom('\n', '\r\n');
const indent = fc.constantFrom('  ', '    ', '\t');
const name = fc.constantFrom('beans', 'peas', 'kale', 'leek', 'chard');
const junk = fc.string({ unit: 'binary', maxLength: 60 });

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
        expect(readPhp(after ?? '')).not.toHaveProperty('reason');
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
