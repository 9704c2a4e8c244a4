import { skinDistance, wardrobeDistance } from './bust';
import { below, box, cone, cylinder, ellipsoid, join, mirror } from './ops';

/** Skin of a person who sits: the head, and hands that rest on the thighs. */
export function seatedSkin(x: number, y: number, z: number): number {
  if (y > -0.5) return Math.min(skinDistance(x, y, z), below(x, y, z, 0.2, -0.6, 0.37, 0.1, 0.02));
  const m = Math.abs(x);
  let hand = ellipsoid(m - 0.142, y + 0.652, z - 0.352, 0.04, 0.0185, 0.052);
  for (let f = 0; f < 4; f++) {
    const fx = 0.118 + 0.0165 * f;
    const long = f === 0 || f === 3 ? 0.425 : 0.437;
    hand = join(hand, cone(m, y, z, fx, -0.656, 0.385, fx + 0.002, -0.674, long, 0.0088, 0.0072), 0.01);
  }
  hand = join(hand, cone(m, y, z, 0.113, -0.655, 0.335, 0.097, -0.668, 0.382, 0.0105, 0.008), 0.012);
  return hand;
}

/** Clothes of a person who sits: the upper body, forearms, hips, thighs and shins. */
export function seatedWardrobe(x: number, y: number, z: number): number {
  if (y > -0.5) return Math.min(wardrobeDistance(x, y, z), below(x, y, z, 0.3, -0.6, 0.15, 0.35, 0.03));
  const m = mirror(x, 0.016);
  const gentle = Math.min(1, (-0.5 - y) / 0.1);
  const fold =
    gentle *
    (0.0035 * Math.sin(m * 38 + z * 26 + 1.2 * Math.sin(y * 17)) + 0.0018 * Math.sin(z * 61 - m * 33 + 1.1 * Math.sin(x * 19)));
  let d = wardrobeDistance(x, y, z);
  d = join(d, ellipsoid(x, y + 0.8, z + 0.03, 0.2, 0.13, 0.15), 0.08);
  d = join(d, cone(m, y, z, 0.1, -0.8, 0, 0.17, -0.755, 0.42, 0.092, 0.068), 0.07);
  d = join(d, cone(m, y, z, 0.17, -0.775, 0.425, 0.18, -1.26, 0.39, 0.064, 0.052), 0.05);
  d += d < 0.03 ? fold : 0;
  // Sleeves to the wrists.
  const sleeve = cone(m, y, z, 0.24, -0.61, -0.005, 0.15, -0.645, 0.31, 0.048, 0.035) + (d < 0.05 ? fold * 0.6 : 0);
  return join(d, sleeve, 0.03);
}

/** A plain stool. */
export function seatDistance(x: number, y: number, z: number): number {
  const top = cylinder(x, y + 0.915, z - 0.02, 0.2, 0.022, 0.01);
  const m = Math.abs(x);
  const leg = Math.min(
    cone(m, y, z, 0.13, -0.92, 0.12, 0.17, -1.3, 0.18, 0.016, 0.013),
    cone(m, y, z, 0.13, -0.92, -0.1, 0.17, -1.3, -0.17, 0.016, 0.013),
  );
  return Math.min(top, leg, box(x, y + 1.12, z - 0.16, 0.15, 0.008, 0.008, 0.004));
}
