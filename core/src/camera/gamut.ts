import { linearOfOklabInto, oklabInto } from '../colour/oklab';

/** What becomes of colours that the file cannot hold: each channel cut off by itself, as many cameras do, or the colour taken towards grey with its hue. */
export const GAMUTS = ['clipped', 'hue'] as const;
export type Gamut = (typeof GAMUTS)[number];

const lab = new Float64Array(3);
const STEPS = 14;

/**
 * Takes linear sRGB with a negative channel towards the grey of its own lightness, in OKLCh, until no channel is negative: hue and lightness stay. What has
 * none is left as it is; what is darker than black becomes black.
 */
export function keepHueInto(rgb: Float64Array): void {
  if (rgb[0]! >= 0 && rgb[1]! >= 0 && rgb[2]! >= 0) return;
  oklabInto(lab, rgb[0]!, rgb[1]!, rgb[2]!);
  const [L, a, b] = [lab[0]!, lab[1]!, lab[2]!];
  if (L <= 0) {
    rgb.fill(0, 0, 3);
    return;
  }
  let [low, high] = [0, 1];
  for (let i = 0; i < STEPS; i++) {
    const t = (low + high) / 2;
    linearOfOklabInto(rgb, L, t * a, t * b);
    if (rgb[0]! >= 0 && rgb[1]! >= 0 && rgb[2]! >= 0) low = t;
    else high = t;
  }
  linearOfOklabInto(rgb, L, low * a, low * b);
}

/** Linear Display P3 from linear sRGB, row by row: both have the white of D65 (SMPTE EG 432-1 primaries). */
export const P3_FROM_SRGB = [
  0.8224619687, 0.1775380313, 0, 0.0331941989, 0.9668058011, 0, 0.0170826307, 0.0723974407, 0.9105199286,
] as const;

/** Under so much of the largest channel a negative one is not seen. */
const UNSEEN = 0.01;

/** Whether a colour, linear sRGB before any clip, lies outside of what a file of sRGB can hold; and outside of Display P3. */
export function outsideOf(r: number, g: number, b: number): 'p3' | 'srgb' | null {
  const least = -UNSEEN * Math.max(r, g, b);
  if (r >= least && g >= least && b >= least) return null;
  const m = P3_FROM_SRGB;
  const [x, y, z] = [m[0] * r + m[1] * g, m[3] * r + m[4] * g, m[6] * r + m[7] * g + m[8] * b];
  return x >= least && y >= least && z >= least ? 'srgb' : 'p3';
}

/** How far a colour that the file cannot hold is recorded from what it is, in OKLab, at the same level: linear sRGB before any clip. */
export function gamutLoss(gamut: Gamut, r: number, g: number, b: number): number {
  const rgb = Float64Array.of(r, g, b);
  oklabInto(lab, r, g, b);
  const [L, a, c] = [lab[0]!, lab[1]!, lab[2]!];
  if (gamut === 'hue') keepHueInto(rgb);
  else for (let k = 0; k < 3; k++) rgb[k] = Math.max(0, rgb[k]!);
  oklabInto(lab, rgb[0]!, rgb[1]!, rgb[2]!);
  return Math.hypot(lab[0]! - L, lab[1]! - a, lab[2]! - c);
}
