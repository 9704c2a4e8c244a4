import { patchBounds, type Channels, type Mark } from '../../picture/patches';
import { chromaOf, hueDegOf, oklabOf } from '../../colour/oklab';
import { decodeSrgb, encodeSrgb, hexOfLinear } from '../../colour/rgb';
import { InputError } from '../../errors';
import { MID_GREY } from '../../exposure/meter';

/** A decoded test frame: RGBA of 8 bits, sRGB, `width` x `height`. */
export interface FramePixels {
  readonly rgba: Uint8ClampedArray | Uint8Array;
  readonly width: number;
  readonly height: number;
}

/** What a frame holds at one mark. */
export interface Patch extends Mark {
  /** Mean, linear, 0 to 1. */
  readonly linear: Channels;
  readonly hex: string;
  readonly lightness: number;
  readonly chroma: number;
  readonly hueDeg: number;
  /** Luminance, stops from mid-grey; `BLACK_STOPS` for black. */
  readonly stops: number;
  /** Share of its pixels at which each channel clips. */
  readonly clipped: Channels;
  /** Deviation of its luminance over its mean: 0 for a flat patch; edges and texture are read less surely. */
  readonly spread: number;
}

/** Clipping over the whole frame, each a share of its area. */
export interface Clipping {
  readonly channels: Channels;
  readonly any: number;
  /** Where a channel clips and all its neighbours do: texture is lost there, not only a highlight. */
  readonly lost: number;
  /** Of all that clips, what lies in small spots: sheen on skin and hair, metal, glass. It may burn where a cheek may not. */
  readonly spots: number;
  /** The rest: whole areas. */
  readonly areas: number;
}

/** A frame as a whole. */
export interface FrameSummary {
  readonly clipping: Clipping;
  /** Darkest part of the picture (0.5 % are darker), stops from mid-grey: veil, haze and ambient lift it. */
  readonly floorStops: number;
  readonly meanStops: number;
}

/** What nothing at all reads as, stops from mid-grey: far under what 8 bits can hold, and a number that a file can keep. */
export const BLACK_STOPS = -20;

export const CLIPS_FROM = 254;
export const LINEAR = Float64Array.from({ length: 256 }, (_, i) => decodeSrgb(i / 255));
const [WR, WG, WB] = [0.2126390058715102, 0.7151686787677559, 0.0721923153607337];
const FLOOR_SHARE = 0.005;
/** A clipped place of up to this share of the frame is a highlight; larger is an area. */
const SPOT_SHARE = 0.0008;

export const luminance = (r: number, g: number, b: number) => WR * r + WG * g + WB * b;
const stopsOf = (y: number) => Math.max(BLACK_STOPS, Math.log2(y / MID_GREY));

function checkPixels({ rgba, width, height }: FramePixels): void {
  const pixels = width * height;
  if (!Number.isInteger(pixels) || pixels < 1 || rgba.length !== 4 * pixels)
    throw new InputError('file', 'The picture has no pixels, or fewer than it says. Export it again as JPEG, PNG or TIFF.');
}

/** Reads the frame at a mark: the mean of a small square. @throws InputError for a picture without its pixels. */
export function measurePatch(frame: FramePixels, mark: Mark): Patch {
  checkPixels(frame);
  const { rgba, width, height } = frame;
  const { x0, x1, y0, y1 } = patchBounds(mark, width, height);
  const sum = [0, 0, 0];
  const clipped = [0, 0, 0];
  let squares = 0;
  const count = (x1 - x0 + 1) * (y1 - y0 + 1);
  for (let y = y0; y <= y1; y++)
    for (let x = x0; x <= x1; x++) {
      const at = 4 * (y * width + x);
      for (let c = 0; c < 3; c++) {
        sum[c]! += LINEAR[rgba[at + c]!]!;
        if (rgba[at + c]! >= CLIPS_FROM) clipped[c]!++;
      }
      squares += luminance(LINEAR[rgba[at]!]!, LINEAR[rgba[at + 1]!]!, LINEAR[rgba[at + 2]!]!) ** 2;
    }
  const linear: Channels = [sum[0]! / count, sum[1]! / count, sum[2]! / count];
  const lab = oklabOf(...linear);
  const mean = luminance(...linear);
  return {
    ...mark,
    linear,
    hex: hexOfLinear(...linear),
    lightness: lab.L,
    chroma: chromaOf(lab),
    hueDeg: hueDegOf(lab),
    stops: stopsOf(luminance(...linear)),
    clipped: [clipped[0]! / count, clipped[1]! / count, clipped[2]! / count],
    spread: mean > 0 ? Math.sqrt(Math.max(0, squares / count - mean * mean)) / mean : 0,
  };
}

/** Mean linear colour of the middle third of a frame: what a card that is held into it was recorded as. @throws InputError for a picture without its pixels. */
export function middleOfFrame(frame: FramePixels): Channels {
  checkPixels(frame);
  const { rgba, width, height } = frame;
  const sum: [number, number, number] = [0, 0, 0];
  let count = 0;
  for (let y = Math.floor(height / 3); y < Math.ceil((2 * height) / 3); y++)
    for (let x = Math.floor(width / 3); x < Math.ceil((2 * width) / 3); x++) {
      const at = 4 * (y * width + x);
      for (const c of [0, 1, 2] as const) sum[c] += LINEAR[rgba[at + c]!]!;
      count++;
    }
  return [sum[0] / count, sum[1] / count, sum[2] / count];
}

