import { NO_META } from '@fulgent/core/day';
import { EventEmitter } from 'node:events';
import { demoLooks } from '@fulgent/core/demo';
import { InputError } from '@fulgent/core/errors';
import { START_MS } from '../src/work/lane';
import { LIMIT_MS, workPool, type Asked } from '../src/work/pool';

const look = demoLooks()[0]!;
const request = (width: number) => ({ look, width, height: 1, only: null });

/** A worker that answers when it is told to. */
class Pretended extends EventEmitter {
  readonly asked: Asked[] = [];
  ended = false;
  constructor(readonly nice: number) {
    super();
  }
  ref() {}
  unref() {}
  postMessage(asked: Asked) {
    this.asked.push(asked);
  }
  terminate() {
    this.ended = true;
    return Promise.resolve(0);
  }
  answer(part: object = { done: new Uint8ClampedArray(4) }) {
    this.emit('message', { id: this.asked.at(-1)!.id, ...part });
  }
  tasks() {
    return this.asked.map((one) => (one.task === 'picture' ? one.request.width : one.task));
  }
}

const made = () => {
  const workers: Pretended[] = [];
  const pool = workPool('fine', (nice) => {
    const one = new Pretended(nice);
    workers.push(one);
    return one;
  });
  return { pool, workers };
};

const status = (of: number) => expect.objectContaining({ status: of });

