// Bakes the figures of the picture from their parameters into core/figures: npm run figures [-- part ...]. The files are committed.
import { createHash } from 'node:crypto';
import { mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { gzipSync } from 'node:zlib';
import { bundled } from './lib/tools.mjs';

const folder = mkdtempSync(path.join(tmpdir(), 'fulgent-figures-'));
const bundle = path.join(folder, 'bake.mjs');
const { bakeFigures } = await bundled('scripts/lib/bake-figures.ts', bundle);
const names = process.argv.slice(2);
mkdirSync('core/figures', { recursive: true });
const from = performance.now();
for (const { name, quick, fine } of bakeFigures((part) => names.length === 0 || names.some((n) => part.startsWith(n)))) {
  const [a, b] = [gzipSync(quick, { level: 9 }), gzipSync(fine, { level: 9 })];
  writeFileSync(`core/figures/${name}.quick.bin.gz`, a);
  writeFileSync(`core/figures/${name}.fine.bin.gz`, b);
  console.log(`${name.padEnd(24)} quick ${(a.length / 1000).toFixed(0)} kB, fine ${(b.length / 1000).toFixed(0)} kB`);
}
// Addresses of the parts carry this, so that browsers may keep them for good.
const hash = createHash('sha256');
for (const file of readdirSync('core/figures')
  .filter((f) => f.endsWith('.gz'))
  .sort())
  hash.update(file).update(readFileSync(`core/figures/${file}`));
writeFileSync('core/src/figure/baked.json', `${JSON.stringify({ version: hash.digest('hex').slice(0, 10) })}\n`);
console.log(`${((performance.now() - from) / 1000).toFixed(0)} s`);
rmSync(folder, { recursive: true });
