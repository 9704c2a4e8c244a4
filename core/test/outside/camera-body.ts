import type { FramePixels } from '../../src/day';

/**
 * A made-up camera body of its own: sensitivities, 3x3, curve, clip and noise that share nothing with the application's. Spectra here are lists on 5 nm
 * from 380 to 780.
 */
export interface Body {
  readonly sensor: readonly (readonly number[])[];
  /** Row by row. */
  readonly matrix: readonly number[];
  /** Encoded value of a linear output, 0 to 1, rising. */
  readonly curve: (x: number) => number;
  /** The light that its white makes neutral. */
  readonly white: readonly number[];
  /** Balanced value at which the sensor is full. */
  readonly full: number;
}

export const NM = Array.from({ length: 81 }, (_, i) => 380 + 5 * i);

const sum = (a: readonly number[], b: readonly number[], c: readonly number[]) =>
  a.reduce((all, v, i) => all + v * b[i]! * c[i]!, 0);
const ONES = NM.map(() => 1);

/** What a body records of a surface in a light, exposed so that a perfect white gives the linear output `level`. Encoded, before rounding. */
export function recorded(body: Body, light: readonly number[], surface: readonly number[], level: number): number[] {
  const scale = sum(body.sensor[1]!, light, ONES) / sum(body.sensor[1]!, body.white, ONES);
  const balanced = body.sensor.map((s) =>
    Math.min(body.full, (level * sum(s, light, surface)) / (scale * sum(s, body.white, ONES))),
  );
  return [0, 1, 2].map((row) =>
    body.curve(
      Math.max(
        0,
        [0, 1, 2].reduce((out, c) => out + body.matrix[3 * row + c]! * balanced[c]!, 0),
      ),
    ),
  );
}

/** A picture whose every place is given in encoded values, with noise, rounded to 8 bits. */
export function picture(
  width: number,
  height: number,
  at: (x: number, y: number) => readonly number[],
  noise: () => number,
): FramePixels {
  const rgba = new Uint8ClampedArray(4 * width * height);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const o = 4 * (y * width + x);
      at(x, y).forEach((v, c) => (rgba[o + c] = Math.round(255 * Math.min(1, v + noise()))));
      rgba[o + 3] = 255;
    }
  return { rgba, width, height };
}
