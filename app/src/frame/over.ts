import { create } from 'zustand';

/** What is opened over the picture: itself on the whole screen, or the choice of what it is compared with. */
export type Over = 'full' | 'compare';

export const useOver = create<{ readonly over: Over | null; readonly pictures: number }>(() => ({ over: null, pictures: 0 }));

export const closeOver = (): void => useOver.setState({ over: null });

/** Opens it; false where no picture is on the page. */
export function openOver(over: Over): boolean {
  if (useOver.getState().pictures === 0) return false;
  useOver.setState({ over });
  return true;
}

/** A picture that can be opened is on the page; gives what is to be done when it no longer is. */
export function pictureShown(): () => void {
  const count = (by: number) => useOver.setState(({ pictures }) => ({ pictures: pictures + by }));
  count(1);
  return () => {
    count(-1);
    closeOver();
  };
}
