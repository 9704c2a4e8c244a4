/** Turns the head on the neck and the shoulders under it: by height, so that the neck twists between. */

/** Figures are modelled in centimetres and stand in the room in metres. */
export const CM = 0.01;

export interface Pose {
  /** Radians; positive to the picture's right. */
  readonly headYaw: number;
  readonly headRoll: number;
  readonly nod: number;
  readonly bodyYaw: number;
}

/** Heights between which the neck twists, and the middle it turns about, cm. */
const [HEAD_FROM, BODY_FROM] = [-7, -17];
const [PIVOT_Y, PIVOT_Z] = [-12, -6];
const STEPS = 24;

export interface Posing {
  /** Three rows of a rotation for each share of the head's turn, 0 to 1 in equal steps. */
  readonly rows: Float64Array;
}

export function posing({ headYaw, headRoll, nod, bodyYaw }: Pose): Posing {
  const rows = new Float64Array(9 * (STEPS + 1));
  for (let s = 0; s <= STEPS; s++) {
    const w = s / STEPS;
    const a = bodyYaw + (headYaw - bodyYaw) * w;
    const [ca, sa] = [Math.cos(a), Math.sin(a)];
    const [cr, sr] = [Math.cos(headRoll * w), Math.sin(headRoll * w)];
    const [cb, sb] = [Math.cos(nod * w), Math.sin(nod * w)];
    // Nod about x, then roll about z, then yaw about y.
    const nodRoll = [cr, -sr * cb, sr * sb, sr, cr * cb, -cr * sb, 0, sb, cb];
    for (let c = 0; c < 3; c++) {
      const [x, y, z] = [nodRoll[c]!, nodRoll[3 + c]!, nodRoll[6 + c]!];
      rows[9 * s + c] = ca * x + sa * z;
      rows[9 * s + 3 + c] = y;
      rows[9 * s + 6 + c] = -sa * x + ca * z;
    }
  }
  return { rows };
}

function rowAt(y: number): number {
  const t = (y - BODY_FROM) / (HEAD_FROM - BODY_FROM);
  const k = t <= 0 ? 0 : t >= 1 ? 1 : t * t * (3 - 2 * t);
  return 9 * Math.round(k * STEPS);
}

/** Places at rest, cm, into posed ones times `scale`; `out` may be `rest` itself. */
export function posed(
  { rows }: Posing,
  rest: Float32Array,
  scale: number,
  out: Float32Array = new Float32Array(rest.length),
): Float32Array {
  // Between two steps of the neck places are mixed, so that it has no ridges.
  for (let i = 0; i < rest.length; i += 3) {
    const y = rest[i + 1]!;
    const t = (y - BODY_FROM) / (HEAD_FROM - BODY_FROM);
    const k = (t <= 0 ? 0 : t >= 1 ? 1 : t * t * (3 - 2 * t)) * STEPS;
    const s = Math.min(STEPS - 1, k | 0);
    const f = k - s;
    const X = rest[i]!;
    const Y = y - PIVOT_Y;
    const Z = rest[i + 2]! - PIVOT_Z;
    for (let c = 0; c < 3; c++) {
      const r = 9 * s + 3 * c;
      const low = rows[r]! * X + rows[r + 1]! * Y + rows[r + 2]! * Z;
      const v = f > 0 ? low + f * (rows[r + 9]! * X + rows[r + 10]! * Y + rows[r + 11]! * Z - low) : low;
      out[i + c] = scale * (v + (c === 1 ? PIVOT_Y : c === 2 ? PIVOT_Z : 0));
    }
  }
  return out;
}

/** A posed place and a direction back to rest, cm, as the part of the body at its height was turned. Fills `out`: place, then direction. */
export function unposed(
  { rows }: Posing,
  out: Float64Array,
  x: number,
  y: number,
  z: number,
  dx: number,
  dy: number,
  dz: number,
): void {
  const r = rowAt(y);
  const [X, Y, Z] = [x, y - PIVOT_Y, z - PIVOT_Z];
  for (let c = 0; c < 3; c++) {
    const [a, b, d] = [rows[r + c]!, rows[r + 3 + c]!, rows[r + 6 + c]!];
    out[c] = a * X + b * Y + d * Z + (c === 1 ? PIVOT_Y : c === 2 ? PIVOT_Z : 0);
    out[3 + c] = a * dx + b * dy + d * dz;
  }
}
