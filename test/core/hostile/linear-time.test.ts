import { describe, expect, it } from 'vitest';
import { readContext } from '../../../src/core/host/context.ts';
import { bareStack } from '../../../src/core/facts/bare.ts';
import { usesIn } from '../../../src/core/uses/text-uses.ts';
import { CATALOG, memoryDoors } from '../../support/memory-host.ts';
import { MemoryFiles } from '../../support/memory-files.ts';

// One line each, as in bundles and files of data; every one is a beginning of something that patterns look for, and no end of it.
const PIECES: Record<string, string> = {
  'a word without an end': 'a',
  'words and dots': 'a.',
  'declarations without a value': 'const a: ',
  'members without a value': 'this.a ',
  'imports without a source': 'import a, ',
  'the environment without a port': 'env ',
  'calls without an end': 'app.get("/',
  'scripts without an end': '<script ',
  'scripts that are open': '<script>',
  'styles without an end': '<style ',
  'blank lines': '\n',
  blanks: ' ',
  brackets: '{ ',
  quotes: '"',
  'class attributes': 'class="',
  requires: "require('",
};
const HEAD = "const express = require('express')\nconst app = express()\n";
const SMALL = 20_000;

/** How long it takes to look at a host with such a text in all places, in milliseconds. */
async function look(piece: string, length: number): Promise<number> {
  const text = piece.repeat(Math.ceil(length / piece.length));
  const host = (files: Record<string, string>): MemoryFiles =>
    new MemoryFiles({
      ...Object.fromEntries(Object.entries(files).map(([file, one]) => [`/garden/host/${file}`, one])),
      [`${CATALOG.folder}/readme`]: '',
    });
  const hosts = [
    host({
      'package.json': '{"name":"a","scripts":{"start":"node app.js"},"dependencies":{"express":"^5.0.0"}}',
      'app.js': `${HEAD}${text}\napp.listen(3000)\n`,
      '.git/config': text,
    }),
    host({
      'package.json': '{"name":"a","type":"module","devDependencies":{"vite":"^7.0.0","vue":"^3.5.0"}}',
      'vite.config.js': text,
      'index.html': `<script type="module" src="/src/main.js"></script>${text}`,
      'src/main.js': text,
      'src/App.vue': text,
      'src/site.css': text,
      '.editorconfig': text,
      '.gitignore': text,
    }),
  ];
  const start = performance.now();
  for (const memory of hosts) {
    const context = await readContext(memoryDoors(memory), CATALOG, '/garden/host');
    for (const { folder, style } of context.facts.workspaces) {
      await bareStack(context, folder);
      expect(style).toBeDefined();
    }
  }
  for (const file of ['a.js', 'a.vue', 'a.css', 'a.html', 'a.astro'])
    usesIn(text, file, { packages: ['x'], patterns: { classes: ['p-*'], names: ['x'], rules: ['x'] }, own: new Set() });
  return performance.now() - start;
}

describe('texts that are long and have no end', () => {
  it.each(Object.keys(PIECES))(
    '%s: eight times as long takes no more than some times eight',
    { timeout: 60_000 },
    async (name) => {
      const piece = PIECES[name] ?? '';
      await look(piece, 1000);
      const short = await look(piece, SMALL);
      const long = await look(piece, 8 * SMALL);
      // A pattern that goes back over all of it would take sixty-four times as long.
      expect(long, `${Math.round(short)} ms, then ${Math.round(long)} ms`).toBeLessThan(24 * short + 1000);
    },
  );
});
