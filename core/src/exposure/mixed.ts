import { requireNumber } from '../errors';
import { checkExposureSettings, continuousLuxSeconds, stopsOverMeter, type ExposureSettings } from './meter';

export const CONTROLS = ['aperture', 'iso', 'nd', 'shutter', 'flash-power', 'dimmer'] as const;
export type Control = (typeof CONTROLS)[number];

/** What one control does to each kind of light: stops for a change of one stop brighter. */
export interface ControlEffect {
  readonly control: Control;
  readonly flash: 0 | 1;
  readonly continuous: 0 | 1;
  readonly ambient: 0 | 1;
}

/** The law of mixed light: only what differs between the columns changes a ratio. */
export const CONTROL_EFFECTS: readonly ControlEffect[] = [
  { control: 'aperture', flash: 1, continuous: 1, ambient: 1 },
  { control: 'iso', flash: 1, continuous: 1, ambient: 1 },
  { control: 'nd', flash: 1, continuous: 1, ambient: 1 },
  // A flash is over long before the shutter closes.
  { control: 'shutter', flash: 0, continuous: 1, ambient: 1 },
  { control: 'flash-power', flash: 1, continuous: 0, ambient: 0 },
  { control: 'dimmer', flash: 0, continuous: 1, ambient: 0 },
];

export interface RatioLimits {
  /** Shortest exposure with flash, s. */
  readonly syncS: number;
  /** Longest exposure that can be held, s. */
  readonly longestS: number;
  /** How far flash power can go down and up from where it is, stops. */
  readonly powerDownStops: number;
  readonly powerUpStops: number;
}

export interface RatioAnswer {
  readonly shutterS: number;
  /** What the shutter changes of the ratio, and what flash power then has to. */
  readonly byShutterStops: number;
  readonly byPowerStops: number;
  /** Stops of the wish that nothing here reaches. */
  readonly lacking: number;
  /** Opening up (positive) that keeps the level of flash as it was once its power has moved. */
  readonly openUpStops: number;
  /** The same from continuous light's side: what its level does in the end. */
  readonly continuousStops: number;
}

/**
 * Changes a flash-to-continuous ratio by `changeStops` (negative: continuous gains) inside sync, hand-hold and the flash's range. The
 * shutter goes first, since it costs nothing; flash power makes up the rest. Aperture or ISO then hold the level of flash.
 */
export function solveRatio(shutterS: number, changeStops: number, limits: RatioLimits): RatioAnswer {
  requireNumber('shutterS', shutterS, 1e-5, 3600, ' s');
  requireNumber('changeStops', changeStops, -30, 30, ' stops');
  requireNumber('syncS', limits.syncS, 1e-5, 10, ' s');
  requireNumber('longestS', limits.longestS, limits.syncS, 3600, ' s');
  const wanted = shutterS * 2 ** -changeStops;
  const used = Math.min(limits.longestS, Math.max(limits.syncS, wanted));
  const byShutterStops = -Math.log2(used / shutterS);
  const rest = changeStops - byShutterStops;
  const byPowerStops = Math.min(limits.powerUpStops, Math.max(-limits.powerDownStops, rest));
  return {
    shutterS: used,
    byShutterStops,
    byPowerStops,
    lacking: rest - byPowerStops,
    openUpStops: -byPowerStops,
    continuousStops: -byShutterStops - byPowerStops,
  };
}

export interface DragInput {
  /** Luminous exposure of the flash on the figure, lx s. */
  readonly flashLuxSeconds: number;
  /** Continuous light on the figure while it moves, lx. */
  readonly continuousLux: number;
  /** Continuous light on what lies behind, lx: it builds up all through. */
  readonly ambientLux: number;
  readonly camera: ExposureSettings;
  /** Speed of the figure across the picture, m/s, and its distance, m. */
  readonly speedMS: number;
  readonly distanceM: number;
  readonly focalMm: number;
  readonly sensorWidthMm: number;
  readonly imageWidthPx: number;
  /** Width of what moves, m: where it is wide, the trail lies on the figure longer. */
  readonly figureM: number;
}

export interface DragAnswer {
  /** Share of the figure's light that is frozen: flash over all. */
  readonly freezeShare: number;
  readonly flashStops: number;
  /** Level of the trail where the figure passes once: continuous light for as long as it covers a place. */
  readonly trailStops: number;
  readonly ambientStops: number;
  /** Where trail and frozen figure fall together. */
  readonly togetherStops: number;
  readonly trailPx: number;
}

/** Flash freezes, continuous light paints: what a long exposure of a moving figure holds. Energies add, so stops come of their sum. */
export function dragShutter(input: DragInput): DragAnswer {
  const { camera } = input;
  checkExposureSettings(camera);
  requireNumber('flashLuxSeconds', input.flashLuxSeconds, 0, 1e7, ' lx s');
  requireNumber('continuousLux', input.continuousLux, 0, 1e6, ' lx');
  requireNumber('ambientLux', input.ambientLux, 0, 1e6, ' lx');
  requireNumber('speedMS', input.speedMS, 0, 1000, ' m/s');
  requireNumber('distanceM', input.distanceM, 0.05, 10_000, ' m');
  requireNumber('focalMm', input.focalMm, 1, 3000, ' mm');
  requireNumber('sensorWidthMm', input.sensorWidthMm, 1, 200, ' mm');
  requireNumber('imageWidthPx', input.imageWidthPx, 1, 200_000, ' px');
  requireNumber('figureM', input.figureM, 0.001, 100, ' m');
  const covered = input.speedMS > 0 ? Math.min(camera.shutterS, input.figureM / input.speedMS) : camera.shutterS;
  const trail = input.continuousLux * covered;
  const ambient = continuousLuxSeconds(input.ambientLux, camera);
  const together = input.flashLuxSeconds + trail + ambient;
  const pathMm = (input.speedMS * camera.shutterS * input.focalMm) / input.distanceM;
  return {
    freezeShare: together > 0 ? input.flashLuxSeconds / together : 0,
    flashStops: stopsOverMeter(input.flashLuxSeconds, camera),
    trailStops: stopsOverMeter(trail, camera),
    ambientStops: stopsOverMeter(ambient, camera),
    togetherStops: stopsOverMeter(together, camera),
    trailPx: (pathMm / input.sensorWidthMm) * input.imageWidthPx,
  };
}
