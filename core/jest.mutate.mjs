import all from '../jest.config.mjs';

/** Whose tests say what of each part: its own, and where that shows only in a whole answer, those of answers. */
const TESTED_BY = {
  figure: ['figure', 'formula', 'compare'],
  formula: ['figure', 'formula', 'compare'],
  evidence: ['evidence', 'moves'],
  maturity: ['maturity'],
  moves: ['moves'],
  grain: ['grain'],
  grouping: ['grouping'],
  settings: ['settings', 'moves'],
};

/** As CommonJS, which starts faster: each mutant starts them anew. */
export default {
  ...all.projects[0],
  testTimeout: all.testTimeout,
  testMatch: TESTED_BY[process.env.MUTATED ?? 'figure'].map((folder) => `**/${folder}/*.spec.ts`),
  extensionsToTreatAsEsm: [],
  transform: {
    '^.+\\.m?[tj]s$': ['@swc/jest', { jsc: { target: 'es2022', parser: { syntax: 'typescript' } }, module: { type: 'commonjs' } }],
  },
};
