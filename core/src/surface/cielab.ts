import { dot3, type Spectrum } from '../spectrum/grid';
import { daylightSource } from '../source/source';
import { xBar, yBar, zBar } from '../colour/observer';

/** CCT of CIE illuminant D65. */
export const D65_KELVIN = 6504;

export interface Cielab {
  readonly L: number;
  readonly a: number;
  readonly b: number;
}

let d65: Spectrum | undefined;

/** CIELAB of a reflectance under D65, 1931 observer, with the white computed from the same light. Source: CIE 015:2018. */
export function cielabUnderD65(reflectance: Spectrum): Cielab {
  const light = (d65 ??= daylightSource(D65_KELVIN));
  const [fx, fy, fz] = [xBar, yBar, zBar].map((bar) => {
    const white = light.reduce((sum, s, i) => sum + s * bar[i]!, 0);
    return labCurve(dot3(light, reflectance, bar) / white);
  }) as [number, number, number];
  return { L: 116 * fy - 16, a: 500 * (fx - fy), b: 200 * (fy - fz) };
}

function labCurve(t: number): number {
  const d = 6 / 29;
  return t > d ** 3 ? Math.cbrt(t) : t / (3 * d * d) + 4 / 29;
}

/** Individual typology angle of skin in degrees: atan((L* - 50) / b*) under D65. */
export function individualTypologyAngleDeg(reflectance: Spectrum): number {
  const { L, b } = cielabUnderD65(reflectance);
  return (Math.atan2(L - 50, b) * 180) / Math.PI;
}
