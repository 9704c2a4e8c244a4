import type { Response } from 'express';
import { gone, HttpProblem } from '../problem';

/** An answer comes within this, ms: what takes longer goes on meanwhile, and is handed over to whoever asks for the same again. */
export const ANSWER_MS = 9000;
/** When to ask again, s; and how long it goes on where nobody does, ms. */
const AGAIN_S = 1;
const LEFT_MS = 20_000;

interface UnderWay {
  readonly done: Promise<unknown>;
  readonly ending: AbortController;
  waiting: number;
  left: NodeJS.Timeout | undefined;
}

const LATE = Symbol('late');
const GONE = Symbol('gone');

/** What is computed for answers and may take long, by a key of all that decides it: who asks for the same waits for the same. */
export class Ongoing {
  readonly #all = new Map<string, UnderWay>();
  readonly #answerMs: number;

  constructor(answerMs = ANSWER_MS) {
    this.#answerMs = answerMs;
  }

  /**
   * What `start` computes, once. It is stopped by its signal when nobody waits for it any more. @throws what `start` does; HttpProblem 503 with a
   * Retry-After where it is not done in time, 499 where whoever asked has gone.
   */
  async of<T>(res: Response, key: string, start: (signal: AbortSignal) => Promise<T>): Promise<T> {
    const one = this.#all.get(key) ?? this.#begin(key, start);
    clearTimeout(one.left);
    one.waiting += 1;
    let timer: NodeJS.Timeout | undefined;
    const late = new Promise<typeof LATE>((resolve) => (timer = setTimeout(resolve, this.#answerMs, LATE)));
    const left = new Promise<typeof GONE>((resolve) => res.once('close', () => resolve(GONE)));
    let found: unknown = GONE;
    try {
      found = await Promise.race([one.done, late, left]);
    } catch (error) {
      this.#forget(key, one);
      throw error;
    } finally {
      clearTimeout(timer);
      one.waiting -= 1;
      if (one.waiting === 0) this.#leave(key, one, found === LATE ? LEFT_MS : 0);
    }
    if (found === GONE) throw gone();
    if (found === LATE) {
      res.set('Retry-After', String(AGAIN_S));
      throw new HttpProblem(
        503,
        'Not done yet',
        `This takes longer than ${Math.round(this.#answerMs / 1000)} s here and goes on: ask for the same again to be given it.`,
      );
    }
    return found as T;
  }

  #begin(key: string, start: (signal: AbortSignal) => Promise<unknown>): UnderWay {
    const ending = new AbortController();
    const one: UnderWay = { done: start(ending.signal), ending, waiting: 0, left: undefined };
    // Nobody may be there to hear of it.
    one.done.catch(() => undefined);
    this.#all.set(key, one);
    return one;
  }

  #leave(key: string, one: UnderWay, ms: number): void {
    one.left = setTimeout(() => {
      this.#forget(key, one);
      one.ending.abort();
    }, ms);
    one.left.unref();
  }

  #forget(key: string, one: UnderWay): void {
    if (this.#all.get(key) === one) this.#all.delete(key);
  }
}
