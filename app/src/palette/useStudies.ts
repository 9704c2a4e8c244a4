import type { KitEntry } from '@fulgent/core/catalogue';
import type { Look } from '@fulgent/core/document';
import type { PaletteReport, Reach } from '@fulgent/core/planning';
import { useMemo } from 'react';
import { study } from '../workers/study';
import { useStudy } from '../workers/useStudy';

export function usePaletteReport(look: Look, kit: readonly KitEntry[]): PaletteReport | null {
  const key = useMemo(() => ({ look, kit }), [look, kit]);
  return useStudy(() => study().palette(look, kit), key).value;
}

/** The reach of the kit, or of one light with it, as the look's camera records it. */
export function useReach(look: Look, kit: readonly KitEntry[], lightId?: string): Reach | null {
  const { spectra } = look;
  const { whiteK, tintDuv, sensor } = look.camera;
  const { fixture, unit, powerStops } = look.lights.find(({ id }) => id === lightId) ?? {};
  const key = useMemo(
    () => ({ whiteK, tintDuv, sensor, spectra, kit, fixture, unit, powerStops }),
    [whiteK, tintDuv, sensor, spectra, kit, fixture, unit, powerStops],
  );
  return useStudy(() => study().reach(look, kit, lightId), key).value;
}
