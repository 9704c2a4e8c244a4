import { recordInto } from '../../camera/camera';
import { oklabDistance, oklabOf, type Oklab } from '../../colour/oklab';
import { meteredIndex, silhouette } from '../../document/zones';
import { addAllFigures, addFigures, type Scene, type SceneLight } from '../../scene/compile';
import { FIGURE, FIGURES } from '../../scene/figures';
import { sceneZone, type SceneZone } from '../../scene/zone';
import type { Mood } from '../../document/schema';
import { edgeStopsOf } from '../../scene/camera';
import { clipShare, headroomStops } from '../../vivid/clip';
import { ownColour, WHITE_BELOW, type OwnColour, type Triple } from '../../vivid/vividness';
import { CLIP_MARGIN_STOPS, placeInWindow, VIVID, vividWindow, zoneVividness } from '../../vivid/window';
import { MOOD_AIM } from './mood';
import { againstKey, keyBounds, type KeyBound } from './places';
import { mayBurn, skinWatch } from './skin-watch';

/** Wishes that replace those of the look's brief for one balance. */
export interface BalanceOptions {
  /** Wanted incident level at the face, stops over the meter. Default: the brief's. */
  readonly keyStops?: number | undefined;
  readonly mood?: Mood | undefined;
  /** Least OKLab difference of edge and backdrop. Default: the brief's. */
  readonly separation?: number | undefined;
  /** Wanted place in the window by light id; over the light's own aim and the mood. */
  readonly aims?: Readonly<Record<string, number>> | undefined;
  /** Weight of each zone by probe id. Default 1. */
  readonly zoneWeights?: Readonly<Record<string, number>> | undefined;
  /** Weight of the key's level. Default 4: the key comes first. */
  readonly keyWeight?: number | undefined;
  /** How far the key may be off without cost, stops. Default 0.1. */
  readonly keyToleranceStops?: number | undefined;
  /** Searches looks whose aims are in each other's way for longer, some tenths of a second. Default true. */
  readonly thorough?: boolean | undefined;
  /** Ids of lights to leave alone, besides the locked ones. */
  readonly locked?: readonly string[] | undefined;
}

const STOPS_OVER_WEIGHT = 10;
/** Weight of a light that passes its bound against the key; and of one without colour that misses the place it was given. */
const [OVER_KEY_WEIGHT, MISSED_WISH_WEIGHT] = [30, 2];
/** Room to the clip that is kept for a strong grade, stops: what has clipped cannot be graded. */
const GRADE_MARGIN_STOPS = 0.5;
/** Weight of all skin seen, were it to burn; over this many stops a place is no worse. */
const [BURNT_WEIGHT, BURNT_WHOLLY_STOPS] = [20, 1.5];

interface ZoneGoal {
  readonly probe: number;
  readonly lights: readonly number[];
  readonly weight: number;
  readonly aim: number;
}

/** The parts of J at given powers; they sum to `total`. */
export interface Objective {
  readonly total: number;
  readonly zones: readonly {
    readonly probe: number;
    readonly vividness: number;
    readonly place: number | null;
    readonly cost: number;
  }[];
  readonly keyStops: number;
  readonly keyCost: number;
  readonly overCost: number;
  readonly separation: number;
  readonly separationCost: number;
  /** What lights cost that give more against the key than they may. */
  readonly placesCost: number;
  /** What skin costs that burns, sheen included. */
  readonly burntCost: number;
}

/** The fixed part of a balance: goals of a scene. */
export interface Goals {
  readonly scene: Scene;
  readonly zones: readonly ZoneGoal[];
  readonly keyProbe: number;
  readonly keyStops: number;
  readonly keyWeight: number;
  readonly keyToleranceStops: number;
  readonly separation: number;
  readonly edges: readonly (readonly [edge: number, behind: number])[];
  /** Lights that have a bound against the key. */
  readonly bounds: readonly KeyBound[];
  /** Skin as the camera sees it, all over; null where none is seen. */
  readonly skin: Scene | null;
  /** What each light at full power comes to at most at each place of that skin, as a part of the clip. */
  readonly mostOnSkin: readonly Float64Array[];
}

/** A number of a table by an id that anybody may choose: `constructor` is no entry where nobody made it one. */
const ownNumber = (table: Readonly<Record<string, number>> | undefined, id: string): number | undefined =>
  table !== undefined && Object.hasOwn(table, id) ? table[id] : undefined;

