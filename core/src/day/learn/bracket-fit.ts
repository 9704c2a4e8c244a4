import { decodeSrgb, encodeSrgb } from '../../colour/rgb';
import { InputError } from '../../errors';
import { MID_GREY } from '../../exposure/meter';
import { solveLinear } from '../../linear';
import type { FramePixels } from '../frame/measure';

/** One frame of a bracket: how much brighter it was exposed than the one that is called 0, stops. */
export interface BracketPicture {
  readonly pixels: FramePixels;
  readonly stops: number;
}

/** One place and channel over the frames in which it can be read. */
export interface Sample {
  readonly group: number;
  readonly frames: readonly number[];
  readonly values: readonly number[];
}

/** Knots of the deviation over the recorded values. */
const KNOTS = 36;
/** A second difference of the deviation between three knots is expected within this, stops. */
const BEND = 0.05;
/** Less where knots lie closer: by this power of their distance. */
const BENDS_CLOSER = 0.8;
/** Shutters and irises keep their marks to about this, stops. */
const EXPOSURE = 0.03;
/** And their whole range to this share: it is what a stop is measured by. */
const SCALE = 0.002;
/** A block's mean value is good to this, encoded; and no light stands stiller than this, stops. */
const [VALUE_NOISE, STILL] = [0.0025, 0.008];
const ROUNDS = 4;
/** Places are put into so many groups, by which the uncertainty is told. */
export const GROUPS = 8;
/** Residuals of more standard deviations than this are left out. */
const OUTLIER = 3.5;

/** The straight line: linear light in proportion to the decoded value, mid-grey at its own value. Stops. */
const straight = (value: number): number => Math.log2(decodeSrgb(value) / MID_GREY);
const GREY_VALUE = encodeSrgb(MID_GREY);

/** Knots lie closer towards the top, where a curve flattens. */
const CLOSER = 1.6;

/** Where a value lies between the knots: the one under it, and its share of the way to the next. */
function placeOf(value: number, ceiling: number): readonly [knot: number, share: number] {
  const from = 1 - Math.min(1, Math.max(0, value / ceiling));
  const place = (1 - from ** (1 / CLOSER)) * (KNOTS - 1);
  const knot = Math.min(KNOTS - 2, Math.floor(place));
  const [low, high] = [valueAt(knot, ceiling), valueAt(knot + 1, ceiling)];
  return [knot, Math.min(1, Math.max(0, (value - low) / (high - low)))];
}

const valueAt = (knot: number, ceiling: number): number => ceiling * (1 - (1 - knot / (KNOTS - 1)) ** CLOSER);

/** The linear output that a value was recorded from, stops from mid-grey. */
export function curveAt(deviations: ArrayLike<number>, ceiling: number, value: number): number {
  const [knot, share] = placeOf(value, ceiling);
  return straight(value) + deviations[knot]! * (1 - share) + deviations[knot + 1]! * share;
}

export interface CurveFit {
  /** By knot, then what each frame's exposure differs by. */
  readonly deviations: readonly number[];
  readonly exposures: readonly number[];
  readonly residual: number;
  /** Mean residual by frame, for saying which does not fit. */
  readonly byFrame: readonly number[];
  readonly topDeviation: number;
}

/** Normal equations over the knots and the frames, row by row with the right side last; the light of each place is taken out beforehand. */
type Normal = Float64Array;

const emptyNormal = (n: number): Normal => new Float64Array(n * (n + 1));

/** What is known while a fit is looked for. */
interface State {
  readonly frames: readonly BracketPicture[];
  readonly ceiling: number;
  /** Deviations by knot, then of the exposures. */
  readonly found: readonly number[];
}

/**
 * Gauss-Newton on the recorded values: what is small is how far a value lies from where the curve would record it, not how far the light is, which would
 * draw the curve together wherever values are noisy.
 */
