import { oklabDistance } from '../colour/oklab';
import { labOfHex } from './draw';
import { GELS } from '../gel/stand-ins';
import { gelStack, luminousTransmittance, stopsLost } from '../gel/gel';
import { cameraOf } from '../scene/camera';
import { lookupIn, resolveSource } from '../scene/resolve';
import { filterSwatchHex } from '../scene/swatch';
import { product, type Spectrum } from '../spectrum/grid';
import type { CostExercise, MakesExercise, Patch } from './exercise';
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
    return {
      id: `${how}-${gels.map(({ id }) => id).join('-')}`,
      names: gels.map(({ name }) => name),
      how,
      hex: filterSwatchHex(camera, product(source, together)),
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

const DRAWN = 14;
const OPTIONS = 4;

/** Which of four ways makes a colour: a gel, a stack, or two lights that overlap. */
export function makesExercise(making: Making): MakesExercise | null {
  const { lots, code } = making;
  const { lamp, patch } = patchWith(making);
  const drawn = Array.from({ length: DRAWN }, () => {
    const how = lots.one(['alone', 'alone', 'stacked', 'overlapped'] as const);
    return patch(how, lots.shuffled(EFFECTS).slice(0, how === 'alone' ? 1 : 2));
  }).filter(({ stopsLost: lost }) => lost <= MOST_STOPS);
  const options: Patch[] = [];
  for (const one of drawn)
    if (options.length < OPTIONS && options.every(({ hex }) => patchDistance(hex, one.hex) >= APART)) options.push(one);
  if (options.length < OPTIONS) return null;
  const truth = lots.one(options);
  return { skill: 'makes', code, hex: truth.hex, lamp, options, truth: truth.id };
}
