import { stageOf, type Stage } from '../transport/stage';
import type { Look } from '../look/schema';
import type { View } from '../transport/view';
import { throughBottle } from '../subject/bottle';
import type { Form } from '../subject/form';
import { LIQUID, LIQUID_STEP_CM, LIQUID_STEPS } from '../subject/materials';
import { marchForm, openness } from '../subject/shadow';
import { edgesOf } from './edges';
import { meetRoom, roomShape, type Met, type RoomShape } from './room-surface';

/** Pixels that show glass: the room behind is what they are made of, and the glass lies over it. */
export interface Front {
  readonly pixels: Uint32Array;
  /** x, y, z of the glass, m, and its direction. */
  readonly place: Float32Array;
  readonly normal: Float32Array;
  /** Where the line of sight leaves the glass again, and its direction there; 0, 0, 0 where it stays inside. */
  readonly exit: Float32Array;
  readonly bent: Float32Array;
  /** Step of thickness of the liquid on the way. */
  readonly step: Uint8Array;
}

/** What every pixel sees: place, direction of the surface, material, and how open it lies. Cached per view and subject. */
export interface Surfaces {
  readonly width: number;
  readonly height: number;
  /** x, y, z of every pixel in the room, m. */
  readonly place: Float32Array;
  readonly normal: Float32Array;
  /** Index into the table of materials. */
  readonly material: Uint8Array;
  /** How much of the light of the room comes in and through to the camera: 1 in the open without haze, towards 0 in a hollow. */
  readonly open: Float32Array;
  /** Share of light that haze leaves on the way to the camera; null without haze. */
  readonly fade: Float32Array | null;
  readonly front: Front | null;
  /** Pixels on an outline, to be smoothed: where material or depth changes. */
  readonly edges: Uint32Array;
  readonly stage: Stage;
}

/** What decides the surfaces of a picture, as a key for caches. */
export function surfacesKey(look: Look, width: number, height: number): string {
  const { focalMm, sensorWidthMm, sensorHeightMm, distanceM } = look.camera;
  const { form, hat, sunglasses, faceHeightM, turnDeg } = look.subject;
  const { widthM, distanceM: backM, type } = look.backdrop;
  const { room } = look;
  return JSON.stringify([
    [width, height, focalMm, sensorWidthMm, sensorHeightMm, distanceM],
    [form, hat, sunglasses, faceHeightM, turnDeg],
    [widthM, backM, type, room.widthM, room.depthM, room.heightM, look.air.hazePerM],
    look.boards.map(({ position, widthM: w, heightM: h, yawDeg, finish }) => [position, w, h, yawDeg, finish]),
  ]);
}

/** Finds what every pixel of a view sees. */
export function findSurfaces(look: Look, view: View): Surfaces {
  const { width, height, eye, right, up, forward, halfWidth, halfHeight } = view;
  const pixels = width * height;
  const place = new Float32Array(3 * pixels);
  const normal = new Float32Array(3 * pixels);
  const material = new Uint8Array(pixels);
  const open = new Float32Array(pixels).fill(1);
  const stage = stageOf(look);
  const { form, originM, turn } = stage;
  const [cos, sin] = turn;
  const shape = roomShape(look, form);
  const met: Met = { t: 0, material: 0, nx: 0, ny: 0, nz: 0 };
  const glass: Glass[] = [];
  // The eye in the form's own axes.
  const ex = cos * eye[0] - sin * eye[2];
  const ey = eye[1] - originM;
  const ez = sin * eye[0] + cos * eye[2];
  for (let j = 0; j < height; j++) {
    const v = (1 - (2 * (j + 0.5)) / height) * halfHeight;
    for (let i = 0; i < width; i++) {
      const u = ((2 * (i + 0.5)) / width - 1) * halfWidth;
      let dx = forward[0] + u * right[0] + v * up[0];
      let dy = forward[1] + u * right[1] + v * up[1];
      let dz = forward[2] + u * right[2] + v * up[2];
      const length = Math.sqrt(dx * dx + dy * dy + dz * dz);
      dx /= length;
      dy /= length;
      dz /= length;
      const p = j * width + i;
      meetRoom(shape, eye[0], eye[1], eye[2], dx, dy, dz, met);
      const bx = cos * dx - sin * dz;
      const bz = sin * dx + cos * dz;
      const t = marchForm(form, ex, ey, ez, bx, dy, bz);
      if (t > 0 && t < met.t) {
        const x = ex + t * bx;
        const y = ey + t * dy;
        const z = ez + t * bz;
        const m = form.material(x, y, z);
        const [nx, ny, nz] = slopeOf(form, m, x, y, z);
        const wx = cos * nx + sin * nz;
        const wz = -sin * nx + cos * nz;
        if (m === LIQUID) {
          glass.push(lookThrough(p, stage, shape, [x, y, z], [bx, dy, bz], [wx, ny, wz], met));
          put(p, glass.at(-1)!.behind);
          continue;
        }
        material[p] = m;
        open[p] = openness(form, x, y, z, nx, ny, nz);
        set(place, p, eye[0] + t * dx, eye[1] + t * dy, eye[2] + t * dz);
        set(normal, p, wx, ny, wz);
        continue;
      }
      material[p] = met.material;
      set(place, p, eye[0] + met.t * dx, eye[1] + met.t * dy, eye[2] + met.t * dz);
      set(normal, p, met.nx, met.ny, met.nz);
    }
  }
  function put(p: number, behind: Glass['behind']): void {
    material[p] = behind.material;
    set(place, p, ...behind.place);
    set(normal, p, ...behind.normal);
  }
  const fade = fadeOf(look.air.hazePerM, eye, place, open);
  const edges = edgesOf(width, height, material, place, normal);
  return { width, height, place, normal, material, open, fade, front: frontOf(glass), edges, stage };
}

