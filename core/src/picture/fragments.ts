import type { Figure } from '../figure/index';
import { SURFACE } from '../figure/surfaces';
import type { Look } from '../document/schema';
import { ownHollow } from '../transport/bounce';
import { toSubject, type Stage } from '../transport/stage';
import type { View } from '../transport/view';
import { ones } from './memory';
import type { RasterFragments } from './raster';
import { makeSpot, relieve } from './relief';

/** Fragments of the figure: each is a part of a pixel that shows one place of one surface. Arrays by fragment; places in the room, m. */
export interface Fragments {
  readonly count: number;
  readonly pixel: Uint32Array;
  /** What of its pixel shows it: its coverage times what hair leaves. */
  readonly share: Float32Array;
  readonly corner: Uint32Array;
  readonly weight: Float32Array;
  readonly place: Float32Array;
  /** Direction with relief, and without. */
  readonly normal: Float32Array;
  readonly smooth: Float32Array;
  readonly surface: Uint8Array;
  /** Number of each among those of skin, in which light spreads; -1 for others. */
  readonly inSkin: Int32Array;
  readonly skinCount: number;
  /** Six shares of the materials of its surface, in parts of `MIX_UNIT`. */
  readonly mix: Uint16Array;
  readonly sheen: Float32Array;
  readonly rough: Float32Array;
  /** Share of the room's light that comes in; of that, what its own hollow throws back. */
  readonly open: Float32Array;
  readonly hollow: Float32Array;
  /** Share of light that haze leaves on the way to the eye. */
  readonly fade: Float32Array;
}

/** A material's share, which may be lighter than it is, up to 4 times, in two bytes: steps of 1/16 000. */
const MOST_MIX = 65_535;
export const MIX_UNIT = 4 / MOST_MIX;

type Writable<T> = { -readonly [K in keyof T]: T[K] };

function emptyFragments({ count: n, pixel }: RasterFragments, hazePerM: number): Writable<Fragments> {
  return {
    count: n,
    pixel,
    share: new Float32Array(n),
    corner: new Uint32Array(3 * n),
    weight: new Float32Array(3 * n),
    place: new Float32Array(3 * n),
    normal: new Float32Array(3 * n),
    smooth: new Float32Array(3 * n),
    surface: new Uint8Array(n),
    inSkin: new Int32Array(n).fill(-1),
    skinCount: 0,
    mix: new Uint16Array(6 * n),
    sheen: new Float32Array(n),
    rough: new Float32Array(n),
    open: new Float32Array(n),
    hollow: new Float32Array(n),
    fade: hazePerM > 0 ? new Float32Array(n) : ones(n),
  };
}

/** Where the eyes look, in the subject's own axes, of length 1. */
function gazeOf(look: Look, stage: Stage, view: View, figure: Figure): readonly [number, number, number] {
  const eyes = figure.eyes;
  if (eyes.length === 0) return [0, 0, 1];
  const turn = (look.subject.headTurnDeg * Math.PI) / 180;
  const ahead = [Math.sin(turn), 0, Math.cos(turn)] as const;
  if (!look.subject.eyesOnCamera) return ahead;
  const [x, y, z] = toSubject(stage, view.eye);
  const mid = [0, 1, 2].map((c) => eyes.reduce((s, e) => s + e.centre[c]!, 0) / eyes.length);
  const d = [x - mid[0]!, y - mid[1]!, z - mid[2]!];
  const l = Math.hypot(...d);
  const to = d.map((v) => v / l) as [number, number, number];
  // Eyes turn only so far in their sockets.
  const cosine = to[0] * ahead[0] + to[1] * ahead[1] + to[2] * ahead[2];
  return cosine > 0.8 ? to : ahead;
}

const NEAR_PX_PER_CM = 22;
const FAR_PX_PER_CM = 8;

/** How finely relief is worked out at this size of picture, 0.25 to 1. */
function finenessOf({ height, halfHeight }: View, distanceM: number): number {
  const pxPerCm = height / (2 * halfHeight) / (100 * distanceM);
  return Math.min(1, Math.max(0.25, (pxPerCm - FAR_PX_PER_CM) / (NEAR_PX_PER_CM - FAR_PX_PER_CM)));
}

type Spot = ReturnType<typeof makeSpot>;

/** Puts a spot on a triangle, at shares `wb` and `wc` of its second and third corner. */
function onTriangle(spot: Spot, { face, rest, position, open }: Figure, triangle: number, wb: number, wc: number): void {
  spot.a = face[3 * triangle]!;
  spot.b = face[3 * triangle + 1]!;
  spot.c = face[3 * triangle + 2]!;
  spot.wa = 1 - wb - wc;
  spot.wb = wb;
  spot.wc = wc;
  spot.X = between(spot, rest, 0);
  spot.Y = between(spot, rest, 1);
  spot.Z = between(spot, rest, 2);
  spot.x = between(spot, position, 0);
  spot.y = between(spot, position, 1);
  spot.z = between(spot, position, 2);
  spot.open = spot.wa * open[spot.a]! + wb * open[spot.b]! + wc * open[spot.c]!;
}

