import { fromNodes, type Patch } from '../figure/index';
import { clamp } from '../figure/numeric';
import { STRAND } from '../figure/strands';
import { SURFACE } from '../figure/surfaces';
import { sheenOf, type MaterialName, MATERIAL_NAMES } from '../figure/materials';
import { flareOf } from '../transport/air';
import { clothShares, skinHollow } from '../transport/bounce';
import { downFibre, fibre, type FibreOut } from '../transport/fibre';
import {
  incidenceOn,
  liftOf,
  openCard,
  openFlux,
  openLight,
  overHorizon,
  reaching,
  seenShare,
  type Reaching,
  type ReachingCard,
} from '../transport/reach';
import { WIDE_MIX } from '../transport/skin-light';
import { lightAtNode, patchLight, STRAND_ROOM } from '../transport/zone-light';
import type { Light, Look } from '../look/schema';
import { airTerm } from './air-term';
import { seenBody, type Body } from './body';
import { glossOf } from './gloss';
import { faceOf, GLASS_SHEEN, glint, seenAlong, SHARP_BELOW, sheenOfGloss, type Face } from './sheen';
import type { Fragments, RoomParts, Seen, SeenStrands } from './seen';

/** What one source brings to what is seen, before any colour: illuminance per unit of the lamp's intensity, 1/m^2. Haze on the way to the eye is taken off. */
export interface SourceTerm {
  /** On fragments: at the very place, and for skin that of its near and wide surroundings. */
  readonly sharp: Float32Array;
  readonly near: Float32Array;
  readonly wide: Float32Array;
  /** Scattered by points of strands. */
  readonly strands: Float32Array;
  readonly room: Float32Array;
}

/** Geometry of one light for a whole picture. Multiplied with its spectral triples it is what the light brings. */
export interface LightTerm extends SourceTerm {
  /** By way of the figure's own cloth, on fragments; of its own skin, in hollows. */
  readonly cloth: Float32Array;
  readonly skin: Float32Array;
  /** Mirrored, white whatever the material. */
  readonly gloss: Float32Array;
  /** Null where nothing of the room shines. */
  readonly roomGloss: Float32Array | null;
  /** Once through points of strands, and mirrored by them. */
  readonly strandsThrough: Float32Array;
  readonly strandsMirrored: Float32Array;
  /** The light itself seen through glass, on parts of the room that are seen through it. */
  readonly through: Float32Array | null;
  /** By way of each coloured card, by the board's index. */
  readonly cards: readonly (SourceTerm & { readonly board: number })[];
  /** By pixel: haze lit by it and flare from it, white; null where there is none. */
  readonly air: Float32Array | null;
  /** The lamp and its stand where the camera sees them. */
  readonly body: Body | null;
}

/** What of a light decides its geometry, as a key for caches. */
export function lightKey(light: Pick<Light, 'position' | 'aim' | 'modifier' | 'rollDeg' | 'role'>): string {
  const { face, beam, gridDeg, cut, spill } = light.modifier;
  return JSON.stringify([light.position, light.aim, light.rollDeg, light.role, face, beam, gridDeg, cut, spill]);
}

/** What of a look, lights and view apart, decides their terms. */
export function settingKey({ boards, backdrop, room, air }: Look): string {
  return JSON.stringify([boards, backdrop.gloss, room.gloss, air.hazePerM]);
}

/** Neighbouring places whose shadows differ by more than this are asked themselves. */
const EDGE_OF_SHADOW = 0.12;

/** Share of a source that vertices of the figure see, where a fragment uses them; -1 elsewhere. */
function seenAtVertices({ figure, used, stage }: Seen, points: Float64Array): Float32Array {
  const { position: p, normal: n, base, surface } = figure;
  const out = new Float32Array(used.length).fill(-1);
  for (let v = 0; v < used.length; v++) {
    if (!used[v]) continue;
    const q = 3 * v;
    const facing =
      surface[v] === SURFACE.cloth ? overHorizon(points, p[q]!, p[q + 1]!, p[q + 2]!, base[q]!, base[q + 1]!, base[q + 2]!) : 1;
    out[v] =
      facing <= 0
        ? 0
        : facing * seenShare(stage, points, p[q]!, p[q + 1]!, p[q + 2]!, n[q]!, n[q + 1]!, n[q + 2]!, liftOf(surface[v]!));
  }
  return out;
}

