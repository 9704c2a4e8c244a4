// For Jest in core and server only; the application has its own in app/.

const { GLOBALS } = require('./jest.core');

/**
 * Names of the language are looked up through the sandbox each time they are used, which makes loops several times slower than they are. Each test file of
 * core takes them once, at its head, as core itself does.
 */
const takeGlobals = ({ template }) => ({
  visitor: {
    Program(program, { filename }) {
      if (!/[\\/]core[\\/]test[\\/]/.test(filename ?? '')) return;
      const used = GLOBALS.filter((name) => program.scope.hasGlobal(name));
      if (used.length) program.unshiftContainer('body', template.ast(`const { ${used.join(', ')} } = globalThis;`));
    },
  },
});

module.exports = {
  presets: [['@babel/preset-env', { targets: { node: 'current' } }], '@babel/preset-typescript'],
  plugins: [takeGlobals],
};
