import angular from 'angular-eslint';
import * as importX from 'eslint-plugin-import-x';
import tseslint from 'typescript-eslint';

/** Which folders a folder may import: web → contract → core, server → contract → core; market stands alone. */
const arrows = (folder, forbidden) => ({
  files: [`${folder}/src/**/*.ts`],
  rules: {
    'no-restricted-imports': [
      'error',
      { patterns: [{ group: forbidden, message: `${folder} may not import this: see docs/architecture.md, "Arrows".` }] },
    ],
  },
});
const inside = (...folders) => folders.flatMap((folder) => [`@lens/${folder}`, `**/${folder}/src/**`]);

export default tseslint.config(
  { ignores: ['**/dist/**', '**/.angular/**', 'node_modules/**', 'test-results/**', 'playwright-report/**', 'data/**'] },
  { files: ['**/*.mjs'], languageOptions: { globals: { process: 'readonly', console: 'readonly' } } },
  {
    files: ['**/*.ts'],
    extends: [...tseslint.configs.strict],
    plugins: { 'import-x': importX },
    languageOptions: { parserOptions: { ecmaVersion: 2023, sourceType: 'module' } },
    rules: {
      'import-x/no-cycle': ['error', { ignoreExternal: true }],
      '@typescript-eslint/consistent-type-imports': ['error', { fixStyle: 'inline-type-imports' }],
      '@typescript-eslint/no-extraneous-class': ['error', { allowWithDecorator: true, allowEmpty: true }],
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      'max-lines': ['error', { max: 320, skipBlankLines: true, skipComments: true }],
      'max-lines-per-function': ['error', { max: 70, skipBlankLines: true, skipComments: true }],
    },
    settings: {
      'import-x/resolver-next': [importX.createNodeResolver({ extensions: ['.ts'] })],
      'import-x/parsers': { '@typescript-eslint/parser': ['.ts'] },
    },
  },
  arrows('core', [...inside('contract', 'server', 'market', 'web'), 'node:*', '@angular/*', 'express', 'better-sqlite3']),
  arrows('contract', [...inside('server', 'market', 'web'), 'node:*', '@angular/*']),
  arrows('server', [...inside('market', 'web'), '@angular/*']),
  arrows('market', inside('core', 'contract', 'server', 'web')),
  arrows('web', [...inside('server', 'market'), 'node:*']),
  {
    // SQL lives in the store.
    files: ['server/src/**/*.ts'],
    ignores: ['server/src/store/**'],
    rules: {
      'no-restricted-syntax': [
        'error',
        {
          selector: "CallExpression[callee.property.name='prepare']",
          message: 'SQL belongs in server/src/store.',
        },
      ],
    },
  },
  {
    files: ['web/src/**/*.ts'],
    extends: [...angular.configs.tsRecommended],
    processor: angular.processInlineTemplates,
    rules: { '@angular-eslint/prefer-on-push-component-change-detection': 'error' },
  },
  { files: ['web/src/**/*.html'], extends: [...angular.configs.templateRecommended, ...angular.configs.templateAccessibility] },
  {
    files: ['**/*.spec.ts', '**/test/**/*.ts', 'e2e/**/*.ts', 'bench/**/*.ts', 'judge/**/*.ts', 'chaos/**/*.ts'],
    rules: { '@typescript-eslint/no-non-null-assertion': 'off', 'max-lines-per-function': 'off', 'no-restricted-imports': 'off' },
  },
);
