import { planck } from '../spectrum/planck';
import { spectrumToXy, type Xy } from './observer';

/** Beyond this distance from the Planckian locus a correlated colour temperature says nothing. */
export const DUV_LIMIT = 0.05;

const LOWEST_K = 1000;
const HIGHEST_K = 50_000;
const TABLE_STEP_MIRED = 2;

/** CIE 1976 u', v' of x, y, as colour meters show them. */
export function xyToUvPrime([x, y]: Xy): readonly [u: number, v: number] {
  const d = -2 * x + 12 * y + 3;
  return [(4 * x) / d, (9 * y) / d];
}

/** The inverse of `xyToUvPrime`. */
export function uvPrimeToXy([u, v]: readonly [u: number, v: number]): Xy {
  const d = 6 * u - 16 * v + 12;
  return [(9 * u) / d, (4 * v) / d];
}

/** CIE 1960 (u, v) of a CIE 1931 chromaticity. */
export function xyToUv([x, y]: Xy): readonly [u: number, v: number] {
  const d = -2 * x + 12 * y + 3;
  return [(4 * x) / d, (6 * y) / d];
}

export function uvToXy(u: number, v: number): Xy {
  const d = 2 * u - 8 * v + 4;
  return [(3 * u) / d, (2 * v) / d];
}

/** Mired (reciprocal megakelvin) of a colour temperature. */
export function kelvinToMired(cctK: number): number {
  return 1e6 / cctK;
}

function locusUv(mired: number): readonly [u: number, v: number] {
  return xyToUv(spectrumToXy(planck(1e6 / mired)));
}

let table: { mired: number; u: number; v: number }[] | undefined;

function locusTable(): { mired: number; u: number; v: number }[] {
  if (!table) {
    table = [];
    const low = kelvinToMired(HIGHEST_K);
    const high = kelvinToMired(LOWEST_K);
    for (let mired = low; mired <= high; mired += TABLE_STEP_MIRED) {
      const [u, v] = locusUv(mired);
      table.push({ mired, u, v });
    }
  }
  return table;
}

/**
 * Correlated colour temperature (K) and Duv (signed distance from the Planckian locus in CIE 1960 uv, positive towards
 * green) of a chromaticity. The nearest locus point is looked up, then refined by golden-section search on the locus
 * computed from Planck's law on the project's grid.
 *
 * Returns null for both where |Duv| > 0.05 or where the nearest point is an end of 1000 to 50 000 K.
 */
export function cctDuv(xy: Xy): { cctK: number; duv: number } | { cctK: null; duv: null } {
  const [u, v] = xyToUv(xy);
  const none = { cctK: null, duv: null };
  if (!Number.isFinite(u) || !Number.isFinite(v)) return none;
  const points = locusTable();
  let nearest = 0;
  let best = Infinity;
  points.forEach((point, i) => {
    const d = (point.u - u) ** 2 + (point.v - v) ** 2;
    if (d < best) {
      best = d;
      nearest = i;
    }
  });
  if (nearest === 0 || nearest === points.length - 1) return none;
  const distance2 = (mired: number) => {
    const [lu, lv] = locusUv(mired);
    return (lu - u) ** 2 + (lv - v) ** 2;
  };
  const mired = goldenMinimum(distance2, points[nearest - 1]!.mired, points[nearest + 1]!.mired);
  const [lu, lv] = locusUv(mired);
  const duv = Math.hypot(u - lu, v - lv) * sideOfLocus(mired, u - lu, v - lv);
  if (Math.abs(duv) > DUV_LIMIT) return none;
  return { cctK: 1e6 / mired, duv };
}

/** +1 on the green side of the locus, -1 on the magenta side, from the cross product with the locus's own direction. */
function sideOfLocus(mired: number, du: number, dv: number): 1 | -1 {
  const [u0, v0] = locusUv(mired - 0.5);
  const [u1, v1] = locusUv(mired + 0.5);
  return (u1 - u0) * dv - (v1 - v0) * du >= 0 ? 1 : -1;
}

/** The chromaticity at a CCT and Duv. */
export function cctDuvToXy(cctK: number, duv: number): Xy {
  const mired = kelvinToMired(cctK);
  const [u, v] = locusUv(mired);
  const [u0, v0] = locusUv(mired - 0.5);
  const [u1, v1] = locusUv(mired + 0.5);
  const length = Math.hypot(u1 - u0, v1 - v0);
  return uvToXy(u - (duv * (v1 - v0)) / length, v + (duv * (u1 - u0)) / length);
}

function goldenMinimum(f: (x: number) => number, low: number, high: number): number {
  const ratio = (Math.sqrt(5) - 1) / 2;
  let [a, b] = [low, high];
  while (b - a > 1e-6) {
    const c = b - ratio * (b - a);
    const d = a + ratio * (b - a);
    if (f(c) < f(d)) b = d;
    else a = c;
  }
  return (a + b) / 2;
}
