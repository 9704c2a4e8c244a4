import { oklabInto } from '../colour/oklab';
import { MID_GREY } from '../exposure/meter';

/** What instruments draw of a picture, planned or taken. All stops are from mid-grey. */
export interface Scopes {
  /** Share of all pixels by level, one list a channel (linear, before clip where that is known): darkest first, what is darker or brighter at the ends. */
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
}

export interface ScopesAsked {
  readonly width: number;
  readonly height: number;
  /** Height of the line, 0 top to 1. */
  readonly at: number;
  /** Linear value at which a file ends. */
  readonly ceiling: number;
}

const FROM_STOPS = -8;
const STEP_STOPS = 0.25;
const STEPS = 52;
const DISC = 41;
const REACH = 0.32;

const stopsOf = (value: number) => Math.log2(Math.max(1e-9, value) / MID_GREY);

/** Reads a picture pixel by pixel: `pixelInto` writes the linear channels of a pixel, and what a file holds of it, 0 to 1. */
export function readScopes(
  { width, height, at, ceiling }: ScopesAsked,
  pixelInto: (pixel: number, linear: Float64Array, recorded: Float64Array) => void,
): Scopes {
  const pixels = width * height;
  const counts = [0, 1, 2].map(() => new Float64Array(STEPS));
  const density = new Float32Array(DISC * DISC);
  const [linear, recorded, lab] = [new Float64Array(3), new Float64Array(3), new Float64Array(3)];
  const row = Math.min(height - 1, Math.max(0, Math.floor(at * height)));
  const line = [0, 1, 2].map(() => new Float32Array(width));
  for (let p = 0; p < pixels; p++) {
    pixelInto(p, linear, recorded);
    for (let c = 0; c < 3; c++) {
      const level = stopsOf(linear[c]!);
      const step = Math.floor((level - FROM_STOPS) / STEP_STOPS);
      counts[c]![Math.min(STEPS - 1, Math.max(0, step))]!++;
      if (Math.floor(p / width) === row) line[c]![p % width] = level;
    }
    oklabInto(lab, recorded[0]!, recorded[1]!, recorded[2]!);
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
      ceilingStops: stopsOf(ceiling),
    },
    disc: { size: DISC, reach: REACH, density: density.map((n) => n / most) },
    line: { at: (row + 0.5) / height, r: line[0]!, g: line[1]!, b: line[2]! },
  };
}
