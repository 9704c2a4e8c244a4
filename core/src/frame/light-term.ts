import { beamFunction, gridTransmission } from '../exposure/beam';
import { discIncidence, equivalentRadiusM, nearFieldRatio } from '../exposure/distance';
import { fromCard, pastBoards } from '../look/boards';
import { cardsOf } from '../look/geometry';
import type { Board, Light, Point } from '../look/schema';
import { BACKDROP, bustDistance, EYE_WHITE_PART, FLOOR, HAIR, IRIS, LASH, LIPS, SKIN, WALL, WARDROBE } from './bust';
import { bustGrid, gridDistance, type DistanceGrid } from './grid';
import { boxSpan, type Surfaces } from './surfaces';

/** Geometry of one light for every pixel: multiplied with its spectral triples it is what it brings. */
export interface LightTerm {
  /** Illuminance per unit of intensity, 1/m^2. */
  readonly lit: Float32Array;
  /** The same for what is mirrored by the surface itself, white whatever the material. */
  readonly gloss: Float32Array;
}

/** What of a light decides its geometry, as a key for caches. */
export function lightKey(light: Pick<Light, 'position' | 'aim' | 'modifier'>): string {
  const { face, beam, gridDeg } = light.modifier;
  return JSON.stringify([light.position, light.aim, face, beam, gridDeg]);
}

/** Roughness of a material's sheen, and how much it mirrors straight on: 0.04 is skin, cloth has hardly any. */
export const SHEEN: Readonly<Record<number, readonly [roughness: number, reflectance: number]>> = {
  [SKIN]: [0.42, 0.032],
  [LIPS]: [0.3, 0.04],
  [HAIR]: [0.34, 0.05],
  [WARDROBE]: [0.75, 0.008],
  [EYE_WHITE_PART]: [0.08, 0.04],
  [IRIS]: [0.06, 0.04],
  [BACKDROP]: [1, 0],
  [FLOOR]: [1, 0],
  [WALL]: [1, 0],
  [LASH]: [0.5, 0.02],
};

const ANGLES = 1024;
const DISTANCES = 256;
const [NEAREST_M, FARTHEST_M] = [0.05, 30];

/** What leaves a light at each angle from its axis, grid included, as a table over 0 to pi. */
function beamTable({ beam, gridDeg }: Light['modifier']): Float64Array {
  const intensity = beamFunction(beam);
  return Float64Array.from({ length: ANGLES + 1 }, (_, i) => {
    const angle = (i * Math.PI) / ANGLES;
    return intensity(angle) * (gridDeg === null ? 1 : gridTransmission(angle, gridDeg));
  });
}

/** Falloff with distance, 1/m^2, as a table over the logarithm of the distance. */
function falloffTable(face: Light['modifier']['face']): Float64Array {
  return Float64Array.from({ length: DISTANCES + 1 }, (_, i) => {
    const d = NEAREST_M * (FARTHEST_M / NEAREST_M) ** (i / DISTANCES);
    return Math.log(nearFieldRatio(face, d) / (d * d));
  });
}

const LOG_SPAN = Math.log(FARTHEST_M / NEAREST_M);

/**
 * Computes the term of one light over all pixels: distance with the size of its face, beam and grid, incidence that wraps
 * round by the size of the source, the subject's soft shadow, and gloss towards the camera.
 */