/** Reads the goals from a look's brief and the options. */
export function goalsOf(scene: Scene, options: BalanceOptions = {}): Goals {
  const { brief, probes, lights } = scene.look;
  const moodAim = MOOD_AIM[options.mood ?? brief.mood];
  const aimOf = (l: number) => ownNumber(options.aims, lights[l]!.id) ?? lights[l]!.aimPlace ?? moodAim;
  const byProbe = new Map<number, number[]>();
  scene.lights.forEach((light, l) => {
    if (light.active && light.index >= 0) byProbe.set(light.zone, [...(byProbe.get(light.zone) ?? []), l]);
  });
  const skin = skinWatch(scene.look);
  return {
    scene,
    zones: [...byProbe].map(([probe, group]) => ({
      probe,
      lights: group,
      weight: ownNumber(options.zoneWeights, probes[probe]!.id) ?? 1,
      aim: group.reduce((sum, l) => sum + aimOf(l), 0) / group.length,
    })),
    keyProbe: meteredIndex(probes),
    keyStops: options.keyStops ?? brief.keyStops,
    keyWeight: options.keyWeight ?? 4,
    keyToleranceStops: options.keyToleranceStops ?? 0.1,
    separation: options.separation ?? brief.separation,
    edges: silhouette(probes),
    bounds: keyBounds(scene),
    skin,
    mostOnSkin: skin ? skin.lights.map((light) => mostShares(skin, light)) : [],
  };
}

const rgb = new Float64Array(3);

/**
 * J of a scene at the given powers (stops under full by light, ambient last):
 * sum_z w_z [(1 - V_z)^2 + (d_z - aim_z)^2] + w_k max(0, |s - s_k| - tol)^2 + 10 (stops over any ceiling)^2
 * + max(0, D - separation)^2 + 30 (stops over a bound against the key)^2 + 20 mean of (o + o^2) over all watched places of skin, o the stops over the clip of those that burn past what may. A zone whose window is empty costs 1 for its place; a white zone has no place to be in.
 */
export function objectiveAt(goals: Goals, powers: ArrayLike<number>): Objective {
  const totals = roomFor(goals);
  totalsInto(totals, goals, powers);
  const zones = goals.zones.map((goal) => placed(openZone(goals, goal, powers, atProbe(totals, goal.probe), {})));
  const rest = restAt(goals, totals);
  const placesCost = placesCostAt(goals, powers);
  const burntCost = burntCostAt(goals, powers);
  const { keyCost, overCost, separationCost } = rest;
  const total = zones.reduce((sum, { cost }) => sum + cost, 0) + keyCost + overCost + separationCost + placesCost + burntCost;
  return { total, zones, ...rest, placesCost, burntCost };
}

/** J, or something over `limit` where J is. */
export type CostAt = (powers: Float64Array, limit?: number) => number;

/**
 * J alone, for searches: as soon as its parts are known to come to more than `limit` it is given up, and what they come to at least is returned. Windows
 * are most of the work: before the first is looked for, every zone says what it costs at least, and the zones whose windows cost most the last time
 * are looked at first.
 */
export function costsOf(goals: Goals): CostAt {
  const totals = roomFor(goals);
  const found: Found = {
    totals,
    atZones: goals.zones.map(({ probe }) => atProbe(totals, probe)),
    dear: new Float64Array(goals.zones.length),
    order: goals.zones.map((_, z) => z),
    own: goals.zones.map(() => ({})),
  };
  return (powers, limit = Infinity) => costAt(goals, powers, limit, found);
}

/** What one search has found so far of the zones it looks at again and again. */
interface Found {
  /** All light at every probe, filled anew for each look at powers, and the part of it that is at each zone. */
  readonly totals: Float64Array;
  readonly atZones: readonly Float64Array[];
  /** What each zone's window cost the last time it was looked at, over the least that it could. */
  readonly dear: Float64Array;
  /** Zones in the order in which their windows are looked for. */
  readonly order: number[];
  /** Their own colours. */
  readonly own: readonly Own[];
}

