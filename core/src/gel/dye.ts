import { turnBetweenDeg } from '../colour/hue';
import { xyToUvPrime } from '../colour/cct';
import { spectrumToXy, spectrumToXyz, type Xy } from '../colour/observer';
import { oklabOf, chromaOf, hueDegOf } from '../colour/oklab';
import { convertXyzToLinearRgb } from '../colour/rgb';
import { InputError, requireNumber } from '../errors';
import { gaussNewton } from '../gauss-newton';
import { gaussian, product, sampled, type Spectrum } from '../spectrum/grid';
import { CLEAR_FILM, luminousTransmittance, stopsLost } from './gel';

/** What is known of a film without a spectrum. */
export type GelLook =
  /** What it makes of white as somebody sees it who is used to the lamp: OKLab hue, and chroma over lightness (a pale tint 0.05, a deep blue 0.6). */
  | { readonly kind: 'look'; readonly hueDeg: number; readonly purity: number }
  /** Chromaticity of the lamp through the film, CIE 1931, as a maker's sheet has it. */
  | { readonly kind: 'xy'; readonly xy: Xy };

export interface DyedGel {
  readonly transmittance: Spectrum;
  readonly stopsLost: number;
  readonly hueDeg: number;
  readonly purity: number;
  /** From what was asked: degrees of hue (0 of a grey), purity, and u'v'. */
  readonly offHueDeg: number;
  readonly offPurity: number;
  readonly offUv: number | null;
}

/** Peaks of the three dyes that films are coloured with, nm, their widths, and how far a maker's dye may lie from them. */
const DYES = [
  { peakNm: 650, widthNm: 140 },
  { peakNm: 545, widthNm: 95 },
  { peakNm: 430, widthNm: 110 },
] as const;
const SHIFT_NM = 25;
/** How much wider or narrower all bands may be, in logarithms. */
const WIDER = 0.3;
/** More of a dye changes nothing that is seen. */
const [MOST_LOG, MOST_DENSITY] = [3, 5];

/** Absorption of one dye, 1 at its peak: a broad band; the yellow takes all that is shorter. */
function absorbed(dye: number, nm: number, shift: number, wider: number): number {
  const { peakNm, widthNm } = DYES[dye]!;
  const peak = peakNm + SHIFT_NM * shift;
  return dye === DYES.length - 1 && nm < peak ? 1 : gaussian(nm, peak, widthNm * wider);
}

/** A film's own density; grey is put to it where more is lost than the colour takes. */
const FILM_DENSITY = -Math.log10(CLEAR_FILM);
export const LEAST_GEL_STOPS = -Math.log2(CLEAR_FILM);
export const MOST_GEL_STOPS = 12;

/** What the fit is held to: stops hardly give, then hue, then purity. */
const [STOPS_HELD, HUE_HELD, PURITY_HELD, UV_HELD] = [0.0004, 0.3, 0.02, 0.0006];
/** Densities are fitted by their logarithm, about these; then where each dye lies. */
const [DYE_START, GREY_START] = [0.4, 0.03];
const GREY_SHARE = 0.6;
const PRIORS = [4, 4, 4, 4, 1.2, 1.2, 1.2, 1.2];
const STARTS: readonly (readonly number[])[] = [
  [0, 0, 0, 0],
  [-2, 1, 1, -1],
  [1, -2, 1, -1],
  [1, 1, -2, -1],
  [-1, -1, 0, 2],
].map((densities) => [...densities, 0, 0, 0, 0]);
/** A fit as near as this is taken. */
const NEAR_ENOUGH = 1;

/**
 * A plausible film of three dyes that loses `lost` stops of a lamp's light and has this look: the loss is met, then the hue, and the purity as far as such a
 * film has it. It is a guess: two films of one look may do otherwise to another lamp. @throws InputError for a loss that no film has.
 */
