/** Stands for modules that the bundle leaves out (metro.config.js): a class that nothing is an instance of. */
module.exports = { __esModule: true, default: class Unused {} };
