import type { KitEntry, KitKind } from '@fulgent/core';
import useSWR from 'swr';
import { api, type StoredEntry } from '../api/client';

const NONE: readonly StoredEntry[] = [];

/** The kit as the server has it; empty until it is there. */
export function useKit() {
  const { data, error, mutate } = useSWR<readonly StoredEntry[], Error>(api.kit);
  const stored = data ?? NONE;
  return { stored, loaded: data !== undefined, error, refresh: () => void mutate() };
}

/** Entries of one kind that are at hand: not archived. */
export function kitOf<K extends KitKind>(stored: readonly StoredEntry[], kind: K): Extract<KitEntry, { kind: K }>[] {
  return stored.flatMap(({ entry }) => (entry.kind === kind && !entry.archived ? [entry as Extract<KitEntry, { kind: K }>] : []));
}
