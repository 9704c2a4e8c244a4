const { mkdirSync, mkdtempSync, readdirSync, rmSync } = require('node:fs');
const path = require('node:path');
const { buildSync } = require('esbuild');

/*
 * Core as one file, for tests: loaded file by file through the test runner's sandbox, its 400 files cost every test file seconds, and each call from one to another
 * goes through a getter. Each file of core stands for what the one file exports under its name, so tests import what they always do.
 */

const CORE = path.join(__dirname, 'core');
/** Where the one file of this run lies, for the processes that run the tests. */
const BUNDLE = 'FULGENT_CORE';

/** Names of the language, which the sandbox makes slow to reach from inside a loop: taken once. */
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

const keyOf = (file) => path.relative(CORE, file).split(path.sep).join('/');

/** Makes the file, gone with this process; answers with its path. Its packages are found from its place as core finds them. */
function bundleCore() {
  const kept = path.join(CORE, 'node_modules/.cache');
  mkdirSync(kept, { recursive: true });
  const folder = mkdtempSync(path.join(kept, 'core-'));
  process.on('exit', () => rmSync(folder, { recursive: true, force: true }));
  const files = ['src', 'figures'].flatMap((name) =>
    readdirSync(path.join(CORE, name), { recursive: true })
      .filter((file) => file.endsWith('.ts') && !file.endsWith('.d.ts'))
      .map((file) => path.join(CORE, name, file)),
  );
  const outfile = path.join(folder, 'core.cjs');
  buildSync({
    stdin: {
      contents: files
        .map((file, i) => `import * as f${i} from ${JSON.stringify(file)};\nexport { f${i} as ${JSON.stringify(keyOf(file))} };`)
        .join('\n'),
      resolveDir: CORE,
    },
    bundle: true,
    platform: 'node',
    format: 'cjs',
    packages: 'external',
    sourcemap: 'linked',
    banner: { js: `const { ${GLOBALS.join(', ')} } = globalThis;` },
    outfile,
    logLevel: 'error',
  });
  process.env[BUNDLE] = outfile;
  return outfile;
}

module.exports = {
  bundleCore,
  GLOBALS,
  /** For Jest: what a file of core is there. */
  process: (_text, file) => ({
    code: `module.exports = (globalThis.fulgentCore ?? require(process.env.${BUNDLE}))[${JSON.stringify(keyOf(file))}];`,
  }),
  getCacheKey: (_text, file) => `core as one file, 2: ${keyOf(file)}`,
};
