import { requireNumber } from '../../errors';
import { checkExposureSettings, type ExposureSettings } from '../../exposure/meter';

/** Neutral density in its three languages. */
export interface Density {
  readonly stops: number;
  /** Times less light: 8 for 3 stops. */
  readonly factor: number;
  /** log10 of the factor. */
  readonly density: number;
}

export function densityOf(kind: keyof Density, value: number): Density {
  const stops =
    kind === 'stops'
      ? requireNumber('stops', value, 0, 30)
      : kind === 'factor'
        ? Math.log2(requireNumber('factor', value, 1, 1e9))
        : requireNumber('density', value, 0, 9) / Math.log10(2);
  return { stops, factor: 2 ** stops, density: stops * Math.log10(2) };
}

/** What a change of camera settings does to each kind of light, by control. Stops. */
export interface CameraChange {
  readonly aperture: number;
  readonly iso: number;
  readonly nd: number;
  readonly shutter: number;
  readonly flash: number;
  readonly continuous: number;
}

/** @throws InputError for settings that no camera has. */
export function cameraChange(from: ExposureSettings, to: ExposureSettings): CameraChange {
  checkExposureSettings(from);
  checkExposureSettings(to);
  const stop = (settings: ExposureSettings) => settings.tStop ?? settings.aperture;
  const aperture = 2 * Math.log2(stop(from) / stop(to));
  const iso = Math.log2(to.iso / from.iso);
  const nd = (from.ndStops ?? 0) - (to.ndStops ?? 0);
  const shutter = Math.log2(to.shutterS / from.shutterS);
  const flash = aperture + iso + nd;
  return { aperture, iso, nd, shutter, flash, continuous: flash + shutter };
}

/** Power of a head in the languages that people use for it. */
export interface PowerWords {
  readonly stops: number;
  readonly fraction: number;
  readonly percent: number;
  /** Stored energy, for a head of known size. */
  readonly joules: number;
}

export function powerWords(kind: 'stops' | 'fraction' | 'percent' | 'joules', value: number, fullJoules: number): PowerWords {
  requireNumber('fullJoules', fullJoules, 1, 100_000, ' J');
  const fraction =
    kind === 'stops'
      ? 2 ** requireNumber('stops', value, -14, 0)
      : kind === 'fraction'
        ? requireNumber('fraction', value, 1 / 16_384, 1)
        : kind === 'percent'
          ? requireNumber('percent', value, 0.006, 100, ' %') / 100
          : requireNumber('joules', value, fullJoules / 16_384, fullJoules, ' J') / fullJoules;
  return { stops: Math.log2(fraction), fraction, percent: 100 * fraction, joules: fraction * fullJoules };
}
