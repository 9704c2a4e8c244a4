import { fromNodes, type Patch } from '../figure/index';
import { clamp } from '../figure/numeric';
import { SURFACE } from '../figure/surfaces';
import { sheenOf, type MaterialName } from '../figure/materials';
import { clothShares, skinHollow } from '../transport/bounce';
import {
  openCard,
  openFluxInto,
  openLight,
  wholeFaceSine,
  type Flux,
  type Reaching,
  type ReachingCard,
} from '../transport/reach';
import { liftOf, overHorizon, seenShare } from '../transport/seen-share';
import { WIDE_MIX } from '../transport/skin-light';
import { lightAtNode, patchLight } from '../transport/zone-light';
import { glossOf } from './gloss';
import { GLASS_SHEEN, glint, type Face } from './sheen';
import type { Fragments } from './fragments';
import { neededNodes } from './nodes';
import type { Seen } from './seen';

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

/** Light of a lamp at vertices that are seen, with its direction: what varies slowly, so that fragments take it between them. Four figures each. */
function fluxAtVertices({ figure, used, stage }: Seen, reach: Reaching): Float32Array {
  const { position: p } = figure;
  const [cos, sin] = stage.turn;
  const out = new Float32Array(4 * used.length);
  const flux: Flux = { all: 0, x: 0, y: 0, z: 0 };
  for (let v = 0; v < used.length; v++) {
    if (!used[v]) continue;
    const [x, y, z] = [p[3 * v]!, p[3 * v + 1]!, p[3 * v + 2]!];
    openFluxInto(flux, reach, cos * x + sin * z, y + stage.originM, -sin * x + cos * z);
    out[4 * v] = flux.all;
    out[4 * v + 1] = flux.x;
    out[4 * v + 2] = flux.y;
    out[4 * v + 3] = flux.z;
  }
  return out;
}

