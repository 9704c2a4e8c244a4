/** Building stones of sculpted forms: distances of simple bodies and their smooth unions. Scalars only: they run millions of times a picture. */

/** |x| with its corner rounded off over `r`, so that no seam runs down the middle. */
export function mirror(x: number, r: number): number {
  return Math.sqrt(x * x + r * r);
}

export function ellipsoid(x: number, y: number, z: number, rx: number, ry: number, rz: number): number {
  const ax = x / rx;
  const ay = y / ry;
  const az = z / rz;
  const k0 = Math.sqrt(ax * ax + ay * ay + az * az);
  const bx = ax / rx;
  const by = ay / ry;
  const bz = az / rz;
  const k1 = Math.sqrt(bx * bx + by * by + bz * bz);
  return k1 < 1e-9 ? -Math.min(rx, ry, rz) : (k0 * (k0 - 1)) / k1;
}

export function sphere(x: number, y: number, z: number, r: number): number {
  return Math.sqrt(x * x + y * y + z * z) - r;
}

/** A capsule whose radius runs from ra to rb. */
export function cone(
  x: number,
  y: number,
  z: number,
  ax: number,
  ay: number,
  az: number,
  bx: number,
  by: number,
  bz: number,
  ra: number,
  rb: number,
): number {
  const ux = bx - ax;
  const uy = by - ay;
  const uz = bz - az;
  const px = x - ax;
  const py = y - ay;
  const pz = z - az;
  let t = (px * ux + py * uy + pz * uz) / (ux * ux + uy * uy + uz * uz);
  t = t < 0 ? 0 : t > 1 ? 1 : t;
  const dx = px - t * ux;
  const dy = py - t * uy;
  const dz = pz - t * uz;
  return Math.sqrt(dx * dx + dy * dy + dz * dz) - (ra + (rb - ra) * t);
}

/** Union with a fillet of size k. */
export function join(a: number, b: number, k: number): number {
  const h = k - Math.abs(a - b);
  return h > 0 ? Math.min(a, b) - (h * h) / (4 * k) : Math.min(a, b);
}

/** a without b, the edge rounded by k. */
export function cut(a: number, b: number, k: number): number {
  return -join(-a, b, k);
}

export function meet(a: number, b: number, k: number): number {
  return -join(-a, -b, k);
}

/** A box with rounded edges: half sizes include the rounding. */
export function box(x: number, y: number, z: number, hx: number, hy: number, hz: number, r: number): number {
  const qx = Math.abs(x) - hx + r;
  const qy = Math.abs(y) - hy + r;
  const qz = Math.abs(z) - hz + r;
  const ox = Math.max(qx, 0);
  const oy = Math.max(qy, 0);
  const oz = Math.max(qz, 0);
  return Math.sqrt(ox * ox + oy * oy + oz * oz) + Math.min(Math.max(qx, qy, qz), 0) - r;
}

/** An upright cylinder with rounded edges. */
export function cylinder(x: number, y: number, z: number, radius: number, half: number, r: number): number {
  const qr = Math.sqrt(x * x + z * z) - radius + r;
  const qy = Math.abs(y) - half + r;
  const or = Math.max(qr, 0);
  const oy = Math.max(qy, 0);
  return Math.sqrt(or * or + oy * oy) + Math.min(Math.max(qr, qy), 0) - r;
}

/** A lower bound for parts that lie below `top` and within half sizes about x = 0 and `middleZ`, kept `slack` off them. */
export function below(
  x: number,
  y: number,
  z: number,
  halfX: number,
  top: number,
  middleZ: number,
  halfZ: number,
  slack: number,
): number {
  const ax = Math.max(0, Math.abs(x) - halfX);
  const ay = Math.max(0, y - top);
  const az = Math.max(0, Math.abs(z - middleZ) - halfZ);
  return Math.sqrt(ax * ax + ay * ay + az * az) + slack;
}
