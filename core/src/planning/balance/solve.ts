import { powerSteps, type Dialled } from '../../scene/power';
import type { Scene } from '../../scene/compile';
import { hoppedFrom, holdKey } from './hops';
import { costsOf, objectiveAt, presentPowers, type CostAt, type Goals } from './objective';
import { snap, stepSearch, TIE, type Better, type Search, type Solution, type Steps } from './steps';
import { tradedPlaces } from './trades';

/** The best powers found, and whether the search came to its own end; else it was cut short and better ones may exist. */
export interface Solved extends Solution {
  readonly isWhole: boolean;
}

const COARSEST_STOPS = 1;
const FINEST_STOPS = 0.06;

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
/** Looks that come out worse than this have aims in each other's way: they are searched for longer. */
const HARD_COST = 0.03;
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
