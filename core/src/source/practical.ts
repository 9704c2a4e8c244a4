import { requireNumber } from '../errors';
import { filamentKelvin } from './source';
import { kelvinToMired } from '../colour/cct';

export interface PracticalInput {
  readonly fittedW: number;
  /** What the holder is rated for, W. */
  readonly ratedW: number;
  /** Lamp that stood there before, W, for the stops gained. */
  readonly beforeW: number;
  /** Colour temperature at full, K. */
  readonly fullK: number;
  /** Light output wanted, 0 to 1 of full. */
  readonly level: number;
  /** Stops that diffusion round it takes. */
  readonly diffusionStops: number;
}

/** What somebody must know before a lamp is fitted. The last always holds. */
export type LampCaution = 'over-rating' | 'diffusion-heat' | 'local-codes';

export interface PracticalAnswer {
  /** The lamp exceeds the rating of its holder: refused until somebody who may decide has decided. */
  readonly refused: boolean;
  readonly overW: number;
  /** Against the lamp before, by watts of the same kind. */
  readonly gainedStops: number;
  readonly dimmedStops: number;
  readonly cctK: number;
  /** Warmer by so many mired than at full. */
  readonly warmerMired: number;
  /** Gained, dimmed and diffused together. */
  readonly netStops: number;
  readonly cautions: readonly LampCaution[];
}

/** A lamp in the picture: what fits its holder, what dimming does to its colour (T = T0 Y^(0.42 / 3.4)), what light is left. */
export function practical(input: PracticalInput): PracticalAnswer {
  requireNumber('fittedW', input.fittedW, 1, 20_000, ' W');
  requireNumber('ratedW', input.ratedW, 1, 20_000, ' W');
  requireNumber('beforeW', input.beforeW, 1, 20_000, ' W');
  requireNumber('fullK', input.fullK, 1800, 3600, ' K');
  requireNumber('level', input.level, 0.001, 1);
  requireNumber('diffusionStops', input.diffusionStops, 0, 10, ' stops');
  const overW = Math.max(0, input.fittedW - input.ratedW);
  const gainedStops = Math.log2(input.fittedW / input.beforeW);
  const dimmedStops = Math.log2(input.level);
  const cctK = filamentKelvin(input.fullK, input.level);
  const cautions: LampCaution[] = [
    ...(overW > 0 ? (['over-rating'] as const) : []),
    ...(input.diffusionStops > 0 ? (['diffusion-heat'] as const) : []),
    'local-codes',
  ];
  return {
    refused: overW > 0,
    overW,
    gainedStops,
    dimmedStops,
    cctK,
    warmerMired: kelvinToMired(cctK) - kelvinToMired(input.fullK),
    netStops: gainedStops + dimmedStops - input.diffusionStops,
    cautions,
  };
}
