/** What each light brings to each zone, as one block of numbers; these are their places in it. */
export const FIGURE = {
  /** Balanced sensor values. */
  r: 0,
  g: 1,
  b: 2,
  /** What comes back from the surface, photopic. */
  luminance: 3,
  /** What arrives at it, photopic. */
  incident: 4,
} as const;

/** Length of a block. */
export const FIGURES = Object.keys(FIGURE).length;
