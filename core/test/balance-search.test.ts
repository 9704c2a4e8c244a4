import fc from 'fast-check';
import { demoLooks } from '../src/demo';
import { fixtureOf } from '../src/catalogue';
import type { Light, Look } from '../src/document';
import { GELS } from '../src/gel/stand-ins';
import { newLook } from '../src/planning/search';
import { balance } from '../src/planning/balance/balance';
import { burntStops, costsOf, goalsOf, objectiveAt, presentPowers, type Goals } from '../src/planning/balance/objective';
import { movable } from '../src/planning/balance/solve';
import { addAllFigures, compileScene } from '../src/scene/compile';
import { FIGURES } from '../src/scene/figures';
import { powerSteps } from '../src/scene/power';
import { isAlike, withLights } from './support';

/** How a balance searches: its quick measure against the whole one, and what it finds against a search that knows nothing. */
const effect = GELS.filter(({ kind }) => kind === 'effect').map(({ id }) => id);

function stream(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (Math.imul(state, 1_664_525) + 1_013_904_223) >>> 0;
    return state / 2 ** 32;
  };
}

/** A full rig under other gels and powers, with no thought whether they go together. */
function thrown(seed: number): Look {
  const random = stream(977 * seed + 5);
  const base = newLook({ title: 'Thrown', skin: 'tan', backdrop: 'paper-grey', camera: 'stills', lights: 'full' });
  return withLights(base, (light) => ({
    gels: light.role === 'key' ? [] : [{ gel: effect[Math.floor(random() * effect.length)]!, strength: 1 }],
    powerStops: Math.max(light.fixture.minStops, -Math.round(random() * 60) / 10),
  }));
}

const LOOKS = [...demoLooks().slice(0, 2), thrown(1), thrown(2)];
const goals = LOOKS.map((look) => goalsOf(compileScene(look)));
/** Powers of every light of a look, each somewhere in its range. */
const powersFor = ({ scene }: Goals, shares: readonly number[]) =>
  presentPowers(scene).map((present, l) => {
    const light = scene.look.lights[scene.lights[l]!.index];
    return light ? shares[l % shares.length]! * light.fixture.minStops : present;
  });
const shares = fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { minLength: 7, maxLength: 7 });
const which = fc.integer({ min: 0, max: LOOKS.length - 1 });

