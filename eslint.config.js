import js from '@eslint/js';
import hooks from 'eslint-plugin-react-hooks';
import ts from 'typescript-eslint';

export default ts.config(
  { ignores: ['dist/', 'node_modules/', 'data/', '.tmp/', 'test-results/'] },
  js.configs.recommended,
  ...ts.configs.recommended,
  {
    rules: {
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/consistent-type-imports': 'error',
      eqeqeq: ['error', 'always', { null: 'ignore' }],
    },
  },
  {
    files: ['core/src/**/*.ts'],
    rules: {
      'no-restricted-globals': ['error', 'process', 'window', 'document', 'fetch', 'localStorage'],
      'no-restricted-properties': ['error', { object: 'Math', property: 'random' }, { object: 'Date', property: 'now' }],
    },
  },
  {
    files: ['web/src/**/*.{ts,tsx}'],
    plugins: { 'react-hooks': hooks },
    rules: { 'react-hooks/rules-of-hooks': 'error', 'react-hooks/exhaustive-deps': 'error' },
  },
  {
    files: ['web/src/**/*.{ts,tsx}'],
    ignores: ['web/src/api/**'],
    rules: { 'no-restricted-globals': ['error', { name: 'fetch', message: 'Only web/src/api talks to the server.' }] },
  },
  {
    files: ['web/service-worker.js'],
    languageOptions: { globals: { self: 'readonly', caches: 'readonly', fetch: 'readonly', URL: 'readonly', setTimeout: 'readonly' } },
  },
  {
    files: ['**/*.mjs', '**/*.cjs', '*.js'],
    languageOptions: { globals: { process: 'readonly', console: 'readonly', module: 'readonly', URL: 'readonly' } },
  },
);
