import { CLIPS_FROM, LINEAR, luminance, type FramePixels } from './measure';

/** A frame or a plan's picture as both are read: small, linear, every pixel the mean of what it covers. */
export interface Small {
  readonly width: number;
  readonly height: number;
  /** Red, green, blue of each pixel, 0 to 1. */
  readonly linear: Float32Array;
  /** Share of each pixel's area that clips, by channel. */
  readonly clipped: Float32Array;
}

/** The mean of every part of a frame that a smaller picture has as one pixel. Never enlarged: a smaller frame gives what it has. */
export function shrunk({ rgba, width, height }: FramePixels, toWidth: number, toHeight: number): Small {
  const linear = new Float32Array(3 * toWidth * toHeight);
  const clipped = new Float32Array(3 * toWidth * toHeight);
  const bounds = (i: number, from: number, to: number) => {
    const first = Math.min(from - 1, Math.floor((i * from) / to));
    return [first, Math.max(first + 1, Math.floor(((i + 1) * from) / to))] as const;
  };
  for (let j = 0; j < toHeight; j++) {
    const [top, bottom] = bounds(j, height, toHeight);
    for (let i = 0; i < toWidth; i++) {
      const [left, right] = bounds(i, width, toWidth);
      const q = 3 * (j * toWidth + i);
      for (let y = top; y < bottom; y++)
        for (let x = left; x < right; x++)
          for (let c = 0; c < 3; c++) {
            const byte = rgba[4 * (y * width + x) + c]!;
            linear[q + c]! += LINEAR[byte]!;
            if (byte >= CLIPS_FROM) clipped[q + c]!++;
          }
      const count = (bottom - top) * (right - left);
      for (let c = 0; c < 3; c++) {
        linear[q + c]! /= count;
        clipped[q + c]! /= count;
      }
    }
  }
  return { width: toWidth, height: toHeight, linear, clipped };
}

/** What one small square of a picture holds. */
export interface Square {
  readonly linear: readonly [number, number, number];
  readonly clipped: readonly [number, number, number];
  /** Deviation of luminance over its mean. */
  readonly spread: number;
}

/** The mean of the square of half side `half` (px) about a place (0 to 1); null where any of it lies outside. */
export function squareAt({ width, height, linear, clipped }: Small, x: number, y: number, half: number): Square | null {
  const [x0, x1] = [Math.round(x * width - half), Math.round(x * width + half)];
  const [y0, y1] = [Math.round(y * height - half), Math.round(y * height + half)];
  if (x0 < 0 || y0 < 0 || x1 > width || y1 > height || x1 <= x0 || y1 <= y0) return null;
  const sum: [number, number, number] = [0, 0, 0];
  const burnt: [number, number, number] = [0, 0, 0];
  let squares = 0;
  for (let j = y0; j < y1; j++)
    for (let i = x0; i < x1; i++) {
      const q = 3 * (j * width + i);
      for (const c of [0, 1, 2] as const) {
        sum[c] += linear[q + c]!;
        burnt[c] += clipped[q + c]!;
      }
      squares += luminance(linear[q]!, linear[q + 1]!, linear[q + 2]!) ** 2;
    }
  const count = (x1 - x0) * (y1 - y0);
  for (const c of [0, 1, 2] as const) {
    sum[c] /= count;
    burnt[c] /= count;
  }
  const mean = luminance(...sum);
  return { linear: sum, clipped: burnt, spread: mean > 0 ? Math.sqrt(Math.max(0, squares / count - mean * mean)) / mean : 0 };
}
