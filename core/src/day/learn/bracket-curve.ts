import { monotone, type ToneSamples } from '../../camera/tone';
import { encodeSrgb } from '../../colour/rgb';
import { InputError } from '../../errors';
import { middleOfFrame, type FramePixels } from '../frame/measure';
import { blocksOf, ceilingOf, type Block } from './bracket-blocks';
import { curveAt, fitted, GROUPS, type BracketPicture, type CurveFit, type Sample } from './bracket-fit';

/**
 * A camera's recording curve from a bracket of any scene that stood still: what one place is recorded as at several exposures says how
 * values follow light, whatever the place is. After Debevec and Malik (SIGGRAPH 97), as a deviation from the straight line.
 */

export interface BracketCurve {
  readonly tone: ToneSamples;
  /** Linear output at which the highest value comes, stops over mid-grey: the headroom of the file. */
  readonly headroomStops: number;
  /** Standard deviation there, stops. */
  readonly deviation: number;
  /** Root mean square of what the curve leaves unexplained, stops. */
  readonly residualStops: number;
  /** What each frame's exposure came out as, beside what it was said to be, stops. */
  readonly exposures: readonly { readonly stops: number; readonly found: number }[];
  /** How many places were read. */
  readonly places: number;
}

const FEWEST_FRAMES = 3;
export const MOST_BRACKET_FRAMES = 15;
const LEAST_SPAN_STOPS = 2;
const [DARKEST, BELOW_CEILING] = [0.02, 0.004];
/** With more left unexplained than this the frames are not of one scene with one curve, stops. */
const MOST_RESIDUAL = 0.15;
const KNOTS_OUT = 28;

/**
 * @param frames 3 to 15 of one size and framing, spread over 2 stops and more; the brightest with something that clips.
 * @param greyFrame the frame whose middle shows a grey card as it was metered, or null: the curve is then laid so that mid-grey is
 * recorded at its own value.
 * @throws InputError saying what is missing.
 */
export function curveFromBracket(frames: readonly BracketPicture[], greyFrame: number | null = null): BracketCurve {
  checkFrames(frames);
  const blocks = blocksOf(frames.map(({ pixels }) => pixels));
  const ceiling = ceilingOf(
    blocks,
    frames.map(({ stops }) => stops),
  );
  const samples = samplesOf(blocks, ceiling);
  checkRange(samples, ceiling);
  const fit = fitted(samples, frames, ceiling);
  if (fit.residual > MOST_RESIDUAL) throw unlike(fit, frames);
  checkExposures(fit, frames);
  const grey = greyFrame === null ? 0 : curveAt(fit.deviations, ceiling, greyValue(frames[greyFrame]!.pixels));
  const tone = toneFrom(fit.deviations, ceiling, lowestOf(samples), grey);
  return {
    tone,
    headroomStops: tone.stops.at(-1)!,
    deviation: fit.topDeviation,
    residualStops: fit.residual,
    exposures: frames.map(({ stops }, j) => ({ stops, found: stops + fit.exposures[j]! })),
    places: samples.length,
  };
}

function checkFrames(frames: readonly BracketPicture[]): void {
  if (frames.length < FEWEST_FRAMES || frames.length > MOST_BRACKET_FRAMES)
    throw new InputError(
      'frames',
      `A bracket has ${FEWEST_FRAMES} to ${MOST_BRACKET_FRAMES} frames; there are ${frames.length}.`,
    );
  const [first] = frames;
  frames.forEach(({ pixels, stops }, i) => {
    if (pixels.width !== first!.pixels.width || pixels.height !== first!.pixels.height)
      throw new InputError(
        `frames[${i}]`,
        'The frames of a bracket must be of one size: the same camera, upright or level, all through.',
      );
    if (!Number.isFinite(stops)) throw new InputError(`frames[${i}].stops`, 'Say how many stops this frame is from the first.');
  });
  const stops = frames.map((frame) => frame.stops);
  const span = Math.max(...stops) - Math.min(...stops);
  if (!(span >= LEAST_SPAN_STOPS))
    throw new InputError(
      'frames',
      `The exposures lie ${span.toFixed(1)} stops apart; a curve needs ${LEAST_SPAN_STOPS} or more from the darkest to the brightest.`,
    );
}

/** Blocks by channel where they can be read: over the dark, under the ceiling in all channels, in two frames or more. */
function samplesOf(blocks: readonly Block[], ceiling: number): Sample[] {
  return blocks.flatMap((block, b) =>
    [0, 1, 2].flatMap((c): Sample[] => {
      const frames = block.flatMap((read, j) =>
        read && Math.max(...read) < ceiling - BELOW_CEILING && read[c]! > DARKEST ? [j] : [],
      );
      return frames.length < 2 ? [] : [{ group: b % GROUPS, frames, values: frames.map((j) => block[j]![c]!) }];
    }),
  );
}

