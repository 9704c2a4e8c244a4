import { baseCamera, standInSensor } from '@fulgent/core/camera';
import type { KitGel } from '@fulgent/core/catalogue';
import { cctDuv, kelvinToMired, spectrumToXy } from '@fulgent/core/colour';
import { channelStopsLost, gelAtStrength, luminousTransmittance, stopsLost } from '@fulgent/core/gel';
import { filterSwatchHex } from '@fulgent/core/scene';
import { daylightSource, planckSource, whiteLedSource } from '@fulgent/core/source';
import { product, resample, type Spectrum } from '@fulgent/core/spectrum';

/** The lamps that a gel is judged on, each with the white balance that suits it. */
export const JUDGED_ON = [
  { id: 'daylight', name: 'Daylight, flash', whiteK: 5600, source: daylightSource(5600) },
  { id: 'tungsten', name: 'Tungsten', whiteK: 3200, source: planckSource(3200) },
  { id: 'led', name: 'White LED', whiteK: 5600, source: whiteLedSource(5600, 0) },
] as const;

const sensor = standInSensor();
const cameras = new Map(JUDGED_ON.map(({ whiteK }) => [whiteK, baseCamera({ whiteK })]));

export interface GelFacts {
  readonly hex: string;
  readonly stopsLost: number;
  readonly channels: readonly [number, number, number];
  /** Realised shift; null where the result has no colour temperature. */
  readonly shiftMired: number | null;
}

/** What a filter does to one of the lamps. */
export function gelFacts(transmittance: Spectrum, lamp: (typeof JUDGED_ON)[number]): GelFacts {
  const filtered = product(lamp.source, transmittance);
  const before = cctDuv(spectrumToXy(lamp.source)).cctK;
  const after = cctDuv(spectrumToXy(filtered)).cctK;
  return {
    hex: filterSwatchHex(cameras.get(lamp.whiteK)!, filtered),
    stopsLost: stopsLost(luminousTransmittance(lamp.source, transmittance)),
    channels: channelStopsLost(lamp.source, transmittance, sensor),
    shiftMired: before !== null && after !== null ? kelvinToMired(after) - kelvinToMired(before) : null,
  };
}

export const transmittanceOf = (gel: KitGel): Spectrum => resample(gel.spectrum, 'transmittance');

/** Fractions and doubles of the same dye. */
export const STRENGTHS = [
  { strength: 0.25, name: 'Quarter' },
  { strength: 0.5, name: 'Half' },
  { strength: 1, name: 'As it is' },
  { strength: 2, name: 'Double' },
] as const;

export const atStrength = gelAtStrength;
