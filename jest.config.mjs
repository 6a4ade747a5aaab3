/** Core, contract, market and server share one transform; the web has its own preset. Types are checked by tsc. */
const node = (name, roots) => ({
  displayName: name,
  rootDir: import.meta.dirname,
  roots: roots.map((root) => `<rootDir>/${root}`),
  testEnvironment: 'node',
  testMatch: ['**/*.spec.ts'],
  extensionsToTreatAsEsm: ['.ts'],
  transform: { '^.+\\.ts$': ['@swc/jest', { jsc: { target: 'es2022', parser: { syntax: 'typescript' } }, module: { type: 'es6' } }] },
});

export default {
  testTimeout: 300_000,
  // Many tests wait for a server: one worker would leave the second core idle.
  maxWorkers: 2,
  testSequencer: '<rootDir>/scripts/slow-first.mjs',
  projects: [
    node('core', ['core/src']),
    node('draw', ['draw/src']),
    node('market', ['market/src']),
    { ...node('server', ['server']), globalSetup: '<rootDir>/server/test/build-once.mjs' },
    '<rootDir>/web/jest.config.mjs',
  ],
};
