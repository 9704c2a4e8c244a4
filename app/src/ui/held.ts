import { useDeferredValue, useState } from 'react';
import { create } from 'zustand';

/** Whether something is being dragged, anywhere. */
const useHeld = create<{ readonly isHeld: boolean }>(() => ({ isHeld: false }));

export const setHeld = (isHeld: boolean): void => useHeld.setState({ isHeld });

/**
 * A value that comes late while something is dragged: what is under the finger is drawn before what only tells of it. For a component that is `memo`, which
 * it then leaves alone. At any other time it is the value itself, so that nobody touches something that is out of date.
 */
export function useLate<T>(value: T): T {
  const isHeld = useHeld((state) => state.isHeld);
  const late = useDeferredValue(value);
  return isHeld ? late : value;
}

/** A value that stands still while something is dragged: for what takes long and is not looked at meanwhile. */
export function useSettled<T>(value: T): T {
  const isHeld = useHeld((state) => state.isHeld);
  const [settled, setSettled] = useState(value);
  if (!isHeld && settled !== value) setSettled(value);
  return isHeld ? settled : value;
}
