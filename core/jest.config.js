module.exports = require('../jest.node')('core');
