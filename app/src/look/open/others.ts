import { create } from 'zustand';
import { api } from '../../api/client';
import { useOpenLook } from './state';
import { takeNewer } from './sync';

/** Who else has the open look open, and what they changed: asked every few seconds while the page is seen. */

const { getState: get } = useOpenLook;

const EVERY_MS = 4000;

/** What the others call themselves. */
export const useOthers = create<{ readonly names: readonly string[] }>(() => ({ names: [] }));

let timer: ReturnType<typeof setInterval> | undefined;

export function watchOthers(id: string): void {
  stopWatching();
  const ask = () => void askOthers(id);
  ask();
  timer = setInterval(ask, EVERY_MS);
}

/** Says that this window has left the look. */
export function leaveOthers(id: string | null): void {
  stopWatching();
  useOthers.setState({ names: [] });
  if (id) void api.left(id).catch(() => undefined);
}

function stopWatching(): void {
  clearInterval(timer);
}

async function askOthers(id: string): Promise<void> {
  if (document.visibilityState === 'hidden' || get().id !== id) return;
  // Without the server nobody is told of anybody.
  const here = await api.here(id).catch(() => null);
  if (get().id !== id) return;
  const names = here?.others ?? [];
  if (names.join('\n') !== useOthers.getState().names.join('\n')) useOthers.setState({ names });
  if (here && here.revision > get().revision) await takeNewer(here.by);
}
