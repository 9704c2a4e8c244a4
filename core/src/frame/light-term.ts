import { discIncidence, nearFieldRatio } from '../exposure/distance';
import { flareOf } from '../transport/air';
import { fromCard, pastBoards } from '../transport/boards';
import { reaching, stageOf } from '../transport/stage';
import type { Look, Point } from '../look/schema';
import type { Light } from '../look/schema';
import type { View } from '../transport/view';
import { BACKDROP, FLOOR, isRoom, WALL } from '../subject/materials';
import { lightShare } from '../subject/shadow';
import { airTerm } from './air-term';
import { seenBody, type Body } from './body';
import { faceOf, GLASS_SHEEN, glint, mirrored, seenAlong, SHARP_BELOW, SHEEN, sheenOfGloss, type Face } from './sheen';
import type { Front, Surfaces } from './surfaces';

/** Geometry of one light for every pixel: multiplied with its spectral triples it is what it brings. All per unit of intensity, 1/m^2. */
export interface LightTerm {
  /** Illuminance, straight and by way of white cards. */
  readonly lit: Float32Array;
  /** What is mirrored by the surface itself, white whatever the material. */
  readonly gloss: Float32Array;
  /** Illuminance by way of each coloured card, by the board's index. */
  readonly cards: readonly { readonly board: number; readonly lit: Float32Array }[];
  /** The light itself seen through glass, for every pixel of `Surfaces.front`; null without any. */
  readonly through: Float32Array | null;
  /** Haze lit by it and flare from it, white; null where there is none. */
  readonly air: Float32Array | null;
  /** The lamp and its stand where the camera sees them; null where it does not. */
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

const DISTANCES = 256;
const [NEAREST_M, FARTHEST_M] = [0.05, 30];
const LOG_SPAN = Math.log(FARTHEST_M / NEAREST_M);

/** Falloff with distance, 1/m^2, as a table over the logarithm of the distance. */
function falloffTable(face: Light['modifier']['face']): Float64Array {
  return Float64Array.from({ length: DISTANCES + 1 }, (_, i) => {
    const d = NEAREST_M * (FARTHEST_M / NEAREST_M) ** (i / DISTANCES);
    return Math.log(nearFieldRatio(face, d) / (d * d));
  });
}

/** What a room can mirror: the sheen of its backdrop, and of walls and floor. */
function roomSheens({ backdrop, room }: Look): Record<number, readonly [number, number]> {
  return {
    ...SHEEN,
    [BACKDROP]: sheenOfGloss(backdrop.gloss),
    [WALL]: sheenOfGloss(room.gloss),
    [FLOOR]: sheenOfGloss(room.gloss),
  };
}

/**
 * Computes the term of one light over all pixels: distance with the size of its face, beam, grid and blades, incidence that wraps
 * round by the size of the source, the subject's soft shadow, gloss towards the camera, haze and flare.
 */
export function lightTerm(surfaces: Surfaces, light: Light, view: View, look: Look): LightTerm {
  const { width, height, place, normal, material, fade } = surfaces;
  const { eye } = view;
  const { boards } = look;
  const { hazePerM } = look.air;
  const pixels = width * height;
  const lit = new Float32Array(pixels);
  const gloss = new Float32Array(pixels);
  const { modifier, position } = light;
  const { form, originM, turn } = stageOf(look);
  const [cos, sin] = turn;
  const reach = reaching(light, surfaces.stage);
  const { emission } = reach;
  const { towards, radiusM: radius } = emission;
  const face = faceOf(light, emission);
  const falloff = falloffTable(modifier.face);
  const sheens = roomSheens(look);
  const white = reach.cards.filter(({ board }) => board.tint === null);
  const tinted = reach.cards
    .filter(({ board }) => board.tint !== null)
    .map((card) => ({ card, board: boards.indexOf(card.board), lit: new Float32Array(pixels) }));
  for (let p = 0; p < pixels; p++) {
    const x = place[3 * p]!;
    const y = place[3 * p + 1]!;
    const z = place[3 * p + 2]!;
    const nx = normal[3 * p]!;
    const ny = normal[3 * p + 1]!;
    const nz = normal[3 * p + 2]!;
    const left = fade ? fade[p]! : 1;
    for (const card of white) lit[p]! += left * fromCard(card, x, y, z, nx, ny, nz);
    for (const { card, lit: own } of tinted) own[p]! += left * fromCard(card, x, y, z, nx, ny, nz);
    let lx = position[0] - x;
    let ly = position[1] - y;
    let lz = position[2] - z;
    const d = Math.max(0.02, Math.sqrt(lx * lx + ly * ly + lz * lz));
    lx /= d;
    ly /= d;
    lz /= d;
    const out = towards(-lx, -ly, -lz);
    if (out < 1e-6) continue;
    const cosine = clamp(nx * lx + ny * ly + nz * lz, -1, 1);
    const half = Math.atan(radius / d);
    const facing = cosine > Math.sin(half) ? cosine : discIncidence(Math.acos(cosine), half);
    if (facing <= 0) continue;
    const place01 = clamp((Math.log(d / NEAREST_M) * DISTANCES) / LOG_SPAN, 0, DISTANCES - 1e-6);
    const at = place01 | 0;
    let arriving = out * Math.exp(falloff[at]! + (falloff[at + 1]! - falloff[at]!) * (place01 - at));
    if (fade) arriving *= left * Math.exp(-hazePerM * d);
    // In the form's own axes, lifted a little off the surface.
    const m = material[p]!;
    const lift = isRoom(m) ? 0 : 0.004 * form.fine;
    const qx = x + lift * nx;
    const qy = y + lift * ny - originM;
    const qz = z + lift * nz;
    const shadow = lightShare(
      form,
      cos * qx - sin * qz,
      qy,
      sin * qx + cos * qz,
      cos * lx - sin * lz,
      ly,
      sin * lx + cos * lz,
      d,
      radius,
    );
    const past = boards.length ? shadow * pastBoards(boards, x, y, z, position[0], position[1], position[2], radius) : shadow;
    if (past <= 0) continue;
    lit[p]! += arriving * facing * past;
    const sheen = sheens[m]!;
    if (sheen[1] > 0 && cosine > 0.01) {
      let vx = eye[0] - x;
      let vy = eye[1] - y;
      let vz = eye[2] - z;
      const vl = Math.sqrt(vx * vx + vy * vy + vz * vz);
      vx /= vl;
      vy /= vl;
      vz /= vl;
      gloss[p] =
        sheen[0] < SHARP_BELOW
          ? left * past * glint(face, x, y, z, nx, ny, nz, vx, vy, vz, sheen[0], sheen[1])
          : arriving * past * mirrored(nx, ny, nz, lx, ly, lz, vx, vy, vz, cosine, sheen[0], sheen[1], radius / d);
    }
  }
  const through = surfaces.front ? throughGlass(surfaces.front, face, eye, gloss, fade) : null;
  const flare = flareOf(reach, surfaces.stage, eye, view.forward);
  return {
    lit,
    gloss,
    cards: tinted.map(({ board, lit: own }) => ({ board, lit: own })),
    through,
    air: airTerm(surfaces, view, reach, hazePerM, flare),
    body: seenBody(surfaces, view, light, face),
  };
}

function clamp(v: number, low: number, high: number): number {
  return v < low ? low : v > high ? high : v;
}

/** What glass mirrors of a face, into `gloss`, and what it lets through of it where the bent line of sight ends there. */
function throughGlass(
  { pixels, place, normal, exit, bent }: Front,
  face: Face,
  eye: Point,
  gloss: Float32Array,
  fade: Float32Array | null,
): Float32Array {
  const through = new Float32Array(pixels.length);
  pixels.forEach((p, i) => {
    const [x, y, z] = [place[3 * i]!, place[3 * i + 1]!, place[3 * i + 2]!];
    const [vx, vy, vz] = [eye[0] - x, eye[1] - y, eye[2] - z];
    const v = Math.hypot(vx, vy, vz);
    const left = fade ? fade[p]! : 1;
    const [nx, ny, nz] = [normal[3 * i]!, normal[3 * i + 1]!, normal[3 * i + 2]!];
    gloss[p] = left * glint(face, x, y, z, nx, ny, nz, vx / v, vy / v, vz / v, GLASS_SHEEN[0], GLASS_SHEEN[1]);
    const [bx, by, bz] = [bent[3 * i]!, bent[3 * i + 1]!, bent[3 * i + 2]!];
    if (bx === 0 && by === 0 && bz === 0) return;
    through[i] = left * seenAlong(face, exit[3 * i]!, exit[3 * i + 1]!, exit[3 * i + 2]!, bx, by, bz, 0.06);
  });
  return through;
}
