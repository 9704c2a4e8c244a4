// For Jest in core and server only; the application has its own in app/.

/** What the test runner's sandbox makes slow to reach from inside a loop. */
const GLOBALS = [
  'Math',
  'Number',
  'Float32Array',
  'Float64Array',
  'Uint8Array',
  'Uint16Array',
  'Uint32Array',
  'Int32Array',
  'Infinity',
  'NaN',
];

/**
 * Names of the language are looked up through the sandbox each time they are used, which makes the loops of core several times slower than they
 * are. Each file of core takes them once, at its head.
 */
const takeGlobals = ({ template }) => ({
  visitor: {
    Program(program, { filename }) {
      if (!/[\\/]core[\\/](src|test)[\\/]/.test(filename ?? '')) return;
      const used = GLOBALS.filter((name) => program.scope.hasGlobal(name));
      if (used.length) program.unshiftContainer('body', template.ast(`const { ${used.join(', ')} } = globalThis;`));
    },
  },
});

module.exports = {
  presets: [['@babel/preset-env', { targets: { node: 'current' } }], '@babel/preset-typescript'],
  plugins: [takeGlobals],
};