/** Light on a fragment as if no subject stood there: by the flux at its corners, or, where a part of the lamp has set behind its horizon, asked itself. */
function openAt({ fragments: f }: Seen, reach: Reaching, flux: Float32Array, i: number): number {
  const q = 3 * i;
  const a = 4 * f.corner[q]!;
  const b = 4 * f.corner[q + 1]!;
  const c = 4 * f.corner[q + 2]!;
  const wa = f.weight[q]!;
  const wb = f.weight[q + 1]!;
  const wc = f.weight[q + 2]!;
  const all = wa * flux[a]! + wb * flux[b]! + wc * flux[c]!;
  if (all <= 0) return 0;
  const x = f.place[q]!;
  const y = f.place[q + 1]!;
  const z = f.place[q + 2]!;
  const nx = f.smooth[q]!;
  const ny = f.smooth[q + 1]!;
  const nz = f.smooth[q + 2]!;
  const taken =
    nx * (wa * flux[a + 1]! + wb * flux[b + 1]! + wc * flux[c + 1]!) +
    ny * (wa * flux[a + 2]! + wb * flux[b + 2]! + wc * flux[c + 2]!) +
    nz * (wa * flux[a + 3]! + wb * flux[b + 3]! + wc * flux[c + 3]!);
  const sine = wholeFaceSine(reach, x, y, z);
  if (taken >= all * Math.min(1, sine)) return taken;
  return taken <= -all * Math.min(1, 1.2 * sine) ? 0 : openLight(reach, x, y, z, nx, ny, nz);
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

/** Light in skin, near and wide, at all vertices of the head. `visible` is what vertices see of the lamp, -1 where nobody asked; nodes are the first of them. */
function lightInSkin(
  seen: Seen,
  reach: Reaching,
  visible: Float32Array,
): { readonly near: Float32Array; readonly wide: Float32Array } | null {
  const { figure, stage } = seen;
  const { nodes, neighbours } = stage.shade;
  if (!figure.skin || !neighbours) return null;
  const needed = neededNodes(seen);
  const own = new Float32Array(nodes);
  for (let v = 0; v < nodes; v++) {
    if (!needed[v]) continue;
    const see = visible[v]!;
    own[v] = lightAtNode(reach, v, see < 0 ? undefined : see);
  }
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

/** What one lamp brings to fragments of the figure, before any colour. */
export interface FragmentLight {
  readonly sharp: Float32Array;
  readonly cloth: Float32Array;
  readonly gloss: Float32Array;
  /** On fragments in skin, by their number among those: light of the near and the wide surroundings, and by way of skin in hollows. */
  readonly near: Float32Array;
  readonly wide: Float32Array;
  readonly skin: Float32Array;
}

const SHARP_SHEEN: Partial<Record<number, MaterialName>> = {
  [SURFACE.lens]: 'lens',
  [SURFACE.metal]: 'metal',
};
const EYE_SHEEN = [0.06, 0.028] as const;

/** How a lamp lights the fragments of the figure. */
export function lightFragments(seen: Seen, reach: Reaching, face: Face): FragmentLight {
  const { fragments: f, stage, figure } = seen;
  const n = f.count;
  const out: FragmentLight = {
    sharp: new Float32Array(n),
    cloth: new Float32Array(n),
    gloss: new Float32Array(n),
    near: new Float32Array(f.skinCount),
    wide: new Float32Array(f.skinCount),
    skin: new Float32Array(f.skinCount),
  };
  const visible = seenAtVertices(seen, reach.points);
  const flux = fluxAtVertices(seen, reach);
  // Edges of flags and silks cut between vertices: there every fragment is asked itself.
  const cut = stage.boards.length > 0;
  const skin = lightInSkin(seen, reach, visible);
  const cloth = clothAtVertices(seen, reach);
  const ears = throughEars(seen, reach);
  const heads = figure.skin?.vertices ?? 0;
  const [px, py, pz] = reach.light.position;
  const [ex, ey, ez] = seen.view.eye;
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
    const k = f.inSkin[i]!;
    if (skin && own) {
      out.near[k] = left * blend(f, skin.near, i);
      out.wide[k] = left * blend(f, skin.wide, i);
      out.skin[k] = skinHollow(blend(f, figure.open, i)) * out.wide[k]!;
    }
    if (ears && surface === SURFACE.skin && !own) out.wide[k] = left * blend(f, ears, i);
    const open = cut ? openLight(reach, x, y, z, sx, sy, sz) : openAt(seen, reach, flux, i);
    const mirror = surface === SURFACE.eye || surface === SURFACE.glass || SHARP_SHEEN[surface] !== undefined;
    if (open <= 0 && !mirror) {
      continue;
    }
    const see = seenAt(seen, visible, reach.points, i);
    if (see <= 0 && !mirror) {
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
    if (k >= 0 && !own) {
      out.near[k] = out.sharp[i]!;
      out.wide[k]! += out.sharp[i]!;
    }
    let [vx, vy, vz] = [ex - x, ey - y, ez - z];
    const e = Math.sqrt(vx * vx + vy * vy + vz * vz);
    vx /= e;
    vy /= e;
    vz /= e;
    if (mirror) {
      const sheen =
        surface === SURFACE.eye ? EYE_SHEEN : surface === SURFACE.glass ? GLASS_SHEEN : sheenOf(SHARP_SHEEN[surface]!);
      const past = surface === SURFACE.eye ? Math.min(1, 1.3 * see) : mirroredPast(seen, reach.points, i, see);
      out.gloss[i] = past > 0 ? left * past * glint(face, x, y, z, nx, ny, nz, vx, vy, vz, sheen[0], sheen[1]) : 0;
    } else if (f.sheen[i]! > 0 && nl > 0.005) {
      const arriving = open / Math.max(0.05, sl > 0 ? sl : 0.05);
      out.gloss[i] = left * see * arriving * f.sheen[i]! * glossOf(nx, ny, nz, lx, ly, lz, vx, vy, vz, f.rough[i]!, radiusM / d);
    }
  }
  return out;
}

/** Glass and metal mirror what they see, whether or not their face is turned to the lamp. */
function mirroredPast({ fragments: f, stage }: Seen, points: Float64Array, i: number, see: number): number {
  if (see > 0) return 1;
  const q = 3 * i;
  const [cos, sin] = stage.turn;
  const [x, y, z] = [f.place[q]!, f.place[q + 1]! - stage.originM, f.place[q + 2]!];
  const [nx, ny, nz] = [f.normal[q]!, f.normal[q + 1]!, f.normal[q + 2]!];
  const lift = 0.0015;
  return seenShare(
    stage,
    points,
    cos * x - sin * z + lift * (cos * nx - sin * nz),
    y + lift * ny,
    sin * x + cos * z + lift * (sin * nx + cos * nz),
    0,
    0,
    0,
    0,
  );
}

/** Light of a card on fragments: what is soft of itself spreads no further. */
export function cardOnFragments(seen: Seen, one: ReachingCard, reach: Reaching): Float32Array {
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
