import { fifth } from '../figure/numeric';
import { faceSize, type Emission } from '../transport/emission';
import type { Light } from '../document/schema';

/** Faces of lights as they are mirrored and seen: in eyes, glass, lacquer and wet floors. */

/** Glass before a liquid: how rough, and how much it mirrors straight on. */
export const GLASS_SHEEN = [0.03, 0.045] as const;

/** Under this roughness a surface mirrors the light's own shape: a window in an eye, a tube in dark glasses. */
export const SHARP_BELOW = 0.25;

/** Sheen of a painted or wet surface by its gloss, 0 to 1. */
export function sheenOfGloss(gloss: number): readonly [roughness: number, reflectance: number] {
  return gloss <= 0 ? [1, 0] : [0.24 - 0.2 * gloss, 0.05 * gloss];
}

/** A light's face made ready to be looked at. */
export interface Face {
  readonly emission: Emission;
  readonly position: readonly [number, number, number];
  readonly halfW: number;
  readonly halfH: number;
  readonly round: boolean;
  /** An open lamp looks the same from all sides. */
  readonly allRound: boolean;
  readonly areaM2: number;
}

export function faceOf(light: Pick<Light, 'position' | 'modifier'>, emission: Emission): Face {
  const { halfW, halfH, round } = faceSize(light.modifier);
  const areaM2 = round ? Math.PI * halfW * halfW : 4 * halfW * halfH;
  return { emission, position: light.position, halfW, halfH, round, allRound: light.modifier.beam.kind === 'bare', areaM2 };
}

/** Share of a stretch of half width `half` that lies at `u` when its edges are spread over `w`: the whole stays the same. */
function spread(u: number, half: number, w: number): number {
  return 0.5 * (Math.tanh((u + half) / w) - Math.tanh((u - half) / w));
}

/**
 * How bright a light's face looks along a line, per unit of intensity, 1/m^2, as the illuminance of a white that would look as
 * bright: pi times its luminance where the line meets it, 0 beside it. `rough` spreads its edge, as a share of the way.
 */
export function seenAlong(
  { emission, position, halfW, halfH, round, allRound, areaM2 }: Face,
  ox: number,
  oy: number,
  oz: number,
  dx: number,
  dy: number,
  dz: number,
  rough: number,
): number {
  const qx = position[0] - ox;
  const qy = position[1] - oy;
  const qz = position[2] - oz;
  const { axis, right, up } = emission;
  let along: number;
  let t: number;
  if (allRound) {
    along = -1;
    t = qx * dx + qy * dy + qz * dz;
  } else {
    along = axis[0] * dx + axis[1] * dy + axis[2] * dz;
    if (along > -0.03) return 0;
    t = (axis[0] * qx + axis[1] * qy + axis[2] * qz) / along;
  }
  if (t <= 0) return 0;
  const px = t * dx - qx;
  const py = t * dy - qy;
  const pz = t * dz - qz;
  const w = Math.max(0.003, rough * t);
  let cover: number;
  if (round) {
    const r = Math.sqrt(px * px + py * py + pz * pz);
    if (r > halfW + 4 * w) return 0;
    cover = (0.5 * (1 - Math.tanh((r - halfW) / w)) * halfW * halfW) / (halfW * halfW + 0.8 * w * w);
  } else {
    const u = px * right[0] + py * right[1] + pz * right[2];
    const v = px * up[0] + py * up[1] + pz * up[2];
    if (Math.abs(u) > halfW + 4 * w || Math.abs(v) > halfH + 4 * w) return 0;
    cover = spread(u, halfW, w) * spread(v, halfH, w);
  }
  if (cover < 1e-4) return 0;
  const out = emission.towards(-dx, -dy, -dz);
  return (Math.PI * cover * out) / (areaM2 * Math.max(0.05, -along));
}

/** What a smooth surface mirrors towards the eye of a light's face (Schlick's share), per unit of intensity, 1/m^2. */
export function glint(
  face: Face,
  x: number,
  y: number,
  z: number,
  nx: number,
  ny: number,
  nz: number,
  vx: number,
  vy: number,
  vz: number,
  roughness: number,
  reflectance: number,
): number {
  const nv = nx * vx + ny * vy + nz * vz;
  if (nv <= 0) return 0;
  const share = reflectance + (1 - roughness) * (1 - reflectance) * fifth(1 - nv);
  return share * seenAlong(face, x, y, z, 2 * nv * nx - vx, 2 * nv * ny - vy, 2 * nv * nz - vz, 0.35 * roughness);
}
