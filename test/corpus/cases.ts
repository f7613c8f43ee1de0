import { parse as parseJsonc } from 'jsonc-parser';
import { parse as parsePage } from 'parse5';
import postcss from 'postcss';
import type { FormatOperation } from '../../src/core/formats/formats.ts';
import { parse as parseYaml } from 'yaml';
import { environmentLines } from '../../src/core/formats/dotenv.ts';
import { parseIni } from '../../src/core/formats/ini.ts';
import { parseScript } from '../../src/core/formats/script/syntax.ts';

/** One kind of file: which ones they are, what is asked of each, and how a result is checked by other means than ours. */
export interface CorpusCase {
  name: string;
  matches(file: string): boolean;
  operations(text: string): FormatOperation[];
  /** Why an edited text is wrong, judged by a parser; undefined where it is right. */
  fault(before: string, after: string, operation: FormatOperation, file: string): string | undefined;
}

const base = (file: string): string => file.slice(file.lastIndexOf('/') + 1);

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
  at[last] =
    operation.op === 'add' ? [...((at[last] as unknown[] | undefined) ?? []), operation.value] : operation.value;
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

const IMPORTS: FormatOperation[] = [
  { format: 'script', operation: { op: 'import', import: { from: './ligament-corpus.css' } } },
  {
    format: 'script',
    operation: { op: 'import', import: { from: 'ligament-corpus', default: 'corpus', named: { bed: 'bed' } } },
  },
];
const ITEM: FormatOperation = {
  format: 'script',
  operation: {
    op: 'item',
    address: { pointer: '/plugins', helpers: ['defineConfig'], merges: ['mergeConfig'], keys: ['plugins'] },
    code: 'corpus()',
    imports: [{ from: 'ligament-corpus', default: 'corpus' }],
  },
};

/** The statements of a script as texts, without what was put in. */
function scriptFault(before: string, after: string, _: FormatOperation, file: string): string | undefined {
  const parsed = parseScript(after, file);
  if ('fault' in parsed) return `it does not parse any more: ${parsed.fault.message}`;
  const original = parseScript(before, file);
  if ('fault' in original) return 'the original did not parse';
  const added = parsed.program.body.length - original.program.body.length;
  return added >= 0 && added <= 2 ? undefined : `${added} statements more`;
}

export const CASES: CorpusCase[] = [
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
    name: 'scripts that export a configuration',
    matches: (file) =>
      /(^|\.)(config|conf|rc)\.[cm]?[jt]s$|^(\.eslintrc|karma\.conf|rollup\.config|gulpfile)\.[cm]?js$/.test(
        base(file),
      ),
    operations: () => [...IMPORTS, ITEM],
    fault: scriptFault,
  },
  {
    name: 'modules',
    matches: (file) => /\.([cm]?js|jsx|[cm]?ts|tsx)$/.test(file) && !/\.d\.[cm]?ts$/.test(file),
    operations: () => IMPORTS,
    fault: scriptFault,
  },
  {
    name: 'style sheets',
    matches: (file) => file.endsWith('.css'),
    operations: () => [{ format: 'style', operation: { op: 'import', source: 'ligament-corpus' } }],
    fault(before, after) {
      const rest = postcss.parse(after.replace(/^\uFEFF/, ''));
      rest.nodes
        .filter((node) => node.type === 'atrule' && node.params.includes('ligament-corpus'))
        .forEach((node) => node.remove());
      const nodes = (root: postcss.Root): string => root.nodes.map((node) => node.toString()).join('\n');
      return nodes(rest) === nodes(postcss.parse(before.replace(/^\uFEFF/, '')))
        ? undefined
        : 'other rules than before';
    },
  },
  {
    name: 'pages',
    matches: (file) => /\.html?$/.test(file),
    operations: () => [
      { format: 'markup', operation: { op: 'link', rel: 'stylesheet', href: './ligament-corpus.css' } },
    ],
    fault(before, after) {
      const count = (text: string): number =>
        JSON.stringify(parsePage(text), (key, value: unknown) => (key === 'parentNode' ? undefined : value)).split(
          '"tagName"',
        ).length;
      return count(after) === count(before) + 1 ? undefined : 'another page than before with one link more';
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
