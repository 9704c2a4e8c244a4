import type { Look } from '../document/schema';
import type { Seen } from './seen';

/** Blur of what lies out of focus, on linear light: each pixel spreads over its circle of confusion; nothing behind spreads over what is before it. */

/** Circles under this radius, pixels, are as sharp as a pixel. */
const SHARP_PX = 0.6;
/** Largest radius that is followed, as a share of the picture's height. */
const MOST_SHARE = 0.012;
export const TILE = 8;
/** Taps of the disc, from its middle outwards. */
function tapsOf(radius: number): { d: Float32Array; x: Int32Array; y: Int32Array } {
  const taps: (readonly [number, number, number])[] = [];
  const R = Math.ceil(radius);
  for (let j = -R; j <= R; j++)
    for (let i = -R; i <= R; i++) {
      const d = Math.sqrt(i * i + j * j);
      if (d > 0 && d <= R + 0.5) taps.push([d, i, j]);
    }
  taps.sort((a, b) => a[0] - b[0]);
  return {
    d: Float32Array.from(taps, (t) => t[0]),
    x: Int32Array.from(taps, (t) => t[1]),
    y: Int32Array.from(taps, (t) => t[2]),
  };
}

/** What focus does to a picture of one view: made once, used for every light on it. */
export interface Focus {
  /** Radius of the circle of each pixel, and the largest in each tile. */
  readonly radius: Float32Array;
  readonly tile: Float32Array;
  readonly taps: { readonly d: Float32Array; readonly x: Int32Array; readonly y: Int32Array };
  /** One over the area of each pixel's circle. */
  readonly area: Float32Array;
}

/** How far a pixel spreads at most in a picture of this height. */
export const mostBlurPx = (height: number) => Math.max(2, MOST_SHARE * height);

/** Radius (pixels) of the circle of confusion of something so far away: a lens of this opening, focused at `focusM`. */
export function circlePx(openingM: number, focalPx: number, focusM: number, nearM: number): number {
  return (0.5 * openingM * focalPx * Math.abs(nearM - focusM)) / (nearM * focusM);
}

/** Finds what is out of focus; null where nothing is. The lens is focused on the eyes, or on the middle of a thing. */
export function focusOf(seen: Seen, { camera }: Pick<Look, 'camera'>): Focus | null {
  const { width, height, view, figure, stage, nearM } = seen;
  const openingM = camera.focalMm / 1000 / camera.aperture;
  const focalPx = height / (2 * view.halfHeight);
  const nearest = figure.eyes.reduce(
    (z, { centre }) => Math.max(z, -stage.turn[1] * centre[0] + stage.turn[0] * centre[2]),
    figure.eyes.length ? -1 : 0.02,
  );
  const focusM = Math.max(0.05, camera.distanceM - nearest - 0.012);
  const most = mostBlurPx(view.wholeHeight);
  const across = Math.ceil(width / TILE);
  const radius = new Float32Array(nearM.length);
  const tile = new Float32Array(across * Math.ceil(height / TILE));
  const edge = planeEdges(seen);
  let any = false;
  for (let p = 0; p < nearM.length; p++) {
    const r = Math.min(most, circlePx(openingM, focalPx, focusM, nearM[p]!));
    radius[p] = r;
    // A bare plane is smooth already: it takes part where something stands before it, and where planes meet.
    if (r < SHARP_PX || (!seen.isSubject[p] && !edge[p])) continue;
    any = true;
    const o = ((p / width / TILE) | 0) * across + (((p % width) / TILE) | 0);
    if (r > tile[o]!) tile[o] = r;
  }
  if (!any) return null;
  const area = radius.map((r) => 1 / Math.max(1, Math.PI * (r + 0.2) ** 2));
  return { radius, tile, area, taps: tapsOf(most) };
}

/** Spreads `raw` by the focus into `out`. Weights come from depth alone, so it is linear in the light and can be done once on the sum. */
export function focusInto(
  out: Float32Array,
  raw: Float32Array,
  { width, height, nearM }: Pick<Seen, 'width' | 'height' | 'nearM'>,
  focus: Focus,
): void {
  const { radius, tile, area, taps } = focus;
  out.set(raw);
  const across = Math.ceil(width / TILE);
  const down = Math.ceil(height / TILE);
  for (let tj = 0; tj < down; tj++)
    for (let ti = 0; ti < across; ti++) {
      let big = 0;
      for (let b = Math.max(0, tj - 1); b <= Math.min(down - 1, tj + 1); b++)
        for (let a = Math.max(0, ti - 1); a <= Math.min(across - 1, ti + 1); a++) big = Math.max(big, tile[b * across + a]!);
      if (big < SHARP_PX) continue;
      for (let j = tj * TILE; j < Math.min(height, tj * TILE + TILE); j++)
        for (let i = ti * TILE; i < Math.min(width, ti * TILE + TILE); i++) {
          const p = j * width + i;
          const far = nearM[p]! * 1.01;
          const rp = radius[p]!;
          let weight = area[p]!;
          let x = weight * raw[3 * p]!;
          let y = weight * raw[3 * p + 1]!;
          let z = weight * raw[3 * p + 2]!;
          for (let t = 0; t < taps.d.length && taps.d[t]! < big + 0.5; t++) {
            const a = i + taps.x[t]!;
            const b = j + taps.y[t]!;
            if (a < 0 || b < 0 || a >= width || b >= height) continue;
            const q = b * width + a;
            let rq = radius[q]!;
            let w = area[q]!;
            if (rq > rp && nearM[q]! > far) {
              rq = rp;
              w = area[p]!;
            }
            const k = rq + 0.5 - taps.d[t]!;
            if (k <= 0) continue;
            if (k < 1) w *= k;
            weight += w;
            x += w * raw[3 * q]!;
            y += w * raw[3 * q + 1]!;
            z += w * raw[3 * q + 2]!;
          }
          out[3 * p] = x / weight;
          out[3 * p + 1] = y / weight;
          out[3 * p + 2] = z / weight;
        }
    }
}

/** Pixels where one part of the room ends and another begins. */
function planeEdges({ width, height, room }: Seen): Uint8Array {
  const material = new Uint8Array(width * height).fill(255);
  for (let i = 0; i < room.through; i++) material[room.pixel[i]!] = room.material[i]!;
  const edge = new Uint8Array(width * height);
  for (let p = 0; p + width < material.length; p++) {
    const m = material[p]!;
    if (m === 255) continue;
    if ((material[p + 1] !== m && material[p + 1] !== 255) || (material[p + width] !== m && material[p + width] !== 255))
      edge[p] = 1;
  }
  return edge;
}
