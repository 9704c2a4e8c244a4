import { luminousSum, yBar } from '../colour/observer';
import { requireNumber } from '../errors';
import { dot, dot3, flat, gaussian, product, sampled, type Spectrum } from '../spectrum/grid';
import { C2_MK } from '../spectrum/planck';

/** Transmittance of clear film, its two surfaces included. */
export const CLEAR_FILM = 0.92;
/** Peak transmittance of the stand-in correction gels. */
export const CORRECTION_FILM = 0.88;
/** Ratios are floored here, so that "no light at all" is 16 stops rather than infinity. */
export const SMALLEST_RATIO = 2 ** -16;

/**
 * A gel whose dye is `strength` times as concentrated: T_c = T_s (T / T_s)^c with T_s = 0.92, clear film (Beer-Lambert).
 * Where a gel passes more than clear film would, strength cannot make it brighter than it is: the ratio is held at 1.
 */
export function gelAtStrength(transmittance: Spectrum, strength: number): Spectrum {
  requireNumber('strength', strength, 0, 8);
  if (strength === 1) return Float64Array.from(transmittance);
  return transmittance.map((t) => {
    const surface = Math.max(CLEAR_FILM, t);
    return surface * Math.max(0, t / surface) ** strength;
  });
}

/** Gels one behind the other: their transmittances multiply. No gel is a transmittance of 1. */
export function gelStack(gels: readonly Spectrum[]): Spectrum {
  return product(flat(1), ...gels);
}

/** What a badly fixed gel lets through: a fraction `leak` of the light passes beside it. */
export function withLeak(transmittance: Spectrum, leak: number): Spectrum {
  requireNumber('leak', leak, 0, 1);
  return transmittance.map((t) => (1 - leak) * t + leak);
}

/** Luminous transmittance of a filter for a source: `sum(S T ybar) / sum(S ybar)`. */
export function luminousTransmittance(source: Spectrum, transmittance: Spectrum): number {
  return dot3(source, transmittance, yBar) / luminousSum(source);
}

/** Stops lost for a transmitted ratio, floored at 16 stops. */
export function stopsLost(ratio: number): number {
  return -Math.log2(Math.max(ratio, SMALLEST_RATIO));
}

/** Stops lost in each camera channel: -log2(sum(S T s_c) / sum(S s_c)), ratio floored at 2^-16. */
export function channelStopsLost(
  source: Spectrum,
  transmittance: Spectrum,
  sensitivities: readonly [Spectrum, Spectrum, Spectrum],
): [number, number, number] {
  return sensitivities.map((s) => stopsLost(dot3(source, transmittance, s) / dot(source, s))) as [number, number, number];
}

/**
 * A correction gel by its nominal mired shift: positive warms, negative cools.
 * T = 0.88 min(1, exp(-c2 dM 1e-6 (1/lambda - 1/ref))), ref 640 nm for warming and 440 nm for cooling.
 */
export function miredGel(shiftMired: number): Spectrum {
  requireNumber('shiftMired', shiftMired, -500, 500);
  const referenceM = (shiftMired >= 0 ? 640 : 440) * 1e-9;
  return sampled(
    (nm) => CORRECTION_FILM * Math.min(1, Math.exp(-C2_MK * shiftMired * 1e-6 * (1 / (nm * 1e-9) - 1 / referenceM))),
  );
}

/** A magenta (minus green) correction gel of peak density `density`. */
export function magentaGel(density: number): Spectrum {
  requireNumber('density', density, 0, 4);
  return sampled((nm) => CORRECTION_FILM * magentaBand(nm, density));
}

/** A green (plus green) correction gel of peak density `density`. */
export function greenGel(density: number): Spectrum {
  requireNumber('density', density, 0, 4);
  return sampled((nm) => CORRECTION_FILM * greenBand(nm, density));
}

/** The dye of a magenta correction gel without its film: a band of density round 540 nm. */
export function magentaBand(nm: number, density: number): number {
  return 10 ** (-density * gaussian(nm, 540, 100));
}

/** The dye of a green correction gel without its film: density everywhere but round 540 nm. */
export function greenBand(nm: number, density: number): number {
  return 10 ** (-density * (1 - gaussian(nm, 540, 130)));
}
