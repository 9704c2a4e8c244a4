import { type Mesh } from '../mesh';
import { clamp, mix, norm, smooth } from '../numeric';
import type { Garment } from '../../document/subject';
import { CUTS, upperBody } from './body';
import { slopeOf, type Vec } from './shapes';

/** Collars: strips of cloth that are cut, rolled and laid on the shoulders. All have two sides. */

/** A band of `columns` along its length and `rows` across; `at` gives the place of each. */
function strip(columns: number, rows: number, closed: boolean, at: (i: number, j: number) => Vec): Mesh {
  const across = closed ? columns : columns + 1;
  const position: number[] = [];
  const face: number[] = [];
  for (let j = 0; j < rows; j++) for (let i = 0; i < across; i++) position.push(...at(i, j));
  for (let j = 0; j + 1 < rows; j++)
    for (let i = 0; i < columns; i++) {
      const a = j * across + i;
      const b = j * across + ((i + 1) % across);
      face.push(a, b, b + across, a, b + across, a + across);
    }
  return { position: Float32Array.from(position), face: Uint32Array.from(face) };
}

interface CollarCut {
  readonly radius: number;
  /** Height of the stand behind and how much lower it is in front. */
  readonly high: number;
  readonly dip: number;
  readonly roll: number;
  /** Length of the leaf that falls over, and how much longer its points are; 0 for a stand alone. */
  readonly leaf: number;
  readonly points: number;
  /** How far the leaves spread in front, and how far over the shoulders they lie. */
  readonly spread: number;
  readonly over: number;
}

const SHIRT: CollarCut = { radius: 5.92, high: 3.3, dip: 0.75, roll: 0.27, leaf: 4, points: 1.9, spread: 0.36, over: 1.2 };
const SHIRT_BAND: CollarCut = { radius: 5.86, high: 2.85, dip: 0.72, roll: 0.09, leaf: 0, points: 0, spread: 0, over: 0 };
const STAND: CollarCut = { radius: 5.7, high: 4.1, dip: 0.5, roll: 0.16, leaf: 0, points: 0, spread: 0, over: 0 };
const FENCING: CollarCut = { radius: 5.75, high: 4.6, dip: 0.9, roll: 0.3, leaf: 0, points: 0, spread: 0, over: 0 };
const COAT: CollarCut = { radius: 6.7, high: 4.3, dip: 1.3, roll: 0.5, leaf: 6, points: 3.6, spread: 0.62, over: 1.35 };

/** How far a stand comes out of the cloth it is sewn to; where that cloth begins, from the neck's axis, at the sides and in front. */
const STANDS_CM = 1.9;
const [YOKE_SIDE, YOKE_FRONT] = [9.9, 8];

/** Height of what lies so far over the shoulders. */
function heightOn(x: number, z: number, over: number): number {
  let [low, high] = [-34, -4];
  for (let y = high; y > low; y -= 0.5)
    if (upperBody(x, y, z) < over) {
      [low, high] = [y, y + 0.5];
      break;
    }
  for (let k = 0; k < 12; k++) {
    const y = (low + high) / 2;
    if (upperBody(x, y, z) < over) low = y;
    else high = y;
  }
  return low;
}

/** A yoke: from a place at the foot of a collar, on to where it goes into the cloth of the shoulders. `t` 0 to 1. */
function yoke(foot: Vec, ph: number, thick: number, t: number): Vec {
  const R = YOKE_SIDE + (YOKE_FRONT - YOKE_SIDE) * Math.max(0, Math.sin(ph)) ** 2;
  const [x, z] = [R * 1.05 * Math.cos(ph), -6.5 + R * Math.sin(ph)];
  const y = heightOn(x, z, thick - 0.3);
  // It leaves the collar in a round, and lies flat after that.
  const fall = t + 0.35 * Math.sin(Math.PI * Math.sqrt(t)) * (1 - t);
  return [mix(foot[0], x, t), mix(foot[1], y, clamp(fall)), mix(foot[2], z, t)];
}

/** Steps across: inside up, over, outside down, and back under the edge, or on over the shoulders. */
function rowsOf({ leaf }: CollarCut, fine: boolean): readonly (readonly [part: number, t: number])[] {
  const run = (part: number, n: number, from = 1) =>
    Array.from({ length: n + 1 - from }, (_, i) => [part, (i + from) / n] as const);
  if (!fine) return [...run(0, 2, 0), ...run(1, 2), ...(leaf ? run(2, 6) : [...run(2, 2), ...run(4, 3)])];
  return [...run(0, 6, 0), ...run(1, 5), ...(leaf ? [...run(2, 16), ...run(3, 3)] : [...run(2, 4), ...run(4, 10)])];
}

