/**
 * What burns spreads a little: lens and sensor give some of every pixel's light to its neighbours, which is seen only where there is far more than
 * the sensor holds. Without it the edge of something burnt would go from white to dark in steps. It is of the picture's look, not of its figures.
 */

/** Share of what is over the clip that each neighbour beside, and each at a corner, gets. */
const [BESIDE, CORNER] = [0.045, 0.012];
/** No more than this many clips spread: a lamp in the picture has its own halo. */
const MOST_CLIPS = 12;

/** The rows of a picture as they are asked for, from the top down, each with what spreads into it from pixels over `clip`. `raw` stays as it is. */
export function bloomedRows(raw: Float32Array, width: number, clip: number): (y: number) => Float32Array {
  const row = 3 * width;
  const most = MOST_CLIPS * clip;
  const height = raw.length / row;
  const out = new Float32Array(row);
  // What the row above, the row itself and the row below have over the clip; null where they have nothing.
  let over: (Float32Array | null)[] = [];
  const overOf = (y: number): Float32Array | null => {
    let found: Float32Array | null = null;
    if (y < 0 || y >= height) return found;
    for (let i = 0, q = y * row; i < row; i++, q++)
      if (raw[q]! > clip) (found ??= new Float32Array(row))[i] = Math.min(most, raw[q]! - clip);
    return found;
  };
  return (y) => {
    over = y === 0 ? [null, overOf(0), overOf(1)] : [over[1]!, over[2]!, overOf(y + 1)];
    const own = raw.subarray(y * row, (y + 1) * row);
    if (!over.some((one) => one)) return own;
    out.set(own);
    over.forEach((from, k) => {
      if (!from) return;
      const [middle, side] = k === 1 ? [0, BESIDE] : [BESIDE, CORNER];
      for (let i = 0; i < row; i++) {
        const value = from[i]!;
        if (value === 0) continue;
        out[i]! += middle * value;
        if (i >= 3) out[i - 3]! += side * value;
        if (i + 3 < row) out[i + 3]! += side * value;
      }
    });
    return out;
  };
}
