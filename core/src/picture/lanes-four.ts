import { startKernel, type Kernel } from '../wasm';
import type { Lanes, Noise, Recording, Triple } from './lanes';
import { LANES_CODE } from './lanes-code';
import { plainLanes } from './lanes-plain';

/** What core/kernels/lanes.ts exports; addresses are bytes in its memory. */
interface Exports {
  addTimes(raw: number, own: number, pixels: number, r: number, g: number, b: number): void;
  scale(raw: number, pixels: number, r: number, g: number, b: number): void;
  isAnyOver(raw: number, values: number, clip: number): number;
  record(
    raw: number,
    words: number,
    pixels: number,
    clip: number,
    matrix: number,
    table: number,
    zero: number,
    last: number,
  ): void;
  addGrain(words: number, pixels: number, strength: number, red: number, green: number, blue: number): void;
}

/** Pixels that are copied in and out at once: few enough for the processor's own memory. */
const CHUNK = 4096;
/** Where things lie in the kernel's memory, each with room for a few more than it has. */
const RAW = 0;
const OWN = RAW + 12 * CHUNK + 64;
const WORDS = OWN + 12 * CHUNK + 64;
const MATRIX = WORDS + 4 * CHUNK + 64;
const NOISE = MATRIX + 64;

class FourLanes implements Lanes {
  readonly #kernel: Kernel<Exports>;
  readonly #does: Exports;
  #noise: Noise | null = null;
  #table: Uint8Array | null = null;
  /** Where the table lies: after the noise. */
  #tableAt = NOISE;

  constructor(kernel: Kernel<Exports>) {
    this.#kernel = kernel;
    this.#does = kernel.does;
  }

  addTimes(raw: Float32Array, own: Float32Array, [r, g, b]: Triple): void {
    for (let q = 0; q < raw.length; q += 3 * CHUNK) {
      const values = this.#take(raw, q, RAW);
      this.#take(own, q, OWN);
      this.#does.addTimes(RAW, OWN, values / 3, r, g, b);
      this.#give(raw, q, values);
    }
  }

  scale(raw: Float32Array, [r, g, b]: Triple): void {
    for (let q = 0; q < raw.length; q += 3 * CHUNK) {
      const values = this.#take(raw, q, RAW);
      this.#does.scale(RAW, values / 3, r, g, b);
      this.#give(raw, q, values);
    }
  }

  isAnyOver(raw: Float32Array, clip: number): boolean {
    for (let q = 0; q < raw.length; q += 3 * CHUNK) if (this.#does.isAnyOver(RAW, this.#take(raw, q, RAW), clip)) return true;
    return false;
  }

  record(words: Uint32Array, raw: Float32Array, { clip, matrix, table, zero }: Recording): void {
    if (table !== this.#table) {
      this.#kernel.reserve(this.#tableAt + table.length);
      this.#kernel.put(table, this.#tableAt);
      this.#table = table;
    }
    this.#kernel.floats.set(matrix, MATRIX / 4);
    const last = table.length - 1;
    for (let p = 0; p < words.length; p += CHUNK) {
      const pixels = this.#take(raw, 3 * p, RAW) / 3;
      this.#does.record(RAW, WORDS, pixels, clip, MATRIX, this.#tableAt, zero, last);
      words.set(this.#kernel.words.subarray(WORDS / 4, WORDS / 4 + pixels), p);
    }
  }

  addGrain(words: Uint32Array, noise: Noise, from: number, strength: number): void {
    const each = 4 * noise[0].length;
    if (noise !== this.#noise) this.#keep(noise);
    for (let p = 0; p < words.length; p += CHUNK) {
      const some = words.subarray(p, p + CHUNK);
      const at = NOISE + 4 * (from + p);
      this.#kernel.words.set(some, WORDS / 4);
      this.#does.addGrain(WORDS, some.length, strength, at, at + each, at + 2 * each);
      some.set(this.#kernel.words.subarray(WORDS / 4, WORDS / 4 + some.length));
    }
  }

  /** Copies a chunk in, and gives how many values it has. */
  #take(from: Float32Array, q: number, to: number): number {
    const some = from.subarray(q, q + 3 * CHUNK);
    this.#kernel.floats.set(some, to / 4);
    return some.length;
  }

  #give(to: Float32Array, q: number, values: number): void {
    to.set(this.#kernel.floats.subarray(RAW / 4, RAW / 4 + values), q);
  }

  /** The noise lies before the table, which is copied again after it. */
  #keep(noise: Noise): void {
    const each = noise[0].length;
    this.#tableAt = NOISE + 12 * each + 64;
    this.#table = null;
    this.#noise = noise;
    this.#kernel.reserve(this.#tableAt);
    noise.forEach((values, c) => this.#kernel.floats.set(values, NOISE / 4 + c * each));
  }
}

/** Four values at a time by WebAssembly; null where there is none, or none with vectors, or the page may not run it. */
export function fourLanes(): Lanes | null {
  const kernel = startKernel<Exports>(LANES_CODE, NOISE);
  return kernel && new FourLanes(kernel);
}

let found: Lanes | null = null;

/** What a picture's values are worked on by: four at a time where the machine can, which is within a level of 255 of one at a time. */
export const lanes = (): Lanes => (found ??= fourLanes() ?? plainLanes);
