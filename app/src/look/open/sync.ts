import { LIMITS, mergeLooks, type Look } from '@fulgent/core/document';
import type { StoredLook } from '@fulgent/core/contracts';
import { api, ApiError, OfflineError } from '../../api/client';
import { startFrame } from '../../workers/frame';
import { compute } from '../../workers/compute';
import { dropDraft, isSame, keepDraft, readDraft, settleDraft, useDrafts } from '../drafts';
import { show } from './derived';
import { EMPTY, useOpenLook } from './state';

/** Between the open look and the server: opening, saving, drafts on this device, merging and conflicts. */

const { getState: get, setState: set } = useOpenLook;

const SAVE_AFTER_MS = 250;
const RETRY_MS = 3000;
/** Unanswered writes that are remembered. */
const MOST_SENT = 5;

/** Keeps what is unsent on this device. */
export function keepUnsent(): void {
  const { id, revision, saved, look, sent } = get();
  if (!id || !saved || !look) return;
  if (look === saved) dropDraft(id);
  else keepDraft(id, { revision, saved, look, sent });
}

let sendingDrafts: Promise<void> | null = null;

/**
 * Sends what is unsent of looks that are not open: left in a hurry, or without a connection. What was changed elsewhere meanwhile stays on the device
 * until its look is opened, and is merged or asked about there.
 */
export function sendDrafts(): Promise<void> {
  return (sendingDrafts ??= sendEach().finally(() => (sendingDrafts = null)));
}

async function sendEach(): Promise<void> {
  for (const id of useDrafts.getState()) {
    const draft = readDraft(id);
    if (!draft || get().id === id) continue;
    try {
      const { revision } = await api.updateLook(id, draft.revision, draft.look);
      settleDraft(id, draft.look, revision);
    } catch (error) {
      // Without a connection none of the others can be sent either.
      if (error instanceof OfflineError) return;
      const current = error instanceof ApiError ? error.current : null;
      // Sent before, and only the answer was lost.
      if (current && draft.sent?.some((one) => isSame(one, current.look))) settleDraft(id, current.look, current.revision);
    }
  }
}

/** Counts what was opened: a look that is closed late must not take away the next. */
let openings = 0;

/** Opens a look by id; unsent work on this device is put back on top of it. */
export async function openLook(id: string): Promise<void> {
  openings++;
  // They start while the look is on its way.
  startFrame();
  void compute();
  if (get().id === id && get().look) return;
  // A draft of it may be on its way.
  await sendingDrafts;
  set({ ...EMPTY, id });
  try {
    const stored = await api.readLook(id);
    if (get().id !== id) return;
    const { shootId, revision, look } = stored;
    const draft = readDraft(id);
    if (!draft) {
      show({ shootId, saved: look, revision, look, opened: look });
      return;
    }
    show({
      shootId,
      saved: draft.saved,
      revision: draft.revision,
      look: draft.look,
      opened: look,
      sent: draft.sent ?? [],
      save: 'unsent',
    });
    if (draft.revision === revision) scheduleSave(0);
    else takeTheirs(stored);
  } catch (error) {
    if (get().id === id) set({ failure: error instanceof Error ? error.message : String(error) });
  }
}

/** Leaves the look; what is unsent goes on being sent. */
export function closeLook(): void {
  const closing = openings;
  void saveNow().finally(() => {
    if (closing === openings) set(EMPTY);
    void sendDrafts();
  });
}

let saveTimer: ReturnType<typeof setTimeout> | undefined;
let saving: Promise<void> = Promise.resolve();

/** Sends what is unsent in a moment. */
export function scheduleSave(afterMs = SAVE_AFTER_MS): void {
  clearTimeout(saveTimer);
  saveTimer = setTimeout(() => void saveNow(), afterMs);
}

/** Sends what is unsent. One request at a time; a newer state is sent when the present one is answered. */
export function saveNow(): Promise<void> {
  clearTimeout(saveTimer);
  // Each waits for the one before, whoever asked: two on one revision would be a conflict with oneself.
  saving = saving.then(sendUnsent, sendUnsent);
  return saving;
}

async function sendUnsent(): Promise<void> {
  const { id, look, saved, revision, save } = get();
  if (!id || !look || look === saved || save === 'conflict') return;
  set({ save: 'keeping', sent: [...get().sent, look].slice(-MOST_SENT) });
  // The page may go before the answer comes.
  keepUnsent();
  await send(id, look, revision);
}

async function send(id: string, look: Look, revision: number): Promise<void> {
  try {
    const stored = await api.updateLook(id, revision, look);
    if (get().id !== id) {
      settleDraft(id, look, stored.revision);
      return;
    }
    const clean = get().look === look;
    set({ saved: look, revision: stored.revision, sent: [], save: clean ? 'kept' : 'unsent', saveMessage: null });
    keepUnsent();
    if (!clean) scheduleSave();
  } catch (error) {
    if (get().id !== id) return;
    if (error instanceof ApiError && error.current) takeTheirs(error.current);
    else if (error instanceof ApiError) set({ save: 'refused', sent: [], saveMessage: error.message });
    else {
      set({ save: 'unsent', saveMessage: error instanceof OfflineError ? error.message : String(error) });
      scheduleSave(RETRY_MS);
    }
  }
}

/** A change made elsewhere: taken in where it touches other things, else shown for a decision. */
function takeTheirs(theirs: StoredLook): void {
  const { saved, look, past, sent } = get();
  if (!saved || !look) return;
  // It came from here, and only the answer was lost: there is nobody to agree with.
  if (sent.some((one) => isSame(one, theirs.look))) {
    set({ saved: theirs.look, revision: theirs.revision, sent: [], save: 'unsent', saveMessage: null });
    if (isSame(look, theirs.look)) set({ saved: look, save: 'kept' });
    keepUnsent();
    scheduleSave(0);
    return;
  }
  const { look: merged, conflicts } = mergeLooks(saved, look, theirs.look);
  if (conflicts.length > 0) {
    set({ save: 'conflict', conflict: { theirs, places: conflicts } });
    return;
  }
  show({
    look: merged,
    past: [...past, look],
    saved: theirs.look,
    revision: theirs.revision,
    sent: [],
    save: 'unsent',
    saveMessage: 'Merged with changes made elsewhere.',
  });
  scheduleSave(0);
}

/** Settles a conflict. Whatever is chosen, the other side stays reachable: in the undo steps, or as a look of its own. */
export async function resolveConflict(choice: 'mine' | 'theirs' | 'both'): Promise<void> {
  const { conflict, saved, look, past, shootId } = get();
  if (!conflict || !saved || !look) return;
  const { theirs } = conflict;
  if (choice === 'both')
    await api.createLook({ ...look, title: `${look.title}, my version`.slice(0, LIMITS.nameLength) }, shootId ?? undefined);
  const next =
    choice === 'mine'
      ? mergeLooks(saved, look, theirs.look).look
      : choice === 'theirs'
        ? mergeLooks(saved, theirs.look, look).look
        : theirs.look;
  show({
    look: next,
    past: [...past, look],
    saved: theirs.look,
    revision: theirs.revision,
    sent: [],
    conflict: null,
    save: 'unsent',
    saveMessage: null,
  });
  keepUnsent();
  if (next === theirs.look) set({ save: 'kept' });
  else scheduleSave(0);
}

if (typeof window !== 'undefined') {
  window.addEventListener('online', () => {
    scheduleSave(0);
    void sendDrafts();
  });
  window.addEventListener('beforeunload', keepUnsent);
}
