import {
  balance,
  compareTones,
  evaluate,
  filterSwatchHex,
  GELS,
  luminousTransmittance,
  makeCamera,
  newLook,
  product,
  resolveSource,
  lookupIn,
  stopsLost,
  type BalanceResult,
  type Fixture,
  type Look,
  type NewLook,
  type Readings,
  type ToneComparison,
} from '@fulgent/core';
import { expose } from 'comlink';

/** A stand-in gel as it looks and costs on one fixture and camera. */
export interface GelSwatch {
  readonly id: string;
  readonly name: string;
  readonly kind: 'effect' | 'correction';
  readonly hex: string;
  readonly stopsLost: number;
}

/** All heavy computation of the application runs behind this, off the main thread. */
export interface ComputeApi {
  evaluate(look: Look): Readings;
  balance(look: Look): BalanceResult;
  newLook(choices: NewLook): Look;
  compareTones(look: Look): ToneComparison[];
  gelSwatches(look: Look, fixture: Fixture, powerStops: number): GelSwatch[];
}

const api: ComputeApi = {
  evaluate,
  balance: (look) => balance(look),
  newLook,
  compareTones,
  gelSwatches(look, fixture, powerStops) {
    const { whiteK, tintDuv } = look.camera;
    const camera = makeCamera({ whiteK, tintDuv });
    const source = resolveSource(fixture, powerStops, lookupIn(look.spectra));
    return GELS.map(({ id, name, kind, transmittance }) => ({
      id,
      name,
      kind,
      hex: filterSwatchHex(camera, product(source, transmittance)),
      stopsLost: stopsLost(luminousTransmittance(source, transmittance)),
    }));
  },
};

expose(api);
