/** What Jest runs by in the workspaces without an interface. */
module.exports = (displayName) => ({
  displayName,
  testEnvironment: require.resolve('./jest.realm'),
  testMatch: ['<rootDir>/test/**/*.test.ts'],
  transform: {
    ...require('./jest.modules').transform,
    '\\.[jt]sx?$': ['babel-jest', { configFile: require.resolve('./babel.config.js') }],
  },
  globalSetup: require.resolve('./jest.demo'),
  moduleNameMapper: require('./jest.modules').moduleNameMapper,
  setupFiles: [require.resolve('./core/test/figures.ts')],
  // A hang is to be found out, not a slow machine.
  testTimeout: 60_000,
});
