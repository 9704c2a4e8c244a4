import {
  hexOfPoint,
  makeCamera,
  planeOfSpectrum,
  product,
  resolveFilter,
  resolveSource,
  lookupIn,
  stopsLost,
  luminousTransmittance,
  type KitEntry,
  type Look,
  type PaletteReport,
  type PlanePoint,
  type Reach,
} from '@fulgent/core';
import { useMemo } from 'react';
import { study } from '../workers/study';
import { useStudy } from '../workers/useStudy';

export function usePaletteReport(look: Look, kit: readonly KitEntry[]): PaletteReport | null {
  const key = useMemo(() => ({ look, kit }), [look, kit]);
  return useStudy(() => study().palette(look, kit), key).value;
}

/** The reach of the kit, or of one light with it, in the look's white balance. */
export function useReach(look: Look, kit: readonly KitEntry[], lightId?: string): Reach | null {
  const { whiteK, tintDuv } = look.camera;
  const fixture = look.lights.find(({ id }) => id === lightId)?.fixture;
  const key = useMemo(() => ({ whiteK, tintDuv, kit, fixture }), [whiteK, tintDuv, kit, fixture]);
  return useStudy(() => study().reach(look, kit, lightId), key).value;
}

export interface LightColour {
  readonly point: PlanePoint;
  readonly hex: string;
  readonly stopsLost: number;
}

/** What each light makes as it is: quick enough for the main thread. */
export function lightColours({
  lights,
  spectra,
  camera: { whiteK, tintDuv },
}: Pick<Look, 'lights' | 'spectra' | 'camera'>): Readonly<Record<string, LightColour>> {
  const camera = makeCamera({ whiteK, tintDuv });
  const lookup = lookupIn(spectra);
  return Object.fromEntries(
    lights.map((light) => {
      const source = resolveSource(light, light.powerStops, lookup);
      const filter = resolveFilter(light, lookup);
      const point = planeOfSpectrum(camera, product(source, filter));
      return [light.id, { point, hex: hexOfPoint(point), stopsLost: stopsLost(luminousTransmittance(source, filter)) }];
    }),
  );
}
