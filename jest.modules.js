const path = require('node:path');

const builtOf = (name) => path.join(__dirname, 'node_modules', name, 'dist', `${name}.js`);

/** Packages whose main file is an ES module, which Jest does not read: their other build. */
module.exports = { '^d3-contour$': builtOf('d3-contour'), '^d3-array$': builtOf('d3-array') };
