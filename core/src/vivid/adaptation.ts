import { oklabOf, type Oklab } from '../colour/oklab';
import { decodeSrgb, encodeSrgb } from '../colour/rgb';
import { linearOfPoint } from './plane';

/** Share of a picture's main colour that the eye takes for neutral after a minute of looking. */
const ADAPTED_SHARE = 0.6;

/** The colour that an eye has got used to: mean OKLab of what it looks at. */
export type Adaptation = Oklab;

/** A recorded colour as such an eye sees it: linear sRGB. The drift grows with the place's own lightness, as a gain on the channels does. */
export function adaptedLinear({ L: light, a, b }: Adaptation, lab: Oklab): [number, number, number] {
  const k = (ADAPTED_SHARE * lab.L) / Math.max(0.05, light);
  const [p, q] = [lab.a - k * a, lab.b - k * b];
  const size = Math.hypot(lab.L, p, q) || 1;
  const rgb = linearOfPoint({ a: p / size, b: q / size });
  const level = size ** 3;
  return [level * Math.max(0, rgb[0]), level * Math.max(0, rgb[1]), level * Math.max(0, rgb[2])];
}

/** Shows a picture of 8 bits, in place, as such an eye sees it. */
export function adaptInto(rgba: Uint8ClampedArray, adaptation: Adaptation): void {
  for (let o = 0; o < rgba.length; o += 4) {
    const lab = oklabOf(decodeSrgb(rgba[o]! / 255), decodeSrgb(rgba[o + 1]! / 255), decodeSrgb(rgba[o + 2]! / 255));
    adaptedLinear(adaptation, lab).forEach((value, c) => (rgba[o + c] = 255 * encodeSrgb(Math.min(1, value))));
  }
}
