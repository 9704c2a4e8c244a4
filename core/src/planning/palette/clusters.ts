import { directionDeg } from '../../colour/hue';
import { oklabInto } from '../../colour/oklab';
import { decodeSrgb } from '../../colour/rgb';
import { InputError, requireNumber } from '../../errors';
import type { Cluster } from '../../document/schema';

const DECODED = Float64Array.from({ length: 256 }, (_, i) => decodeSrgb(i / 255));
const ROUNDS = 24;
/** Lightness counts less than hue and chroma when colours are told apart: a lit and a shaded red are one red. */
const LIGHTNESS_WEIGHT = 0.45;
/** Dark and grey, or darker than any colour is seen, is ground and no colour of the picture, unless there is hardly anything else: OKLab lightness, chroma. */
const [GROUND_L, GROUND_CHROMA, BLACK_L] = [0.26, 0.045, 0.14];
const LEAST_COLOURED = 0.01;

/**
 * The main colours of a picture, by their share of all of it: its dark ground is none of them. k-means in OKLab, started from the colours farthest apart, so that the same picture
 * always gives the same answer. `rgba` is 8-bit sRGB, four bytes a pixel; transparent pixels do not count.
 * @throws InputError where the data are not that, or hold no pixel.
 */
export function colourClusters(rgba: Uint8ClampedArray | Uint8Array, count = 5): Cluster[] {
  requireNumber('count', count, 1, 12);
  if (rgba.length === 0 || rgba.length % 4 !== 0) throw new InputError('picture', 'The picture holds no pixels; choose another.');
  const points: number[] = [];
  const ground: number[] = [];
  const lab = new Float64Array(3);
  for (let i = 0; i < rgba.length; i += 4) {
    if (rgba[i + 3]! < 128) continue;
    oklabInto(lab, DECODED[rgba[i]!]!, DECODED[rgba[i + 1]!]!, DECODED[rgba[i + 2]!]!);
    const [L, a, b] = lab as unknown as [number, number, number];
    const isGround = L < BLACK_L || (L < GROUND_L && Math.hypot(a, b) < GROUND_CHROMA);
    (isGround ? ground : points).push(L * LIGHTNESS_WEIGHT, a, b);
  }
  const seen = (points.length + ground.length) / 3;
  if (seen === 0) throw new InputError('picture', 'The picture is wholly transparent; choose another.');
  // Nothing but dark: then that is what it is made of.
  if (points.length < 3 * LEAST_COLOURED * seen) points.push(...ground);
  const n = points.length / 3;
  const distance = (i: number, centre: readonly number[]) =>
    (points[3 * i]! - centre[0]!) ** 2 + (points[3 * i + 1]! - centre[1]!) ** 2 + (points[3 * i + 2]! - centre[2]!) ** 2;
  const mean = [0, 1, 2].map((k) => points.reduce((sum, value, i) => (i % 3 === k ? sum + value : sum), 0) / n);
  const centres: number[][] = [];
  const nearest = new Float64Array(n).fill(Infinity);
  for (let c = 0; c < count; c++) {
    let far = 0;
    for (let i = 0; i < n; i++) {
      const from = c === 0 ? distance(i, mean) : nearest[i]!;
      if (from > (c === 0 ? distance(far, mean) : nearest[far]!)) far = i;
    }
    if (c > 0 && nearest[far]! < 1e-6) break;
    const centre = [points[3 * far]!, points[3 * far + 1]!, points[3 * far + 2]!];
    centres.push(centre);
    for (let i = 0; i < n; i++) nearest[i] = Math.min(nearest[i]!, distance(i, centre));
  }
  const sizes = new Array<number>(centres.length).fill(0);
  for (let round = 0; round < ROUNDS; round++) {
    const sums = centres.map(() => [0, 0, 0]);
    sizes.fill(0);
    for (let i = 0; i < n; i++) {
      let own = 0;
      for (let c = 1; c < centres.length; c++) if (distance(i, centres[c]!) < distance(i, centres[own]!)) own = c;
      sizes[own]! += 1;
      for (let k = 0; k < 3; k++) sums[own]![k]! += points[3 * i + k]!;
    }
    let moved = 0;
    centres.forEach((centre, c) => {
      if (sizes[c] === 0) return;
      for (let k = 0; k < 3; k++) {
        const next = sums[c]![k]! / sizes[c]!;
        moved += Math.abs(next - centre[k]!);
        centre[k] = next;
      }
    });
    if (moved < 1e-5) break;
  }
  return centres
    .map((centre, c): Cluster => {
      const [weighted, a, b] = centre as [number, number, number];
      return {
        lightness: Number(Math.min(1, weighted / LIGHTNESS_WEIGHT).toFixed(4)),
        chroma: Number(Math.hypot(a, b).toFixed(4)),
        hueDeg: Number(directionDeg(a, b).toFixed(2)),
        share: Number((sizes[c]! / seen).toFixed(4)),
      };
    })
    .filter(({ share }) => share > 0)
    .sort((p, q) => q.share - p.share);
}
