import type { Channel } from '../../camera/sensor';
import type { Proposal } from '../proposals/proposal';

/** What in a look points to a cause, with its figures: words says it. Shares from 0 to 1. */
export type Finding =
  | { readonly kind: 'leak'; readonly name: string; readonly leak: number }
  | {
      readonly kind: 'spill';
      readonly name: string;
      readonly place: string;
      readonly share: number;
      readonly spoilt: string;
      readonly vividnessLost: number;
    }
  /** Stops over where the channel clips; negative from just under it. */
  | { readonly kind: 'level-high'; readonly name: string; readonly overStops: number; readonly channel: Channel }
  | { readonly kind: 'level-low'; readonly name: string; readonly underStops: number }
  | { readonly kind: 'exposure-high' | 'exposure-low'; readonly lights: number }
  /** The camera's white against that of the lamp nearest to it. */
  | {
      readonly kind: 'white-balance';
      readonly isWarm: boolean;
      readonly whiteK: number;
      readonly lamp: string;
      readonly lampK: number;
      readonly mired: number;
    }
  /** `leadsAt`: the place where most of the light is ambient; null where it leads nowhere. */
  | { readonly kind: 'ambient'; readonly lux: number; readonly leadsAt: string | null; readonly faceStops: number }
  | { readonly kind: 'haze'; readonly lost: number }
  | { readonly kind: 'soft-filter'; readonly strength: number }
  | { readonly kind: 'flare'; readonly name: string; readonly veilStops: number; readonly offAxisDeg: number }
  /** The shadow side against the key side, stops. */
  | { readonly kind: 'fill'; readonly name: string; readonly shadowStops: number }
  /** `thinned`: the strength it was taken at; null where it is taken whole. */
  | { readonly kind: 'gel-pale'; readonly name: string; readonly purity: number; readonly thinned: number | null }
  | { readonly kind: 'gel-deep'; readonly name: string; readonly purity: number }
  | { readonly kind: 'no-anchor'; readonly name: string }
  /** What walls and ceiling send back; null for painted walls. */
  | { readonly kind: 'room'; readonly walls: number | null; readonly ceiling: number };

export type CauseKind = Finding['kind'];

/** What may make a picture wrong, with the change that would show it: whether it does is found out by trying. */
export interface Suspect extends Proposal {
  readonly finding: Finding;
}

/** A suspect with every change that may show it, of which the one that helps most is kept; none where nothing can be changed. */
export const suspect = (finding: Finding, proposals: readonly Proposal[]): Suspect[] =>
  proposals.map((proposal) => ({ ...proposal, finding }));
