import presets from 'jest-preset-angular/presets/index.js';

export default {
  ...presets.createEsmPreset({ tsconfig: '<rootDir>/tsconfig.spec.json' }),
  displayName: 'web',
  rootDir: import.meta.dirname,
  testEnvironment: 'jest-preset-angular/environments/jest-jsdom-env',
  setupFilesAfterEnv: ['<rootDir>/test/setup.ts'],
  moduleNameMapper: { '^@lens/(core|contract|draw)$': '<rootDir>/../$1/src/index.ts', '\\.svg$': '<rootDir>/test/svg-stub.mjs' },
};
