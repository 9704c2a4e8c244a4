import { turnBetweenDeg } from '../colour/hue';
import { chromaOf, hueDegOf, oklabDistance } from '../colour/oklab';
import { COLOUR_FIXTURES } from '../catalogue/colour-fixtures';
import { mixOf } from '../fixture/modes';
import { labOfHex } from './draw';
import { GELS } from '../gel/stand-ins';
import { gelStack, luminousTransmittance, stopsLost } from '../gel/gel';
import { cameraOf } from '../scene/camera';
import { fixtureLookup, lookupIn, resolveSource } from '../scene/resolve';
import { filterSwatchHex } from '../scene/swatch';
import { product, type Spectrum } from '../spectrum/grid';
import type { CostExercise, DialMakesExercise, DialStep, MakesExercise, Patch, WhichMakesExercise } from './exercise';
import type { Making } from './generate';

const EFFECTS = GELS.filter(({ kind }) => kind === 'effect');
/** The one that takes the most takes so much more than the next, stops. */
const GAP_STOPS = 0.7;
/** Ways to a colour are told apart by so much, OKLab. */
export const APART = 0.09;
const [FEWEST_STOPS, MOST_STOPS] = [0.4, 7];

/** What gels make of a lamp's light. */
function patchWith({ base, lots }: Making) {
  const light = lots.one(base.lights);
  const source = resolveSource(light, light.powerStops, lookupIn(base.spectra));
  const camera = cameraOf(base);
  const patch = (how: Patch['how'], gels: readonly (typeof EFFECTS)[number][]): Patch => {
    const films = gels.map(({ transmittance }) => transmittance);
    // Two lights with a gel each, equally bright before them.
    const together: Spectrum =
      how === 'overlapped' ? films[0]!.map((v, k) => (v + films[1]![k]!) / 2) : films.length > 1 ? gelStack(films) : films[0]!;
    const hex = filterSwatchHex(camera, product(source, together));
    return {
      id: `${how}-${gels.map(({ id }) => id).join('-')}`,
      names: gels.map(({ name }) => name),
      how,
      hex,
      hueDeg: hueDegOf(labOfHex(hex)),
      stopsLost: stopsLost(luminousTransmittance(source, together)),
    };
  };
  return { lamp: light.fixture.name, patch };
}

/** Gels by their look on a lamp: what one takes, what a stack takes, or which takes the most. */
export function costExercise(making: Making): CostExercise | null {
  const { lots, code } = making;
  const { lamp, patch } = patchWith(making);
  if (lots.next() < 0.5) {
    const gels = lots.shuffled(EFFECTS).slice(0, lots.next() < 0.4 ? 2 : 1);
    const one = patch(gels.length > 1 ? 'stacked' : 'alone', gels);
    if (one.stopsLost < FEWEST_STOPS || one.stopsLost > MOST_STOPS) return null;
    return { skill: 'cost', code, lamp, ask: 'how-many', patches: [one], truth: one.stopsLost };
  }
  const patches = lots
    .shuffled(EFFECTS)
    .slice(0, 3)
    .map((gel) => patch('alone', [gel]));
  const [most, next] = [...patches].sort((a, b) => b.stopsLost - a.stopsLost);
  if (most!.stopsLost - next!.stopsLost < GAP_STOPS) return null;
  return { skill: 'cost', code, lamp, ask: 'which-most', patches, truth: most!.id };
}

/** Difference of two patches, OKLab. */
export const patchDistance = (a: string, b: string): number => oklabDistance(labOfHex(a), labOfHex(b));

const DRAWN = 24;
const OPTIONS = 4;
/** Ways to a colour have a hue, and differ in it by so much, degrees. */
const [LEAST_CHROMA, HUES_APART] = [0.05, 15];

/** Which of four ways makes a colour: a gel, a stack, or two lights that overlap. */
function whichMakes({ lots, code, ...rest }: Making): WhichMakesExercise | null {
  const { lamp, patch } = patchWith({ lots, code, ...rest });
  const drawn = Array.from({ length: DRAWN }, () => {
    const how = lots.one(['alone', 'alone', 'stacked', 'overlapped'] as const);
    return patch(how, lots.shuffled(EFFECTS).slice(0, how === 'alone' ? 1 : 2));
  }).filter(({ stopsLost: lost, hex }) => lost <= MOST_STOPS && chromaOf(labOfHex(hex)) >= LEAST_CHROMA);
  const options: Patch[] = [];
  for (const one of drawn)
    if (
      options.length < OPTIONS &&
      options.every(
        ({ hex, hueDeg }) => patchDistance(hex, one.hex) >= APART && Math.abs(turnBetweenDeg(hueDeg, one.hueDeg)) >= HUES_APART,
      )
    )
      options.push(one);
  if (options.length < OPTIONS) return null;
  const { id, hex, hueDeg } = lots.one(options);
  return { skill: 'makes', code, ask: 'which', hex, hueDeg, lamp, options, truth: id };
}

/** Steps of a hue dial, and the white that they are mixed on, K. */
const [DIAL_STEPS, DIAL_WHITE_K] = [72, 5600];
const WITH_DIAL = COLOUR_FIXTURES.filter(({ item }) => item.modes.includes('hsi'));

/** Where on its own hue dial a full-colour fixture makes a colour. */
function dialMakes({ lots, code, base }: Making): DialMakesExercise {
  const { item } = lots.one(WITH_DIAL);
  const saturation = lots.one([1, 0.8, 0.6]);
  const camera = cameraOf(base);
  const lookup = fixtureLookup(lookupIn(base.spectra));
  const steps = Array.from({ length: DIAL_STEPS }, (_, i): DialStep => {
    const dialDeg = (360 / DIAL_STEPS) * i;
    const { spectrum } = mixOf(item, { mode: 'hsi', hueDeg: dialDeg, saturation, whiteK: DIAL_WHITE_K }, lookup);
    const hex = filterSwatchHex(camera, spectrum);
    return { dialDeg, hex, hueDeg: hueDegOf(labOfHex(hex)) };
  });
  const { hex, hueDeg, dialDeg } = lots.one(steps);
  return { skill: 'makes', code, ask: 'dial', hex, hueDeg, lamp: item.name, saturation, steps, truth: dialDeg };
}

/** What makes a colour: one of four ways with gels, or a place on a dial. */
export function makesExercise(making: Making): MakesExercise | null {
  return making.lots.next() < 0.5 ? whichMakes(making) : dialMakes(making);
}
