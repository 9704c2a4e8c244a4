import { useEffect, useState } from 'react';

const WAIT_MS = 120;

/** A study of the worker, done anew when `key` changes; the last answer stands meanwhile. */
export function useStudy<T>(work: () => Promise<T>, key: unknown): { readonly value: T | null; readonly error: string | null } {
  const [answer, setAnswer] = useState<{ value: T | null; error: string | null }>({ value: null, error: null });
  useEffect(() => {
    let stale = false;
    const timer = setTimeout(() => {
      work().then(
        (value) => {
          if (!stale) setAnswer({ value, error: null });
        },
        (error: unknown) => {
          if (!stale) setAnswer((now) => ({ value: now.value, error: error instanceof Error ? error.message : String(error) }));
        },
      );
    }, WAIT_MS);
    return () => {
      stale = true;
      clearTimeout(timer);
    };
    // The key stands for everything that the work reads.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [key]);
  return answer;
}
