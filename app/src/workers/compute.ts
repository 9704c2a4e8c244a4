import type { Look, Readings } from '@fulgent/core';
import type { ComputeApi } from './compute.worker';
import { lazyWorker } from './worker-of';

/** The compute worker, started at first use. */
export const compute = lazyWorker<ComputeApi>(() => new Worker(new URL('./compute.worker.ts', window.location.href)));

/**
 * Evaluates looks one at a time and always ends with the newest: while one is being computed, later ones replace each
 * other, so that a drag never queues up work.
 */
export function latestEvaluator(
  onReadings: (look: Look, readings: Readings) => void,
  onError: (error: Error) => void,
): (look: Look) => void {
  let busy = false;
  let waiting: Look | null = null;
  const next = async (look: Look): Promise<void> => {
    busy = true;
    try {
      onReadings(look, await compute().evaluate(look));
    } catch (error) {
      onError(error instanceof Error ? error : new Error(String(error)));
    }
    busy = false;
    if (waiting) {
      const then = waiting;
      waiting = null;
      void next(then);
    }
  };
  return (look) => {
    if (busy) waiting = look;
    else void next(look);
  };
}
