import { free } from './memory';

/** Triangles into fragments: what each pixel sees, with four samples a pixel, so that edges are smooth by their coverage. */

// A rotated grid: edges that are nearly upright or level get four steps each.
const SX = [0.375, 0.875, 0.125, 0.625] as const;
const SY = [0.125, 0.375, 0.625, 0.875] as const;
/** Samples of one surface farther apart than this are different surfaces, m. */
const SAME_M = 0.008;

export interface Samples {
  readonly depth: Float32Array;
  readonly triangle: Int32Array;
}

/** Depth and triangle of every sample. `screen` holds x, y in pixels and the depth in m of each vertex; depth 0 or less is behind the eye. */
export function rasterise(width: number, height: number, screen: Float32Array, face: Uint32Array, twoSided: Uint8Array): Samples {
  const depth = new Float32Array(4 * width * height).fill(1e9);
  const triangle = new Int32Array(4 * width * height).fill(-1);
  const count = face.length / 3;
  for (let t = 0; t < count; t++) {
    const a = 3 * face[3 * t]!;
    const b = 3 * face[3 * t + 1]!;
    const c = 3 * face[3 * t + 2]!;
    const za = screen[a + 2]!;
    const zb = screen[b + 2]! - za;
    const zc = screen[c + 2]! - za;
    if (za <= 0.02 || za + zb <= 0.02 || za + zc <= 0.02) continue;
    const ax = screen[a]!;
    const ay = screen[a + 1]!;
    const bx = screen[b]! - ax;
    const by = screen[b + 1]! - ay;
    const cx = screen[c]! - ax;
    const cy = screen[c + 1]! - ay;
    const area = bx * cy - by * cx;
    // The picture's y runs down: faces towards the eye have a negative area.
    if (area === 0 || (area > 0 && !twoSided[t])) continue;
    const x0 = Math.max(0, Math.floor(ax + Math.min(0, bx, cx) - 0.875));
    const x1 = Math.min(width - 1, Math.floor(ax + Math.max(0, bx, cx)));
    const y0 = Math.max(0, Math.floor(ay + Math.min(0, by, cy) - 0.875));
    const y1 = Math.min(height - 1, Math.floor(ay + Math.max(0, by, cy)));
    if (x1 < x0 || y1 < y0) continue;
    const k = 1 / area;
    const ux = cy * k;
    const uy = -cx * k;
    const vx = -by * k;
    const vy = bx * k;
    for (let j = y0; j <= y1; j++)
      for (let i = x0; i <= x1; i++)
        for (let q = 0; q < 4; q++) {
          const dx = i + SX[q]! - ax;
          const dy = j + SY[q]! - ay;
          const u = dx * ux + dy * uy;
          const v = dx * vx + dy * vy;
          if (u < 0 || v < 0 || u + v > 1) continue;
          const z = za + u * zb + v * zc;
          const o = 4 * (j * width + i) + q;
          if (z < depth[o]!) {
            depth[o] = z;
            triangle[o] = t;
          }
        }
  }
  return { depth, triangle };
}

export interface RasterFragments {
  readonly count: number;
  readonly pixel: Uint32Array;
  /** Share of the pixel's four samples. */
  readonly share: Float32Array;
  readonly triangle: Uint32Array;
  /** Shares of its second and third corner. */
  readonly u: Float32Array;
  readonly v: Float32Array;
  /** By pixel: share covered in all, and the depth of the nearest. */
  readonly cover: Float32Array;
  readonly near: Float32Array;
}

/** Columns of fragments that grow as they are filled. */
class FragmentColumns {
  #most = 1024;
  count = 0;
  pixel = new Uint32Array(this.#most);
  share = new Float32Array(this.#most);
  triangle = new Uint32Array(this.#most);
  u = new Float32Array(this.#most);
  v = new Float32Array(this.#most);

  add(pixel: number, share: number, triangle: number, u: number, v: number): void {
    if (this.count === this.#most) this.#grow();
    const n = this.count++;
    this.pixel[n] = pixel;
    this.share[n] = share;
    this.triangle[n] = triangle;
    this.u[n] = u;
    this.v[n] = v;
  }

  #grow(): void {
    this.#most *= 2;
    const larger = <T extends Uint32Array | Float32Array>(old: T, grown: T): T => {
      grown.set(old);
      free(old);
      return grown;
    };
    this.pixel = larger(this.pixel, new Uint32Array(this.#most));
    this.triangle = larger(this.triangle, new Uint32Array(this.#most));
    this.share = larger(this.share, new Float32Array(this.#most));
    this.u = larger(this.u, new Float32Array(this.#most));
    this.v = larger(this.v, new Float32Array(this.#most));
  }

  /** The columns at their length; what they lay in is given back. */
  take(): Pick<RasterFragments, 'count' | 'pixel' | 'share' | 'triangle' | 'u' | 'v'> {
    const { count: n, pixel, share, triangle, u, v } = this;
    const taken = {
      count: n,
      pixel: pixel.slice(0, n),
      share: share.slice(0, n),
      triangle: triangle.slice(0, n),
      u: u.slice(0, n),
      v: v.slice(0, n),
    };
    free(pixel, share, triangle, u, v);
    return taken;
  }
}

/** Gathers samples of the same surface in each pixel. `part` tells surfaces apart that must not be averaged. Sorted by pixel. The samples are used up. */
export function fragmentsOf(
  width: number,
  height: number,
  screen: Float32Array,
  face: Uint32Array,
  part: Uint8Array,
  { depth, triangle }: Samples,
): RasterFragments {
  const columns = new FragmentColumns();
  const cover = new Float32Array(width * height);
  const near = new Float32Array(width * height).fill(1e9);
  for (let p = 0; p < width * height; p++) {
    const o = 4 * p;
    let used = 0;
    for (let q = 0; q < 4; q++) {
      const t = triangle[o + q]!;
      if (t < 0 || used & (1 << q)) continue;
      let count = 0;
      let sx = 0;
      let sy = 0;
      const z = depth[o + q]!;
      for (let r = q; r < 4; r++) {
        const other = triangle[o + r]!;
        if (other < 0 || used & (1 << r) || part[other] !== part[t] || Math.abs(depth[o + r]! - z) > SAME_M) continue;
        used |= 1 << r;
        count++;
        sx += SX[r]!;
        sy += SY[r]!;
      }
      const a = 3 * face[3 * t]!;
      const b = 3 * face[3 * t + 1]!;
      const c = 3 * face[3 * t + 2]!;
      const bx = screen[b]! - screen[a]!;
      const by = screen[b + 1]! - screen[a + 1]!;
      const cx = screen[c]! - screen[a]!;
      const cy = screen[c + 1]! - screen[a + 1]!;
      const area = bx * cy - by * cx;
      const dx = (p % width) + sx / count - screen[a]!;
      const dy = ((p / width) | 0) + sy / count - screen[a + 1]!;
      const u = Math.min(1, Math.max(0, (dx * cy - dy * cx) / area));
      const v = Math.min(1 - u, Math.max(0, (dy * bx - dx * by) / area));
      columns.add(p, count / 4, t, u, v);
      cover[p]! += count / 4;
      if (z < near[p]!) near[p] = z;
    }
  }
  free(depth, triangle);
  return { ...columns.take(), cover, near };
}
