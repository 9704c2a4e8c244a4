import { linearOutputInto } from '../camera/camera';
import { outsideOf } from '../camera/gamut';
import type { Marks } from './request';
import type { FrameTriples } from './triples';

/** Under this, linear output, a place is too dark to show a colour. */
const DARK_BELOW = 0.012;

/** Hatches clipped pixels, dots dark ones, and lays thin level lines over colours that the file cannot hold: by pattern and not by colour. `top` is the row at which the picture begins. */
export function markInto(
  rgba: Uint8ClampedArray,
  raw: Float32Array,
  width: number,
  { camera }: FrameTriples,
  marks: Marks,
  top: number,
): void {
  const rgb = new Float64Array(3);
  for (let p = 0; p < raw.length / 3; p++) {
    const [r, g, b] = [raw[3 * p]!, raw[3 * p + 1]!, raw[3 * p + 2]!];
    linearOutputInto(rgb, camera, r, g, b);
    const x = p % width;
    const y = top + (p - x) / width;
    const most = Math.max(rgb[0]!, rgb[1]!, rgb[2]!);
    if (marks.clipped && (Math.max(r, g, b) >= camera.whiteClip || most >= camera.outputClip)) {
      const stripe = (x + y) % 7;
      if (stripe < 3) rgba.fill(stripe === 2 ? 255 : 0, 4 * p, 4 * p + 3);
    } else if (marks.gamut && y % 5 === 0 && most > DARK_BELOW && outsideOf(rgb[0]!, rgb[1]!, rgb[2]!)) {
      rgba.fill(most > 0.25 ? 0 : 235, 4 * p, 4 * p + 3);
    } else if (marks.dark && most < DARK_BELOW && x % 8 < 2 && y % 8 < 2) rgba.fill(185, 4 * p, 4 * p + 3);
  }
}
