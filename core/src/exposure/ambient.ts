import { requireNumber } from '../errors';
import { checkExposureSettings, METER_CONSTANT_LXS, stopsOverMeter, type ExposureSettings } from './meter';

/** Illuminance (lx) of an incident reading in EV at ISO 100: E = 2.5 x 2^EV, from N^2 / t = E S / C with C = 250 lx s. */
export function luxOfEv(ev100: number): number {
  requireNumber('ev', ev100, -12, 24, ' EV');
  return (METER_CONSTANT_LXS / 100) * 2 ** ev100;
}

/** The reading in EV at ISO 100 of an illuminance, lx. */
export function evOfLux(lux: number): number {
  requireNumber('lux', lux, 1e-4, 1e8, ' lx');
  return Math.log2((100 * lux) / METER_CONSTANT_LXS);
}

/** The illuminance (lx) for which a camera's settings are a correct exposure. */
export function luxOfSettings(camera: ExposureSettings): number {
  checkExposureSettings(camera);
  return 2 ** -stopsOverMeter(camera.shutterS, camera);
}

/** What ambient may be wanted to do: its place under working white, in stops. */
export const AMBIENT_TARGETS = [
  { id: 'gone', name: 'Gone', stops: -7 },
  { id: 'just-there', name: 'Just there', stops: -3.5 },
  { id: 'balanced', name: 'Balanced', stops: -1 },
] as const;
export type AmbientTarget = (typeof AMBIENT_TARGETS)[number]['id'];

/** One way to take ambient to its target; each alone does it, or says how far it gets. */
export interface AmbientWay {
  readonly control: 'shutter' | 'aperture' | 'iso' | 'nd' | 'blackout';
  /** Stops that it has to go: negative is darker. */
  readonly stops: number;
  /** The setting that gets there; null for blackout. */
  readonly setting: number | null;
  /** False where sync or the range of the control stops short. */
  readonly reaches: boolean;
  /** Whether flash moves with it by the same stops. */
  readonly movesFlash: boolean;
}

export interface AmbientLimits {
  /** Longest exposure that can be held, s. */
  readonly longestS: number;
  readonly lowestIso: number;
  readonly highestIso: number;
  readonly smallestAperture: number;
  readonly widestAperture: number;
}

/** Stops of ambient over the meter, and what each control alone would have to be for `targetStops`. */
export function ambientWays(
  lux: number,
  camera: ExposureSettings,
  targetStops: number,
  limits: AmbientLimits,
): { readonly nowStops: number; readonly ways: readonly AmbientWay[] } {
  checkExposureSettings(camera);
  const nowStops = lux > 0 ? stopsOverMeter(lux * camera.shutterS, camera) : -Infinity;
  if (nowStops === -Infinity) return { nowStops, ways: [] };
  const need = targetStops - nowStops;
  const shortest = camera.syncS ?? 0;
  const shutter = camera.shutterS * 2 ** need;
  const aperture = camera.aperture * 2 ** (-need / 2);
  const iso = camera.iso * 2 ** need;
  const nd = (camera.ndStops ?? 0) - need;
  const within = (value: number, low: number, high: number) => value >= low * (1 - 1e-9) && value <= high * (1 + 1e-9);
  return {
    nowStops,
    ways: [
      {
        control: 'shutter',
        stops: need,
        setting: shutter,
        reaches: within(shutter, shortest, limits.longestS),
        movesFlash: false,
      },
      {
        control: 'aperture',
        stops: need,
        setting: aperture,
        reaches: within(aperture, limits.widestAperture, limits.smallestAperture),
        movesFlash: true,
      },
      { control: 'iso', stops: need, setting: iso, reaches: within(iso, limits.lowestIso, limits.highestIso), movesFlash: true },
      { control: 'nd', stops: need, setting: nd, reaches: within(nd, 0, 20), movesFlash: true },
      { control: 'blackout', stops: need, setting: null, reaches: need <= 0, movesFlash: false },
    ],
  };
}
