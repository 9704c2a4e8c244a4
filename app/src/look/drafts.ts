import { upgradeLook, type Look } from '@fulgent/core/document';
import { create } from 'zustand';
import { THIS_WINDOW } from '../door/device';
import { draftKeys, draftsKnown, readPlace, removeFromPlace, writePlace } from './draft-place';

/** Unsent work outlives a reload: it is kept on this device until the server has it. */
export interface Draft {
  /** The revision of the server that it builds on, and the look there. */
  readonly revision: number;
  readonly saved: Look;
  readonly look: Look;
  /** What was sent on that revision and not answered: the server may have it. */
  readonly sent?: readonly Look[];
}

/** A draft where it lies. Every window keeps its own: two on one look take nothing from each other. */
export interface KeptDraft extends Draft {
  readonly key: string;
  readonly lookId: string;
}

const PREFIX = 'fulgent:draft:';
/** A window that has not stirred for so long is gone, and its work is taken on by whoever opens the look. */
const GONE_MS = 20_000;
const STIR_MS = 5000;

/** `fulgent:draft:look:window`; an earlier version had no windows. */
const lookIdOf = (key: string): string => key.slice(PREFIX.length).split(':')[0]!;
const ownKey = (lookId: string): string => `${PREFIX}${lookId}:${THIS_WINDOW}`;
/** Whether a draft is this window's. */
export const isOwn = (key: string): boolean => key.endsWith(`:${THIS_WINDOW}`);

function idsNow(): string[] {
  return [...new Set(draftKeys().map(lookIdOf))].sort();
}

/** Ids of looks with unsent work on this device, open or not. */
export const useDrafts = create<readonly string[]>(() => (typeof localStorage === 'undefined' ? [] : idsNow()));

function announce(): void {
  const ids = idsNow();
  if (ids.join() !== useDrafts.getState().join()) useDrafts.setState(ids, true);
}

/** Writes a draft; where the device has no room for it, without what was sent. False where it cannot be kept; `onLost` is told where that turns out later. */
function write(key: string, { revision, saved, look, sent }: Draft, at: number, onLost = nobodyAsks): boolean {
  const isKept = [{ sent }, {}].some((extra) => writePlace(key, JSON.stringify({ revision, saved, look, ...extra, at }), onLost));
  if (isKept) announce();
  return isKept;
}

const nobodyAsks = (): void => undefined;

/** Keeps this window's unsent work of a look; `onLost` is told where the device cannot. */
export function keepDraft(lookId: string, draft: Draft, onLost = nobodyAsks): void {
  if (!write(ownKey(lookId), draft, Date.now(), onLost)) onLost();
}

export function dropDraft(lookId: string): void {
  dropKept([ownKey(lookId)]);
}

export function dropKept(keys: readonly string[]): void {
  try {
    removeFromPlace(keys);
    announce();
  } catch {
    // As above.
  }
}

/** Unsent work that is this window's to send: its own, and that of windows that are gone, oldest first. What an earlier version kept is brought up. */
export function readDrafts(lookId?: string): KeptDraft[] {
  const found = draftKeys()
    .filter((key) => lookId === undefined || lookIdOf(key) === lookId)
    .flatMap((key) => {
      const kept = readKept(key);
      return kept && (isOwn(key) || Date.now() - kept.at > GONE_MS) ? [kept] : [];
    });
  return found.sort((a, b) => a.at - b.at).map(({ draft }) => draft);
}

function readKept(key: string): { readonly draft: KeptDraft; readonly at: number } | null {
  try {
    const { revision, saved, look, sent = [], at = 0 } = JSON.parse(readPlace(key)!) as Draft & { at?: number };
    const now = (one: Look) => upgradeLook(one) as Look;
    return { at, draft: { key, lookId: lookIdOf(key), revision, saved: now(saved), look: now(look), sent: sent.map(now) } };
  } catch {
    return null;
  }
}

export const isSame = (a: Look, b: Look): boolean => JSON.stringify(a) === JSON.stringify(b);

/** Takes what the server has now off a draft; what was changed since it was sent stays. */
export function settleKept(key: string, sent: Look, revision: number): void {
  const kept = readKept(key);
  if (!kept) return;
  if (isSame(kept.draft.look, sent)) dropKept([key]);
  else write(key, { revision, saved: sent, look: kept.draft.look }, kept.at);
}

/** The same for this window's draft of a look that is no longer open. */
export const settleDraft = (lookId: string, sent: Look, revision: number): void => settleKept(ownKey(lookId), sent, revision);

/** Says that this window is still there, or, with `at` 0, that it goes: its drafts are anybody's then. */
function stir(at: number): void {
  for (const key of draftKeys()) {
    const kept = isOwn(key) ? readKept(key) : null;
    if (kept) write(key, kept.draft, at);
  }
}

if (typeof window !== 'undefined' && typeof localStorage !== 'undefined') {
  void draftsKnown().then(announce);
  let isGone = false;
  const timer: unknown = setInterval(() => {
    if (!isGone) stir(Date.now());
  }, STIR_MS);
  // In tests nobody waits for it.
  if (typeof timer === 'object' && timer !== null && 'unref' in timer) (timer as { unref: () => void }).unref();
  window.addEventListener('pagehide', () => {
    isGone = true;
    stir(0);
  });
  window.addEventListener('pageshow', () => {
    isGone = false;
    stir(Date.now());
  });
  // What other windows keep or send is told by the browser.
  window.addEventListener('storage', announce);
}
