import path from 'node:path';
import { Worker } from 'node:worker_threads';
import type { KitEntry } from '@fulgent/core/catalogue';
import type { FrameReading } from '@fulgent/core/day';
import type { Look } from '@fulgent/core/document';
import type { BalanceOptions, BalanceResult, Remedy } from '@fulgent/core/planning';
import type { Readings } from '@fulgent/core/scene';
import { Lane, type Task } from './lane';
import type { Measure, MeasureRequest } from './measure';

/** All computation of the server, beside its own thread. Pictures and what takes seconds go one way, readings and balances another: neither waits for the other. */

export interface RenderRequest {
  readonly look: Look;
  readonly width: number;
  readonly height: number;
  /** Only this light. */
  readonly only: string | null;
}

/** RGBA of 8 bits. */
export type Render = (request: RenderRequest, signal?: AbortSignal) => Promise<Uint8ClampedArray>;

export interface RemediesRequest {
  readonly look: Look;
  readonly kit: readonly KitEntry[];
}

/** What would bring a look nearer to its aims. */
export type FindRemedies = (request: RemediesRequest, signal?: AbortSignal) => Promise<readonly Remedy[]>;

export interface BalanceRequest {
  readonly look: Look;
  readonly options: BalanceOptions;
}

export type Balance = (request: BalanceRequest, signal?: AbortSignal) => Promise<BalanceResult>;
/** Of a look as `parseLook` returns it. */
export type Evaluate = (look: Look, signal?: AbortSignal) => Promise<Readings>;

/** Everything that computes. Each rejects with 503 where it takes too long, and with 499 where `signal` says that nobody waits any more. */
export interface Work {
  readonly render: Render;
  /** The same, behind everything else that waits: pictures of cards. */
  readonly renderLater: Render;
  readonly measure: Measure;
  readonly remedies: FindRemedies;
  readonly evaluate: Evaluate;
  readonly balance: Balance;
}

export interface WorkPool extends Work {
  readonly close: () => void;
}

/** What a worker is asked, and its number. */
export type Asked = { readonly id: number } & (
  | { readonly task: 'picture'; readonly request: RenderRequest }
  | { readonly task: 'measure'; readonly request: MeasureRequest }
  | { readonly task: 'remedies'; readonly request: RemediesRequest }
  | { readonly task: 'evaluate'; readonly request: Look }
  | { readonly task: 'balance'; readonly request: BalanceRequest }
);

/** Readings and balances may run so long, ms. */
export const LIMIT_MS = 9000;
/** Pictures, measurings and searches, which small machines need long for: only others of their kind wait for them. */
const SLOW_LIMIT_MS = 45_000;

const startWorker = () => new Worker(path.join(__dirname, 'worker.js'));

export function workPool(start: () => Worker = startWorker): WorkPool {
  const [slow, quick] = [new Lane(start), new Lane(start)];
  const quickly = (signal?: AbortSignal) => ({ limitMs: LIMIT_MS, signal });
  const slowly = (signal?: AbortSignal) => ({ limitMs: SLOW_LIMIT_MS, signal });
  const of = (task: Asked['task'], request: unknown): Task => ({ task, request });
  return {
    render: (request, signal) => slow.ask(of('picture', request), slowly(signal)),
    renderLater: (request, signal) => slow.ask(of('picture', request), { ...slowly(signal), isLater: true }),
    measure: (request) => slow.ask<FrameReading>(of('measure', request), slowly()),
    remedies: (request, signal) => slow.ask(of('remedies', request), slowly(signal)),
    evaluate: (look, signal) => quick.ask(of('evaluate', look), quickly(signal)),
    balance: (request, signal) => quick.ask(of('balance', request), quickly(signal)),
    close: () => {
      slow.close();
      quick.close();
    },
  };
}
