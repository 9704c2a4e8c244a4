import { tangentInto, type Strands } from '../figure/strands';
import type { Point } from '../document/schema';
import { free, ones } from './memory';
import type { StrandShares } from './strand-raster';

/** Points of strands that are seen, and the pixels that show each. */
export interface SeenStrands {
  /** Index of each seen point among the figure's strands, rising. */
  readonly point: Uint32Array;
  /** Direction of the strand at each, in the subject's own axes. */
  readonly tangent: Float32Array;
  /** Share of light that haze leaves on the way to the eye. */
  readonly fade: Float32Array;
  /** Where the pixels of each begin, and one past the end of the last; the pixels, and the share of each that shows the point. */
  readonly first: Uint32Array;
  readonly pixel: Uint32Array;
  readonly share: Float32Array;
  /** By pixel: what is left for what lies behind. */
  readonly left: Float32Array;
}

/** Sorts the shares of strands by their points; the shares are used up. `place` are the points in the room, m. */
export function seenStrands(
  shares: StrandShares,
  strands: Strands,
  place: Float32Array,
  eye: Point,
  hazePerM: number,
): SeenStrands {
  const { count } = shares;
  const times = new Uint32Array(strands.kind.length);
  for (let i = 0; i < count; i++) times[shares.point[i]!]!++;
  const seen = times.reduce((n, t) => n + (t > 0 ? 1 : 0), 0);
  const point = new Uint32Array(seen);
  const first = new Uint32Array(seen + 1);
  const tangent = new Float32Array(3 * seen);
  const fade = hazePerM > 0 ? new Float32Array(seen) : ones(seen);
  for (let s = 0, n = 0; s + 1 < strands.start.length; s++) {
    const [from, to] = [strands.start[s]!, strands.start[s + 1]!];
    for (let k = from; k < to; k++) {
      if (times[k] === 0) continue;
      point[n] = k;
      first[n + 1] = first[n]! + times[k]!;
      tangentInto(tangent, n, strands.place, k, from, to);
      if (hazePerM > 0) {
        const way = Math.hypot(place[3 * k]! - eye[0], place[3 * k + 1]! - eye[1], place[3 * k + 2]! - eye[2]);
        fade[n] = Math.exp(-hazePerM * way);
      }
      // From here on: where the next share of this point goes.
      times[k] = first[n]!;
      n++;
    }
  }
  const pixel = new Uint32Array(count);
  const share = new Float32Array(count);
  for (let i = 0; i < count; i++) {
    const at = times[shares.point[i]!]!++;
    pixel[at] = shares.pixel[i]!;
    share[at] = shares.share[i]!;
  }
  free(times, shares.pixel, shares.point, shares.share);
  return { point, tangent, fade, first, pixel, share, left: shares.left };
}