/** Flux of a lamp at vertices that are seen: what varies slowly, so that fragments take it between them. */
function fluxAtVertices({ figure, used, stage }: Seen, reach: Reaching): Float32Array {
  const { position: p } = figure;
  const [cos, sin] = stage.turn;
  const out = new Float32Array(used.length);
  for (let v = 0; v < used.length; v++) {
    if (!used[v]) continue;
    const [x, y, z] = [p[3 * v]!, p[3 * v + 1]!, p[3 * v + 2]!];
    out[v] = openFlux(reach, cos * x + sin * z, y + stage.originM, -sin * x + cos * z);
  }
  return out;
}

/** The same at a fragment: between its corners, or asked itself where they disagree. */
function seenAt(seen: Seen, at: Float32Array, points: Float64Array, i: number): number {
  const { fragments: f, stage } = seen;
  const q = 3 * i;
  const a = at[f.corner[q]!]!;
  const b = at[f.corner[q + 1]!]!;
  const c = at[f.corner[q + 2]!]!;
  const low = a < b ? (a < c ? a : c) : b < c ? b : c;
  const high = a > b ? (a > c ? a : c) : b > c ? b : c;
  if (high - low < EDGE_OF_SHADOW) return f.weight[q]! * a + f.weight[q + 1]! * b + f.weight[q + 2]! * c;
  const [cos, sin] = stage.turn;
  const [x, y, z] = [f.place[q]!, f.place[q + 1]! - stage.originM, f.place[q + 2]!];
  const [nx, ny, nz] = [f.smooth[q]!, f.smooth[q + 1]!, f.smooth[q + 2]!];
  const facing = f.surface[i] === SURFACE.cloth ? Math.min(1, facingAt(seen, points, i)) : 1;
  return (
    facing *
    seenShare(
      stage,
      points,
      cos * x - sin * z,
      y,
      sin * x + cos * z,
      cos * nx - sin * nz,
      ny,
      sin * nx + cos * nz,
      liftOf(f.surface[i]!),
    )
  );
}

function facingAt({ fragments: f, figure, stage }: Seen, points: Float64Array, i: number): number {
  const q = 3 * i;
  const [cos, sin] = stage.turn;
  const at = (k: number) =>
    f.weight[q]! * figure.base[3 * f.corner[q]! + k]! +
    f.weight[q + 1]! * figure.base[3 * f.corner[q + 1]! + k]! +
    f.weight[q + 2]! * figure.base[3 * f.corner[q + 2]! + k]!;
  const [x, y, z] = [f.place[q]!, f.place[q + 1]! - stage.originM, f.place[q + 2]!];
  return overHorizon(points, cos * x - sin * z, y, sin * x + cos * z, at(0), at(1), at(2));
}

/** Nodes of the head's skin from which its seen vertices take light, and their neighbours. */
function neededNodes({ figure, used, stage }: Seen): Uint8Array {
  const { nodes, neighbours } = stage.shade;
  const needed = new Uint8Array(nodes);
  if (!figure.skin || !neighbours) return needed;
  const { steps, vertices } = figure.skin;
  const all = used.slice(0, vertices);
  for (const { old, endA, endB } of [...steps].reverse())
    for (let e = 0; e < endA.length; e++) if (all[old + e]) all[endA[e]!] = all[endB[e]!] = 1;
  for (let v = 0; v < nodes; v++) {
    if (!all[v]) continue;
    needed[v] = 1;
    for (let r = neighbours.row[v]!; r < neighbours.row[v + 1]!; r++) needed[neighbours.column[r]!] = 1;
  }
  return needed;
}

/** Light in skin, near and wide, at all vertices of the head. */
function lightInSkin(seen: Seen, reach: Reaching): { readonly near: Float32Array; readonly wide: Float32Array } | null {
  const { figure, stage } = seen;
  const { nodes, neighbours } = stage.shade;
  if (!figure.skin || !neighbours) return null;
  const needed = neededNodes(seen);
  const own = new Float32Array(nodes);
  for (let v = 0; v < nodes; v++) if (needed[v]) own[v] = lightAtNode(reach, v);
  const wide = new Float32Array(nodes);
  const { row, column } = neighbours;
  for (let v = 0; v < nodes; v++) {
    let sum = 0;
    const [from, to] = [row[v]!, row[v + 1]!];
    for (let r = from; r < to; r++) sum += own[column[r]!]!;
    wide[v] = own[v]! + WIDE_MIX * (sum / Math.max(1, to - from) - own[v]!);
  }
  return { near: fromNodes(figure.skin, own), wide: fromNodes(figure.skin, wide) };
}

