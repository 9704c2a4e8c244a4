const path = require('node:path');

const builtOf = (name) => path.join(__dirname, 'node_modules', name, 'dist', `${name}.js`);
const LOOKS = path.join(__dirname, 'core/test/demo-looks.ts');

/** What tests get in place of a module. */
module.exports = {
  transform: { '[/\\\\]core[/\\\\](src|figures)[/\\\\].*\\.ts$': require.resolve('./jest.core') },
  moduleNameMapper: {
    // Packages whose main file is an ES module, which Jest does not read: their other build.
    '^d3-contour$': builtOf('d3-contour'),
    '^d3-array$': builtOf('d3-array'),
    '^\\.\\./src/demo$': LOOKS,
    '^@fulgent/core/demo$': LOOKS,
  },
};
