const { TestEnvironment } = require('jest-environment-node');

/** What core hands to tests and takes from them, that the test runner tells apart by where it comes from. */
const SHARED = {
  Float32Array,
  Float64Array,
  Int8Array,
  Int16Array,
  Int32Array,
  Uint8Array,
  Uint8ClampedArray,
  Uint16Array,
  Uint32Array,
  Map,
  Set,
};

/**
 * The environment of tests of core and words, with core outside of the test runner's sandbox, loaded once a process: in the sandbox every test
 * file would read, compile and warm it up anew, and its figures with it. A third of the time of core's tests.
 */
module.exports = class extends TestEnvironment {
  constructor(config, context) {
    super(config, context);
    // By Node's own require, as this file itself: one core for all test files of a process.
    Object.assign(this.global, SHARED, { fulgentCore: require(process.env.FULGENT_CORE) });
  }
};
