import { free } from './memory';
import type { Strands } from '../figure/strands';

/** Shares that points of strands have in pixels: the first `count` of each list. In each pixel they add up to no more than 1. */
export interface StrandShares {
  readonly count: number;
  readonly pixel: Uint32Array;
  /** Point of the strands. */
  readonly point: Uint32Array;
  readonly share: Float32Array;
  /** By pixel: what is left for what lies behind. */
  readonly left: Float32Array;
}

const BINS = 1024;
const ENOUGH = 0.015;

/** Stretches of strands from front to back, in bins of depth: within one, neighbours in memory stay together. */
function frontToBack(screen: Float32Array, start: Uint32Array): Uint32Array {
  const strands = start.length - 1;
  let low = Infinity;
  let high = -Infinity;
  for (let i = 2; i < screen.length; i += 3) {
    const z = screen[i]!;
    if (z < low) low = z;
    if (z > high) high = z;
  }
  const scale = (BINS - 1) / (high - low + 1e-9);
  const total = Math.max(0, (start[strands] ?? 0) - strands);
  const at = new Uint32Array(total);
  const key = new Uint16Array(total);
  const bins = new Uint32Array(BINS + 1);
  let n = 0;
  for (let k = 0; k < strands; k++)
    for (let i = start[k]!; i + 1 < start[k + 1]!; i++) {
      at[n] = i;
      key[n] = (Math.min(screen[3 * i + 2]!, screen[3 * i + 5]!) - low) * scale;
      bins[key[n]! + 1]!++;
      n++;
    }
  for (let b = 0; b < BINS; b++) bins[b + 1]! += bins[b]!;
  const order = new Uint32Array(n);
  for (let i = 0; i < n; i++) order[bins[key[i]!]!++] = at[i]!;
  free(at, key);
  return order;
}

/** Grown as shares are found. */
class Shares {
  n = 0;
  pixel = new Uint32Array(1 << 18);
  point = new Uint32Array(1 << 18);
  share = new Float32Array(1 << 18);

  add(pixel: number, point: number, share: number): void {
    if (this.n === this.share.length) {
      const more = <T extends Uint32Array | Float32Array>(a: T, b: T): T => {
        b.set(a);
        free(a);
        return b;
      };
      const most = 2 * this.n;
      this.pixel = more(this.pixel, new Uint32Array(most));
      this.point = more(this.point, new Uint32Array(most));
      this.share = more(this.share, new Float32Array(most));
    }
    this.pixel[this.n] = pixel;
    this.point[this.n] = point;
    this.share[this.n++] = share;
  }
}

/**
 * Draws strands front to back: each takes of what is left of its pixel by its width there; one thinner than a pixel takes its width.
 * What lies behind a surface (`near`, where `cover` is full) is dropped. `focalPx` is the focal length in pixels.
 */
export function rasteriseStrands(
  width: number,
  height: number,
  screen: Float32Array,
  { start, width: widthM }: Pick<Strands, 'start' | 'width'>,
  focalPx: number,
  near: Float32Array,
  cover: Float32Array,
): StrandShares {
  const order = frontToBack(screen, start);
  const left = new Float32Array(width * height).fill(1);
  const out = new Shares();
  for (let q = 0; q < order.length; q++) {
    const i = order[q]!;
    const a = 3 * i;
    const z0 = screen[a + 2]!;
    const dz = screen[a + 5]! - z0;
    if (z0 <= 0.02 || z0 + dz <= 0.02) continue;
    const x0 = screen[a]!;
    const y0 = screen[a + 1]!;
    const dx = screen[a + 3]! - x0;
    const dy = screen[a + 4]! - y0;
    if (
      Math.max(x0, x0 + dx) < 0 ||
      Math.max(y0, y0 + dy) < 0 ||
      Math.min(x0, x0 + dx) >= width ||
      Math.min(y0, y0 + dy) >= height
    )
      continue;
    const steep = Math.abs(dy) > Math.abs(dx);
    const run = steep ? dy : dx;
    const length = Math.max(1e-6, Math.abs(run));
    const slant = Math.sqrt(dx * dx + dy * dy) / length;
    const wide = ((widthM[i]! * focalPx) / z0) * slant;
    const half = Math.max(0.5, wide * 0.5);
    const dense = Math.min(1, wide);
    const m0 = steep ? Math.min(y0, y0 + dy) : Math.min(x0, x0 + dx);
    const m1 = m0 + length;
    const last = (steep ? height : width) - 1;
    const across = (steep ? width : height) - 1;
    for (let m = Math.max(0, Math.floor(m0)); m <= Math.min(last, Math.floor(m1)); m++) {
      const c0 = m0 > m ? m0 : m;
      const c1 = m1 < m + 1 ? m1 : m + 1;
      const part = c1 - c0;
      if (part <= 0) continue;
      const t = ((c0 + c1) * 0.5 - (steep ? y0 : x0)) / run;
      const c = (steep ? x0 + t * dx : y0 + t * dy) - 0.5;
      const z = z0 + t * dz;
      const k = dense * part;
      const b1 = Math.min(across, Math.floor(c + half + 0.5));
      for (let b = Math.max(0, Math.ceil(c - half - 0.5)); b <= b1; b++) {
        const over = Math.min(b + 0.5, c + half) - Math.max(b - 0.5, c - half);
        if (over <= 0) continue;
        const p = steep ? m * width + b : b * width + m;
        const rest = left[p]!;
        if (rest < ENOUGH || (z > near[p]! + 0.0002 && cover[p]! > 0.9)) continue;
        const share = Math.min(0.97, k * over) * rest;
        if (share < 0.002) continue;
        left[p] = rest - share;
        out.add(p, t < 0.5 ? i : i + 1, share);
      }
    }
  }
  free(order);
  thicken(out, left);
  return { count: out.n, pixel: out.pixel, point: out.point, share: out.share, left };
}

/** A mass of hair is denser than the strands that are drawn of it. */
function thicken(out: Shares, left: Float32Array): void {
  const times = new Float32Array(left.length).fill(1);
  for (let p = 0; p < left.length; p++) {
    const l = left[p]!;
    if (l > 0.9999) continue;
    const n = l * l * (2 - l);
    times[p] = (1 - n) / (1 - l);
    left[p] = n;
  }
  for (let i = 0; i < out.n; i++) out.share[i]! *= times[out.pixel[i]!]!;
  free(times);
}
