import type { CostAt, Goals } from './objective';

/** A search on the steps of the fixtures: what all of its parts share, and how each single step and pair of steps is tried. */

/** A result of the search: powers in stops under full by light (ambient last) and J there. */
export interface Solution {
  readonly powers: Float64Array;
  readonly cost: number;
}

/** J and changes closer than this count as equal. */
export const TIE = 1e-9;
/** A full scan of one light looks at this many of its steps at most. */
const SCAN_STEPS = 24;

/** What every part of one search looks at. */
export interface Search {
  readonly goals: Goals;
  readonly free: readonly number[];
  readonly steps: Steps;
  readonly costOf: CostAt;
  readonly better: Better;
}

export type Steps = ReadonlyMap<number, readonly number[]>;
export type Better = (a: Solution, b: Solution) => boolean;

export function nearestIndex(steps: readonly number[], stops: number): number {
  let best = 0;
  for (let i = 1; i < steps.length; i++) if (Math.abs(steps[i]! - stops) < Math.abs(steps[best]! - stops)) best = i;
  return best;
}

/** On the steps of each fixture, the nearest ones. */
export function snap(powers: Float64Array, free: readonly number[], steps: Steps): Float64Array {
  const out = Float64Array.from(powers);
  for (const l of free) out[l] = steps.get(l)![nearestIndex(steps.get(l)!, powers[l]!)]!;
  return out;
}

/** Single steps, pairs, and each light over its whole range, until nothing improves. */
export function stepSearch({ free, steps, costOf, better }: Search, from: Solution): Solution {
  let best = from;
  const consider = (changes: readonly (readonly [l: number, index: number])[]): boolean => {
    const powers = Float64Array.from(best.powers);
    for (const [l, index] of changes) {
      const step = steps.get(l)![index];
      if (step === undefined) return false;
      powers[l] = step;
    }
    const found = { powers, cost: costOf(powers, best.cost + TIE) };
    if (!better(found, best)) return false;
    best = found;
    return true;
  };
  const at = (l: number) => nearestIndex(steps.get(l)!, best.powers[l]!);
  for (let improved = true; improved;) {
    improved = false;
    for (const l of free) for (const by of [1, -1, 2, -2]) if (consider([[l, at(l) + by]])) improved = true;
    if (improved) continue;
    for (const [i, l] of free.entries()) {
      for (const k of free.slice(i + 1)) {
        for (const [a, b] of PAIR_MOVES) {
          if (
            consider([
              [l, at(l) + a],
              [k, at(k) + b],
            ])
          )
            improved = true;
        }
      }
    }
    if (improved) continue;
    for (const l of free) {
      const stride = Math.max(1, Math.ceil(steps.get(l)!.length / SCAN_STEPS));
      for (let i = 0; i < steps.get(l)!.length; i += stride) if (consider([[l, i]])) improved = true;
    }
  }
  return best;
}

const PAIR_MOVES = [
  [1, 1],
  [-1, -1],
  [1, -1],
  [-1, 1],
] as const;

const HOP_STEPS = [8, -8, 3, -3, 1, -1] as const;

/** Single steps of single lights, large ones first, as long as one lowers J; given up when it is over `hopeless` after a round. */
export function walkedDown({ free, steps, costOf }: Search, from: Solution, hopeless = Infinity): Solution {
  let { powers, cost } = from;
  for (let moved = true; moved;) {
    moved = false;
    for (const l of free)
      for (const by of HOP_STEPS) {
        const list = steps.get(l)!;
        const next = list[nearestIndex(list, powers[l]!) + by];
        if (next === undefined) continue;
        const tried = Float64Array.from(powers);
        tried[l] = next;
        const found = costOf(tried, cost);
        if (found < cost - TIE) [powers, cost, moved] = [tried, found, true];
      }
    if (cost > hopeless) break;
  }
  return { powers, cost };
}
