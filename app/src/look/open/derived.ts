import type { Look } from '@fulgent/core/document';
import { latestEvaluator } from '../../workers/compute';
import { useOpenLook, type OpenLook } from './state';

/** What is computed from the open look, in a worker: readings, by the id of the look they were made for. */

const { getState: get, setState: set } = useOpenLook;

const evaluateLatest = latestEvaluator(
  (of, readings) => {
    // Readings of a look that has since been closed are of no use.
    if (of === get().id) set({ readings, trouble: null });
  },
  (of, error) => {
    if (of === get().id) set({ trouble: error.message });
  },
);

/** Puts a look on the screen, with whatever else changes at once; its readings follow. */
export function show(change: Partial<OpenLook> & { look: Look }): void {
  set(change);
  evaluateLatest(change.look, get().id);
}
