// AssemblyScript: a tree of boxes over triangles. Built by `npm run kernels` into core/src/figure/tree-code.ts; core/src/figure/tree.ts does the same,
// figure for figure, where this cannot run and as what it is tested against. Addresses are bytes.

const LEAF: i32 = 4;
const DEEPEST: i32 = 64;
const BINS: i32 = 12;
/** Smaller groups are cut in the middle. */
const WORTH_BINNING: i32 = 48;

/** Of each bin, six f64: low x, y, z, high x, y, z. */
const BOUNDS: usize = 0;
/** Triangles of each bin, i32. */
const COUNTS: usize = 576;
/** What a cut after each bin costs, f64. */
const COSTS: usize = 624;
/** Of some triangles, f64: low x, y, z and high x, y, z of all, then of their middles. */
const EXTENT: usize = 720;

// Where the tree is made: bounds of triangles (six f32), their order (u32), boxes of nodes (six f32), their links (i32) and counts (u8).
let bounds: usize = 0;
let order: usize = 0;
let box: usize = 0;
let link: usize = 0;
let count: usize = 0;
let nodes: i32 = 0;

function measure(from: i32, to: i32): void {
  for (let c: usize = 0; c < 12; c++) store<f64>(EXTENT + 8 * c, c % 6 < 3 ? Infinity : -Infinity);
  for (let i = from; i < to; i++) {
    const q = bounds + 24 * load<u32>(order + 4 * i);
    for (let c: usize = 0; c < 3; c++) {
      const e = EXTENT + 8 * c;
      const low: f64 = load<f32>(q + 4 * c);
      const high: f64 = load<f32>(q + 4 * c, 12);
      const middle = 0.5 * (low + high);
      if (low < load<f64>(e)) store<f64>(e, low);
      if (high > load<f64>(e, 24)) store<f64>(e, high, 24);
      if (middle < load<f64>(e, 48)) store<f64>(e, middle, 48);
      if (middle > load<f64>(e, 72)) store<f64>(e, middle, 72);
    }
  }
}

/** Adds to the cost of each cut what lies on one side of it: going up, or down. */
function addCosts(up: bool): void {
  let x0 = Infinity;
  let y0 = Infinity;
  let z0 = Infinity;
  let x1 = -Infinity;
  let y1 = -Infinity;
  let z1 = -Infinity;
  let n: f64 = 0;
  for (let s = 0; s < BINS - 1; s++) {
    const b: usize = up ? s : BINS - 1 - s;
    const q = BOUNDS + 48 * b;
    n += load<i32>(COUNTS + 4 * b);
    x0 = min(x0, load<f64>(q));
    y0 = min(y0, load<f64>(q, 8));
    z0 = min(z0, load<f64>(q, 16));
    x1 = max(x1, load<f64>(q, 24));
    y1 = max(y1, load<f64>(q, 32));
    z1 = max(z1, load<f64>(q, 40));
    if (n === 0) continue;
    const at = COSTS + 8 * (up ? b : b - 1);
    store<f64>(at, load<f64>(at) + n * ((x1 - x0) * (y1 - y0) + (y1 - y0) * (z1 - z0) + (z1 - z0) * (x1 - x0)));
  }
}

/** Where a cut along an axis leaves the least surface times triangles on both sides. */
function cheapestCut(from: i32, to: i32, axis: usize, low: f64, high: f64): f64 {
  const width = (high - low) / <f64>BINS;
  if (!(width > 0)) return low;
  for (let k: usize = 0; k < 72; k++) store<f64>(BOUNDS + 8 * k, k % 6 < 3 ? Infinity : -Infinity);
  memory.fill(COUNTS, 0, EXTENT - COUNTS);
  for (let i = from; i < to; i++) {
    const q = bounds + 24 * load<u32>(order + 4 * i);
    const middle = 0.5 * (<f64>load<f32>(q + 4 * axis) + <f64>load<f32>(q + 4 * axis, 12));
    const b = min(BINS - 1, <i32>Math.floor((middle - low) / width));
    store<i32>(COUNTS + 4 * b, load<i32>(COUNTS + 4 * b) + 1);
    for (let c: usize = 0; c < 3; c++) {
      const at = BOUNDS + 48 * b + 8 * c;
      store<f64>(at, min(load<f64>(at), <f64>load<f32>(q + 4 * c)));
      store<f64>(at, max(load<f64>(at, 24), <f64>load<f32>(q + 4 * c, 12)), 24);
    }
  }
  addCosts(true);
  addCosts(false);
  let best = 0;
  for (let b = 1; b < BINS - 1; b++) if (load<f64>(COSTS + 8 * b) < load<f64>(COSTS + 8 * best)) best = b;
  return low + <f64>(best + 1) * width;
}

function make(from: i32, to: i32, depth: i32): void {
  const node = nodes++;
  measure(from, to);
  for (let c: usize = 0; c < 6; c++) store<f32>(box + 24 * node + 4 * c, <f32>load<f64>(EXTENT + 8 * c));
  let axis: usize = 0;
  let longest = load<f64>(EXTENT, 72) - load<f64>(EXTENT, 48);
  for (let c: usize = 1; c < 3; c++) {
    const long = load<f64>(EXTENT + 8 * c, 72) - load<f64>(EXTENT + 8 * c, 48);
    if (long <= longest) continue;
    axis = c;
    longest = long;
  }
  if (to - from <= LEAF || depth >= DEEPEST) {
    store<i32>(link + 4 * node, -1 - from);
    store<u8>(count + node, <u8>min(255, to - from));
    return;
  }
  const low = load<f64>(EXTENT + 8 * axis, 48);
  const high = load<f64>(EXTENT + 8 * axis, 72);
  const cut = to - from > WORTH_BINNING ? cheapestCut(from, to, axis, low, high) : 0.5 * (low + high);
  let mid = from;
  for (let i = from; i < to; i++) {
    const t = load<u32>(order + 4 * i);
    const q = bounds + 24 * t + 4 * axis;
    if (0.5 * (<f64>load<f32>(q) + <f64>load<f32>(q, 12)) < cut) {
      store<u32>(order + 4 * i, load<u32>(order + 4 * mid));
      store<u32>(order + 4 * mid, t);
      mid++;
    }
  }
  if (mid === from || mid === to) mid = (from + to) >> 1;
  make(from, mid, depth + 1);
  store<i32>(link + 4 * node, nodes);
  make(mid, to, depth + 1);
}

/** Makes the tree of `n` triangles, at least one, and answers with its nodes. What each address holds is said above; `order` is to be 0, 1, 2 and so on. */
export function build(n: i32, boundsAt: usize, orderAt: usize, boxAt: usize, linkAt: usize, countAt: usize): i32 {
  bounds = boundsAt;
  order = orderAt;
  box = boxAt;
  link = linkAt;
  count = countAt;
  nodes = 0;
  make(0, n, 0);
  return nodes;
}
