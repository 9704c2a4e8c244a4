module.exports = {
  ...require('../jest.node')('server'),
  transformIgnorePatterns: ['/node_modules/(?!(nanoid)/)'],
};
