import type { Mesh } from './mesh';

/**
 * A tree of boxes over triangles, for rays: whether anything lies in the way, and what is met first. Flat arrays and no allocation in
 * the walks, since a picture asks some hundred thousand times.
 */
export interface Bvh {
  /** Six figures a node: low x, y, z, high x, y, z. */
  readonly box: Float32Array;
  /** Inner node: index of its second child (the first follows it); leaf: minus one minus its first triangle. */
  readonly link: Int32Array;
  /** Triangles of a leaf; 0 for an inner node. */
  readonly count: Uint8Array;
  /** Nine figures a triangle: a corner, and the two edges from it. */
  readonly triangle: Float32Array;
  /** Index of each triangle in the mesh it came from. */
  readonly source: Uint32Array;
}

const LEAF = 4;
const DEEPEST = 64;

const BINS = 12;
/** Smaller groups are cut in the middle: what a better cut would save is less than finding it costs. */
const WORTH_BINNING = 48;

/** Bounds of every triangle: low x, y, z, high x, y, z. */
function boundsOf({ position: p, face }: Mesh): Float32Array {
  const n = face.length / 3;
  const out = new Float32Array(6 * n);
  for (let t = 0; t < n; t++) {
    const a = 3 * face[3 * t]!;
    const b = 3 * face[3 * t + 1]!;
    const c = 3 * face[3 * t + 2]!;
    for (let k = 0; k < 3; k++) {
      const u = p[a + k]!;
      const v = p[b + k]!;
      const w = p[c + k]!;
      out[6 * t + k] = Math.min(u, v, w);
      out[6 * t + 3 + k] = Math.max(u, v, w);
    }
  }
  return out;
}

const bins = new Float64Array(6 * BINS);
const counts = new Int32Array(BINS);
const costs = new Float64Array(BINS);

/** Where a cut along an axis leaves the least surface times triangles on both sides. */
function cheapestCut(
  bounds: Float32Array,
  order: Uint32Array,
  from: number,
  to: number,
  axis: number,
  low: number,
  high: number,
): number {
  const width = (high - low) / BINS;
  if (!(width > 0)) return low;
  for (let k = 0; k < bins.length; k++) bins[k] = k % 6 < 3 ? Infinity : -Infinity;
  counts.fill(0);
  costs.fill(0);
  for (let i = from; i < to; i++) {
    const q = 6 * order[i]!;
    const b = Math.min(BINS - 1, Math.floor((0.5 * (bounds[q + axis]! + bounds[q + 3 + axis]!) - low) / width));
    counts[b]!++;
    for (let c = 0; c < 3; c++) {
      if (bounds[q + c]! < bins[6 * b + c]!) bins[6 * b + c] = bounds[q + c]!;
      if (bounds[q + 3 + c]! > bins[6 * b + 3 + c]!) bins[6 * b + 3 + c] = bounds[q + 3 + c]!;
    }
  }
  for (let side = 0; side < 2; side++) {
    let [x0, y0, z0, x1, y1, z1] = [Infinity, Infinity, Infinity, -Infinity, -Infinity, -Infinity];
    let n = 0;
    for (let s = 0; s < BINS - 1; s++) {
      const b = side ? BINS - 1 - s : s;
      n += counts[b]!;
      const q = 6 * b;
      x0 = Math.min(x0, bins[q]!);
      y0 = Math.min(y0, bins[q + 1]!);
      z0 = Math.min(z0, bins[q + 2]!);
      x1 = Math.max(x1, bins[q + 3]!);
      y1 = Math.max(y1, bins[q + 4]!);
      z1 = Math.max(z1, bins[q + 5]!);
      if (n > 0) costs[side ? b - 1 : b]! += n * ((x1 - x0) * (y1 - y0) + (y1 - y0) * (z1 - z0) + (z1 - z0) * (x1 - x0));
    }
  }
  let best = 0;
  for (let b = 1; b < BINS - 1; b++) if (costs[b]! < costs[best]!) best = b;
  return low + (best + 1) * width;
}

/** Of some triangles, as `extentOf` leaves it: low x, y, z and high x, y, z of all, then of their middles. */
const extent = new Float64Array(12);

