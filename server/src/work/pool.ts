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
  /** The same, behind everything else that waits: pictures of cards. */
  readonly renderLater: Doing<'picture'>;
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

export interface WorkPool extends Work {
  /** Starts what reads and stores looks, so that the first write does not wait for it. */
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
/** A frame is measured when there is time: nobody is kept waiting by it. */
const MEASURE_LIMIT_MS = 120_000;

/** Starts a helper: one that takes seconds keeps below the server, in a process of its own. */
export type StartHelper = (isSlow: boolean, nature: HelperNature) => Helper;

const startHelper: StartHelper = (isSlow, nature) =>
  isSlow
    ? new HelperProcess(path.join(__dirname, 'work-process.js'), nature)
    : new Worker(path.join(__dirname, 'worker.js'), { workerData: nature });

/**
 * Four lanes, by how long things take: what is stored, and readings, in milliseconds; searches, in a second or two; pictures. None waits for another.
 */
export function workPool(pictures: PictureWish = 'fine', start: StartHelper = startHelper): WorkPool {
  const slow = new Lane(() => start(true, { pictures }));
  const thread = () => new Lane(() => start(false, { pictures }));
  const [searches, readings, writes] = [thread(), thread(), thread()];
  const doing =
    <T extends keyof Tasks>(lane: Lane, task: T, waits: Waits): Doing<T> =>
    (request, signal) =>
      lane.ask({ task, request }, { ...waits, signal });
  const [soon, long] = [{ limitMs: LIMIT_MS }, { limitMs: SLOW_LIMIT_MS }];
  return {
    render: doing(slow, 'picture', long),
    renderLater: doing(slow, 'picture', { ...long, isLater: true }),
    measure: doing(slow, 'measure', { limitMs: MEASURE_LIMIT_MS }),
    remedies: doing(slow, 'remedies', long),
    sheet: doing(slow, 'sheet', long),
    demo: doing(searches, 'demo', long),
    balance: doing(searches, 'balance', soon),
    evaluate: doing(readings, 'evaluate', soon),
    accept: doing(writes, 'accept', soon),
    acceptLater: doing(writes, 'accept', { ...soon, isLater: true }),
    readLater: doing(writes, 'read', { ...soon, isLater: true }),
    warm: () => [writes, readings].forEach((lane) => lane.warm()),
    close: () => {
      for (const lane of [slow, searches, readings, writes]) lane.close();
    },
  };
}
