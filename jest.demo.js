const { mkdtempSync, rmSync, writeFileSync } = require('node:fs');
const { tmpdir } = require('node:os');
const path = require('node:path');
const { buildSync } = require('esbuild');

/** Where the demo's looks of this run lie. */
const KEPT = 'FULGENT_DEMO_LOOKS';

const ENTRY = `
import path from 'node:path';
import { readFiguresFrom } from './core/figures/read';
import { demoLooks, nightOvenLooks, nocturneLooks } from './core/src/demo';
readFiguresFrom(path.resolve('core/figures'));
process.stdout.write(JSON.stringify({ demoLooks: demoLooks(), nightOvenLooks: nightOvenLooks(), nocturneLooks: nocturneLooks() }));
`;

/**
 * Makes the demo's looks once for all tests of a run: they are built and balanced, which takes seconds, and most test files begin from them. They come from the
 * code as it is now; test/demo-looks.ts hands them out.
 */
module.exports = () => {
  const folder = mkdtempSync(path.join(tmpdir(), 'fulgent-looks-'));
  const script = path.join(folder, 'make.cjs');
  buildSync({
    stdin: { contents: ENTRY, resolveDir: __dirname, loader: 'ts' },
    bundle: true,
    platform: 'node',
    format: 'cjs',
    outfile: script,
    logLevel: 'error',
  });
  const { status, stdout, stderr } = require('node:child_process').spawnSync(process.execPath, [script], {
    cwd: __dirname,
    encoding: 'utf8',
    maxBuffer: 64_000_000,
  });
  if (status !== 0) throw new Error(`The demo's looks cannot be made: ${stderr}`);
  const file = path.join(folder, 'looks.json');
  writeFileSync(file, stdout);
  process.env[KEPT] = file;
  process.on('exit', () => rmSync(folder, { recursive: true, force: true }));
};
