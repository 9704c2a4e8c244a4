import { clamp, fifth, norm } from '../figure/numeric';

/** What one point of a strand sends to the eye of light that comes to it, as shares of that light. */
export interface FibreOut {
  /** Mirrored by its outside: white. */
  reflected: number;
  /** Once through it: coloured a little. */
  through: number;
  /** From inside and by the mass: coloured as hair is. */
  scattered: number;
}

const TILT = 0.055;
const ROUGH = 0.095;
const AZIMUTH = 0.42;
const gauss = (x: number, s: number) => Math.exp(-0.5 * (x / s) ** 2) / s;
/** How far a light stands behind a strand, by the cosine of the angle round it: 1 right behind. */
const fromBehind = (cphi: number) => Math.exp(-((Math.acos(cphi) - Math.PI) ** 2) / (2 * AZIMUTH ** 2));

/**
 * Reflection, transmission and inner reflection of a fibre, in the manner of Marschner et al. (2003) with Gaussian lobes, simplified:
 * `l` and `v` are directions of length 1 to the light and the eye, `t` along the strand, `wide` the half angle of the source. `own` is a
 * figure of the strand, so that not all shine at one height.
 */
export function fibre(
  out: FibreOut,
  lx: number,
  ly: number,
  lz: number,
  vx: number,
  vy: number,
  vz: number,
  tx: number,
  ty: number,
  tz: number,
  own: number,
  wide: number,
  hair: boolean,
): void {
  const si = tx * lx + ty * ly + tz * lz;
  const sr = tx * vx + ty * vy + tz * vz;
  const ci = Math.sqrt(Math.max(0.0001, 1 - si * si));
  const cr = Math.sqrt(Math.max(0.0001, 1 - sr * sr));
  // Across the strand what lies along it is taken off both, which leaves l . v - si sr.
  const cphi = clamp((lx * vx + ly * vy + lz * vz - si * sr) / (ci * cr), -1, 1);
  const half = Math.sqrt(0.5 + 0.5 * cphi);
  const seed = own * 977.7;
  const turn = TILT + 0.16 * (seed - Math.floor(seed) - 0.5);
  const spread = 0.35 * wide;
  const R = gauss(si + sr + 2 * turn, norm(ROUGH, spread));
  const TT = gauss(si + sr - turn, norm(ROUGH * 0.6, spread));
  const TRT = gauss(si + sr - 3 * turn, norm(ROUGH * 1.8, spread));
  const behind = fromBehind(cphi);
  const fresnel = 0.045 + 0.5 * fifth(1 - half * ci);
  out.reflected = ci * R * 0.25 * half * fresnel * (hair ? 1.5 : 0.5);
  out.through = ci * (TT * behind * 0.23 + 0.04 * (0.5 - 0.5 * cphi));
  out.scattered = ci * (TRT * (hair ? 0.24 : 0.05) * (0.35 + 0.65 * half * half * half) + 0.3 * (0.62 + 0.38 * cphi));
}

/** Down: pale, mostly lit through. */
export function downFibre(
  out: FibreOut,
  lx: number,
  ly: number,
  lz: number,
  vx: number,
  vy: number,
  vz: number,
  tx: number,
  ty: number,
  tz: number,
): void {
  const si = tx * lx + ty * ly + tz * lz;
  const sr = tx * vx + ty * vy + tz * vz;
  const ci = Math.sqrt(Math.max(0.0001, 1 - si * si));
  const cr = Math.sqrt(Math.max(0.0001, 1 - sr * sr));
  // Across the strand what lies along it is taken off both, which leaves l . v - si sr.
  const cphi = clamp((lx * vx + ly * vy + lz * vz - si * sr) / (ci * cr), -1, 1);
  const behind = fromBehind(cphi);
  out.reflected = 0;
  out.scattered = ci * (0.35 + 0.35 * cphi + 0.75 * behind);
  out.through = ci * 0.5 * behind;
}
