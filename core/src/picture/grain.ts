import { random } from '../figure/numeric';

/** Grain of a sensor: stronger with ISO, in the middle tones most seen. It is of the picture's look, not of its figures. */

/** Every recorded value, 0 to 1. */
const LEVELS = Array.from({ length: 256 }, (_, v) => v / 255);
const TABLE = 1 << 16;
const LAST = TABLE - 1;
/** Each channel has a little of its own beside what neighbours share, so that grain is not as sharp as a pixel. */
const OWN = [4001, 21_011, 43_003] as const;
let tables: readonly Float32Array[] | null = null;

/** What is added to red, green and blue by place, in parts of the amount. */
function noiseTables(): readonly Float32Array[] {
  if (!tables) {
    const next = random(1);
    const noise = Float32Array.from({ length: TABLE }, () => next() + next() + next() - 1.5);
    tables = OWN.map((own) =>
      noise.map((value, at) => 0.6 * value + 0.4 * noise[(at + 7) & LAST]! + 0.35 * noise[(at + own) & LAST]!),
    );
  }
  return tables;
}

/** Standard deviation at mid-grey, of 255, by ISO. */
export function grainAt(iso: number): number {
  return Math.min(14, 0.9 * Math.sqrt(iso / 100));
}

/** Adds grain to a picture, or to rows of it from its row `top` on. The same picture gets the same grain. */
export function grainInto(rgba: Uint8ClampedArray, width: number, iso: number, top = 0): void {
  const [red, green, blue] = noiseTables() as readonly [Float32Array, Float32Array, Float32Array];
  const strength = 1.6 * grainAt(iso);
  const amount = Float32Array.from(LEVELS, (v) => strength * (0.35 + 0.65 * (1 - v)) * Math.sqrt(v + 0.01));
  const words = new Uint32Array(rgba.buffer, rgba.byteOffset, rgba.length / 4);
  const height = words.length / width;
  for (let y = 0, p = 0; y < height; y++)
    for (let x = 0, at = 7 * width * (y + top) + 131 * (y + top); x < width; x++, p++, at += 7) {
      const word = words[p]!;
      const k = at & LAST;
      const r = word & 255;
      const g = (word >>> 8) & 255;
      const b = (word >>> 16) & 255;
      words[p] =
        (word & 0xff000000) |
        (byte(b + amount[b]! * blue[k]!) << 16) |
        (byte(g + amount[g]! * green[k]!) << 8) |
        byte(r + amount[r]! * red[k]!);
    }
}

const byte = (v: number) => (v <= 0 ? 0 : v >= 255 ? 255 : (v + 0.5) | 0);
