import { convertXyzToLinearRgb } from '../colour/rgb';
import { D65_KELVIN } from '../surface/cielab';
import { spectrumToXyz } from '../colour/observer';
import { gaussian, product, sampled, type Spectrum } from '../spectrum/grid';
import { daylightSource } from '../source/source';
import { responses, type Sensor } from './sensor';

/** Rows of a 3x3, row by row, 9 numbers. Each row sums to 1, so that a balanced neutral stays neutral. */
export type Matrix3 = Float64Array;

/** The reference light of a camera profile, K. */
export const PROFILE_KELVIN = 5600;

/** The reflectances that a camera's 3x3 is fitted on: bands of 60, 120 and 240 nm, light on dark, dark on light, pale on mid. */
export function trainingReflectances(): Spectrum[] {
  const set: Spectrum[] = [];
  for (let peak = 400; peak <= 720; peak += 20) {
    for (const width of [60, 120, 240]) {
      for (const [b, a] of [
        [0.05, 0.8],
        [0.8, 0.05],
        [0.2, 0.5],
      ] as const) {
        set.push(sampled((nm) => b + (a - b) * gaussian(nm, peak, width)));
      }
    }
  }
  return set;
}

/**
 * The 3x3 from balanced sensor values to linear sRGB: least squares over the training set between the sensor under
 * CIE daylight of 5600 K and linear sRGB of the same reflectances under D65, white at 1 in both, each row summing to 1.
 */
export function fitMatrix(sensor: Sensor): Matrix3 {
  const sensorLight = daylightSource(PROFILE_KELVIN);
  const d65 = daylightSource(D65_KELVIN);
  const sensorWhite = responses(sensor, sensorLight);
  const rgbWhite = convertXyzToLinearRgb(spectrumToXyz(d65));
  const rows = trainingReflectances().map((reflectance) => ({
    sensor: responses(sensor, product(sensorLight, reflectance)).map((v, c) => v / sensorWhite[c]!),
    rgb: convertXyzToLinearRgb(spectrumToXyz(product(d65, reflectance))).map((v, c) => v / rgbWhite[c]!),
  }));
  return fitRows(rows);
}

/** One reading of a colour that a 3x3 is fitted to: balanced sensor values and the linear output wanted for them, white at 1 in both. */
export interface MatrixRow {
  readonly sensor: readonly number[];
  /** A channel that says nothing is NaN. */
  readonly rgb: readonly number[];
  /** How much each channel counts; 1 by default. */
  readonly weights?: readonly number[];
}

/** The 3x3 of least squares through such readings, each row of it summing to 1. */
export function fitRows(rows: readonly MatrixRow[]): Matrix3 {
  const matrix = new Float64Array(9);
  for (let c = 0; c < 3; c++) {
    // With m_b = 1 - m_r - m_g the row's constraint is built in: fit (y - b) = m_r (r - b) + m_g (g - b).
    let [uu, uv, vv, uy, vy] = [0, 0, 0, 0, 0];
    for (const { sensor: s, rgb, weights } of rows) {
      if (Number.isNaN(rgb[c])) continue;
      const w = weights?.[c] ?? 1;
      const u = s[0]! - s[2]!;
      const v = s[1]! - s[2]!;
      const y = rgb[c]! - s[2]!;
      uu += w * u * u;
      uv += w * u * v;
      vv += w * v * v;
      uy += w * u * y;
      vy += w * v * y;
    }
    const d = uu * vv - uv * uv;
    const mr = (uy * vv - vy * uv) / d;
    const mg = (vy * uu - uy * uv) / d;
    matrix.set([mr, mg, 1 - mr - mg], 3 * c);
  }
  return matrix;
}
