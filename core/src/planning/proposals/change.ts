/** One change of a look as codes and figures: words says it as an order, with what else it does. Names are those of lights, gels, modifiers and places. */
export type Change =
  /** To a setting in the fixture's own terms. */
  | { readonly kind: 'power'; readonly name: string; readonly byStops: number; readonly to: string; readonly unlocks: boolean }
  | { readonly kind: 'unlock'; readonly name: string }
  /** `power`: what makes up for it, in the fixture's own terms; null where the level is to move. */
  | {
      readonly kind: 'distance';
      readonly name: string;
      readonly fromM: number;
      readonly toM: number;
      readonly power: string | null;
    }
  | { readonly kind: 'turn'; readonly name: string; readonly deg: number }
  | { readonly kind: 'aim'; readonly name: string; readonly place: string }
  /** A grid before the same modifier, and what it takes on the axis. */
  | { readonly kind: 'grid'; readonly name: string; readonly gridDeg: number; readonly lossStops: number }
  | { readonly kind: 'modifier'; readonly name: string; readonly from: string; readonly to: string }
  | { readonly kind: 'flag'; readonly name: string; readonly widthM: number; readonly heightM: number }
  | { readonly kind: 'lens-flag' }
  /** Another gel in its place; `byStops`: how much more light it lets through. */
  | { readonly kind: 'gel'; readonly name: string; readonly gel: string; readonly byStops: number }
  | { readonly kind: 'strength'; readonly name: string; readonly to: 'full' | 'double' }
  /** `neutral`: a full-colour fixture set to white. */
  | { readonly kind: 'ungel' | 'neutral' | 'seal'; readonly name: string }
  | { readonly kind: 'density' | 'diffusion'; readonly name: string; readonly stops: number }
  | { readonly kind: 'iso' | 'nd'; readonly from: number; readonly to: number }
  /** Marked in T-stops where the lens is. */
  | { readonly kind: 'aperture'; readonly mark: 'f' | 'T'; readonly from: number; readonly to: number }
  | { readonly kind: 'shutter'; readonly fromS: number; readonly toS: number; readonly withFlash: boolean }
  | { readonly kind: 'white'; readonly whiteK: number }
  | { readonly kind: 'filter' | 'haze' | 'room' }
  | { readonly kind: 'ambient'; readonly byStops: number }
  /** How a light is held and fed. */
  | { readonly kind: 'second-hold' | 'weigh' | 'battery' | 'stand' | 'holder'; readonly name: string }
  | { readonly kind: 'lamp'; readonly name: string; readonly watts: number }
  | { readonly kind: 'rate'; readonly name: string; readonly hz: number }
  | { readonly kind: 'circuit'; readonly name: string; readonly circuit: string };
