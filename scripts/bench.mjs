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

const { default: autocannon } = await import('autocannon');
const SECONDS = 10;
const RATE = 100;
const { child, url } = await startServer();
const load = (options) => autocannon({ url, duration: SECONDS, overallRate: RATE, connections: 10, ...options });
const body = JSON.stringify(demoLook());
const json = { 'content-type': 'application/json' };
for (const [name, options] of [
  ['GET a look', { url: `${url}/api/looks/saltmarsh-1` }],
  ['GET all shoots', { url: `${url}/api/shoots` }],
  ['POST evaluate (4 lights)', { url: `${url}/api/compute/evaluate`, method: 'POST', headers: json, body }],
]) {
  const { latency, non2xx, requests } = await load(options);
  rows.push([
    `API ${name}, ${RATE}/s for ${SECONDS} s`,
    `p50 ${latency.p50} ms, p99 ${latency.p99} ms, ${requests.total} answers${non2xx ? `, ${non2xx} NOT OK` : ''}`,
    'p99 25 ms',
  ]);
}
child.kill('SIGTERM');
await new Promise((resolve) => child.once('exit', resolve));
rmSync(folder, { recursive: true, force: true });

const width = Math.max(...rows.map(([name]) => name.length));
const valueWidth = Math.max(...rows.map(([, value]) => value.length));
console.log(`\n${'what'.padEnd(width)}  ${'measured'.padEnd(valueWidth)}  budget`);
for (const [name, value, budget] of rows) console.log(`${name.padEnd(width)}  ${value.padEnd(valueWidth)}  ${budget}`);
