import type { Board, Light, Point } from '../../src/document';
import type { BeamShape } from '../../src/exposure/beam';

/**
 * A path tracer of its own for rooms with a backdrop, boards and something black in the subject's place: Monte Carlo, three bands. It shares nothing with the
 * transport of the product but the mesh of the subject, which it asks for by `isHidden`.
 */

export type Bands = readonly [number, number, number];

export interface TracedRoom {
  readonly halfWidthM: number;
  readonly backM: number;
  readonly frontM: number;
  readonly heightM: number;
  readonly halfBackdropM: number;
  /** Paper runs out on the floor as far as here; null where it does not. */
  readonly paperToM: number | null;
  readonly backdrop: Bands;
  readonly walls: Bands;
  readonly floor: number;
  readonly ceiling: number;
  readonly boards: readonly Board[];
  readonly lights: readonly Light[];
  /** Whether the subject stands on the way between two places of the room. */
  readonly isHidden: (from: Point, to: Point) => boolean;
}

type Random = () => number;
const BOUNCES = 7;
const WHITE_CARD: Bands = [0.85, 0.85, 0.85];
const BLACK: Bands = [0, 0, 0];

const add = (a: Point, b: Point, k: number): Point => [a[0] + k * b[0], a[1] + k * b[1], a[2] + k * b[2]];
const dot = (a: Point, b: Point) => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
const cross = (a: Point, b: Point): Point => [a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]];
const unit = (a: Point): Point => {
  const l = Math.hypot(...a) || 1;
  return [a[0] / l, a[1] / l, a[2] / l];
};
/** Two directions at right angles to one. */
function across(n: Point): [Point, Point] {
  const u = unit(cross(Math.abs(n[1]) < 0.9 ? [0, 1, 0] : [1, 0, 0], n));
  return [u, cross(n, u)];
}

/** Intensity towards an angle from the axis against that on it. */
function intensity(beam: BeamShape, cosine: number): number {
  const angle = Math.acos(Math.min(1, Math.max(-1, cosine)));
  if (beam.kind === 'diffuse') return Math.max(0, cosine);
  if (beam.kind === 'bare') return 1;
  if (beam.kind !== 'lens') throw new Error('not traced');
  const half = (beam.beamDeg * Math.PI) / 360;
  const k = Math.log(Math.log(10) / Math.log(2)) / Math.log(beam.fieldDeg / beam.beamDeg);
  return Math.exp(-Math.LN2 * (angle / half) ** k);
}

/** Where a random ray of a light's face starts. */
function onFace({ position, aim, modifier: { face, beam } }: Light, from: Point, random: Random): Point {
  const axis = beam.kind === 'bare' ? unit(add(from, position, -1)) : unit(add(aim, position, -1));
  const [u, v] = across(axis);
  // The product's own axes: its right is level, and `across` gives that as its first.
  if (face.kind === 'disc') {
    const r = face.radiusM * Math.sqrt(random());
    const a = 2 * Math.PI * random();
    return add(add(position, u, r * Math.cos(a)), v, r * Math.sin(a));
  }
  const [w, h] = face.kind === 'rectangle' ? [face.widthM, face.heightM] : [face.lengthM, 0.02];
  return add(add(position, u, w * (random() - 0.5)), v, h * (random() - 0.5));
}

/** What a ray meets of a board: how far, and its normal. */
function meetsBoard({ position, yawDeg, widthM, heightM }: Board, from: Point, way: Point): { t: number; normal: Point } | null {
  const a = (yawDeg * Math.PI) / 180;
  const normal: Point = [Math.sin(a), 0, Math.cos(a)];
  const along = dot(normal, way);
  if (Math.abs(along) < 1e-9) return null;
  const t = dot(normal, add(position, from, -1)) / along;
  const at = add(add(from, way, t), position, -1);
  if (t < 1e-4 || Math.abs(at[0] * Math.cos(a) - at[2] * Math.sin(a)) > widthM / 2 || Math.abs(at[1]) > heightM / 2) return null;
  return { t, normal: along > 0 ? [-normal[0], 0, -normal[2]] : normal };
}

