/** Core, contract, market and server share one transform; the web has its own preset. Types are checked by tsc. */
const node = (name, roots) => ({
  displayName: name,
  rootDir: import.meta.dirname,
  roots: roots.map((root) => `<rootDir>/${root}`),
  testEnvironment: '<rootDir>/scripts/plain-environment.mjs',
  testMatch: ['**/*.spec.ts'],
  extensionsToTreatAsEsm: ['.ts'],
  transform: { '^.+\\.ts$': ['@swc/jest', { jsc: { target: 'es2022', parser: { syntax: 'typescript' } }, module: { type: 'es6' } }] },
});

/** With core, contract and draw bundled, where they are what is used and not what is tested. */
const bundled = (project) => ({
  ...project,
  globalSetup: '<rootDir>/scripts/test-bundles.mjs',
  moduleNameMapper: { '^@lens/(core|contract|draw)$': '<rootDir>/.build/test/$1.mjs' },
});

export default {
  testTimeout: 300_000,
  // Many tests wait for a server: one worker would leave the second core idle.
  maxWorkers: 2,
  testSequencer: '<rootDir>/scripts/slow-first.mjs',
  projects: [
    { ...node('core', ['core/src']), transform: { '\\.spec\\.ts$': '<rootDir>/scripts/bundled-spec.mjs' } },
    bundled(node('draw', ['draw/src'])),
    node('market', ['market/src']),
    { ...bundled(node('server', ['server'])), globalSetup: '<rootDir>/server/test/build-once.mjs' },
    '<rootDir>/web/jest.config.mjs',
  ],
};
