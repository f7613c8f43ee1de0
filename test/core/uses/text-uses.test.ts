import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { mentionsOf } from '../../../src/core/formats/script/mentions.ts';
import { ownClasses, usesIn } from '../../../src/core/uses/text-uses.ts';
import { scriptsThatRun } from '../../../src/core/uses/manifest-uses.ts';
import { matchesWildcard } from '../../../src/core/text/wildcard.ts';

describe('a pattern with stars', () => {
  it('says what the same regular expression says', () => {
    const part = fc.stringMatching(/^[ab*:-]{0,8}$/);
    fc.assert(
      fc.property(part, fc.stringMatching(/^[ab:-]{0,12}$/), (pattern, text) => {
        const expression = new RegExp(`^${pattern.replaceAll('*', '.*')}$`);
        expect(matchesWildcard(text, pattern)).toBe(expression.test(text));
      }),
      { numRuns: 2000 },
    );
  });

  it('takes no longer for a pattern that is made to take long', () => {
    const start = performance.now();
    expect(matchesWildcard('a'.repeat(100_000), `${'*a'.repeat(5000)}b`)).toBe(false);
    expect(performance.now() - start).toBeLessThan(2000);
  });
});

describe('uses in a source', () => {
  const lines = (text: string, file: string, packages: string[], patterns = {}): number[] =>
    usesIn(text, file, { packages, patterns, own: new Set() }).map((at) => text.slice(0, at).split('\n').length);

  it.each([
    ["import plots from 'plots';\nplots.open();\n", 'a.ts', [1, 2]],
    ["const { open } = require('plots/gate');\nopen();\n({ open: 1 }).open;\n", 'a.cjs', [1, 2]],
    ["export * from 'plots';\nexport { a } from 'plots/x';\n", 'a.mjs', [1, 2]],
    ["import { Bed } from 'plots';\nexport const A = () => <Bed />;\n", 'a.jsx', [1, 2]],
    ["import 'plotsome';\n// plots\nconst text = 'plots';\n", 'a.ts', []],
    ['@import "plots/sheet.css";\n@use \'plots\';\n/* "plots" */\n', 'a.scss', [1, 2]],
    [
      "<script setup>\nimport { PlotCard } from 'plots'\n</script>\n<template>\n  <plot-card />\n</template>\n",
      'a.vue',
      [2, 5],
    ],
    ["---\nimport { Bed } from 'plots';\n---\n<Bed client:load />\n", 'a.astro', [2, 4]],
    ['import {{{ broken plots', 'a.ts', []],
  ])('%j in %s', (text, file, expected) => {
    expect(lines(text, file, ['plots'])).toEqual(expected);
  });

  it('finds scripts of a manifest that run a program, however they are written', () => {
    const text = '{"name": "lay", "scripts" : {\n"a" : "lay --all",\n"b": "layer",\n"c": "tend && (lay)",\n"d": 1}}';
    const at = scriptsThatRun(text, ['lay']).map((offset) => text.slice(offset, offset + 3));
    expect(at).toEqual(['"a"', '"c"']);
    expect(scriptsThatRun('['.repeat(1 << 20), ['lay'])).toEqual([]);
    expect(scriptsThatRun('{"scripts": [', ['lay'])).toEqual([]);
  });

  it('finds names that are known without an import, and no part of another name', () => {
    const text = '<p>{{ $plot.name }}</p>\n<p>{{ $plots }}</p>\n<p>{{ my$plot }}</p>\n';
    expect(lines(text, 'a.vue', [], { names: ['$plot'] })).toEqual([1]);
  });

  it.each([
    ['class={', 'a.jsx'],
    ['class="', 'a.html'],
    ['<script', 'a.vue'],
    ['<script>', 'a.vue'],
    ["<script>import a from 'plots'</script>", 'a.vue'],
    ['<style>', 'a.vue'],
    ['class ', 'a.html'],
    ['@apply ', 'a.css'],
  ])('takes no longer for a megabyte of %s', (part, file) => {
    const start = performance.now();
    const text = `plots${part.repeat(Math.floor((1 << 20) / part.length))}`;
    usesIn(text, file, { packages: ['plots'], patterns: { classes: ['x-*'], rules: ['none'] }, own: new Set() });
    ownClasses(text, file);
    expect(performance.now() - start).toBeLessThan(10_000);
  });

  it('never throws, whatever the text is', () => {
    fc.assert(
      fc.property(
        fc.string({ unit: 'binary', maxLength: 60 }),
        fc.constantFrom('a.ts', 'a.vue', 'a.css', 'a.html'),
        (text, file) => {
          const found = usesIn(`plots${text}`, file, {
            packages: ['plots'],
            patterns: { classes: ['*'], rules: ['apply'], names: ['$x'] },
            own: new Set(),
          });
          expect(found.every((at) => at >= 0 && at < text.length + 5)).toBe(true);
          expect(mentionsOf(text, file, () => true).at.length).toBeGreaterThanOrEqual(0);
        },
      ),
      { numRuns: 500 },
    );
  });
});
