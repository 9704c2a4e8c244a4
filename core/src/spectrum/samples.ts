import { InputError } from '../errors';
import { GRID_SIZE, WAVELENGTHS_NM, type Spectrum } from './grid';

/** What imported numbers describe; it decides how they are checked and continued beyond their range. */
export type SampleKind = 'transmittance' | 'reflectance' | 'source' | 'sensitivity';

/** Spectral samples as they come from a file or a form. */
export interface Samples {
  /** Strictly increasing, nm, 4 or more. */
  readonly wavelengthsNm: readonly number[];
  /** As many values as wavelengths. */
  readonly values: readonly number[];
  /** `percent` data are divided by 100. Default `fraction`. */
  readonly unit?: 'fraction' | 'percent' | undefined;
}

const MIN_POINTS = 4;
const MAX_POINTS = 5000;
const VISIBLE_START_NM = 400;
const VISIBLE_END_NM = 700;
const MAX_MISSING_NM = 30;
const CLAMP_ABOVE = 1.05;
const LOOKS_LIKE_PERCENT = 1.5;

/**
 * Resamples imported values linearly onto the grid. Outside their range a transmittance or reflectance is held at its
 * end value, a source or sensitivity is 0. Transmittance and reflectance between 1 and 1.05 are clamped to 1.
 *
 * @throws InputError for under 4 points, unequal lengths, wavelengths that do not rise, NaN or infinite numbers, a
 *   transmittance or reflectance outside 0 to 1.05, percent data that are not declared so, negative or all-zero source
 *   data, or data that miss more than 30 nm of 400 to 700 nm.
 */
export function resample(samples: Samples, kind: SampleKind): Spectrum {
  const { wavelengthsNm } = samples;
  const values = checkedValues(samples, kind);
  const last = wavelengthsNm.length - 1;
  const holdsEnds = isRatio(kind);
  const out = new Float64Array(GRID_SIZE);
  let j = 0;
  for (let i = 0; i < GRID_SIZE; i++) {
    const nm = WAVELENGTHS_NM[i]!;
    if (nm < wavelengthsNm[0]!) out[i] = holdsEnds ? values[0]! : 0;
    else if (nm > wavelengthsNm[last]!) out[i] = holdsEnds ? values[last]! : 0;
    else {
      while (j < last - 1 && wavelengthsNm[j + 1]! <= nm) j++;
      const span = wavelengthsNm[j + 1]! - wavelengthsNm[j]!;
      const t = (nm - wavelengthsNm[j]!) / span;
      out[i] = values[j]! * (1 - t) + values[j + 1]! * t;
    }
  }
  return out;
}

function isRatio(kind: SampleKind): boolean {
  return kind === 'transmittance' || kind === 'reflectance';
}

function checkedValues(samples: Samples, kind: SampleKind): number[] {
  const { wavelengthsNm, values, unit = 'fraction' } = samples;
  if (!Array.isArray(wavelengthsNm)) throw new InputError('wavelengthsNm', 'wavelengthsNm must be a list of numbers in nm.');
  const field = kind === 'transmittance' || kind === 'reflectance' ? kind : 'values';
  if (!Array.isArray(values)) throw new InputError(field, `${field} must be a list of numbers, one for each wavelength.`);
  if (wavelengthsNm.length < MIN_POINTS) {
    throw new InputError('wavelengthsNm', `A spectrum needs ${MIN_POINTS} points or more; this one has ${wavelengthsNm.length}.`);
  }
  if (wavelengthsNm.length > MAX_POINTS) {
    throw new InputError(
      'wavelengthsNm',
      `A spectrum may have ${MAX_POINTS} points at most; this one has ${wavelengthsNm.length}.`,
    );
  }
  if (values.length !== wavelengthsNm.length) {
    throw new InputError(
      field,
      `There are ${wavelengthsNm.length} wavelengths but ${values.length} values; give one value for each.`,
    );
  }
  checkWavelengths(wavelengthsNm);
  return checkLevels(wavelengthsNm, values, kind, unit, field);
}

function checkWavelengths(wavelengthsNm: readonly number[]): void {
  wavelengthsNm.forEach((nm, i) => {
    if (typeof nm !== 'number' || !Number.isFinite(nm)) {
      throw new InputError(`wavelengthsNm[${i}]`, `Wavelength ${i + 1} is not a finite number (${String(nm)}).`);
    }
    if (i > 0 && nm === wavelengthsNm[i - 1]) {
      throw new InputError(`wavelengthsNm[${i}]`, `Wavelength ${nm} nm stands twice; keep one value for each wavelength.`);
    }
    if (i > 0 && nm < wavelengthsNm[i - 1]!) {
      throw new InputError(
        `wavelengthsNm[${i}]`,
        `Wavelengths must rise; ${nm} nm comes after ${wavelengthsNm[i - 1]} nm. Sort them.`,
      );
    }
  });
  const low = Math.max(0, wavelengthsNm[0]! - VISIBLE_START_NM);
  const high = Math.max(0, VISIBLE_END_NM - wavelengthsNm[wavelengthsNm.length - 1]!);
  const missing = Math.min(low + high, VISIBLE_END_NM - VISIBLE_START_NM);
  if (missing > MAX_MISSING_NM) {
    throw new InputError(
      'wavelengthsNm',
      `The data run from ${wavelengthsNm[0]} to ${wavelengthsNm[wavelengthsNm.length - 1]} nm and miss ${missing} nm of 400 to 700 nm; at most ${MAX_MISSING_NM} nm may be missing. Are the wavelengths in nm?`,
    );
  }
}

function checkLevels(
  wavelengthsNm: readonly number[],
  values: readonly number[],
  kind: SampleKind,
  unit: 'fraction' | 'percent',
  field: string,
): number[] {
  if (unit !== 'fraction' && unit !== 'percent') {
    throw new InputError('unit', 'unit must be "fraction" or "percent".');
  }
  const out = values.map((value, i) => {
    if (typeof value !== 'number' || !Number.isFinite(value)) {
      throw new InputError(`${field}[${i}]`, `The value at ${wavelengthsNm[i]} nm is not a finite number (${String(value)}).`);
    }
    return unit === 'percent' ? value / 100 : value;
  });
  if (isRatio(kind)) {
    const largest = Math.max(...out);
    if (unit === 'fraction' && largest > LOOKS_LIKE_PERCENT) {
      throw new InputError(
        field,
        `The largest ${kind} is ${largest}: this looks like percent. Declare unit "percent", or divide by 100.`,
      );
    }
    out.forEach((value, i) => {
      if (value < 0 || value > CLAMP_ABOVE) {
        throw new InputError(
          `${field}[${i}]`,
          `The ${kind} at ${wavelengthsNm[i]} nm is ${value}; it must lie between 0 and 1 (up to 1.05 is taken as 1).`,
        );
      }
    });
    return out.map((value) => Math.min(value, 1));
  }
  out.forEach((value, i) => {
    if (value < 0) throw new InputError(`${field}[${i}]`, `The ${kind} at ${wavelengthsNm[i]} nm is negative (${value}).`);
  });
  if (out.every((value) => value === 0)) throw new InputError(field, `All values are 0; this ${kind} gives no signal.`);
  return out;
}
