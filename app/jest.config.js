const modules = require('../jest.modules');

module.exports = {
  preset: 'jest-expo/web',
  displayName: 'app',
  testMatch: ['<rootDir>/test/**/*.test.ts?(x)'],
  transform: modules.transform,
  moduleNameMapper: { '^@expo/vector-icons/Feather$': '<rootDir>/test/icons.tsx', ...modules.moduleNameMapper },
  globalSetup: require.resolve('../jest.demo'),
  setupFiles: [require.resolve('../core/test/figures.ts'), '<rootDir>/test/open-pages.ts'],
  // A hang is to be found out, not a slow machine.
  testTimeout: 240_000,
};
