import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { parse } from 'yaml';
import { dotenv, environmentLines } from '../../../src/core/formats/dotenv/dotenv.ts';
import type { Format } from '../../../src/core/formats/format.ts';
import { ini, parseIni } from '../../../src/core/formats/ini/ini.ts';
import { joinPointer } from '../../../src/core/formats/json-pointer.ts';
import { yaml, type YamlOperation } from '../../../src/core/formats/yaml/yaml.ts';
import { DEFAULT_STYLE } from '../../../src/core/text/code-style.ts';
import { expectSafe } from '../../support/expect-safe.ts';

function editor<Operation>(format: Format<Operation>, file: string): (text: string, operation: Operation) => string {
  return (text, operation) => {
    const outcome = format.edit(text, operation, { file, style: DEFAULT_STYLE });
    return outcome.kind === 'edited'
      ? outcome.text
      : outcome.kind === 'refused'
        ? `refused: ${outcome.refusal.reason}`
        : outcome.kind;
  };
}

describe('environment files', () => {
  const edit = editor(dotenv, '.env');
  it('get a line at their end, in quotes where it needs them, with a comment above', () => {
    expect(edit('', { op: 'set', key: 'PORT', value: '3200' })).toBe('PORT=3200\n');
    expect(edit('A=1', { op: 'set', key: 'NAME', value: 'seed swap', comment: 'shown on top' })).toBe(
      'A=1\n# shown on top\nNAME="seed swap"\n',
    );
    expect(edit('A=1\r\n', { op: 'set', key: 'B', value: 'say "hi"' })).toBe('A=1\r\nB=\'say "hi"\'\r\n');
  });
  it('are read as their loaders read them', () => {
    const text = '# A=0\nexport A = "x # y" # note\nB=plain # note\nC=\'it\'\nD="two\nlines"\nA=last\n';
    expect(environmentLines(text).map(({ key, value }) => [key, value])).toEqual([
      ['A', 'x # y'],
      ['B', 'plain'],
      ['C', 'it'],
      ['D', 'two\nlines'],
      ['A', 'last'],
    ]);
    expect(edit(text, { op: 'set', key: 'A', value: 'last' })).toBe('already');
    expect(edit(text, { op: 'set', key: 'A', value: 'other' })).toBe('refused: A is there already, with another value');
    expect(edit(text, { op: 'set', key: 'A', value: 'other', any: true })).toBe('already');
    expect(edit('', { op: 'set', key: 'no key', value: '' })).toContain('refused');
  });
  it('hold whatever is put in, and only that', () => {
    const line = fc.constantFrom('A=1', '# note', '', 'export B="x y"', "C='z'", 'D=a#b', 'not a line');
    fc.assert(
      fc.property(
        fc.array(line, { maxLength: 6 }),
        fc.constantFrom('\n', '\r\n'),
        fc.string({ maxLength: 12 }),
        (lines, eol, value) => {
          const after = expectSafe(dotenv, '.env', lines.join(eol), { op: 'set', key: 'NEW_KEY', value });
          if (after !== undefined) expect(environmentLines(after).at(-1)).toMatchObject({ key: 'NEW_KEY', value });
        },
      ),
    );
  });
});

describe('ini files', () => {
  const edit = editor(ini, '.editorconfig');
  it('get a key in its section, as the file writes it, or a section of its own', () => {
    const text = 'root = true\n\n[*]\nindent_style = space\n\n[*.md]\ntrim_trailing_whitespace = false\n';
    expect(edit(text, { op: 'set', section: '*', key: 'charset', value: 'utf-8' })).toBe(
      text.replace('space\n', 'space\ncharset = utf-8\n'),
    );
    expect(edit(text, { op: 'set', section: '*.ts', key: 'indent_size', value: '2' })).toBe(
      `${text}\n[*.ts]\nindent_size = 2\n`,
    );
    expect(edit(text, { op: 'set', section: '', key: 'x', value: '1' })).toBe(text.replace('true\n', 'true\nx = 1\n'));
    expect(edit('[*]\na=1', { op: 'set', section: '*', key: 'b', value: '2' })).toBe('[*]\na=1\nb=2');
    expect(edit(text, { op: 'set', section: '*', key: 'INDENT_STYLE', value: 'space' })).toBe('already');
    expect(edit(text, { op: 'set', section: '*', key: 'indent_style', value: 'tab' })).toContain('refused');
    expect(edit('[*]\na=1\n', { op: 'set', section: '', key: 'root', value: 'true' })).toBe('root=true\n\n[*]\na=1\n');
  });
  it('change by that one key only', () => {
    const line = fc.constantFrom('[a]', '[b]', 'x = 1', 'y=2', '; note', '# note', '', 'loose words');
    fc.assert(
      fc.property(
        fc.array(line, { maxLength: 8 }),
        fc.constantFrom('', 'a', 'c'),
        fc.constantFrom('\n', '\r\n'),
        (lines, section, eol) => {
          const text = lines.join(eol);
          const after = expectSafe(ini, '.editorconfig', text, { op: 'set', section, key: 'new_key', value: 'v' });
          if (after === undefined) return;
          const plain = (one: string) =>
            parseIni(one).entries.map(({ section: name, key, value }) => `${name} ${key} ${value}`);
          expect(plain(after).filter((entry) => entry !== `${section} new_key v`)).toEqual(plain(text));
          expect(plain(after)).toContain(`${section} new_key v`);
        },
      ),
    );
  });
});

