/** npm run mutate [-- --mutate "core/src/figure/*.ts"]: changes the code line by line and sees whether a test goes red. */
const PARTS = ['grain', 'figure', 'formula', 'evidence', 'maturity', 'moves'];

export default {
  testRunner: 'jest',
  plugins: ['@stryker-mutator/jest-runner'],
  jest: { configFile: 'core/jest.mutate.mjs' },
  coverageAnalysis: 'perTest',
  // What runs once when a module is loaded would need every test for each mutant.
  ignoreStatic: true,
  mutate: PARTS.flatMap((part) => [`core/src/${part}/*.ts`, `!core/src/${part}/*.spec.ts`]),
  ignorePatterns: ['dist', 'docs', 'web', 'e2e', 'data'],
  tempDirName: 'dist/.stryker',
  incremental: true,
  incrementalFile: 'dist/stryker-incremental.json',
  reporters: ['clear-text', 'progress'],
  clearTextReporter: { allowColor: false, logTests: false, reportTests: false },
};
