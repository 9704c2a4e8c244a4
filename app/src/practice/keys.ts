import { useLayoutEffect, useRef } from 'react';

/** Whether a key belongs to what has the focus: a field that is typed in, or a button that Enter would press. */
const isTaken = (target: EventTarget | null, key: string) =>
  target instanceof Element &&
  (target.closest('input, textarea') !== null ||
    (key === 'Enter' && target.closest('button, a, [role=button], [role=radio], [role=link]') !== null));

/** Keys of an exercise: figures choose, Enter answers and goes on. `take` tells whether it took the key. */
export function usePracticeKeys(take: (key: string) => boolean): void {
  const latest = useRef(take);
  // Before the page is painted: a key pressed as soon as the question is seen must count.
  useLayoutEffect(() => {
    latest.current = take;
  });
  useLayoutEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey || isTaken(event.target, event.key)) return;
      if (latest.current(event.key)) event.preventDefault();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);
}
