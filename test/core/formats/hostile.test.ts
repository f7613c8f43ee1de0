import { describe, expect, it } from 'vitest';
import { editText, type FormatOperation } from '../../../src/core/formats/formats.ts';
import { DEFAULT_STYLE } from '../../../src/core/text/code-style.ts';

const ITEM = { imports: [{ from: 'beans', default: 'beans' }] };
const SERVER = { from: 'express', name: 'default', as: 'app' };
const OPERATIONS: Record<string, FormatOperation> = {
  'App.vue': { format: 'component', operation: { op: 'template-child', element: 'main', code: '<Beans />' } },
  'Plot.vue': {
    format: 'component',
    operation: { op: 'script', script: { op: 'import', import: { from: 'beans', default: 'beans' } } },
  },
  'pom.xml': { format: 'xml', operation: { op: 'text', path: ['project', 'a', 'b'], value: 'c' } },
  'config.php': { format: 'php', operation: { op: 'entry', array: 'returned', pointer: '/a', key: "'b'", code: '1' } },
  'routes.php': { format: 'php', operation: { op: 'statement', code: 'sow();' } },
  'theme.scss': { format: 'style', operation: { op: 'use', source: 'beans' } },
  'rule.css': { format: 'style', operation: { op: 'rule', selector: 'a', declarations: { color: 'red' } } },
  'page.html': {
    format: 'markup',
    operation: { op: 'attribute', of: { tag: 'body' }, name: 'class', value: 'a', token: true },
  },
  'wrap.js': { format: 'script', operation: { op: 'wrap', call: 'beans', ...ITEM } },
  'server.js': {
    format: 'script',
    operation: { op: 'register', on: SERVER, call: 'use(beans())', phase: 'routes', ...ITEM },
  },
  'main.js': {
    format: 'script',
    operation: { op: 'chain', on: SERVER, call: 'use(beans)', before: ['mount'], ...ITEM },
  },
  'root.jsx': {
    format: 'script',
    operation: { op: 'wrap-element', element: { argument: 'render' }, open: '<Bed>', close: '</Bed>' },
  },
  'types.ts': { format: 'script', operation: { op: 'augment', module: 'beans', interface: 'Bed', members: ['a: 1'] } },
  'flat.js': {
    format: 'script',
    operation: { op: 'item', address: { pointer: '', flat: true }, code: 'beans', ...ITEM },
  },
  'drop.json': { format: 'json', operation: { op: 'drop', pointer: '/a/b', was: 1 } },
  '.env': { format: 'dotenv', operation: { op: 'set', key: 'A', value: 'b' } },
  '.editorconfig': { format: 'ini', operation: { op: 'set', section: '*', key: 'a', value: 'b' } },
  'tsconfig.json': { format: 'json', operation: { op: 'set', pointer: '/a/b', value: 1 } },
  '.gitignore': { format: 'lines', operation: { op: 'ensure', line: 'beds/' } },
  'index.html': { format: 'markup', operation: { op: 'link', rel: 'stylesheet', href: './a.css' } },
  'vite.config.ts': {
    format: 'script',
    operation: {
      op: 'item',
      address: { pointer: '/plugins' },
      code: 'beans()',
      imports: [{ from: 'beans', default: 'beans' }],
    },
  },
  'site.css': { format: 'style', operation: { op: 'import', source: 'beans' } },
  'a.yaml': { format: 'yaml', operation: { op: 'set', pointer: '/a/b', value: 1 } },
};

const DEEP = 20_000;
const TEXTS: Record<string, string> = {
  nothing: '',
  'NUL bytes': 'a\0b: \0\n',
  'a lone surrogate': 'const a = "\ud800";\n',
  'a byte order mark alone': '\uFEFF',
  'mixed line ends': 'a: 1\r\nb: 2\nc: 3\r',
  'open brackets': '['.repeat(DEEP),
  'open braces': '{"a":'.repeat(DEEP),
  'open parentheses': `export default ${'('.repeat(DEEP)}`,
  'calls in calls': `export default ${'f('.repeat(DEEP)}1${')'.repeat(DEEP)}`,
  'nested elements': '<div>'.repeat(DEEP),
  'nested rules': 'a{'.repeat(DEEP),
  'deep YAML': Array.from({ length: 2000 }, (_, depth) => `${' '.repeat(depth)}a:`).join('\n'),
  'one line of many megabytes': `/* ${'x'.repeat(8 << 20)} */`,
  'prototype keys': '{ "__proto__": { "a": 1 }, "constructor": { "prototype": {} } }',
};

describe.each(Object.entries(TEXTS))('%s', (_, text) => {
  it.each(Object.keys(OPERATIONS))('as %s ends in an edit or a refusal, within seconds', async (file) => {
    const operation = OPERATIONS[file];
    if (!operation) throw new Error(file);
    const start = performance.now();
    const outcome = await editText(text, operation, { file, style: DEFAULT_STYLE });
    expect(['edited', 'already', 'refused']).toContain(outcome.kind);
    expect(performance.now() - start).toBeLessThan(10_000);
    expect(({} as Record<string, unknown>).a).toBeUndefined();
  });
});
