import all from '../jest.config.mjs';

/** The core’s tests alone: what is mutated is reached by no others. */
export default { ...all.projects[0], testTimeout: all.testTimeout };
