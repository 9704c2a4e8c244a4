import type { Xyz } from './observer';

/** Linear-light sRGB, unbounded: negative and over-1 values are out of gamut or over white. */
export type LinearRgb = readonly [r: number, g: number, b: number];

/** XYZ (D65 white at Y = 1) to linear sRGB. Source: IEC 61966-2-1, inverted at full precision from its primaries. */
export function convertXyzToLinearRgb([x, y, z]: Xyz): LinearRgb {
  return [
    3.2404541621141045 * x - 1.5371385127977166 * y - 0.4985314095560162 * z,
    -0.969266030505187 * x + 1.8760108454466942 * y + 0.0415560175303498 * z,
    0.0556434309591147 * x - 0.2040259135167538 * y + 1.0572251882231791 * z,
  ];
}

/** The sRGB transfer curve: linear 0..1 to encoded 0..1, clamped. Source: IEC 61966-2-1. */
export function encodeSrgb(linear: number): number {
  if (linear <= 0) return 0;
  if (linear >= 1) return 1;
  return linear <= 0.0031308 ? 12.92 * linear : 1.055 * linear ** (1 / 2.4) - 0.055;
}

export function decodeSrgb(encoded: number): number {
  return encoded <= 0.04045 ? encoded / 12.92 : ((encoded + 0.055) / 1.055) ** 2.4;
}

/** An 8-bit `#rrggbb` of linear sRGB. */
export function hexOfLinear(r: number, g: number, b: number): string {
  const packed = (toByte(r) << 16) | (toByte(g) << 8) | toByte(b);
  return `#${packed.toString(16).padStart(6, '0')}`;
}

function toByte(linear: number): number {
  return Math.round(255 * encodeSrgb(linear));
}
