const { spawnSync } = require('node:child_process');
const { writeFileSync } = require('node:fs');
const path = require('node:path');
const { bundleCore } = require('./jest.core');

/** Where the demo's looks of this run lie. */
const KEPT = 'FULGENT_DEMO_LOOKS';
/** The process that made them: one above this one made them for several runs (scripts/test.mjs). */
const BY = 'FULGENT_DEMO_BY';

const MAKE = `
const core = require(process.argv[1]);
core['figures/read.ts'].readFiguresFrom('core/figures');
const { demoLooks, nightOvenLooks, nocturneLooks } = core['src/demo/index.ts'];
process.stdout.write(JSON.stringify({ demoLooks: demoLooks(), nightOvenLooks: nightOvenLooks(), nocturneLooks: nocturneLooks() }));
`;

/**
 * Makes core as one file and the demo's looks, once for all tests of a run: they are built and balanced, which takes seconds, and most test files begin from
 * them. They come from the code as it is now; test/demo-looks.ts hands them out.
 */
module.exports = () => {
  if (process.env[KEPT] && process.env[BY] !== String(process.pid)) return;
  const bundle = bundleCore();
  const { status, stdout, stderr } = spawnSync(process.execPath, ['-e', MAKE, bundle], {
    cwd: __dirname,
    encoding: 'utf8',
    maxBuffer: 64_000_000,
  });
  if (status !== 0) throw new Error(`The demo's looks cannot be made: ${stderr}`);
  const file = path.join(path.dirname(bundle), 'looks.json');
  writeFileSync(file, stdout);
  process.env[KEPT] = file;
  process.env[BY] = String(process.pid);
};