const clear = ({ boards, isHidden }: TracedRoom, from: Point, to: Point): boolean => {
  const way = add(to, from, -1);
  return boards.every((board) => (meetsBoard(board, from, way)?.t ?? 2) >= 1 - 1e-4) && !isHidden(from, to);
};

/** Light straight from all lamps on a surface: one random point of each face. */
export function straightLight(room: TracedRoom, place: Point, normal: Point, random: Random): number {
  let sum = 0;
  for (const light of room.lights) {
    const lamp = onFace(light, place, random);
    const way = add(lamp, place, -1);
    const d2 = dot(way, way);
    const d = Math.sqrt(d2);
    const here = dot(way, normal) / d;
    if (here <= 0) continue;
    const out = intensity(light.modifier.beam, -dot(way, unit(add(light.aim, light.position, -1))) / d);
    if (out > 1e-9 && clear(room, place, lamp)) sum += (out * here) / d2;
  }
  return sum;
}

interface Hit {
  readonly at: Point;
  readonly normal: Point;
  readonly rho: Bands;
}

/** What of the room a ray meets first; the subject is asked for apart. */
function meets(room: TracedRoom, from: Point, way: Point): Hit | null {
  let best = Infinity;
  let normal: Point = [0, 0, 0];
  const low: Point = [-room.halfWidthM, 0, room.backM];
  const high: Point = [room.halfWidthM, room.heightM, room.frontM];
  for (const c of [0, 1, 2] as const) {
    if (Math.abs(way[c]) < 1e-12) continue;
    const t = ((way[c] > 0 ? high[c] : low[c]) - from[c]) / way[c];
    if (t > 1e-6 && t < best) {
      best = t;
      normal = [0, 0, 0];
      normal = [c === 0 ? -Math.sign(way[0]) : 0, c === 1 ? -Math.sign(way[1]) : 0, c === 2 ? -Math.sign(way[2]) : 0];
    }
  }
  let board: Board | null = null;
  for (const one of room.boards) {
    const met = meetsBoard(one, from, way);
    if (met && met.t < best) [best, normal, board] = [met.t, met.normal, one];
  }
  const at = add(from, way, best);
  if (!Number.isFinite(best) || room.isHidden(from, add(from, way, best * (1 - 1e-6)))) return null;
  const hangs = Math.abs(at[0]) < room.halfBackdropM;
  const isPaper = hangs && room.paperToM !== null && at[2] < room.paperToM;
  const { floor: f, ceiling: c } = room;
  const rho = board
    ? board.finish === 'white'
      ? WHITE_CARD
      : BLACK
    : normal[1] > 0.5
      ? isPaper
        ? room.backdrop
        : ([f, f, f] as const)
      : normal[1] < -0.5
        ? ([c, c, c] as const)
        : normal[2] > 0.5 && hangs
          ? room.backdrop
          : room.walls;
  return { at: add(at, normal, 1e-5), normal, rho };
}

function scattered(normal: Point, random: Random): Point {
  const [u, v] = across(normal);
  const r = Math.sqrt(random());
  const a = 2 * Math.PI * random();
  return unit(add(add(add([0, 0, 0], u, r * Math.cos(a)), v, r * Math.sin(a)), normal, Math.sqrt(1 - r * r)));
}

/** Illuminance of a place by bands, over so many paths: straight, and by way of the room. `place` lies off its surface. */
export function traced(
  room: TracedRoom,
  place: Point,
  normal: Point,
  paths: number,
  random: Random,
): { straight: number; sent: Bands } {
  let straight = 0;
  const sent: [number, number, number] = [0, 0, 0];
  for (let i = 0; i < paths; i++) {
    straight += straightLight(room, place, normal, random) / paths;
    let [from, towards] = [place, normal];
    let left: Bands = [1, 1, 1];
    for (let bounce = 0; bounce < BOUNCES; bounce++) {
      const hit = meets(room, from, scattered(towards, random));
      if (!hit) break;
      left = [left[0] * hit.rho[0], left[1] * hit.rho[1], left[2] * hit.rho[2]];
      if (left[0] + left[1] + left[2] < 1e-3) break;
      const light = straightLight(room, hit.at, hit.normal, random);
      for (const c of [0, 1, 2] as const) sent[c] += (left[c] * light) / paths;
      [from, towards] = [hit.at, hit.normal];
    }
  }
  return { straight, sent };
}