/** Measures some triangles. Nothing is taken apart in here: it goes over each a dozen times, mostly before it is compiled well. */
function extentOf(bounds: Float32Array, order: Uint32Array, from: number, to: number): void {
  let x0 = Infinity;
  let y0 = Infinity;
  let z0 = Infinity;
  let x1 = -Infinity;
  let y1 = -Infinity;
  let z1 = -Infinity;
  let mx0 = Infinity;
  let my0 = Infinity;
  let mz0 = Infinity;
  let mx1 = -Infinity;
  let my1 = -Infinity;
  let mz1 = -Infinity;
  for (let i = from; i < to; i++) {
    const q = 6 * order[i]!;
    const ax = bounds[q]!;
    const ay = bounds[q + 1]!;
    const az = bounds[q + 2]!;
    const bx = bounds[q + 3]!;
    const by = bounds[q + 4]!;
    const bz = bounds[q + 5]!;
    if (ax < x0) x0 = ax;
    if (ay < y0) y0 = ay;
    if (az < z0) z0 = az;
    if (bx > x1) x1 = bx;
    if (by > y1) y1 = by;
    if (bz > z1) z1 = bz;
    const mx = ax + bx;
    const my = ay + by;
    const mz = az + bz;
    if (mx < mx0) mx0 = mx;
    if (mx > mx1) mx1 = mx;
    if (my < my0) my0 = my;
    if (my > my1) my1 = my;
    if (mz < mz0) mz0 = mz;
    if (mz > mz1) mz1 = mz;
  }
  extent[0] = x0;
  extent[1] = y0;
  extent[2] = z0;
  extent[3] = x1;
  extent[4] = y1;
  extent[5] = z1;
  extent[6] = 0.5 * mx0;
  extent[7] = 0.5 * my0;
  extent[8] = 0.5 * mz0;
  extent[9] = 0.5 * mx1;
  extent[10] = 0.5 * my1;
  extent[11] = 0.5 * mz1;
}

/** Builds the tree by the surface area heuristic in bins along the longest side, or in halves where all lie on one side. */
export function buildBvh(mesh: Mesh): Bvh {
  const { position: p, face } = mesh;
  const n = face.length / 3;
  const bounds = boundsOf(mesh);
  const order = Uint32Array.from({ length: n }, (_, t) => t);
  const most = Math.max(1, 2 * n);
  const box = new Float32Array(6 * most);
  const link = new Int32Array(most);
  const count = new Uint8Array(most);
  let nodes = 0;
  const make = (from: number, to: number, depth: number): void => {
    const node = nodes++;
    const o = 6 * node;
    extentOf(bounds, order, from, to);
    for (let c = 0; c < 6; c++) box[o + c] = extent[c]!;
    // Along the longest side that the middles take up.
    let axis = 0;
    for (let c = 1; c < 3; c++) if (extent[9 + c]! - extent[6 + c]! > extent[9 + axis]! - extent[6 + axis]!) axis = c;
    const axisLow = extent[6 + axis]!;
    const axisHigh = extent[9 + axis]!;
    if (to - from <= LEAF || depth >= DEEPEST) {
      link[node] = -1 - from;
      count[node] = Math.min(255, to - from);
      return;
    }
    const cut =
      to - from > WORTH_BINNING ? cheapestCut(bounds, order, from, to, axis, axisLow, axisHigh) : 0.5 * (axisLow + axisHigh);
    let mid = from;
    for (let i = from; i < to; i++) {
      const t = order[i]!;
      const q = 6 * t + axis;
      if (0.5 * (bounds[q]! + bounds[q + 3]!) < cut) {
        order[i] = order[mid]!;
        order[mid++] = t;
      }
    }
    if (mid === from || mid === to) mid = (from + to) >> 1;
    make(from, mid, depth + 1);
    link[node] = nodes;
    make(mid, to, depth + 1);
  };
  if (n > 0) make(0, n, 0);
  const triangle = new Float32Array(9 * n);
  for (let i = 0; i < n; i++) {
    const f = 3 * order[i]!;
    const a = 3 * face[f]!;
    const b = 3 * face[f + 1]!;
    const c = 3 * face[f + 2]!;
    for (let k = 0; k < 3; k++) {
      triangle[9 * i + k] = p[a + k]!;
      triangle[9 * i + 3 + k] = p[b + k]! - p[a + k]!;
      triangle[9 * i + 6 + k] = p[c + k]! - p[a + k]!;
    }
  }
  return { box: box.slice(0, 6 * nodes), link: link.slice(0, nodes), count: count.slice(0, nodes), triangle, source: order };
}

const stack = new Int32Array(DEEPEST + 8);
/** What was in the way last: rays that are asked one after the other go alike, and it is often in the way again. */
const blocker: { of: Float32Array | null; at: number } = { of: null, at: 0 };

