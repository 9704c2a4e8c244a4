import { create } from 'zustand';
import { api } from '../../api/client';
import { useOpenLook } from './state';
import { takeNewer } from './sync';

/** Who else has the open look open, and what they changed: asked every few seconds while the page is seen. */

const { getState: get } = useOpenLook;

const EVERY_MS = 4000;

const TOLD_MS = 8000;

interface Others {
  /** What they call themselves. */
  readonly names: readonly string[];
  /** What one of them has just changed, for as long as that is told. */
  readonly changed: string | null;
}

const NOBODY: Others = { names: [], changed: null };
export const useOthers = create<Others>(() => NOBODY);

let timer: ReturnType<typeof setInterval> | undefined;
let telling: ReturnType<typeof setTimeout> | undefined;
let leaving: (() => void) | undefined;

export function watchOthers(id: string): void {
  stopWatching();
  const ask = () => void askOthers(id);
  ask();
  timer = setInterval(ask, EVERY_MS);
  leaving = () => api.leftForGood(id);
  window.addEventListener('pagehide', leaving);
}

/** Says that this window has left the look. */
export function leaveOthers(id: string | null): void {
  stopWatching();
  useOthers.setState(NOBODY);
  if (id) void api.left(id).catch(() => undefined);
}

function stopWatching(): void {
  clearInterval(timer);
  clearTimeout(telling);
  if (leaving) window.removeEventListener('pagehide', leaving);
}

async function askOthers(id: string): Promise<void> {
  if (document.visibilityState === 'hidden' || get().id !== id) return;
  // Without the server nobody is told of anybody.
  const here = await api.here(id).catch(() => null);
  if (get().id !== id) return;
  const names = here?.others ?? [];
  if (names.join('\n') !== useOthers.getState().names.join('\n')) useOthers.setState({ names });
  if (!here || here.revision <= get().revision) return;
  const changed = await takeNewer(here.by);
  if (!changed) return;
  clearTimeout(telling);
  useOthers.setState({ changed });
  telling = setTimeout(() => useOthers.setState({ changed: null }), TOLD_MS);
}
