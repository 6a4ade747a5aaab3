import presets from 'jest-preset-angular/presets/index.js';

export default {
  ...presets.createEsmPreset({ tsconfig: '<rootDir>/tsconfig.spec.json' }),
  displayName: 'web',
  rootDir: import.meta.dirname,
  testEnvironment: 'jest-preset-angular/environments/jest-jsdom-env',
  globalSetup: '<rootDir>/../scripts/test-bundles.mjs',
  setupFilesAfterEnv: ['<rootDir>/test/setup.ts'],
  moduleNameMapper: { '^@lens/(core|contract|draw)$': '<rootDir>/../.build/test/$1.mjs', '\\.svg$': '<rootDir>/test/svg-stub.mjs' },
};
