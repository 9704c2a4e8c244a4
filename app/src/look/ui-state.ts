import { create } from 'zustand';

/** What is chosen on screen; not part of the look. */
interface Chosen {
  readonly probe: string | null;
  readonly light: string | null;
}

export const useChosen = create<Chosen>(() => ({ probe: null, light: null }));

export const chooseProbe = (probe: string | null): void => useChosen.setState({ probe });
export const chooseLight = (light: string | null): void => useChosen.setState({ light });
