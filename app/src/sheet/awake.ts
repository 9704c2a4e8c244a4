import { useEffect } from 'react';
import { say } from '../ui/Toasts';

/** Keeps the screen on while the sheet is open, where the browser can. */
export function useScreenAwake(on: boolean): void {
  useEffect(() => {
    if (!on) return undefined;
    let lock: { release: () => Promise<void> } | null = null;
    let left = false;
    const ask = navigator.wakeLock?.request('screen');
    if (!ask) {
      say('This browser cannot keep the screen awake: change it in the settings of the phone.');
      return undefined;
    }
    ask.then(
      (got) => {
        if (left) void got.release();
        else lock = got;
      },
      () => say('The screen could not be kept awake: the battery may be low.'),
    );
    return () => {
      left = true;
      void lock?.release();
    };
  }, [on]);
}
