import js from '@eslint/js';
import tseslint from 'typescript-eslint';
import reactHooks from 'eslint-plugin-react-hooks';

export default tseslint.config(
  { ignores: ['dist/**', 'dist-cli/**', 'coverage/**', 'node_modules/**', '.cache/**'] },
  js.configs.recommended,
  ...tseslint.configs.strict,
  {
    rules: {
      '@typescript-eslint/no-non-null-assertion': 'off',
      '@typescript-eslint/consistent-type-imports': 'error',
      'no-console': 'error',
      '@typescript-eslint/no-unused-vars': ['error', { ignoreRestSiblings: true, varsIgnorePattern: '^_' }],
    },
  },
  {
    files: ['src/core/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: {
      'no-restricted-properties': [
        'error',
        { object: 'Math', property: 'random', message: 'Chance is an argument in core.' },
        { object: 'Date', property: 'now', message: 'The clock is an argument in core.' },
        { object: 'performance', property: 'now', message: 'The clock is an argument in core.' },
      ],
      'no-restricted-syntax': [
        'error',
        { selector: "NewExpression[callee.name='Date']", message: 'The clock is an argument in core.' },
      ],
    },
  },
  {
    files: ['src/**/*.{ts,tsx}'],
    plugins: { 'react-hooks': reactHooks },
    rules: { 'react-hooks/rules-of-hooks': 'error', 'react-hooks/exhaustive-deps': 'error' },
  },
  {
    files: ['**/*.test.ts', 'test/**/*.ts'],
    rules: { '@typescript-eslint/no-unused-expressions': 'off' },
  },
  {
    files: ['bin/**', 'cli/**', 'server/**', 'scripts/**', 'bench/**', '*.config.*'],
    rules: { 'no-console': 'off' },
    languageOptions: {
      globals: { process: 'readonly', console: 'readonly', URL: 'readonly', performance: 'readonly' },
    },
  },
  {
    files: ['**/*.cjs'],
    languageOptions: { globals: { module: 'writable' } },
  },
);
