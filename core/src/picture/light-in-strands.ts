import { norm } from '../figure/numeric';
import { STRAND } from '../figure/strands';
import { downFibre, fibre, type FibreOut } from '../transport/fibre';
import { openCard, openFlux, type Reaching, type ReachingCard } from '../transport/reach';
import { seenShare } from '../transport/seen-share';
import { STRAND_ROOM } from '../transport/zone-light';
import type { Seen } from './seen';
import type { SeenStrands } from './seen-strands';

/** Cells in which strands share what they see of a source, m; and in a rough picture. */
const [CELL_M, ROUGH_CELL_M] = [0.009, 0.025];

/** What places among strands get of a source, past the subject: found at corners of cells as they are asked for, and taken between them. */
function amongStrands(
  { stage }: Seen,
  points: Float64Array,
  flux: (x: number, y: number, z: number) => number,
  cellM = CELL_M,
): (x: number, y: number, z: number) => number {
  const known = new Map<number, number>();
  const { low } = stage.shade;
  const corner = (i: number, j: number, k: number) => {
    const key = (i * 1024 + j) * 1024 + k;
    let found = known.get(key);
    if (found === undefined) {
      const [x, y, z] = [low[0] + (i - 4) * cellM, low[1] + (j - 4) * cellM, low[2] + (k - 4) * cellM];
      const open = flux(x, y, z);
      known.set(key, (found = open > 0 ? open * seenShare(stage, points, x, y, z, 0, 0, 0, 0) : 0));
    }
    return found;
  };
  return (x, y, z) => {
    const a = (x - low[0]) / cellM + 4;
    const b = (y - low[1]) / cellM + 4;
    const c = (z - low[2]) / cellM + 4;
    const [i, j, k] = [a | 0, b | 0, c | 0];
    const [u, v, w] = [a - i, b - j, c - k];
    let sum = 0;
    for (let m = 0; m < 8; m++) {
      const share = (m & 1 ? u : 1 - u) * (m & 2 ? v : 1 - v) * (m & 4 ? w : 1 - w);
      if (share > 0.02) sum += share * corner(i + (m & 1), j + ((m >> 1) & 1), k + (m >> 2));
    }
    return sum;
  };
}

/** What one lamp brings to points of strands, before any colour. */
export interface StrandLight {
  readonly scattered: Float32Array;
  readonly through: Float32Array;
  readonly mirrored: Float32Array;
}

/** How a lamp lights the points of strands that are seen. */
export function lightStrands(seen: Seen, strands: SeenStrands, reach: Reaching, isRough: boolean): StrandLight {
  const { stage, view, figure } = seen;
  const n = strands.point.length;
  const out: StrandLight = { scattered: new Float32Array(n), through: new Float32Array(n), mirrored: new Float32Array(n) };
  const { place: p, tint, kind } = figure.strands!;
  const t = strands.tangent;
  const [cos, sin] = stage.turn;
  const flux = (x: number, y: number, z: number) => openFlux(reach, cos * x + sin * z, y + stage.originM, -sin * x + cos * z);
  const comes = amongStrands(seen, reach.points, flux, isRough ? ROUGH_CELL_M : CELL_M);
  const lamp = reach.light.position;
  const [ax, ay, az] = [cos * lamp[0] - sin * lamp[2], lamp[1] - stage.originM, sin * lamp[0] + cos * lamp[2]];
  const [ex, ey, ez] = [
    cos * view.eye[0] - sin * view.eye[2],
    view.eye[1] - stage.originM,
    sin * view.eye[0] + cos * view.eye[2],
  ];
  const sent: FibreOut = { reflected: 0, through: 0, scattered: 0 };
  for (let i = 0; i < n; i++) {
    const k = strands.point[i]!;
    const q = 3 * k;
    const [x, y, z] = [p[q]!, p[q + 1]!, p[q + 2]!];
    const arriving = strands.fade[i]! * comes(x, y, z);
    if (arriving < 1e-6) continue;
    let [lx, ly, lz] = [ax - x, ay - y, az - z];
    const d = Math.sqrt(lx * lx + ly * ly + lz * lz) || 1e-6;
    lx /= d;
    ly /= d;
    lz /= d;
    let [vx, vy, vz] = [ex - x, ey - y, ez - z];
    const e = Math.sqrt(vx * vx + vy * vy + vz * vz) || 1e-6;
    vx /= e;
    vy /= e;
    vz /= e;
    if (kind[k]! >= STRAND.down) downFibre(sent, lx, ly, lz, vx, vy, vz, t[3 * i]!, t[3 * i + 1]!, t[3 * i + 2]!);
    else
      fibre(
        sent,
        lx,
        ly,
        lz,
        vx,
        vy,
        vz,
        t[3 * i]!,
        t[3 * i + 1]!,
        t[3 * i + 2]!,
        tint[k]!,
        reach.emission.radiusM / d,
        kind[k] === STRAND.hair,
      );
    out.scattered[i] = arriving * sent.scattered;
    out.through[i] = arriving * sent.through;
    out.mirrored[i] = arriving * sent.reflected;
  }
  return out;
}

/** A card's light on strands: soft, from the side that faces it, sent on as that of the room. */
export function cardOnStrands(seen: Seen, strands: SeenStrands, one: ReachingCard, reach: Reaching): Float32Array {
  const { stage, view, figure } = seen;
  const out = new Float32Array(strands.point.length);
  const { place: p } = figure.strands!;
  const [cos, sin] = stage.turn;
  const see = amongStrands(seen, one.points, () => 1);
  strands.point.forEach((k, i) => {
    const [x, y, z] = [p[3 * k]!, p[3 * k + 1]!, p[3 * k + 2]!];
    const [rx, ry, rz] = [cos * x + sin * z, y + stage.originM, -sin * x + cos * z];
    const d = norm(view.eye[0] - rx, view.eye[1] - ry, view.eye[2] - rz);
    const open = openCard(one, reach, rx, ry, rz, (view.eye[0] - rx) / d, (view.eye[1] - ry) / d, (view.eye[2] - rz) / d);
    if (open > 0) out[i] = strands.fade[i]! * STRAND_ROOM * open * see(x, y, z);
  });
  return out;
}
