import { random } from '../figure/numeric';

/** Grain of a sensor: stronger with ISO, in the middle tones most seen. It is of the picture's look, not of its figures. */

const TABLE = 1 << 16;
let table: Float32Array | null = null;

function noiseTable(): Float32Array {
  if (!table) {
    const next = random(1);
    table = Float32Array.from({ length: TABLE }, () => next() + next() + next() - 1.5);
  }
  return table;
}

/** Standard deviation at mid-grey, of 255, by ISO. */
export function grainAt(iso: number): number {
  return Math.min(14, 0.9 * Math.sqrt(iso / 100));
}

/** Adds grain to a picture. The same picture gets the same grain. */
export function grainInto(rgba: Uint8ClampedArray, width: number, iso: number): void {
  const noise = noiseTable();
  const strength = 1.6 * grainAt(iso);
  for (let p = 0; p < rgba.length / 4; p++) {
    const at = (p * 7 + ((p / width) | 0) * 131) & (TABLE - 1);
    // Neighbours share a part, so that it is not as sharp as a pixel.
    const own = 0.6 * noise[at]! + 0.4 * noise[(at + 7) & (TABLE - 1)]!;
    for (let c = 0; c < 3; c++) {
      const v = rgba[4 * p + c]! / 255;
      rgba[4 * p + c]! +=
        strength * (own + 0.35 * noise[(at * 3 + 977 * c) & (TABLE - 1)]!) * (0.35 + 0.65 * (1 - v)) * Math.sqrt(v + 0.01);
    }
  }
}
