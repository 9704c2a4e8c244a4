// Measures what the budgets are about, each beside its budget. Reports; judges nothing.
import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { pathToFileURL } from 'node:url';
import { bin, ensureBuilt, root, run } from './lib/tools.mjs';

ensureBuilt();
const folder = mkdtempSync(path.join(tmpdir(), 'fulgent-bench-'));
const bundle = path.join(folder, 'bench-core.mjs');
run(bin('esbuild'), [
  'scripts/lib/bench-core.ts',
  '--bundle',
  '--platform=node',
  '--format=esm',
  `--outfile=${bundle}`,
  '--log-level=error',
]);
const { benchCore, demoLook } = await import(pathToFileURL(bundle).href);
const rows = benchCore();

/** Starts the built server on a database of its own and a free port. */
function startServer() {
  const child = spawn(process.execPath, [path.join(root, 'server/dist/main.js'), '--demo'], {
    env: { ...process.env, PORT: '0', FULGENT_DATA: folder, LOG_LEVEL: 'silent', HOST: '127.0.0.1' },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  return new Promise((resolve) => {
    child.stdout.on('data', (chunk) => {
      const url = /http:\/\/\S+/.exec(String(chunk))?.[0];
      if (url) resolve({ child, url });
    });
  });
}

const SECONDS = 10;
const RATE = 100;
/** Requests before the clock starts: the code is compiled as it runs. */
const WARM_UP = 150;

/** Sends requests at an even pace whether or not earlier ones are answered, so that a slow answer is not hidden. */
async function paced(send, rate) {
  const latencies = [];
  let bad = 0;
  const one = async () => {
    const start = performance.now();
    const answer = await send();
    await answer.arrayBuffer();
    latencies.push(performance.now() - start);
    if (!answer.ok) bad += 1;
  };
  const pending = [];
  const begin = performance.now();
  for (let i = 0; i < SECONDS * rate; i++) {
    const wait = begin + (i * 1000) / rate - performance.now();
    if (wait > 0) await new Promise((resolve) => setTimeout(resolve, wait));
    pending.push(one());
  }
  await Promise.all(pending);
  latencies.sort((x, y) => x - y);
  const at = (q) => latencies[Math.floor(q * (latencies.length - 1))].toFixed(1);
  return `p50 ${at(0.5)} ms, p99 ${at(0.99)} ms, ${latencies.length} answers${bad ? `, ${bad} NOT OK` : ''}`;
}

const { child, url } = await startServer();
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
  rows.push([`API ${name}, ${rate}/s for ${SECONDS} s`, await paced(send, rate), 'p99 25 ms']);
}
child.kill('SIGTERM');
await new Promise((resolve) => child.once('exit', resolve));
rmSync(folder, { recursive: true, force: true });

const width = Math.max(...rows.map(([name]) => name.length));
const valueWidth = Math.max(...rows.map(([, value]) => value.length));
console.log(`\n${'what'.padEnd(width)}  ${'measured'.padEnd(valueWidth)}  budget`);
for (const [name, value, budget] of rows) console.log(`${name.padEnd(width)}  ${value.padEnd(valueWidth)}  ${budget}`);
