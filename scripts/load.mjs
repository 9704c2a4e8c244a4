// A hundred requests a second while test frames are read, one after another: `npm run load`, or with other seconds.
// Frames are sent by a process of their own, as a phone would: what is timed is the server, not the sender.
import { fork } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { ensureInstalled, ensureServerBuilt } from './lib/tools.mjs';
import { paced, pacedWords, startServer, stopServer } from './lib/served.mjs';

const RATE = 100;
const LOOK = 'saltmarsh-1';
const ADDRESSES = [`/api/looks/${LOOK}`, '/api/shoots', '/api/health', '/api/kit', `/api/looks/${LOOK}/frames`];

/** A picture of 12 million pixels with fine grain, about 6 MB, as a camera writes it. */
async function photograph() {
  const { default: sharp } = await import('sharp');
  const [width, height] = [4000, 3000];
  return sharp({ create: { width, height, channels: 3, background: '#345', noise: { type: 'gaussian', mean: 110, sigma: 18 } } })
    .jpeg({ quality: 90 })
    .toBuffer();
}

/** The other process: sends frames without a pause until told to stop, and answers with how many there were. */
async function sendFrames(url) {
  const file = await photograph();
  let going = true;
  let sent = 0;
  let slowest = 0;
  process.on('message', () => (going = false));
  process.send({ ready: file.length });
  while (going) {
    const start = performance.now();
    const answer = await fetch(`${url}/api/looks/${LOOK}/frames?name=Load`, {
      method: 'POST',
      headers: { 'content-type': 'image/jpeg' },
      body: file,
    });
    const { id } = await answer.json();
    if (!answer.ok) throw new Error(`A frame was refused: ${answer.status}`);
    slowest = Math.max(slowest, performance.now() - start);
    sent += 1;
    await (await fetch(`${url}/api/frames/${id}`, { method: 'DELETE' })).arrayBuffer();
  }
  process.send({ sent, slowest }, () => process.exit(0));
}

const messageOf = (child) => new Promise((resolve) => child.once('message', resolve));

async function main(seconds) {
  ensureInstalled();
  ensureServerBuilt();
  const folder = mkdtempSync(path.join(tmpdir(), 'fulgent-load-'));
  const { child, url } = await startServer(folder);
  const get = (i) => fetch(`${url}${ADDRESSES[i % ADDRESSES.length]}`);
  for (let i = 0; i < 200; i++) await (await get(i)).arrayBuffer();
  const alone = await paced(get, RATE, 10);
  const sender = fork(fileURLToPath(import.meta.url), ['--send', url]);
  const { ready } = await messageOf(sender);
  const under = await paced(get, RATE, seconds);
  sender.send('stop');
  const { sent, slowest } = await messageOf(sender);
  await stopServer(child);
  rmSync(folder, { recursive: true, force: true });
  console.log(`${RATE} requests/s for 10 s, nothing else: ${pacedWords(alone)}`);
  console.log(
    `${RATE} requests/s for ${seconds} s while frames are read: ${pacedWords(under)}, slowest ${under.most.toFixed(0)} ms (budget: p99 25 ms)`,
  );
  console.log(
    `${sent} frames of 12 million pixels and ${(ready / 1e6).toFixed(1)} MB in that time, the slowest in ${(slowest / 1000).toFixed(1)} s`,
  );
}

if (process.argv[2] === '--send') await sendFrames(process.argv[3]);
else await main(Number(process.argv[2] ?? 60));
