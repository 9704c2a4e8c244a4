import { norm } from '../numeric';
import { box, cone, cut, cylinder, join } from './shapes';

/** What a person wears on the head, and things of a still life, as distances, cm about the middle of the face or of the thing. */

/** A hat: a crown that tapers to a dented top, and a brim that dips in front. */
export function hatField(x: number, y: number, z: number): number {
  const w = (z + 2.6) * 0.88;
  const dip = 0.1 * (z + 2.6) + 0.005 * x * x;
  const py = y - 8.6 + 0.35 * dip;
  const r = norm(x, w);
  const brim = norm(Math.max(0, r - 14), py) - 0.42;
  const crown = -join(-(r - 9.9 + 0.16 * Math.max(0, py)), -(py - 9.8 + 1.6 * Math.exp((-x * x) / 11)), 2) * 0.85;
  return cut(join(Math.max(crown, -py - 0.4), brim, 0.8) * 0.9, Math.max(r - 8.9 + 0.16 * Math.max(0, py), py - 8.9), 0.35);
}

/** A soft cloth cap that covers the hair: a band, and a top that falls to one side. */
export function capField(x: number, y: number, z: number): number {
  const w = (z + 3.4) * 0.93;
  const r = norm(x * 1.02, w);
  const tilt = y - 0.1 * z;
  const band = Math.max(r - 9.05, Math.abs(tilt - 7.6) - 1.7);
  const puff = norm(x * 0.98 - 0.6, (tilt - 11.2) * 1.55, w * 0.98) - 10.1;
  const pleats = 0.16 * Math.sin(14 * Math.atan2(x, w)) * Math.max(0, Math.min(1, (tilt - 9) / 2));
  return cut(join(band, Math.max(puff + pleats, 8.6 - tilt), 0.9), Math.max(r - 8.05, tilt - 8.4), 0.35);
}

/** Dark glasses: two rounded panes on a slow curve round the head, their rims, a bridge, and arms to the ears. */
export function glassesField(x: number, y: number, z: number): number {
  const m = Math.abs(x);
  const plane = z - 6.1 + 0.052 * m * m;
  const bridge = cone(x, y, z, [-0.6, 2.9, 6.2], [0.6, 2.9, 6.2], 0.2, 0.2);
  const arm = cone(m, y, z, [6.2, 2.9, 4.1], [7.75, 2.4, -4.6], 0.22, 0.2);
  return Math.min(norm(Math.max(0, paneEdge(x, y)), plane) - 0.2, bridge, arm);
}

/** How far outside the shape of a pane a place lies, seen from the front. */
export function paneEdge(x: number, y: number): number {
  const u = Math.abs(x) - 3.25;
  const v = y - 2.35;
  return (Math.pow((u / 2.85) ** 4 + (v / 2.15) ** 4, 0.25) - 1) * 2.15;
}

/** Height of a table's top under the middle of what stands on it, cm. */
export const BOTTLE_TABLE_CM = -5.8;
export const KETTLE_TABLE_CM = -9;

/** The label of the bottle. */
export function labelField(x: number, y: number, z: number): number {
  return box(x, y + 1.8, z - 1.85, 2.15, 1.85, 0.06, 0.04);
}

/** The bottle's collar and cap. */
export function bottleCapField(x: number, y: number, z: number): number {
  return Math.min(cylinder(x, y - 5.6, z, 1.38, 1.28, 0.22), cylinder(x, y - 4.1, z, 1.08, 0.26, 0.08));
}

/** A kettle: polished body with a spout. Its handle, knob and foot are matt. */
export function kettleField(x: number, y: number, z: number): number {
  const r = norm(x, z);
  const taper = 7.6 - 0.09 * Math.max(0, y + 8) ** 1.35;
  const body = Math.max(r - taper, Math.abs(y + 2.2) - 6.2) * 0.9;
  const lid = norm(Math.max(0, r - 3.6), (y - 4.1) * 1.6) - 0.5;
  const spout = cone(x, y, z, [4.6, -4.5, 0.4], [11.2, 3, 1], 1.7, 0.85);
  return join(join(body + 0.25, lid, 0.6), spout, 1.1);
}

export function kettleMattField(x: number, y: number, z: number): number {
  const knob = norm(x, (y - 5.9) * 1.1, z) - 1.05;
  const across = norm(x + 8.6, Math.max(0, Math.abs(y - 0.4) - 2.6));
  const handle = norm(Math.max(0, Math.abs(across - 2.6) - 0.05), z) - 0.72;
  const foot = cylinder(x, y + 8.6, z, 7.2, 0.4, 0.2);
  return Math.min(knob, Math.max(handle, x + 6.2), foot);
}
