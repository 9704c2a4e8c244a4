import { linearOfOklabInto } from '../colour/oklab';
import { directionDeg } from '../colour/hue';
import { linearOutputInto, type Camera } from '../camera/camera';
import { hexOfLinear } from '../colour/rgb';
import type { Spectrum } from '../spectrum/grid';
import { balancedTriple } from './alone';
import { linearSigma, type Sigma, type Triple } from './vividness';

/**
 * The plane of the palette: sigma = (a, b) / |Lab| in OKLab of what a camera records, the same measure that the vivid window is
 * made of. Its angle is the OKLCh hue; its length, the purity, does not move with exposure, so a place on the plane is
 * a colour of light whatever its level. Neutral is the middle. What the file cannot hold (negative output) is at its edge.
 */
export type PlanePoint = Sigma;

/** A wanted colour on the plane. */
export interface Target {
  readonly hueDeg: number;
  readonly purity: number;
}

/** Two colours closer than this are hard to tell apart on the plane; from 0.05 on they differ at a glance. */
export const JUST_SEEN = 0.02;

export function pointOf({ hueDeg, purity }: Target): PlanePoint {
  const angle = (hueDeg * Math.PI) / 180;
  return { a: purity * Math.cos(angle), b: purity * Math.sin(angle) };
}

export function targetOf({ a, b }: PlanePoint): Target {
  return { hueDeg: directionDeg(a, b), purity: Math.hypot(a, b) };
}

export function planeDistance(p: PlanePoint, q: PlanePoint): number {
  return Math.hypot(p.a - q.a, p.b - q.b);
}

export function planeOfTriple(camera: Camera, [r, g, b]: Triple): PlanePoint {
  return linearSigma(camera, r, g, b);
}

/** Where a light, filtered and reflected as given, is recorded on the plane. */
export function planeOfSpectrum(camera: Camera, spectrum: Spectrum): PlanePoint {
  return planeOfTriple(camera, balancedTriple(camera, spectrum));
}

/** Linear sRGB of a place on the plane at |Lab| = 1; negative where the file cannot hold it. Inverse of OKLab, 2020. */
export function linearOfPoint({ a, b }: PlanePoint): [number, number, number] {
  const L = Math.sqrt(Math.max(0, 1 - a * a - b * b));
  const out = new Float64Array(3);
  linearOfOklabInto(out, L, a, b);
  return [out[0]!, out[1]!, out[2]!];
}

/** Whether the file can hold a colour of this place at any level. */
export function inFile(point: PlanePoint): boolean {
  return linearOfPoint(point).every((value) => value >= -1e-4);
}

/** The colour of a place, at a largest channel of `level`. */
export function hexOfPoint(point: PlanePoint, level = 0.8): string {
  const rgb = linearOfPoint(point).map((value) => Math.max(0, value)) as [number, number, number];
  const k = level / Math.max(...rgb, 1e-9);
  return hexOfLinear(k * rgb[0], k * rgb[1], k * rgb[2]);
}

/** The colour of a place at a luminance against white (1), as bright as the file can hold it. */
export function hexAtLuminance(point: PlanePoint, luminance: number): string {
  const rgb = linearOfPoint(point).map((value) => Math.max(0, value)) as [number, number, number];
  const y = 0.2126 * rgb[0] + 0.7152 * rgb[1] + 0.0722 * rgb[2];
  const k = Math.min(luminance / Math.max(y, 1e-9), 1 / Math.max(...rgb, 1e-9));
  return hexOfLinear(k * rgb[0], k * rgb[1], k * rgb[2]);
}

const EDGE_POINTS = 16;

/** The edge of what the file can hold, once round: red, yellow, green, cyan, blue, magenta and what lies between. */
export function fileEdge(): PlanePoint[] {
  const corners = [
    [1, 0, 0],
    [1, 1, 0],
    [0, 1, 0],
    [0, 1, 1],
    [0, 0, 1],
    [1, 0, 1],
  ] as const;
  return corners.flatMap((from, i) => {
    const to = corners[(i + 1) % corners.length]!;
    return Array.from({ length: EDGE_POINTS }, (_, k) => {
      const t = k / EDGE_POINTS;
      const at = (c: 0 | 1 | 2) => from[c] * (1 - t) + to[c] * t;
      return sigmaOfLinear(at(0), at(1), at(2));
    });
  });
}

/** The place of linear sRGB on the plane. */
export function sigmaOfLinear(r: number, g: number, b: number): PlanePoint {
  return linearSigma(PLAIN, r, g, b);
}

/** A camera that passes numbers through, for colours that are linear sRGB already. */
const PLAIN = { matrix: Float64Array.of(1, 0, 0, 0, 1, 0, 0, 0, 1) } as Camera;

const out = new Float64Array(3);

/** How far a colour lies outside the file: the most negative output channel against the largest, 0 inside. */
export function outOfFile(camera: Camera, [r, g, b]: Triple): number {
  linearOutputInto(out, camera, r, g, b);
  const largest = Math.max(out[0]!, out[1]!, out[2]!);
  return largest > 0 ? Math.max(0, -Math.min(out[0]!, out[1]!, out[2]!) / largest) : 0;
}
