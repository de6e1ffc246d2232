import js from '@eslint/js';
import hooks from 'eslint-plugin-react-hooks';
import globals from 'globals';
import ts from 'typescript-eslint';

export default ts.config(
  {
    ignores: [
      '**/dist/',
      '**/dist-screen/',
      '**/node_modules/',
      'web/src/client/api.generated.ts',
      '**/test-results/',
      'data/',
    ],
  },
  js.configs.recommended,
  {
    files: ['**/*.{ts,tsx}'],
    extends: [ts.configs.recommendedTypeChecked],
    languageOptions: { parserOptions: { projectService: true } },
    rules: {
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/consistent-type-imports': [
        'error',
        { fixStyle: 'inline-type-imports', disallowTypeAnnotations: false },
      ],
      'max-lines': ['error', { max: 320, skipBlankLines: true }],
      complexity: ['error', 14],
    },
  },
  {
    files: ['web/**/*.{ts,tsx}'],
    ...hooks.configs.flat['recommended-latest'],
  },
  {
    // Nest reads parameter types at run time, so these imports must stay values.
    files: ['server/**/*.ts'],
    rules: { '@typescript-eslint/consistent-type-imports': 'off' },
  },
  {
    // supertest and parsed JSON are untyped, and tests look into both.
    files: ['**/test/**/*.ts', 'e2e/**/*.ts'],
    rules: {
      '@typescript-eslint/no-unsafe-assignment': 'off',
      '@typescript-eslint/no-unsafe-member-access': 'off',
      '@typescript-eslint/no-unsafe-argument': 'off',
      '@typescript-eslint/no-unsafe-call': 'off',
      '@typescript-eslint/no-unsafe-return': 'off',
      '@typescript-eslint/unbound-method': 'off',
      'max-lines': 'off',
    },
  },
  {
    // Playwright reads which fixtures a fixture needs from its first parameter, so none is an empty pattern.
    files: ['e2e/support/*.ts'],
    rules: { 'no-empty-pattern': ['error', { allowObjectPatternsAsParameters: true }] },
  },
  { files: ['web/public/*.js'], languageOptions: { globals: { ...globals.serviceworker, ...globals.browser } } },
  { files: ['**/*.{mjs,cjs}'], languageOptions: { globals: globals.node } },
);
