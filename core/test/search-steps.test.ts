import { demoLooks } from '../src/demo';
import type { Look } from '../src/document';
import { goalsOf, type Goals } from '../src/planning/balance/objective';
import { holdKey, hoppedFrom } from '../src/planning/balance/hops';
import {
  nearestIndex,
  snap,
  stepSearch,
  TIE,
  walkedDown,
  type Better,
  type Search,
  type Solution,
} from '../src/planning/balance/steps';
import { tradedPlaces } from '../src/planning/balance/trades';
import { evaluate } from '../src/scene';
import { compileScene } from '../src/scene/compile';

/** The search behind a balance, over hills and hollows that were made by hand and whose lowest place is known. */

const THIRDS = Array.from({ length: 25 }, (_, i) => -i / 3);
const better: Better = (a, b) => a.cost < b.cost - TIE;

function searchOver(
  cost: (powers: Float64Array) => number,
  lights: number,
  zones: Goals['zones'] = [],
): Search & { asked: number } {
  const free = Array.from({ length: lights }, (_, l) => l);
  const search = {
    asked: 0,
    goals: { zones, keyProbe: -1 } as unknown as Goals,
    free,
    steps: new Map(free.map((l) => [l, THIRDS])),
    costOf: (powers: Float64Array) => {
      search.asked++;
      return cost(powers);
    },
    better,
  };
  return search;
}
const from = (search: Search, ...powers: number[]): Solution => {
  const at = Float64Array.from(powers);
  return { powers: at, cost: search.costOf(at) };
};
const bowl =
  (...lowest: number[]) =>
  (powers: Float64Array) =>
    lowest.reduce((sum, v, l) => sum + (powers[l]! - v) ** 2, 0);

describe('powers on the steps of fixtures', () => {
  it('are the nearest ones; of two as near, the stronger', () => {
    expect(nearestIndex(THIRDS, -1.05)).toBe(3);
    expect(nearestIndex(THIRDS, 3)).toBe(0);
    expect(nearestIndex(THIRDS, -99)).toBe(24);
    expect(nearestIndex([0, -1], -0.5)).toBe(0);
    const snapped = snap(
      Float64Array.of(-0.4, -0.4, -2.1),
      [0, 2],
      new Map([
        [0, THIRDS],
        [2, [0, -3]],
      ]),
    );
    expect([...snapped]).toEqual([-1 / 3, -0.4, -3]);
  });
});

describe('single steps and pairs', () => {
  it('reach the lowest place of a bowl from anywhere, on the steps', () => {
    const search = searchOver(bowl(-2, -5, -1 / 3), 3);
    for (const start of [
      [0, 0, 0],
      [-8, -8, -8],
      [0, -8, -4],
    ]) {
      const found = stepSearch(search, from(search, ...start));
      [-2, -5, -1 / 3].forEach((v, l) => expect(found.powers[l]).toBeCloseTo(v, 9));
    }
  });

  it('leave a narrow valley that no single step leads along', () => {
    // Together a third down is better; each alone is worse by far.
    const valley = ([a, b]: Float64Array) => 50 * (a! - b!) ** 2 + (a! + 4) ** 2;
    const search = searchOver(valley, 2);
    const found = stepSearch(search, from(search, 0, 0));
    expect([...found.powers].map((v) => Math.round(3 * v))).toEqual([-12, -12]);
    expect(walkedDown(search, from(search, 0, 0)).powers[0]).toBe(0);
  });

  it('find a hollow far off by looking along a whole range', () => {
    const two = (powers: Float64Array) => Math.min((powers[0]! + 1) ** 2 + 0.2, (powers[0]! + 7) ** 2 / 2);
    const search = searchOver(two, 1);
    expect(stepSearch(search, from(search, -1)).powers[0]).toBeCloseTo(-7, 9);
  });

  it('stay where nothing is better, and never take what is worse', () => {
    const search = searchOver(() => 1, 2);
    const start = from(search, -1, -2);
    expect(stepSearch(search, start)).toBe(start);
    const walked = walkedDown(searchOver(bowl(-2), 1), { powers: Float64Array.of(-5), cost: 9 });
    expect(walked.cost).toBeLessThan(1e-9);
  });

  it('a walk that is hopeless after a round is given up', () => {
    const far = searchOver((powers) => 100 + bowl(-8)(powers), 1);
    walkedDown(far, from(far, 0), 50);
    const whole = searchOver((powers) => 100 + bowl(-8)(powers), 1);
    walkedDown(whole, from(whole, 0));
    expect(far.asked).toBeLessThan(whole.asked);
  });
});