/** Shares of each patch of cloth at vertices that are seen: light-independent, so kept with what is seen. */
const clothRows = new WeakMap<Seen, Map<number, Float32Array>>();

function clothRowsOf(seen: Seen): Map<number, Float32Array> {
  let rows = clothRows.get(seen);
  if (rows) return rows;
  rows = new Map();
  const { figure, used, stage } = seen;
  const patches: readonly Patch[] = stage.shade.patches;
  if (patches.length) {
    const { position: p, normal: n, surface, open } = figure;
    const row = new Float32Array(patches.length);
    for (let v = 0; v < used.length; v++) {
      const q = 3 * v;
      if (
        used[v] &&
        clothShares(row, stage.shade, surface[v]!, open[v]!, p[q]!, p[q + 1]!, p[q + 2]!, n[q]!, n[q + 1]!, n[q + 2]!)
      )
        rows.set(v, row.slice());
    }
  }
  clothRows.set(seen, rows);
  return rows;
}

function clothAtVertices(seen: Seen, reach: Reaching): Float32Array {
  const out = new Float32Array(seen.used.length);
  const light = patchLight(reach);
  for (const [v, row] of clothRowsOf(seen)) {
    let sum = 0;
    for (let k = 0; k < row.length; k++) sum += row[k]! * light[k]!;
    out[v] = sum;
  }
  return out;
}

const blend = (f: Fragments, values: Float32Array, i: number) =>
  f.weight[3 * i]! * values[f.corner[3 * i]!]! +
  f.weight[3 * i + 1]! * values[f.corner[3 * i + 1]!]! +
  f.weight[3 * i + 2]! * values[f.corner[3 * i + 2]!]!;

/** Light through the thin plates of the ears, from their other side. */
function throughEars(seen: Seen, reach: Reaching): Float32Array | null {
  const { figure, used, stage } = seen;
  const thin = figure.skin?.attributes.thin;
  if (!thin) return null;
  const out = new Float32Array(used.length);
  const { position: p, normal: n } = figure;
  const [cos, sin] = stage.turn;
  for (let v = 0; v < used.length; v++) {
    if (!used[v] || thin[v]! < 0.02) continue;
    const q = 3 * v;
    const [nx, ny, nz] = [-n[q]!, -n[q + 1]!, -n[q + 2]!];
    const [x, y, z] = [p[q]! + 0.006 * nx, p[q + 1]! + 0.006 * ny, p[q + 2]! + 0.006 * nz];
    const open = openLight(
      reach,
      cos * x + sin * z,
      y + stage.originM,
      -sin * x + cos * z,
      cos * nx + sin * nz,
      ny,
      -sin * nx + cos * nz,
    );
    if (open > 0) out[v] = 1.1 * thin[v]! * open * seenShare(stage, reach.points, x, y, z, nx, ny, nz, liftOf(SURFACE.skin));
  }
  return out;
}

interface FragmentLight {
  readonly sharp: Float32Array;
  readonly near: Float32Array;
  readonly wide: Float32Array;
  readonly cloth: Float32Array;
  readonly skin: Float32Array;
  readonly gloss: Float32Array;
}

const SHARP_SHEEN: Partial<Record<number, MaterialName>> = {
  [SURFACE.lens]: 'lens',
  [SURFACE.metal]: 'metal',
};
const EYE_SHEEN = [0.06, 0.028] as const;

