import type { Look } from './schema';

/** The outcome of a three-way merge. */
export interface Merge {
  /** The merged look; where both sides changed the same thing, mine stands. */
  readonly look: Look;
  /** Paths that both sides changed differently (`camera.iso`, `lights[key].powerStops`). */
  readonly conflicts: readonly string[];
}

type Json = null | boolean | number | string | readonly Json[] | { readonly [key: string]: Json };
type Dict = { readonly [key: string]: Json };

/**
 * Merges two edits of the same look: whatever only one side changed is taken from that side. Lists whose entries have
 * ids (lights, probes, spectra) are merged entry by entry; other lists count as one value.
 */
export function mergeLooks(base: Look, mine: Look, theirs: Look): Merge {
  const conflicts: string[] = [];
  const look = mergeValue(base as unknown as Json, mine as unknown as Json, theirs as unknown as Json, '', conflicts);
  return { look: look as unknown as Look, conflicts };
}

function mergeValue(base: Json | undefined, mine: Json, theirs: Json, path: string, conflicts: string[]): Json {
  if (same(mine, theirs) || same(base, theirs)) return mine;
  if (same(base, mine)) return theirs;
  if (isDict(base) && isDict(mine) && isDict(theirs)) return mergeDict(base, mine, theirs, path, conflicts);
  if (isKeyed(base) && isKeyed(mine) && isKeyed(theirs)) return mergeKeyed(base, mine, theirs, path, conflicts);
  conflicts.push(path);
  return mine;
}

function mergeDict(base: Dict, mine: Dict, theirs: Dict, path: string, conflicts: string[]): Json {
  // A variant (`kind`) is taken whole: half of one and half of another would be neither.
  if (mine['kind'] !== theirs['kind']) {
    conflicts.push(path);
    return mine;
  }
  return Object.fromEntries(
    Object.keys(mine).map((key) => [
      key,
      mergeValue(base[key], mine[key]!, theirs[key]!, path ? `${path}.${key}` : key, conflicts),
    ]),
  );
}

type Keyed = readonly (Dict & { readonly id: string })[];

function mergeKeyed(base: Keyed, mine: Keyed, theirs: Keyed, path: string, conflicts: string[]): Json {
  const find = (list: Keyed, id: string) => list.find((entry) => entry.id === id);
  const merged: Json[] = [];
  for (const entry of mine) {
    const [before, other] = [find(base, entry.id), find(theirs, entry.id)];
    const at = `${path}[${entry.id}]`;
    if (other) merged.push(mergeValue(before, entry, other, at, conflicts));
    else if (!before) merged.push(entry);
    else if (!same(before, entry)) {
      // They removed what I changed: my work stays, and it is said.
      conflicts.push(at);
      merged.push(entry);
    }
  }
  for (const entry of theirs) {
    if (find(mine, entry.id)) continue;
    const before = find(base, entry.id);
    if (!before) merged.push(entry);
    else if (!same(before, entry)) conflicts.push(`${path}[${entry.id}]`);
  }
  return merged;
}

function isDict(value: Json | undefined): value is Dict {
  return value !== null && typeof value === 'object' && !Array.isArray(value);
}

function isKeyed(value: Json | undefined): value is Keyed {
  return Array.isArray(value) && value.every((entry) => isDict(entry) && typeof entry['id'] === 'string');
}

function same(a: Json | undefined, b: Json | undefined): boolean {
  if (a === b) return true;
  if (Array.isArray(a) && Array.isArray(b)) return a.length === b.length && a.every((value, i) => same(value, b[i]));
  if (isDict(a) && isDict(b)) {
    const keys = Object.keys(a);
    return keys.length === Object.keys(b).length && keys.every((key) => key in b && same(a[key], b[key]));
  }
  return false;
}
