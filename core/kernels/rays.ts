// AssemblyScript: whether anything lies in the way of up to four rays from one place, all at once. Built by `npm run kernels` into
// core/src/figure/rays-code.ts; core/src/figure/bvh.ts does the same ray by ray, where this cannot run and as what it is tested against.
// Addresses are bytes.

/** Directions of four rays: x of all, then y, then z. */
const WAYS: usize = 0;
/** Addresses of nodes still to be looked into. */
const STACK: usize = 64;

/** The triangle that was met last, or 0: rays that are asked one after the other go alike, and it is often in the way again. */
let last: usize = 0;

/** Forgets what was met, as a tree is put in another's place. */
export function forget(): void {
  last = 0;
}

/** Directions that can be divided by. */
function over(way: v128): v128 {
  const least = f32x4.splat(1e-20);
  return f32x4.div(f32x4.splat(1), v128.bitselect(least, way, f32x4.lt(f32x4.abs(way), least)));
}

/** Which of four rays meet a triangle: a corner and the two edges from it (Moeller and Trumbore 1997; all but the direction is the same for the four). */
function met(at: usize, dx: v128, dy: v128, dz: v128, x: f32, y: f32, z: f32): v128 {
  const ex = load<f32>(at, 12);
  const ey = load<f32>(at, 16);
  const ez = load<f32>(at, 20);
  const fx = load<f32>(at, 24);
  const fy = load<f32>(at, 28);
  const fz = load<f32>(at, 32);
  const sx = x - load<f32>(at);
  const sy = y - load<f32>(at, 4);
  const sz = z - load<f32>(at, 8);
  const rx = sy * ez - sz * ey;
  const ry = sz * ex - sx * ez;
  const rz = sx * ey - sy * ex;
  const share = f32x4.div(f32x4.splat(1), along(dx, dy, dz, fy * ez - fz * ey, fz * ex - fx * ez, fx * ey - fy * ex));
  const u = f32x4.mul(share, along(dx, dy, dz, fy * sz - fz * sy, fz * sx - fx * sz, fx * sy - fy * sx));
  const v = f32x4.mul(share, along(dx, dy, dz, rx, ry, rz));
  const t = f32x4.mul(share, f32x4.splat(fx * rx + fy * ry + fz * rz));
  const none = f32x4.splat(0);
  const one = f32x4.splat(1);
  return v128.and(
    v128.and(v128.and(f32x4.ge(u, none), f32x4.ge(v, none)), f32x4.le(f32x4.add(u, v), one)),
    v128.and(f32x4.gt(t, none), f32x4.lt(t, one)),
  );
}

function along(dx: v128, dy: v128, dz: v128, x: f32, y: f32, z: f32): v128 {
  return f32x4.add(f32x4.add(f32x4.mul(dx, f32x4.splat(x)), f32x4.mul(dy, f32x4.splat(y))), f32x4.mul(dz, f32x4.splat(z)));
}

/**
 * Which of the first `count` rays from (x, y, z) meet anything before the end of their direction: a bit each. A node has 32 bytes: low x, y, z; for
 * an inner node the address of its second child (the first follows it), for a leaf that of its first triangle; high x, y, z; triangles of a leaf, 0
 * for an inner node. A triangle has nine f32.
 */
export function blocked(nodes: usize, count: i32, x: f32, y: f32, z: f32): i32 {
  const dx = v128.load(WAYS);
  const dy = v128.load(WAYS, 16);
  const dz = v128.load(WAYS, 32);
  const asked = (1 << count) - 1;
  // All bits of a lane that is still open.
  let open = i32x4.lt_s(i32x4(0, 1, 2, 3), i32x4.splat(count));
  if (last) {
    open = v128.andnot(open, met(last, dx, dy, dz, x, y, z));
    if (!v128.any_true(open)) return asked;
  }
  const ix = over(dx);
  const iy = over(dy);
  const iz = over(dz);
  const none = f32x4.splat(0);
  const one = f32x4.splat(1);
  // Rounding must not let a ray slip between boxes that touch (Ize 2013).
  const slack = f32x4.splat(1.000001);
  let top = STACK;
  store<usize>(top, nodes);
  top += 4;
  while (top > STACK) {
    top -= 4;
    const node = load<usize>(top);
    const x0 = f32x4.mul(f32x4.splat(load<f32>(node) - x), ix);
    const x1 = f32x4.mul(f32x4.splat(load<f32>(node, 16) - x), ix);
    const y0 = f32x4.mul(f32x4.splat(load<f32>(node, 4) - y), iy);
    const y1 = f32x4.mul(f32x4.splat(load<f32>(node, 20) - y), iy);
    const z0 = f32x4.mul(f32x4.splat(load<f32>(node, 8) - z), iz);
    const z1 = f32x4.mul(f32x4.splat(load<f32>(node, 24) - z), iz);
    const near = f32x4.pmax(f32x4.pmax(f32x4.pmin(x0, x1), f32x4.pmin(y0, y1)), f32x4.pmin(z0, z1));
    const far = f32x4.mul(slack, f32x4.pmin(f32x4.pmin(f32x4.pmax(x0, x1), f32x4.pmax(y0, y1)), f32x4.pmax(z0, z1)));
    const through = v128.and(v128.and(f32x4.le(near, far), f32x4.ge(far, none)), v128.and(f32x4.le(near, one), open));
    if (!v128.any_true(through)) continue;
    const link = load<usize>(node, 12);
    const triangles = load<i32>(node, 28);
    if (triangles === 0) {
      store<usize>(top, link);
      store<usize>(top, node + 32, 4);
      top += 8;
      continue;
    }
    const end = link + 36 * triangles;
    for (let at = link; at < end; at += 36) {
      const hits = v128.and(open, met(at, dx, dy, dz, x, y, z));
      if (!v128.any_true(hits)) continue;
      last = at;
      open = v128.andnot(open, hits);
      if (!v128.any_true(open)) return asked;
    }
  }
  return asked & ~i32x4.bitmask(open);
}
