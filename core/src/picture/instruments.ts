import { linearOutputInto, recordInto, type Camera } from '../camera/camera';
import { oklabInto } from '../colour/oklab';
import { MID_GREY } from '../exposure/meter';
import { burntParts, type Burnt } from './burnt';
import type { Seen } from './seen';

/** What can be read from a whole picture, to be drawn. All stops are from mid-grey. */
export interface Instruments {
  /** Share of all pixels by level, one list a channel (linear output before clip): darkest first, what is darker or brighter at the ends. */
  readonly levels: {
    readonly fromStops: number;
    readonly stepStops: number;
    readonly r: readonly number[];
    readonly g: readonly number[];
    readonly b: readonly number[];
    /** Where the file ends. */
    readonly ceilingStops: number;
  };
  /** Share of all pixels on the OKLab plane, row by row from b = +reach, a from -reach: 1 is the fullest cell. */
  readonly disc: { readonly size: number; readonly reach: number; readonly density: Float32Array };
  /** Channels along a line across the picture. */
  readonly line: { readonly at: number; readonly r: Float32Array; readonly g: Float32Array; readonly b: Float32Array };
  /** Share of skin and of hair that has lost a channel, and how much of it passes as a highlight. */
  readonly highlights: readonly Burnt[];
}

const FROM_STOPS = -8;
const STEP_STOPS = 0.25;
const STEPS = 52;
const DISC = 41;
const REACH = 0.32;

/** Reads a picture from its balanced sensor values, r, g, b a pixel. `at` is the height of the line, 0 top to 1. */
export function readInstruments(raw: Float32Array, seen: Seen, camera: Camera, at: number): Instruments {
  const { width, height } = seen;
  const pixels = width * height;
  const counts = [0, 1, 2].map(() => new Float64Array(STEPS));
  const density = new Float32Array(DISC * DISC);
  const rgb = new Float64Array(3);
  const lab = new Float64Array(3);
  const row = Math.min(height - 1, Math.max(0, Math.floor(at * height)));
  const line = [0, 1, 2].map(() => new Float32Array(width));
  const stops = (value: number) => Math.log2(Math.max(1e-9, value) / MID_GREY);
  for (let p = 0; p < pixels; p++) {
    const [r, g, b] = [raw[3 * p]!, raw[3 * p + 1]!, raw[3 * p + 2]!];
    linearOutputInto(rgb, camera, r, g, b);
    for (let c = 0; c < 3; c++) {
      const level = stops(rgb[c]!);
      const step = Math.floor((level - FROM_STOPS) / STEP_STOPS);
      counts[c]![Math.min(STEPS - 1, Math.max(0, step))]!++;
      if (Math.floor(p / width) === row) line[c]![p % width] = level;
    }
    recordInto(rgb, camera, r, g, b);
    oklabInto(lab, rgb[0]!, rgb[1]!, rgb[2]!);
    const x = Math.round(((lab[1]! / REACH + 1) / 2) * (DISC - 1));
    const y = Math.round(((1 - lab[2]! / REACH) / 2) * (DISC - 1));
    if (x >= 0 && y >= 0 && x < DISC && y < DISC) density[y * DISC + x]!++;
  }
  const most = Math.max(1, ...density);
  const share = (list: Float64Array) => Array.from(list, (n) => n / pixels);
  return {
    levels: {
      fromStops: FROM_STOPS,
      stepStops: STEP_STOPS,
      r: share(counts[0]!),
      g: share(counts[1]!),
      b: share(counts[2]!),
      ceilingStops: stops(camera.outputClip),
    },
    disc: { size: DISC, reach: REACH, density: density.map((n) => n / most) },
    line: { at: (row + 0.5) / height, r: line[0]!, g: line[1]!, b: line[2]! },
    highlights: burntParts(raw, seen, camera),
  };
}
