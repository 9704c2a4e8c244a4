import fc from 'fast-check';
import { buildBvh, firstHit, isBlocked, type Bvh } from '../src/figure/bvh';
import type { Mesh } from '../src/figure/mesh';

/** The tree of triangles against what is worked out for every triangle by itself, by another method than the tree's own. */
type Three = readonly [number, number, number];
type Triangle = readonly [Three, Three, Three];

const meshOf = (triangles: readonly Triangle[]): Mesh => ({
  position: Float32Array.from(triangles.flat(2)),
  face: Uint32Array.from({ length: 3 * triangles.length }, (_, i) => i),
});
const minus = (a: Three, b: Three): Three => [a[0] - b[0], a[1] - b[1], a[2] - b[2]];
const dot = (a: Three, b: Three) => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
const cross = (a: Three, b: Three): Three => [a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]];

/** Where a ray meets the plane of a triangle, if inside its three edges; and how near the edge that is. */
function meeting([a, b, c]: Triangle, from: Three, way: Three): { t: number; fromEdge: number } | null {
  const normal = cross(minus(b, a), minus(c, a));
  const along = dot(normal, way);
  if (Math.abs(along) < 1e-12) return null;
  const t = dot(normal, minus(a, from)) / along;
  const at: Three = [from[0] + t * way[0], from[1] + t * way[1], from[2] + t * way[2]];
  const insides = (
    [
      [a, b],
      [b, c],
      [c, a],
    ] as const
  ).map(([p, q]) => dot(normal, cross(minus(q, p), minus(at, p))) / dot(normal, normal));
  return { t, fromEdge: Math.min(...insides) };
}

/** What blocks a ray for certain, and what may: some triangles are met right at an edge. */
function expected(triangles: readonly Triangle[], from: Three, way: Three, most: number) {
  const met = triangles.flatMap((triangle) => meeting(triangle, from, way) ?? []);
  const near = 1e-5;
  const within = (slack: number) => met.filter(({ t, fromEdge }) => fromEdge > slack && t > slack && t < most - slack);
  return { surely: within(near), maybe: within(-near) };
}

const coordinate = fc.double({ min: -1, max: 1, noNaN: true });
const point = fc.tuple(coordinate, coordinate, coordinate);
const size = (triangle: Triangle) => Math.hypot(...cross(minus(triangle[1], triangle[0]), minus(triangle[2], triangle[0])));
const rounded = (p: Three) => p.map((v) => Math.fround(v)) as unknown as Three;
const soup = fc
  .array(fc.tuple(point, point, point), { minLength: 1, maxLength: 60 })
  .map((all) => all.map((triangle) => triangle.map(rounded) as unknown as Triangle).filter((triangle) => size(triangle) > 1e-3));

function holds(bvh: Bvh, triangles: readonly Triangle[], from: Three, way: Three, most: number): void {
  const { surely, maybe } = expected(triangles, from, way, most);
  const blocked = isBlocked(bvh, ...from, ...way, most);
  if (surely.length > 0) expect(blocked).toBe(true);
  if (maybe.length === 0) expect(blocked).toBe(false);
  const first = firstHit(bvh, from, way, most);
  expect(first !== null).toBe(blocked);
  if (first && surely.length > 0 && surely.length === maybe.length) {
    const nearest = Math.min(...surely.map(({ t }) => t));
    expect(first.t).toBeCloseTo(nearest, 4);
    const own = meeting(triangles[first.triangle]!, from, way)!;
    expect(own.t).toBeCloseTo(nearest, 4);
  }
}

