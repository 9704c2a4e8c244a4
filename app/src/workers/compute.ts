import type { Look } from '@fulgent/core/document';
import type { Readings } from '@fulgent/core/scene';
import type { ComputeApi } from './compute.worker';
import { lazyWorker } from './worker-of';

/** The compute worker, started at first use. */
export const compute = lazyWorker<ComputeApi>(() => new Worker(new URL('./compute.worker.ts', window.location.href)));

/**
 * Evaluates looks one at a time and always ends with the newest: while one is being computed, later ones replace each
 * other, so that a drag never queues up work. `of` is the id of the open look: its answer is told with it.
 */
export function latestEvaluator(
  onReadings: (of: string | null, readings: Readings) => void,
  onError: (of: string | null, error: Error) => void,
): (look: Look, of: string | null) => void {
  let busy = false;
  let waiting: { readonly look: Look; readonly of: string | null } | null = null;
  const next = async (look: Look, of: string | null): Promise<void> => {
    busy = true;
    try {
      onReadings(of, await compute().evaluate(look));
    } catch (error) {
      onError(of, error instanceof Error ? error : new Error(String(error)));
    }
    busy = false;
    if (waiting) {
      const then = waiting;
      waiting = null;
      void next(then.look, then.of);
    }
  };
  return (look, of) => {
    if (busy) waiting = { look, of };
    else void next(look, of);
  };
}
