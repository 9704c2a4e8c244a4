import { lanes } from './lanes-four';

/**
 * What burns spreads a little: lens and sensor give some of every pixel's light to its neighbours, which is seen only where there is far more than
 * the sensor holds. Without it the edge of something burnt would go from white to dark in steps. It is of the picture's look, not of its figures.
 */

/** Share of what is over the clip that each neighbour beside, and each at a corner, gets. */
const [BESIDE, CORNER] = [0.045, 0.012];
/** No more than this many clips spread: a lamp in the picture has its own halo. */
const MOST_CLIPS = 12;

/** `raw` (r, g, b a pixel) with what spreads from pixels over `clip` to those round them: a copy, or itself where nothing is over it. */
export function bloomed(raw: Float32Array, width: number, clip: number): Float32Array {
  if (!lanes().isAnyOver(raw, clip)) return raw;
  const out = raw.slice();
  const row = 3 * width;
  const most = MOST_CLIPS * clip;
  for (let start = row; start + row < raw.length; start += row) {
    if (!lanes().isAnyOver(raw.subarray(start, start + row), clip)) continue;
    for (let q = start + 3; q < start + row - 3; q++) {
      const over = raw[q]! - clip;
      if (over <= 0) continue;
      const beside = BESIDE * Math.min(most, over);
      const corner = CORNER * Math.min(most, over);
      out[q - 3]! += beside;
      out[q + 3]! += beside;
      out[q - row]! += beside;
      out[q + row]! += beside;
      out[q - row - 3]! += corner;
      out[q - row + 3]! += corner;
      out[q + row - 3]! += corner;
      out[q + row + 3]! += corner;
    }
  }
  return out;
}
