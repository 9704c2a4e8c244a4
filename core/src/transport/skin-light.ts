/** How light spreads in skin before it comes out again: what part of each channel's light is that of the very place, of its near surroundings, and of wider ones. Red goes furthest. */
export const SKIN_SPREAD: readonly (readonly [sharp: number, near: number, wide: number])[] = [
  [0.34, 0.33, 0.33],
  [0.58, 0.29, 0.13],
  [0.76, 0.2, 0.04],
];

/** Eyes let light in too, a little. */
export const EYE_SPREAD = [0.75, 0.25, 0] as const;

/** How much of the light round a node is mixed into its own for the wide part. */
export const WIDE_MIX = 0.62;

/** Skin in a hollow is lit by the skin round it: this share of what does not come from the room. */
export const SKIN_TO_SKIN = 0.55;

/** Cloth in a fold is lit by the cloth round it, likewise; and what reaches skin over it comes from patches as discs. */
export const CLOTH_TO_CLOTH = 0.75;
/** Openness over which cloth counts as not hollow at all. */
export const CLOTH_OPEN = 0.82;
/** Over what distance patches of cloth light their own kind, m. */
export const CLOTH_NEAR_M = 0.075;
