/**
 * The one wavelength grid of the project: 380 to 780 nm at 5 nm, 81 samples.
 * Every spectrum in core is a `Float64Array` of this length.
 */
export const GRID_START_NM = 380;
export const GRID_END_NM = 780;
export const GRID_STEP_NM = 5;
export const GRID_SIZE = (GRID_END_NM - GRID_START_NM) / GRID_STEP_NM + 1;

/** A spectral quantity sampled on the grid, 81 values. */
export type Spectrum = Float64Array;

/** The wavelengths of the grid in nm, 81 values. */
export const WAVELENGTHS_NM: Spectrum = Float64Array.from({ length: GRID_SIZE }, (_, i) => GRID_START_NM + i * GRID_STEP_NM);

/** Samples a function of wavelength (nm) on the grid. */
export function sampled(f: (wavelengthNm: number) => number): Spectrum {
  return WAVELENGTHS_NM.map(f);
}

/** A spectrum with the same value at every wavelength. */
export function flat(value: number): Spectrum {
  return new Float64Array(GRID_SIZE).fill(value);
}

/** G(p, w): a Gaussian of peak wavelength `peakNm`, height 1, full width at half maximum `widthNm`. */
export function gaussian(wavelengthNm: number, peakNm: number, widthNm: number): number {
  const t = (wavelengthNm - peakNm) / widthNm;
  return Math.exp(-4 * Math.LN2 * t * t);
}

/** A rising logistic edge: 0 well below `edgeNm`, 1 well above it, over a few `slopeNm`. */
export function risingEdge(wavelengthNm: number, edgeNm: number, slopeNm: number): number {
  return 1 / (1 + Math.exp(-(wavelengthNm - edgeNm) / slopeNm));
}

/** Element-wise product of any number of spectra. */
export function product(first: Spectrum, ...rest: readonly Spectrum[]): Spectrum {
  const out = Float64Array.from(first);
  for (const spectrum of rest) for (let i = 0; i < GRID_SIZE; i++) out[i]! *= spectrum[i]!;
  return out;
}

/** A spectrum times a number. */
export function scaled(spectrum: Spectrum, factor: number): Spectrum {
  return spectrum.map((value) => value * factor);
}

/** Weighted sum of spectra: `sum(weights[j] * spectra[j])`. */
export function weightedSum(spectra: readonly Spectrum[], weights: readonly number[]): Spectrum {
  const out = new Float64Array(GRID_SIZE);
  spectra.forEach((spectrum, j) => {
    const weight = weights[j] ?? 0;
    for (let i = 0; i < GRID_SIZE; i++) out[i]! += weight * spectrum[i]!;
  });
  return out;
}

/** The sum over the grid of `a * b` (no step width: the width cancels in every ratio that core forms). */
export function dot(a: Spectrum, b: Spectrum): number {
  let sum = 0;
  for (let i = 0; i < GRID_SIZE; i++) sum += a[i]! * b[i]!;
  return sum;
}

/** The sum over the grid of `a * b * c`. */
export function dot3(a: Spectrum, b: Spectrum, c: Spectrum): number {
  let sum = 0;
  for (let i = 0; i < GRID_SIZE; i++) sum += a[i]! * b[i]! * c[i]!;
  return sum;
}
