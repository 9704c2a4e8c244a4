import { raysThrough } from '../figure/rays';
import { SURFACE } from '../figure/surfaces';
import { hairOnWay, type Stage } from './stage';

/** What a place sees of a lamp's face past the subject. */

/** Points of a face are asked so many at once. */
const AT_ONCE = 4;
/** A face of more than so many points is judged by the first that are asked where they agree. */
const MANY = 10;
/** Every so many-th point of a face is asked for hair, which is soft of itself. */
const HAIR_EVERY = 3;

/** Of the points that are asked at once: how far they are, and what each would bring. */
const far = new Float64Array(AT_ONCE);
const share = new Float64Array(AT_ONCE);

/**
 * Share of a face's points that a place in the subject's own axes sees past the subject, by what each would bring there; hair dims. With
 * no direction (0, 0, 0) all points count alike, as for strands. A place of the subject is lifted off by `liftM`.
 */
export function seenShare(
  stage: Stage,
  points: Float64Array,
  x: number,
  y: number,
  z: number,
  nx: number,
  ny: number,
  nz: number,
  liftM: number,
): number {
  const { shade } = stage;
  const flat = nx === 0 && ny === 0 && nz === 0;
  const ox = x + liftM * nx;
  const oy = y + liftM * ny;
  const oz = z + liftM * nz;
  let seen = 0;
  let all = 0;
  let hair = 0;
  let asked = 0;
  const rays = raysThrough(shade.bvh);
  const { way } = rays;
  for (let q = 0; q < points.length;) {
    let count = 0;
    for (; q < points.length && count < AT_ONCE; q += 3) {
      const dx = points[q]! - ox;
      const dy = points[q + 1]! - oy;
      const dz = points[q + 2]! - oz;
      const d = Math.sqrt(dx * dx + dy * dy + dz * dz) || 1e-9;
      const cosine = flat ? 1 : (nx * dx + ny * dy + nz * dz) / d;
      if (cosine <= 0) continue;
      way[count] = dx;
      way[count + 4] = dy;
      way[count + 8] = dz;
      far[count] = d;
      share[count++] = cosine;
      all += cosine;
    }
    if (count === 0) break;
    const blocked = rays.blocked(count, ox, oy, oz);
    for (let k = 0; k < count; k++) {
      if (blocked & (1 << k)) continue;
      seen += share[k]!;
      if (!shade.hair || asked++ % HAIR_EVERY !== 0) continue;
      const d = far[k]!;
      const depth = hairOnWay(shade, ox, oy, oz, way[k]! / d, way[k + 4]! / d, way[k + 8]! / d, d);
      hair += depth > 0 ? Math.exp(-depth) : 1;
    }
    // Where the first few, spread over the face, agree that nothing or everything is in the way, the rest is not asked.
    if (points.length > 3 * MANY && (seen === 0 || seen === all)) break;
  }
  if (seen === 0) return 0;
  const times = Math.ceil(asked / HAIR_EVERY);
  return (seen / all) * (times > 0 ? hair / times : 1);
}

/**
 * Whether the body under folded cloth faces a source: folds turned to a light that the body is turned away from lie in each other's
 * shadow, which the mesh that casts shadows is too coarse to show. By the direction under the folds, in the subject's own axes.
 */
export function overHorizon(points: Float64Array, x: number, y: number, z: number, bx: number, by: number, bz: number): number {
  let sum = 0;
  const n = points.length / 3;
  for (let q = 0; q < points.length; q += 3) {
    const dx = points[q]! - x;
    const dy = points[q + 1]! - y;
    const dz = points[q + 2]! - z;
    sum += (bx * dx + by * dy + bz * dz) / (Math.sqrt(dx * dx + dy * dy + dz * dz) || 1e-9);
  }
  const t = Math.min(1, Math.max(0, (sum / n + 0.16) / 0.42));
  return t * t * (3 - 2 * t);
}

/** How far off a figure's surface shadows start, m: about as far as the mesh that casts them lies from the fine one. */
const SKIN_LIFT_M = 0.0035;
const CLOTH_LIFT_M = 0.009;
const THING_LIFT_M = 0.0012;

/** The lift of a kind of surface; 0 for the room's. */
export function liftOf(surface: number | null): number {
  if (surface === null) return 0;
  if (surface === SURFACE.cloth || surface === SURFACE.collar || surface === SURFACE.hat) return CLOTH_LIFT_M;
  return surface === SURFACE.skin || surface === SURFACE.eye || surface === SURFACE.lens || surface === SURFACE.seat
    ? SKIN_LIFT_M
    : THING_LIFT_M;
}
