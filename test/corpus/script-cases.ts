import { spawnSync } from 'node:child_process';
import path from 'node:path';
import { projectRoot } from '../../demo/registry/open.ts';
import type { FormatOperation } from '../../src/core/formats/formats.ts';
import { isBlocked } from '../../src/core/formats/script/blocked.ts';
import { exportedValue } from '../../src/core/formats/script/config-root.ts';
import { locate } from '../../src/core/formats/script/locate.ts';
import { parseScript } from '../../src/core/formats/script/syntax.ts';
import { DEFAULT_STYLE } from '../../src/core/text/code-style.ts';
import { base, type CheckedEdit, type CorpusCase } from './case.ts';

const IMPORTED = { from: 'ligament-corpus', default: 'corpus' };
const IMPORTS: FormatOperation[] = [
  { format: 'script', operation: { op: 'import', import: { from: './ligament-corpus.css' } } },
  { format: 'script', operation: { op: 'import', import: { ...IMPORTED, named: { bed: 'bed' } } } },
  { format: 'script', operation: { op: 'statement', code: 'ligamentCorpus();', side: 'after', anchor: 'end' } },
];
const AUGMENT: FormatOperation = {
  format: 'script',
  operation: { op: 'augment', module: 'ligament-corpus', interface: 'Bed', members: ['beans: number'] },
};
const SERVER = { from: 'express', name: 'default', as: 'app' };
const APP = { from: 'vue', name: 'createApp', as: 'app', fluent: ['use'] };
// Most modules have no place for these: they end in a refusal, and must not end in anything else.
const BY_SYNTAX: FormatOperation[] = [
  { format: 'script', operation: { op: 'wrap', call: 'corpus', imports: [IMPORTED] } },
  {
    format: 'script',
    operation: {
      op: 'register',
      on: SERVER,
      call: 'use(corpus())',
      phase: 'routes',
      parsers: ['json'],
      imports: [IMPORTED],
    },
  },
  {
    format: 'script',
    operation: { op: 'chain', on: APP, call: 'use(corpus)', before: ['mount'], imports: [IMPORTED] },
  },
  {
    format: 'script',
    operation: { op: 'wrap-element', element: { returned: 'default' }, open: '<corpus.Bed>', close: '</corpus.Bed>' },
  },
  { format: 'script', operation: { op: 'child-element', element: { name: 'div' }, code: '<ligament-corpus />' } },
  {
    format: 'script',
    operation: { op: 'item', address: { pointer: '/plugins' }, code: 'corpus()', imports: [IMPORTED] },
  },
];
const HELPERS = ['defineConfig', 'config'];
const VARIADIC = ['defineConfig', 'config', 'tseslint.config'];
const KEYS = [
  'plugins',
  'rules',
  'presets',
  'input',
  'entry',
  'testEnvironment',
  'files',
  'build',
  'frameworks',
  'base',
  'module',
  'basePath',
];

/** What is asked of a configuration: an item of its list where it is one, else an entry; and that it is wrapped. */
function configOperations(text: string, file: string): FormatOperation[] {
  const isFlat = base(file).startsWith('eslint.config');
  const list = { pointer: '', helpers: HELPERS, ...(isFlat ? { variadic: VARIADIC, flat: true } : {}) };
  const isList = isFlat || 'line' in locate(text, list, { file, style: DEFAULT_STYLE });
  const address = { pointer: '', helpers: HELPERS, merges: ['mergeConfig', 'merge'], keys: KEYS };
  return [
    isList
      ? { format: 'script', operation: { op: 'item', address: list, code: "{ name: 'corpus' }" } }
      : { format: 'script', operation: { op: 'entry', address, key: 'ligamentCorpus', code: "'corpus'" } },
  ];
}

/** The statements of a script, without what was put in. */
function scriptFault(before: string, after: string, { operation }: FormatOperation, file: string): string | undefined {
  const parsed = parseScript(after, file);
  if ('fault' in parsed) return `it does not parse any more: ${parsed.fault.message}`;
  const original = parseScript(before, file);
  if ('fault' in original) return 'the original did not parse';
  const added = parsed.program.body.length - original.program.body.length;
  return added >= 0 && added <= 2 ? undefined : `${added} statements more after ${operation.op}`;
}

/** Evaluates every configuration for real, before and after, each in a process of its own. */
function evaluated(edits: readonly CheckedEdit[]): { faults: string[]; note: string } {
  const faults: string[] = [];
  let compared = 0;
  for (const { file, before, after } of edits) {
    const [was, is] = [evaluate(file, before), evaluate(file, after)];
    if (was === undefined) continue;
    compared += 1;
    if (is === undefined) faults.push(`${file}: it cannot be evaluated any more`);
    else if (without(is) !== without(was)) faults.push(`${file}: it evaluates to something else`);
    else if (is === was) faults.push(`${file}: what was put in has no effect`);
  }
  return {
    faults,
    note: `${compared} of ${edits.length} evaluated before and after (the others need what is not installed)`,
  };
}

function evaluate(file: string, text: string): string | undefined {
  const program = path.join(projectRoot(), 'test/corpus/evaluate.mjs');
  const { stdout, status } = spawnSync(process.execPath, [program, file], {
    input: text,
    encoding: 'utf8',
    maxBuffer: 1 << 28,
    timeout: 20_000,
  });
  return status === 0 ? stdout.trim().split('\n').at(-1) : undefined;
}

/** A configuration as JSON, without what was put in. */
function without(json: string): string {
  return json
    .replaceAll(/,?"ligamentCorpus":"corpus"/g, '')
    .replaceAll(/,?\{"name":"corpus"\}/g, '')
    .replaceAll(/([[{]),/g, '$1');
}

export const SCRIPT_CASES: CorpusCase[] = [
  {
    name: 'scripts that export a configuration',
    matches: (file) =>
      /\.(config|conf)\.[cm]?[jt]s$|^\.\w+rc\.[cm]?js$|^(\.eslintrc|karma\.conf|rollup\.config)\.[cm]?js$/.test(
        base(file),
      ) && !/\/(dist|lib|build|esm|cjs|es)\//.test(file.replace(/^.*node_modules/, '')),
    skips(text, file) {
      const parsed = parseScript(text, file);
      return 'fault' in parsed || isBlocked(exportedValue(parsed));
    },
    operations: configOperations,
    fault: scriptFault,
    finish: evaluated,
  },
  {
    name: 'modules that export one thing or make a server, an app or elements',
    matches: (file) => /\.([cm]?js|jsx|[cm]?ts|tsx)$/.test(file) && !/\.d\.[cm]?ts$/.test(file),
    skips: (text) => !/\bexport default\b|module\.exports\s*=|\bcreateApp\(|\bexpress\(|<\/div>/.test(text),
    operations: () => BY_SYNTAX,
    fault: scriptFault,
  },
  {
    name: 'modules',
    matches: (file) => /\.([cm]?js|jsx|[cm]?ts|tsx)$/.test(file) && !/\.d\.[cm]?ts$/.test(file),
    operations: (_, file) => (/\.[cm]?tsx?$/.test(file) ? [...IMPORTS, AUGMENT] : IMPORTS),
    fault: scriptFault,
  },
];