/** One of three values of the corners, at a spot. */
function between({ a, b, c, wa, wb, wc }: Spot, values: Float32Array, k: number): number {
  return wa * values[3 * a + k]! + wb * values[3 * b + k]! + wc * values[3 * c + k]!;
}

export interface ToShade {
  readonly look: Look;
  readonly view: View;
  readonly stage: Stage;
  readonly figure: Figure;
  /** The figure's vertices in the room, m. */
  readonly roomPlace: Float32Array;
  /** By pixel, what hair leaves of it; null where nobody has any. */
  readonly left: Float32Array | null;
}

/** What is seen at each fragment: place, direction with its relief, materials. Marks the vertices that are `used`. */
export function shadeFragments(
  { look, view, stage, figure, roomPlace, left }: ToShade,
  used: Uint8Array,
  raw: RasterFragments,
): Fragments {
  const { eye } = view;
  const { hazePerM } = look.air;
  const out = emptyFragments(raw, hazePerM);
  const [cos, sin] = stage.turn;
  const gaze = gazeOf(look, stage, view, figure);
  const spot = makeSpot();
  spot.fine = finenessOf(view, look.camera.distanceM);
  const { normal, surface, twoSided } = figure;
  const heads = figure.skin?.vertices ?? 0;
  for (let i = 0; i < raw.count; i++) {
    const t = raw.triangle[i]!;
    const q = 3 * i;
    onTriangle(spot, figure, t, raw.u[i]!, raw.v[i]!);
    const { a, b, c } = spot;
    used[a] = used[b] = used[c] = 1;
    const x = between(spot, roomPlace, 0);
    const y = between(spot, roomPlace, 1);
    const z = between(spot, roomPlace, 2);
    const [wx, wy, wz] = [eye[0] - x, eye[1] - y, eye[2] - z];
    const way = Math.sqrt(wx * wx + wy * wy + wz * wz);
    // The surface's own axes are the subject's.
    spot.vx = (cos * wx - sin * wz) / way;
    spot.vy = wy / way;
    spot.vz = (sin * wx + cos * wz) / way;
    const [mx, my, mz] = [between(spot, normal, 0), between(spot, normal, 1), between(spot, normal, 2)];
    const l = Math.sqrt(mx * mx + my * my + mz * mz) || 1;
    const away = twoSided[t] && (mx * spot.vx + my * spot.vy + mz * spot.vz) / l < -0.2 ? -1 : 1;
    const [nx, ny, nz] = [(away * mx) / l, (away * my) / l, (away * mz) / l];
    spot.sx = nx;
    spot.sy = ny;
    spot.sz = nz;
    const kind = surface[a]!;
    const whole = spot.open;
    relieve(spot, figure, kind, gaze);
    const rl = Math.sqrt(spot.nx ** 2 + spot.ny ** 2 + spot.nz ** 2) || 1;
    // The room is lighter above than below, and relief takes part in it.
    out.open[i] = Math.max(0, spot.open * (1 + 0.6 * (spot.ny / rl - ny)));
    out.hollow[i] = ownHollow(kind, whole);
    out.corner[q] = a;
    out.corner[q + 1] = b;
    out.corner[q + 2] = c;
    setThree(out.weight, q, spot.wa, spot.wb, spot.wc);
    setThree(out.place, q, x, y, z);
    setThree(out.smooth, q, cos * nx + sin * nz, ny, -sin * nx + cos * nz);
    setThree(out.normal, q, (cos * spot.nx + sin * spot.nz) / rl, spot.ny / rl, (-sin * spot.nx + cos * spot.nz) / rl);
    out.surface[i] = kind;
    if (a < heads || kind === SURFACE.skin) out.inSkin[i] = out.skinCount++;
    for (let m = 0; m < 6; m++) out.mix[6 * i + m] = Math.min(MOST_MIX, Math.max(0, spot.mix[m]! / MIX_UNIT + 0.5));
    out.sheen[i] = spot.sheen;
    out.rough[i] = spot.rough;
    out.share[i] = raw.share[i]! * (left ? left[raw.pixel[i]!]! : 1);
    if (hazePerM > 0) out.fade[i] = Math.exp(-hazePerM * way);
  }
  return out;
}

function setThree(into: Float32Array, q: number, x: number, y: number, z: number): void {
  into[q] = x;
  into[q + 1] = y;
  into[q + 2] = z;
}
