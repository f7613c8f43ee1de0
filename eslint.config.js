import js from '@eslint/js';
import tseslint from 'typescript-eslint';

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
  // Tables of cases are as long as there are cases.
  { files: ['test/support/**/*.ts'], rules: { 'max-lines': 'off' } },
  { files: ['test/**/*.ts', 'bench/**/*.ts', 'demo/**/*.ts'], rules: { 'max-lines-per-function': 'off' } },
  {
    files: ['scripts/*.mjs', 'test/corpus/*.mjs', 'test/stacks/*.mjs', '*.js', '**/*.cjs'],
    languageOptions: { globals: { process: 'readonly', console: 'readonly', URL: 'readonly', require: 'readonly' } },
  },
);
