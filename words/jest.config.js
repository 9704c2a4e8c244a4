module.exports = require('../jest.node')('words');
