import hooks from 'eslint-plugin-react-hooks';
import ts from 'typescript-eslint';

export default ts.config(
  { ignores: ['**/node_modules/**', '**/dist/**', '**/.expo/**', '.data/**'] },
  ...ts.configs.recommended,
  {
    rules: {
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/consistent-type-imports': 'error',
      eqeqeq: 'error',
      'no-console': 'error',
      'prefer-const': 'error',
    },
  },
  { files: ['**/*.tsx', 'app/**/*.ts'], plugins: { 'react-hooks': hooks }, rules: hooks.configs.recommended.rules },
  { files: ['**/test/**', 'e2e/**'], rules: { '@typescript-eslint/no-explicit-any': 'off', 'no-console': 'off' } },
  { files: ['scripts/**', '**/*.config.*'], rules: { 'no-console': 'off', '@typescript-eslint/no-require-imports': 'off' } },
  {
    files: ['core/src/**'],
    rules: { 'no-restricted-imports': ['error', { patterns: ['react', 'react-*', 'expo', 'expo-*', 'node:*', '@fulgent/*'] }] },
  },
);
