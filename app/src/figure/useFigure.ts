import { isFigureReady, shapeOf, type Look } from '@fulgent/core';
import { useEffect, useState } from 'react';
import { ensureFigure } from './figures';

/** Whether a look's figure is at hand on the page; if not, it is fetched. Figures, plan and places are computed with it. */
export function useFigure(look: Look | null): { readonly ready: boolean; readonly error: string | null } {
  const [, setLoaded] = useState(0);
  const [error, setError] = useState<string | null>(null);
  const shape = look ? shapeOf(look.subject) : null;
  const ready = shape !== null && isFigureReady(shape, 'quick');
  const key = JSON.stringify(shape);
  useEffect(() => {
    if (!shape || ready) return;
    let gone = false;
    ensureFigure(shape, 'quick').then(
      () => {
        if (gone) return;
        setError(null);
        setLoaded((n) => n + 1);
      },
      (failure: unknown) => {
        if (!gone) setError(failure instanceof Error ? failure.message : String(failure));
      },
    );
    return () => {
      gone = true;
    };
    // The key stands for the shape.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [key, ready]);
  return { ready, error };
}
