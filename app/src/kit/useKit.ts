import type { KitEntry, KitKind, KitPolicy } from '@fulgent/core/catalogue';
import { useMemo, useRef, useState } from 'react';
import useSWR from 'swr';
import type { StoredEntry } from '@fulgent/core/contracts';
import { api, ApiError, fetchJson } from '../api/client';
import { problemLines } from '../ui/problems';

const NONE: readonly StoredEntry[] = [];

/** The kit as the server has it; empty until it is there. */
export function useKit() {
  const { data, error, mutate } = useSWR<readonly StoredEntry[], Error>(api.kit);
  const stored = data ?? NONE;
  // The fresh list is put in itself: a mere "look again" may be answered by a request that was on its way already.
  const refresh = () => void mutate(fetchJson<readonly StoredEntry[]>(api.kit), { revalidate: false }).catch(() => undefined);
  return { stored, loaded: data !== undefined, error, refresh };
}

/** All entries that may be proposed and placed, the same list until the kit changes. */
export function useKitEntries(): readonly KitEntry[] {
  const { stored } = useKit();
  return useMemo(() => stored.flatMap(({ entry, atHand }) => (atHand ? [entry] : [])), [stored]);
}

/** Entries of one kind that are at hand. */
export function kitOf<K extends KitKind>(stored: readonly StoredEntry[], kind: K): Extract<KitEntry, { kind: K }>[] {
  return stored.flatMap(({ entry, atHand }) => (entry.kind === kind && atHand ? [entry as Extract<KitEntry, { kind: K }>] : []));
}

/** Whether stand-ins are left out everywhere, and the switch for it. */
export function useOwnOnly() {
  const { data, mutate } = useSWR<KitPolicy, Error>(api.kitPolicy);
  const { refresh } = useKit();
  const setOwnOnly = async (ownOnly: boolean) => {
    await mutate(api.setKitPolicy({ ownOnly }), { optimisticData: { ownOnly }, revalidate: false });
    refresh();
  };
  return { ownOnly: data?.ownOnly ?? false, setOwnOnly };
}

/** One entry of the kit and how to change it. Changes show at once and are sent one after the other, each on the last one's revision. */
export function useEntry(id: string) {
  const { refresh } = useKit();
  const { data: stored, error, mutate } = useSWR<StoredEntry, Error>(`${api.kit}/${id}`);
  const [problem, setProblem] = useState<string | null>(null);
  const [unsent, setUnsent] = useState(0);
  const sending = useRef<Promise<unknown>>(Promise.resolve());
  const failed = (failure: unknown) => setProblem(problemLines(failure)[0]!);
  /** Resolves when the change is stored, to whether it was. */
  const save = (change: Partial<KitEntry>): Promise<boolean> => {
    setProblem(null);
    setUnsent((n) => n + 1);
    const changed = (now: StoredEntry): StoredEntry => ({ ...now, entry: { ...now.entry, ...change } as KitEntry });
    void mutate((now) => now && changed(now), { revalidate: false });
    const kept = sending.current.then(async () => {
      let isStored = false;
      try {
        const current = await api.readEntry(id);
        await api.updateEntry(current.revision, changed(current).entry);
        isStored = true;
      } catch (failure) {
        failed(failure);
        if (failure instanceof ApiError) void mutate();
      }
      setUnsent((n) => n - 1);
      refresh();
      return isStored;
    });
    sending.current = kept;
    return kept;
  };
  /** Resolves when all that was changed has been sent. */
  const sent = (): Promise<unknown> => sending.current;
  return { stored, error, problem, failed, save, sent, kept: unsent === 0 };
}