describe('rays through a tree of triangles', () => {
  it('meet what they meet one by one', () => {
    fc.assert(
      fc.property(soup, point, point, fc.constantFrom(0.3, 1, 4), (triangles, from, to, most) => {
        const way = minus(to, from);
        if (triangles.length === 0 || Math.hypot(...way) < 1e-3) return;
        holds(buildBvh(meshOf(triangles)), triangles, from, way, most);
      }),
      { numRuns: 400, seed: 3 },
    );
  });

  it('also those along an axis, forward and backward, and those in the plane of a box', () => {
    const axes: Three[] = [
      [1, 0, 0],
      [-1, 0, 0],
      [0, 1, 0],
      [0, -1, 0],
      [0, 0, 1],
      [0, 0, -1],
      [1, 0, 1],
      [0, -1, 1],
    ];
    fc.assert(
      fc.property(soup, point, fc.constantFrom(...axes), (triangles, from, way) => {
        if (triangles.length > 0) holds(buildBvh(meshOf(triangles)), triangles, from, way, 3);
      }),
      { numRuns: 400, seed: 4 },
    );
    // A wall of which the ray runs along the box's own edge.
    const wall: Triangle[] = [
      [
        [0, -1, -1],
        [0, 1, -1],
        [0, -1, 1],
      ],
      [
        [0, 1, -1],
        [0, 1, 1],
        [0, -1, 1],
      ],
    ];
    const bvh = buildBvh(meshOf(wall));
    expect(isBlocked(bvh, -1, 0.2, 0.3, 1, 0, 0, 2)).toBe(true);
    expect(isBlocked(bvh, 1, 0.2, 0.3, -1, 0, 0, 2)).toBe(true);
    expect(isBlocked(bvh, -1, 0.2, 0.3, 1, 0, 0, 0.9)).toBe(false);
    expect(isBlocked(bvh, -1, 0.2, 0.3, -1, 0, 0, 2)).toBe(false);
    expect(isBlocked(bvh, -1, 1.2, 0.3, 1, 0, 0, 2)).toBe(false);
  });

  it('do not meet where they begin, nor beyond their end', () => {
    const one: Triangle = [
      [-1, 0, -1],
      [3, 0, -1],
      [-1, 0, 3],
    ];
    const bvh = buildBvh(meshOf([one]));
    expect(isBlocked(bvh, 0, 0, 0, 0, 1, 0, 5)).toBe(false);
    expect(isBlocked(bvh, 0, -1, 0, 0, 1, 0, 1)).toBe(false);
    expect(isBlocked(bvh, 0, -1, 0, 0, 1, 0, 1.001)).toBe(true);
    expect(firstHit(bvh, [0, -1, 0], [0, 1, 0], 5)).toMatchObject({ t: 1, triangle: 0, u: 0.25, v: 0.25 });
  });

  it('of one tree after another are not held up by what was in the way of the last', () => {
    const wallAt = (x: number) =>
      buildBvh(
        meshOf([
          [
            [x, -1, -1],
            [x, 3, -1],
            [x, -1, 3],
          ],
        ]),
      );
    const [near, far] = [wallAt(0.5), wallAt(5)];
    const ask = (bvh: Bvh) => isBlocked(bvh, 0, 0, 0, 1, 0, 0, 1);
    expect([ask(near), ask(far), ask(near), ask(far)]).toEqual([true, false, true, false]);
  });

  it('find nothing in an empty tree, and everything in one of many alike', () => {
    const none = buildBvh(meshOf([]));
    expect(isBlocked(none, 0, 0, 0, 1, 0, 0, 1)).toBe(false);
    expect(firstHit(none, [0, 0, 0], [1, 0, 0], 1)).toBeNull();
    const one: Triangle = [
      [0.5, -1, -1],
      [0.5, 3, -1],
      [0.5, -1, 3],
    ];
    const many = buildBvh(meshOf(Array.from({ length: 700 }, () => one)));
    expect(isBlocked(many, 0, 0, 0, 1, 0, 0, 1)).toBe(true);
    expect(isBlocked(many, 0, 3, 3, 1, 0, 0, 1)).toBe(false);
  });

  it('meet each triangle of a tree once, by the number it has in its mesh', () => {
    const row: Triangle[] = Array.from({ length: 200 }, (_, i): Triangle => {
      const x = i / 10;
      return [
        [x, 0, 0],
        [x + 0.08, 0, 0],
        [x, 0.08, 0],
      ];
    });
    const bvh = buildBvh(meshOf(row));
    const found = row.map((_, i) => firstHit(bvh, [i / 10 + 0.02, 0.02, 1], [0, 0, -1], 2)?.triangle);
    expect(found).toEqual(row.map((_, i) => i));
  });
});
