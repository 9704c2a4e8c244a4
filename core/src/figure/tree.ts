import { startKernel } from '../wasm';
import { TREE_CODE } from './tree-code';

/** A tree of boxes over things with bounds. */
export interface Tree {
  /** Six figures a node: low x, y, z, high x, y, z. */
  readonly box: Float32Array;
  /** Inner node: index of its second child (the first follows it); leaf: minus one minus the place of its first thing in `order`. */
  readonly link: Int32Array;
  /** Things of a leaf; 0 for an inner node. */
  readonly count: Uint8Array;
  /** Indices of the things, those of a leaf one after the other. */
  readonly order: Uint32Array;
}

const LEAF = 4;
/** No branch is longer. */
export const DEEPEST = 64;

const BINS = 12;
/** Smaller groups are cut in the middle: what a better cut would save is less than finding it costs. */
const WORTH_BINNING = 48;

/** Bounds of every triangle: low x, y, z, high x, y, z. */
export function boundsOf(p: Float32Array, face: Uint32Array): Float32Array {
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

/** The tree in plain TypeScript: where there is no WebAssembly, and what it is tested against. */
export function plainTree(bounds: Float32Array): Tree {
  const n = bounds.length / 6;
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
  return { box: box.slice(0, 6 * nodes), link: link.slice(0, nodes), count: count.slice(0, nodes), order };
}

interface Exports {
  build(n: number, bounds: number, order: number, box: number, link: number, count: number): number;
}

/** Bytes that the kernel keeps for itself. */
const OWN = 1024;

/** The tree by WebAssembly; null where there is none. Its memory is let go: a tree is made once in a while. */
function compiledTree(bounds: Float32Array): Tree | null {
  const n = bounds.length / 6;
  const most = 2 * n;
  const [orderAt, boxAt] = [OWN + 24 * n, OWN + 28 * n];
  const linkAt = boxAt + 24 * most;
  const countAt = linkAt + 4 * most;
  const kernel = startKernel<Exports>(TREE_CODE, countAt + most);
  if (!kernel) return null;
  kernel.floats.set(bounds, OWN / 4);
  const order = kernel.words.subarray(orderAt / 4, boxAt / 4);
  for (let t = 0; t < n; t++) order[t] = t;
  const nodes = kernel.does.build(n, OWN, orderAt, boxAt, linkAt, countAt);
  const { buffer } = kernel.words;
  return {
    box: kernel.floats.slice(boxAt / 4, boxAt / 4 + 6 * nodes),
    link: new Int32Array(buffer, linkAt, nodes).slice(),
    count: new Uint8Array(buffer, countAt, nodes).slice(),
    order: order.slice(),
  };
}

/** Below this a tree is made before a kernel is started. */
const WORTH_A_KERNEL = 500;

/** Makes a tree by the surface area heuristic in bins along the longest side, or in halves where all lie on one side. `bounds` has six figures a thing. */
export function growTree(bounds: Float32Array): Tree {
  return (bounds.length / 6 >= WORTH_A_KERNEL ? compiledTree(bounds) : null) ?? plainTree(bounds);
}
