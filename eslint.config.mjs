import prettier from 'eslint-config-prettier';
import hooks from 'eslint-plugin-react-hooks';
import { defineConfig } from 'eslint/config';
import tseslint from 'typescript-eslint';

export default defineConfig(
  { ignores: ['**/dist/**', '**/dist-print/**', '**/node_modules/**', '.data/**', 'test-results/**', 'playwright-report/**'] },
  tseslint.configs.recommended,
  prettier,
  {
    rules: {
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_', caughtErrors: 'none' }],
      '@typescript-eslint/consistent-type-imports': [
        'error',
        { fixStyle: 'inline-type-imports', prefer: 'type-imports', disallowTypeAnnotations: false },
      ],
      eqeqeq: ['error', 'always', { null: 'ignore' }],
      'no-console': 'error',
      'max-params': ['error', 4],
      'max-lines': ['error', { max: 350, skipBlankLines: true, skipComments: true }],
    },
  },
  {
    // Nest reads the types of constructor parameters at run time: they must stay real imports
    files: ['server/**', 'contract/**'],
    rules: { '@typescript-eslint/consistent-type-imports': 'off' },
  },
  { files: ['web/**'], extends: [hooks.configs.flat.recommended], rules: { 'react-hooks/incompatible-library': 'off' } },
  { files: ['**/*.test.ts', 'server/src/demo/**', 'e2e/**'], rules: { 'max-params': 'off' } },
  { files: ['tools/**', '**/main.ts', '*.cjs', '*.mjs'], rules: { 'no-console': 'off', '@typescript-eslint/no-require-imports': 'off' } },
  {
    // the core has no clock and no chance: time, ids and randomness come in as arguments
    files: ['core/src/**'],
    ignores: ['**/*.test.ts'],
    rules: {
      'no-restricted-globals': ['error', 'window', 'document', 'fetch', 'process', 'setTimeout', 'setInterval', 'performance', 'crypto'],
      'no-restricted-properties': ['error', { object: 'Date', property: 'now' }, { object: 'Math', property: 'random' }],
      'no-restricted-syntax': [
        'error',
        { selector: "NewExpression[callee.name='Date'][arguments.length=0]", message: 'The core has no clock.' },
      ],
    },
  },
  {
    // two phones show the same time: what is shown and written goes by the server's clock, as far as it is known
    files: ['web/src/**'],
    ignores: ['**/*.test.ts', '**/*.worker.ts', 'web/src/shared/true-clock.ts', 'web/src/shared/api.ts'],
    rules: {
      'no-restricted-properties': ['error', { object: 'Date', property: 'now', message: 'trueNow() of shared/true-clock.' }],
      'no-restricted-syntax': [
        'error',
        { selector: "NewExpression[callee.name='Date'][arguments.length=0]", message: 'trueNowIso() of shared/true-clock.' },
      ],
    },
  },
);