export function fitted(samples: readonly Sample[], frames: readonly BracketPicture[], ceiling: number): CurveFit {
  const n = KNOTS + frames.length;
  const prior = priorOf(frames, ceiling);
  let state: State = { frames, ceiling, found: new Array<number>(n).fill(0) };
  let kept: readonly (readonly boolean[])[] = [];
  let groups: Normal[] = [];
  for (let round = 0; round < ROUNDS; round++) {
    groups = Array.from({ length: GROUPS }, () => emptyNormal(n));
    samples.forEach((sample, i) => addSample(groups[sample.group]!, sample, state, kept[i]));
    const step = solved([leaning(prior, state.found), ...groups], n);
    state = { ...state, found: state.found.map((v, i) => v + step[i]!) };
    const limit = OUTLIER * scatter(samples, state);
    kept = samples.map((sample) => residualsOf(sample, state).map((r) => Math.abs(r.scaled) < limit));
  }
  const residuals = samples.flatMap((sample, i) =>
    residualsOf(sample, state).flatMap((r, k) => (kept[i]![k] ? [{ ...r, frame: sample.frames[k]! }] : [])),
  );
  const square = (list: readonly { readonly stops: number }[]) => list.reduce((sum, { stops }) => sum + stops * stops, 0);
  const freedom = Math.max(1, residuals.length - samples.length - n);
  const chi = residuals.reduce((sum, { scaled }) => sum + scaled * scaled, 0) / freedom;
  return {
    deviations: state.found.slice(0, KNOTS),
    exposures: state.found.slice(KNOTS),
    residual: Math.sqrt(square(residuals) / Math.max(1, residuals.length)),
    byFrame: frames.map((_, j) => {
      const own = residuals.filter(({ frame }) => frame === j);
      return Math.sqrt(square(own) / Math.max(1, own.length));
    }),
    topDeviation: Math.hypot(jackknife(groups, prior, n), Math.sqrt(variance([prior, ...groups], n) * Math.max(1, chi))),
  };
}

/**
 * That the deviation bends little, that exposures are nearly what they are said to be and true on the whole, and that mid-grey is recorded at its own
 * value: as readings of nothing, their right side 0.
 */
function priorOf(frames: readonly BracketPicture[], ceiling: number): Normal {
  const n = KNOTS + frames.length;
  const normal = emptyNormal(n);
  const add = (entries: readonly (readonly [at: number, weight: number])[], sigma: number) => {
    for (const [i, a] of entries) for (const [j, b] of entries) normal[i * (n + 1) + j]! += (a * b) / sigma ** 2;
  };
  for (let k = 1; k < KNOTS - 1; k++)
    add(
      [
        [k - 1, 1],
        [k, -2],
        [k + 1, 1],
      ],
      BEND * Math.min(1, ((valueAt(k + 1, ceiling) - valueAt(k - 1, ceiling)) * (KNOTS - 1)) / (2 * ceiling)) ** BENDS_CLOSER,
    );
  frames.forEach((_, j) => add([[KNOTS + j, 1]], EXPOSURE));
  const mean = frames.reduce((sum, { stops }) => sum + stops, 0) / frames.length;
  const spread = frames.reduce((sum, { stops }) => sum + (stops - mean) ** 2, 0);
  add(
    frames.map(({ stops }, j) => [KNOTS + j, (stops - mean) / spread] as const),
    SCALE,
  );
  const [knot, share] = placeOf(GREY_VALUE, ceiling);
  add(
    [
      [knot, 1 - share],
      [knot + 1, share],
    ],
    1e-4,
  );
  return normal;
}

/** The prior for a step from what was found so far. */
function leaning(prior: Normal, found: readonly number[]): Normal {
  const n = found.length;
  const normal = prior.slice();
  for (let i = 0; i < n; i++) for (let j = 0; j < n; j++) normal[i * (n + 1) + n]! -= prior[i * (n + 1) + j]! * found[j]!;
  return normal;
}

/** How steeply the curve stands at a value, stops; what the value is good to, stops; and how much of that goes with the steepness. */
function sigmaAt(
  { found, ceiling }: State,
  value: number,
): { readonly slope: number; readonly sigma: number; readonly share: number } {
  const [knot] = placeOf(value, ceiling);
  const step = 0.002;
  const own = (straight(value + step) - straight(value - step)) / (2 * step);
  const width = valueAt(knot + 1, ceiling) - valueAt(knot, ceiling);
  const slope = Math.max(0.5, own + (found[knot + 1]! - found[knot]!) / width);
  const sigma = Math.hypot(VALUE_NOISE * slope, STILL);
  return { slope, sigma, share: ((VALUE_NOISE * slope) / sigma) ** 2 };
}

