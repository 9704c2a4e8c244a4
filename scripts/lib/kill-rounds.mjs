// Kills the server in the middle of writes, again and again, and looks whether every acknowledged write is there.
import { spawn } from 'node:child_process';
import { createRequire } from 'node:module';
import path from 'node:path';
import { root } from './tools.mjs';

const require = createRequire(path.join(root, 'server/package.json'));

function start(folder, env) {
  const child = spawn(process.execPath, [path.join(root, 'server/dist/main.js')], {
    env: { ...process.env, PORT: '0', FULGENT_DATA: folder, LOG_LEVEL: 'silent', HOST: '127.0.0.1', ...env },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  return new Promise((resolve, reject) => {
    child.once('exit', (code) => reject(new Error(`The server ended with ${code}.`)));
    child.stdout.on('data', (chunk) => {
      const url = /http:\/\/\S+/.exec(String(chunk))?.[0];
      if (url) resolve({ child, url });
    });
  });
}

/** Writes until the server is gone; what was acknowledged goes into `acknowledged`: revision and title by look id. */
async function writer(url, name, look, acknowledged, begun) {
  try {
    const made = await fetch(`${url}/api/looks`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ look: { ...look, title: name } }),
    });
    if (!made.ok) return;
    const { id } = await made.json();
    acknowledged.set(id, { revision: 1, title: name });
    begun();
    for (let revision = 1; ; revision++) {
      const title = `${name}, ${revision}`;
      const answer = await fetch(`${url}/api/looks/${id}`, {
        method: 'PUT',
        headers: { 'Content-Type': 'application/json', 'If-Match': `"${revision}"` },
        body: JSON.stringify({ ...look, title }),
      });
      if (!answer.ok) return;
      await answer.arrayBuffer();
      acknowledged.set(id, { revision: revision + 1, title });
    }
  } catch {
    // The server is gone: that is the point.
  }
}

/** @returns what was acknowledged in all, and what was lost or damaged, which should be nothing. */
export async function killRounds(folder, look, rounds, random = Math.random) {
  const Database = require('better-sqlite3');
  const acknowledged = new Map();
  const faults = [];
  let writes = 0;
  for (let round = 0; round < rounds; round++) {
    const { child, url } = await start(folder, {});
    child.removeAllListeners('exit');
    const gone = new Promise((resolve) => child.once('exit', resolve));
    // A fresh server's first write takes longest: the clock starts with it.
    let begin;
    const begun = new Promise((resolve) => (begin = resolve));
    const writers = [0, 1, 2].map((i) => writer(url, `Round ${round}, writer ${i}`, look, acknowledged, begin));
    await Promise.race([begun, new Promise((resolve) => setTimeout(resolve, 10_000).unref())]);
    await new Promise((resolve) => setTimeout(resolve, 30 + random() * 400));
    child.kill('SIGKILL');
    await gone;
    await Promise.all(writers);
    const db = new Database(path.join(folder, 'fulgent.db'), { readonly: true });
    const sound = db.pragma('integrity_check', { simple: true });
    if (sound !== 'ok') faults.push(`round ${round}: ${sound}`);
    const find = db.prepare('SELECT document FROM revisions WHERE look_id = ? AND revision = ?');
    writes = 0;
    for (const [id, { revision, title }] of acknowledged) {
      writes += revision;
      const row = find.get(id, revision);
      if (!row) faults.push(`round ${round}: revision ${revision} of ${id} is missing`);
      else if (JSON.parse(row.document).title !== title) faults.push(`round ${round}: ${id} is not as it was acknowledged`);
    }
    db.close();
  }
  return { rounds, looks: acknowledged.size, writes, faults };
}
