import type { Look } from '@fulgent/core/document';
import { create } from 'zustand';

/** What the picture is held against: another look, drawn like it, or a photograph of the set. */
export type Against =
  | { readonly kind: 'look'; readonly name: string; readonly look: Look }
  | { readonly kind: 'photograph'; readonly name: string; readonly url: string };

interface Comparison {
  readonly against: Against | null;
  /** How much of the picture shows it, from the left, 0 to 1. */
  readonly split: number;
  /** It covers the whole picture for as long as a key or a finger holds it. */
  readonly held: boolean;
}

export const useComparison = create<Comparison>(() => ({ against: null, split: 0.5, held: false }));

export const compareWith = (against: Against): void => useComparison.setState({ against, split: 0.5 });
export const endComparison = (): void => useComparison.setState({ against: null, held: false });
export const holdComparison = (held: boolean): void => useComparison.setState({ held });
export const splitAt = (split: number): void => useComparison.setState({ split: Math.min(1, Math.max(0, split)) });
