import { invertCurve, type Camera } from '../../camera/camera';
import { DIFFUSIONS, type LookCamera } from '../../document/schema';
import { InputError } from '../../errors';
import { spreadShare } from '../../scene/soft-filter';
import type { FramePixels } from '../frame/measure';
import { shrunk } from '../frame/small';

/** What a pair of frames, without and with a soft filter, says of it. */
export interface SoftFilter {
  /** Share of every place's light that it spreads over all of the frame. */
  readonly share: number;
  /** By how much it lifts the darkest twentieth of the frame, stops. */
  readonly liftStops: number;
  /** What it takes of the light as a whole, stops; 0 for one that only spreads it. */
  readonly lossStops: number;
  /** The strength whose veil is nearest. */
  readonly nearest: LookCamera['diffusion'];
  /** The veil of that strength. */
  readonly nearestShare: number;
}

/** Both frames are compared at this size, px: halos narrower than a pixel of it stay where they are. */
const [WIDTH, HEIGHT] = [48, 36];
const DARK_SHARE = 0.05;
const LEAST_LIKE = 0.9;
/** Squares of a deviation, of full scale, under which a frame is of one tone. */
const EVEN = 1e-6;
const MOST_CLIPPED = 0.02;

/**
 * The veil of a filter from two frames of one thing in one light: each place with it is k ((1 - s) of what it was, and s of the frame's mean), by least squares over all
 * places in linear light. @throws InputError where frames differ in more than a veil, clip, or hold no dark.
 */
export function softFilterFrom(off: FramePixels, on: FramePixels, camera: Camera): SoftFilter {
  const [without, through] = [off, on].map((frame, i) => {
    const { linear, clipped } = shrunk(frame, Math.min(WIDTH, frame.width), Math.min(HEIGHT, frame.height));
    const burnt = clipped.reduce((sum, value) => sum + value, 0) / clipped.length;
    if (burnt > MOST_CLIPPED)
      throw new InputError(
        i ? 'with' : 'without',
        `The frame ${i ? 'with' : 'without'} the filter clips: stop down, and take both again.`,
      );
    return Float64Array.from(linear, (value) => invertCurve(camera, value));
  }) as [Float64Array, Float64Array];
  if (without.length !== through.length || off.width * on.height !== off.height * on.width)
    throw new InputError('with', 'The frames have different shapes: take both from one place with one lens.');
  const mean = meanOf(without);
  // With what it was in excess of the mean, a place keeps k (1 - s) of it; the mean keeps k.
  let [kept, all, other] = [0, 0, 0];
  const meanThrough = meanOf(through);
  without.forEach((value, i) => {
    const [a, b] = [value - mean[i % 3]!, through[i]! - meanThrough[i % 3]!];
    kept += a * b;
    all += a * a;
    other += b * b;
  });
  if (!(all > EVEN * without.length) || !(other > EVEN * without.length))
    throw new InputError('without', 'The frame is of one even tone: take something with dark and light in it.');
  if (kept / Math.sqrt(all * other) < LEAST_LIKE)
    throw new InputError(
      'with',
      'The frames show different things, or something moved: take both from a tripod, nothing but the filter changed.',
    );
  const k = sum(meanThrough) / sum(mean);
  const share = Math.min(0.9, Math.max(0, 1 - kept / all / k));
  const darkest = [...without].sort((a, b) => a - b)[Math.floor(DARK_SHARE * without.length)]!;
  const was = Math.max(1e-5, darkest);
  const nearest = [...DIFFUSIONS].sort(
    (a, b) => Math.abs(spreadShare({ diffusion: a }) - share) - Math.abs(spreadShare({ diffusion: b }) - share),
  )[0]!;
  return {
    share,
    liftStops: Math.log2(((1 - share) * was + (share * sum(mean)) / 3) / was),
    lossStops: -Math.log2(k),
    nearest,
    nearestShare: spreadShare({ diffusion: nearest }),
  };
}

function meanOf(linear: Float64Array): [number, number, number] {
  const total: [number, number, number] = [0, 0, 0];
  linear.forEach((value, i) => (total[i % 3]! += (3 * value) / linear.length));
  return total;
}

const sum = (values: readonly number[]) => values.reduce((total, value) => total + value, 0);
