import { cctDuv } from '../colour/cct';
import { spectrumToXy } from '../colour/observer';
import { GRID_START_NM, GRID_STEP_NM, type Spectrum } from '../spectrum/grid';
import { daylightSource, planckSource } from './source';

/** How like a spectrum is to the light that it stands for. */
export interface Similarity {
  /** 100 for the same spectrum, lower the more it differs; below 0 for single colours. */
  readonly index: number;
  /** The reference: daylight from 4000 K on, a full radiator below. */
  readonly reference: 'daylight' | 'planck';
  readonly cctK: number;
}

const FIRST_NM = 380;
const BINS = 30;
const BIN_NM = 10;
/** Weights of the bins from 380 to 670 nm, and of a bin's neighbours when differences are smoothed, as the standard gives them. */
const WEIGHTS = [12 / 45, 22 / 45, 32 / 45, 40 / 45, 44 / 45, ...new Array<number>(23).fill(1), 11 / 15, 3 / 15];
const SMOOTH = [0.22, 0.56, 0.22] as const;
const DAYLIGHT_FROM_K = 4000;
const FARTHEST_DUV = 0.05;

/**
 * Spectral similarity index of SMPTE ST 2122 between two spectra on any scales: both to unit sum in 10 nm bins from 380 to 670 nm; differences over
 * (reference + 1/30), weighted, smoothed; 100 - 32 times the root of their squares' sum, rounded. Below 380 nm the first value is held.
 */
export function spectralSimilarity(test: Spectrum, reference: Spectrum): number {
  const [t, r] = [binned(test), binned(reference)];
  const differences = t.map((value, i) => (WEIGHTS[i]! * (value - r[i]!)) / (r[i]! + 1 / BINS));
  let sum = 0;
  for (let i = -1; i <= BINS; i++) {
    const at = (k: number) => differences[k] ?? 0;
    sum += (SMOOTH[0] * at(i - 1) + SMOOTH[1] * at(i) + SMOOTH[2] * at(i + 1)) ** 2;
  }
  return Math.round(100 - 32 * Math.sqrt(sum));
}

function binned(spectrum: Spectrum): number[] {
  const bins = Array.from({ length: BINS }, (_, i) => {
    const middle = FIRST_NM + i * BIN_NM;
    let sum = 0;
    for (let nm = middle - BIN_NM / 2; nm <= middle + BIN_NM / 2; nm++)
      sum += valueAt(spectrum, nm) * (Math.abs(nm - middle) === BIN_NM / 2 ? 0.5 : 1);
    return sum;
  });
  const total = bins.reduce((sum, value) => sum + value, 0);
  return bins.map((value) => value / total);
}

/** A white light's similarity to daylight or a full radiator of its own colour temperature; null for what is no white. */
export function similarityOfWhite(spectrum: Spectrum): Similarity | null {
  const { cctK, duv } = cctDuv(spectrumToXy(spectrum));
  if (cctK === null || duv === null || Math.abs(duv) > FARTHEST_DUV || cctK > 25_000) return null;
  const reference = cctK >= DAYLIGHT_FROM_K ? 'daylight' : 'planck';
  const ideal = reference === 'daylight' ? daylightSource(cctK) : planckSource(cctK);
  return { index: spectralSimilarity(spectrum, ideal), reference, cctK };
}

/** A spectrum between its samples, by a straight line; before the first, the first. */
function valueAt(spectrum: Spectrum, nm: number): number {
  const at = Math.max(0, (nm - GRID_START_NM) / GRID_STEP_NM);
  const i = Math.floor(at);
  const from = spectrum[i]!;
  return from + (at - i) * ((spectrum[i + 1] ?? from) - from);
}
