import { invertCurve, linearOutputInto, type Camera } from '../../camera/camera';
import { turnBetweenDeg } from '../../colour/hue';
import { chromaOf, hueDegOf, oklabOf } from '../../colour/oklab';
import { AMBIENT_ID } from '../../scene/ambient';
import type { Channels, PatchParts } from '../../picture/patches';
import { gaussNewton } from '../../gauss-newton';
import type { Square } from './small';

/** One place of a plan and of the frame laid on it. */
export interface Place {
  /** Which of the cells it is. */
  readonly cell: number;
  /** 0 to 1 in the frame. */
  readonly at: readonly [number, number];
  readonly parts: PatchParts['lights'];
  readonly plan: Square;
  readonly frame: Square;
  /** A person put a mark there. */
  readonly sure: boolean;
}

/** What is known of a light before a frame is looked at. */
export interface Expected {
  readonly id: string;
  /** Stops by which the camera's settings in the file change it against the plan. */
  readonly knownStops: number;
  /** How far its colour may lie from the plan's, mired: full-colour and dimmed lamps drift. */
  readonly priorMired: number;
}

/** How one light came out against the plan. */
export interface LightFound {
  readonly id: string;
  readonly offStops: number;
  readonly uncertainStops: number;
  readonly miredShift: number;
}

/** What all places together say. */
export interface Estimate {
  readonly lights: readonly LightFound[];
  /** All lights together, stops: exposure, development. What the file tells of it is in it. */
  readonly overallStops: number;
  /** The same without what the file tells. */
  readonly untoldStops: number;
  /** Deviation of what the lights do not explain, in units of what a reading is good to: about 1 where frame and plan belong together. */
  readonly misfit: number;
  /** How much steeper the frame runs from dark to bright than the camera does, 0 where alike. */
  readonly contrast: number;
  /** Mean turn of hue from plan to frame, degrees, where both are coloured; null where they are not. Lights that are off turn it little. */
  readonly hueOffDeg: number | null;
  /** How many values were held against the plan. */
  readonly values: number;
}

/** Recorded values outside these say little: noise and veil below, clip above. */
const [LOWEST, HIGHEST] = [0.004, 0.9];
const CLIPPED = 0.02;
/** A reading is good to so many stops, and over edges and texture to less. */
const [READING_STOPS, SPREAD_COUNTS, SURE_STOPS] = [0.12, 4, 0.08];
/** What files do to the dark, of full scale times stops: a channel of 0.004 is then good to a quarter of a stop at best. */
const DARK_NOISE = 0.001;
const HUBER = 1.5;
const [LIGHT_STOPS, AMBIENT_STOPS, GAIN_STOPS] = [1.2, 0.6, 0.35];
const [VIGNETTE_STOPS, WHITE_MIRED, CONTRAST] = [0.3, 8, 0.06];
/** Most lights are as planned: deviation of one from all, stops, at which it is believed rather than the camera blamed. */
const ONE_LIGHT_STOPS = 0.4;
/** Places lie close together and err alike: fewer count than there are. */
const ALIKE = 1.7;
const LEAST_SIGMA = 0.07;
/** What is left over of a frame of the plan itself, in the same units as a reading's own deviation. */
const USUAL_MISFIT = 0.25;
const USUAL_LIKENESS = 0.8;
/** Stops that a mired changes red and blue by against green, along black bodies: c2 (1/lambda - 1/545 nm) / ln 2, at 605, 545, 455 nm. */
const STOPS_PER_MIRED: Channels = [0.00378, 0, -0.00753];
const COLOURED_FROM = 0.05;

interface Row {
  readonly measured: number;
  readonly parts: readonly number[];
  readonly channel: number;
  /** What the plan's picture has besides its lights' sum: focus, veil, stops. */
  readonly besides: number;
  /** Squared distance from the middle, 1 in the corners. */
  readonly corner: number;
  readonly sigma: number;
}