function costAt(goals: Goals, powers: Float64Array, limit: number, found: Found): number {
  const { totals, atZones, dear, order, own } = found;
  totalsInto(totals, goals, powers);
  const { keyCost, overCost, separationCost } = restAt(goals, totals);
  let cost = keyCost + overCost + separationCost + placesCostAt(goals, powers);
  if (cost > limit) return cost;
  cost += burntCostAt(goals, powers);
  if (cost > limit) return cost;
  const open: OpenZone[] = [];
  for (const [z, goal] of goals.zones.entries()) {
    const zone = openZone(goals, goal, powers, atZones[z]!, own[z]!);
    cost += zone.leastCost;
    if (cost > limit) return cost;
    open.push(zone);
  }
  order.sort((a, b) => dear[b]! - dear[a]! || a - b);
  for (const z of order) {
    dear[z] = placed(open[z]!).cost - open[z]!.leastCost;
    cost += dear[z]!;
    if (cost > limit) break;
  }
  return cost;
}

/** What lights cost that give more against the key than they may, or, where they have no colour to place, other than was asked. */
function placesCostAt({ scene, bounds }: Goals, powers: ArrayLike<number>): number {
  let cost = 0;
  for (const bound of bounds) {
    const off = againstKey(scene, bound, powers) - bound.mostStops;
    if (off > 0) cost += OVER_KEY_WEIGHT * off * off;
    else if (bound.isWish && scene.lights[bound.light]!.isWhite && off > -Infinity) cost += MISSED_WISH_WEIGHT * off * off;
  }
  return cost;
}

/** The part of the clip that a light at full power comes to at each place, whatever its colour there. */
function mostShares({ camera, look }: Scene, { knots, active }: SceneLight): Float64Array {
  return Float64Array.from(look.probes, (_, place) =>
    active ? Math.max(...knots.map(({ figures: f }) => clipShare(camera, ...rgbOf(f, place * FIGURES)))) : 0,
  );
}

const rgbOf = (figures: ArrayLike<number>, at: number) => [figures[at]!, figures[at + 1]!, figures[at + 2]!] as const;

const onSkin = new Float64Array(FIGURES);

/** How far each watched place of skin is over its clip, stops, the most first; only those that are. */
export function burntStops({ skin, mostOnSkin }: Goals, powers: ArrayLike<number>): readonly number[] {
  if (!skin) return [];
  const { camera, lights } = skin;
  const scales = new Float64Array(lights.length);
  for (let l = 0; l < scales.length; l++) scales[l] = Math.exp(powers[l]! * Math.LN2);
  const over: number[] = [];
  for (let place = 0; place < skin.look.probes.length; place++) {
    // Lights come to no more together than each by itself at most, and mostly that is too little to burn.
    let most = 0;
    for (let l = 0; l < scales.length; l++) most += scales[l]! * mostOnSkin[l]![place]!;
    if (most <= 1) continue;
    onSkin.fill(0);
    for (let l = 0; l < lights.length; l++) if (lights[l]!.active) addFigures(onSkin, lights[l]!, place, powers[l]!);
    const share = clipShare(camera, onSkin[0]!, onSkin[1]!, onSkin[2]!);
    if (share > 1) over.push(Math.log2(share));
  }
  return over.sort((a, b) => b - a);
}

/** What skin costs that burns past what may: straight from the clip on, so that a little too much is not given away for a better place of some colour. */
function burntCostAt(goals: Goals, powers: ArrayLike<number>): number {
  if (!goals.skin) return 0;
  const watched = goals.skin.look.probes.length;
  const [free] = mayBurn(watched);
  let cost = 0;
  for (const stops of burntStops(goals, powers).slice(free)) {
    const over = Math.min(BURNT_WHOLLY_STOPS, stops);
    cost += over + over * over;
  }
  return (BURNT_WEIGHT * cost) / watched;
}

/** Room for all light at every probe. */
const roomFor = ({ scene }: Goals): Float64Array => new Float64Array(scene.look.probes.length * FIGURES);

/** All active light at every probe, into `totals`. */
function totalsInto(totals: Float64Array, { scene }: Goals, powers: ArrayLike<number>): void {
  totals.fill(0);
  for (let l = 0; l < scene.lights.length; l++) if (scene.lights[l]!.active) addAllFigures(totals, scene.lights[l]!, powers[l]!);
}

/** What of them is at one probe: a view. */
const atProbe = (totals: Float64Array, probe: number): Float64Array => totals.subarray(probe * FIGURES, (probe + 1) * FIGURES);

/** Between two steps of a window's scan, vividness may fall by less than this and rise again. */
const DIP = 0.045;

/** A zone whose vividness is known, and whose window is not yet. */
interface OpenZone {
  readonly goal: ZoneGoal;
  readonly zone: SceneZone;
  readonly v: (stops: number) => number;
  readonly vividness: number;
  /** It has a colour that wants a place in a window. */
  readonly isColoured: boolean;
  readonly leastCost: number;
}

