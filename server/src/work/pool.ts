import path from 'node:path';
import { Worker } from 'node:worker_threads';
import type { PictureWish } from '../config';
import type { HelperNature } from './answering';
import { HelperProcess, type Helper } from './helper';
import { Lane, type Waits } from './lane';
import type { Tasks } from './tasks';

type Request<T extends keyof Tasks> = Parameters<Tasks[T]>[0];
type Done<T extends keyof Tasks> = Awaited<ReturnType<Tasks[T]>>;
/** One task, for somebody who may go before it is done. */
export type Doing<T extends keyof Tasks> = (request: Request<T>, signal?: AbortSignal) => Promise<Done<T>>;

/**
 * All computation of the server, beside its own thread. Each rejects as its task does, with 503 where it takes too long, and with 499 where `signal` says
 * that nobody waits any more.
 */
export interface Work {
  readonly render: Doing<'picture'>;
  /** The same when there is time: pictures of cards. */
  readonly renderLater: Doing<'picture'>;
  /** A coarse one, in the time of a few readings, which it is done among. */
  readonly sketch: Doing<'sketch'>;
  readonly measure: Doing<'measure'>;
  readonly remedies: Doing<'remedies'>;
  readonly evaluate: Doing<'evaluate'>;
  readonly balance: Doing<'balance'>;
  readonly accept: Doing<'accept'>;
  /** The same, behind what others wait for: a whole archive at once. */
  readonly acceptLater: Doing<'accept'>;
  readonly readLater: Doing<'read'>;
  readonly sheet: Doing<'sheet'>;
  readonly demo: Doing<'demo'>;
}

export type Render = Work['render'];
export type Sketch = Work['sketch'];

export interface WorkPool extends Work {
  /** Starts what reads and stores looks, and draws something for nobody, so that the first who comes does not wait for that. */
  readonly warm: () => void;
  readonly close: () => void;
}

/** What a helper is asked, and its number. */
export type Asked = { readonly id: number } & {
  [T in keyof Tasks]: { readonly task: T; readonly request: Request<T> };
}[keyof Tasks];

/** Readings and balances may run so long, ms. */
export const LIMIT_MS = 9000;
/** Pictures, measurings and searches, which small machines need long for: only others of their kind wait for them. */
const SLOW_LIMIT_MS = 45_000;
/** A frame is measured when there is time. */
const MEASURE_LIMIT_MS = 120_000;

/**
 * How far what takes seconds keeps below the server's own threads: an answer to a phone goes before a picture. What somebody waits for not far below, as
 * what draws in a browser beside it would leave it no time; what nobody waits for far below.
 */
const WAITED_NICE = 5;
const LATER_NICE = 15;

/** Starts a helper: a thread beside the server's own, or a process so far below it. */
export type StartHelper = (nice: number, nature: HelperNature) => Helper;

const startHelper: StartHelper = (nice, nature) =>
  nice > 0
    ? new HelperProcess(path.join(__dirname, 'work-process.js'), nice, nature)
    : new Worker(path.join(__dirname, 'worker.js'), { workerData: nature });

/**
 * Five lanes, by how long things take: what is stored, and readings and coarse pictures, in milliseconds; searches, in a second or two; pictures and sheets; and what nobody
 * waits for. None waits for another.
 */
export function workPool(pictures: PictureWish = 'fine', start: StartHelper = startHelper): WorkPool {
  const lane = (nice = 0) => new Lane(() => start(nice, { pictures }));
  const [writes, readings, searches, slow, later] = [lane(), lane(), lane(), lane(WAITED_NICE), lane(LATER_NICE)];
  const doing =
    <T extends keyof Tasks>(lane: Lane, task: T, waits: Waits): Doing<T> =>
    (request, signal) =>
      lane.ask({ task, request }, { ...waits, signal });
  const [soon, long] = [{ limitMs: LIMIT_MS }, { limitMs: SLOW_LIMIT_MS }];
  return {
    render: doing(slow, 'picture', long),
    renderLater: doing(later, 'picture', { ...long, isLater: true }),
    sketch: doing(readings, 'sketch', soon),
    measure: doing(later, 'measure', { limitMs: MEASURE_LIMIT_MS }),
    remedies: doing(slow, 'remedies', long),
    sheet: doing(slow, 'sheet', long),
    demo: doing(searches, 'demo', long),
    balance: doing(searches, 'balance', soon),
    evaluate: doing(readings, 'evaluate', soon),
    accept: doing(writes, 'accept', soon),
    acceptLater: doing(writes, 'accept', { ...soon, isLater: true }),
    readLater: doing(writes, 'read', { ...soon, isLater: true }),
    warm: () => {
      [writes, readings].forEach((lane) => lane.warm());
      // Whoever comes first waits for one of them at most; where it fails, nothing is lost.
      const rehearse = doing(readings, 'rehearse', { ...long, isLater: true });
      for (const which of [0, 1] as const) void rehearse(which).catch(() => undefined);
    },
    close: () => {
      for (const one of [writes, readings, searches, slow, later]) one.close();
    },
  };
}
