import fc from 'fast-check';
import fs from 'node:fs';
import path from 'node:path';
import { format } from 'prettier';
import ts from 'typescript';
import { describe, expect, it } from 'vitest';
import { projectRoot } from '../../../demo/registry/open.ts';
import { toNative } from '../../../src/core/formats/script/native.ts';
import { stripTypes } from '../../../src/core/formats/script/strip-types.ts';

const CATALOG = path.join(projectRoot(), 'catalog');
const KITS = shipped();

function shipped(): string[] {
  return fs
    .readdirSync(CATALOG)
    .map((id) => `${id}/files`)
    .filter((folder) => fs.existsSync(path.join(CATALOG, folder)))
    .flatMap((folder) => fs.readdirSync(path.join(CATALOG, folder)).map((name) => `${folder}/${name}`))
    .filter((file) => /\.tsx?$/.test(file));
}

function source(file: string): string {
  return fs.readFileSync(path.join(CATALOG, file), 'utf8');
}

/** What the compiler of TypeScript makes of a module, without comments and in one layout. */
async function compiled(text: string, commonJs = false): Promise<string> {
  const { outputText } = ts.transpileModule(text, {
    fileName: 'text.tsx',
    compilerOptions: {
      target: ts.ScriptTarget.ESNext,
      module: commonJs ? ts.ModuleKind.CommonJS : ts.ModuleKind.ESNext,
      jsx: ts.JsxEmit.Preserve,
      removeComments: true,
      verbatimModuleSyntax: !commonJs,
    },
  });
  return format(outputText, { parser: 'babel' }).then((one) => one.replaceAll(/^\s*\n/gm, ''));
}

describe('a module in TypeScript without its types', () => {
  it.each(KITS)('%s: the same code as the compiler makes of it', async (file) => {
    const text = source(file);
    expect(await compiled(stripTypes(text))).toBe(await compiled(text));
    expect(stripTypes(stripTypes(text))).toBe(stripTypes(text));
  });

  it.each(KITS.filter((file) => file.endsWith('.ts')))(
    '%s: comments and blank lines stay, and nothing else is new',
    (file) => {
      const lines = new Set(source(file).split('\n'));
      const own = stripTypes(source(file)).split('\n');
      expect(own.filter((line, index) => line === '' && own[index - 1] === '')).toEqual([]);
      const kept = own.filter((line) => lines.has(line));
      expect(kept.length / own.length).toBeGreaterThan(0.5);
    },
  );

  const type = fc.constantFrom(
    'string',
    'A | undefined',
    'Map<string, () => void>',
    "'a' | 'b'",
    '{ a: number }[]',
    '[x: A, y?: B]',
  );
  const name = fc.constantFrom('a', 'b', 'of', 'type');
  const expression = fc.constantFrom('f(1)', 'x.y', '[1, 2]', "'t'", '(p ?? {})', 'await z', '{ a: 1 }', '`t`');
  const statement = fc.oneof(
    fc.record({ name, type, expression }).map((one) => `const ${one.name}_1: ${one.type} = ${one.expression};`),
    fc.record({ type, expression }).map((one) => `g(${one.expression} as ${one.type});`),
    fc.record({ type, expression }).map((one) => `const c = (${one.expression} as unknown as ${one.type}).length;`),
    fc
      .record({ type, name })
      .map(
        (one) => `async function h(${one.name}: ${one.type}, d?: ${one.type}): Promise<${one.type}> { return x!.y; }`,
      ),
    fc.record({ type, name }).map((one) => `export interface I { ${one.name}: ${one.type} }`),
    fc.record({ type }).map((one) => `type T<A> = ${one.type};`),
    fc
      .record({ type, name })
      .map(
        (one) =>
          `class C<A> extends D { private readonly ${one.name}: ${one.type} = 1; override m(): ${one.type} { return this.n<${one.type}>(1); } }`,
      ),
    fc.record({ name }).map((one) => `import { type ${one.name}, e } from './e.js';`),
    fc.record({ type }).map((one) => `const k = (l: ${one.type}, ...m: ${one.type}[]): void => {};`),
    fc.record({ type }).map((one) => `const o = { a: 1 } satisfies ${one.type};`),
  );

  it('whatever it says', async () => {
    await fc.assert(
      fc.asyncProperty(fc.array(statement, { minLength: 1, maxLength: 4 }), async (statements) => {
        // Each in a block of its own: names may come twice.
        const own = statements.map((one) => (/^(import|export)/.test(one) ? one : `{\n${one}\n}`));
        const text = ['export const first = 1;', ...own].join('\n');
        expect(await compiled(stripTypes(text))).toBe(await compiled(text));
      }),
      { numRuns: 200 },
    );
  });
});

describe('a module in the format of CommonJS', () => {
  it.each(KITS.filter((file) => file.endsWith('.ts')))('%s: exports and requires what it did', (file) => {
    const text = source(file);
    const own = toNative(text, { language: 'js', modules: 'commonjs' });
    const exported = [...text.matchAll(/^export (?:async )?(?:const|function|class) (\w+)/gm)].map(([, name]) => name);
    const listed = /module\.exports = \{([^}]*)\};\n$/.exec(own)?.[1] ?? '';
    expect(listed.match(/\w+/g) ?? []).toEqual(exported);
    expect(own).not.toMatch(/^(import|export)\b/m);
    const values = [...stripTypes(text).matchAll(/from '([^']+)'/g)].map(([, from = '']) => from);
    const required = [...own.matchAll(/require\('([^']+)'\)/g)].map(([, from = '']) => from);
    for (const from of values)
      expect(required).toContain(
        from.startsWith('.') || from.startsWith('~') ? from.replace(/\.js$/, '').replace(/\/index$/, '') : from,
      );
  });

  it('whole, named, renamed and bare imports, and what is loaded late', () => {
    const text = [
      "import 'a';",
      "import b from 'b';",
      "import * as c from './c.js';",
      "import d, { e, f as g } from 'd';",
      "import type { H } from 'h';",
      'export const i = async () => (await import("./j.js")).k;',
      '',
    ].join('\n');
    expect(toNative(text, { language: 'js', modules: 'commonjs' })).toBe(
      [
        "require('a');",
        "const b = require('b');",
        "const c = require('./c');",
        "const d = require('d');",
        'const { e, f: g } = d;',
        "const i = async () => (require('./j')).k;",
        '',
        'module.exports = { i };',
        '',
      ].join('\n'),
    );
    expect(toNative(text, { language: 'js', modules: 'esm' })).toContain("import * as c from './c.js';");
    expect(toNative(text, { language: 'ts', modules: 'commonjs' })).toContain(
      "import * as c from './c';\nimport d, { e, f as g } from 'd';\nimport type { H }",
    );
  });
});
