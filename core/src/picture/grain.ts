import { random } from '../figure/numeric';

/** Grain of a sensor: stronger with ISO, in the middle tones most seen. It is of the picture's look, not of its figures. */

/** Every recorded value, 0 to 1. */
const LEVELS = Array.from({ length: 256 }, (_, v) => v / 255);
const TABLE = 1 << 16;
const LAST = TABLE - 1;
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
  const amount = Float32Array.from(LEVELS, (v) => strength * (0.35 + 0.65 * (1 - v)) * Math.sqrt(v + 0.01));
  const words = new Uint32Array(rgba.buffer, rgba.byteOffset, rgba.length / 4);
  const height = words.length / width;
  for (let y = 0, p = 0; y < height; y++)
    for (let x = 0; x < width; x++, p++) {
      const at = p * 7 + y * 131;
      // Neighbours share a part, so that it is not as sharp as a pixel; each channel has a little of its own.
      const shared = 0.6 * noise[at & LAST]! + 0.4 * noise[(at + 7) & LAST]!;
      const word = words[p]!;
      const [r, g, b] = [word & 255, (word >>> 8) & 255, (word >>> 16) & 255];
      const red = r + amount[r]! * (shared + 0.35 * noise[(at + 4001) & LAST]!);
      const green = g + amount[g]! * (shared + 0.35 * noise[(at + 21_011) & LAST]!);
      const blue = b + amount[b]! * (shared + 0.35 * noise[(at + 43_003) & LAST]!);
      words[p] = (word & 0xff000000) | (byte(blue) << 16) | (byte(green) << 8) | byte(red);
    }
}

const byte = (v: number) => (v <= 0 ? 0 : v >= 255 ? 255 : (v + 0.5) | 0);