export function dyedGel(source: Spectrum, lost: number, look: GelLook): DyedGel {
  requireNumber('stopsLost', lost, LEAST_GEL_STOPS, MOST_GEL_STOPS, ' stops');
  if (look.kind === 'xy' && !(look.xy[1] > 0 && look.xy[0] > 0 && look.xy[0] + look.xy[1] < 1))
    throw new InputError('xy', 'x and y must be above 0, and together below 1.');
  const white = convertXyzToLinearRgb(spectrumToXyz(source));
  const read = (transmittance: Spectrum) => {
    const rgb = convertXyzToLinearRgb(spectrumToXyz(product(source, transmittance)));
    const lab = oklabOf(rgb[0] / white[0], rgb[1] / white[1], rgb[2] / white[2]);
    return { a: lab.a / lab.L, b: lab.b / lab.L };
  };
  const residuals = (from: readonly number[]) => (moved: Float64Array) => {
    const film = filmOf(moved.map((v, i) => v + from[i]!));
    const stops = (stopsLost(luminousTransmittance(source, film)) - lost) / STOPS_HELD;
    if (look.kind === 'xy') {
      const [wanted, made] = [xyToUvPrime(look.xy), xyToUvPrime(spectrumToXy(product(source, film)))];
      return [stops, (made[0] - wanted[0]) / UV_HELD, (made[1] - wanted[1]) / UV_HELD];
    }
    const { a, b } = read(film);
    const lab = { L: 1, a, b };
    return [stops, turnBetweenDeg(look.hueDeg, hueDegOf(lab)) / HUE_HELD, (chromaOf(lab) - look.purity) / PURITY_HELD];
  };
  let best: { readonly film: Spectrum; readonly left: number } | null = null;
  // Much of a dense film may be grey, or none of it.
  const dense = Math.log((GREY_SHARE * lost * Math.log10(2)) / GREY_START);
  for (const start of STARTS.flatMap((from) => [from, from.with(3, dense)])) {
    const fit = gaussNewton(residuals(start), PRIORS);
    const left = fit.after;
    if (!best || left < best.left) best = { film: filmOf(fit.values.map((v, i) => v + start[i]!)), left };
    if (best.left < NEAR_ENOUGH) break;
  }
  const { film } = best!;
  return told(source, film, look, read(film));
}

function filmOf(logs: Float64Array): Spectrum {
  const grey = FILM_DENSITY + GREY_START * Math.exp(Math.min(MOST_LOG, logs[3]!));
  const wider = Math.exp(WIDER * logs[7]!);
  const densities = DYES.map((_, dye) => DYE_START * Math.exp(Math.min(MOST_LOG, logs[dye]!)));
  return sampled((nm) => {
    let density = grey;
    for (let dye = 0; dye < DYES.length; dye++) density += densities[dye]! * absorbed(dye, nm, logs[4 + dye]!, wider);
    return 10 ** -Math.min(MOST_DENSITY, density);
  });
}

function told(source: Spectrum, film: Spectrum, look: GelLook, { a, b }: { readonly a: number; readonly b: number }): DyedGel {
  const lab = { L: 1, a, b };
  const [hueDeg, purity] = [hueDegOf(lab), chromaOf(lab)];
  const offUv = (wanted: Xy) => {
    const [u, v] = [xyToUvPrime(wanted), xyToUvPrime(spectrumToXy(product(source, film)))];
    return Math.hypot(u[0] - v[0], u[1] - v[1]);
  };
  return {
    transmittance: film,
    stopsLost: stopsLost(luminousTransmittance(source, film)),
    hueDeg,
    purity,
    offHueDeg: look.kind === 'look' && look.purity > GREY_PURITY ? turnBetweenDeg(look.hueDeg, hueDeg) : 0,
    offPurity: look.kind === 'look' ? purity - look.purity : 0,
    offUv: look.kind === 'xy' ? offUv(look.xy) : null,
  };
}

/** Less colour than this has no hue. */
const GREY_PURITY = 0.01;

/**
 * Look and loss of a film from its RGB transmission, each 0 to 1 of an sRGB white seen through it, as lists of films give it.
 * @throws InputError for a triple that is no film's.
 */
export function lookOfRgb(r: number, g: number, b: number): { readonly look: GelLook; readonly stopsLost: number } {
  for (const [name, value] of [
    ['r', r],
    ['g', g],
    ['b', b],
  ] as const)
    requireNumber(name, value, 0, 1);
  const luminance = 0.2126 * r + 0.7152 * g + 0.0722 * b;
  if (!(luminance > 0)) throw new InputError('rgb', 'A film that passes nothing is none: one of the three must be above 0.');
  const lab = oklabOf(r, g, b);
  return {
    look: { kind: 'look', hueDeg: hueDegOf(lab), purity: chromaOf(lab) / lab.L },
    stopsLost: Math.max(LEAST_GEL_STOPS, -Math.log2(luminance)),
  };
}
