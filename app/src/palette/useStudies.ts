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
import { useEffect, useMemo, useState } from 'react';
import { study } from '../workers/study';

const WAIT_MS = 120;

/** A study of the worker, done anew when `key` changes; the last answer stands meanwhile. */
export function useStudy<T>(work: () => Promise<T>, key: unknown): { readonly value: T | null; readonly error: string | null } {
  const [answer, setAnswer] = useState<{ value: T | null; error: string | null }>({ value: null, error: null });
  useEffect(() => {
    let stale = false;
    const timer = setTimeout(() => {
      work().then(
        (value) => {
          if (!stale) setAnswer({ value, error: null });
        },
        (error: unknown) => {
          if (!stale) setAnswer((now) => ({ value: now.value, error: error instanceof Error ? error.message : String(error) }));
        },
      );
    }, WAIT_MS);
    return () => {
      stale = true;
      clearTimeout(timer);
    };
    // The key stands for everything that the work reads.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [key]);
  return answer;
}

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
