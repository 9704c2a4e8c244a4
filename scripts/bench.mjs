// Measures what the budgets are about, each beside its budget. Reports; judges nothing.
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { paced, pacedWords, startServer, stopServer } from './lib/served.mjs';
import { bundle, bundled, ensureBuilt } from './lib/tools.mjs';

await ensureBuilt();
const folder = mkdtempSync(path.join(tmpdir(), 'fulgent-bench-'));
const { benchCore, demoLook } = await bundled('scripts/lib/bench-core.ts', path.join(folder, 'bench-core.mjs'));
const bandFile = path.join(folder, 'bench-band.mjs');
bundle('scripts/lib/bench-band.ts', bandFile);
const rows = await benchCore(bandFile);

const SECONDS = 10;
const RATE = 100;
/** Requests before the clock starts: the code is compiled as it runs. */
const WARM_UP = 150;

const { child, url } = await startServer(folder);
const look = demoLook();
const post = (address, value, headers = {}) =>
  fetch(`${url}${address}`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', ...headers },
    body: JSON.stringify(value),
  });
let revision = 1;
let writing = Promise.resolve();
for (const [name, send, rate = RATE] of [
  ['GET a look', () => fetch(`${url}/api/looks/saltmarsh-1`)],
  ['GET all shoots', () => fetch(`${url}/api/shoots`)],
  ['POST light', () => post('/api/compute/light', { source: { kind: 'daylight', cct: 5600 }, gels: [{ id: 'azure-mid' }] })],
  // Evaluating and writing take some 10 ms each: 40 a second are far more than a set has hands.
  ['POST evaluate, 4 lights', () => post('/api/compute/evaluate', look), 40],
  [
    'PUT a look',
    // One writer: each write builds on the last one's revision, so a slow one holds up those behind it, and that counts.
    () =>
      (writing = writing.then(() =>
        fetch(`${url}/api/looks/saltmarsh-1`, {
          method: 'PUT',
          headers: { 'content-type': 'application/json', 'if-match': `"${revision++}"` },
          body: JSON.stringify(look),
        }),
      )),
    40,
  ],
]) {
  for (let i = 0; i < WARM_UP; i++) await (await send()).arrayBuffer();
  rows.push([`API ${name}, ${rate}/s for ${SECONDS} s`, pacedWords(await paced(send, rate, SECONDS)), 'p99 25 ms']);
}
await stopServer(child);
rmSync(folder, { recursive: true, force: true });

const width = Math.max(...rows.map(([name]) => name.length));
const valueWidth = Math.max(...rows.map(([, value]) => value.length));
console.log(`\n${'what'.padEnd(width)}  ${'measured'.padEnd(valueWidth)}  budget`);
for (const [name, value, budget] of rows) console.log(`${name.padEnd(width)}  ${value.padEnd(valueWidth)}  ${budget}`);
