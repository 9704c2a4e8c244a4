/** What this device calls itself to others, and which of its windows this is. */

const KEY = 'fulgent:device';
const LONGEST = 60;

/** This window, until it is closed or loaded anew. */
export const THIS_WINDOW = Math.random().toString(36).slice(2, 10);

/** Without a name of its own it goes by what it is. */
const usual = (): string =>
  typeof navigator !== 'undefined' && /Mobi|Android|iPhone|iPad/.test(navigator.userAgent) ? 'A phone' : 'A computer';

export function deviceName(): string {
  try {
    return localStorage.getItem(KEY) || usual();
  } catch {
    return usual();
  }
}

/** Names this device; '' goes back to what it is. */
export function nameDevice(name: string): void {
  const short = name.trim().slice(0, LONGEST);
  if (short) localStorage.setItem(KEY, short);
  else localStorage.removeItem(KEY);
}