describe('YAML', () => {
  const edit = editor(yaml, 'pnpm-workspace.yaml');
  it('keeps comments, anchors, quoting, and block or flow style', () => {
    const text =
      "# the garden\npackages:\n  - 'beds/*' # all\n  # - old\n\ncatalog: &all\n  beans: ^1.0.0 # climbing\nagain: *all\n";
    expect(edit(text, { op: 'add', pointer: '/packages', value: 'sheds/*' })).toBe(
      text.replace('# all\n', '# all\n  - sheds/*\n'),
    );
    expect(edit(text, { op: 'set', pointer: '/catalog/peas', value: '^2.0.0' })).toBe(
      'refused: it has the anchor &all: a change would apply wherever an alias refers to it',
    );
    expect(edit(text, { op: 'set', pointer: '/onlyBuilt', value: ['a'] })).toBe(
      `${text}onlyBuilt:\n  - a\n`.replace('\nonlyBuilt', '\nonlyBuilt'),
    );
    expect(edit(text, { op: 'set', pointer: '/again/x', value: 1 })).toContain('refused: an alias stands here');
    expect(edit('a: {b: 1, c: [x]}\n', { op: 'set', pointer: '/a/d', value: 'two words' })).toBe(
      'a: {b: 1, c: [x], d: "two words"}\n',
    );
    expect(edit('a: {b: 1, c: [x]}\n', { op: 'add', pointer: '/a/c', value: 'z' })).toBe('a: {b: 1, c: [x, z]}\n');
    expect(edit('a:\n- x\n', { op: 'add', pointer: '/a', value: 'y' })).toBe('a:\n- x\n- y\n');
    expect(edit('a:\nb: 1\n', { op: 'set', pointer: '/a/c', value: true })).toBe('a:\n  c: true\nb: 1\n');
    expect(edit('', { op: 'set', pointer: '/a/b', value: 1 })).toBe('a:\n  b: 1\n');
  });
  it('is refused where a place is not certain, and for what is no YAML', () => {
    expect(edit('a: 1\n', { op: 'set', pointer: '/a', value: 2 })).toContain('with another value');
    expect(edit('a: [b\n', { op: 'set', pointer: '/c', value: 2 })).toContain('not valid YAML');
    expect(edit('a: 1\n---\nb: 1\n', { op: 'set', pointer: '/c', value: 2 })).toContain('several documents');
    expect(edit('base: &b {x: 1}\na:\n  <<: *b\n', { op: 'set', pointer: '/a/x', value: 2 })).toContain('merge key');
    const bomb = `a: &a [x]\nb: &b [${'*a,'.repeat(60)}]\nc: &c [${'*b,'.repeat(60)}]\nd: [${'*c,'.repeat(60)}]\n`;
    expect(edit(bomb, { op: 'set', pointer: '/z', value: 2 })).toContain('refused');
  });

  const scalar = fc.oneof(
    fc.constantFrom('beans', 'two words', 'yes', '1.0', '', '# x', "it's", 'a: b', 'über'),
    fc.integer(),
    fc.boolean(),
    fc.constant(null),
  );
  const value = fc.letrec<{ value: unknown }>((tie) => ({
    value: fc.oneof(
      { maxDepth: 3 },
      scalar,
      fc.array(tie('value'), { maxLength: 3 }),
      fc.dictionary(fc.constantFrom('a', 'b', 'c', 'd e'), tie('value'), { maxKeys: 3, noNullPrototype: true }),
    ),
  })).value;
  it('means exactly what was asked for after any edit of any document', async () => {
    const { stringify } = await import('yaml');
    let edits = 0;
    fc.assert(
      fc.property(
        fc.dictionary(fc.constantFrom('a', 'b', 'c', 'd e'), value, { maxKeys: 4, noNullPrototype: true }),
        fc.record({
          indent: fc.constantFrom(2, 4),
          singleQuote: fc.boolean(),
          collectionStyle: fc.constantFrom('any' as const, 'flow' as const),
          indentSeq: fc.boolean(),
        }),
        fc.array(fc.constantFrom('a', 'b', 'new'), { minLength: 1, maxLength: 3 }),
        scalar,
        fc.boolean(),
        (content, style, keys, wanted, add) => {
          const text = stringify(content, style);
          const operation: YamlOperation = {
            op: add ? 'add' : 'set',
            pointer: joinPointer(keys),
            value: wanted as string,
          };
          const after = expectSafe(yaml, 'x.yaml', text, operation, ['edited', 'refused']);
          if (after === undefined) return;
          edits += 1;
          const at = (root: unknown): unknown =>
            keys.reduce<unknown>((holder, key) => (holder as Record<string, unknown> | undefined)?.[key], root);
          const found = at(parse(after));
          expect(add ? (found as unknown[]).at(-1) : found).toEqual(wanted);
        },
      ),
      { numRuns: 600 },
    );
    expect(edits).toBeGreaterThan(200);
  });
  it('never throws, whatever the text', () => {
    fc.assert(
      fc.property(
        fc.string({ unit: 'binary', maxLength: 80 }),
        (text) =>
          void expectSafe(yaml, 'x.yaml', text, { op: 'set', pointer: '/new/key', value: 1 }, ['edited', 'refused']),
      ),
    );
  });
});
