import type { Garment } from '../../document/subject';
import { clamp, noise, norm, smooth } from '../numeric';
import { foldsOf } from './folds';
import { ball, box, cone, cylinder, join, type Field } from './shapes';

/** Bodies under their clothes as distances, cm, about the middle of the face: two postures, and what the hands and the seat are. */

export const POSTURES = ['standing', 'seated'] as const;
export type Posture = (typeof POSTURES)[number];

interface Cut {
  /** How far the cloth stands off the body, cm, and how strongly it folds. */
  readonly thick: number;
  readonly folds: number;
  readonly seed: number;
  /** Wider over hips and legs by so much: the skirts of a coat. */
  readonly skirt: number;
}

/** Cuts by garment. */
export const CUTS: Readonly<Record<Garment, Cut>> = {
  sweater: { thick: 0.55, folds: 0.5, seed: 57, skirt: 0 },
  shirt: { thick: 0.35, folds: 0.66, seed: 31, skirt: 0 },
  jacket: { thick: 0.6, folds: 0.55, seed: 83, skirt: 0 },
  fencing: { thick: 0.75, folds: 0.5, seed: 119, skirt: 0.4 },
  coat: { thick: 1.1, folds: 0.6, seed: 43, skirt: 3.2 },
  apron: { thick: 0.45, folds: 0.6, seed: 71, skirt: 0.6 },
};

/** Shoulders, chest and upper arms: the same in every posture. */
export function upperBody(x: number, y0: number, z: number): number {
  const m = Math.sqrt(x * x + 1);
  const y = y0 - 1.7;
  let d = cone(m, y, z, [2.5, -15.2, -7.2], [13.6, -21.6, -6.6], 3.5, 3.5);
  d = join(d, ball(m - 15.2, y + 25.8, z + 6, 4.9, 6.6, 5.3), 4);
  d = join(d, ball(x, y + 40, z + 5.5, 16.4, 23, 9.8), 6);
  d = join(d, ball(m - 7, y + 34, z, 8.5, 8, 4.8), 6);
  return join(d, cone(m, y, z, [16.6, -30, -6], [19.2, -58.5, -4.4], 4.4, 3.8), 3.4);
}

function standingBody(x: number, y: number, z: number): number {
  const m = Math.sqrt(x * x + 1);
  let d = upperBody(x, y, z);
  if (y > -46) return d;
  d = join(d, ball(x, y + 66, z + 4.5, 15, 20, 9.6), 7);
  d = join(d, ball(x, y + 84, z + 3.2, 16.6, 13, 11), 7);
  d = join(d, cone(m, y, z, [8.6, -90, -2.2], [9.8, -158, -4], 8.6, 5.2), 5);
  return join(d, cone(m, y, z, [19.7, -57.5, -4.3], [22.6, -82, 2.2], 4.1, 3), 2.4);
}

function seatedBody(x: number, y: number, z: number): number {
  const m = Math.sqrt(x * x + 1.4);
  let d = upperBody(x, y, z);
  if (y > -46) return d;
  d = join(d, ball(x, y + 64, z + 4.5, 15.4, 20, 10), 7);
  d = join(d, ball(x, y + 80, z + 4, 19, 12.5, 14), 8);
  d = join(d, cone(m, y, z, [9.5, -79, 0], [15, -75.5, 40], 9, 6.6), 6);
  d = join(d, cone(m, y, z, [15, -77, 40.5], [16.5, -124, 37.5], 6.3, 5), 5);
  return join(d, cone(m, y, z, [20, -57.5, -4], [13.6, -63.8, 20], 4.3, 3.2), 2.6);
}

/** Hands, and the neck under the collar is the head's. */
export function handsField(posture: Posture): Field {
  if (posture === 'standing')
    return (x, y, z) => {
      const m = Math.abs(x);
      let d = ball(m - 22.9, y + 88.5, z - 4.2, 2, 4.8, 3.3);
      d = join(d, cone(m, y, z, [22.7, -80, 1.8], [22.9, -86, 3.6], 2.5, 2.3), 1.6);
      for (let f = 0; f < 4; f++)
        d = join(
          d,
          cone(m, y, z, [22.9, -91.5, 2.4 + 1.25 * f], [21.9, -98.5 + 0.5 * Math.abs(f - 1.5), 3.4 + 1.3 * f], 0.95, 0.72),
          0.8,
        );
      return join(d, cone(m, y, z, [22.2, -87, 6.6], [21.2, -92.6, 8.6], 1.05, 0.8), 1.2);
    };
  return (x, y, z) => {
    const m = Math.abs(x);
    let d = ball(m - 12.8, y + 64.9, z - 25.6, 3.9, 1.7, 5);
    d = join(d, cone(m, y, z, [13.6, -63.6, 19], [13.2, -64.3, 22.5], 2.6, 2.4), 1.6);
    for (let f = 0; f < 4; f++) {
      const fx = 10.4 + 1.62 * f;
      const end = f === 0 || f === 3 ? 34.6 : 36;
      d = join(d, cone(m, y, z, [fx, -65, 29], [fx + 0.2, -66.6, end], 0.9, 0.7), 0.9);
    }
    return join(d, cone(m, y, z, [10.2, -64.9, 24], [8.6, -66.2, 28.6], 1.05, 0.8), 1.2);
  };
}

/** A plain stool. */
export function stoolField(x: number, y: number, z: number): number {
  const m = Math.abs(x);
  const top = cylinder(x, y + 92.5, z - 1, 19, 2.1, 1);
  const legs = Math.min(
    cone(m, y, z, [12.5, -93, 11.5], [16.5, -129.5, 17.5], 1.5, 1.2),
    cone(m, y, z, [12.5, -93, -9.5], [16.5, -129.5, -16.5], 1.5, 1.2),
  );
  return Math.min(top, legs, box(x, y + 112, z - 15, 14.5, 0.8, 0.8, 0.4));
}

/** Clothes of a posture and a cut, with folds where a picture comes near enough to see them. */
export function clothField(posture: Posture, garment: Garment): Field {
  const { thick, folds: strength, seed, skirt } = CUTS[garment];
  const body = posture === 'seated' ? seatedBody : standingBody;
  const folds = foldsOf(seed);
  return (x, y, z) => {
    let d = body(x, y, z) - thick;
    if (skirt) d -= skirt * smooth(-58, -80, y) * smooth(30, 22, Math.abs(x)) * (posture === 'seated' ? 0.3 : 1);
    // Round the neck it dips under the collar.
    d += 3.2 * smooth(8.8, 5.2, norm(x, (z + 6.6) * 0.98)) * smooth(-25, -18, y);
    if (Math.abs(d) > 3) return d;
    const nearNeck = smooth(5.5, 9.5, norm(x, y + 17, z + 6));
    const fold = strength * nearNeck * folds(x, y, z) + lowerFolds(x, y, z);
    return d - fold;
  };
}

/** Slow folds of trousers and skirts, which begin gently where those of the chest end. */
function lowerFolds(x: number, y: number, z: number): number {
  if (y > -54) return 0;
  const gentle = clamp((-54 - y) / 10);
  const across =
    Math.sin(Math.abs(x) * 0.34 + y * 0.2 + 1.2 * Math.sin(y * 0.1)) + 0.6 * Math.sin(y * 0.46 - Math.abs(x) * 0.3 + z * 0.2);
  return gentle * (0.22 * across + 0.25 * noise(x * 0.16, y * 0.1, z * 0.16));
}
