import tseslint from 'typescript-eslint';
import prettier from 'eslint-config-prettier';
import vue from 'eslint-plugin-vue';
import { arrows } from './scripts/lint/arrows.mjs';
import { stateless } from './scripts/lint/stateless.mjs';
import { watches } from './scripts/lint/watches.mjs';

export default tseslint.config(
  { ignores: ['node_modules', 'dist', '.data', 'test-results', 'playwright-report'] },
  ...tseslint.configs.recommended,
  ...vue.configs['flat/recommended'],
  prettier, // how it is laid out is told by one tool alone
  { files: ['**/*.vue'], languageOptions: { parserOptions: { parser: tseslint.parser } } },
  {
    rules: {
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/consistent-type-imports': 'error',
      '@typescript-eslint/no-non-null-assertion': 'off',
      'vue/require-default-prop': 'off', // types say what may be left out
      'vue/no-static-inline-styles': 'error',
      'vue/block-lang': ['error', { script: { lang: 'ts' } }],
      'vue/component-api-style': ['error', ['script-setup']],
      eqeqeq: ['error', 'always', { null: 'ignore' }],
      'no-console': 'off',
    },
  },
  {
    files: ['src/core/**/*.ts'],
    rules: {
      'no-restricted-globals': [
        'error',
        'Date',
        'performance',
        'setTimeout',
        'setInterval',
        'fetch',
        'process',
        'window',
        'document',
      ],
      'no-restricted-properties': ['error', { object: 'Math', property: 'random', message: 'Chance is an argument.' }],
    },
  },
  stateless(),
  watches(),
  ...arrows(),
);
