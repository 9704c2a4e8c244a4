import type { StoredLook } from '@fulgent/core/contracts';
import type { Look } from '@fulgent/core/document';
import type { BalanceResult } from '@fulgent/core/planning';
import type { Readings } from '@fulgent/core/scene';
import { create } from 'zustand';

/** Whether what is on screen is on the server: and if not, why. */
export type SaveState = 'kept' | 'keeping' | 'unsent' | 'conflict' | 'refused';

/** A change made elsewhere that touches the same places. */
export interface Conflict {
  readonly theirs: StoredLook;
  readonly places: readonly string[];
}

export interface OpenLook {
  readonly id: string | null;
  readonly shootId: string | null;
  /** Why the look cannot be shown. */
  readonly failure: string | null;
  /** What the server has, and its revision. */
  readonly saved: Look | null;
  readonly revision: number;
  /** How it was when it was opened, to hold the present state against. */
  readonly opened: Look | null;
  /** What is on screen. */
  readonly look: Look | null;
  readonly past: readonly Look[];
  readonly future: readonly Look[];
  /** What was sent on this revision and never answered: the server may have it all the same. */
  readonly sent: readonly Look[];
  /** The look is as this device last saw it, and the server is asked first when it is back. */
  readonly stale: boolean;
  readonly save: SaveState;
  readonly saveMessage: string | null;
  readonly conflict: Conflict | null;
  /** The newest readings; they may be a moment older than the look. */
  readonly readings: Readings | null;
  /** Why there are no newer ones; stands until there are. */
  readonly trouble: string | null;
  readonly balancing: boolean;
  readonly balanced: { readonly look: Look; readonly result: BalanceResult } | null;
}

export const EMPTY: OpenLook = {
  id: null,
  shootId: null,
  failure: null,
  saved: null,
  revision: 0,
  opened: null,
  look: null,
  past: [],
  future: [],
  sent: [],
  stale: false,
  save: 'kept',
  saveMessage: null,
  conflict: null,
  readings: null,
  trouble: null,
  balancing: false,
  balanced: null,
};

/** The one store of the open look: what is in it. `history` changes the look, `sync` keeps it, `derived` computes from it. */
export const useOpenLook = create<OpenLook>(() => EMPTY);
