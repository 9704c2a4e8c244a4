import { powerSteps, type Dialled } from '../../scene/power';
import { addFigures, type Scene } from '../../scene/compile';
import { FIGURE, FIGURES } from '../../scene/figures';
import { costsOf, objectiveAt, presentPowers, type CostAt, type Goals } from './objective';

/** A result of the search: powers in stops under full by light (ambient last) and J there. */
export interface Solution {
  readonly powers: Float64Array;
  readonly cost: number;
}

/** The best powers found, and whether the search came to its own end; else it was cut short and better ones may exist. */
export interface Solved extends Solution {
  readonly isWhole: boolean;
}

/** J and changes closer than this count as equal. */
const TIE = 1e-9;
const COARSEST_STOPS = 1;
const FINEST_STOPS = 0.06;
/** A full scan of one light looks at this many of its steps at most. */
const SCAN_STEPS = 24;

/** The lights that a balance may move. */
export function movable(scene: Scene, locked: readonly string[] = []): number[] {
  return scene.lights.flatMap((light, l) => {
    const source = scene.look.lights[light.index];
    return light.active && source && !source.locked && !locked.includes(light.id) ? [l] : [];
  });
}

/**
 * Finds the powers of least J on the fixtures' own steps: a continuous pattern search from several starts (one of them a scan in which the key gives way), snapped, then
 * searched around on the steps (single lights, pairs, and each light over its whole range) until nothing improves.
 * Deterministic; ties go to the smaller total change, then to the earlier light. `thorough` searches hard looks for longer. It looks at so many powers at
 * most (`MOST_WORK`), whatever the look; then the best so far stands.
 */
export function solve(goals: Goals, free: readonly number[], thorough = false): Solved {
  const { scene } = goals;
  const present = presentPowers(scene);
  const budget = { left: MOST_WORK, each: scene.lights.length * (goals.zones.length + 1) };
  const costOf = memoised(costsOf(goals), budget);
  const start = { powers: present, cost: costOf(present) };
  if (free.length === 0) return { ...start, isWhole: true };
  const found = searched(goals, free, thorough, present, costOf);
  return { ...found, isWhole: budget.left > 0 };
}

function searched(goals: Goals, free: readonly number[], thorough: boolean, present: Float64Array, costOf: CostAt): Solution {
  const { scene } = goals;
  const steps = new Map(free.map((l) => [l, searchedSteps(scene.look.lights[l]!.fixture)]));
  const better = isBetter(present, free);
  const search: Search = { goals, free, steps, costOf, better };

  const aimed = aimedStart(goals, free, present);
  const starts = [present, aimed, scanned(goals, aimed, free, steps, costOf)];
  const snapped = starts.map((powers): Solution => {
    const found = snap(patternSearch(powers, free, scene, costOf), free, steps);
    // Whatever is left to spend: what is answered stands on the fixtures' steps, with its own J.
    return { powers: found, cost: objectiveAt(goals, found).total };
  });
  const nearest = snapped.reduce((a, b) => (better(b, a) ? b : a));
  const found = stepSearch(search, nearest);
  if (!thorough || found.cost < EASY_COST) return found;
  const traded = tradedPlaces(search, found);
  const hopped = traded.cost > HARD_COST ? hoppedFrom(search, traded) : traded;
  if (hopped === found) return found;
  // From the new place other trades may pay.
  const again = tradedPlaces(search, hopped);
  return stepSearch(search, again);
}

/** What a search may spend: powers looked at, each counted by its lights and places. Some two seconds of a small machine. */
const MOST_WORK = 2_000_000;
/** Steps closer than this cannot be told apart in a picture, stops: a dimmer that is finer is searched in such steps of its own. */
const FINEST_SEARCHED_STOPS = 0.01;