describe('two lights on one zone', () => {
  it('change places where that is better, though every way there is worse', () => {
    // One of them is to give -1 and the other -6: best the other way round. Between lies a ridge.
    const pair = ([a, b]: Float64Array) => {
      const near = (a! + 1) ** 2 + (b! + 6) ** 2 + 0.3;
      const swapped = (a! + 6) ** 2 + (b! + 1) ** 2;
      return Math.min(near, swapped, 9);
    };
    const zones = [{ probe: 0, lights: [0, 1], weight: 1, aim: 0.5 }];
    const search = searchOver(pair, 2, zones);
    const start = from(search, -1, -6);
    expect(stepSearch(search, start).cost).toBeCloseTo(0.3, 9);
    const found = tradedPlaces(search, start);
    expect([...found.powers].map(Math.round)).toEqual([-6, -1]);
    expect(found.cost).toBeCloseTo(0, 9);
    // Not for lights that share nothing.
    expect(tradedPlaces(searchOver(pair, 2, [{ ...zones[0]!, lights: [0] }]), start)).toBe(start);
  });
});

describe('hops', () => {
  /** Two hollows, the lower one where all lights are far from where the other has them. */
  const two = (powers: Float64Array) => Math.min(bowl(-1, -1, -1)(powers) + 0.3, bowl(-6, -6, -6)(powers), 60);

  it('come out of hollows that steps stay in, and to the same place every time', () => {
    const search = searchOver(two, 3);
    const start = stepSearch(search, from(search, 0, 0, 0));
    expect(start.cost).toBeCloseTo(0.3, 9);
    const found = hoppedFrom(search, start);
    expect(found.cost).toBeLessThan(0.01);
    for (const v of found.powers) expect(THIRDS.some((step) => Math.abs(step - v) < 1e-9)).toBe(true);
    expect([...hoppedFrom(searchOver(two, 3), start).powers]).toEqual([...found.powers]);
  });

  it('never come back with something worse', () => {
    const search = searchOver(bowl(-3, -3), 2);
    const start = from(search, -3, -3);
    expect(hoppedFrom(search, start)).toBe(start);
  });
});

describe('the key’s level', () => {
  const [poster] = demoLooks() as [Look];
  const scene = compileScene(poster);
  const goals = goalsOf(scene, { keyStops: 0.5 });
  const keys = goals.zones.find(({ probe }) => probe === goals.keyProbe)!.lights;
  const at = (powers: Float64Array): number =>
    evaluate({ ...poster, lights: poster.lights.map((light, l) => ({ ...light, powerStops: powers[l]! })) }).keyStops;

  it('is brought to where it is to be by its own lights, the others standing', () => {
    const powers = Float64Array.from(scene.lights, (_, l) => poster.lights[l]?.powerStops ?? 0);
    const before = Float64Array.from(powers);
    for (const l of keys) powers[l] = poster.lights[l]!.fixture.minStops / 2;
    holdKey(goals, powers, keys, 0);
    const isFree = keys.every((l) => powers[l]! < 0 && powers[l]! > poster.lights[l]!.fixture.minStops);
    expect(isFree).toBe(true);
    expect(at(powers)).toBeCloseTo(0.5, 2);
    powers.forEach((v, l) => keys.includes(l) || expect(v).toBe(before[l]));
    holdKey(goals, powers, keys, 0.4);
    expect(at(powers)).toBeCloseTo(0.1, 2);
  });

  it('is not held by nobody, and not past the ends of a range', () => {
    const powers = Float64Array.from(scene.lights, () => -2);
    holdKey(goals, powers, [], 0);
    expect([...powers].every((v) => v === -2)).toBe(true);
    holdKey(goalsOf(scene, { keyStops: 9 }), powers, keys, 0);
    for (const l of keys) expect(powers[l]).toBe(0);
    holdKey(goalsOf(scene, { keyStops: -9 }), powers, keys, 20);
    for (const l of keys) expect(powers[l]).toBeGreaterThanOrEqual(poster.lights[l]!.fixture.minStops);
  });
});
