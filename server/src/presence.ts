/** A window that has not said so for this long is no longer there, ms. */
const GONE_MS = 15_000;
/** Windows that are remembered for one look. */
const MOST = 50;

interface Window {
  readonly who: string;
  readonly at: number;
}

/** Who has which look open, as their windows say every few seconds. It is in memory alone: who is here says so again. */
export class Presence {
  readonly #byLook = new Map<string, Map<string, Window>>();

  /** Notes a window and returns what the others call themselves, each once. */
  here(lookId: string, window: string, who: string, now = Date.now()): string[] {
    this.#forget(now);
    const windows = this.#byLook.get(lookId) ?? new Map<string, Window>();
    this.#byLook.set(lookId, windows);
    if (windows.has(window) || windows.size < MOST) windows.set(window, { who, at: now });
    return [...windows].filter(([id]) => id !== window).map(([, { who: other }]) => other);
  }

  left(lookId: string, window: string): void {
    this.#byLook.get(lookId)?.delete(window);
  }

  #forget(now: number): void {
    for (const [lookId, windows] of this.#byLook) {
      for (const [id, { at }] of windows) if (now - at > GONE_MS) windows.delete(id);
      if (windows.size === 0) this.#byLook.delete(lookId);
    }
  }
}
