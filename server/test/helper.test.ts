import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { getPriority, tmpdir } from 'node:os';
import path from 'node:path';
import { HelperProcess } from '../src/work/helper';
import { Lane } from '../src/work/lane';

/** What a helper is, in a few lines: doubles bytes, tells of itself, falls or hangs when told to. */
const SCRIPT = `
const os = require('node:os');
process.on('disconnect', () => process.exit(0));
process.on('message', ({ id, task, request }) => {
  if (task === 'double') process.send({ id, done: request.map((byte) => 2 * byte) });
  if (task === 'self') process.send({ id, done: { pid: process.pid, nice: os.getPriority(), nature: JSON.parse(process.argv[2]) } });
  if (task === 'fall') process.exit(3);
  if (task === 'hang') for (;;);
});
`;

describe('a process that computes for the server', () => {
  const folder = mkdtempSync(path.join(tmpdir(), 'fulgent-helper-'));
  const script = path.join(folder, 'helper.js');
  const started: HelperProcess[] = [];
  const lane = new Lane(() => {
    const one = new HelperProcess(script, 7, { pictures: 'fine' });
    started.push(one);
    return one;
  });
  const ask = <T>(task: string, request: unknown = null, limitMs = 20_000) => lane.ask<T>({ task, request }, { limitMs });
  const isThere = (pid: number) => {
    try {
      return getPriority(pid) >= 0;
    } catch {
      return false;
    }
  };

  beforeAll(() => writeFileSync(script, SCRIPT));
  afterAll(() => {
    lane.close();
    rmSync(folder, { recursive: true });
  });

  it('takes and gives bytes as bytes', async () => {
    const done = await ask<Uint8Array>('double', Uint8Array.of(1, 2, 100));
    expect(done).toBeInstanceOf(Uint8Array);
    expect([...done]).toEqual([2, 4, 200]);
  });

  it('is another process, below the server, and knows its nature', async () => {
    const self = await ask<{ pid: number; nice: number; nature: object }>('self');
    expect(self.pid).not.toBe(process.pid);
    expect(self.nice).toBe(7);
    expect(self.nature).toEqual({ pictures: 'fine' });
  });

  it('that falls is told, and the next task has another', async () => {
    const before = started.length;
    await expect(ask('fall')).rejects.toThrow(/ended/);
    await expect(ask<{ pid: number }>('self')).resolves.toMatchObject({ nature: { pictures: 'fine' } });
    expect(started).toHaveLength(before + 1);
  });

  it('that hangs is ended when whoever asked has gone, and the next task has another', async () => {
    const { pid } = await ask<{ pid: number }>('self');
    const asking = new AbortController();
    const hung = lane.ask({ task: 'hang', request: null }, { limitMs: 20_000, signal: asking.signal });
    asking.abort();
    await expect(hung).rejects.toMatchObject({ status: 499 });
    const next = await ask<{ pid: number }>('self');
    expect(next.pid).not.toBe(pid);
    for (let tries = 0; isThere(pid) && tries < 200; tries++) await new Promise((resolve) => setTimeout(resolve, 10));
    expect(isThere(pid)).toBe(false);
  });

  it('takes a message after its end without an error of its own: the end was told', async () => {
    const one = new HelperProcess(script, 5, {});
    const ended = new Promise((resolve) => one.on('exit', resolve));
    one.terminate();
    await ended;
    expect(() => one.postMessage({ id: 1, task: 'self', request: null })).not.toThrow();
    expect(() => one.ref()).not.toThrow();
  });
});
