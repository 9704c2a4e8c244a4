import { createStore, delMany, entries, set, type UseStore } from 'idb-keyval';

/**
 * Where unsent work lies on this device: in local storage, which is written before a page can go; and what has no room there in the
 * browser's database, which holds a hundred times as much and is a moment later. Read and written as one place.
 */

const PREFIX = 'fulgent:draft:';

/** What lies in the database, as this page knows it. */
const overflow = new Map<string, string>();

let opened: UseStore | null = null;
/** The database; null where the browser has none or forbids it. */
function database(): UseStore | null {
  if (typeof indexedDB === 'undefined') return null;
  try {
    return (opened ??= createStore('fulgent', 'drafts'));
  } catch {
    return null;
  }
}

let loading: Promise<void> | null = null;

/** Settles when what an earlier page left in the database is known. Never fails: without a database there is nothing in it. */
export function draftsKnown(): Promise<void> {
  const place = database();
  return (loading ??= place
    ? entries<string, string>(place).then(
        (found) => {
          // What was written meanwhile is newer.
          for (const [key, text] of found) if (!overflow.has(key) && localStorage.getItem(key) === null) overflow.set(key, text);
        },
        () => undefined,
      )
    : Promise.resolve());
}

const localKeys = (): string[] => (typeof localStorage === 'undefined' ? [] : Object.keys(localStorage));

/** Keys of all drafts on this device. */
export const draftKeys = (): string[] => [
  ...new Set([...localKeys().filter((key) => key.startsWith(PREFIX)), ...overflow.keys()]),
];

/** The text under a key, or null. */
export const readPlace = (key: string): string | null => overflow.get(key) ?? localStorage.getItem(key);

/** Keeps a text; false where neither place can. What the database refuses after all is told by `onLost`. */
export function writePlace(key: string, text: string, onLost: () => void): boolean {
  if (keptLocally(key, text)) {
    if (overflow.delete(key)) forget([key]);
    return true;
  }
  const place = database();
  if (!place) return false;
  overflow.set(key, text);
  // An older one must not be read instead.
  localStorage.removeItem(key);
  set(key, text, place).catch(() => {
    if (overflow.get(key) === text) onLost();
  });
  return true;
}

function keptLocally(key: string, text: string): boolean {
  try {
    localStorage.setItem(key, text);
    return true;
  } catch {
    // Full or forbidden.
    return false;
  }
}

export function removeFromPlace(keys: readonly string[]): void {
  for (const key of keys) localStorage.removeItem(key);
  const there = keys.filter((key) => overflow.delete(key));
  if (there.length > 0) forget(there);
}

function forget(keys: string[]): void {
  const place = database();
  // What stays by a failure is sent again, and the server has it then.
  if (place) delMany(keys, place).catch(() => undefined);
}
