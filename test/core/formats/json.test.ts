import fc from 'fast-check';
import { parse } from 'jsonc-parser';
import { describe, expect, it } from 'vitest';
import { joinPointer } from '../../../src/core/formats/json-pointer.ts';
import { json, type JsonOperation, type JsonValue } from '../../../src/core/formats/json/json.ts';
import { DEFAULT_STYLE } from '../../../src/core/text/code-style.ts';
import { recordSplices, takeBackSplices } from '../../../src/core/text/splices.ts';

const AROUND = { file: 'package.json', style: DEFAULT_STYLE };

function edit(text: string, operation: JsonOperation, file = 'package.json'): string {
  const outcome = json.edit(text, operation, { ...AROUND, file });
  return outcome.kind === 'edited' ? outcome.text : outcome.kind;
}

describe('members of JSON objects', () => {
  it('go in order where the section is in order, else last, and a new section after its neighbour', () => {
    const sorted = '{\n  "devDependencies": {\n    "beans": "1",\n    "peas": "1"\n  }\n}\n';
    expect(edit(sorted, { op: 'set', pointer: '/devDependencies/kale', value: '2', sorted: true })).toBe(
      sorted.replace('    "peas"', '    "kale": "2",\n    "peas"'),
    );
    const loose = sorted.replace('beans', 'radish');
    expect(edit(loose, { op: 'set', pointer: '/devDependencies/kale', value: '2', sorted: true })).toBe(
      loose.replace('"1"\n  }', '"1",\n    "kale": "2"\n  }'),
    );
    expect(
      edit('{\n\t"name": "a",\n\t"files": []\n}\n', {
        op: 'set',
        pointer: '/devDependencies/kale',
        value: '2',
        behind: ['name'],
      }),
    ).toBe('{\n\t"name": "a",\n\t"devDependencies": {\n\t\t"kale": "2"\n\t},\n\t"files": []\n}\n');
  });

  it('are refused where another value stands, unless being there is enough', () => {
    const text = '{ "type": "commonjs" }';
    expect(json.edit(text, { op: 'set', pointer: '/type', value: 'module' }, AROUND)).toMatchObject({
      kind: 'refused',
      refusal: { line: 1, column: 11 },
    });
    expect(edit(text, { op: 'set', pointer: '/type', value: 'module', any: true })).toBe('already');
    expect(edit(text, { op: 'set', pointer: '/type', value: 'module', replace: 'commonjs' })).toBe(
      '{ "type": "module" }',
    );
  });

  it('keep comments and trailing commas where the file may have them, and are refused where it may not', () => {
    const text = '{\n  // beds\n  "include": [\n    "src", // all\n  ],\n}\n';
    expect(edit(text, { op: 'add', pointer: '/include', value: 'test' }, 'tsconfig.json')).toBe(
      '{\n  // beds\n  "include": [\n    "src", // all\n    "test",\n  ],\n}\n',
    );
    expect(json.edit(text, { op: 'add', pointer: '/include', value: 'test' }, AROUND).kind).toBe('refused');
  });

  it('can be named like members of every object', () => {
    expect(edit('{}', { op: 'set', pointer: '/__proto__', value: 1 })).toBe('{\n  "__proto__": 1\n}');
    expect(edit('{}', { op: 'set', pointer: '/constructor/prototype', value: 1 })).toContain('"constructor"');
  });
});

const key = fc.constantFrom('beans', 'peas', 'a/b', 'c~d', 'ü', '__proto__', 'x');
const value: fc.Arbitrary<JsonValue> = fc.letrec<{ value: JsonValue }>((tie) => ({
  value: fc.oneof(
    { maxDepth: 3 },
    fc.string(),
    fc.integer(),
    fc.boolean(),
    fc.constant(null),
    fc.array(tie('value'), { maxLength: 3 }),
    fc.dictionary(key, tie('value'), { maxKeys: 4, noNullPrototype: true }),
  ),
})).value;
const document = fc.record({
  content: fc.dictionary(key, value, { maxKeys: 5, noNullPrototype: true }),
  indent: fc.constantFrom('', '  ', '\t', '    '),
  eol: fc.constantFrom('\n', '\r\n'),
});

describe('edits of any JSON text', () => {
  it('set what was asked and nothing else, once, and are taken back to the byte', () => {
    fc.assert(
      fc.property(
        document,
        fc.array(key, { minLength: 1, maxLength: 3 }),
        value,
        fc.boolean(),
        ({ content, indent, eol }, keys, wanted, sorted) => {
          const text = JSON.stringify(content, null, indent).replaceAll('\n', eol) + eol;
          const operation: JsonOperation = { op: 'set', pointer: joinPointer(keys), value: wanted, sorted };
          const outcome = json.edit(text, operation, AROUND);
          if (outcome.kind !== 'edited') return;
          expect(json.edit(outcome.text, operation, AROUND).kind).toBe('already');
          expect(takeBackSplices(outcome.text, recordSplices(text, outcome.splices))).toBe(text);
          expect(withoutSet(JSON.parse(outcome.text) as JsonValue, content, keys)).toEqual(JSON.parse(text));
          const removed = json.remove(outcome.text, operation, AROUND);
          expect(removed.kind).toBe('edited');
          if (removed.kind === 'edited') expect(() => JSON.parse(removed.text) as unknown).not.toThrow();
        },
      ),
      { numRuns: 500 },
    );
  });

  it('are refused, never thrown, for any text that is no JSON', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'binary' }), (text) => {
        const { kind } = json.edit(text, { op: 'set', pointer: '/a', value: 1 }, AROUND);
        expect(['edited', 'already', 'refused']).toContain(kind);
        if (kind === 'edited') expect(parse(text)).toBeTypeOf('object');
      }),
    );
    const deep = '['.repeat(200_000);
    expect(json.edit(deep, { op: 'set', pointer: '/a', value: 1 }, AROUND).kind).toBe('refused');
  });
});

/** The edited value with the one member that was set taken out again, by plain JavaScript. */
function withoutSet(edited: JsonValue, before: Record<string, JsonValue>, keys: readonly string[]): JsonValue {
  const has = (object: unknown, name: string): object is Record<string, JsonValue> =>
    typeof object === 'object' && object !== null && Object.hasOwn(object, name);
  let old: unknown = before;
  let now: unknown = edited;
  for (const name of keys) {
    if (!has(old, name)) {
      if (has(now, name)) Reflect.deleteProperty(now, name);
      break;
    }
    old = old[name];
    now = has(now, name) ? now[name] : undefined;
  }
  return edited;
}
