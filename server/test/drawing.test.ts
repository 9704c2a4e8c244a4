import { EventEmitter } from 'node:events';
import type { Worker } from 'node:worker_threads';
import { demoLooks } from '@fulgent/core/demo';
import { InputError } from '@fulgent/core/errors';
import { drawingWorker, type Asked } from '../src/drawing/render';

const look = demoLooks()[0]!;
const request = (width: number) => ({ look, width, height: 1, only: null });

/** A worker that answers when it is told to. */
class Pretended extends EventEmitter {
  readonly asked: Asked[] = [];
  unref() {}
  postMessage(asked: Asked) {
    this.asked.push(asked);
  }
  terminate() {}
  answer(part: object = { done: new Uint8ClampedArray(4) }) {
    this.emit('message', { id: this.asked.at(-1)!.id, ...part });
  }
  widths() {
    return this.asked.map((one) => (one.task === 'picture' ? one.request.width : 'frame'));
  }
}

const made = () => {
  const workers: Pretended[] = [];
  const drawing = drawingWorker(() => {
    const one = new Pretended();
    workers.push(one);
    return one as unknown as Worker;
  });
  return { drawing, workers };
};

describe('what is drawn for the server', () => {
  it('comes one after another, and what somebody waits for before what can wait', async () => {
    const { drawing, workers } = made();
    const all = [drawing.renderLater(request(1)), drawing.renderLater(request(2)), drawing.render(request(3))];
    all.push(drawing.measure({ file: 'x', look, kind: 'full', lightId: '', given: [] }) as never);
    const [worker] = workers;
    for (let i = 0; i < all.length; i++) worker!.answer();
    await Promise.all(all);
    expect(worker!.widths()).toEqual([1, 3, 'frame', 2]);
  });

  it('that fails is told as it was, and the next goes on', async () => {
    const { drawing, workers } = made();
    const bad = drawing.render(request(1));
    const odd = drawing.render(request(2));
    const good = drawing.render(request(3));
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
    const { drawing, workers } = made();
    const waiting = [drawing.render(request(1)), drawing.renderLater(request(2))];
    fall(workers[0]!);
    for (const one of waiting) await expect(one).rejects.toThrow(said);
    const next = drawing.render(request(3));
    expect(workers).toHaveLength(2);
    workers[1]!.answer();
    await expect(next).resolves.toHaveLength(4);
  });
});
