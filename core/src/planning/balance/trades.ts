import type { CostAt } from './objective';
import { stepSearch, walkedDown, type Search, type Solution, type Steps } from './steps';

/** Places of each light's range that a trade looks at: half a stop apart over eight stops, as such hollows are narrow. */
const TRADE_PLACES = 17;
/** A walked trade that comes this near is searched around. */
const TRADE_NEAR = 0.01;
const MOST_TRADES = 8;
/** A trade that comes this near, of J, is walked down. */
const TRADE_SLACK = 0.1;

/**
 * Two lights on one zone can stand in for each other, and only change places when both move at once, and far: each such pair is tried over a
 * grid of both ranges, and every hollow found walked down.
 */
export function tradedPlaces(search: Search, from: Solution): Solution {
  const { goals, free, steps, costOf, better } = search;
  let best = from;
  for (const { lights } of goals.zones) {
    const sharing = lights.filter((l) => free.includes(l));
    for (const [i, l] of sharing.entries())
      for (const k of sharing.slice(i + 1))
        for (const near of hollows(best, [placesOf(steps, l), placesOf(steps, k)], costOf)) {
          const walked = walkedDown(search, near);
          // Near a tie, pairs of steps decide.
          const found = walked.cost < best.cost + TRADE_NEAR ? stepSearch(search, walked) : walked;
          if (better(found, best)) best = found;
        }
  }
  return best;
}

/** One light's range: places spread over it, and all its steps. */
interface Places {
  readonly light: number;
  readonly stops: readonly number[];
  readonly spacing: number;
  readonly steps: readonly number[];
}

function placesOf(steps: Steps, light: number): Places {
  const list = steps.get(light)!;
  const at = (i: number) => list[Math.round((i * (list.length - 1)) / (TRADE_PLACES - 1))]!;
  const spacing = (list[0]! - list[list.length - 1]!) / (TRADE_PLACES - 1);
  return { light, stops: Array.from({ length: TRADE_PLACES }, (_, i) => at(i)), spacing, steps: list };
}

/**
 * Places to walk down from in the plane of two lights, the others standing. Its valleys are long and narrow: along each light's range the best answer of
 * the other is found, on a grid and then on its own steps, and where those best answers are lower than their neighbours a walk begins.
 */
function hollows({ powers, cost }: Solution, pair: readonly [Places, Places], costOf: CostAt): Solution[] {
  const limit = cost * 1.5 + TRADE_SLACK;
  const at = (one: Places, a: number, other: Places, b: number): Solution => {
    const tried = Float64Array.from(powers);
    tried[one.light] = a;
    tried[other.light] = b;
    return { powers: tried, cost: costOf(tried, limit) };
  };
  const lower = (a: Solution, b: Solution) => (b.cost < a.cost ? b : a);
  const profile = (one: Places, other: Places) =>
    one.stops.map((a) => {
      const nearest = other.stops.map((b) => at(one, a, other, b)).reduce(lower);
      const place = nearest.powers[other.light]!;
      return other.steps
        .filter((b) => Math.abs(b - place) < other.spacing)
        .map((b) => at(one, a, other, b))
        .reduce(lower, nearest);
    });
  return [profile(pair[0], pair[1]), profile(pair[1], pair[0])]
    .flatMap((line) =>
      line.filter(({ cost: here }, i) => here <= Math.min(limit, line[i - 1]?.cost ?? Infinity, line[i + 1]?.cost ?? Infinity)),
    )
    .sort((a, b) => a.cost - b.cost)
    .slice(0, MOST_TRADES);
}
