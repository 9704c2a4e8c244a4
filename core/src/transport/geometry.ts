import { isPerson } from '../figure/index';
import type { Look, Point } from '../document/schema';

/** A capsule that takes light away from what lies behind it; a sphere where both ends coincide. Metres. */
export interface Occluder {
  readonly body: 'head' | 'torso';
  readonly from: Point;
  readonly to: Point;
  readonly radiusM: number;
}

export function minus(a: Point, b: Point): Point {
  return [a[0] - b[0], a[1] - b[1], a[2] - b[2]];
}

export function plus(a: Point, b: Point, times = 1): Point {
  return [a[0] + times * b[0], a[1] + times * b[1], a[2] + times * b[2]];
}

export function dotPoint(a: Point, b: Point): number {
  return a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
}

export function cross(a: Point, b: Point): Point {
  return [a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]];
}

export function lengthOf(a: Point): number {
  return Math.hypot(a[0], a[1], a[2]);
}

export function unitVector(a: Point): Point {
  const length = lengthOf(a) || 1;
  return [a[0] / length, a[1] / length, a[2] / length];
}

export const HEAD_RADIUS_M = 0.11;
const TORSO_RADIUS_M = 0.19;

/** The subject as simple capsules, for the rays of the room's light. */
export function subjectForms(look: Pick<Look, 'subject'>): Occluder[] {
  const y = look.subject.faceHeightM;
  if (!isPerson(look.subject)) return [{ body: 'torso', from: [0, y - 0.03, 0], to: [0, y + 0.03, 0], radiusM: 0.035 }];
  return [
    { body: 'head', from: [0, y, 0], to: [0, y + 0.04, 0], radiusM: HEAD_RADIUS_M },
    { body: 'torso', from: [0, y - 0.4, -0.02], to: [0, y - 0.85, -0.02], radiusM: TORSO_RADIUS_M },
  ];
}

const clamp01 = (v: number) => Math.min(1, Math.max(0, v));

/**
 * How much of a face of radius `faceRadiusM` at `q` shows past one capsule from `p`, by the least distance of the line of
 * sight from the capsule's axis (closest points of two segments). Scalars only: it runs for every ray of the room wash.
 */
function pastForm(p: Point, q: Point, form: Occluder, faceRadiusM: number): number {
  const { from, to, radiusM } = form;
  const ux = q[0] - p[0];
  const uy = q[1] - p[1];
  const uz = q[2] - p[2];
  const vx = to[0] - from[0];
  const vy = to[1] - from[1];
  const vz = to[2] - from[2];
  const rx = p[0] - from[0];
  const ry = p[1] - from[1];
  const rz = p[2] - from[2];
  const a = ux * ux + uy * uy + uz * uz;
  const e = vx * vx + vy * vy + vz * vz;
  const b = ux * vx + uy * vy + uz * vz;
  const c = ux * rx + uy * ry + uz * rz;
  const f = vx * rx + vy * ry + vz * rz;
  let s = clamp01(-c / a);
  let t = 0;
  if (e > 1e-12) {
    const parallel = a * e - b * b;
    s = parallel > 1e-12 ? clamp01((b * f - c * e) / parallel) : 0;
    t = (b * s + f) / e;
    if (t < 0) [t, s] = [0, clamp01(-c / a)];
    else if (t > 1) [t, s] = [1, clamp01((b - c) / a)];
  }
  const distance = Math.hypot(rx + s * ux - t * vx, ry + s * uy - t * vy, rz + s * uz - t * vz);
  const blur = Math.max(0.01, faceRadiusM * s);
  const share = clamp01((distance - radiusM + blur) / (2 * blur));
  return share * share * (3 - 2 * share);
}

/** The share of a point of light that a place sees past the subject's capsules: 1 clear, 0 hidden. */
export function clearWay(place: Point, light: Point, forms: readonly Occluder[]): number {
  let share = 1;
  for (const form of forms) share *= pastForm(place, light, form, 0);
  return share;
}