/** How a lamp lights the fragments of the figure. */
function lightFragments(seen: Seen, reach: Reaching, face: Face): FragmentLight {
  const { fragments: f, stage, view, figure } = seen;
  const n = f.count;
  const out: FragmentLight = {
    sharp: new Float32Array(n),
    near: new Float32Array(n),
    wide: new Float32Array(n),
    cloth: new Float32Array(n),
    skin: new Float32Array(n),
    gloss: new Float32Array(n),
  };
  const visible = seenAtVertices(seen, reach.points);
  const flux = fluxAtVertices(seen, reach);
  // Edges of flags and silks cut between vertices: there every fragment is asked itself.
  const cut = stage.boards.length > 0;
  const skin = lightInSkin(seen, reach);
  const cloth = clothAtVertices(seen, reach);
  const ears = throughEars(seen, reach);
  const heads = figure.skin?.vertices ?? 0;
  const [px, py, pz] = reach.light.position;
  const { radiusM } = reach.emission;
  for (let i = 0; i < n; i++) {
    if (f.share[i]! < 0.001) continue;
    const q = 3 * i;
    const [x, y, z] = [f.place[q]!, f.place[q + 1]!, f.place[q + 2]!];
    const [sx, sy, sz] = [f.smooth[q]!, f.smooth[q + 1]!, f.smooth[q + 2]!];
    const left = f.fade[i]!;
    const surface = f.surface[i]!;
    const own = f.corner[q]! < heads;
    out.cloth[i] = left * blend(f, cloth, i);
    if (skin && own) {
      out.near[i] = left * blend(f, skin.near, i);
      out.wide[i] = left * blend(f, skin.wide, i);
      out.skin[i] = skinHollow(blend(f, figure.open, i)) * out.wide[i]!;
    }
    if (ears && surface === SURFACE.skin && !own) out.wide[i] = left * blend(f, ears, i);
    const open = cut ? openLight(reach, x, y, z, sx, sy, sz) : blend(f, flux, i) * incidenceOn(reach, x, y, z, sx, sy, sz);
    const mirror = surface === SURFACE.eye || surface === SURFACE.glass || SHARP_SHEEN[surface] !== undefined;
    if (open <= 0 && !mirror) {
      if (!own) spreadAlike(out, i);
      continue;
    }
    const see = seenAt(seen, visible, reach.points, i);
    if (see <= 0 && !mirror) {
      if (!own) spreadAlike(out, i);
      continue;
    }
    let lx = px - x;
    let ly = py - y;
    let lz = pz - z;
    const d = Math.sqrt(lx * lx + ly * ly + lz * lz) || 1e-6;
    lx /= d;
    ly /= d;
    lz /= d;
    const [nx, ny, nz] = [f.normal[q]!, f.normal[q + 1]!, f.normal[q + 2]!];
    // Relief follows the light; where it grazes, or the source is large, less so.
    const nl = nx * lx + ny * ly + nz * lz;
    const sl = sx * lx + sy * ly + sz * lz;
    const bent = surface === SURFACE.eye ? 1 : clamp(1 + ((nl - sl) / Math.max(0.15, radiusM / d, sl)) * 0.8, 0.4, 1.7);
    out.sharp[i] = left * open * see * bent;
    if (!own) spreadAlike(out, i);
    const [vx, vy, vz] = [f.toEye[q]!, f.toEye[q + 1]!, f.toEye[q + 2]!];
    if (mirror) {
      const sheen =
        surface === SURFACE.eye ? EYE_SHEEN : surface === SURFACE.glass ? GLASS_SHEEN : sheenOf(SHARP_SHEEN[surface]!);
      const past = surface === SURFACE.eye ? Math.min(1, 1.3 * see) : mirroredPast(seen, reach, i, see);
      out.gloss[i] = past > 0 ? left * past * glint(face, x, y, z, nx, ny, nz, vx, vy, vz, sheen[0], sheen[1]) : 0;
    } else if (f.sheen[i]! > 0 && nl > 0.005) {
      const arriving = open / Math.max(0.05, sl > 0 ? sl : 0.05);
      out.gloss[i] = left * see * arriving * f.sheen[i]! * glossOf(nx, ny, nz, lx, ly, lz, vx, vy, vz, f.rough[i]!, radiusM / d);
    }
  }
  return out;

  /** What is no skin of the head takes all its light at the very place. */
  function spreadAlike(light: FragmentLight, i: number): void {
    light.near[i] = light.sharp[i]!;
    light.wide[i] = light.wide[i]! + light.sharp[i]!;
  }

  /** Glass and metal mirror what they see, whether or not their face is turned to the lamp. */
  function mirroredPast(all: Seen, lamp: Reaching, i: number, see: number): number {
    if (see > 0) return 1;
    const q = 3 * i;
    const [cos, sin] = stage.turn;
    const [x, y, z] = [f.place[q]!, f.place[q + 1]! - stage.originM, f.place[q + 2]!];
    const [nx, ny, nz] = [f.normal[q]!, f.normal[q + 1]!, f.normal[q + 2]!];
    const lift = 0.0015;
    void view;
    return seenShare(
      all.stage,
      lamp.points,
      cos * x - sin * z + lift * (cos * nx - sin * nz),
      y + lift * ny,
      sin * x + cos * z + lift * (sin * nx + cos * nz),
      0,
      0,
      0,
      0,
    );
  }
}

