import { random } from '../figure/numeric';
import type { Noise } from './lanes';
import { lanes } from './lanes-four';

/** Grain of a sensor: stronger with ISO, in the middle tones most seen. It is of the picture's look, not of its figures. */

const TABLE = 1 << 16;
const LAST = TABLE - 1;
/** Each channel has a little of its own beside what neighbours share, so that grain is not as sharp as a pixel. */
const OWN = [4001, 21_011, 43_003] as const;
/** Every row begins elsewhere in the noise. */
const ROW = 9029;
let tables: Noise | null = null;

/** What is added to red, green and blue by place, in parts of the amount. */
function noiseTables(): Noise {
  if (!tables) {
    const next = random(1);
    const noise = Float32Array.from({ length: TABLE }, () => next() + next() + next() - 1.5);
    const [red, green, blue] = OWN.map((own) =>
      noise.map((value, at) => 0.6 * value + 0.4 * noise[(at + 1) & LAST]! + 0.35 * noise[(at + own) & LAST]!),
    );
    tables = [red!, green!, blue!];
  }
  return tables;
}

/** Standard deviation at mid-grey, of 255, by ISO. */
export function grainAt(iso: number): number {
  return Math.min(14, 0.9 * Math.sqrt(iso / 100));
}

/** Adds grain to a picture, or to rows of it from its row `top` on. The same picture gets the same grain. */
export function grainInto(rgba: Uint8ClampedArray, width: number, iso: number, top = 0): void {
  const noise = noiseTables();
  const strength = 1.6 * grainAt(iso);
  const words = new Uint32Array(rgba.buffer, rgba.byteOffset, rgba.length / 4);
  for (let p = 0, y = top; p < words.length; p += width, y++)
    for (let x = 0; x < width;) {
      const from = (width * y + ROW * y + x) & LAST;
      const end = Math.min(width, x + TABLE - from);
      lanes().addGrain(words.subarray(p + x, p + end), noise, from, strength);
      x = end;
    }
}
