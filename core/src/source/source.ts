import { cctDuvToXy } from '../colour/cct';
import { luminousSum, spectrumToXyz, type Xy } from '../colour/observer';
import { InputError, requireNumber } from '../errors';
import { daylight } from '../spectrum/daylight';
import { gaussian, sampled, scaled, weightedSum, type Spectrum } from '../spectrum/grid';
import { planck } from '../spectrum/planck';
import { resample, type Samples } from '../spectrum/samples';

/** How dimming a filament by light output lowers its temperature: T = T0 Y^(0.42 / 3.4). */
const FILAMENT_EXPONENT = 0.42 / 3.4;

/** Scales a light's spectrum to 1 lx: `sum(S ybar) = 1`. All lights are held so before filters. */
export function normalised(spectrum: Spectrum): Spectrum {
  const sum = luminousSum(spectrum);
  if (!(sum > 0)) throw new InputError('values', 'The source gives no visible light; check its wavelengths and values.');
  return scaled(spectrum, 1 / sum);
}

/** A full radiator of 1 lx. */
export function planckSource(cctK: number): Spectrum {
  return normalised(planck(cctK));
}

/** CIE daylight of 1 lx. */
export function daylightSource(cctK: number): Spectrum {
  return normalised(daylight(cctK));
}

/** Filament temperature (K) at light output `level` (0 to 1] of a lamp that has `cctK` at full output. */
export function filamentKelvin(cctK: number, level: number): number {
  requireNumber('level', level, 1e-6, 1);
  return cctK * level ** FILAMENT_EXPONENT;
}

/** A filament lamp of 1 lx, dimmed to `level` of its light output. */
export function tungstenSource(cctK: number, level = 1): Spectrum {
  return planckSource(Math.max(500, filamentKelvin(cctK, level)));
}

const LED_PUMP = sampled((nm) => gaussian(nm, 450, 20));
const LED_GREEN_PHOSPHOR = sampled((nm) => gaussian(nm, 545, 82));
const LED_RED_PHOSPHOR = sampled((nm) => gaussian(nm, 628, 80));

/**
 * A white LED of 1 lx: a blue pump and two phosphor lobes, mixed exactly to the chromaticity of `cctK` and `duv`.
 * @throws InputError when that chromaticity lies outside what the three can mix (about 1900 to 15 000 K near the locus).
 */
export function whiteLedSource(cctK: number, duv = 0): Spectrum {
  requireNumber('cct', cctK, 1000, 50_000, ' K');
  requireNumber('duv', duv, -0.05, 0.05);
  const parts = [LED_PUMP, LED_GREEN_PHOSPHOR, LED_RED_PHOSPHOR];
  const weights = mixToXy(parts, cctDuvToXy(cctK, duv));
  if (weights.some((weight) => weight < -1e-9)) {
    throw new InputError('cct', `A white LED of ${cctK} K at Duv ${duv} is outside what a blue pump with phosphors can make.`);
  }
  return normalised(weightedSum(parts, weights));
}

/** Weights of three spectra whose sum has chromaticity `xy` and Y = 1; a weight is negative when `xy` is out of reach. */
function mixToXy(parts: readonly Spectrum[], [x, y]: Xy): [number, number, number] {
  const [a, b, c] = parts.map(spectrumToXyz) as [Vec3, Vec3, Vec3];
  const target: Vec3 = [x / y, 1, (1 - x - y) / y];
  const whole = determinant(a, b, c);
  return [determinant(target, b, c) / whole, determinant(a, target, c) / whole, determinant(a, b, target) / whole];
}

type Vec3 = readonly [number, number, number];

function determinant(a: Vec3, b: Vec3, c: Vec3): number {
  return a[0] * (b[1] * c[2] - b[2] * c[1]) - b[0] * (a[1] * c[2] - a[2] * c[1]) + c[0] * (a[1] * b[2] - a[2] * b[1]);
}

/** Imported source data, held to 1 lx. */
export function sampledSource(samples: Samples): Spectrum {
  return normalised(resample(samples, 'source'));
}
