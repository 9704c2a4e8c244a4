import { changedIn, LIMITS, mergeLooks, type Look } from '@fulgent/core/document';
import type { StoredLook } from '@fulgent/core/contracts';
import { api, ApiError, isPassing, OfflineError, type ReadLook } from '../../api/client';
import { startFrame } from '../../workers/frame';
import { changedWords } from '@fulgent/words';
import { compute } from '../../workers/compute';
import { draftsKnown } from '../draft-place';
import { dropDraft, dropKept, isSame, keepDraft, readDrafts, settleDraft, isOwn, settleKept, type KeptDraft } from '../drafts';
import { show } from './derived';
import { EMPTY, useOpenLook, type OpenLook } from './state';

/** Between the open look and the server: opening, saving, drafts on this device, merging and conflicts. */

const { getState: get, setState: set } = useOpenLook;

const SAVE_AFTER_MS = 250;
/** First wait before something is sent again; it doubles with every failure. */
const [RETRY_MS, LONGEST_RETRY_MS] = [3000, 60_000];
const OTHER_WINDOW =
  'Work of another window was taken in. Where both changed the same, this one stands; the other is one step back in Undo.';
const KEPT_MESSAGE =
  'The server cannot be reached. This is the look as this device last saw it; changes stay here and are sent when it is back.';
const NOT_KEPT = 'This device has no room to keep the change until it is sent: leave the page open until it says Saved.';
/** Unanswered writes that are remembered. */
const MOST_SENT = 5;

/** Keeps what is unsent on this device. */
export function keepUnsent(): void {
  const { id, revision, saved, look, sent } = get();
  if (!id || !saved || !look) return;
  if (look === saved) dropDraft(id);
  else
    keepDraft(id, { revision, saved, look, sent }, () => {
      if (get().id === id) set({ saveMessage: NOT_KEPT });
    });
}

let failures = 0;

/** How long to wait before the next try: longer each time, and not all devices at once. */
const retryMs = (): number => Math.min(LONGEST_RETRY_MS, RETRY_MS * 2 ** failures++) * (0.9 + 0.2 * Math.random());

let sendingDrafts: Promise<void> | null = null;
let draftTimer: ReturnType<typeof setTimeout> | undefined;

/**
 * Sends what is unsent of looks that are not open: left in a hurry, or without a connection. What was changed elsewhere meanwhile stays on the device
 * until its look is opened, and is merged or asked about there. Where the server cannot take it, it is tried again by itself.
 */
export function sendDrafts(): Promise<void> {
  clearTimeout(draftTimer);
  return (sendingDrafts ??= sendEach()
    .then((again) => {
      if (again) draftTimer = setTimeout(() => void sendDrafts(), retryMs());
    })
    .finally(() => (sendingDrafts = null)));
}

/** Whether some of it is to be tried again. */
async function sendEach(): Promise<boolean> {
  await draftsKnown();
  for (const { key, lookId, revision: basedOn, look, sent } of readDrafts()) {
    if (get().id === lookId) continue;
    try {
      const { revision } = await api.updateLook(lookId, basedOn, look);
      failures = 0;
      settleKept(key, look, revision);
    } catch (error) {
      // None of the others can be sent now either.
      if (!(error instanceof ApiError) || isPassing(error)) return true;
      const { current } = error;
      // Sent before, and only the answer was lost.
      if (current && sent?.some((one) => isSame(one, current.look))) settleKept(key, current.look, current.revision);
    }
  }
  return false;
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
  await draftsKnown();
  set({ ...EMPTY, id });
  try {
    const stored = await api.readLook(id);
    if (get().id === id) showOpened(stored, readDrafts(id));
  } catch (error) {
    const drafts = error instanceof OfflineError ? readDrafts(id) : [];
    if (get().id !== id) return;
    // Without the server, work that waits here is still here.
    if (drafts.length > 0) showDrafts(null, drafts);
    else set({ failure: error instanceof Error ? error.message : String(error) });
  }
}

function showOpened(stored: ReadLook, drafts: readonly KeptDraft[]): void {
  const { shootId, revision, look, isKept = false } = stored;
  if (drafts.length > 0) {
    showDrafts(stored, drafts);
    return;
  }
  const asKept = isKept ? ({ stale: true, save: 'unsent', saveMessage: KEPT_MESSAGE } as const) : {};
  show({ shootId, saved: look, revision, look, opened: look, ...asKept });
  if (isKept) scheduleSave(retryMs());
}

