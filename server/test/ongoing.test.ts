import { EventEmitter } from 'node:events';
import type { Response } from 'express';
import { Ongoing } from '../src/routes/ongoing';
import { benchEach, type Bench } from './support';
import { demoLooks } from '@fulgent/core/demo';

/** An answer as far as it is looked at here. */
class Answering extends EventEmitter {
  readonly headers: Record<string, string> = {};
  set(name: string, value: string) {
    this.headers[name] = value;
  }
}
const answering = () => {
  const res = new Answering();
  return { res: res as unknown as Response, headers: res.headers, leave: () => res.emit('close') };
};

/** Something that is computed until it is told its end. */
function computing() {
  const signals: AbortSignal[] = [];
  let end: (value: string) => void = () => undefined;
  let fail: (error: Error) => void = () => undefined;
  const start = (signal: AbortSignal) => {
    signals.push(signal);
    return new Promise<string>((resolve, reject) => {
      end = resolve;
      fail = reject;
    });
  };
  return { start, signals, end: (value: string) => end(value), fail: (error: Error) => fail(error) };
}

const late = expect.objectContaining({ status: 503, title: 'Not done yet' });

describe('what takes longer than an answer may', () => {
  beforeEach(() => jest.useFakeTimers());
  afterEach(() => jest.useRealTimers());

  it('is answered at once where it is done in time', async () => {
    const work = computing();
    const one = new Ongoing(1000).of(answering().res, 'a', work.start);
    work.end('done');
    await expect(one).resolves.toBe('done');
    // It is not kept: the next asks anew.
    const again = new Ongoing(1000).of(answering().res, 'a', work.start);
    work.end('anew');
    await expect(again).resolves.toBe('anew');
    expect(work.signals).toHaveLength(2);
  });

  it('is answered 503 with when to ask again, goes on, and is handed over', async () => {
    const [ongoing, work, first] = [new Ongoing(1000), computing(), answering()];
    const refused = expect(ongoing.of(first.res, 'a', work.start)).rejects.toEqual(late);
    await jest.advanceTimersByTimeAsync(1000);
    await refused;
    expect(first.headers['Retry-After']).toBe('1');
    await jest.advanceTimersByTimeAsync(1000);
    const second = ongoing.of(answering().res, 'a', work.start);
    work.end('done');
    await expect(second).resolves.toBe('done');
    expect(work.signals).toHaveLength(1);
    expect(work.signals[0]!.aborted).toBe(false);
  });

  it('is there for whoever comes back after it was done, and for nobody long after', async () => {
    const [ongoing, work] = [new Ongoing(1000), computing()];
    const refused = expect(ongoing.of(answering().res, 'a', work.start)).rejects.toEqual(late);
    await jest.advanceTimersByTimeAsync(1000);
    await refused;
    work.end('done');
    await jest.advanceTimersByTimeAsync(5000);
    await expect(ongoing.of(answering().res, 'a', work.start)).resolves.toBe('done');
    expect(work.signals).toHaveLength(1);
    await jest.advanceTimersByTimeAsync(30_000);
    const anew = ongoing.of(answering().res, 'a', work.start);
    work.end('anew');
    await expect(anew).resolves.toBe('anew');
    expect(work.signals).toHaveLength(2);
  });

  it('stops when everybody has gone, and not while one still waits', async () => {
    const [ongoing, work] = [new Ongoing(1000), computing()];
    const [first, second] = [answering(), answering()];
    const both = [ongoing.of(first.res, 'a', work.start), ongoing.of(second.res, 'a', work.start)];
    const gone = both.map((one) => expect(one).rejects.toMatchObject({ status: 499 }));
    first.leave();
    await jest.advanceTimersByTimeAsync(10);
    expect(work.signals).toHaveLength(1);
    expect(work.signals[0]!.aborted).toBe(false);
    second.leave();
    await jest.advanceTimersByTimeAsync(10);
    expect(work.signals[0]!.aborted).toBe(true);
    await Promise.all(gone);
  });

  it('stops when nobody asks again', async () => {
    const [ongoing, work] = [new Ongoing(1000), computing()];
    const refused = expect(ongoing.of(answering().res, 'a', work.start)).rejects.toEqual(late);
    await jest.advanceTimersByTimeAsync(1000);
    await refused;
    await jest.advanceTimersByTimeAsync(19_000);
    expect(work.signals[0]!.aborted).toBe(false);
    await jest.advanceTimersByTimeAsync(2000);
    expect(work.signals[0]!.aborted).toBe(true);
  });

  it('tells what went wrong to all who wait, and begins anew after that', async () => {
    const [ongoing, work] = [new Ongoing(1000), computing()];
    const both = [1, 2].map(() => expect(ongoing.of(answering().res, 'a', work.start)).rejects.toThrow('no figure'));
    work.fail(new Error('no figure'));
    await Promise.all(both);
    const anew = ongoing.of(answering().res, 'a', work.start);
    work.end('done');
    await expect(anew).resolves.toBe('done');
  });

  it('is one thing for each key', async () => {
    const [ongoing, a, b] = [new Ongoing(1000), computing(), computing()];
    const all = [ongoing.of(answering().res, 'a', a.start), ongoing.of(answering().res, 'b', b.start)];
    b.end('b');
    a.end('a');
    await expect(Promise.all(all)).resolves.toEqual(['a', 'b']);
  });
});

describe('routes that take long', () => {
  let server: Bench;
  benchEach((made) => (server = made));
  const look = demoLooks()[0]!;

  it('answer 503 in time, and the second time with what was computed', async () => {
    let begun = 0;
    let end: () => void = () => undefined;
    const sheet = () => {
      begun += 1;
      return new Promise<Uint8Array>((resolve) => (end = () => resolve(Buffer.from('%PDF-1.7 pretended'))));
    };
    const api = server.with({ answerMs: 50, work: { sheet } });
    const { body } = await api.post('/api/looks').send({ look }).expect(201);
    const address = `/api/looks/${body.id as string}/sheet.pdf`;
    const first = await api.get(address).expect(503).expect('Retry-After', '1');
    expect(first.body.detail).toMatch(/goes on: ask for the same again/);
    end();
    await api.get(address).expect(200).expect('Content-Type', 'application/pdf');
    expect(begun).toBe(1);
  });

  it('are remedies, pictures and test frames, too', async () => {
    const never = () => new Promise<never>(() => undefined);
    const api = server.with({ answerMs: 30, work: { remedies: never, renderLater: never, render: never, measure: never } });
    const { body } = await api.post('/api/looks').send({ look }).expect(201);
    const id = body.id as string;
    await api.post('/api/compute/remedies').send({ look }).expect(503).expect('Retry-After', '1');
    await api.get(`/api/looks/${id}/picture`).expect(503).expect('Retry-After', '1');
    await api.post('/api/devices').send({ on: true }).expect(200);
    await api.post('/api/devices/shoot').send({ lookId: id, widthPx: 96 }).expect(503).expect('Retry-After', '1');
    await api.get(`/api/devices/live?lookId=${id}`).expect(503).expect('Retry-After', '1');
    await api.post('/api/devices').send({ on: false }).expect(200);
  });
});