/** Whether a ray of direction (dx, dy, dz) meets anything between 0 and `most`, in lengths of its direction. */
export function isBlocked(
  bvh: Bvh,
  ox: number,
  oy: number,
  oz: number,
  dx: number,
  dy: number,
  dz: number,
  most: number,
): boolean {
  const { box, link, count, triangle } = bvh;
  if (link.length === 0) return false;
  if (blocker.of === triangle) {
    const d = meets(triangle, blocker.at, ox, oy, oz, dx, dy, dz);
    if (d > 0 && d < most) return true;
  }
  const ix = 1 / dx;
  const iy = 1 / dy;
  const iz = 1 / dz;
  // Which of a box's sides comes first along each axis is the same for all boxes.
  const nearX = dx < 0 ? 3 : 0;
  const nearY = dy < 0 ? 4 : 1;
  const nearZ = dz < 0 ? 5 : 2;
  const farX = 3 - nearX;
  const farY = 5 - nearY;
  const farZ = 7 - nearZ;
  let top = 0;
  stack[top++] = 0;
  while (top > 0) {
    const node = stack[--top]!;
    const b = 6 * node;
    let near = (box[b + nearX]! - ox) * ix;
    const ny = (box[b + nearY]! - oy) * iy;
    const nz = (box[b + nearZ]! - oz) * iz;
    if (ny > near) near = ny;
    if (nz > near) near = nz;
    if (near > most) continue;
    let far = (box[b + farX]! - ox) * ix;
    const fy = (box[b + farY]! - oy) * iy;
    const fz = (box[b + farZ]! - oz) * iz;
    if (fy < far) far = fy;
    if (fz < far) far = fz;
    if (far < 0 || !(near <= far)) continue;
    const l = link[node]!;
    if (l >= 0) {
      stack[top++] = l;
      stack[top++] = node + 1;
      continue;
    }
    const first = -1 - l;
    const end = first + count[node]!;
    for (let t = first; t < end; t++) {
      const d = meets(triangle, 9 * t, ox, oy, oz, dx, dy, dz);
      if (d > 0 && d < most) {
        blocker.of = triangle;
        blocker.at = 9 * t;
        return true;
      }
    }
  }
  return false;
}

/** Way along a ray to a triangle, or -1 (Moeller and Trumbore 1997). Leaves the shares of its second and third corner in `hit`. */
const hit = new Float64Array(2);
function meets(tri: Float32Array, q: number, ox: number, oy: number, oz: number, dx: number, dy: number, dz: number): number {
  const ex = tri[q + 3]!;
  const ey = tri[q + 4]!;
  const ez = tri[q + 5]!;
  const fx = tri[q + 6]!;
  const fy = tri[q + 7]!;
  const fz = tri[q + 8]!;
  const px = dy * fz - dz * fy;
  const py = dz * fx - dx * fz;
  const pz = dx * fy - dy * fx;
  const det = ex * px + ey * py + ez * pz;
  if (det > -1e-14 && det < 1e-14) return -1;
  const inv = 1 / det;
  const sx = ox - tri[q]!;
  const sy = oy - tri[q + 1]!;
  const sz = oz - tri[q + 2]!;
  const u = (sx * px + sy * py + sz * pz) * inv;
  if (u < 0 || u > 1) return -1;
  const rx = sy * ez - sz * ey;
  const ry = sz * ex - sx * ez;
  const rz = sx * ey - sy * ex;
  const v = (dx * rx + dy * ry + dz * rz) * inv;
  if (v < 0 || u + v > 1) return -1;
  hit[0] = u;
  hit[1] = v;
  return (fx * rx + fy * ry + fz * rz) * inv;
}

/** What a ray meets first. */
export interface Met {
  /** Way along the ray. */
  readonly t: number;
  /** The triangle in the mesh that the tree was built from, and the shares of its second and third corner. */
  readonly triangle: number;
  readonly u: number;
  readonly v: number;
}

/** The first thing in a ray's way up to `most`, or null. */
export function firstHit(bvh: Bvh, origin: readonly number[], direction: readonly number[], most: number): Met | null {
  const { box, link, count, triangle, source } = bvh;
  const [ox, oy, oz] = origin as [number, number, number];
  const [dx, dy, dz] = direction as [number, number, number];
  let best: Met | null = null;
  let limit = most;
  const todo = link.length ? [0] : [];
  while (todo.length) {
    const node = todo.pop()!;
    let near = 0;
    let far = limit;
    for (let c = 0; c < 3; c++) {
      const [o, d] = [origin[c]!, direction[c]!];
      const a = (box[6 * node + c]! - o) / d;
      const b = (box[6 * node + 3 + c]! - o) / d;
      near = Math.max(near, Math.min(a, b));
      far = Math.min(far, Math.max(a, b));
    }
    if (!(near <= far)) continue;
    const l = link[node]!;
    if (l >= 0) {
      todo.push(l, node + 1);
      continue;
    }
    for (let t = -1 - l; t < -1 - l + count[node]!; t++) {
      const d = meets(triangle, 9 * t, ox, oy, oz, dx, dy, dz);
      if (d <= 0 || d >= limit) continue;
      limit = d;
      best = { t: d, triangle: source[t]!, u: hit[0]!, v: hit[1]! };
    }
  }
  return best;
}
