/** A factor for each channel. */
export type Triple = readonly [number, number, number];

/** How values are recorded: clip, 3x3 into steps of a table, and the table. */
export interface Recording {
  readonly clip: number;
  /** Nine figures, row by row. */
  readonly matrix: Float64Array;
  /** 8-bit values; every step that the matrix can come to lies in it. */
  readonly table: Uint8Array;
  /** The table's step for black. */
  readonly zero: number;
}

/** Noise of red, green and blue, in one length. */
export type Noise = readonly [Float32Array, Float32Array, Float32Array];

/** What is done to every value of a picture: r, g, b a pixel as sums, one RGBA word as recorded. */
export interface Lanes {
  /** Adds `own` times a factor to `raw`. */
  addTimes(raw: Float32Array, own: Float32Array, by: Triple): void;
  scale(raw: Float32Array, by: Triple): void;
  /** Whether anything is over `clip`. */
  isAnyOver(raw: Float32Array, clip: number): boolean;
  record(words: Uint32Array, raw: Float32Array, how: Recording): void;
  /** Adds noise from its place `from` on to words: `strength` of it, in levels of 255, in white, and more or less where it is darker. */
  addGrain(words: Uint32Array, noise: Noise, from: number, strength: number): void;
}