function openZone({ scene }: Goals, goal: ZoneGoal, powers: ArrayLike<number>, total: Float64Array, kept: Own): OpenZone {
  const { probe, lights, weight, aim } = goal;
  const zone = sceneZone(scene, probe, lights, powers, total);
  const own = ownOf(zone, kept);
  const v = zoneVividness(zone, own);
  const vividness = zone.stops === -Infinity ? 0 : v(zone.stops);
  const isColoured = own.purity >= WHITE_BELOW;
  // Where the colour clearly does not live, the place lies outside the window, or there is none.
  const outside = isColoured && vividness < VIVID - DIP ? Math.max(0, Math.min(aim, 1 - aim)) ** 2 : 0;
  return { goal, zone, v, vividness, isColoured, leastCost: weight * ((1 - vividness) ** 2 + outside) };
}

/** The own colour of a zone's lights there: the same until they change against each other. */
interface Own {
  unit?: Triple;
  own?: OwnColour;
}

/** Units that differ by rounding alone have the same colour. */
const ROUNDING = 1e-13;
const isSame = (a: Triple, b: Triple): boolean =>
  Math.abs(a[0] - b[0]) <= ROUNDING && Math.abs(a[1] - b[1]) <= ROUNDING && Math.abs(a[2] - b[2]) <= ROUNDING;

function ownOf({ camera, unit, white }: SceneZone, kept: Own): OwnColour {
  const { unit: last, own } = kept;
  if (last && own && isSame(unit, last)) return own;
  kept.unit = unit;
  return (kept.own = ownColour(camera, unit, white));
}

/** Finds the window, and the place in it. */
function placed({ goal, zone, v, vividness, isColoured }: OpenZone): Objective['zones'][number] {
  const { probe, weight, aim } = goal;
  const window = isColoured && zone.stops > -Infinity ? vividWindow(zone, v, VIVID - DIP).window : null;
  const place = window && placeInWindow(window, zone.stops);
  const placeCost = !isColoured ? 0 : place === null ? 1 : (place - aim) ** 2;
  return { probe, vividness, place, cost: weight * ((1 - vividness) ** 2 + placeCost) };
}

/** Everything but the zones: the key's level, what clips, and the edge against the backdrop. */
function restAt(
  goals: Goals,
  totals: Float64Array,
): Pick<Objective, 'keyStops' | 'keyCost' | 'overCost' | 'separation' | 'separationCost'> {
  const { camera, look } = goals.scene;
  const keyStops = Math.log2(totals[goals.keyProbe * FIGURES + FIGURE.incident]!);
  const off = Number.isFinite(keyStops) ? Math.abs(keyStops - goals.keyStops) : 20;
  const keyCost = goals.keyWeight * Math.max(0, off - goals.keyToleranceStops) ** 2;
  let overCost = 0;
  // On the safe side of what the sensor may be, and of what a grade will pull up.
  const margin = Math.max(CLIP_MARGIN_STOPS, edgeStopsOf(look)) + (look.brief.graded ? GRADE_MARGIN_STOPS : 0);
  for (let p = 0; p < look.probes.length; p++) {
    const at = p * FIGURES;
    if (totals[at + FIGURE.luminance]! <= 0) continue;
    const over = margin - headroomStops(camera, totals[at]!, totals[at + 1]!, totals[at + 2]!);
    if (over > 0) overCost += STOPS_OVER_WEIGHT * over * over;
  }
  const separation = goals.edges.length
    ? Math.min(...goals.edges.map(([p, q]) => oklabDistance(labAt(goals, totals, p), labAt(goals, totals, q))))
    : Infinity;
  const separationCost = Math.max(0, goals.separation - separation) ** 2;
  return { keyStops, keyCost, overCost, separation, separationCost };
}

function labAt({ scene }: Goals, totals: Float64Array, p: number): Oklab {
  recordInto(rgb, scene.camera, totals[p * FIGURES]!, totals[p * FIGURES + 1]!, totals[p * FIGURES + 2]!);
  return oklabOf(rgb[0]!, rgb[1]!, rgb[2]!);
}

/** The present powers of a scene, ambient last. */
export function presentPowers(scene: Scene): Float64Array {
  return Float64Array.from(scene.lights, (light) => light.powerStops);
}