function cutCollar(cut: CollarCut, thick: number, fine: boolean): Mesh {
  const columns = fine ? 180 : 60;
  const rows = rowsOf(cut, fine);
  const { leaf, roll } = cut;
  return strip(columns, rows.length, false, (i, j) => {
    const [part, t] = rows[j]!;
    const u = i / columns;
    const fall = part === 2 ? t : part > 2 ? 1 : 0;
    const ends = -0.042 + (leaf ? 0.09 * Math.min(1, 8 * fall) + cut.spread * fall : 0);
    const ph = Math.PI / 2 + ends + u * (2 * Math.PI - 2 * ends);
    const front = Math.max(0, Math.sin(ph));
    const high = cut.high - cut.dip * front;
    const uneven = 0.07 * Math.sin(3 * ph + 1) + 0.05 * Math.sin(7 * ph + 2);
    let out: number;
    let y: number;
    if (part === 0) {
      out = -roll + 0.15 * (1 - t);
      y = -3.4 + (3.4 + high) * t;
    } else if (part === 1) {
      out = -roll * Math.cos(Math.PI * t);
      y = high + roll * Math.sin(Math.PI * t);
    } else if (!leaf) {
      const down = part === 2 ? t : 1;
      out = roll + 0.2 * down;
      y = high - STANDS_CM * down;
    } else {
      const d = (part === 2 ? t : 1) * (leaf + cut.points * smooth(0.62, 1, Math.abs(2 * u - 1)) ** 1.5);
      const turned = part === 3 ? t : 0;
      out = roll + 0.36 * d + 0.055 * d * d * (1 - 0.3 * front) - 0.14 * Math.sin(Math.PI * Math.min(1, d / 3)) - 0.2 * turned;
      y = high - d * 0.86;
    }
    // One end lies over the other.
    const over = 0.16 * smooth(0.95, 0.985, u) * (!leaf || part < 2 ? 1 : 0);
    const R = cut.radius + out + 0.6 * uneven * (part < 2 ? 0.4 : 1) + over;
    const z = R * Math.sin(ph);
    const place: Vec = [R * 1.05 * Math.cos(ph), -16 + y - 0.24 * z + 0.25 * uneven, -6.5 + z];
    if (part === 4) return yoke(place, ph, thick, t);
    return part >= 2 && leaf ? laid(place, cut.over + (part === 3 ? -0.24 * t : 0) + 0.12 * Math.sin(5 * ph)) : place;
  });
}

/** Moved out until it lies so far over the shoulders. */
function laid(place: Vec, over: number): Vec {
  let q = place;
  for (let k = 0; k < 6; k++) {
    const d = upperBody(...q);
    if (d >= over) break;
    const g = slopeOf(upperBody, ...q);
    q = [q[0] + (over - d) * g[0], q[1] + (over - d) * g[1], q[2] + (over - d) * g[2]];
  }
  return q;
}

/** A knitted band round the neck. */
function ribbed(thick: number, fine: boolean): Mesh {
  const columns = fine ? 200 : 60;
  const rows = fine ? 23 : 9;
  return strip(columns, rows, true, (i, j) => {
    const ph = (2 * Math.PI * i) / columns;
    const t = (j / (rows - 1)) * 2 - 1;
    const a = clamp((t + 0.3) / 0.6) * Math.PI;
    const r = 0.28;
    const uneven = 0.12 * Math.sin(3 * ph + 1) + 0.08 * Math.sin(5 * ph);
    const on = t > 0.3 ? (t - 0.3) / 0.7 : 0;
    const out = -Math.cos(a) * r + 0.3 * Math.min(1, 3 * on);
    const y = Math.sin(a) * r - (on > 0 ? 1.5 * Math.min(1, 3 * on) : t < -0.3 ? (-0.3 - t) * 3.1 : 0);
    const R = 5.95 + out + 0.15 * uneven;
    const x = R * 1.06 * Math.cos(ph);
    const z = R * Math.sin(ph);
    const place: Vec = [x, -13.9 + y - 0.2 * z + (z < 0 ? 0.05 * z : 0) + 0.2 * uneven + 0.03 * x * x, -6.6 + z];
    return on > 1 / 3 ? yoke(place, ph, thick, 1.5 * (on - 1 / 3)) : place;
  });
}

/** The collar of a garment, and a band inside it where it has one. */
export function makeCollars(garment: Garment, fine: boolean): Mesh[] {
  const { thick } = CUTS[garment];
  switch (garment) {
    case 'sweater':
      return [ribbed(thick, fine)];
    case 'shirt':
    case 'apron':
      return [cutCollar(SHIRT, thick, fine), cutCollar(SHIRT_BAND, thick, fine)];
    case 'jacket':
      return [cutCollar(STAND, thick, fine)];
    case 'fencing':
      return [cutCollar(FENCING, thick, fine)];
    case 'coat':
      return [cutCollar(COAT, thick, fine), cutCollar(STAND, thick, fine)];
  }
}

/** Distance from the neck's axis, cm. */
export function fromNeck(x: number, z: number): number {
  return norm(x, z + 6.6);
}
