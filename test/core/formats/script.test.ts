import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { script, type ScriptOperation } from '../../../src/core/formats/script/script.ts';
import { DEFAULT_STYLE } from '../../../src/core/text/code-style.ts';
import { recordSplices, takeBackSplices } from '../../../src/core/text/splices.ts';
import { configScript } from '../../support/arbitraries.ts';

const AROUND = { file: 'vite.config.ts', style: DEFAULT_STYLE };
const OPERATION: ScriptOperation = {
  op: 'item',
  address: {
    pointer: '/plugins',
    helpers: ['defineConfig'],
    merges: ['mergeConfig'],
    keys: ['plugins', 'server', 'base'],
  },
  code: 'tailwindcss()',
  imports: [{ from: '@tailwindcss/vite', default: 'tailwindcss', esm: true }],
};

interface Config {
  base?: string;
  plugins?: unknown[];
}

/** Runs a configuration for real, with the import replaced by a plugin that only has a name. */
async function evaluate(text: string): Promise<Config> {
  const plain = text
    .replace(/^\uFEFF/, '')
    .replace(/import tailwindcss from ['"]@tailwindcss\/vite['"];?/, "const tailwindcss = () => 'tailwindcss';");
  const module = (await import(`data:text/javascript,${encodeURIComponent(plain)}`)) as {
    default: Config | (() => Config | Promise<Config>);
  };
  return typeof module.default === 'function' ? module.default() : module.default;
}

describe('a plugin put into a generated configuration', () => {
  it('changes the evaluated configuration by exactly that plugin, once, and can be taken back to the byte', async () => {
    await fc.assert(
      fc.asyncProperty(configScript, async (text) => {
        const outcome = script.edit(text, OPERATION, AROUND);
        expect(outcome.kind).toBe('edited');
        if (outcome.kind !== 'edited') return;
        expect(outcome.splices.every((splice) => splice.removed.trim() === '')).toBe(true);
        expect(script.edit(outcome.text, OPERATION, AROUND).kind).toBe('already');
        expect(takeBackSplices(outcome.text, recordSplices(text, outcome.splices))).toBe(text);
        const before = await evaluate(text);
        const after = await evaluate(outcome.text);
        expect(after.base).toBe(before.base);
        expect(after.plugins).toEqual([...(before.plugins ?? []), 'tailwindcss']);
        const removed = script.remove(outcome.text, OPERATION, AROUND);
        expect(removed.kind).toBe('edited');
        if (removed.kind === 'edited') {
          const rest = await evaluate(removed.text);
          expect(rest.plugins ?? []).toEqual(before.plugins ?? []);
          expect(removed.text).not.toContain('tailwindcss');
        }
        const breaks = (part: string): number => (part.match(/(^|[^\r])\n/g) ?? []).length;
        if (text.includes('\r\n')) expect(breaks(outcome.text)).toBe(0);
      }),
      { numRuns: 300 },
    );
  });

  it('is not thrown off by any text: an edit, a refusal or "already", never an exception', () => {
    const hostile = fc.oneof(
      fc.string({ unit: 'binary', maxLength: 200 }),
      configScript.chain((text) =>
        fc.tuple(fc.nat(text.length), fc.nat(20)).map(([at, length]) => text.slice(0, at) + text.slice(at + length)),
      ),
    );
    fc.assert(
      fc.property(hostile, (text) => {
        const outcome = script.edit(text, OPERATION, AROUND);
        expect(['edited', 'already', 'refused']).toContain(outcome.kind);
        if (outcome.kind === 'refused') expect(outcome.refusal.handwork).toContain('tailwindcss');
      }),
      { numRuns: 500 },
    );
  });
});

describe('places that cannot be told statically are refused, with line and handwork', () => {
  const REFUSED: Record<string, string> = {
    'the list comes from a call of another file':
      "import { plugins } from './plugins'\nexport default { plugins: plugins() }",
    'the configuration comes from another file': "export { default } from './base'\nexport default config",
    'the list is chosen by a condition': 'export default { plugins: on ? [a()] : [b()] }',
    'two returns have lists of their own':
      'export default (on) => { if (on) return { plugins: [a()] }; return { plugins: [b()] } }',
    'a spread that cannot be followed may hold it': "import base from './base'\nexport default { ...base }",
    'a later spread may replace it': "import base from './base'\nexport default { plugins: [], ...base }",
    'it is assigned separately': 'const config = { base: "/" }\nconfig.plugins = [a()]\nexport default config',
    'the variable is given another value': 'let plugins = []\nplugins = [a()]\nexport default { plugins }',
    'an unknown call takes something else': "import { make } from './make'\nexport default make({ folder: 'beds' })",
    'nothing is exported': 'const config = { plugins: [] }',
    'it is exported twice': 'module.exports = { plugins: [] }\nmodule.exports = { plugins: [a()] }',
    'it does not parse': 'export default {',
  };
  it.each(Object.entries(REFUSED))('%s', (_, text) => {
    const outcome = script.edit(text, OPERATION, AROUND);
    expect(outcome).toMatchObject({
      kind: 'refused',
      refusal: { line: expect.any(Number) as number, handwork: expect.stringContaining('tailwindcss()') as string },
    });
  });
});

describe('what is there already counts, in any form', () => {
  const ALREADY = [
    "import tw from '@tailwindcss/vite'\nexport default { plugins: [on && tw()] }",
    "import * as tw from '@tailwindcss/vite'\nexport default { plugins: [tw.default()] }",
    "const { default: tw } = require('@tailwindcss/vite')\nmodule.exports = { plugins: [tw({ optimize: false })] }",
    "module.exports = { plugins: [require('@tailwindcss/vite').default()] }",
  ];
  it.each(ALREADY)('%s', (text) => expect(script.edit(text, OPERATION, AROUND).kind).toBe('already'));
});

describe('imports', () => {
  const edit = (text: string, spec: object): string => {
    const outcome = script.edit(text, { op: 'import', import: spec as never }, AROUND);
    return outcome.kind === 'edited' ? outcome.text : outcome.kind;
  };

  it('go behind the last one, below header, directive and shebang, above what belongs to the first statement', () => {
    expect(edit("#!/usr/bin/env node\n'use client'\nrun()\n", { from: './a.css' })).toBe(
      "#!/usr/bin/env node\n'use client'\nimport './a.css'\n\nrun()\n",
    );
    expect(edit('/* Copyright the society */\nrun();\n', { from: './a.css' })).toBe(
      "/* Copyright the society */\nimport './a.css';\n\nrun();\n",
    );
    expect(edit('// what runs\nrun();\n', { from: './a.css' })).toBe("import './a.css';\n\n// what runs\nrun();\n");
    expect(edit('import a from "a"; run()\n', { from: 'b', default: 'b' })).toBe(
      'import a from "a";\nimport b from "b";\n run()\n',
    );
  });

  it('are merged into what is imported from the same module, and left where all is there', () => {
    expect(edit("import { bed } from 'garden'\n", { from: 'garden', named: { row: 'row' } })).toBe(
      "import { bed, row } from 'garden'\n",
    );
    expect(edit("import { bed as row } from 'garden'\n", { from: 'garden', named: { row: 'row' } })).toBe(
      "import { bed as row, row as gardenRow } from 'garden'\n",
    );
    expect(edit("import { row } from 'garden'\n", { from: 'garden', named: { row: 'row' } })).toBe('already');
    expect(edit("import type { Row } from './garden'\n", { from: './garden' })).toContain("import './garden'");
  });

  it('go behind those of whose module something is called at once', () => {
    const text =
      "var express = require('express')\nvar log = require('debug')('plots')\nvar path = require('path')\n\nvar app = express()\n";
    expect(edit(text, { from: './jobs' })).toBe(text.replace("('path')\n", "('path')\nrequire('./jobs')\n"));
  });

  it('keep the next line from being read as their own where there are no semicolons', () => {
    expect(edit('(function () {\n  module.exports = 1\n})()\n', { from: 'b', default: 'b' })).toBe(
      "const b = require('b');\n\n(function () {\n  module.exports = 1\n})()\n",
    );
  });
});
