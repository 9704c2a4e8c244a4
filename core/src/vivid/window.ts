import type { Camera } from '../camera/camera';
import { MID_GREY } from '../exposure/meter';
import { clipMultiple, headroomStops, type FirstClip } from './clip';
import { ownColour, vividnessAlong, type OwnColour, type Triple } from './vividness';

/** A colour lives where its vividness is at least this. */
export const VIVID = 0.85;
/** The window ends this far under the first clip, stops. */
export const CLIP_MARGIN_STOPS = 0.1;
/** A window whose lower end lies below this is open downwards. */
export const OPEN_BELOW_STOPS = -12;
/** No axis runs beyond this. */
const HIGHEST_STOPS = 16;
const SCAN_STEP_STOPS = 0.6;
/** Deep below, vividness only rises slowly out of the dark: a wider step finds where. */
const COARSE_STEP_STOPS = 1.2;
const FINE_FROM_STOPS = -6;
const EDGE_PRECISION_STOPS = 1e-3;

/**
 * One zone under sweep: the colour lights of the zone move together along the axis, all other light stands. The axis
 * is photopic: stops from mid-grey of the colour lights' own reflected light, log2(Y / 0.18).
 */
export interface Zone {
  readonly camera: Camera;
  /** Balanced values of all standing light on the zone's surface. */
  readonly base: Triple;
  /** Balanced values of the colour lights alone at 0 on the axis (Y = 0.18). */
  readonly unit: Triple;
  /** Balanced values of the white-balance illuminant on this surface, any level. */
  readonly white: Triple;
  /** For lights whose colour moves with level: the unit at a place on the axis. Without it the unit holds everywhere. */
  readonly unitAt?: ((stops: number) => Triple) | undefined;
}

/** The vivid window of a zone. */
export interface VividWindow {
  /** Lower end, stops from mid-grey; -12 where open. */
  readonly lowStops: number;
  readonly highStops: number;
  readonly lowOpen: boolean;
}

/** What a sweep finds. Exactly one of `window` and `best` tells the story: `best` is always given, `window` may be empty. */
export interface ZoneWindow {
  readonly window: VividWindow | null;
  /** The most vivid place under the ceiling; null when standing light alone is over it. */
  readonly best: { readonly stops: number; readonly vividness: number } | null;
  /** 0.1 stop under first clip of the total; -Infinity when standing light is over it. */
  readonly ceilingStops: number;
}

/** A unit triple from any triple with its photopic value Y. */
export function unitTriple(triple: Triple, photopic: number): Triple {
  const k = MID_GREY / photopic;
  return [triple[0] * k, triple[1] * k, triple[2] * k];
}

/** Vividness of the zone as a function of where its colour lights stand on the axis, stops. `own` is the own colour of its unit, where the caller has it. */
export function zoneVividness(zone: Zone, own?: OwnColour): (stops: number) => number {
  const { camera, base, unit, unitAt, white } = zone;
  if (!unitAt) return vividnessAlong(camera, own ?? ownColour(camera, unit, white), base, unit);
  return (stops) => {
    const moved = unitAt(stops);
    return vividnessAlong(camera, ownColour(camera, moved, white), base, moved)(stops);
  };
}

/** The first clip of the zone's total along the axis, `marginStops` under the limits. */
export function zoneFirstClip(zone: Zone, marginStops = 0): FirstClip {
  if (!zone.unitAt) {
    const { x, stage, channel } = clipMultiple(zone.camera, zone.base, zone.unit, marginStops);
    return { stops: Math.log2(x), stage, channel };
  }
  return movingFirstClip(zone, zone.unitAt, marginStops);
}

function movingFirstClip(zone: Zone, unitAt: (stops: number) => Triple, marginStops: number): FirstClip {
  const { camera, base } = zone;
  const over = (stops: number) => {
    const unit = unitAt(stops);
    const x = 2 ** stops;
    return headroomStops(camera, base[0] + x * unit[0], base[1] + x * unit[1], base[2] + x * unit[2]) <= marginStops;
  };
  let low = OPEN_BELOW_STOPS - 1;
  let high = low;
  while (high < HIGHEST_STOPS && !over(high)) {
    low = high;
    high += 0.5;
  }
  for (let i = 0; i < 30 && high > low; i++) {
    const middle = (low + high) / 2;
    if (over(middle)) high = middle;
    else low = middle;
  }
  const { stage, channel, x } = clipMultiple(camera, base, unitAt(high), marginStops);
  return { stops: x === 0 ? -Infinity : high, stage, channel };
}

/**
 * The vivid window: the longest contiguous interval of the axis with V of at least 0.85 whose total stays 0.1 stop
 * under first clip. `v` is the zone's vividness, where the caller has it; where nothing of the scan is as vivid as `worthLooking`, its peak is not sought
 * between the steps. Scanned every 0.6 stop (1.2 far below), its ends and the peak refined to 0.001 stop.
 */
