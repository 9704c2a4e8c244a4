import type { Response } from 'express';

/** Ends when whoever asked goes before the answer is there: nothing more is computed for them. */
export function whileWanted(res: Response): AbortSignal {
  const controller = new AbortController();
  res.once('close', () => {
    if (!res.writableFinished) controller.abort();
  });
  return controller.signal;
}
