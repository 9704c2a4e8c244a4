// Looks with numbers at the ends of their ranges, odd addresses and bodies, from several sides at once, at every route: `npm run hostile`, or with other seconds.
// Nothing may be answered 500, nothing after 10 s, and the server must answer others meanwhile.
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { bin, ensureInstalled, ensureServerBuilt, root, run } from './lib/tools.mjs';
import { startServer, stopServer } from './lib/served.mjs';

const AT_ONCE = 4;
const LONGEST_MS = 10_000;
const PING_MS = 100;
const json = { 'Content-Type': 'application/json' };

const pick = (list) => list[Math.floor(Math.random() * list.length)];
const upTo = (n) => 1 + Math.floor(Math.random() * n);

const ODD = ['', 'none', 'constructor', '__proto__', '..%2f..%2fetc%2fpasswd', '%00', 'x'.repeat(300), '%F0%9F%92%A1', '1;drop'];
const VALUES = [null, 0, -1, 1e308, -1e308, 1e-300, '', 'x', [], {}, true, 'constructor', [[[[]]]], { kind: 'planck', cct: 0 }];

/** Bodies of small computations, with one thing spoiled. */
const SMALL = {
  '/api/compute/light': { source: { kind: 'planck', cct: 3200 }, gels: [{ id: 'cto-full' }] },
  '/api/compute/window': { source: { kind: 'daylight', cct: 5600 }, surface: { kind: 'grey', reflectance: 0.18 } },
  '/api/compute/exposure': {
    light: { kind: 'flash', guideNumberM: 40, power: 1, distanceM: 2 },
    camera: { iso: 100, aperture: 8, shutterS: 0.008 },
  },
  '/api/read/spectrum': { format: 'csv', kind: 'transmittance', text: '400,0.1\n700,0.9' },
  '/api/read/beam': { text: 'IESNA:LM-63-2002\nTILT=NONE\n1' },
  '/api/kit': { entry: { kind: 'gel' } },
  '/api/shoots': { title: 'x' },
  '/api/devices': { on: true },
  '/api/devices/deviations': { lookId: 'saltmarsh-1', deviations: { key: { outputStops: 1 } } },
  '/api/devices/meter': { lookId: 'saltmarsh-1', probe: 'face' },
  '/api/session': { passcode: 'x' },
  '/api/practice': { answers: [{ id: 'x', at: 1, skill: 'stops', code: '', error: 1, signed: null, grade: 'good', about: '' }] },
};

function spoiled(value) {
  const copy = structuredClone(value);
  const keys = Object.keys(copy);
  const at = pick(keys);
  if (copy[at] !== null && typeof copy[at] === 'object' && Math.random() < 0.6 && Object.keys(copy[at]).length)
    copy[at] = spoiled(copy[at]);
  else copy[at] = pick(VALUES);
  return copy;
}

/** A look that may be real: a few numbers at the ends of what they may be, sometimes with as many lights as there may be. */
function extreme(looks, { endsIn, withValue }) {
  let look = pick(looks);
  if (Math.random() < 0.3) {
    const lights = Array.from({ length: 24 }, (_, i) => ({
      ...look.lights[i % look.lights.length],
      id: `light-${i}`,
      name: `Light ${i}`,
    }));
    look = { ...look, lights };
  }
  for (let i = upTo(4); i > 0; i--) {
    const { path: place, to } = pick(endsIn(look));
    look = withValue(look, place, to);
  }
  return look;
}