const FEWEST_SAMPLES = 60;
const [REACHES_DOWN, REACHES_UP] = [0.25, 0.85];

function checkRange(samples: readonly Sample[], ceiling: number): void {
  if (samples.length < FEWEST_SAMPLES)
    throw new InputError(
      'frames',
      'Too little in the frames is plain enough to read. Take a scene with larger even surfaces, in focus or not.',
    );
  const values = samples.flatMap(({ values: read }) => read);
  if (lowestOf(samples) > REACHES_DOWN)
    throw new InputError('frames', 'Nothing in the frames is dark: add frames that are exposed less.');
  if (Math.max(...values) < REACHES_UP * ceiling)
    throw new InputError(
      'frames',
      'Nothing in the frames comes near white without clipping: add frames between the brightest two.',
    );
}

function lowestOf(samples: readonly Sample[]): number {
  const values = samples.flatMap(({ values: read }) => read).sort((a, b) => a - b);
  return values[Math.floor(0.01 * values.length)]!;
}

/** The curve as values against stops: rising all through, in even steps of stops. */
function toneFrom(deviations: readonly number[], ceiling: number, lowest: number, grey: number): ToneSamples {
  const GRID = 400;
  const top = ceiling - HALF_A_STEP;
  const values = Array.from({ length: GRID + 1 }, (_, i) => lowest + ((top - lowest) * i) / GRID);
  const stops = risen(values.map((value) => curveAt(deviations, ceiling, value) - grey));
  const valueAt = monotone(stops, values);
  const [from, to] = [stops[0]!, stops.at(-1)!];
  const knots = Array.from({ length: KNOTS_OUT }, (_, i) => from + ((to - from) * i) / (KNOTS_OUT - 1));
  const rounded = knots.map((stop) => Number(stop.toFixed(4)));
  return {
    stops: rounded,
    values: rounded.map((stop, i) => Number((i === KNOTS_OUT - 1 ? ceiling : valueAt(stop)).toFixed(5))),
  };
}

/** What is recorded as the highest value of 8 bits begins half a step under it. */
const HALF_A_STEP = 0.5 / 255;
const LEAST_RISE = 1e-5;

/** The nearest list that rises all through: neighbours that fall are taken together (pool of adjacent violators). */
function risen(list: readonly number[]): number[] {
  const pools: { sum: number; count: number }[] = [];
  for (const value of list) {
    pools.push({ sum: value, count: 1 });
    while (pools.length > 1) {
      const [before, last] = [pools.at(-2)!, pools.at(-1)!];
      if (before.sum / before.count <= last.sum / last.count) break;
      pools.splice(-2, 2, { sum: before.sum + last.sum, count: before.count + last.count });
    }
  }
  return pools.flatMap(({ sum, count }) => new Array<number>(count).fill(sum / count)).map((value, i) => value + i * LEAST_RISE);
}

/** Encoded value of the middle of a frame, of its green: what a card there was recorded as. */
function greyValue(frame: FramePixels): number {
  const value = encodeSrgb(middleOfFrame(frame)[1]);
  if (value < 0.1 || value > 0.95)
    throw new InputError(
      'greyFrame',
      'The middle of the frame of the card is black or white: choose the frame that was metered on the card.',
    );
  return value;
}

/** More than this a frame's exposure cannot be off by itself, stops. */
const MOST_OFF = 0.25;

function checkExposures({ exposures }: CurveFit, frames: readonly BracketPicture[]): void {
  const worst = exposures.reduce((most, off, j) => (Math.abs(off) > Math.abs(exposures[most]!) ? j : most), 0);
  const off = exposures[worst]!;
  if (Math.abs(off) <= MOST_OFF) return;
  throw new InputError(
    `frames[${worst}]`,
    `The frame at ${frames[worst]!.stops.toFixed(1)} comes out ${Math.abs(off).toFixed(1)} stops ${off > 0 ? 'brighter' : 'darker'} than that. Did the light or the sensitivity change, or is its stop wrong?`,
  );
}

function unlike({ byFrame, residual }: CurveFit, frames: readonly BracketPicture[]): InputError {
  const worst = byFrame.indexOf(Math.max(...byFrame));
  return new InputError(
    `frames[${worst}]`,
    `The frames do not fit one curve: ${residual.toFixed(2)} stop is left over, most in the one at ${frames[worst]!.stops.toFixed(1)}. Did the light, the framing or the white change, or is a stop wrong?`,
  );
}
