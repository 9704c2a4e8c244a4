import { decodeSrgb } from '../colour/rgb';
import { InputError } from '../errors';
import { MID_GREY } from '../exposure/meter';
import { kept } from '../kept';

/**
 * A recording curve as it was learned from a camera's own pictures: recorded values (sRGB encoded, 0 to 1) against linear output in
 * stops from mid-grey (0.18). Between its knots it runs monotone; under the first it falls to black in proportion to the light; at the
 * last it has its highest value, and clips.
 */
export interface ToneSamples {
  readonly stops: readonly number[];
  readonly values: readonly number[];
}

/** A curve ready to record with: recorded linear values at x = (i / last)^2 outputClip. */
export interface Tone {
  readonly key: string;
  readonly outputClip: number;
  readonly table: Float64Array;
}

export const MOST_KNOTS = 64;
const FEWEST_KNOTS = 3;
const STEPS = 4096;

/** The linear output at which a curve has its highest value. */
export const toneClip = ({ stops }: ToneSamples): number => MID_GREY * 2 ** stops.at(-1)!;

/** @throws InputError naming the list that is wrong, and how. */
export function checkTone({ stops, values }: ToneSamples): void {
  if (stops.length < FEWEST_KNOTS || stops.length > MOST_KNOTS || values.length !== stops.length)
    throw new InputError('stops', `A curve has ${FEWEST_KNOTS} to ${MOST_KNOTS} stops and as many values.`);
  stops.forEach((stop, i) => {
    if (!(stop >= -20 && stop <= 20) || (i > 0 && !(stop > stops[i - 1]!)))
      throw new InputError(`stops[${i}]`, 'The stops of a curve rise from one to the next, between -20 and 20.');
  });
  values.forEach((value, i) => {
    if (!(value >= 0 && value <= 1) || (i > 0 && !(value >= values[i - 1]!)))
      throw new InputError(`values[${i}]`, 'The values of a curve never fall, and lie between 0 and 1.');
  });
  if (!(values.at(-1)! > values[0]!))
    throw new InputError('values', 'The curve is flat: its last value must lie over its first.');
}

const tones = kept<Tone>(24);

/**
 * A curve for a camera whose white clips at `whiteClip`: where that comes first, what white gives there becomes as bright as the curve's
 * own highest value.
 */
export function toneOf(samples: ToneSamples, whiteClip: number): Tone {
  const outputClip = Math.min(toneClip(samples), whiteClip);
  const key = JSON.stringify([samples.stops, samples.values, outputClip]);
  return tones(key, () => ({ key, outputClip, table: tableOf(samples, outputClip) }));
}

function tableOf(samples: ToneSamples, outputClip: number): Float64Array {
  const { stops, values } = samples;
  const encoded = monotone(stops, values);
  const first = { x: MID_GREY * 2 ** stops[0]!, value: decodeSrgb(values[0]!) };
  const highest = decodeSrgb(values.at(-1)!);
  const at = (x: number) => (x <= first.x ? (first.value * x) / first.x : decodeSrgb(encoded(Math.log2(x / MID_GREY))));
  const scale = highest / at(outputClip);
  return Float64Array.from({ length: STEPS + 1 }, (_, i) =>
    i === STEPS ? highest : Math.min(highest, scale * at((i / STEPS) ** 2 * outputClip)),
  );
}

/** Recorded linear value of a linear output. */
export function applyTone({ table, outputClip }: Tone, x: number): number {
  if (x <= 0) return 0;
  if (x >= outputClip) return table[STEPS]!;
  const place = STEPS * Math.sqrt(x / outputClip);
  const i = Math.floor(place);
  // Straight in x between the steps, which lie at their squares.
  const t = (place * place - i * i) / (2 * i + 1);
  return table[i]! + t * (table[i + 1]! - table[i]!);
}

/** The least linear output that is recorded as `value`. */
export function invertTone({ table, outputClip }: Tone, value: number): number {
  if (value <= 0) return 0;
  if (value >= table[STEPS]!) return outputClip;
  let [low, high] = [0, STEPS];
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if (table[middle]! < value) low = middle;
    else high = middle;
  }
  const rise = table[high]! - table[low]!;
  const t = rise > 0 ? (value - table[low]!) / rise : 1;
  return ((low * low + t * (2 * low + 1)) / STEPS ** 2) * outputClip;
}

/**
 * A cubic through points that never overshoots: monotone where the points are. Source: Fritsch and Carlson, SIAM J. Numer. Anal. 17 (1980), with
 * the harmonic slopes of Fritsch and Butland.
 */
export function monotone(xs: readonly number[], ys: readonly number[]): (x: number) => number {
  const n = xs.length;
  const widths = xs.slice(1).map((x, i) => x - xs[i]!);
  const secants = widths.map((w, i) => (ys[i + 1]! - ys[i]!) / w);
  const slopes = xs.map((_, i) => {
    if (i === 0) return endSlope(widths[0]!, widths[1], secants[0]!, secants[1]);
    if (i === n - 1) return endSlope(widths[n - 2]!, widths[n - 3], secants[n - 2]!, secants[n - 3]);
    const [before, after] = [secants[i - 1]!, secants[i]!];
    if (before * after <= 0) return 0;
    const [a, b] = [2 * widths[i]! + widths[i - 1]!, widths[i]! + 2 * widths[i - 1]!];
    return (a + b) / (a / before + b / after);
  });
  return (x) => {
    if (x <= xs[0]!) return ys[0]!;
    if (x >= xs[n - 1]!) return ys[n - 1]!;
    let [low, high] = [0, n - 1];
    while (high - low > 1) {
      const middle = (low + high) >> 1;
      if (xs[middle]! <= x) low = middle;
      else high = middle;
    }
    const w = widths[low]!;
    const t = (x - xs[low]!) / w;
    const [t2, t3] = [t * t, t * t * t];
    return (
      (2 * t3 - 3 * t2 + 1) * ys[low]! +
      (t3 - 2 * t2 + t) * w * slopes[low]! +
      (3 * t2 - 2 * t3) * ys[high]! +
      (t3 - t2) * w * slopes[high]!
    );
  };
}

/** The slope at an end: of the parabola through three points, held so that nothing turns back. */
function endSlope(width: number, nextWidth: number | undefined, secant: number, nextSecant: number | undefined): number {
  if (nextWidth === undefined || nextSecant === undefined) return secant;
  const slope = ((2 * width + nextWidth) * secant - width * nextSecant) / (width + nextWidth);
  if (slope * secant <= 0) return 0;
  return secant * nextSecant <= 0 && Math.abs(slope) > 3 * Math.abs(secant) ? 3 * secant : slope;
}