/** log2 of every light's gain, so that their sum at all places meets the frame. Where edges hardly lie on edges, places are mixed up, and all is less sure. */
export function estimate(camera: Camera, places: readonly Place[], expected: readonly Expected[], likeness: number): Estimate {
  const rows = places.flatMap((place) => rowsOf(camera, place, expected));
  const n = expected.length;
  const modelOf = (v: Float64Array) => {
    // Each light's gain in each channel, once for all places.
    const gains = STOPS_PER_MIRED.map((perMired) =>
      expected.map(({ knownStops }, l) => 2 ** (v[l]! + knownStops + perMired * v[n + l]!)),
    );
    const vignette = v[2 * n]!;
    const white = v[2 * n + 1]!;
    const contrast = v[2 * n + 2]!;
    return ({ channel, measured, parts, besides, corner }: Row) => {
      const gain = gains[channel]!;
      let sum = 0;
      for (let l = 0; l < n; l++) sum += parts[l]! * gain[l]!;
      const level = Math.log2(Math.max(1e-6, sum)) + besides;
      return level - vignette * corner + STOPS_PER_MIRED[channel]! * white - contrast * (measured - MIDDLE);
    };
  };
  const residuals = (v: Float64Array) => {
    const model = modelOf(v);
    return rows.map((row) => huber((model(row) - row.measured) / row.sigma));
  };
  const priors = [
    ...expected.map(({ id }) => (id === AMBIENT_ID ? AMBIENT_STOPS : LIGHT_STOPS)),
    ...expected.map(({ priorMired }) => priorMired),
    VIGNETTE_STOPS,
    WHITE_MIRED,
    CONTRAST,
  ];
  const { values, deviations } = gaussNewton(residuals, priors);
  const model = modelOf(values);
  const left = rows.map((row) => Math.abs(model(row) - row.measured) / row.sigma).sort((a, b) => a - b);
  const misfit = left.length ? 1.4826 * left[Math.floor(left.length / 2)]! : 0;
  const widened = Math.max(1, misfit / USUAL_MISFIT) * (1 + Math.max(0, USUAL_LIKENESS - likeness));
  const totals = expected.map((_, l) => ({
    stops: values[l]!,
    sigma: Math.hypot(LEAST_SIGMA, deviations[l]! * ALIKE) * widened,
  }));
  const common = commonStops(totals.filter((_, l) => expected[l]!.id !== AMBIENT_ID));
  const known = medianOf(expected.map(({ knownStops }) => knownStops));
  return {
    lights: expected.map(({ id }, l) => ({
      id,
      offStops: totals[l]!.stops - common,
      uncertainStops: Math.min(LIGHT_STOPS, totals[l]!.sigma),
      miredShift: values[n + l]!,
    })),
    overallStops: common + known,
    untoldStops: common,
    misfit,
    contrast: -values[2 * n + 2]!,
    hueOffDeg: hueOff(places, rows.length > 0),
    values: rows.length,
  };
}

const MIDDLE = Math.log2(0.18);

function rowsOf(camera: Camera, { at, parts, plan, frame, sure }: Place, expected: readonly Expected[]): Row[] {
  const linear = new Float64Array(3);
  const outputs = expected.map(({ id }) => {
    const raw = parts.find((part) => part.id === id)?.raw ?? [0, 0, 0];
    linearOutputInto(linear, camera, ...(raw as [number, number, number]));
    return [...linear];
  });
  const corner = 2 * ((at[0] - 0.5) ** 2 + (at[1] - 0.5) ** 2);
  const spread = Math.max(plan.spread, frame.spread);
  return [0, 1, 2].flatMap((channel): Row[] => {
    const value = frame.linear[channel]!;
    const there = plan.linear[channel]!;
    if (value < LOWEST || value > HIGHEST || frame.clipped[channel]! > CLIPPED) return [];
    const own = outputs.map((out) => out[channel]!);
    const sum = own.reduce((all, part) => all + part, 0);
    if (sum < LOWEST / 2) return [];
    const holds = there > LOWEST && there < HIGHEST && plan.clipped[channel]! <= CLIPPED;
    const besides = holds ? Math.log2(invertCurve(camera, there) / sum) : 0;
    // Mixed with what the lights' sum does not have: an edge out of focus, a hot spot.
    if (Math.abs(besides) > 0.7) return [];
    return [
      {
        measured: Math.log2(invertCurve(camera, value)),
        parts: own,
        channel,
        besides,
        corner,
        sigma: Math.hypot((sure ? SURE_STOPS : READING_STOPS) * (1 + SPREAD_COUNTS * spread), DARK_NOISE / value),
      },
    ];
  });
}

/** A residual whose square grows evenly beyond `HUBER`: what does not belong there pulls no more than that. */
function huber(r: number): number {
  const size = Math.abs(r);
  return size <= HUBER ? r : Math.sign(r) * Math.sqrt(HUBER * (2 * size - HUBER));
}

/**
 * What all lights have in common is the camera's, and the rest is theirs: the least of sum |total - common| / scale + common^2 / 2 prior^2.
 * Most lights being as planned, one that is off leaves the others where they are.
 */
function commonStops(totals: readonly { readonly stops: number; readonly sigma: number }[]): number {
  const cost = (common: number) =>
    totals.reduce((sum, { stops, sigma }) => sum + Math.abs(stops - common) / Math.hypot(ONE_LIGHT_STOPS, sigma), 0) +
    common ** 2 / (2 * GAIN_STOPS ** 2);
  let best = { common: 0, cost: cost(0) };
  for (let common = -2; common <= 2; common += 0.005) {
    const found = cost(common);
    if (found < best.cost - 1e-9) best = { common, cost: found };
  }
  return best.common;
}

function medianOf(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted.length ? sorted[Math.floor(sorted.length / 2)]! : 0;
}

/** Hues of a frame turn little by how strong its lights are, and much where it is not of this plan. */
function hueOff(places: readonly Place[], any: boolean): number | null {
  if (!any) return null;
  let [turned, weight] = [0, 0];
  for (const { plan, frame } of places) {
    if (Math.max(...frame.clipped, ...plan.clipped) > CLIPPED) continue;
    const [a, b] = [oklabOf(...plan.linear), oklabOf(...frame.linear)];
    const w = Math.min(chromaOf(a), chromaOf(b));
    if (w < COLOURED_FROM) continue;
    turned += w * Math.abs(turnBetweenDeg(hueDegOf(a), hueDegOf(b)));
    weight += w;
  }
  return weight > 0 ? turned / weight : null;
}