/** The steps of a fixture that are searched: full, lowest, and between them those that differ. */
export function searchedSteps(fixture: Dialled): number[] {
  const kept: number[] = [];
  const steps = powerSteps(fixture);
  for (const [i, step] of steps.entries())
    if (kept.length === 0 || i === steps.length - 1 || kept[kept.length - 1]! - step >= FINEST_SEARCHED_STOPS) kept.push(step);
  return kept;
}

const EASY_COST = 0.01;
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
function tradedPlaces(search: Search, from: Solution): Solution {
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

/** Looks that come out worse than this have aims in each other's way: they are searched for longer. */
const HARD_COST = 0.03;
const MOST_HOPS = 40;
/** Worse than this, some colour has no place at all, and whether another would have one is worth a longer search. */
const HARDEST_COST = 2;
const MOST_HARDEST_HOPS = 160;
/** Every so many hops begin anywhere: a light that was given up is found again by no smaller change. */
const ANYWHERE_EVERY = 4;
/** A hop that stands this far over the best after one round of steps leads nowhere better: as a factor of J, and in J. */
const [HOPELESS, HOPELESS_OVER] = [1.5, 0.05] as const;
const HOP_STEPS = [8, -8, 3, -3, 1, -1] as const;

/**
 * Hops out of hollows: some lights are thrown over their range by a fixed sequence, the key gives way in every other hop, every fourth begins anywhere, and
 * single steps walk down again. Deterministic.
 */
function hoppedFrom(search: Search, from: Solution): Solution {
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

/** Single steps of single lights, large ones first, as long as one lowers J; given up when it is over `hopeless` after a round. */
function walkedDown({ free, steps, costOf }: Search, from: Solution, hopeless = Infinity): Solution {
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

/** What every part of one search looks at. */
interface Search {
  readonly goals: Goals;
  readonly free: readonly number[];
  readonly steps: Steps;
  readonly costOf: CostAt;
  readonly better: Better;
}

type Steps = ReadonlyMap<number, readonly number[]>;
type Better = (a: Solution, b: Solution) => boolean;

/** Work left, and what one look at powers takes of it. */
interface Budget {
  left: number;
  readonly each: number;
}

/** J by powers, each worked out once; once the budget is spent everything new counts as infinitely bad, so that every search ends. */
function memoised(f: CostAt, budget: Budget): CostAt {
  // What was given up is known to be over some limit only.
  const known = new Map<string, { readonly cost: number; readonly whole: boolean }>();
  return (powers, limit = Infinity) => {
    if (budget.left <= 0) return Infinity;
    // Whole microstops: short keys, and no step is finer.
    let key = '';
    for (const stops of powers) key += `${Math.round(stops * 1e6)},`;
    const found = known.get(key);
    if (found && (found.whole || found.cost > limit)) return found.cost;
    budget.left -= budget.each;
    const cost = f(powers, limit);
    known.set(key, { cost, whole: cost <= limit });
    return cost;
  };
}

function isBetter(present: Float64Array, free: readonly number[]): Better {
  const change = ({ powers }: Solution) => free.reduce((sum, l) => sum + Math.abs(powers[l]! - present[l]!), 0);
  return (a, b) => {
    if (Math.abs(a.cost - b.cost) > TIE) return a.cost < b.cost;
    const [ca, cb] = [change(a), change(b)];
    if (Math.abs(ca - cb) > TIE) return ca < cb;
    for (const l of free) {
      const difference = Math.abs(a.powers[l]! - present[l]!) - Math.abs(b.powers[l]! - present[l]!);
      if (Math.abs(difference) > TIE) return difference < 0;
    }
    return false;
  };
}

/** Moves each zone to its aim given the others, and the key to its level, a few times over: usually near the optimum. */
function aimedStart(goals: Goals, free: readonly number[], present: Float64Array): Float64Array {
  const powers = Float64Array.from(present);
  const { look } = goals.scene;
  const hold = (l: number, stops: number) => Math.min(0, Math.max(look.lights[l]!.fixture.minStops, stops));
  for (let round = 0; round < 4; round++) {
    const now = objectiveAt(goals, powers);
    goals.zones.forEach((goal, z) => {
      const movers = goal.lights.filter((l) => free.includes(l));
      const isKey = goal.probe === goals.keyProbe;
      const place = now.zones[z]!.place;
      // A window is about four stops wide; a place off by d is off by about 4 d stops.
      const by = isKey ? goals.keyStops - now.keyStops : place === null ? 0 : (goal.aim - place) * 4;
      if (Number.isFinite(by)) for (const l of movers) powers[l] = hold(l, powers[l]! + by);
    });
  }
  return powers;
}

const [SCAN_COARSE, SCAN_FINE] = [12, 26];
const GIVEN_STOPS = [0, 0.3, 0.6] as const;

/**
 * Each light in turn over its whole range, the others standing but for the key, which gives way so that the face keeps its level: windows that
 * lie far off, behind a joint move, are found so.
 */
function scanned(goals: Goals, from: Float64Array, free: readonly number[], steps: Steps, costOf: CostAt): Float64Array {
  const keys = goals.zones.find(({ probe }) => probe === goals.keyProbe)?.lights.filter((l) => free.includes(l)) ?? [];
  let powers = Float64Array.from(from);
  let cost = costOf(powers);
  for (let round = 0; round < 2; round++)
    for (const l of free) {
      if (keys.includes(l)) continue;
      const list = steps.get(l)!;
      const base = powers;
      const zone = goals.zones.findIndex(({ lights }) => lights.includes(l));
      const empty = zone >= 0 && objectiveAt(goals, base).zones[zone]!.place === null;
      // Where a colour has no window, it may be worth some of the face's level; such windows are narrow.
      const places = empty ? SCAN_FINE : SCAN_COARSE;
      for (const given of empty ? GIVEN_STOPS : [0])
        for (let i = 0; i < places; i++) {
          const next = Float64Array.from(base);
          next[l] = list[Math.round((i * (list.length - 1)) / (places - 1))]!;
          holdKey(goals, next, keys, given);
          const found = costOf(next, cost);
          if (found < cost - TIE) [powers, cost] = [next, found];
        }
    }
  return powers;
}

/** Brings the lights of the key's place to where the face meters as it is to, the others standing; as near as their range allows, `given` stops under it. */
function holdKey({ scene, keyProbe, keyStops }: Goals, powers: Float64Array, keys: readonly number[], given: number): void {
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

function patternSearch(from: Float64Array, free: readonly number[], scene: Scene, costOf: CostAt): Float64Array {
  let powers = Float64Array.from(from);
  let cost = costOf(powers);
  for (let size = COARSEST_STOPS; size >= FINEST_STOPS; size /= 2) {
    for (let moved = true, rounds = 0; moved && rounds < 8; rounds++) {
      moved = false;
      for (const l of free) {
        const { minStops } = scene.look.lights[l]!.fixture;
        for (const sign of [1, -1]) {
          const next = Float64Array.from(powers);
          next[l] = Math.min(0, Math.max(minStops, next[l]! + sign * size));
          if (next[l] === powers[l]) continue;
          const c = costOf(next, cost);
          if (c < cost - TIE) {
            [powers, cost, moved] = [next, c, true];
            break;
          }
        }
      }
    }
  }
  return powers;
}

function nearestIndex(steps: readonly number[], stops: number): number {
  let best = 0;
  for (let i = 1; i < steps.length; i++) if (Math.abs(steps[i]! - stops) < Math.abs(steps[best]! - stops)) best = i;
  return best;
}

function snap(powers: Float64Array, free: readonly number[], steps: Steps): Float64Array {
  const out = Float64Array.from(powers);
  for (const l of free) out[l] = steps.get(l)![nearestIndex(steps.get(l)!, powers[l]!)]!;
  return out;
}

function stepSearch({ free, steps, costOf, better }: Search, from: Solution): Solution {
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
