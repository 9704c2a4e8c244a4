// Compiles core/kernels to WebAssembly that the sources carry as text: npm run kernels. What it writes is committed; --check only compares.
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { bin, ensurePackages, root, run } from './lib/tools.mjs';

ensurePackages();
const folder = mkdtempSync(path.join(tmpdir(), 'fulgent-kernels-'));
const out = path.join(folder, 'lanes.wasm');
run(bin('asc'), [
  'core/kernels/lanes.ts',
  '-o',
  out,
  '-O3',
  '--runtime',
  'stub',
  '--enable',
  'simd',
  '--importMemory',
  '--noAssert',
]);
const code = readFileSync(out);
rmSync(folder, { recursive: true });
const text = `/** core/kernels/lanes.ts, compiled by \`npm run kernels\`: WebAssembly in base 64. */\nexport const LANES_CODE =\n  '${code.toString('base64')}';\n`;
const file = path.join(root, 'core/src/picture/lanes-code.ts');
if (!process.argv.includes('--check')) writeFileSync(file, text);
else if (readFileSync(file, 'utf8') !== text) {
  console.error('core/src/picture/lanes-code.ts is not what core/kernels compiles to: run `npm run kernels`.');
  process.exit(1);
}
console.log(`${code.length} bytes`);
