import { beamFunction, gridTransmission } from '../exposure/beam';
import { equivalentRadiusM } from '../exposure/distance';
import type { Light, Point } from '../document/schema';
import { cross, minus, unitVector } from './geometry';

/** What of a light decides where its light goes. */
export type Emitting = Pick<Light, 'position' | 'aim' | 'modifier' | 'rollDeg'>;

/** What decides where a light's light goes, as a key for caches. */
export function emittingKey({ position, aim, rollDeg, modifier }: Emitting): string {
  const { face, beam, gridDeg, cut, spill } = modifier;
  return JSON.stringify([position, aim, rollDeg, face, beam, gridDeg, cut, spill]);
}

/** Axes of a light: where it looks, its right as it looks, and its top. */
export interface LightAxes {
  readonly axis: Point;
  readonly right: Point;
  readonly up: Point;
}

/** The axes of a light, turned about its axis by its roll. Looking straight up or down, its top lies towards the camera's far side. */
export function lightAxes({ position, aim, rollDeg }: Pick<Light, 'position' | 'aim' | 'rollDeg'>): LightAxes {
  const axis = unitVector(minus(aim, position));
  const level: Point = Math.abs(axis[1]) < 0.999 ? [0, 1, 0] : [0, 0, -1];
  const right = unitVector(cross(axis, level));
  const up = cross(right, axis);
  const a = (rollDeg * Math.PI) / 180;
  const [c, s] = [Math.cos(a), Math.sin(a)];
  const turned = (u: Point, v: Point, k: number): Point => [
    c * u[0] + k * s * v[0],
    c * u[1] + k * s * v[1],
    c * u[2] + k * s * v[2],
  ];
  return { axis, right: turned(right, up, -1), up: turned(up, right, 1) };
}

const ANGLES = 1024;

/** A light made ready for many directions. */
export interface Emission extends LightAxes {
  /** Radius of the disc that stands for its face, m. */
  readonly radiusM: number;
  /** Intensity against that on the axis, towards a direction of length 1: beam, grid, blades and spill. */
  readonly towards: (dx: number, dy: number, dz: number) => number;
}

const smooth = (t: number) => (t <= 0 ? 0 : t >= 1 ? 1 : t * t * (3 - 2 * t));
const DEGREES = 180 / Math.PI;

const MOST_TABLES = 64;
const tables = new Map<string, Float64Array>();

/** Intensity by angle from the axis through beam and grid. Kept by what decides it: it is most of the work of a compilation. */
function tableOf({ beam, gridDeg }: Light['modifier']): Float64Array {
  const key = JSON.stringify([beam, gridDeg]);
  let table = tables.get(key);
  if (!table) {
    const intensity = beamFunction(beam);
    table = Float64Array.from({ length: ANGLES + 2 }, (_, i) => {
      const angle = Math.min(Math.PI, (i * Math.PI) / ANGLES);
      return intensity(angle) * (gridDeg === null ? 1 : gridTransmission(angle, gridDeg));
    });
    if (tables.size >= MOST_TABLES) tables.clear();
    tables.set(key, table);
  }
  return table;
}

/** Compiles where a light's light goes. The angle from the axis is looked up in 1024 steps over half a turn, linearly. */
export function emissionOf(light: Emitting): Emission {
  const { cut, spill, face } = light.modifier;
  const axes = lightAxes(light);
  const [ax, ay, az] = axes.axis;
  const [rx, ry, rz] = axes.right;
  const [ux, uy, uz] = axes.up;
  const table = tableOf(light.modifier);
  const past = (edgeDeg: number, deg: number, width: number) => smooth((edgeDeg - deg) / width + 0.5);
  const towards = (dx: number, dy: number, dz: number) => {
    const along = ax * dx + ay * dy + az * dz;
    const place = (Math.acos(along > 1 ? 1 : along < -1 ? -1 : along) * ANGLES) / Math.PI;
    const i = place | 0;
    let out = table[i]! + (table[i + 1]! - table[i]!) * (place - i);
    if (cut && out > 0) {
      const h = Math.atan2(rx * dx + ry * dy + rz * dz, along) * DEGREES;
      const v = Math.atan2(ux * dx + uy * dy + uz * dz, along) * DEGREES;
      out *=
        past(cut.rightDeg, h, cut.edgeDeg) *
        past(cut.leftDeg, -h, cut.edgeDeg) *
        past(cut.topDeg, v, cut.edgeDeg) *
        past(cut.bottomDeg, -v, cut.edgeDeg);
    }
    return out > spill ? out : spill;
  };
  return { ...axes, radiusM: equivalentRadiusM(face), towards };
}

/** Half width and height of a light's face as a rectangle; a disc has both alike and is told by `round`. */
export function faceSize({ face }: Light['modifier']): {
  readonly halfW: number;
  readonly halfH: number;
  readonly round: boolean;
} {
  switch (face.kind) {
    case 'disc':
      return { halfW: face.radiusM, halfH: face.radiusM, round: true };
    case 'rectangle':
      return { halfW: face.widthM / 2, halfH: face.heightM / 2, round: false };
    case 'tube':
      return { halfW: face.lengthM / 2, halfH: TUBE_HALF_M, round: false };
  }
}

const TUBE_HALF_M = 0.02;