export function lightTerm(
  surfaces: Surfaces,
  light: Pick<Light, 'position' | 'aim' | 'modifier'>,
  eye: Point,
  boards: readonly Board[] = [],
): LightTerm {
  const { width, height, place, normal, material, faceHeightM, turn } = surfaces;
  const pixels = width * height;
  const lit = new Float32Array(pixels);
  const gloss = new Float32Array(pixels);
  const { modifier, position, aim } = light;
  const radius = equivalentRadiusM(modifier.face);
  const beam = beamTable(modifier);
  const falloff = falloffTable(modifier.face);
  const grid = bustGrid();
  const [cos, sin] = turn;
  let ax = aim[0] - position[0];
  let ay = aim[1] - position[1];
  let az = aim[2] - position[2];
  const al = Math.sqrt(ax * ax + ay * ay + az * az) || 1;
  ax /= al;
  ay /= al;
  az /= al;
  const cards = boards.length ? cardsOf(light, [], boards) : [];
  for (let p = 0; p < pixels; p++) {
    const x = place[3 * p]!;
    const y = place[3 * p + 1]!;
    const z = place[3 * p + 2]!;
    for (const card of cards) lit[p]! += fromCard(card, x, y, z, normal[3 * p]!, normal[3 * p + 1]!, normal[3 * p + 2]!);
    let lx = position[0] - x;
    let ly = position[1] - y;
    let lz = position[2] - z;
    const d = Math.max(0.02, Math.sqrt(lx * lx + ly * ly + lz * lz));
    lx /= d;
    ly /= d;
    lz /= d;
    const angle = Math.acos(clamp(-(ax * lx + ay * ly + az * lz), -1, 1));
    const out = beam[Math.round((angle * ANGLES) / Math.PI)]!;
    if (out < 1e-6) continue;
    const nx = normal[3 * p]!;
    const ny = normal[3 * p + 1]!;
    const nz = normal[3 * p + 2]!;
    const cosine = clamp(nx * lx + ny * ly + nz * lz, -1, 1);
    const half = Math.atan(radius / d);
    const facing = cosine > Math.sin(half) ? cosine : discIncidence(Math.acos(cosine), half);
    if (facing <= 0) continue;
    const place01 = clamp((Math.log(d / NEAREST_M) * DISTANCES) / LOG_SPAN, 0, DISTANCES - 1e-6);
    const at = place01 | 0;
    const arriving = out * Math.exp(falloff[at]! + (falloff[at + 1]! - falloff[at]!) * (place01 - at));
    // In the bust's own axes, lifted a little off the surface.
    const lift = material[p]! >= BACKDROP && material[p]! <= WALL ? 0 : 0.004;
    const qx = x + lift * nx;
    const qy = y + lift * ny - faceHeightM;
    const qz = z + lift * nz;
    const shadow = lightShare(
      grid,
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
    const sheen = SHEEN[material[p]!]!;
    if (sheen[1] > 0 && cosine > 0.01) {
      let vx = eye[0] - x;
      let vy = eye[1] - y;
      let vz = eye[2] - z;
      const vl = Math.sqrt(vx * vx + vy * vy + vz * vz);
      vx /= vl;
      vy /= vl;
      vz /= vl;
      gloss[p] = arriving * past * mirrored(nx, ny, nz, lx, ly, lz, vx, vy, vz, cosine, sheen[0], sheen[1], radius / d);
    }
  }
  return { lit, gloss };
}

function clamp(v: number, low: number, high: number): number {
  return v < low ? low : v > high ? high : v;
}

/**
 * Sheen by a Trowbridge-Reitz lobe, widened by the angle under which the source is seen and weakened as much, so that a large
 * source gives a broad and quiet highlight. Relative to a perfect white in the same light.
 */
export function mirrored(
  nx: number,
  ny: number,
  nz: number,
  lx: number,
  ly: number,
  lz: number,
  vx: number,
  vy: number,
  vz: number,
  nl: number,
  roughness: number,
  reflectance: number,
  sourceAngle: number,
): number {
  let hx = lx + vx;
  let hy = ly + vy;
  let hz = lz + vz;
  const hl = Math.sqrt(hx * hx + hy * hy + hz * hz) || 1;
  hx /= hl;
  hy /= hl;
  hz /= hl;
  const nh = Math.max(0, nx * hx + ny * hy + nz * hz);
  const nv = Math.max(0.06, nx * vx + ny * vy + nz * vz);
  const vh = Math.max(0, vx * hx + vy * hy + vz * hz);
  const alpha = roughness * roughness;
  const wide = Math.min(1, alpha + 0.35 * sourceAngle);
  const a2 = wide * wide;
  const q = nh * nh * (a2 - 1) + 1;
  const lobe = a2 / (Math.PI * q * q);
  // Rough surfaces gain less at grazing.
  const fresnel = reflectance + (Math.max(1 - roughness, reflectance) - reflectance) * (1 - vh) ** 5;
  const k = wide / 2;
  const hidden = (nl / (nl * (1 - k) + k)) * (nv / (nv * (1 - k) + k));
  // Radiance of the lobe times pi, in units of a white that faces the light.
  return Math.min(4, (Math.PI * lobe * fresnel * hidden) / (4 * nv));
}

/** The blur of no source is followed farther than this from the bust, m. */
const LARGEST_BLUR_M = 0.8;

/** Share of a round source that shows past the bust: 1 clear, 0 hidden, soft by how large it looks where it is cut. */
function lightShare(
  grid: DistanceGrid,
  ox: number,
  oy: number,
  oz: number,
  dx: number,
  dy: number,
  dz: number,
  distance: number,
  radius: number,
): number {
  // A large source is dimmed by what passes at some distance from the line to its middle.
  const [near, far] = boxSpan(ox, oy, oz, dx, dy, dz, Math.min(LARGEST_BLUR_M, 0.02 + radius));
  const end = Math.min(far, distance);
  if (!(end > Math.max(0, near))) return 1;
  let share = 1;
  let t = Math.max(0.004, near);
  for (let step = 0; step < 64 && t < end; step++) {
    const x = ox + t * dx;
    const y = oy + t * dy;
    const z = oz + t * dz;
    let h = gridDistance(grid, x, y, z);
    if (h < 0.011) h = bustDistance(x, y, z);
    const blur = Math.max(0.0025, (radius * t) / distance);
    const seen = 0.5 + (0.5 * h) / blur;
    if (seen < share) {
      share = seen;
      if (share <= 0) return 0;
    }
    t += clamp(h * 0.85, 0.004 + 0.02 * t, 0.25);
  }
  return share * share * (3 - 2 * share);
}
