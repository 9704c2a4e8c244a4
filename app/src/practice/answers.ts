import { MOST_ANSWERS } from '@fulgent/core/contracts';
import type { PracticeAnswer } from '@fulgent/core/practice';
import { useEffect } from 'react';
import useSWR, { mutate } from 'swr';
import { create } from 'zustand';
import { api } from '../api/client';
import { THIS_WINDOW } from '../door/device';

const STORED_AS = 'fulgent:practice-unsent';

function stored(): PracticeAnswer[] {
  try {
    const list: unknown = JSON.parse(localStorage.getItem(STORED_AS) ?? '[]');
    return Array.isArray(list) ? (list as PracticeAnswer[]) : [];
  } catch {
    return [];
  }
}

/** Answers that the server does not have yet: without a connection they wait on the device. */
const useUnsent = create<{ readonly list: readonly PracticeAnswer[] }>(() => ({ list: stored() }));

function put(list: readonly PracticeAnswer[]): void {
  useUnsent.setState({ list });
  try {
    localStorage.setItem(STORED_AS, JSON.stringify(list));
  } catch {
    // Without room they wait as long as the page is open.
  }
}

let sending: Promise<void> | null = null;

/** Sends what waits, one lot after another; what cannot be sent now waits on. */
export function sendAnswers(): Promise<void> {
  sending ??= sendAll().finally(() => {
    sending = null;
  });
  return sending;
}

async function sendAll(): Promise<void> {
  for (;;) {
    const lot = useUnsent.getState().list.slice(0, MOST_ANSWERS);
    if (lot.length === 0) return;
    try {
      await api.addPractice(lot);
    } catch {
      // Tried again with the next answer and when the connection is back.
      return;
    }
    const sent = new Set(lot.map(({ id }) => id));
    put(useUnsent.getState().list.filter(({ id }) => !sent.has(id)));
    await mutate(api.practice);
  }
}

let made = 0;
/** An id that no other window makes. */
const freshId = (): string => `${THIS_WINDOW}-${Date.now().toString(36)}-${made++}`;

/** Keeps an answer. */
export function keepAnswer(answer: Omit<PracticeAnswer, 'id' | 'at'>): void {
  put([...useUnsent.getState().list, { ...answer, id: freshId(), at: Date.now() }]);
  void sendAnswers();
}

/** Puts answers back that were just deleted. */
export function restoreAnswers(answers: readonly PracticeAnswer[]): void {
  put([...useUnsent.getState().list, ...answers]);
  void sendAnswers();
}

/** All answers, with those that wait on this device. */
export function useAnswers(): readonly PracticeAnswer[] | null {
  const { data, error } = useSWR<PracticeAnswer[], Error>(api.practice, { keepPreviousData: true });
  const waiting = useUnsent((state) => state.list);
  useEffect(() => {
    void sendAnswers();
    const again = () => void sendAnswers();
    window.addEventListener('online', again);
    return () => window.removeEventListener('online', again);
  }, []);
  if (!data && !error) return null;
  const known = new Set(data?.map(({ id }) => id));
  return [...(data ?? []), ...waiting.filter(({ id }) => !known.has(id))];
}
