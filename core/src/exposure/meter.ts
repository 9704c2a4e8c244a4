import { requireNumber } from '../errors';

/** Calibration constant of an incident meter with a flat receptor, lx s. */
export const METER_CONSTANT_LXS = 250;
/** Mid-grey as recorded, linear. */
export const MID_GREY = 0.18;

/** The settings of a camera that decide exposure. Figures are as marked: f/11 is 11. */
export interface ExposureSettings {
  /** f-number. */
  readonly aperture: number;
  /** T-stop of the lens, where it is known; it then counts instead of the f-number. */
  readonly tStop?: number | null | undefined;
  readonly iso: number;
  /** Exposure time, s. */
  readonly shutterS: number;
  /** Neutral density before the lens, stops. Default 0. */
  readonly ndStops?: number | undefined;
  /** Shortest exposure time at which flash still fills the frame, s. Default: no limit. */
  readonly syncS?: number | undefined;
}

export function checkExposureSettings(camera: ExposureSettings): void {
  requireNumber('aperture', camera.aperture, 0.5, 128);
  if (camera.tStop !== undefined && camera.tStop !== null) requireNumber('tStop', camera.tStop, 0.5, 128);
  requireNumber('iso', camera.iso, 1, 10_000_000);
  requireNumber('shutterS', camera.shutterS, 1e-6, 86_400, ' s');
  if (camera.ndStops !== undefined) requireNumber('ndStops', camera.ndStops, 0, 30, ' stops');
  if (camera.syncS !== undefined) requireNumber('syncS', camera.syncS, 1e-6, 10, ' s');
}

/**
 * Stops over the meter of a luminous exposure in lx s, after the meter law N^2 / t = E S / C with C = 250 lx s.
 * A neutral surface of reflectance rho that faces the light then records rho 2^s linear. No light gives -Infinity.
 */
export function stopsOverMeter(luxSeconds: number, camera: ExposureSettings): number {
  const n = camera.tStop ?? camera.aperture;
  return Math.log2((luxSeconds * camera.iso) / (METER_CONSTANT_LXS * n * n)) - (camera.ndStops ?? 0);
}

/** Luminous exposure (lx s) of continuous light of `lux` over the exposure time. */
export function continuousLuxSeconds(lux: number, camera: ExposureSettings): number {
  return lux * camera.shutterS;
}

/** What high-speed sync loses at once, stops: many small flashes give less than one. */
export const HIGH_SPEED_SYNC_STOPS = 1.75;

/**
 * The share of a flash that is recorded: 1 up to the sync limit. Shorter times need high-speed sync, which spreads less light over the whole
 * travel of the shutter: the share falls by 1.75 stops (1.5 to 2 by unit) and then with the exposure time.
 */
export function flashShutterShare(camera: ExposureSettings): number {
  const { syncS, shutterS } = camera;
  // A shutter that is set to the limit is within it, however it was rounded.
  return syncS === undefined || shutterS >= 0.999 * syncS ? 1 : (shutterS / syncS) * 2 ** -HIGH_SPEED_SYNC_STOPS;
}
