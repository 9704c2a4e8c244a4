import { InputError } from '../errors';
import { dot, gaussian, risingEdge, sampled, type Spectrum } from '../spectrum/grid';
import { resample } from '../spectrum/samples';
import { kept } from '../kept';

/** Red, green and blue sensitivities on the grid, in any common unit. */
export type Sensor = readonly [r: Spectrum, g: Spectrum, b: Spectrum];

/** The letters of the channels, in order. */
export const CHANNELS = ['R', 'G', 'B'] as const;
export type Channel = (typeof CHANNELS)[number];

/** Sensors that were made before, by what they were made of: matrices are fitted to a sensor once, however often a look with it is read anew. */
const once = kept<Sensor>(24);

/** The made-up base sensor with R's peak moved by `shiftNm` and G's by half that. */
export function standInSensor(shiftNm = 0): Sensor {
  return once(`shift ${shiftNm}`, () => shifted(shiftNm));
}

function shifted(shiftNm: number): Sensor {
  const cut = (nm: number) => (1 - risingEdge(nm, 665, 8)) * risingEdge(nm, 412, 5);
  return [
    sampled((nm) => cut(nm) * (gaussian(nm, 597 + shiftNm, 84) + 0.055 * gaussian(nm, 445, 45))),
    sampled((nm) => cut(nm) * (gaussian(nm, 544 + shiftNm / 2, 83) + 0.03 * gaussian(nm, 455, 50))),
    sampled((nm) => cut(nm) * (gaussian(nm, 448, 60) + 0.075 * gaussian(nm, 530, 70) + 0.035 * gaussian(nm, 600, 70))),
  ];
}

/** Sensitivities as imported: one wavelength list (nm) and three value lists. */
export interface SensorSamples {
  readonly wavelengthsNm: readonly number[];
  readonly r: readonly number[];
  readonly g: readonly number[];
  readonly b: readonly number[];
}

/** @throws InputError naming the channel that is wrong. */
export function sampledSensor({ wavelengthsNm, r, g, b }: SensorSamples): Sensor {
  const channel = (name: string, values: readonly number[]) => {
    try {
      return resample({ wavelengthsNm, values }, 'sensitivity');
    } catch (error) {
      if (!(error instanceof InputError)) throw error;
      throw new InputError(error.field.replace(/^values/, name), error.message);
    }
  };
  return once(JSON.stringify([wavelengthsNm, r, g, b]), () => [channel('r', r), channel('g', g), channel('b', b)]);
}

/** k_c(S): the three responses to a spectrum of 1 lx. */
export function responses(sensor: Sensor, spectrum: Spectrum): [number, number, number] {
  return [dot(sensor[0], spectrum), dot(sensor[1], spectrum), dot(sensor[2], spectrum)];
}

/**
 * How far windows and first clips may lie from where they are computed, stops: real bodies differ in their sensitivities by so much from a stand-in sensor,
 * and less from a measured one.
 */
export const EDGE_STOPS = { standIn: 0.15, measured: 0.05 } as const;
