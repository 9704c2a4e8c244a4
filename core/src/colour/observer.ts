import { dot, type Spectrum } from '../spectrum/grid';
import { X_BAR, Y_BAR, Z_BAR } from './observer-data';

/** Tristimulus values of the CIE 1931 2 degree observer. */
export type Xyz = readonly [x: number, y: number, z: number];
/** Chromaticity of the CIE 1931 2 degree observer. */
export type Xy = readonly [x: number, y: number];

export const xBar: Spectrum = Float64Array.from(X_BAR);
/** The luminous efficiency function on the grid. */
export const yBar: Spectrum = Float64Array.from(Y_BAR);
export const zBar: Spectrum = Float64Array.from(Z_BAR);

/** Sums of a spectrum with the three colour-matching functions, without a scale factor. */
export function spectrumToXyz(spectrum: Spectrum): Xyz {
  return [dot(spectrum, xBar), dot(spectrum, yBar), dot(spectrum, zBar)];
}

/** Chromaticity of a tristimulus. Black has none: NaN. */
export function xyzToXy([x, y, z]: Xyz): Xy {
  const sum = x + y + z;
  return [x / sum, y / sum];
}

export function spectrumToXy(spectrum: Spectrum): Xy {
  return xyzToXy(spectrumToXyz(spectrum));
}

/** The luminance-like sum `sum(S ybar)`: 1 for a spectrum of 1 lx. */
export function luminousSum(spectrum: Spectrum): number {
  return dot(spectrum, yBar);
}
