/** Small squares of a picture at which a frame and its plan are held against each other. */

/** Where a probe is to be read in a frame: 0 to 1 from its left and its top. */
export interface Mark {
  readonly probe: string;
  readonly x: number;
  readonly y: number;
}

/** Red, green, blue. */
export type Channels = readonly [r: number, g: number, b: number];

/** What each light is planned to bring to one place of a frame. */
export interface PatchParts {
  readonly probe: string;
  /** Balanced sensor values by light, ambient among them; they add up. */
  readonly lights: readonly { readonly id: string; readonly raw: Channels }[];
  /** What is recorded there, linear. */
  readonly recorded: Channels;
}

/** Half the side of a patch, as a share of the frame's longer side. */
const PATCH_HALF = 0.012;

/** The pixels of the small square at a mark, ends included. */
export function patchBounds(
  { x, y }: Mark,
  width: number,
  height: number,
): { readonly x0: number; readonly x1: number; readonly y0: number; readonly y1: number } {
  const half = Math.max(1, Math.round(PATCH_HALF * Math.max(width, height)));
  const cx = Math.min(width - 1, Math.max(0, Math.floor(x * width)));
  const cy = Math.min(height - 1, Math.max(0, Math.floor(y * height)));
  return {
    x0: Math.max(0, cx - half),
    x1: Math.min(width - 1, cx + half),
    y0: Math.max(0, cy - half),
    y1: Math.min(height - 1, cy + half),
  };
}
