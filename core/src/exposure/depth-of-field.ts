import { requireNumber } from '../errors';

export interface Lens {
  readonly focalMm: number;
  readonly aperture: number;
  /** Height of the sensor, mm. */
  readonly sensorHeightMm: number;
}

/** A disc of this share of the picture's height still looks sharp: 1/1500 of it. */
export const SHARP_SHARE = 1 / 1500;

export interface DepthOfField {
  readonly nearM: number;
  /** Infinity from the hyperfocal distance on. */
  readonly farM: number;
  readonly hyperfocalM: number;
}

/** Nearest and farthest distance that look sharp, thin lens: H = f^2 / (N c) + f. */
export function depthOfField(lens: Lens, focusM: number): DepthOfField {
  const { focalMm, aperture, sensorHeightMm } = checked(lens);
  requireNumber('focusM', focusM, 0.05, 10_000, ' m');
  const f = focalMm / 1000;
  const c = (sensorHeightMm / 1000) * SHARP_SHARE;
  const hyperfocalM = (f * f) / (aperture * c) + f;
  const nearM = (focusM * (hyperfocalM - f)) / (hyperfocalM + focusM - 2 * f);
  const farM = focusM >= hyperfocalM ? Infinity : (focusM * (hyperfocalM - f)) / (hyperfocalM - focusM);
  return { nearM, farM, hyperfocalM };
}

/** Diameter of the blur of a point at `objectM` as a share of the picture's height, focused at `focusM`. */
export function blurShare(lens: Lens, focusM: number, objectM: number): number {
  const { focalMm, aperture, sensorHeightMm } = checked(lens);
  requireNumber('focusM', focusM, 0.05, 10_000, ' m');
  requireNumber('objectM', objectM, 0.05, 100_000, ' m');
  const f = focalMm / 1000;
  const blurM = ((f * f) / (aperture * (focusM - f))) * (Math.abs(objectM - focusM) / objectM);
  return (blurM * 1000) / sensorHeightMm;
}

function checked(lens: Lens): Lens {
  requireNumber('focalMm', lens.focalMm, 1, 3000, ' mm');
  requireNumber('aperture', lens.aperture, 0.5, 128);
  requireNumber('sensorHeightMm', lens.sensorHeightMm, 1, 200, ' mm');
  return lens;
}
