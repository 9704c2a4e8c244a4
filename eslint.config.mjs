import { importX } from 'eslint-plugin-import-x';
import hooks from 'eslint-plugin-react-hooks';
import ts from 'typescript-eslint';

/** The rooms of core, from the ground up: each may use what stands before it. docs/architecture.md tells what is in which. */
const ROOMS = [
  'spectrum',
  'colour',
  'source',
  'gel',
  'surface',
  'exposure',
  'camera',
  'document',
  'vivid',
  'fixture',
  'figure',
  'transport',
  'scene',
  'picture',
  'catalogue',
  'planning',
  'practice',
  'demo',
  'control',
  'day',
  'files',
  'contracts',
];

/** Core knows nothing of interfaces, machines and the packages round it. */
const OUTSIDE = [{ group: ['react', 'react-*', 'expo', 'expo-*', 'node:*', '@fulgent/*'], message: 'Core is pure computation.' }];

/** No page waits for a computation of its own. */
const ELSEWHERE = 'What compiles a scene or searches runs in a worker or on the server.';
const COMPILES = ['backdropEvenness', 'compareTones', 'evaluate', 'reachTable', 'veils'];

/**
 * What a user reads of core's answers is made in `words`. Messages of errors and of the check of a document name a field and its remedy, and stay with
 * the check; the demo's own texts are data.
 */
const SENTENCE =
  ':matches(Literal[value=/^[A-Z0-9].* .* .*[.?!]$/], TemplateElement[value.raw=/[a-z]+ .* .*[.?!]$/]):not(NewExpression *)';

const upwards = (room, above) =>
  above.length === 0
    ? []
    : [{ regex: `^(\\.\\./)+(${above.join('|')})(/|$)`, message: `This room stands above ${room}: arrows point down only.` }];

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
  {
    files: ['core/src/**', 'words/src/**', 'server/src/**', 'app/src/**'],
    plugins: { 'import-x': importX },
    settings: {
      'import-x/resolver': { node: { extensions: ['.ts', '.tsx'] } },
      'import-x/parsers': { '@typescript-eslint/parser': ['.ts', '.tsx'] },
    },
    rules: { 'import-x/no-cycle': ['error', { ignoreExternal: true }] },
  },
  { files: ['**/*.tsx', 'app/**/*.ts'], plugins: { 'react-hooks': hooks }, rules: hooks.configs.recommended.rules },
  { files: ['**/test/**', 'e2e/**'], rules: { '@typescript-eslint/no-explicit-any': 'off', 'no-console': 'off' } },
  {
    files: ['scripts/**', '**/*.config.*', 'jest.*.js', 'app/*.js'],
    rules: { 'no-console': 'off', '@typescript-eslint/no-require-imports': 'off' },
  },
  {
    files: ['core/src/**', 'words/src/**', 'server/src/**', 'app/src/**', 'scripts/**'],
    rules: {
      'max-lines': ['error', { max: 400, skipBlankLines: true, skipComments: true }],
      'max-lines-per-function': ['error', { max: 80, skipBlankLines: true, skipComments: true }],
    },
  },
  {
    files: ['core/src/**'],
    rules: {
      'no-restricted-imports': ['error', { patterns: OUTSIDE }],
    },
  },
  {
    files: ['core/src/**'],
    ignores: ['core/src/demo/**', 'core/src/files/**', 'core/src/scene/parse.ts'],
    rules: {
      'no-restricted-syntax': [
        'error',
        { selector: SENTENCE, message: 'A sentence: core gives codes and figures, words says them.' },
      ],
    },
  },
  {
    files: ['app/src/**', 'app/app/**', 'words/src/**'],
    ignores: ['**/*.worker.ts', 'app/src/workers/inside/**'],
    rules: {
      '@typescript-eslint/no-restricted-imports': [
        'error',
        {
          paths: [
            { name: '@fulgent/core/planning/search', message: ELSEWHERE, allowTypeImports: true },
            { name: '@fulgent/core/practice/make', message: ELSEWHERE, allowTypeImports: true },
            { name: '@fulgent/core/picture', message: ELSEWHERE, allowTypeImports: true },
            { name: '@fulgent/core/scene', importNames: COMPILES, message: ELSEWHERE, allowTypeImports: true },
          ],
        },
      ],
    },
  },
  ...ROOMS.map((room, i) => ({
    files: [`core/src/${room}/**`],
    rules: { 'no-restricted-imports': ['error', { patterns: [...OUTSIDE, ...upwards(room, ROOMS.slice(i + 1))] }] },
  })),
);
