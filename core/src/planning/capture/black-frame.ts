import { decodeSrgb } from '../../colour/rgb';
import { InputError } from '../../errors';
import type { Look } from '../../document/schema';
import { GONE_STOPS, TARGET_TOLERANCE_STOPS } from './ambient';

/** What a black frame measures: red, green, blue as encoded, 0 to 1. */
export interface FrameMeasure {
  readonly mean: [number, number, number];
  /** 99.9th percentile: a stray lamp in a corner shows here, a hot pixel does not. */
  readonly high: [number, number, number];
}

const LEVELS = 256;
const HIGH_SHARE = 0.999;

/**
 * Measures a decoded frame, RGBA of 8 bits, `width` x `height`.
 * @throws InputError where the sizes do not agree or the frame is empty.
 */
export function measureFrame(rgba: ArrayLike<number>, width: number, height: number): FrameMeasure {
  const pixels = width * height;
  if (!Number.isInteger(pixels) || pixels < 1 || rgba.length !== 4 * pixels)
    throw new InputError('file', 'The picture has no pixels, or fewer than it says. Export it again as JPEG or PNG.');
  const counts = [0, 1, 2].map(() => new Uint32Array(LEVELS));
  for (let i = 0; i < rgba.length; i += 4) for (let c = 0; c < 3; c++) counts[c]![rgba[i + c]! & 255]!++;
  const mean = counts.map((count) => count.reduce((sum, n, level) => sum + n * level, 0) / pixels / (LEVELS - 1));
  const high = counts.map((count) => {
    let below = 0;
    for (let level = 0; level < LEVELS; level++) {
      below += count[level]!;
      if (below >= HIGH_SHARE * pixels) return level / (LEVELS - 1);
    }
    return 1;
  });
  return { mean: mean as [number, number, number], high: high as [number, number, number] };
}

/** Where the brightest thousandth is this far over the mean, the light is in a small part of the frame, stops. */
const STRAY_STOPS = 3;

/** What a black frame says about the ambient. */
export interface FrameVerdict {
  /** Brightest channel, stops under working white; -Infinity where the file holds nothing. */
  readonly meanStops: number;
  readonly highStops: number;
  readonly channel: 'R' | 'G' | 'B';
  readonly passed: boolean;
  /** Black or as wanted where it passed; else too much light (so many stops, `stray` where a small part has it), or less than wanted. */
  readonly found: 'black' | 'as-wanted' | 'too-much' | 'stray' | 'too-dark';
  readonly overStops: number;
}

/** Judges a black frame against the wanted level of ambient: by its brightest channel, stray light included. */
export function judgeFrame(measure: FrameMeasure, targetStops: number): FrameVerdict {
  const stops = (values: readonly number[]) => Math.log2(decodeSrgb(Math.max(...values)));
  const meanStops = stops(measure.mean);
  const highStops = stops(measure.high);
  const channel = (['R', 'G', 'B'] as const)[measure.high.indexOf(Math.max(...measure.high))]!;
  const over = highStops - targetStops;
  const isBlack = targetStops <= GONE_STOPS;
  const passed = over <= TARGET_TOLERANCE_STOPS && (isBlack || meanStops - targetStops >= -1.5);
  const much = meanStops < highStops - STRAY_STOPS ? 'stray' : 'too-much';
  const found = passed ? (isBlack ? 'black' : 'as-wanted') : over > TARGET_TOLERANCE_STOPS ? much : 'too-dark';
  return { meanStops, highStops, channel, passed, found, overStops: over };
}

/** Whether the proof of a look was shot at its present settings and ambient. */
export function proofIsCurrent({ ambient, camera }: Pick<Look, 'ambient' | 'camera'>): boolean {
  const { proof } = ambient;
  return (
    proof !== null &&
    (['aperture', 'iso', 'shutterS', 'ndStops'] as const).every((key) => Math.abs(proof[key] - camera[key]) < 1e-9) &&
    Math.abs(proof.blackoutStops - ambient.blackoutStops) < 1e-9 &&
    Math.abs(proof.lux - ambient.lux) < 1e-9
  );
}
