import type { Mesh } from './mesh';
import { boundsOf, DEEPEST, growTree } from './tree';

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

/** Builds the tree by the surface area heuristic in bins along the longest side, or in halves where all lie on one side. */
export function buildBvh({ position: p, face }: Mesh): Bvh {
  const n = face.length / 3;
  const { box, link, count, order } = growTree(boundsOf(p, face));
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
  return { box, link, count, triangle, source: order };
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