export function vividWindow(zone: Zone, v: (stops: number) => number = zoneVividness(zone), worthLooking = 0): ZoneWindow {
  const ceilingStops = Math.min(HIGHEST_STOPS, zoneFirstClip(zone, CLIP_MARGIN_STOPS).stops);
  const bottom = OPEN_BELOW_STOPS - SCAN_STEP_STOPS;
  if (!(ceilingStops > bottom)) return { window: null, best: null, ceilingStops: -Infinity };
  const coarse = Math.floor(Math.max(0, Math.min(ceilingStops, FINE_FROM_STOPS) - bottom) / COARSE_STEP_STOPS);
  const fineFrom = bottom + coarse * COARSE_STEP_STOPS;
  const count = coarse + Math.ceil((ceilingStops - fineFrom) / SCAN_STEP_STOPS);
  const at = (i: number) =>
    i >= count ? ceilingStops : i <= coarse ? bottom + i * COARSE_STEP_STOPS : fineFrom + (i - coarse) * SCAN_STEP_STOPS;

  let best = { stops: bottom, vividness: -1 };
  let bestIndex = 0;
  let longest: { low: number; high: number } | null = null;
  let runStart = -1;
  const closeRun = (start: number, end: number) => {
    const low = start === 0 ? bottom : edge(v, at(start - 1), at(start));
    const high = end >= count ? ceilingStops : edge(v, at(end + 1), at(end));
    if (!longest || high - low > longest.high - longest.low + EDGE_PRECISION_STOPS) longest = { low, high };
  };
  for (let i = 0; i <= count; i++) {
    const here = v(at(i));
    if (here > best.vividness) [best, bestIndex] = [{ stops: at(i), vividness: here }, i];
    if (here >= VIVID && runStart < 0) runStart = i;
    if (here < VIVID && runStart >= 0) {
      closeRun(runStart, i - 1);
      runStart = -1;
    }
  }
  if (runStart >= 0) closeRun(runStart, count);
  if (!longest && best.vividness >= worthLooking) {
    const [from, to] = [at(Math.max(0, bestIndex - 1)), at(Math.min(count, bestIndex + 1))];
    best = peak(v, from, to, best);
    if (best.vividness >= VIVID)
      longest = { low: edge(v, from, best.stops), high: v(to) >= VIVID ? to : edge(v, to, best.stops) };
  }
  return { window: longest && asWindow(longest), best, ceilingStops };
}

function asWindow({ low, high }: { low: number; high: number }): VividWindow {
  const lowOpen = low < OPEN_BELOW_STOPS;
  return { lowStops: lowOpen ? OPEN_BELOW_STOPS : low, highStops: high, lowOpen };
}

/** More than halving alone would take. */
const MOST_STEPS = 40;
const BESIDE_STOPS = 0.8 * EDGE_PRECISION_STOPS;

/** The place between `outside` (V under 0.85) and `inside` (V at least 0.85) where V crosses. */
function edge(v: (stops: number) => number, outside: number, inside: number): number {
  let [out, inn] = [outside, inside];
  let [low, high] = [v(out) - VIVID, v(inn) - VIVID];
  const take = (at: number): boolean => {
    const here = v(at) - VIVID;
    if (here >= 0) [inn, high] = [at, here];
    else [out, low] = [at, here];
    return here >= 0;
  };
  // Regula falsi with halved weights (the Illinois rule): V is smooth here, so few steps do.
  let [last, before] = [0, NaN];
  for (let step = 0; step < MOST_STEPS && Math.abs(inn - out) > EDGE_PRECISION_STOPS; step++) {
    const guess = high > low ? inn - (high * (inn - out)) / (high - low) : (inn + out) / 2;
    const vivid = take(guess);
    if (vivid && last === 1) low /= 2;
    if (!vivid && last === -1) high /= 2;
    last = vivid ? 1 : -1;
    if (Math.abs(guess - before) < EDGE_PRECISION_STOPS / 2) {
      // Hardly moved: either the crossing is beside it, which the next step closes in, or V is flat there and halving goes on.
      const beside = guess + Math.sign((vivid ? out : inn) - guess) * BESIDE_STOPS;
      if (take(beside) === vivid) take((inn + out) / 2);
      last = 0;
    }
    before = guess;
  }
  return inn;
}

function peak(v: (stops: number) => number, low: number, high: number, known: { stops: number; vividness: number }) {
  // Golden section: of the two places inside, one is the other's of the step before.
  const ratio = (Math.sqrt(5) - 1) / 2;
  let [a, b] = [low, high];
  let best = known;
  const seen = (stops: number) => {
    const here = { stops, vividness: v(stops) };
    if (here.vividness > best.vividness) best = here;
    return here;
  };
  let c = seen(b - ratio * (b - a));
  let d = seen(a + ratio * (b - a));
  while (b - a > EDGE_PRECISION_STOPS) {
    if (c.vividness > d.vividness) {
      [b, d] = [d.stops, c];
      c = seen(b - ratio * (b - a));
    } else {
      [a, c] = [c.stops, d];
      d = seen(a + ratio * (b - a));
    }
  }
  return best;
}

/** d: 0 at the deep end of the window, 1 at its brilliant end; beyond these when outside it. */
export function placeInWindow(window: VividWindow, stops: number): number {
  return (stops - window.lowStops) / (window.highStops - window.lowStops);
}
