/** A window that has not said so for this long is no longer there, ms. */
const GONE_MS = 15_000;
/** What a window that has left said before it may come in this much later, ms: a page that is loaded anew is not told of itself. */
const UNDER_WAY_MS = 3000;
/** Windows that are remembered for one look. */
const MOST = 50;

interface Window {
  /** Null once it has left. */
  readonly who: string | null;
  readonly at: number;
}

/** Who has which look open, as their windows say every few seconds. It is in memory alone: who is here says so again. */
export class Presence {
  readonly #byLook = new Map<string, Map<string, Window>>();

  /** Notes a window and returns what the others call themselves, each once. */
  here(lookId: string, window: string, who: string, now = Date.now()): string[] {
    this.#forget(now);
    if (this.#byLook.get(lookId)?.get(window)?.who !== null) this.#note(lookId, window, { who, at: now });
    return [...(this.#byLook.get(lookId) ?? [])].flatMap(([id, { who: other }]) =>
      id !== window && other !== null ? [other] : [],
    );
  }

  /** It is remembered for a while, whether it was noted or not: what it said first may come last. */
  left(lookId: string, window: string, now = Date.now()): void {
    this.#forget(now);
    this.#note(lookId, window, { who: null, at: now });
  }

  #note(lookId: string, id: string, window: Window): void {
    const windows = this.#byLook.get(lookId) ?? new Map<string, Window>();
    this.#byLook.set(lookId, windows);
    if (windows.has(id) || windows.size < MOST) windows.set(id, window);
  }

  #forget(now: number): void {
    for (const [lookId, windows] of this.#byLook) {
      for (const [id, { who, at }] of windows) if (now - at > (who === null ? UNDER_WAY_MS : GONE_MS)) windows.delete(id);
      if (windows.size === 0) this.#byLook.delete(lookId);
    }
  }
}