function set(into: Float32Array, p: number, x: number, y: number, z: number): void {
  into[3 * p] = x;
  into[3 * p + 1] = y;
  into[3 * p + 2] = z;
}

type Vector = readonly [number, number, number];
const slope: [number, number, number] = [0, 0, 0];

/** Direction of a part's surface: four corners of a tetrahedron give it. The array is filled anew by every call. */
function slopeOf(form: Form, m: number, x: number, y: number, z: number): Vector {
  const e = 0.0006 * form.fine;
  const a = form.part(m, x + e, y - e, z - e);
  const b = form.part(m, x - e, y - e, z + e);
  const c = form.part(m, x - e, y + e, z - e);
  const d = form.part(m, x + e, y + e, z + e);
  const nx = a - b - c + d;
  const ny = c - a - b + d;
  const nz = b - a - c + d;
  const n = Math.sqrt(nx * nx + ny * ny + nz * nz) || 1;
  slope[0] = nx / n;
  slope[1] = ny / n;
  slope[2] = nz / n;
  return slope;
}

interface Glass {
  readonly pixel: number;
  readonly place: Vector;
  readonly normal: Vector;
  readonly exit: Vector;
  readonly bent: Vector;
  readonly step: number;
  readonly behind: { readonly material: number; readonly place: Vector; readonly normal: Vector };
}

/** One pixel of glass: what stands behind along the bent line of sight, and how much liquid lies on the way. */
function lookThrough(
  pixel: number,
  { originM, turn: [cos, sin] }: Stage,
  shape: RoomShape,
  at: Vector,
  direction: Vector,
  normal: Vector,
  met: Met,
): Glass {
  const toRoom = ([x, y, z]: Vector): Vector => [cos * x + sin * z, y, -sin * x + cos * z];
  const onSet = (v: Vector): Vector => {
    const [x, y, z] = toRoom(v);
    return [x, y + originM, z];
  };
  const place = onSet(at);
  const way = throughBottle(at, direction);
  const step = Math.min(LIQUID_STEPS - 1, Math.round((way?.liquidCm ?? 6) / LIQUID_STEP_CM));
  if (!way) {
    // What stays inside shows the glass itself, nearly dark.
    const behind = { material: LIQUID + LIQUID_STEPS - 1, place, normal };
    return { pixel, place, normal, exit: [0, 0, 0], bent: [0, 0, 0], step, behind };
  }
  const [exit, bent] = [onSet(way.place), toRoom(way.direction)];
  meetRoom(shape, ...exit, ...bent, met);
  const on = (i: 0 | 1 | 2) => exit[i] + met.t * bent[i];
  return {
    pixel,
    place,
    normal,
    exit,
    bent,
    step,
    behind: { material: LIQUID + step, place: [on(0), on(1), on(2)], normal: [met.nx, met.ny, met.nz] },
  };
}

function frontOf(glass: readonly Glass[]): Front | null {
  if (!glass.length) return null;
  const vectors = (of: (one: Glass) => Vector) => Float32Array.from(glass.flatMap((one) => [...of(one)]));
  return {
    pixels: Uint32Array.from(glass, ({ pixel }) => pixel),
    place: vectors(({ place }) => place),
    normal: vectors(({ normal }) => normal),
    exit: vectors(({ exit }) => exit),
    bent: vectors(({ bent }) => bent),
    step: Uint8Array.from(glass, ({ step }) => step),
  };
}

/** What haze leaves on the way to the camera, taken from `open` at once. */
function fadeOf(hazePerM: number, eye: Vector, place: Float32Array, open: Float32Array): Float32Array | null {
  if (hazePerM <= 0) return null;
  return open.map((value, p) => {
    const d = Math.hypot(place[3 * p]! - eye[0], place[3 * p + 1]! - eye[1], place[3 * p + 2]! - eye[2]);
    const fade = Math.exp(-hazePerM * d);
    open[p] = value * fade;
    return fade;
  });
}
