module.exports = {
  ...require('../jest.node')('server'),
  // The server checks what it is sent with the same package as core, and both have to come from one place.
  testEnvironment: 'node',
  transformIgnorePatterns: ['/node_modules/(?!(nanoid)/)'],
};
