import { random } from '../src/figure/numeric';
import { boundsOf, growTree, plainTree, type Tree } from '../src/figure/tree';
import { shadeOf, shapeOf } from '../src/figure';
import { demoLooks } from '../src/demo';

/** Bounds of `n` boxes, as `spread` places and sizes them. */
function boxes(n: number, seed: number, spread: (next: () => number) => readonly [at: number, size: number]): Float32Array {
  const next = random(seed);
  const out = new Float32Array(6 * n);
  for (let t = 0; t < n; t++)
    for (let c = 0; c < 3; c++) {
      const [at, size] = spread(next);
      out[6 * t + c] = at - size;
      out[6 * t + 3 + c] = at + size;
    }
  return out;
}

const asArrays = ({ box, link, count, order }: Tree) => [box, link, count, order].map((list) => Array.from(list));

/** How many figures two trees differ by. */
const differing = (a: Tree, b: Tree) =>
  (['box', 'link', 'count', 'order'] as const).reduce((sum, name) => {
    const [one, other] = [a[name], b[name]];
    if (one.length !== other.length) return Infinity;
    for (let i = 0; i < one.length; i++) if (one[i] !== other[i]) sum++;
    return sum;
  }, 0);

describe('a tree of boxes', () => {
  it.each([
    ['spread evenly', boxes(3000, 1, (next) => [next(), 0.01 * next()])],
    ['in knots', boxes(2000, 2, (next) => [Math.floor(4 * next()) + 0.01 * next() ** 4, 0.1 * next() ** 8])],
    ['all in one place', boxes(900, 3, () => [0.5, 0.1])],
    ['on a grid, many alike', boxes(1500, 4, (next) => [Math.floor(3 * next()), 0])],
    ['one far from all others', boxes(700, 5, (next) => [next() < 0.001 ? 1e6 : next(), 0.001])],
  ])('is the same compiled and not: %s', (_what, bounds) => {
    expect(differing(growTree(bounds), plainTree(bounds))).toBe(0);
  });

  it('is the same compiled and not for people as they are drawn', () => {
    for (const look of demoLooks().slice(0, 3)) {
      const { mesh, bvh } = shadeOf(shapeOf(look.subject));
      const plain = plainTree(boundsOf(mesh.position, mesh.face));
      expect(differing({ ...bvh, order: bvh.source }, plain)).toBe(0);
    }
  });

  it('holds every box once, each within all that are over it', () => {
    const bounds = boxes(1200, 6, (next) => [next(), 0.02 * next()]);
    const { box, link, count, order } = growTree(bounds);
    const seen = new Set<number>();
    const within = (outer: ArrayLike<number>, o: number, inner: ArrayLike<number>, i: number) =>
      [0, 1, 2].every((c) => outer[o + c]! <= inner[i + c]! && outer[o + 3 + c]! >= inner[i + 3 + c]!);
    for (let node = 0; node < link.length; node++) {
      const to = link[node]!;
      if (to >= 0) {
        for (const child of [node + 1, to]) expect(within(box, 6 * node, box, 6 * child)).toBe(true);
        continue;
      }
      for (let at = -1 - to; at < -1 - to + count[node]!; at++) {
        expect(within(box, 6 * node, bounds, 6 * order[at]!)).toBe(true);
        seen.add(order[at]!);
      }
    }
    expect(seen.size).toBe(1200);
  });

  it('is there for nothing, and for one', () => {
    expect(growTree(new Float32Array(0)).link).toHaveLength(0);
    expect(asArrays(growTree(boxes(1, 8, () => [0, 1])))).toEqual([[-1, -1, -1, 1, 1, 1], [-1], [1], [0]]);
  });
});
