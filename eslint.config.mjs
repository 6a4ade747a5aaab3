import angular from 'angular-eslint';
import * as importX from 'eslint-plugin-import-x';
import tseslint from 'typescript-eslint';

/** Which folders a folder may import: web and server → draw → contract → core; market stands alone. */
const arrows = (folder, forbidden) => ({
  files: [`${folder}/src/**/*.ts`],
  rules: {
    'no-restricted-imports': [
      'error',
      { patterns: [{ group: forbidden, message: `${folder} may not import this: see docs/architecture.md, "Arrows".` }] },
    ],
  },
});
const below = (folder, above) => ({
  files: [`${folder}/**/*.ts`],
  ignores: ['**/*.spec.ts'],
  rules: {
    '@typescript-eslint/no-restricted-imports': [
      'error',
      { patterns: [{ group: above.map((each) => `**/${each}/**`), message: 'This lies above: see docs/architecture.md, "Arrows".' }] },
    ],
  },
});
const inside = (...folders) => folders.flatMap((folder) => [`@lens/${folder}`, `**/${folder}/src/**`]);

export default tseslint.config(
  { ignores: ['**/dist/**', '**/.angular/**', 'node_modules/**', 'test-results/**', 'playwright-report/**', 'data/**'] },
  { files: ['**/*.mjs'], languageOptions: { globals: { process: 'readonly', console: 'readonly' } } },
  {
    files: ['**/*.ts'],
    extends: [...tseslint.configs.strictTypeChecked],
    plugins: { 'import-x': importX },
    languageOptions: { parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname } },
    rules: {
      'import-x/no-cycle': ['error', { ignoreExternal: true }],
      '@typescript-eslint/consistent-type-imports': ['error', { fixStyle: 'inline-type-imports' }],
      '@typescript-eslint/no-extraneous-class': ['error', { allowWithDecorator: true, allowEmpty: true }],
      // There are no enums here, and asking whether there are takes long.
      '@typescript-eslint/no-unsafe-enum-assignment': 'off',
      // Settings of dialogs and notices are written as literals of classes; asking takes long as well.
      '@typescript-eslint/no-unsafe-class-instance-assignment': 'off',
      // A number in a text is written as it is; what a short arrow returns matters to nobody where it is void.
      '@typescript-eslint/restrict-template-expressions': ['error', { allowNumber: true }],
      '@typescript-eslint/no-confusing-void-expression': ['error', { ignoreArrowShorthand: true, ignoreVoidOperator: true }],
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      'max-lines': ['error', { max: 320, skipBlankLines: true, skipComments: true }],
      'max-lines-per-function': ['error', { max: 70, skipBlankLines: true, skipComments: true }],
    },
    settings: {
      'import-x/resolver-next': [importX.createNodeResolver({ extensions: ['.ts'] })],
      'import-x/parsers': { '@typescript-eslint/parser': ['.ts'] },
    },
  },
  arrows('core', [...inside('contract', 'draw', 'server', 'market', 'web'), 'node:*', '@angular/*', 'express', 'better-sqlite3']),
  // Inside core and the server what lies below knows nothing of what lies above.
  below('core/src/{text,time,list}', ['intake', 'shape', 'measure', 'grain', 'compare']),
  below('core/src/{measure,formula,figure}', ['grain', 'compare', 'naming', 'lots', 'moves']),
  below('core/src/grain', ['compare', 'naming', 'lots', 'moves']),
  below('core/src/shape', ['intake']),
  below('server/src/{audit,connect,export,intake,query,store}', ['routes']),
  arrows('contract', [...inside('draw', 'server', 'market', 'web'), 'node:*', '@angular/*']),
  arrows('draw', [...inside('server', 'market', 'web'), 'node:*', '@angular/*']),
  arrows('server', [...inside('market', 'web'), '@angular/*']),
  arrows('market', inside('core', 'contract', 'draw', 'server', 'web')),
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
    rules: {
      '@angular-eslint/prefer-on-push-component-change-detection': 'error',
      // Validators are functions that stand in a class.
      '@typescript-eslint/unbound-method': ['error', { ignoreStatic: true }],
    },
  },
  { files: ['web/src/**/*.html'], extends: [...angular.configs.templateRecommended, ...angular.configs.templateAccessibility] },
  {
    files: ['**/*.spec.ts', '**/test/**/*.ts', 'e2e/**/*.ts', 'bench/**/*.ts', 'judge/**/*.ts', 'chaos/**/*.ts'],
    rules: {
      '@typescript-eslint/no-non-null-assertion': 'off',
      'max-lines-per-function': 'off',
      'no-restricted-imports': 'off',
      // Nothing imports them, and looking for cycles takes long.
      'import-x/no-cycle': 'off',
      // Replies are read loosely in tests: what the server sends is checked by its own schemas.
      '@typescript-eslint/no-unsafe-argument': 'off',
      '@typescript-eslint/no-unsafe-assignment': 'off',
      '@typescript-eslint/no-unsafe-call': 'off',
      '@typescript-eslint/no-unsafe-member-access': 'off',
      '@typescript-eslint/no-unsafe-return': 'off',
    },
  },
);