describe('the measure that a search asks', () => {
  it('is J, in whatever order powers are asked', () => {
    const quick = goals.map(costsOf);
    fc.assert(
      fc.property(which, shares, (w, at) => {
        const powers = powersFor(goals[w]!, at);
        expect(quick[w]!(powers)).toBeCloseTo(objectiveAt(goals[w]!, powers).total, 9);
      }),
      { numRuns: 120, seed: 1 },
    );
  });

  it('is J where powers come back, of lights whose colour moves with their level and of two on one zone, too', () => {
    const tungsten = fixtureOf('tungsten-650');
    const warm = withLights(thrown(3), ({ role }) => (role === 'rim' ? { fixture: tungsten, powerStops: -1 } : {}));
    const [first, second] = warm.lights.filter(({ role }) => role !== 'key') as [Light, Light];
    const shared = withLights(thrown(4), ({ id }) => (id === second.id ? { zone: first.zone } : {}));
    for (const look of [warm, shared, LOOKS[0]!]) {
      const of = goalsOf(compileScene(look));
      const quick = costsOf(of);
      const random = stream(9);
      const powers = presentPowers(of.scene);
      // Few places for each light: most of what stands somewhere has stood there before.
      for (let i = 0; i < 400; i++) {
        const l = Math.floor(random() * look.lights.length);
        powers[l] = -Math.floor(random() * 4);
        const whole = objectiveAt(of, powers).total;
        // Some are given up on the way, and what was found of them by then stays.
        if (random() < 0.3) quick(powers, whole * random());
        else expect(Math.abs(quick(powers) - whole)).toBeLessThan(1e-9 * Math.max(1, whole));
      }
    }
  });

  it('gives up only what comes to more than the limit', () => {
    const quick = goals.map(costsOf);
    fc.assert(
      fc.property(which, shares, fc.double({ min: 0, max: 2, noNaN: true }), (w, at, factor) => {
        const powers = powersFor(goals[w]!, at);
        const whole = objectiveAt(goals[w]!, powers).total;
        const limit = factor * whole;
        const found = quick[w]!(powers, limit);
        if (whole > limit + 1e-9) expect(found).toBeGreaterThan(limit);
        else if (whole < limit - 1e-9) expect(found).toBeCloseTo(whole, 9);
        // What was given up comes to no more than it would have.
        expect(found).toBeLessThanOrEqual(whole + 1e-9);
      }),
      { numRuns: 120, seed: 2 },
    );
  });

  it('finds every burnt place of skin that adding all lights up finds', () => {
    const seen = { burnt: 0, none: 0 };
    fc.assert(
      fc.property(which, shares, (w, at) => {
        const own = goals[w]!;
        const { skin } = own;
        const powers = powersFor(own, at);
        const totals = new Float64Array(skin!.look.probes.length * FIGURES);
        skin!.lights.forEach((light, l) => light.active && addAllFigures(totals, light, powers[l]!));
        const { whiteClip, outputClip, matrix: m } = skin!.camera;
        const over = skin!.look.probes.flatMap((_, p) => {
          const [r, g, b] = [0, 1, 2].map((c) => totals[p * FIGURES + c]!) as [number, number, number];
          const outputs = [0, 3, 6].map((row) => m[row]! * r + m[row + 1]! * g + m[row + 2]! * b);
          const stops = Math.log2(Math.max(r / whiteClip, g / whiteClip, b / whiteClip, ...outputs.map((v) => v / outputClip)));
          return stops > 0 ? [stops] : [];
        });
        const found = burntStops(own, powers);
        seen[over.length > 0 ? 'burnt' : 'none'] += 1;
        expect(found).toHaveLength(over.length);
        over.sort((a, b) => b - a).forEach((stops, i) => expect(found[i]).toBeCloseTo(stops, 9));
      }),
      { numRuns: 400, seed: 3 },
    );
    // Both happened.
    expect(Math.min(seen.burnt, seen.none)).toBeGreaterThan(10);
  });
});

/** Random starts, each walked down by single steps, until the evaluations are spent. */
function randomRestarts(look: Look, evaluations: number): number {
  const random = stream(3);
  const scene = compileScene(look);
  const own = goalsOf(scene);
  const free = movable(scene);
  const steps = free.map((l) => powerSteps(look.lights[l]!.fixture));
  let left = evaluations;
  const cost = (at: readonly number[]) => {
    left -= 1;
    const powers = presentPowers(scene);
    free.forEach((l, i) => (powers[l] = steps[i]![at[i]!]!));
    return objectiveAt(own, powers).total;
  };
  let best = Infinity;
  while (left > 0) {
    const at = steps.map((list) => Math.floor(random() * list.length));
    let now = cost(at);
    for (let moved = true; moved && left > 0;) {
      moved = false;
      for (const [i, list] of steps.entries())
        for (const by of [-8, -3, -1, 1, 3, 8]) {
          const next = at[i]! + by;
          if (next < 0 || next >= list.length) continue;
          const found = cost(at.with(i, next));
          if (found < now - 1e-9) [now, at[i], moved] = [found, next, true];
        }
    }
    best = Math.min(best, now);
  }
  return best;
}

describe('what a balance finds', () => {
  it.each([1, 2, 3, 4, 5, 6])('is no worse than thousands of random tries, where lights are in each other’s way (%i)', (seed) => {
    const look = thrown(seed);
    expect(balance(look).objective.after).toBeLessThanOrEqual(randomRestarts(look, 3000) + 1e-3);
  });

  it('is the same every time, and does not depend on what was balanced before', () => {
    const look = thrown(7);
    const first = balance(look);
    balance(thrown(8));
    const again = balance(look);
    expect(again.look).toEqual(first.look);
    expect(isAlike(again.objective, first.objective)).toBe(true);
  });

  it('balanced once more stays where it is, within what a balance counts as equal', () => {
    for (const seed of [9, 10]) {
      const first = balance(thrown(seed));
      const second = balance(first.look);
      expect(second.objective.after).toBeLessThanOrEqual(first.objective.after + 1e-9);
    }
  });
});
