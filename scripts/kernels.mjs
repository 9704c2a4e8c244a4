// Compiles core/kernels to WebAssembly that the sources carry as text: npm run kernels. What it writes is committed; --check only compares.
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { bin, ensurePackages, root, run } from './lib/tools.mjs';

ensurePackages();
const KERNELS = [
  { name: 'lanes', room: 'picture' },
  { name: 'rays', room: 'figure' },
  { name: 'tree', room: 'figure' },
  { name: 'surround', room: 'transport' },
];

const folder = mkdtempSync(path.join(tmpdir(), 'fulgent-kernels-'));
for (const { name, room } of KERNELS) {
  const out = path.join(folder, `${name}.wasm`);
  const source = `core/kernels/${name}.ts`;
  run(bin('asc'), [source, '-o', out, '-O3', '--runtime', 'stub', '--enable', 'simd', '--importMemory', '--noAssert']);
  const code = readFileSync(out);
  const text = `/** ${source}, compiled by \`npm run kernels\`: WebAssembly in base 64. */\nexport const ${name.toUpperCase()}_CODE =\n  '${code.toString('base64')}';\n`;
  const target = `core/src/${room}/${name}-code.ts`;
  const file = path.join(root, target);
  if (!process.argv.includes('--check')) writeFileSync(file, text);
  else if (readFileSync(file, 'utf8') !== text) {
    console.error(`${target} is not what core/kernels compiles to: run \`npm run kernels\`.`);
    process.exitCode = 1;
  }
  console.log(`${name}: ${code.length} bytes`);
}
rmSync(folder, { recursive: true });