/** What the curve leaves of one place: its values against their own mean, stops, and in their own standard deviations. */
function residualsOf({ frames: seen, values }: Sample, state: State): Residual[] {
  const { frames, ceiling, found } = state;
  const light = values.map((value, k) => curveAt(found, ceiling, value) - frames[seen[k]!]!.stops - found[KNOTS + seen[k]!]!);
  const sigmas = values.map((value) => sigmaAt(state, value));
  let [total, mean] = [0, 0];
  sigmas.forEach(({ sigma }, k) => {
    total += sigma ** -2;
    mean += light[k]! * sigma ** -2;
  });
  return light.map((one, k) => ({ ...sigmas[k]!, stops: one - mean / total, scaled: (one - mean / total) / sigmas[k]!.sigma }));
}

interface Residual {
  readonly slope: number;
  readonly sigma: number;
  readonly share: number;
  readonly stops: number;
  readonly scaled: number;
}

/** Adds one place: each of its values as a row over two knots and its frame, less the mean of them all. */
function addSample(normal: Normal, sample: Sample, state: State, kept: readonly boolean[] | undefined): void {
  const { ceiling, found } = state;
  const n = found.length;
  const rows = residualsOf(sample, state).flatMap((residual, k) => {
    if (kept && !kept[k]) return [];
    const [knot, share] = placeOf(sample.values[k]!, ceiling);
    // A steeper curve makes the same miss of a value a larger one of light: that is no gain.
    const width = valueAt(knot + 1, ceiling) - valueAt(knot, ceiling);
    const steeper = (residual.share * residual.stops) / (width * residual.slope);
    return [
      {
        at: [knot, knot + 1, KNOTS + sample.frames[k]!, n],
        of: [1 - share + steeper, share - steeper, -1, -residual.stops],
        weight: residual.sigma ** -2,
      },
    ];
  });
  if (rows.length < 2) return;
  const total = rows.reduce((sum, { weight }) => sum + weight, 0);
  const mean = new Float64Array(n + 1);
  for (const { at, of, weight } of rows) at.forEach((i, k) => (mean[i]! += (weight / total) * of[k]!));
  const touched = [...new Set(rows.flatMap(({ at }) => at))];
  const row = new Float64Array(n + 1);
  for (const { at, of, weight } of rows) {
    for (const i of touched) row[i] = -mean[i]!;
    at.forEach((i, k) => (row[i]! += of[k]!));
    for (const i of touched) if (i < n) for (const j of touched) normal[i * (n + 1) + j]! += weight * row[i]! * row[j]!;
  }
}

function solved(parts: readonly Normal[], n: number): number[] {
  const found = solveLinear(rowsOf(parts, n), 1e-9);
  if (!found)
    throw new InputError('frames', 'The frames do not determine a curve. Add frames between them, a stop apart or less.');
  return found;
}

function rowsOf(parts: readonly Normal[], n: number): number[][] {
  return Array.from({ length: n }, (_, i) =>
    Array.from({ length: n + 1 }, (__, j) => parts.reduce((sum, part) => sum + part[i * (n + 1) + j]!, 0)),
  );
}

/** The knot under the ceiling, by which the uncertainty of the top is told: the last one is beyond what is read. */
const TOP = KNOTS - 2;

/** Variance of the deviation at the top. */
function variance(parts: readonly Normal[], n: number): number {
  const unit = rowsOf(parts, n).map((row, i) => [...row.slice(0, n), i === TOP ? 1 : 0]);
  return Math.max(0, solveLinear(unit, 1e-9)?.[TOP] ?? 1);
}

/** How far the deviation at the top would move with groups of places left out: its standard deviation. */
function jackknife(groups: readonly Normal[], prior: Normal, n: number): number {
  const all = solved([prior, ...groups], n)[TOP]!;
  const without = groups.map((_, g) => solved([prior, ...groups.filter((__, k) => k !== g)], n)[TOP]!);
  return Math.sqrt(((GROUPS - 1) / GROUPS) * without.reduce((sum, one) => sum + (one - all) ** 2, 0));
}

/** A robust standard deviation of the scaled residuals. */
function scatter(samples: readonly Sample[], state: State): number {
  const all = samples.flatMap((sample) => residualsOf(sample, state).map(({ scaled }) => Math.abs(scaled))).sort((a, b) => a - b);
  return Math.max(0.5, 1.4826 * all[all.length >> 1]!);
}
