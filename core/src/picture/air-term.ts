import type { Point } from '../document/schema';
import { inScatter, type Flare } from '../transport/air';
import type { Reaching } from '../transport/reach';
import type { View } from '../transport/view';
import type { Seen } from './seen';

/** Haze is smooth: it is computed for one pixel of so many in each direction, and drawn between them. */
const STRIDE = 4;
/** Light that stands before the lens glows round its place in the picture: how much, and over which share of the picture's height. */
const GLOW = 6;
const GLOW_SIZE = 0.09;
/** Less than this of a light on the lens is no flare. */
const LEAST_FLARE = 1e-7;

/** Light of one source that comes from no surface: haze in the line of sight, the veil of the lens, and the glow round a light. */
export function airTerm(seen: Seen, reach: Reaching, { veil, offAxisDeg }: Flare): Float32Array | null {
  const { hazePerM } = seen.stage;
  if (hazePerM <= 0 && veil < LEAST_FLARE) return null;
  const air = hazePerM > 0 ? hazeTerm(seen, reach, hazePerM) : new Float32Array(seen.width * seen.height);
  if (veil >= LEAST_FLARE && offAxisDeg < 89) flareInto(air, seen.view, reach.light.position, veil);
  return air;
}

function flareInto(
  air: Float32Array,
  { width, height, wholeHeight, eye, right, up, forward, halfHeight, halfWidth, rise }: View,
  at: readonly number[],
  veil: number,
): void {
  const d = [at[0]! - eye[0], at[1]! - eye[1], at[2]! - eye[2]] as const;
  const along = (axis: readonly number[]) => d[0] * axis[0]! + d[1] * axis[1]! + d[2] * axis[2]!;
  const depth = Math.max(0.05, along(forward));
  const cx = ((along(right) / depth / halfWidth + 1) * width) / 2;
  const cy = ((1 - (along(up) / depth - rise) / halfHeight) * height) / 2;
  const size2 = (GLOW_SIZE * wholeHeight) ** 2;
  for (let j = 0, p = 0; j < height; j++)
    for (let i = 0; i < width; i++, p++) {
      const r2 = (i + 0.5 - cx) ** 2 + (j + 0.5 - cy) ** 2;
      air[p]! += veil * (1 + GLOW / (1 + r2 / size2));
    }
}

/** Haze at every pixel from a coarse mesh: between its points only those count that show the subject where the pixel does, or the room. */
function hazeTerm({ width, height, view, wayM, isSubject, stage }: Seen, reach: Reaching, hazePerM: number): Float32Array {
  const columns = Math.ceil((width - 1) / STRIDE) + 1;
  const rows = Math.ceil((height - 1) / STRIDE) + 1;
  const mesh = new Float32Array(columns * rows);
  const ofRoom = new Uint8Array(columns * rows);
  for (let b = 0, q = 0; b < rows; b++)
    for (let a = 0; a < columns; a++, q++) {
      const p = Math.min(height - 1, b * STRIDE) * width + Math.min(width - 1, a * STRIDE);
      mesh[q] = inScatter(reach, stage, hazePerM, view.eye, placeAt(view, p, wayM[p]!));
      ofRoom[q] = 1 - isSubject[p]!;
    }
  const air = new Float32Array(width * height);
  for (let j = 0, p = 0; j < height; j++) {
    const b = Math.min(rows - 2, Math.floor(j / STRIDE));
    const v = rows < 2 ? 0 : j / STRIDE - b;
    for (let i = 0; i < width; i++, p++) {
      const a = Math.min(columns - 2, Math.floor(i / STRIDE));
      const u = columns < 2 ? 0 : i / STRIDE - a;
      const kind = 1 - isSubject[p]!;
      let sum = 0;
      let weight = 0;
      let all = 0;
      for (let c = 0; c < 4; c++) {
        const q = Math.max(0, b + (c >> 1)) * columns + Math.max(0, a + (c & 1));
        const w = (c & 1 ? u : 1 - u) * (c >> 1 ? v : 1 - v);
        all += w * mesh[q]!;
        if (ofRoom[q] !== kind) continue;
        sum += w * mesh[q]!;
        weight += w;
      }
      air[p] = weight > 0.02 ? sum / weight : all;
    }
  }
  return air;
}

/** A place on the line of sight of a pixel, so far from the eye. */
function placeAt({ width, height, eye, right, up, forward, halfWidth, halfHeight, rise }: View, p: number, way: number): Point {
  const u = ((2 * ((p % width) + 0.5)) / width - 1) * halfWidth;
  const v = rise + (1 - (2 * (((p / width) | 0) + 0.5)) / height) * halfHeight;
  const d = [0, 1, 2].map((c) => forward[c]! + u * right[c]! + v * up[c]!) as [number, number, number];
  const k = way / Math.hypot(...d);
  return [eye[0] + k * d[0], eye[1] + k * d[1], eye[2] + k * d[2]];
}