/** Light of a card on fragments: what is soft of itself spreads no further. */
function cardOnFragments(seen: Seen, one: ReachingCard, reach: Reaching): Float32Array {
  const { fragments: f } = seen;
  const out = new Float32Array(f.count);
  const visible = seenAtVertices(seen, one.points);
  for (let i = 0; i < f.count; i++) {
    const q = 3 * i;
    const open = openCard(
      one,
      reach,
      f.place[q]!,
      f.place[q + 1]!,
      f.place[q + 2]!,
      f.smooth[q]!,
      f.smooth[q + 1]!,
      f.smooth[q + 2]!,
    );
    if (open > 0) out[i] = f.fade[i]! * open * seenAt(seen, visible, one.points, i);
  }
  return out;
}

/** Cells in which strands share what they see of a source, m. */
const CELL_M = 0.009;

/** What places among strands get of a source, past the subject: found at corners of cells as they are asked for, and taken between them. */
function amongStrands(
  { stage }: Seen,
  points: Float64Array,
  flux: (x: number, y: number, z: number) => number,
): (x: number, y: number, z: number) => number {
  const known = new Map<number, number>();
  const { low } = stage.shade;
  const corner = (i: number, j: number, k: number) => {
    const key = (i * 1024 + j) * 1024 + k;
    let found = known.get(key);
    if (found === undefined) {
      const [x, y, z] = [low[0] + (i - 4) * CELL_M, low[1] + (j - 4) * CELL_M, low[2] + (k - 4) * CELL_M];
      const open = flux(x, y, z);
      known.set(key, (found = open > 0 ? open * seenShare(stage, points, x, y, z, 0, 0, 0, 0) : 0));
    }
    return found;
  };
  return (x, y, z) => {
    const a = (x - low[0]) / CELL_M + 4;
    const b = (y - low[1]) / CELL_M + 4;
    const c = (z - low[2]) / CELL_M + 4;
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

interface StrandLight {
  readonly scattered: Float32Array;
  readonly through: Float32Array;
  readonly mirrored: Float32Array;
}

function lightStrands(seen: Seen, strands: SeenStrands, reach: Reaching): StrandLight {
  const { stage, view, figure } = seen;
  const n = strands.point.length;
  const out: StrandLight = { scattered: new Float32Array(n), through: new Float32Array(n), mirrored: new Float32Array(n) };
  const { place: p, tangent: t, tint, kind } = figure.strands!;
  const [cos, sin] = stage.turn;
  const flux = (x: number, y: number, z: number) => openFlux(reach, cos * x + sin * z, y + stage.originM, -sin * x + cos * z);
  const comes = amongStrands(seen, reach.points, flux);
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
    if (kind[k]! >= STRAND.down) downFibre(sent, lx, ly, lz, vx, vy, vz, t[q]!, t[q + 1]!, t[q + 2]!);
    else
      fibre(
        sent,
        lx,
        ly,
        lz,
        vx,
        vy,
        vz,
        t[q]!,
        t[q + 1]!,
        t[q + 2]!,
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
function cardOnStrands(seen: Seen, strands: SeenStrands, one: ReachingCard, reach: Reaching): Float32Array {
  const { stage, view, figure } = seen;
  const out = new Float32Array(strands.point.length);
  const { place: p } = figure.strands!;
  const [cos, sin] = stage.turn;
  const see = amongStrands(seen, one.points, () => 1);
  strands.point.forEach((k, i) => {
    const [x, y, z] = [p[3 * k]!, p[3 * k + 1]!, p[3 * k + 2]!];
    const [rx, ry, rz] = [cos * x + sin * z, y + stage.originM, -sin * x + cos * z];
    const d = Math.hypot(view.eye[0] - rx, view.eye[1] - ry, view.eye[2] - rz);
    const open = openCard(one, reach, rx, ry, rz, (view.eye[0] - rx) / d, (view.eye[1] - ry) / d, (view.eye[2] - rz) / d);
    if (open > 0) out[i] = strands.fade[i]! * STRAND_ROOM * open * see(x, y, z);
  });
  return out;
}

/** Every so many-th pixel of the room is asked for shadows; between them they are taken over where they agree. */
const STRIDE = 4;

/** Values that differ by less than this share are taken over between points of the mesh. */
const SMOOTH_SHARE = 0.04;

/**
 * Light on parts of the room, straight past the subject: found on a coarse mesh of pixels and taken between its points, or asked anew where
 * those disagree, as at the edges of beams and shadows.
 */
function onRoom(seen: Seen, points: Float64Array, open: (q: number) => number): Float32Array {
  const { room, stage, width } = seen;
  const [cos, sin] = stage.turn;
  const out = new Float32Array(room.count);
  const own = (i: number) => {
    const q = 3 * i;
    const value = open(q);
    if (value <= 0) return 0;
    const [x, y, z] = [room.place[q]!, room.place[q + 1]! - stage.originM, room.place[q + 2]!];
    const [nx, ny, nz] = [room.normal[q]!, room.normal[q + 1]!, room.normal[q + 2]!];
    return (
      value * seenShare(stage, points, cos * x - sin * z, y, sin * x + cos * z, cos * nx - sin * nz, ny, sin * nx + cos * nz, 0)
    );
  };
  const at = partOfPixel(seen);
  const mesh = new Float32Array(room.count).fill(-1);
  const meshed = (i: number) => (mesh[i]! >= 0 ? mesh[i]! : (mesh[i] = own(i)));
  for (let i = 0; i < room.count; i++) {
    const p = room.pixel[i]!;
    const x = p % width;
    const y = (p / width) | 0;
    const from = p - (x % STRIDE) - (y % STRIDE) * width;
    const m = room.material[i]!;
    // Corners of the mesh round the pixel: -1 where one shows something else.
    const inside = i < room.through && x - (x % STRIDE) + STRIDE < width;
    const a = inside ? (at[from] ?? -1) : -1;
    const b = inside ? (at[from + STRIDE] ?? -1) : -1;
    const c = inside ? (at[from + STRIDE * width] ?? -1) : -1;
    const d = inside ? (at[from + STRIDE * width + STRIDE] ?? -1) : -1;
    let value: number;
    if (
      a >= 0 &&
      b >= 0 &&
      c >= 0 &&
      d >= 0 &&
      room.material[a] === m &&
      room.material[b] === m &&
      room.material[c] === m &&
      room.material[d] === m
    ) {
      const [va, vb, vc, vd] = [meshed(a), meshed(b), meshed(c), meshed(d)];
      const high = Math.max(va, vb, vc, vd);
      const fx = (x % STRIDE) / STRIDE;
      const fy = (y % STRIDE) / STRIDE;
      value =
        high - Math.min(va, vb, vc, vd) > SMOOTH_SHARE * high
          ? own(i)
          : (va * (1 - fx) + vb * fx) * (1 - fy) + (vc * (1 - fx) + vd * fx) * fy;
    } else value = own(i);
    out[i] = room.fade[i]! * value;
  }
  return out;
}

const partsOfPixels = new WeakMap<Seen, Int32Array>();

/** The part of the room that each pixel shows directly, or -1. */
function partOfPixel(seen: Seen): Int32Array {
  let found = partsOfPixels.get(seen);
  if (!found) {
    found = new Int32Array(seen.width * seen.height).fill(-1);
    for (let i = 0; i < seen.room.through; i++) found[seen.room.pixel[i]!] = i;
    partsOfPixels.set(seen, found);
  }
  return found;
}

/** How parts of the room mirror: painted walls, wet floors, lacquered tables. */
function roomSheens({ backdrop, room }: Look): readonly (readonly [number, number])[] {
  const of: Partial<Record<MaterialName, readonly [number, number]>> = {
    backdrop: sheenOfGloss(backdrop.gloss),
    wall: sheenOfGloss(room.gloss),
    floor: sheenOfGloss(room.gloss),
    table: sheenOf('table'),
  };
  return MATERIAL_NAMES.map((name) => of[name] ?? [1, 0]);
}

function roomGloss(look: Look, seen: Seen, face: Face, lit: Float32Array): Float32Array | null {
  const { room, view } = seen;
  const { eye } = view;
  const sheens = roomSheens(look);
  if (!room.material.some((material) => sheens[material]![1] > 0)) return null;
  const out = new Float32Array(room.count);
  for (let i = 0; i < room.through; i++) {
    const sheen = sheens[room.material[i]!];
    if (!sheen || sheen[1] <= 0 || lit[i]! <= 0) continue;
    const q = 3 * i;
    const rough = Math.min(sheen[0], SHARP_BELOW);
    const [dx, dy, dz] = [eye[0] - room.place[q]!, eye[1] - room.place[q + 1]!, eye[2] - room.place[q + 2]!];
    const d = Math.sqrt(dx * dx + dy * dy + dz * dz);
    out[i] =
      room.fade[i]! *
      glint(
        face,
        room.place[q]!,
        room.place[q + 1]!,
        room.place[q + 2]!,
        room.normal[q]!,
        room.normal[q + 1]!,
        room.normal[q + 2]!,
        dx / d,
        dy / d,
        dz / d,
        rough,
        sheen[1],
      );
  }
  return out;
}

/** The lamp itself through glass, where the bent line of sight ends on it. */
function seenThroughGlass(room: RoomParts, face: Face): Float32Array | null {
  const n = room.count - room.through;
  if (n <= 0) return null;
  const out = new Float32Array(n);
  for (let k = 0; k < n; k++) {
    const at = (values: Float32Array, c: number) => values[3 * k + c]!;
    const [bx, by, bz] = [at(room.bent, 0), at(room.bent, 1), at(room.bent, 2)];
    if (bx === 0 && by === 0 && bz === 0) continue;
    out[k] =
      room.fade[room.through + k]! * seenAlong(face, at(room.exit, 0), at(room.exit, 1), at(room.exit, 2), bx, by, bz, 0.06);
  }
  return out;
}

function addInto(out: Float32Array, more: Float32Array): void {
  for (let i = 0; i < out.length; i++) out[i]! += more[i]!;
}

/** Computes the geometry of one light over all that a picture shows. */
export function lightTerm(seen: Seen, light: Light, look: Look): LightTerm {
  const { stage, view, room, strands } = seen;
  const reach = reaching(light, stage);
  const face = faceOf(light, reach.emission);
  const onFigure = lightFragments(seen, reach, face);
  const none = new Float32Array(0);
  const inHair = strands ? lightStrands(seen, strands, reach) : { scattered: none, through: none, mirrored: none };
  const { place: rp, normal: rn } = room;
  const lit = onRoom(seen, reach.points, (q) => openLight(reach, rp[q]!, rp[q + 1]!, rp[q + 2]!, rn[q]!, rn[q + 1]!, rn[q + 2]!));
  const cards: (SourceTerm & { board: number })[] = [];
  for (const one of reach.cards) {
    const onIt = cardOnFragments(seen, one, reach);
    const onStrands = strands ? cardOnStrands(seen, strands, one, reach) : none;
    const onPlanes = onRoom(seen, one.points, (q) =>
      openCard(one, reach, rp[q]!, rp[q + 1]!, rp[q + 2]!, rn[q]!, rn[q + 1]!, rn[q + 2]!),
    );
    if (one.tinted) cards.push({ board: one.board, sharp: onIt, near: onIt, wide: onIt, strands: onStrands, room: onPlanes });
    else {
      addInto(onFigure.sharp, onIt);
      addInto(onFigure.near, onIt);
      addInto(onFigure.wide, onIt);
      if (strands) addInto(inHair.scattered, onStrands);
      addInto(lit, onPlanes);
    }
  }
  const flare = flareOf(reach, stage, view.eye, view.forward);
  return {
    sharp: onFigure.sharp,
    near: onFigure.near,
    wide: onFigure.wide,
    cloth: onFigure.cloth,
    skin: onFigure.skin,
    gloss: onFigure.gloss,
    strands: inHair.scattered,
    strandsThrough: inHair.through,
    strandsMirrored: inHair.mirrored,
    room: lit,
    roomGloss: roomGloss(look, seen, face, lit),
    through: seenThroughGlass(room, face),
    cards,
    air: airTerm(seen, reach, flare),
    body: seenBody(seen, light, face),
  };
}
