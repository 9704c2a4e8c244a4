// A hundred rounds of kill -9 in the middle of writes: `npm run kill`, or with another number of rounds.
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { killRounds } from './lib/kill-rounds.mjs';
import { startServer, stopServer } from './lib/served.mjs';
import { ensureInstalled, ensureServerBuilt } from './lib/tools.mjs';

await ensureInstalled();
ensureServerBuilt();
const folder = mkdtempSync(path.join(tmpdir(), 'fulgent-kill-'));
// A look as the demo has it.
const { child, url } = await startServer(path.join(folder, 'demo'));
const { look } = await (await fetch(`${url}/api/looks/saltmarsh-1`)).json();
await stopServer(child);
const { rounds, looks, writes, faults } = await killRounds(path.join(folder, 'data'), look, Number(process.argv[2] ?? 100));
rmSync(folder, { recursive: true, force: true });
console.log(`${rounds} rounds, ${looks} looks, ${writes} acknowledged writes, ${faults.length} lost or damaged`);
for (const fault of faults) console.log(fault);
process.exit(faults.length === 0 ? 0 : 1);