/** Puts unsent work back on the screen; that of several windows becomes one. `stored`: what the server has, or was last seen to have. */
function showDrafts(stored: ReadLook | null, drafts: readonly KeptDraft[]): void {
  const [first, ...others] = drafts as readonly [KeptDraft, ...KeptDraft[]];
  const isStale = stored === null || (stored.isKept ?? false);
  let { look } = first;
  const past: Look[] = [];
  for (const other of others) {
    const merged = mergeLooks(other.saved, look, other.look);
    // Where both changed the same, one stands, and the other is one step back.
    if (merged.conflicts.length > 0) past.push(other.look);
    ({ look } = merged);
  }
  show({
    shootId: stored?.shootId ?? null,
    saved: first.saved,
    revision: first.revision,
    look,
    past,
    opened: isStale ? first.saved : stored.look,
    sent: first.sent ?? [],
    stale: isStale,
    save: 'unsent',
    saveMessage: past.length > 0 ? OTHER_WINDOW : isStale ? KEPT_MESSAGE : null,
  });
  keepUnsent();
  dropKept(drafts.map(({ key }) => key).filter((key) => !isOwn(key)));
  if (isStale) scheduleSave(retryMs());
  else if (first.revision === stored.revision) scheduleSave(0);
  else takeTheirs(stored);
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
  if (get().stale) {
    await freshen();
    return;
  }
  const { id, look, saved, revision, save } = get();
  if (!id || !look || look === saved || save === 'conflict') return;
  set({ save: 'keeping', sent: [...get().sent, look].slice(-MOST_SENT) });
  // The page may go before the answer comes.
  keepUnsent();
  await send(id, look, revision);
}

/** Asks the server what it has of a look that is shown as this device last saw it, before anything is sent on that. */
async function freshen(): Promise<void> {
  const { id } = get();
  if (!id) return;
  const stored = await api.readLook(id).catch(() => null);
  const { id: stillOpen, look, saved, revision } = get();
  if (stillOpen !== id) return;
  if (!stored || stored.isKept) {
    scheduleSave(retryMs());
    return;
  }
  failures = 0;
  set({ stale: false, shootId: stored.shootId, saveMessage: null });
  if (look === saved)
    show({ saved: stored.look, look: stored.look, opened: stored.look, revision: stored.revision, save: 'kept' });
  else if (stored.revision === revision) scheduleSave(0);
  else takeTheirs(stored);
}

async function send(id: string, look: Look, revision: number): Promise<void> {
  try {
    const stored = await api.updateLook(id, revision, look);
    if (get().id !== id) {
      settleDraft(id, look, stored.revision);
      return;
    }
    failures = 0;
    const clean = get().look === look;
    set({ saved: look, revision: stored.revision, sent: [], save: clean ? 'kept' : 'unsent', saveMessage: null });
    keepUnsent();
    if (!clean) scheduleSave();
  } catch (error) {
    if (get().id !== id) return;
    if (error instanceof ApiError && error.current) takeTheirs(error.current);
    else if (error instanceof ApiError && !isPassing(error)) set({ save: 'refused', sent: [], saveMessage: error.message });
    else {
      set({ save: 'unsent', saveMessage: error instanceof Error ? error.message : String(error) });
      // Said again where the device cannot keep it: then the page must stay.
      keepUnsent();
      scheduleSave(retryMs());
    }
  }
}

/** A change made elsewhere: taken in where it touches other things, else shown for a decision. */
function takeTheirs(theirs: StoredLook): void {
  const { saved, look, sent } = get();
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
    ...stepsWith(saved, theirs.look),
    saved: theirs.look,
    revision: theirs.revision,
    sent: [],
    save: 'unsent',
    saveMessage: 'Merged with changes made elsewhere.',
  });
  scheduleSave(0);
}

/** Undo goes back over one's own steps and takes away nothing of anybody else: what they changed stands in each. */
function stepsWith(saved: Look, theirs: Look): Pick<OpenLook, 'past' | 'future'> {
  const { past, future } = get();
  const taken = (step: Look) => mergeLooks(saved, step, theirs).look;
  return { past: past.map(taken), future: future.map(taken) };
}

/** Takes in what somebody else has saved, where nothing of this window waits to be sent; else saving will meet it. Says what they changed. */
export async function takeNewer(by: string): Promise<string | null> {
  const { id } = get();
  const isIdle = () => {
    const now = get();
    return now.id === id && now.look !== null && now.look === now.saved && now.save === 'kept' && !now.stale;
  };
  if (!id || !isIdle()) return null;
  const theirs = await api.readLook(id).catch(() => null);
  const { saved, revision } = get();
  if (!theirs || theirs.isKept || !saved || !isIdle() || theirs.revision <= revision) return null;
  const { look } = theirs;
  show({ look, ...stepsWith(saved, look), saved: look, revision: theirs.revision, shootId: theirs.shootId });
  return changedWords(changedIn(saved, look), by);
}

/** Settles a conflict. Whatever is chosen, the other side stays reachable: in the undo steps, or as a look of its own. */
export async function resolveConflict(choice: 'mine' | 'theirs' | 'both'): Promise<void> {
  const { conflict, saved, look, shootId } = get();
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
  // What was not chosen is one step back; steps before that have what they changed elsewhere.
  const { past, future } = stepsWith(saved, theirs.look);
  show({
    look: next,
    past: [...past, look],
    future,
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
    failures = 0;
    scheduleSave(0);
    void sendDrafts();
  });
  window.addEventListener('beforeunload', keepUnsent);
}
