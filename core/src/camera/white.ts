import { cctDuv, kelvinToMired } from '../colour/cct';
import { spectrumToXy } from '../colour/observer';
import { InputError, requireNumber } from '../errors';
import { product, sampled, weightedSum, type Spectrum } from '../spectrum/grid';
import { greenBand, magentaBand } from '../gel/gel';
import { daylightSource, normalised, planckSource } from '../source/source';

const PLANCK_UP_TO_K = 4000;
const DAYLIGHT_FROM_K = 5000;
const STRONGEST_BAND = 2;

/** Lowest and highest white balance, K. */
export const WHITE_RANGE_K = [1600, 25_000] as const;

/**
 * The illuminant, held to 1 lx, that a camera set to `whiteK` renders neutral: a full radiator up to 4000 K, CIE daylight
 * from 5000 K, between them both at that temperature, mixed linearly in mired.
 *
 * `tintDuv` moves it off that by a green (positive) or magenta (negative) filter band until its Duv has changed by that
 * much, -0.03 to 0.03.
 */
export function whiteIlluminant(whiteK: number, tintDuv = 0): Spectrum {
  requireNumber('whiteK', whiteK, WHITE_RANGE_K[0], WHITE_RANGE_K[1], ' K');
  requireNumber('tintDuv', tintDuv, -0.03, 0.03);
  const base = untinted(whiteK);
  return tintDuv === 0 ? base : tinted(base, tintDuv);
}

function untinted(whiteK: number): Spectrum {
  if (whiteK <= PLANCK_UP_TO_K) return planckSource(whiteK);
  if (whiteK >= DAYLIGHT_FROM_K) return daylightSource(whiteK);
  const warm = kelvinToMired(PLANCK_UP_TO_K);
  const t = (warm - kelvinToMired(whiteK)) / (warm - kelvinToMired(DAYLIGHT_FROM_K));
  return weightedSum([planckSource(whiteK), daylightSource(whiteK)], [1 - t, t]);
}

function tinted(base: Spectrum, tintDuv: number): Spectrum {
  const band = tintDuv > 0 ? greenBand : magentaBand;
  const at = (density: number) =>
    product(
      base,
      sampled((nm) => band(nm, density)),
    );
  const start = cctDuv(spectrumToXy(base)).duv;
  const reached = (density: number) => {
    const { duv } = cctDuv(spectrumToXy(at(density)));
    // Off the scale of Duv means further out than any tint asks for.
    return duv === null || start === null ? Infinity : Math.abs(duv - start);
  };
  const wanted = Math.abs(tintDuv);
  let [low, high] = [0, STRONGEST_BAND];
  if (reached(high) < wanted)
    throw new InputError('tintDuv', `A tint of Duv ${tintDuv} cannot be reached at this white balance.`);
  for (let i = 0; i < 40; i++) {
    const middle = (low + high) / 2;
    if (reached(middle) < wanted) low = middle;
    else high = middle;
  }
  return normalised(at((low + high) / 2));
}
