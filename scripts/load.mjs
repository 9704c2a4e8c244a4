// Reads, readings and writes at an even pace while test frames are read and sheets are drawn: `npm run load`, or with other seconds.
// Frames are sent, and sheets asked for, by a process of their own, as a phone would: what is timed is the server, not the sender.
import { fork } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { setTimeout } from 'node:timers/promises';
import { fileURLToPath } from 'node:url';
import { ensureInstalled, ensureServerBuilt } from './lib/tools.mjs';
import { paced, pacedWords, startServer, stopServer } from './lib/served.mjs';

const LOOK = 'saltmarsh-1';
const ADDRESSES = [`/api/looks/${LOOK}`, '/api/shoots', '/api/health', '/api/kit', `/api/looks/${LOOK}/frames`];
/** Requests a second of each kind, and when each begins, ms: those of different people do not all come in one moment. */
const RATES = { reads: 100, readings: 40, writes: 40 };
const BEGINS = { reads: 0, readings: 8, writes: 17 };
const SECONDS_ALONE = 10;
const BUDGET_MS = 25;

/** A picture of 12 million pixels with fine grain, about 6 MB, as a camera writes it. */
async function photograph() {
  const { default: sharp } = await import('sharp');
  const [width, height] = [4000, 3000];
  return sharp({ create: { width, height, channels: 3, background: '#345', noise: { type: 'gaussian', mean: 110, sigma: 18 } } })
    .jpeg({ quality: 90 })
    .toBuffer();
}

/** What takes long is asked for again until it is handed over. */
async function untilDone(address) {
  for (;;) {
    const answer = await fetch(address);
    if (answer.status !== 503) return answer;
    await answer.arrayBuffer();
    await setTimeout(1000);
  }
}

/** The other process: sends frames and asks for sheets without a pause until told to stop, and answers with how many there were. */
async function disturb(url) {
  const file = await photograph();
  let going = true;
  const done = { frames: 0, sheets: 0, slowestFrame: 0, slowestSheet: 0 };
  process.on('message', () => (going = false));
  process.send({ ready: file.length });
  const timed = async (ask) => {
    const start = performance.now();
    const answer = await ask();
    if (!answer.ok) throw new Error(`Refused: ${answer.status} ${await answer.text()}`);
    return { answer, took: performance.now() - start };
  };
  const frames = async () => {
    while (going) {
      const { answer, took } = await timed(() =>
        fetch(`${url}/api/looks/${LOOK}/frames?name=Load`, {
          method: 'POST',
          headers: { 'content-type': 'image/jpeg' },
          body: file,
        }),
      );
      const { id } = await answer.json();
      done.frames += 1;
      done.slowestFrame = Math.max(done.slowestFrame, took);
      // Measured as well, as every frame is.
      await (await untilDone(`${url}/api/frames/${id}/reading`)).arrayBuffer();
      await (await fetch(`${url}/api/frames/${id}`, { method: 'DELETE' })).arrayBuffer();
    }
  };
  const sheets = async () => {
    while (going) {
      const { answer, took } = await timed(() => untilDone(`${url}/api/looks/saltmarsh-2/sheet.pdf`));
      await answer.arrayBuffer();
      done.sheets += 1;
      done.slowestSheet = Math.max(done.slowestSheet, took);
    }
  };
  await Promise.all([frames(), sheets()]);
  process.send(done, () => process.exit(0));
}

const messageOf = (child) => new Promise((resolve) => child.once('message', resolve));

const json = { 'Content-Type': 'application/json' };

/** Looks of their own to write to, one after another, each once its last write was answered, so that each builds on the newest revision. */
async function writers(url, look) {
  const free = await Promise.all(
    Array.from({ length: RATES.writes }, async () => {
      const answer = await fetch(`${url}/api/looks`, { method: 'POST', headers: json, body: JSON.stringify({ look }) });
      return answer.json();
    }),
  );
  const waiting = [];
  return async (i) => {
    // Where all are being written to, the wait counts.
    const one = free.shift() ?? (await new Promise((resolve) => waiting.push(resolve)));
    const answer = await fetch(`${url}/api/looks/${one.id}`, {
      method: 'PUT',
      headers: { ...json, 'If-Match': `"${one.revision}"` },
      body: JSON.stringify({ ...dialled(look, i), title: `Write ${i}` }),
    });
    if (answer.ok) one.revision += 1;
    (waiting.shift() ?? ((freed) => free.push(freed)))(one);
    return answer;
  };
}

/** The look with the powers of its lights moved, as somebody at a ladder sends it. */
const dialled = (look, i) => ({
  ...look,
  lights: look.lights.map((light, l) => ({
    ...light,
    powerStops: Math.max(light.fixture.minStops, light.powerStops - ((7 * i + 3 * l) % 16) / 10),
  })),
});

async function mixed(url, look, seconds) {
  const get = (i) => fetch(`${url}${ADDRESSES[i % ADDRESSES.length]}`);
  const evaluate = (i) =>
    fetch(`${url}/api/compute/evaluate`, { method: 'POST', headers: json, body: JSON.stringify(dialled(look, i)) });
  const write = await writers(url, look);
  for (let i = 0; i < 200; i++) await (await get(i)).arrayBuffer();
  for (let i = 0; i < 100; i++) for (const ask of [evaluate, write]) await (await ask(i)).arrayBuffer();
  const [reads, readings, writes] = await Promise.all([
    ...Object.entries({ reads: get, readings: evaluate, writes: write }).map(async ([kind, ask]) => {
      await setTimeout(BEGINS[kind]);
      return paced(ask, RATES[kind], seconds);
    }),
  ]);
  return { reads, readings, writes };
}

function report(title, results) {
  console.log(title);
  for (const [kind, result] of Object.entries(results))
    console.log(`  ${RATES[kind]} ${kind}/s: ${pacedWords(result)}, slowest ${result.most.toFixed(0)} ms`);
}

async function main(seconds) {
  await ensureInstalled();
  ensureServerBuilt();
  const folder = mkdtempSync(path.join(tmpdir(), 'fulgent-load-'));
  const { child, url } = await startServer(folder);
  const { look } = await (await fetch(`${url}/api/looks/${LOOK}`)).json();
  report(`Alone, ${SECONDS_ALONE} s:`, await mixed(url, look, SECONDS_ALONE));
  const other = fork(fileURLToPath(import.meta.url), ['--disturb', url]);
  const { ready } = await messageOf(other);
  report(
    `While frames are read and measured and sheets drawn, ${seconds} s (budget: p99 ${BUDGET_MS} ms):`,
    await mixed(url, look, seconds),
  );
  other.send('stop');
  const { frames, sheets, slowestFrame, slowestSheet } = await messageOf(other);
  await stopServer(child);
  rmSync(folder, { recursive: true, force: true });
  const s = (ms) => (ms / 1000).toFixed(1);
  console.log(
    `${frames} frames of 12 million pixels and ${(ready / 1e6).toFixed(1)} MB in that time, the slowest in ${s(slowestFrame)} s; ${sheets} sheets, the slowest in ${s(slowestSheet)} s`,
  );
}

if (process.argv[2] === '--disturb') await disturb(process.argv[3]);
else await main(Number(process.argv[2] ?? 60));
