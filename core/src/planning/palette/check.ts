import type { ProbeReading, Readings } from '../../scene/readings';
import type { Scene } from '../../scene/compile';
import type { Look } from '../../document/schema';

/** One advisory check of a palette in its look. It asks; it forbids nothing. */
export interface PaletteCheck {
  /** Stable: what was accepted stays accepted. */
  readonly id: string;
  readonly title: string;
  /** The consequence, then the number. */
  readonly text: string;
  readonly holds: boolean;
  /** It is as it is on purpose. */
  readonly accepted: boolean;
  /** A change of power that would mend it. */
  readonly fix: { readonly lightId: string; readonly stops: number; readonly label: string } | null;
}

/** What all checks look at. */
export interface Seen {
  readonly look: Look;
  readonly scene: Scene;
  readonly readings: Readings;
  readonly probes: readonly ProbeReading[];
}

/** A check before it is known whether it was accepted. */
export type Found = Omit<PaletteCheck, 'accepted'>;

/** Sheets that a kit has of a gel; infinite where nobody counts. */
export type SheetCount = (gel: string) => number;
