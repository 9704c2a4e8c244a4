import { addFigures } from '../../scene/compile';
import { FIGURE, FIGURES } from '../../scene/figures';
import type { Goals } from './objective';
import { snap, walkedDown, type Search, type Solution } from './steps';

const MOST_HOPS = 40;
/** Worse than this, some colour has no place at all, and whether another would have one is worth a longer search. */
const HARDEST_COST = 2;
const MOST_HARDEST_HOPS = 160;
/** Every so many hops begin anywhere: a light that was given up is found again by no smaller change. */
const ANYWHERE_EVERY = 4;
/** A hop that stands this far over the best after one round of steps leads nowhere better: as a factor of J, and in J. */
const [HOPELESS, HOPELESS_OVER] = [1.5, 0.05] as const;

/**
 * Hops out of hollows: some lights are thrown over their range by a fixed sequence, the key gives way in every other hop, every fourth begins anywhere, and
 * single steps walk down again. Deterministic.
 */
export function hoppedFrom(search: Search, from: Solution): Solution {
  const { goals, free, steps, costOf, better } = search;
  let best = from;
  let state = 12_345;
  const random = () => {
    state = (Math.imul(state, 1_664_525) + 1_013_904_223) >>> 0;
    return state / 2 ** 32;
  };
  const keys = goals.zones.find(({ probe }) => probe === goals.keyProbe)?.lights.filter((l) => free.includes(l)) ?? [];
  for (let hop = 0; hop < (best.cost > HARDEST_COST ? MOST_HARDEST_HOPS : MOST_HOPS); hop++) {
    const start = Float64Array.from(best.powers);
    if (hop % ANYWHERE_EVERY === ANYWHERE_EVERY - 1) {
      for (const l of free) start[l] = steps.get(l)![Math.floor(random() * steps.get(l)!.length)]!;
    } else {
      // Near hops and far ones in turn.
      const reach = hop % 3 === 0 ? 8 : 2.5;
      for (const l of free) if (random() < 0.45) start[l] = start[l]! + (random() - 0.5) * reach;
      if (hop % 2) holdKey(goals, start, keys, hop % 4 === 1 ? 0 : 0.5 * random());
    }
    const powers = snap(start, free, steps);
    const found = walkedDown(search, { powers, cost: costOf(powers) }, HOPELESS * best.cost + HOPELESS_OVER);
    if (better(found, best)) best = found;
  }
  return best;
}

/** Brings the lights of the key's place to where the face meters as it is to, the others standing; as near as their range allows, `given` stops under it. */
export function holdKey(
  { scene, keyProbe, keyStops }: Goals,
  powers: Float64Array,
  keys: readonly number[],
  given: number,
): void {
  if (keys.length === 0) return;
  const incident = (which: (l: number) => boolean) => {
    const sum = new Float64Array(FIGURES);
    scene.lights.forEach((light, l) => {
      if (light.active && which(l)) addFigures(sum, light, keyProbe, powers[l]!);
    });
    return sum[FIGURE.incident]!;
  };
  const own = incident((l) => keys.includes(l));
  const missing = 2 ** (keyStops - given) - incident((l) => !keys.includes(l));
  if (own <= 0) return;
  const by = missing > 0 ? Math.log2(missing / own) : -20;
  for (const l of keys) powers[l] = Math.min(0, Math.max(scene.look.lights[l]!.fixture.minStops, powers[l]! + by));
}
