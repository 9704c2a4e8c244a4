import type { Point } from '../document/schema';

/** Points on the face of a light or a card, in the order in which they are asked. */

const GOLDEN = 2.399963229728653;

export interface FaceShape {
  readonly position: Point;
  readonly right: Point;
  readonly up: Point;
  readonly halfW: number;
  readonly halfH: number;
  readonly round: boolean;
}

/** How many points a face needs: more the larger it looks from the subject. */
export function pointsFor(radiusM: number, distanceM: number): number {
  const size = radiusM / Math.max(0.1, distanceM);
  return size < 0.03 ? 4 : size < 0.12 ? 6 : size < 0.3 ? 11 : 14;
}

/** x, y, z of `count` points spread evenly over a face: a spiral on a disc, a lattice on a rectangle. */
export function facePoints({ position, right, up, halfW, halfH, round }: FaceShape, count: number): Float64Array {
  const out = new Float64Array(3 * count);
  // In an order in which the first few already lie far from each other.
  const stride = count % 5 === 0 ? 3 : 5;
  for (let k = 0; k < count; k++) {
    const i = (k * stride) % count;
    let a: number;
    let b: number;
    if (round) {
      const r = Math.sqrt((i + 0.5) / count);
      a = r * Math.cos(i * GOLDEN);
      b = r * Math.sin(i * GOLDEN);
    } else {
      a = 2 * ((i + 0.5) / count) - 1;
      b = 2 * ((i * 0.6180339887 + 0.31) % 1) - 1;
    }
    for (let c = 0; c < 3; c++) out[3 * k + c] = position[c]! + a * halfW * right[c]! + b * halfH * up[c]!;
  }
  return out;
}
