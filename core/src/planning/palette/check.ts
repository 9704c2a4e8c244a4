import type { ZoneSide } from '../../document/zones';
import type { ProbeReading, Readings } from '../../scene/readings';
import type { Scene } from '../../scene/compile';
import type { Look } from '../../document/schema';
import type { Target } from '../../vivid/plane';
import type { SizeCm } from '../gel-pieces';
import type { MotiveProblem } from './motives';

/** What a check looked at and found, in figures: words says it. Hues are OKLCh degrees, chroma and distances OKLab as recorded, shares 0 to 1. */
export type CheckFinding =
  /** The place nearest to neutral among the bright ones; null where nothing is bright. */
  | { readonly kind: 'anchor'; readonly nearest: { readonly name: string; readonly chroma: number } | null }
  /** How much of all colour lies one way. */
  | { readonly kind: 'one-colour'; readonly share: number }
  | { readonly kind: 'no-edge' }
  /** The edge that stands out least; `wanted` 0: it is to sink in. */
  | {
      readonly kind: 'separation';
      readonly side: ZoneSide;
      readonly distance: number;
      readonly wanted: number;
      readonly lightness: number;
      readonly chroma: number;
      readonly hueDeg: number;
    }
  /** `offDeg` is positive towards yellow and green; `times`: its chroma against its own in white light. */
  | {
      readonly kind: 'skin';
      readonly hueDeg: number;
      readonly ownDeg: number;
      readonly offDeg: number;
      readonly bandDeg: number;
      readonly times: number;
      readonly strength: 'pale' | 'usual' | 'strong';
    }
  | { readonly kind: 'eye-whites'; readonly chroma: number; readonly limit: number; readonly hueDeg: number }
  /** Cloth under one light against white light. */
  | { readonly kind: 'cloth-dark'; readonly light: string; readonly stops: number; readonly isBlack: boolean }
  | { readonly kind: 'cloth-glows'; readonly light: string; readonly stops: number }
  /** Cloth of a colour of its own that is recorded as another. */
  | { readonly kind: 'cloth-turns'; readonly light: string; readonly is: ColourSeen; readonly own: ColourSeen }
  | { readonly kind: 'cloth-blends'; readonly apart: number }
  /** The lights that it takes most of its light from. */
  | { readonly kind: 'cloth'; readonly lit: readonly { readonly name: string; readonly share: number }[] }
  | { readonly kind: 'alike'; readonly first: string; readonly second: string; readonly own: number; readonly recorded: number }
  | { readonly kind: 'off-target'; readonly light: string; readonly is: Target; readonly wanted: Target; readonly off: number }
  | { readonly kind: 'motive'; readonly light: string; readonly problems: readonly MotiveProblem[] }
  /** Colours, and those of them that nobody has said what they are for. */
  | { readonly kind: 'purpose'; readonly colours: number; readonly open: number }
  /** Sheets that the pieces of all lights are cut from, against those in the kit; `joined` pieces are larger than a sheet. */
  | {
      readonly kind: 'sheets';
      readonly gel: string;
      readonly needed: number;
      readonly owned: number;
      readonly joined: number;
      /** The largest piece, cm. */
      readonly pieceCm: SizeCm;
    };

/** A colour as recorded, or as it would be: OKLCh, what its name is made of. */
export type ColourSeen = Pick<ProbeReading, 'chroma' | 'hueDeg' | 'lightness'>;

/** One advisory check of a palette in its look. It asks; it forbids nothing. */
export interface PaletteCheck {
  /** Stable: what was accepted stays accepted. */
  readonly id: string;
  readonly finding: CheckFinding;
  readonly holds: boolean;
  /** It is as it is on purpose. */
  readonly accepted: boolean;
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