function request(looks, ends, url) {
  const id = Math.random() < 0.5 ? pick(['saltmarsh-1', 'night-oven-1', 'nocturne-1']) : pick(ODD);
  const look = () => JSON.stringify(Math.random() < 0.85 ? extreme(looks, ends) : spoiled(pick(looks)));
  const post = (address, body, headers = json) => [address, { method: 'POST', headers, body }];
  const [address, options] = pick([
    () => post('/api/compute/evaluate', look()),
    () => post('/api/compute/balance', `{"look":${look()}}`),
    () => post('/api/compute/remedies', `{"look":${look()}}`),
    () => post('/api/looks', `{"look":${look()}}`),
    () => [`/api/looks/${id}`, { method: 'PUT', headers: { ...json, 'If-Match': `"${upTo(3)}"` }, body: look() }],
    () => [`/api/looks/${id}/sheet.pdf`],
    () => [`/api/looks/${id}/picture?revision=${pick(['1', 'x', '-1', '1e9'])}`],
    () => [`/api/looks/${id}${pick(['', '/revisions', '/revisions/1', '/revisions/-1', '/frames', '/export'])}`],
    () => post(`/api/looks/${id}/here`, JSON.stringify({ window: pick(VALUES) })),
    () => [`/api/looks/${id}/revisions/1`, { method: 'PATCH', headers: json, body: JSON.stringify({ name: pick(VALUES) }) }],
    () =>
      post(
        `/api/looks/${id}/frames?kind=${pick(['full', 'x'])}&stops=${pick(['0', '1e9', 'x'])}`,
        pick(['', 'GIF89a', '\xff\xd8\xff']),
        { 'Content-Type': 'image/jpeg' },
      ),
    () => post('/api/backup', pick(['', 'PK', 'x'.repeat(5000)]), { 'Content-Type': 'application/zip' }),
    () => [
      `/api/${pick(['shoots', 'looks', 'kit', 'frames', 'log', 'devices', 'reach', 'kit/export', 'kit/export.csv', 'backup/copies'])}`,
    ],
    () => [`/api/${pick(['frames', 'kit', 'shoots'])}/${pick(ODD)}`, { method: pick(['GET', 'DELETE', 'PUT', 'PATCH']) }],
    () => {
      const [route, body] = pick(Object.entries(SMALL));
      return post(route, JSON.stringify(spoiled(body)));
    },
    () => post(pick(Object.keys(SMALL)), pick(['{', '[]', 'null', `${'['.repeat(5000)}`, '"x"', ''])),
  ])();
  return { address: `${url}${address}`, route: address.split('?')[0], options };
}

async function main(seconds) {
  await ensureInstalled();
  ensureServerBuilt();
  const folder = mkdtempSync(path.join(tmpdir(), 'fulgent-hostile-'));
  const bundle = path.join(folder, 'ends.mjs');
  run(
    bin('esbuild'),
    ['core/test/ends.ts', '--bundle', '--platform=node', '--format=esm', `--outfile=${bundle}`, '--log-level=error'],
    { cwd: root },
  );
  const ends = await import(bundle);
  const { child, url } = await startServer(path.join(folder, 'data'));
  const ids = ['saltmarsh-1', 'night-oven-1', 'nocturne-1'];
  const looks = await Promise.all(ids.map(async (id) => (await (await fetch(`${url}/api/looks/${id}`)).json()).look));
  const until = Date.now() + seconds * 1000;
  const statuses = new Map();
  const slowest = new Map();
  const faults = [];
  let health = 0;

  async function ping() {
    while (Date.now() < until) {
      const start = performance.now();
      await (await fetch(`${url}/api/health`)).arrayBuffer();
      health = Math.max(health, performance.now() - start);
      await new Promise((resolve) => setTimeout(resolve, PING_MS));
    }
  }
  async function send() {
    while (Date.now() < until) {
      const { address, route, options } = request(looks, ends, url);
      const start = performance.now();
      const answer = await fetch(address, options);
      const text = await answer.text();
      const took = performance.now() - start;
      statuses.set(answer.status, (statuses.get(answer.status) ?? 0) + 1);
      const kind = `${options?.method ?? 'GET'} ${route.replace(/^\/api\/(looks|frames|kit|shoots)\/[^/]+/, '/api/$1/:id')}`;
      slowest.set(kind, Math.max(slowest.get(kind) ?? 0, took));
      if (answer.status === 500) faults.push(`500 from ${kind}: ${String(options?.body).slice(0, 2000)} ${text.slice(0, 200)}`);
      if (took > LONGEST_MS) faults.push(`${kind} took ${(took / 1000).toFixed(1)} s`);
    }
  }
  await Promise.all([ping(), ...Array.from({ length: AT_ONCE }, send)]);
  await stopServer(child);
  rmSync(folder, { recursive: true, force: true });
  const sorted = (map) => [...map].sort(([, a], [, b]) => b - a);
  console.log(
    `${[...statuses.values()].reduce((sum, n) => sum + n, 0)} requests: ${sorted(statuses)
      .map(([status, n]) => `${n} times ${status}`)
      .join(', ')}`,
  );
  console.log(
    `Slowest: ${sorted(slowest)
      .slice(0, 8)
      .map(([kind, ms]) => `${kind} ${(ms / 1000).toFixed(1)} s`)
      .join('; ')}`,
  );
  console.log(`Health asked every ${PING_MS} ms meanwhile: slowest answer ${health.toFixed(0)} ms`);
  for (const fault of faults) console.log(fault);
  console.log(`${faults.length} faults`);
  process.exit(faults.length === 0 ? 0 : 1);
}

await main(Number(process.argv[2] ?? 120));
