import { directionDeg } from './hue';

/**
 * OKLab from linear sRGB (D65), after its published definition of 2020. It is written out here, rather than taken from a
 * colour library, because the vivid window evaluates it some hundred thousand times a balance and must not allocate.
 * Tests hold it against an independent implementation.
 */

/** Writes L, a, b of linear sRGB into `out` at 0, 1, 2. Inputs must not be negative. */
export function oklabInto(out: Float64Array, r: number, g: number, b: number): void {
  const l = Math.cbrt(0.4122214708 * r + 0.5363325363 * g + 0.0514459929 * b);
  const m = Math.cbrt(0.2119034982 * r + 0.6806995451 * g + 0.1073969566 * b);
  const s = Math.cbrt(0.0883024619 * r + 0.2817188376 * g + 0.6299787005 * b);
  out[0] = 0.2104542553 * l + 0.793617785 * m - 0.0040720468 * s;
  out[1] = 1.9779984951 * l - 2.428592205 * m + 0.4505937099 * s;
  out[2] = 0.0259040371 * l + 0.7827717662 * m - 0.808675766 * s;
}

/** Writes linear sRGB of an OKLab colour into `out` at 0, 1, 2; it may be negative or over 1. */
export function linearOfOklabInto(out: Float64Array, L: number, a: number, b: number): void {
  const l = (L + 0.3963377774 * a + 0.2158037573 * b) ** 3;
  const m = (L - 0.1055613458 * a - 0.0638541728 * b) ** 3;
  const s = (L - 0.0894841775 * a - 1.291485548 * b) ** 3;
  out[0] = 4.0767416621 * l - 3.3077115913 * m + 0.2309699292 * s;
  out[1] = -1.2684380046 * l + 2.6097574011 * m - 0.3413193965 * s;
  out[2] = -0.0041960863 * l - 0.7034186147 * m + 1.707614701 * s;
}

export interface Oklab {
  readonly L: number;
  readonly a: number;
  readonly b: number;
}

/** OKLab of linear sRGB; negatives count as 0. */
export function oklabOf(r: number, g: number, b: number): Oklab {
  const out = new Float64Array(3);
  oklabInto(out, Math.max(0, r), Math.max(0, g), Math.max(0, b));
  return { L: out[0]!, a: out[1]!, b: out[2]! };
}

export function chromaOf({ a, b }: Oklab): number {
  return Math.hypot(a, b);
}

/** OKLCh hue angle, 0 to 360 degrees. */
export function hueDegOf({ a, b }: Oklab): number {
  return directionDeg(a, b);
}

/** Difference of two colours: the straight distance in OKLab. */
export function oklabDistance(p: Oklab, q: Oklab): number {
  return Math.hypot(p.L - q.L, p.a - q.a, p.b - q.b);
}
