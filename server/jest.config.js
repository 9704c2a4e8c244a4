module.exports = {
  displayName: 'server',
  testEnvironment: 'node',
  testMatch: ['<rootDir>/test/**/*.test.ts'],
  transform: { '\\.[jt]sx?$': ['babel-jest', { configFile: require.resolve('../babel.config.js') }] },
  transformIgnorePatterns: ['/node_modules/(?!(nanoid)/)'],
};
