import tseslint from 'typescript-eslint';
import vue from 'eslint-plugin-vue';

// What only types tell, apart from the rest because it takes a minute: no promise is left to itself.
const RULES = {
  '@typescript-eslint/no-floating-promises': 'error',
  '@typescript-eslint/no-misused-promises': 'error',
  '@typescript-eslint/await-thenable': 'error',
};

const typed = (files, project) => ({
  files,
  plugins: { '@typescript-eslint': tseslint.plugin },
  languageOptions: {
    parser: tseslint.parser,
    parserOptions: { project, tsconfigRootDir: import.meta.dirname },
  },
  rules: RULES,
});

export default tseslint.config(
  { ignores: ['node_modules', 'dist', '.data', 'test-results', 'playwright-report'] },
  { linterOptions: { reportUnusedDisableDirectives: 'off' } },
  ...vue.configs['flat/base'],
  typed(['src/core/**/*.ts', 'src/contract/**/*.ts'], 'tsconfig.core.json'),
  typed(['{src/server,src/demo,test,e2e,bench,scripts}/**/*.ts'], 'tsconfig.node.json'),
  typed(['src/web/**/*.ts'], 'tsconfig.web.json'),
  {
    files: ['src/web/**/*.vue'],
    plugins: { '@typescript-eslint': tseslint.plugin },
    languageOptions: {
      parserOptions: {
        parser: tseslint.parser,
        project: 'tsconfig.web.json',
        tsconfigRootDir: import.meta.dirname,
        extraFileExtensions: ['.vue'],
      },
    },
    rules: RULES,
  },
);
