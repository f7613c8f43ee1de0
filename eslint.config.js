import js from '@eslint/js';
import path from 'node:path';
import tseslint from 'typescript-eslint';
import { LAYERS, layerOf } from './scripts/layers.mjs';

const sources = path.join(import.meta.dirname, 'src');

/** Imports run downwards only: scripts/layers.mjs has the order. */
const downwards = {
  meta: {
    type: 'problem',
    schema: [],
    messages: {
      upward: '{{from}} imports from {{to}}, which is above it',
      unknown: 'scripts/layers.mjs does not know the layer of {{from}}',
    },
  },
  create(context) {
    const file = path.relative(sources, context.filename).split(path.sep).join('/');
    const own = layerOf(file);
    const check = (node) => {
      const target = node?.value;
      if (typeof target !== 'string' || !target.startsWith('.')) return;
      if (own === -1) context.report({ node, messageId: 'unknown', data: { from: file } });
      const other = layerOf(path.posix.normalize(path.posix.join(path.posix.dirname(file), target)));
      if (other > own) context.report({ node, messageId: 'upward', data: { from: LAYERS[own], to: LAYERS[other] } });
    };
    return {
      ImportDeclaration: ({ source }) => check(source),
      ExportNamedDeclaration: ({ source }) => check(source),
      ExportAllDeclaration: ({ source }) => check(source),
      ImportExpression: ({ source }) => check(source),
      TSImportType: ({ argument }) => check(argument.literal ?? argument),
    };
  },
};

export default tseslint.config(
  {
    ignores: [
      'dist/',
      'build/',
      'node_modules/',
      'demo/allotment/',
      'demo/shelf/',
      'test/corpus/shelf/',
      'test/stacks/hosts/',
      'catalog/*/files/',
    ],
  },
  js.configs.recommended,
  {
    files: ['**/*.ts'],
    extends: [tseslint.configs.strictTypeChecked],
    languageOptions: { parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname } },
    rules: {
      '@typescript-eslint/restrict-template-expressions': ['error', { allowNumber: true }],
      '@typescript-eslint/no-confusing-void-expression': 'off',
      '@typescript-eslint/no-invalid-void-type': 'off',
      '@typescript-eslint/no-unnecessary-condition': ['error', { allowConstantLoopConditions: true }],
      'max-lines': ['warn', { max: 250, skipBlankLines: true, skipComments: true }],
      'max-lines-per-function': ['warn', { max: 50, skipBlankLines: true, skipComments: true }],
    },
  },
  { files: ['src/**/*.ts'], plugins: { layers: { rules: { downwards } } }, rules: { 'layers/downwards': 'error' } },
  // Tables of cases are as long as there are cases.
  { files: ['test/support/**/*.ts'], rules: { 'max-lines': 'off' } },
  { files: ['test/**/*.ts', 'bench/**/*.ts', 'demo/**/*.ts'], rules: { 'max-lines-per-function': 'off' } },
  {
    files: ['scripts/*.mjs', 'test/corpus/*.mjs', 'test/stacks/*.mjs', '*.js', '**/*.cjs'],
    languageOptions: { globals: { process: 'readonly', console: 'readonly', URL: 'readonly', require: 'readonly' } },
  },
);
