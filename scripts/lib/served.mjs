// A server of its own for measurements, and requests at an even pace.
import { spawn } from 'node:child_process';
import path from 'node:path';
import { root } from './tools.mjs';

/** Starts the built server on the demo's data in `folder` and a free port; resolves to its process and address. */
export function startServer(folder) {
  const child = spawn(process.execPath, [path.join(root, 'server/dist/main.js'), '--demo'], {
    env: { ...process.env, PORT: '0', FULGENT_DATA: folder, LOG_LEVEL: process.env.LOG_LEVEL ?? 'silent', HOST: '127.0.0.1' },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  return new Promise((resolve) => {
    child.stdout.on('data', (chunk) => {
      const url = /http:\/\/\S+/.exec(String(chunk))?.[0];
      if (url) resolve({ child, url });
    });
  });
}

/** Ends a server and waits for it. */
export async function stopServer(child) {
  child.kill('SIGTERM');
  await new Promise((resolve) => child.once('exit', resolve));
}

/** Sends requests at an even pace whether or not earlier ones are answered, so that a slow answer is not hidden. */
export async function paced(send, rate, seconds) {
  const latencies = [];
  let bad = 0;
  const one = async (i) => {
    const start = performance.now();
    const answer = await send(i);
    await answer.arrayBuffer();
    latencies.push(performance.now() - start);
    if (!answer.ok) bad += 1;
  };
  const pending = [];
  const begin = performance.now();
  for (let i = 0; i < seconds * rate; i++) {
    const wait = begin + (i * 1000) / rate - performance.now();
    if (wait > 0) await new Promise((resolve) => setTimeout(resolve, wait));
    pending.push(one(i));
  }
  await Promise.all(pending);
  latencies.sort((x, y) => x - y);
  const at = (q) => latencies[Math.floor(q * (latencies.length - 1))];
  return { p50: at(0.5), p99: at(0.99), most: at(1), answers: latencies.length, bad };
}

/** What `paced` found, in words. */
export const pacedWords = ({ p50, p99, answers, bad }) =>
  `p50 ${p50.toFixed(1)} ms, p99 ${p99.toFixed(1)} ms, ${answers} answers${bad ? `, ${bad} NOT OK` : ''}`;
