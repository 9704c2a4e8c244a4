module.exports = {
  displayName: 'server',
  testEnvironment: 'node',
  testMatch: ['<rootDir>/test/**/*.test.ts'],
  transform: { '\\.[jt]sx?$': ['babel-jest', { configFile: require.resolve('../babel.config.js') }] },
  transformIgnorePatterns: ['/node_modules/(?!(nanoid)/)'],
  setupFiles: [require.resolve('../core/test/figures.ts')],
  // A hang is to be found out, not a slow machine.
  testTimeout: 60_000,
};
