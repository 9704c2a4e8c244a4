import { upgradeLook, type Look } from '@fulgent/core/document';
import { create } from 'zustand';

/** Unsent work outlives a reload: it is kept on this device until the server has it. */
export interface Draft {
  /** The revision of the server that it builds on, and the look there. */
  readonly revision: number;
  readonly saved: Look;
  readonly look: Look;
  /** What was sent on that revision and not answered: the server may have it. */
  readonly sent?: readonly Look[];
}

const PREFIX = 'fulgent:draft:';

/** Ids of looks with unsent work on this device, open or not. */
export const useDrafts = create<readonly string[]>(() => (typeof localStorage === 'undefined' ? [] : idsNow()));

function idsNow(): string[] {
  return Object.keys(localStorage)
    .flatMap((key) => (key.startsWith(PREFIX) ? [key.slice(PREFIX.length)] : []))
    .sort();
}

function announce(): void {
  const ids = idsNow();
  if (ids.join() !== useDrafts.getState().join()) useDrafts.setState(ids, true);
}

export function keepDraft(id: string, draft: Draft): void {
  try {
    localStorage.setItem(PREFIX + id, JSON.stringify(draft));
    announce();
  } catch {
    // A full or forbidden storage only costs the safety of a reload in the next moment.
  }
}

export function dropDraft(id: string): void {
  try {
    localStorage.removeItem(PREFIX + id);
    announce();
  } catch {
    // As above.
  }
}

/** Unsent work of a look; what an earlier version of the application kept is brought up. */
export function readDraft(id: string): Draft | null {
  try {
    const text = localStorage.getItem(PREFIX + id);
    if (!text) return null;
    const { revision, saved, look, sent = [] } = JSON.parse(text) as Draft;
    const now = (one: Look) => upgradeLook(one) as Look;
    return { revision, saved: now(saved), look: now(look), sent: sent.map(now) };
  } catch {
    return null;
  }
}

export const isSame = (a: Look, b: Look): boolean => JSON.stringify(a) === JSON.stringify(b);

/** Takes what the server has now off the draft of a look that is no longer open. */
export function settleDraft(id: string, sent: Look, revision: number): void {
  const draft = readDraft(id);
  if (!draft) return;
  if (isSame(draft.look, sent)) dropDraft(id);
  else keepDraft(id, { revision, saved: sent, look: draft.look });
}