/** Clipping, floor and mean of a whole frame. @throws InputError for a picture without its pixels. */
export function summarise(frame: FramePixels): FrameSummary {
  checkPixels(frame);
  const { rgba, width, height } = frame;
  const pixels = width * height;
  const counts = [0, 0, 0];
  let total = 0;
  const clips = new Uint8Array(pixels);
  const levels = new Uint32Array(1024);
  for (let i = 0; i < pixels; i++) {
    for (let c = 0; c < 3; c++)
      if (rgba[4 * i + c]! >= CLIPS_FROM) {
        counts[c]!++;
        clips[i] = 1;
      }
    const Y = luminance(LINEAR[rgba[4 * i]!]!, LINEAR[rgba[4 * i + 1]!]!, LINEAR[rgba[4 * i + 2]!]!);
    total += Y;
    levels[Math.min(1023, Math.floor(Math.sqrt(Y) * 1024))]!++;
  }
  let [below, level] = [0, 0];
  while (level < 1023 && below + levels[level]! < FLOOR_SHARE * pixels) below += levels[level++]!;
  const lost = surrounded(clips, width, height);
  const { small, large } = patchesBySize(clips, width, height, Math.max(1, SPOT_SHARE * pixels));
  return {
    clipping: {
      channels: [counts[0]! / pixels, counts[1]! / pixels, counts[2]! / pixels],
      any: (small + large) / pixels,
      lost: lost / pixels,
      spots: small / pixels,
      areas: large / pixels,
    },
    floorStops: stopsOf(((level + 0.5) / 1024) ** 2),
    meanStops: stopsOf(total / pixels),
  };
}

/** How many set pixels have four set neighbours. */
function surrounded(set: Uint8Array, width: number, height: number): number {
  let count = 0;
  for (let y = 1; y < height - 1; y++)
    for (let i = y * width + 1, end = i + width - 2; i < end; i++)
      count += set[i]! & set[i - 1]! & set[i + 1]! & set[i - width]! & set[i + width]!;
  return count;
}

/** Set pixels by the size of the patch in which they hang together side by side: in patches of up to `most`, and in larger ones. `set` is used up. */
function patchesBySize(
  set: Uint8Array,
  width: number,
  height: number,
  most: number,
): { readonly small: number; readonly large: number } {
  let [small, large] = [0, 0];
  const waiting: number[] = [];
  const take = (i: number) => {
    if (!set[i]) return;
    set[i] = 0;
    waiting.push(i);
  };
  for (let start = 0; start < set.length; start++) {
    if (!set[start]) continue;
    let size = 0;
    take(start);
    while (waiting.length > 0) {
      const i = waiting.pop()!;
      size++;
      const x = i % width;
      if (x > 0) take(i - 1);
      if (x < width - 1) take(i + 1);
      if (i >= width) take(i - width);
      if (i < width * (height - 1)) take(i + width);
    }
    if (size <= most) small += size;
    else large += size;
  }
  return { small, large };
}

/** How even a part of the picture is lit: brightest against darkest of the patches named, stops; null with fewer than two. */
export function evenness(patches: readonly Patch[], probes: readonly string[]): number | null {
  const stops = patches.filter(({ probe, stops: s }) => probes.includes(probe) && s > BLACK_STOPS).map(({ stops: s }) => s);
  return stops.length < 2 ? null : Math.max(...stops) - Math.min(...stops);
}

/**
 * Frames of one light each, added up again in linear light at other powers: gains in stops by frame. A black frame, if there is one, is
 * taken off each and put back once. All must be of one size.
 * @throws InputError where they are not.
 */
export function reweighed(
  frames: readonly FramePixels[],
  stops: readonly number[],
  black: FramePixels | null = null,
): Uint8ClampedArray<ArrayBuffer> {
  const [first] = frames;
  if (!first) throw new InputError('frames', 'There is no light-alone frame to add up; take or choose one first.');
  for (const frame of [...frames, ...(black ? [black] : [])]) {
    checkPixels(frame);
    if (frame.width !== first.width || frame.height !== first.height)
      throw new InputError('frames', 'The frames are of different sizes; take them all with the camera on the same settings.');
  }
  const gains = stops.map((s) => 2 ** s);
  const out = new Uint8ClampedArray(first.rgba.length);
  for (let i = 0; i < out.length; i++) {
    if (i % 4 === 3) {
      out[i] = 255;
      continue;
    }
    const floor = black ? LINEAR[black.rgba[i]!]! : 0;
    let sum = floor;
    for (let f = 0; f < frames.length; f++) sum += gains[f]! * (LINEAR[frames[f]!.rgba[i]!]! - floor);
    out[i] = Math.round(255 * encodeSrgb(sum));
  }
  return out;
}
