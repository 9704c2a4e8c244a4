import { clamp, mix, norm } from '../numeric';

/** Building stones of bodies that are made: distances of simple solids and their smooth unions, cm. */

/** A field of distances: negative inside. */
export type Field = (x: number, y: number, z: number) => number;

export type Vec = [number, number, number];

/** Union with a fillet of size k. */
export function join(a: number, b: number, k: number): number {
  const h = Math.max(k - Math.abs(a - b), 0) / k;
  return Math.min(a, b) - h * h * k * 0.25;
}

/** a without b, the edge rounded by k. */
export function cut(a: number, b: number, k: number): number {
  return -join(-a, b, k);
}

/** An ellipsoid of half axes a, b, c. */
export function ball(x: number, y: number, z: number, a: number, b: number, c: number): number {
  const k0 = norm(x / a, y / b, z / c);
  const k1 = norm(x / (a * a), y / (b * b), z / (c * c));
  return k1 > 0 ? (k0 * (k0 - 1)) / k1 : -Math.min(a, b, c);
}

/** A capsule from a to b whose radius runs from ra to rb. */
export function cone(x: number, y: number, z: number, a: Vec, b: Vec, ra: number, rb: number): number {
  const dx = b[0] - a[0];
  const dy = b[1] - a[1];
  const dz = b[2] - a[2];
  const t = clamp(((x - a[0]) * dx + (y - a[1]) * dy + (z - a[2]) * dz) / (dx * dx + dy * dy + dz * dz));
  return norm(x - a[0] - t * dx, y - a[1] - t * dy, z - a[2] - t * dz) - mix(ra, rb, t);
}

/** A box with rounded edges: half sizes include the rounding. */
export function box(x: number, y: number, z: number, hx: number, hy: number, hz: number, r: number): number {
  const qx = Math.abs(x) - hx + r;
  const qy = Math.abs(y) - hy + r;
  const qz = Math.abs(z) - hz + r;
  return norm(Math.max(qx, 0), Math.max(qy, 0), Math.max(qz, 0)) + Math.min(Math.max(qx, qy, qz), 0) - r;
}

/** An upright cylinder with rounded edges. */
export function cylinder(x: number, y: number, z: number, radius: number, half: number, r: number): number {
  const qr = Math.sqrt(x * x + z * z) - radius + r;
  const qy = Math.abs(y) - half + r;
  return norm(Math.max(qr, 0), Math.max(qy, 0)) + Math.min(Math.max(qr, qy), 0) - r;
}

/** Direction in which a field grows, of length 1. */
export function slopeOf(field: Field, x: number, y: number, z: number, e = 0.1): Vec {
  const gx = field(x + e, y, z) - field(x - e, y, z);
  const gy = field(x, y + e, z) - field(x, y - e, z);
  const gz = field(x, y, z + e) - field(x, y, z - e);
  const l = norm(gx, gy, gz) || 1;
  return [gx / l, gy / l, gz / l];
}

/** Moves a point onto a field's surface by its slope. */
export function ontoSurface(field: Field, p: Vec, level = 0, steps = 4): Vec {
  let [x, y, z] = p;
  for (let k = 0; k < steps; k++) {
    const d = field(x, y, z) - level;
    if (Math.abs(d) < 0.002) break;
    const g = slopeOf(field, x, y, z);
    x -= d * g[0];
    y -= d * g[1];
    z -= d * g[2];
  }
  return [x, y, z];
}
