import { changedIn, type Look } from '@fulgent/core/document';
import { withHistory } from '@fulgent/core/planning';
import { compute } from '../../workers/compute';
import { show } from './derived';
import { useOpenLook, type OpenLook } from './state';
import { keepUnsent, scheduleSave } from './sync';

/** Edits of the open look, each a step that can be undone. */

const { getState: get, setState: set } = useOpenLook;

const UNDO_STEPS = 200;
/** Edits of the same thing within this time are one undo step, ms. */
const COALESCE_MS = 900;

const NO_EDIT: { readonly key: string; readonly at: number; readonly gesture?: number | undefined } = { key: '', at: 0 };
let lastEdit = NO_EDIT;

function isAlike(before: Look, after: Look): boolean {
  const { lights, parts } = changedIn(before, after);
  return lights.length === 0 && parts.length === 0;
}

/**
 * Changes the open look. Edits with the same `key` in quick succession are undone together; with a `gesture`, all edits
 * of that gesture are, however long it takes.
 */
export function edit(key: string, change: (look: Look) => Look, gesture?: number): void {
  const { look, past } = get();
  if (!look) return;
  const next = change(look);
  if (next === look) return;
  const now = Date.now();
  const inTime = gesture === undefined ? now - lastEdit.at < COALESCE_MS : gesture === lastEdit.gesture;
  const same = key === lastEdit.key && inTime && past.length > 0;
  const before = past[past.length - 1];
  if (same && before && gesture === undefined && isAlike(before, next)) {
    // Done and taken back by hand in one go: no step is left of it. A drag that comes by its start goes on.
    lastEdit = NO_EDIT;
    show({ look: next, past: past.slice(0, -1), future: [], save: 'unsent' });
    keepUnsent();
    scheduleSave();
    return;
  }
  // Where lights stood and how strong they were is told of whole steps.
  const kept = withHistory(same && before ? before : look, next, new Date(now).toISOString());
  lastEdit = { key, at: now, gesture };
  show({ look: kept, past: same ? past : [...past, look].slice(-UNDO_STEPS), future: [], save: 'unsent' });
  keepUnsent();
  scheduleSave();
}

function step(from: 'past' | 'future', to: 'past' | 'future', take: 'last' | 'first'): void {
  const state = get();
  const list = state[from];
  if (!state.look || list.length === 0) return;
  const look = take === 'last' ? list[list.length - 1]! : list[0]!;
  const rest = take === 'last' ? list.slice(0, -1) : list.slice(1);
  const grown = take === 'last' ? [state.look, ...state[to]] : [...state[to], state.look];
  lastEdit = NO_EDIT;
  show({ look, [from]: rest, [to]: grown, save: 'unsent' } as Partial<OpenLook> & { look: Look });
  keepUnsent();
  scheduleSave();
}

export const undo = (): void => step('past', 'future', 'last');
export const redo = (): void => step('future', 'past', 'first');

/** Goes back over so many steps at once; Redo goes forward again, one by one. */
export function undoSteps(count: number): void {
  for (let i = 0; i < count && get().past.length > 0; i++) undo();
}

/** Balances the open look; the result is one undo step. */
export async function balanceLook(): Promise<void> {
  const { look, balancing } = get();
  if (!look || balancing) return;
  set({ balancing: true });
  try {
    const result = await compute().balance(look);
    const powers = new Map(result.look.lights.map(({ id, powerStops }) => [id, powerStops]));
    // What was changed meanwhile stays; only powers are set.
    edit('balance', (now) => ({
      ...now,
      lights: now.lights.map((light) => ({ ...light, powerStops: powers.get(light.id) ?? light.powerStops })),
    }));
    lastEdit = NO_EDIT;
    const after = get().look;
    if (after) set({ balanced: { look: after, result } });
  } catch (error) {
    set({ saveMessage: error instanceof Error ? error.message : String(error) });
  } finally {
    set({ balancing: false });
  }
}