describe('what is computed beside the server', () => {
  it('comes one after another; what nobody waits for elsewhere, far below, frames before cards', async () => {
    const { pool, workers } = made();
    const all: Promise<unknown>[] = [pool.renderLater(request(1)), pool.renderLater(request(2))];
    all.push(pool.measure({ file: 'x', look, kind: 'full', lightId: '', given: [], meta: NO_META }));
    all.push(pool.render(request(3)), pool.render(request(4)));
    const [later, waited] = workers;
    for (let i = 0; i < 3; i++) later!.answer();
    for (let i = 0; i < 2; i++) waited!.answer();
    await Promise.all(all);
    expect(later!.tasks()).toEqual([1, 'measure', 2]);
    expect(waited!.tasks()).toEqual([3, 4]);
    expect(later!.nice).toBeGreaterThan(waited!.nice);
    expect(waited!.nice).toBeGreaterThan(0);
  });

  it('what is stored and read does not wait for balances, nor balances for pictures', async () => {
    const { pool, workers } = made();
    const all: Promise<unknown>[] = [
      pool.render(request(1)),
      pool.balance({ look, options: {} }),
      pool.accept(look),
      pool.evaluate(look),
    ];
    expect(workers.map((one) => one.tasks())).toEqual([[1], ['balance'], ['accept'], ['evaluate']]);
    workers[2]!.answer({ done: { look, card: {} } });
    await expect(all[2]).resolves.toEqual({ look, card: {} });
    workers[3]!.answer({ done: { lights: [] } });
    await expect(all[3]).resolves.toEqual({ lights: [] });
    for (const one of workers.slice(0, 2)) one.answer();
    await Promise.all(all);
  });

  it('what is stored finds its worker there where it was warmed', async () => {
    const { pool, workers } = made();
    pool.warm();
    expect(workers.map((one) => one.tasks())).toEqual([[], ['rehearse']]);
    const accepting = pool.accept(look);
    workers[0]!.answer({ done: {} });
    await accepting;
    expect(workers).toHaveLength(2);
  });

  it('whoever asks while drawing is rehearsed waits for what has begun, and a rehearsal that fails is no trouble', async () => {
    const { pool, workers } = made();
    pool.warm();
    const reading = pool.evaluate(look);
    const readings = workers[1]!;
    readings.answer({ failed: 'no figures' });
    readings.answer({ done: { lights: [] } });
    await expect(reading).resolves.toEqual({ lights: [] });
    expect(readings.tasks().slice(0, 3)).toEqual(['rehearse', 'evaluate', 'rehearse']);
  });

  it('a look that is none is told with every field', async () => {
    const { pool, workers } = made();
    const read = pool.accept({});
    workers[0]!.answer({ failed: 'title is missing', problems: [{ field: 'title', message: 'title is missing' }] });
    await expect(read).rejects.toMatchObject({ problems: [{ field: 'title', message: 'title is missing' }] });
  });

  it('that fails is told as it was, and the next goes on', async () => {
    const { pool, workers } = made();
    const bad = pool.render(request(1));
    const odd = pool.render(request(2));
    const good = pool.render(request(3));
    workers[0]!.answer({ failed: 'lights must be fewer', field: 'lights' });
    workers[0]!.answer({ failed: 'broken' });
    workers[0]!.answer();
    await expect(bad).rejects.toEqual(new InputError('lights', 'lights must be fewer'));
    await expect(odd).rejects.toThrow('broken');
    await expect(good).resolves.toHaveLength(4);
  });

  it.each([
    ['ends without a word', (worker: Pretended) => worker.emit('exit', 1), /ended/],
    ['falls', (worker: Pretended) => worker.emit('error', new Error('out of memory')), /out of memory/],
  ])('is refused when the worker %s, and the next starts another', async (_how, fall, said) => {
    const { pool, workers } = made();
    const waiting = [pool.render(request(1)), pool.render(request(2))];
    fall(workers[0]!);
    for (const one of waiting) await expect(one).rejects.toThrow(said);
    const next = pool.render(request(3));
    expect(workers).toHaveLength(2);
    workers[1]!.answer();
    await expect(next).resolves.toHaveLength(4);
  });

  describe('that takes too long', () => {
    beforeEach(() => jest.useFakeTimers());
    afterEach(() => jest.useRealTimers());

    it('is stopped with its worker and told so; what waited behind it is done by another', async () => {
      const { pool, workers } = made();
      const long = pool.balance({ look, options: {} });
      const next = pool.balance({ look, options: {} });
      const told = expect(long).rejects.toEqual(status(503));
      // The first has the worker's own start on top.
      await jest.advanceTimersByTimeAsync(LIMIT_MS + 1);
      expect(workers[0]!.ended).toBe(false);
      await jest.advanceTimersByTimeAsync(START_MS);
      await told;
      expect(workers[0]!.ended).toBe(true);
      expect(workers[1]!.tasks()).toEqual(['balance']);
      // The old one's last word and its end are nobody's any more.
      workers[0]!.answer({ done: 'late' });
      workers[0]!.emit('exit', 1);
      workers[1]!.answer({ done: { lights: [] } });
      await expect(next).resolves.toEqual({ lights: [] });
    });

    it('counts from when it was asked for, with a second at least: who waited has waited', async () => {
      const { pool, workers } = made();
      const first = pool.balance({ look, options: {} });
      const second = pool.balance({ look, options: {} });
      await jest.advanceTimersByTimeAsync(LIMIT_MS - 3000);
      workers[0]!.answer();
      await first;
      const told = expect(second).rejects.toEqual(status(503));
      await jest.advanceTimersByTimeAsync(2900);
      expect(workers[0]!.ended).toBe(false);
      await jest.advanceTimersByTimeAsync(200);
      await told;
      expect(workers[0]!.ended).toBe(true);
    });

    it('is not stopped once it is done', async () => {
      const { pool, workers } = made();
      const one = pool.evaluate(look);
      workers[0]!.answer({ done: { lights: [] } });
      await one;
      await jest.advanceTimersByTimeAsync(2 * LIMIT_MS);
      expect(workers[0]!.ended).toBe(false);
    });
  });

  describe('for somebody who goes', () => {
    it('is not begun where it waited, and stopped where it ran', async () => {
      const { pool, workers } = made();
      const [first, second] = [new AbortController(), new AbortController()];
      const running = pool.balance({ look, options: {} }, first.signal);
      const waiting = pool.balance({ look, options: {} }, second.signal);
      const kept = pool.balance({ look, options: {} });
      second.abort();
      await expect(waiting).rejects.toEqual(status(499));
      expect(workers[0]!.ended).toBe(false);
      first.abort();
      await expect(running).rejects.toEqual(status(499));
      expect(workers[0]!.ended).toBe(true);
      expect(workers[1]!.tasks()).toEqual(['balance']);
      workers[1]!.answer({ done: { lights: [] } });
      await kept;
      await expect(pool.evaluate(look, first.signal)).rejects.toEqual(status(499));
    });
  });
});
