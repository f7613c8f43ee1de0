import { base, type CorpusCase } from './case.ts';
import { parse as parseJsonc } from 'jsonc-parser';
import { parse as parsePage } from 'parse5';
import type { FormatOperation } from '../../src/core/formats/formats.ts';
import { parse as parseYaml } from 'yaml';
import { environmentLines } from '../../src/core/formats/dotenv/dotenv.ts';
import { parseIni } from '../../src/core/formats/ini/ini.ts';

const JSON_OPERATIONS: FormatOperation[] = [
  { format: 'json', operation: { op: 'set', pointer: '/ligamentCorpus', value: 'beans' } },
  {
    format: 'json',
    operation: {
      op: 'set',
      pointer: '/devDependencies/ligament-corpus',
      value: '^1.0.0',
      sorted: true,
      behind: ['dependencies'],
    },
  },
  { format: 'json', operation: { op: 'set', pointer: '/compilerOptions/paths/@corpus~1*', value: ['./src/*'] } },
  { format: 'json', operation: { op: 'add', pointer: '/files', value: 'ligament-corpus' } },
  { format: 'json', operation: { op: 'add', pointer: '/keywords', value: 'ligament-corpus', place: 'first' } },
];

const YAML_OPERATIONS: FormatOperation[] = [
  { format: 'yaml', operation: { op: 'set', pointer: '/ligamentCorpus', value: 'two words' } },
  { format: 'yaml', operation: { op: 'set', pointer: '/catalog/ligament-corpus', value: '^1.0.0' } },
  { format: 'yaml', operation: { op: 'add', pointer: '/packages', value: 'sheds/*' } },
];

/** The value that an edit must lead to, made by plain JavaScript. */
function expectedJson(value: unknown, { format, operation }: FormatOperation): unknown {
  if (format !== 'json' || operation.op === 'drop' || operation.op === 'drop-item') throw new Error('not JSON');
  const keys = operation.pointer
    .slice(1)
    .split('/')
    .map((key) => key.replaceAll('~1', '/'));
  const last = keys.pop() ?? '';
  const copy = structuredClone(value) as Record<string, unknown>;
  let at = copy;
  for (const key of keys) {
    at[key] ??= {};
    at = at[key] as Record<string, unknown>;
  }
  const items = (at[last] as unknown[] | undefined) ?? [];
  const list =
    operation.op === 'add' && operation.place === 'first' ? [operation.value, ...items] : [...items, operation.value];
  at[last] = operation.op === 'add' ? list : operation.value;
  return copy;
}

function same(a: unknown, b: unknown): boolean {
  const sorted = (_: string, value: unknown): unknown =>
    typeof value === 'object' && value !== null && !Array.isArray(value)
      ? Object.fromEntries(Object.entries(value).sort())
      : value;
  return JSON.stringify(a, sorted) === JSON.stringify(b, sorted);
}

function jsonFault(before: string, after: string, operation: FormatOperation): string | undefined {
  const options = { allowTrailingComma: true };
  const bare = (text: string): string => text.replace(/^\uFEFF/, '');
  return same(parseJsonc(bare(after), [], options), expectedJson(parseJsonc(bare(before), [], options), operation))
    ? undefined
    : 'another value than was asked for';
}

export const DATA_CASES: CorpusCase[] = [
  {
    name: 'manifests',
    matches: (file) => base(file) === 'package.json',
    operations: () => JSON_OPERATIONS,
    fault: jsonFault,
  },
  {
    name: 'JSONC and rc files',
    matches: (file) =>
      /^([jt]sconfig.*\.json|\.eslintrc(\.json)?|\.nycrc|\.prettierrc|\.babelrc|.*\.jsonc)$/.test(base(file)),
    operations: () => JSON_OPERATIONS.slice(0, 3),
    fault: jsonFault,
  },
  {
    name: 'pages',
    matches: (file) => /\.html?$/.test(file),
    operations: () => [
      { format: 'markup', operation: { op: 'link', rel: 'stylesheet', href: './ligament-corpus.css' } },
      {
        format: 'markup',
        operation: {
          op: 'element',
          tag: 'script',
          attributes: { src: './ligament-corpus.js', type: 'module' },
          identity: ['src'],
          in: 'body',
        },
      },
      { format: 'markup', operation: { op: 'attribute', of: { tag: 'body' }, name: 'data-corpus', value: 'beans' } },
    ],
    fault(before, after, { operation }) {
      const count = (text: string): number =>
        JSON.stringify(parsePage(text), (key, value: unknown) => (key === 'parentNode' ? undefined : value)).split(
          '"tagName"',
        ).length;
      return count(after) === count(before) + (operation.op === 'attribute' ? 0 : 1)
        ? undefined
        : 'another page than before with one link more';
    },
  },
  {
    name: 'YAML files',
    matches: (file) => /\.ya?ml$/.test(file),
    operations: () => YAML_OPERATIONS,
    fault(before, after, { operation }) {
      const value = (parseYaml(before, { logLevel: 'error' }) ?? {}) as Record<string, unknown>;
      const expected = expectedJson(value, { format: 'json', operation } as FormatOperation);
      return same(parseYaml(after, { logLevel: 'error' }), expected) ? undefined : 'another value than was asked for';
    },
  },
  {
    name: 'ini files',
    matches: (file) => /^(\.editorconfig|\.npmrc|.*\.ini)$/.test(base(file)),
    operations: () => [
      { format: 'ini', operation: { op: 'set', section: '*', key: 'ligament_corpus', value: 'beans' } },
      { format: 'ini', operation: { op: 'set', section: '', key: 'ligament_corpus', value: 'beans' } },
    ],
    fault(before, after) {
      const entries = (text: string): string[] =>
        parseIni(text).entries.map(({ section, key, value }) => `${section}|${key}|${value}`);
      return entries(after)
        .filter((entry) => !entry.includes('|ligament_corpus|'))
        .join('\n') === entries(before).join('\n')
        ? undefined
        : 'other entries than before';
    },
  },
  {
    name: 'environment files',
    matches: (file) => /^\.env(\..*)?$/.test(base(file)),
    operations: () => [{ format: 'dotenv', operation: { op: 'set', key: 'LIGAMENT_CORPUS', value: 'two words' } }],
    fault: (before, after) =>
      environmentLines(after).length === environmentLines(before).length + 1
        ? undefined
        : 'other variables than before',
  },
  {
    name: 'ignore files',
    matches: (file) => /^\.(git|npm|eslint|prettier|docker)ignore$/.test(base(file)),
    operations: () => [{ format: 'lines', operation: { op: 'ensure', line: 'ligament-corpus/' } }],
    fault: (before, after) =>
      after.replace(/\r?\n/g, '\n').trimEnd() ===
      `${before.replace(/\r?\n/g, '\n').trimEnd()}\nligament-corpus/`.trimStart()
        ? undefined
        : 'other lines than before',
  },
];
