/** One part of the core at a time: see scripts/mutate.mjs. */
const part = process.env.MUTATED ?? 'figure';

export default {
  testRunner: 'jest',
  plugins: ['@stryker-mutator/jest-runner'],
  jest: { configFile: 'core/jest.mutate.mjs' },
  coverageAnalysis: 'perTest',
  // What runs once when a module is loaded would need every test for each mutant.
  ignoreStatic: true,
  mutate: [`core/src/${part}/*.ts`, `!core/src/${part}/*.spec.ts`],
  ignorePatterns: ['dist', 'docs', 'web', 'e2e', 'data'],
  tempDirName: `dist/.stryker-${part}`,
  // A machine that is busy is no reason to call a mutant hung.
  timeoutMS: 60_000,
  incremental: true,
  incrementalFile: `dist/stryker-${part}.json`,
  concurrency: Number(process.env.MUTATE_AT_ONCE ?? 2),
  reporters: ['clear-text', 'progress-append-only'],
  clearTextReporter: { allowColor: false, logTests: false, reportTests: false },
};
