// A hundred rounds of kill -9 in the middle of writes: `npm run kill`, or with another number of rounds.
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { killRounds } from './lib/kill-rounds.mjs';
import { bin, ensureInstalled, ensureServerBuilt, root, run } from './lib/tools.mjs';

ensureInstalled();
ensureServerBuilt();
const folder = mkdtempSync(path.join(tmpdir(), 'fulgent-kill-'));
const bundle = path.join(folder, 'look.mjs');
run(
  bin('esbuild'),
  ['core/src/demo/index.ts', '--bundle', '--platform=node', '--format=esm', `--outfile=${bundle}`, '--log-level=error'],
  { cwd: root },
);
const { demoLooks } = await import(bundle);
const { rounds, looks, writes, faults } = await killRounds(
  path.join(folder, 'data'),
  demoLooks()[0],
  Number(process.argv[2] ?? 100),
);
rmSync(folder, { recursive: true, force: true });
console.log(`${rounds} rounds, ${looks} looks, ${writes} acknowledged writes, ${faults.length} lost or damaged`);
for (const fault of faults) console.log(fault);
process.exit(faults.length === 0 ? 0 : 1);
