import { LRUCache } from 'lru-cache';

/** Gives what belongs to a key: as it was made before, or made now. What throws is not kept. */
export type Kept<T> = (key: string, make: () => T) => T;

/** Keeps the `most` things that were asked for last, each by the key of all that decides it. */
export function kept<T extends object>(most: number): Kept<T> {
  const things = new LRUCache<string, T>({ max: most });
  return (key, make) => {
    let found = things.get(key);
    if (!found) things.set(key, (found = make()));
    return found;
  };
}
