import type { ColourFixture, Emitter, Mode } from '../document/schema';

/** Six made-up full-colour fixtures, each with another recipe of emitters, so that they disagree as real ones do. */

type Channel = Emitter['channel'];

const lobe = (name: string, channel: Channel, peakNm: number, widthNm: number, luxAt1m: number): Emitter => ({
  kind: 'lobe',
  name,
  channel,
  peakNm,
  widthNm,
  luxAt1m,
});
const white = (name: string, cctK: number, duv: number, luxAt1m: number): Emitter => ({
  kind: 'white',
  name,
  channel: 'white',
  cctK,
  duv,
  luxAt1m,
});

const ALL_MODES: Mode[] = ['cct', 'hsi', 'rgb', 'xy', 'gel'];

const fixture = (
  name: string,
  emitters: Emitter[],
  rest: Partial<Pick<ColourFixture, 'modes' | 'lowK' | 'highK' | 'stepK' | 'pixels' | 'step' | 'dimmer' | 'minStops'>> = {},
): ColourFixture => ({
  kind: 'colour',
  name,
  emitters,
  modes: ALL_MODES,
  lowK: 2700,
  highK: 6500,
  stepK: 50,
  pixels: 1,
  minStops: Math.log2(0.01),
  step: { unit: 'percent', value: 1 },
  dimmer: 1,
  layout: [],
  wheel: [],
  ...rest,
});

export const COLOUR_FIXTURES: readonly { readonly id: string; readonly item: ColourFixture }[] = [
  {
    id: 'colour-can',
    item: fixture(
      'Colour can, RGB',
      [lobe('Red', 'r', 627, 18, 520), lobe('Green', 'g', 521, 34, 980), lobe('Blue', 'b', 464, 22, 190)],
      { modes: ['hsi', 'rgb'], lowK: 2800, highK: 8000, stepK: 100 },
    ),
  },
  {
    id: 'colour-panel',
    item: fixture(
      'Colour panel, RGBW',
      [
        lobe('Red', 'r', 632, 17, 640),
        lobe('Green', 'g', 527, 32, 1300),
        lobe('Blue', 'b', 455, 20, 180),
        white('White', 5800, 0.002, 2600),
      ],
      { lowK: 2500, highK: 10_000 },
    ),
  },
  {
    id: 'colour-panel-two',
    item: fixture(
      'Colour panel, two whites',
      [
        lobe('Red', 'r', 621, 19, 900),
        lobe('Green', 'g', 517, 35, 1700),
        lobe('Blue', 'b', 468, 23, 300),
        white('Warm white', 2750, 0, 3000),
        white('Cool white', 6200, 0.001, 3500),
      ],
      { lowK: 2000, highK: 10_000, stepK: 25, dimmer: 2 },
    ),
  },
  {
    id: 'colour-spot',
    item: fixture(
      'Colour spot, five emitters',
      [
        lobe('Deep red', 'r', 641, 18, 1500),
        lobe('Green', 'g', 523, 33, 3600),
        lobe('Royal blue', 'b', 449, 19, 420),
        lobe('Lime phosphor', 'extra', 552, 105, 8200),
        lobe('Amber phosphor', 'extra', 598, 76, 5200),
      ],
      { lowK: 2000, highK: 9000, stepK: 50, step: { unit: 'percent', value: 0.5 } },
    ),
  },
  {
    id: 'bi-colour',
    item: fixture('Bi-colour panel', [white('Warm white', 2700, 0, 2900), white('Cool white', 6500, 0.001, 3400)], {
      modes: ['cct'],
      lowK: 2700,
      highK: 6500,
      stepK: 100,
    }),
  },
  {
    id: 'colour-tube',
    item: fixture(
      'Colour tube 120 cm, 16 pixels',
      [
        lobe('Red', 'r', 624, 18, 130),
        lobe('Green', 'g', 525, 34, 260),
        lobe('Blue', 'b', 460, 21, 45),
        white('Warm white', 2900, 0, 330),
        white('Cool white', 6400, 0.002, 360),
      ],
      { lowK: 2000, highK: 10_000, stepK: 50, pixels: 16 },
    ),
  },
];
