import {
  balance,
  compareTones,
  evaluate,
  filterSwatchHex,
  luminousTransmittance,
  makeCamera,
  newLook,
  newLookShape,
  product,
  resample,
  resolveSource,
  lookupIn,
  stopsLost,
  type BalanceResult,
  type KitEntry,
  type Light,
  type Look,
  type NewLook,
  type Readings,
  type ToneComparison,
} from '@fulgent/core';
import { expose } from 'comlink';
import { ensureFigure, withFigures } from '../figure/figures';

/** A gel of the kit as it looks and costs on one fixture and camera. */
export interface GelSwatch {
  readonly id: string;
  readonly name: string;
  readonly kind: 'effect' | 'correction';
  /** Sheets in the kit. */
  readonly count: number;
  readonly hex: string;
  readonly stopsLost: number;
}

/** All heavy computation of the application runs behind this, off the main thread. */
export interface ComputeApi {
  evaluate(look: Look): Readings;
  balance(look: Look): BalanceResult;
  newLook(choices: NewLook): Promise<Look>;
  compareTones(look: Look): ToneComparison[];
  gelSwatches(look: Look, light: Light, kit: readonly KitEntry[]): GelSwatch[];
}

const api: ComputeApi = {
  evaluate,
  balance: (look) => balance(look),
  async newLook(choices) {
    await ensureFigure(newLookShape(choices), 'quick');
    return newLook(choices);
  },
  compareTones,
  gelSwatches(look, light, kit) {
    const { whiteK, tintDuv } = look.camera;
    const camera = makeCamera({ whiteK, tintDuv });
    const source = resolveSource(light, light.powerStops, lookupIn(look.spectra));
    return kit.flatMap((entry): GelSwatch[] => {
      if (entry.kind !== 'gel' || entry.archived) return [];
      const transmittance = resample(entry.spectrum, 'transmittance');
      return [
        {
          id: entry.id,
          name: entry.name,
          kind: entry.type,
          count: entry.count,
          hex: filterSwatchHex(camera, product(source, transmittance)),
          stopsLost: stopsLost(luminousTransmittance(source, transmittance)),
        },
      ];
    });
  },
};

expose(withFigures(api));
