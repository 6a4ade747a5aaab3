import all from '../jest.config.mjs';

/** The specs of what is mutated and of what stands on it, as CommonJS: each mutant starts them anew. */
export default {
  ...all.projects[0],
  testTimeout: all.testTimeout,
  testMatch: ['**/{grain,figure,formula,evidence,maturity,moves,compare}/*.spec.ts'],
  extensionsToTreatAsEsm: [],
  transform: {
    '^.+\\.m?[tj]s$': ['@swc/jest', { jsc: { target: 'es2022', parser: { syntax: 'typescript' } }, module: { type: 'commonjs' } }],
  },
};
