import { clamp, fifth, norm } from '../figure/numeric';

/** Gloss of surfaces that are not sharp mirrors: two lobes by Trowbridge and Reitz, widened by the angle under which the source is seen. */

const lobe = (nh: number, a: number): number => {
  const a2 = a * a;
  const d = nh * nh * (a2 - 1) + 1;
  return a2 / (Math.PI * d * d);
};

/** Share of what is mirrored straight on by skin, cloth and lacquer. */
const STRAIGHT_ON = 0.028;
const BRIGHTEST = 12;
/** The second lobe's width against the first's, to the fourth power. */
const SECOND = 0.58 ** 4;

/**
 * What a place mirrors to the eye of light that comes to it, as a white that would look as bright, per unit of that light: directions of
 * length 1 to light and eye, `rough` the surface's, `wide` the half angle of the source.
 */
export function glossOf(
  nx: number,
  ny: number,
  nz: number,
  lx: number,
  ly: number,
  lz: number,
  vx: number,
  vy: number,
  vz: number,
  rough: number,
  wide: number,
): number {
  const nl = nx * lx + ny * ly + nz * lz;
  if (nl <= 0.005) return 0;
  let hx = lx + vx;
  let hy = ly + vy;
  let hz = lz + vz;
  const hl = norm(hx, hy, hz) || 1;
  hx /= hl;
  hy /= hl;
  hz /= hl;
  const nh = clamp(nx * hx + ny * hy + nz * hz);
  const vh = clamp(vx * hx + vy * hy + vz * hz);
  const nv = Math.max(0.06, nx * vx + ny * vy + nz * vz);
  const spread = 0.5 * (0.55 * wide) ** 2;
  const r2 = rough * rough;
  const first = Math.sqrt(r2 * r2 + spread);
  const second = Math.sqrt(SECOND * r2 * r2 + spread);
  const fresnel = STRAIGHT_ON + (1 - STRAIGHT_ON) * fifth(1 - vh);
  const k = (rough + 1) ** 2 / 8;
  const hidden = 1 / ((nl * (1 - k) + k) * (nv * (1 - k) + k));
  return Math.min(BRIGHTEST, nl * Math.PI * (0.72 * lobe(nh, first) + 0.28 * lobe(nh, second)) * fresnel * hidden * 0.25);
}
