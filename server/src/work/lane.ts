import { InputError } from '@fulgent/core/errors';
import { LookError, type Problem } from '@fulgent/core/scene';
import { gone, HttpProblem } from '../problem';
import type { Helper } from './helper';

/** One thing to be done in a worker, without its number. */
export interface Task {
  readonly task: string;
  readonly request: unknown;
}

/** What a worker answers to the task of this number. */
export interface Answer {
  readonly id: number;
  readonly done?: unknown;
  readonly failed?: string;
  /** The field of an input that could not be used. */
  readonly field?: string;
  /** What is wrong with a look. */
  readonly problems?: readonly Problem[];
  /** Of a problem that has its own words for HTTP. */
  readonly status?: number;
  readonly title?: string;
}

/** What a worker could not do, as it threw it. */
function errorOf({ failed = '', field, problems, status, title = '' }: Answer): Error {
  if (status !== undefined) return new HttpProblem(status, title, failed);
  if (problems) return new LookError(problems);
  return field === undefined ? new Error(failed) : new InputError(field, failed);
}

/** How a task is waited for. */
export interface Waits {
  /** Behind everything that somebody waits for. */
  readonly isLater?: boolean;
  /** Given up when whoever asked has gone. */
  readonly signal?: AbortSignal | undefined;
  /** How long after it was asked for it is to be done, ms; what can wait is given as long from its start. */
  readonly limitMs: number;
}

interface Waiting extends Waits {
  readonly id: number;
  readonly askedAt: number;
  readonly asked: Task;
  readonly resolve: (done: unknown) => void;
  readonly reject: (error: Error) => void;
}

/** What even something that waited long may run, ms: it is not to blame for what was before it. */
const SHORTEST_MS = 1000;

function timeFor({ isLater, limitMs, askedAt }: Waiting): number {
  return isLater ? limitMs : Math.max(SHORTEST_MS, limitMs - (Date.now() - askedAt));
}

/** What a worker may take to be there, on a busy machine, ms: it counts against nobody's limit. */
export const START_MS = 15_000;

const tooLong = (ms: number) =>
  new HttpProblem(
    503,
    'Took too long',
    `This took longer than ${Math.round(ms / 1000)} s and was stopped; nothing was changed. Ask for less at once: fewer lights, or fixtures with coarser steps.`,
  );

/**
 * A worker that does one thing after another, what somebody waits for first. It starts at its first use, or when it is warmed. What runs too long or is wanted by nobody any
 * more is stopped with the worker, and the next thing starts another: no computation holds up more than its own lane, or that for longer than its limit.
 */
export class Lane {
  readonly #start: () => Helper;
  readonly #queues: readonly [now: Waiting[], later: Waiting[]] = [[], []];
  #worker: Helper | null = null;
  /** Whether it has answered: until then it may still be starting. */
  #isThere = false;
  #current: Waiting | null = null;
  #timer: NodeJS.Timeout | undefined;
  #next = 1;

  constructor(start: () => Helper) {
    this.#start = start;
  }

  ask<T>(asked: Task, waits: Waits): Promise<T> {
    return new Promise((resolve, reject) => {
      const { signal, isLater = false } = waits;
      if (signal?.aborted) {
        reject(gone());
        return;
      }
      const one: Waiting = {
        ...waits,
        id: this.#next++,
        askedAt: Date.now(),
        asked,
        resolve: resolve as Waiting['resolve'],
        reject,
      };
      signal?.addEventListener('abort', () => this.#giveUp(one), { once: true });
      this.#queues[isLater ? 1 : 0].push(one);
      this.#proceed();
    });
  }

  /** Starts the worker before anybody asks, who would wait for that. */
  warm(): void {
    this.#running();
  }

  close(): void {
    clearTimeout(this.#timer);
    void this.#worker?.terminate();
  }

  #giveUp(one: Waiting): void {
    for (const queue of this.#queues) {
      const at = queue.indexOf(one);
      if (at >= 0) queue.splice(at, 1);
    }
    if (one === this.#current) this.#stopCurrent(gone());
    else one.reject(gone());
  }

  /** Ends what runs, with its worker. */
  #stopCurrent(error: Error): void {
    const [worker, one] = [this.#worker, this.#current];
    this.#worker = null;
    this.#settled();
    void worker?.terminate();
    one?.reject(error);
    this.#proceed();
  }

  #settled(): void {
    clearTimeout(this.#timer);
    this.#current = null;
    this.#worker?.unref();
  }

  /** The worker fell: what waits on it is told. */
  #fail(worker: Helper, error: Error): void {
    if (this.#worker !== worker) return;
    this.#worker = null;
    const all = [this.#current, ...this.#queues.flatMap((queue) => queue.splice(0))];
    this.#settled();
    for (const one of all) one?.reject(error);
  }

  #running(): Helper {
    if (this.#worker) return this.#worker;
    const worker = this.#start();
    worker.unref();
    worker.on('message', (answer: Answer) => this.#answered(answer));
    worker.on('error', (error: Error) => this.#fail(worker, error));
    // Ended without a word, as by the system for want of memory.
    worker.on('exit', () => this.#fail(worker, new Error('The computation was not finished: its thread ended.')));
    this.#isThere = false;
    return (this.#worker = worker);
  }

  #answered(answer: Answer): void {
    const one = this.#current;
    this.#isThere = true;
    if (one?.id !== answer.id) return;
    this.#settled();
    if (answer.failed === undefined) one.resolve(answer.done);
    else one.reject(errorOf(answer));
    this.#proceed();
  }

  #proceed(): void {
    if (this.#current) return;
    const one = this.#queues[0].shift() ?? this.#queues[1].shift() ?? null;
    this.#current = one;
    if (!one) return;
    const worker = this.#running();
    this.#timer = setTimeout(
      () => {
        if (this.#current === one) this.#stopCurrent(tooLong(one.limitMs));
      },
      timeFor(one) + (this.#isThere ? 0 : START_MS),
    );
    this.#timer.unref();
    // The process stays for what somebody waits for, and not for a worker that has nothing to do.
    worker.ref();
    worker.postMessage({ id: one.id, ...one.asked });
  }
}
