import { skinDistance, wardrobeDistance } from './bust';
import { below, cone, ellipsoid, join, mirror } from './ops';

/** Below the frame of a portrait: forearms, hands, hips and legs of a person who stands. */

/** Nothing of this reaches over this height. */
const FROM_M = -0.55;

/** Skin of a person who stands: the head, and hands. */
export function standingSkin(x: number, y: number, z: number): number {
  if (y > FROM_M) return Math.min(skinDistance(x, y, z), below(x, y, z, 0.28, -0.8, 0.05, 0.06, 0.02));
  const m = Math.abs(x);
  let hand = ellipsoid(m - 0.258, y + 0.905, z - 0.055, 0.02, 0.05, 0.034);
  hand = join(hand, cone(m, y, z, 0.257, -0.94, 0.065, 0.25, -0.995, 0.082, 0.017, 0.012), 0.02);
  hand = join(hand, cone(m, y, z, 0.25, -0.895, 0.08, 0.243, -0.95, 0.1, 0.01, 0.008), 0.012);
  return hand;
}

/** Clothes of a person who stands. */
export function standingWardrobe(x: number, y: number, z: number): number {
  if (y > FROM_M) return Math.min(wardrobeDistance(x, y, z), below(x, y, z, 0.3, -0.6, 0, 0.14, 0.03));
  const m = mirror(x, 0.012);
  const fold = 0.0028 * Math.sin(m * 33 + y * 21 + 1.2 * Math.sin(y * 9)) + 0.0016 * Math.sin(y * 47 - m * 29 + z * 18);
  let d = wardrobeDistance(x, y, z);
  d = join(d, ellipsoid(x, y + 0.84, z + 0.025, 0.172, 0.13, 0.115), 0.07);
  d = join(d, cone(m, y, z, 0.088, -0.9, -0.015, 0.105, -1.58, -0.03, 0.088, 0.055), 0.05);
  d = join(d, cone(m, y, z, 0.239, -0.61, -0.014, 0.257, -0.86, 0.045, 0.046, 0.031), 0.03);
  // Folds begin gently, where the upper body's own end.
  const gentle = Math.min(1, (FROM_M - y) / 0.1);
  return d + (d < 0.03 ? gentle * fold : 0);
}
