// Balance against a random-restart search with the same measure, on generated looks.
import { GELS } from '../../core/src/gel/stand-ins';
import { goalsOf, objectiveAt, presentPowers } from '../../core/src/planning/balance/objective';
import { movable } from '../../core/src/planning/balance/solve';
import { compileScene } from '../../core/src/scene/compile';
import { powerSteps } from '../../core/src/scene/power';
import type { Look } from '../../core/src/document';
import { balance } from '../../core/src/planning/search';

const LOOKS = 50;
const EVALUATIONS = 20_000;

/** A repeatable stream of numbers from 0 to 1. */
function stream(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (Math.imul(state, 1_664_525) + 1_013_904_223) >>> 0;
    return state / 2 ** 32;
  };
}

/** The same rig with other gels, places, moods, skins, exposures and powers. */
function generated(base: Look, seed: number): Look {
  const random = stream(seed * 7919 + 1);
  const effect = GELS.filter(({ kind }) => kind === 'effect');
  const mood = (['dark', 'neutral', 'bright'] as const)[Math.floor(random() * 3)]!;
  return {
    ...base,
    brief: { ...base.brief, mood },
    subject: { ...base.subject, skinDepth: random() },
    camera: { ...base.camera, iso: 50 * 2 ** Math.floor(random() * 4) },
    lights: base.lights.map((light) => ({
      ...light,
      gels: light.role === 'key' ? [] : [{ gel: effect[Math.floor(random() * effect.length)]!.id, strength: 1 }],
      position: [
        light.position[0] + (random() - 0.5) * 0.6,
        light.position[1] + (random() - 0.5) * 0.4,
        light.position[2] + (random() - 0.5) * 0.6,
      ],
      powerStops: Math.max(light.fixture.minStops, -Math.round(random() * 60) / 10),
    })),
  };
}

/** Random starts, each walked down by single steps of single lights, until the evaluations are spent. */
function randomRestarts(look: Look, seed: number): number {
  const random = stream(seed);
  const scene = compileScene(look);
  const goals = goalsOf(scene);
  const free = movable(scene);
  const steps = free.map((l) => powerSteps(look.lights[l]!.fixture));
  let left = EVALUATIONS;
  let best = Infinity;
  const cost = (powers: Float64Array) => {
    left--;
    return objectiveAt(goals, powers).total;
  };
  while (left > 0) {
    const powers = presentPowers(scene);
    const at = steps.map((list) => Math.floor(random() * list.length));
    free.forEach((l, i) => (powers[l] = steps[i]![at[i]!]!));
    let now = cost(powers);
    for (let moved = true; moved && left > 0;) {
      moved = false;
      for (let i = 0; i < free.length && left > 0; i++)
        for (const by of [-8, -3, -1, 1, 3, 8]) {
          const next = at[i]! + by;
          if (next < 0 || next >= steps[i]!.length || left <= 0) continue;
          powers[free[i]!] = steps[i]![next]!;
          const tried = cost(powers);
          if (tried < now - 1e-9) {
            [now, at[i], moved] = [tried, next, true];
          } else powers[free[i]!] = steps[i]![at[i]!]!;
        }
    }
    best = Math.min(best, now);
  }
  return best;
}

export function benchSearch(six: Look): [string, string, string][] {
  let [notWorse, worst, own, theirs] = [0, 0, 0, 0];
  for (let seed = 0; seed < LOOKS; seed++) {
    const look = generated(six, seed);
    const start = performance.now();
    const mine = balance(look).objective.after;
    const between = performance.now();
    const search = randomRestarts(look, seed + 1);
    own += between - start;
    theirs += performance.now() - between;
    if (mine <= search + 1e-3) notWorse++;
    worst = Math.max(worst, mine - search);
  }
  return [
    [
      `balance against ${EVALUATIONS} evaluations of random restarts, ${LOOKS} generated looks`,
      `no worse on ${notWorse} of ${LOOKS}, at most ${worst.toFixed(4)} of J behind; ${(theirs / own).toFixed(0)} times as fast`,
      'no worse',
    ],
  ];
}
