import { buildBvh, isBlocked, type Bvh } from '../src/figure/bvh';
import { shadeOf, shapeOf } from '../src/figure';
import type { Mesh } from '../src/figure/mesh';
import { random } from '../src/figure/numeric';
import { fourRays, isInWay, plainRays, raysThrough, type Rays } from '../src/figure/rays';
import { demoLooks } from '../src/demo';

/** Four rays at once in WebAssembly against one after the other in TypeScript, which bvh.test.ts holds against every triangle by itself. */

const four = fourRays()!;
const plain = plainRays();

type Three = readonly [number, number, number];

function ask(rays: Rays, from: Three, ways: readonly Three[]): number {
  ways.forEach((way, k) => way.forEach((v, c) => (rays.way[4 * c + k] = v)));
  return rays.blocked(ways.length, ...from);
}

const wallAt = (x: number): Bvh =>
  buildBvh({ position: Float32Array.of(x, -1, -1, x, 3, -1, x, -1, 3), face: Uint32Array.of(0, 1, 2) });

describe('four rays at once', () => {
  it('are what shadows are cast with here', () => {
    expect(raysThrough(wallAt(1)).constructor).toBe(four.through(wallAt(1)).constructor);
  });

  it('meet what they meet one by one, in any number, along axes too', () => {
    const next = random(5);
    const point = (): Three => [2 * next() - 1, 2 * next() - 1, 2 * next() - 1];
    const axis = (): Three => [0, 1, 2].map((c) => (c === Math.floor(3 * next()) ? 2 * next() - 1 : 0)) as unknown as Three;
    let [asked, met, apart] = [0, 0, 0];
    for (let n = 0; n < 1500; n++) {
      const count = 1 + (n % 40);
      const mesh: Mesh = {
        position: Float32Array.from(Array.from({ length: 3 * count }, point).flat()),
        face: Uint32Array.from({ length: 3 * count }, (_, i) => i),
      };
      const tree = buildBvh(mesh);
      for (let m = 0; m < 10; m++) {
        const from = point();
        const ways = Array.from({ length: 1 + (m % 4) }, () => (next() < 0.3 ? axis() : point()));
        const [a, b] = [four, plain].map((walker) => ask(walker.through(tree), from, ways)) as [number, number];
        expect(a).toBeLessThan(1 << ways.length);
        for (let k = 0; k < ways.length; k++) {
          asked++;
          met += (b >> k) & 1;
          apart += ((a ^ b) >> k) & 1;
        }
      }
    }
    expect(met / asked).toBeGreaterThan(0.2);
    // A ray along the very edge of a triangle goes either way by rounding.
    expect(apart / asked).toBeLessThan(1e-4);
  });

  it('see of lamps all round what each by itself sees, at a person and the room round them', () => {
    const tree = shadeOf(shapeOf(demoLooks()[0]!.subject)).bvh;
    const next = random(11);
    const some = (half: number): Three => [half * (2 * next() - 1), half * (2 * next() - 1), half * (2 * next() - 1)];
    let [apart, blocked] = [0, 0];
    const COUNT = 6000;
    for (let n = 0; n < COUNT; n++) {
      const from = some(n % 2 ? 0.3 : 2);
      const lamp = some(2.5);
      const ways = [0, 1, 2, 3].map(() => {
        const [x, y, z] = some(0.4);
        return [lamp[0] + x - from[0], lamp[1] + y - from[1], lamp[2] + z - from[2]] as const;
      });
      const [a, b] = [four, plain].map((walker) => ask(walker.through(tree), from, ways)) as [number, number];
      for (let k = 0; k < 4; k++) {
        blocked += (b >> k) & 1;
        apart += ((a ^ b) >> k) & 1;
      }
    }
    expect(blocked).toBeGreaterThan(COUNT / 3);
    expect(apart).toBeLessThan((4 * COUNT) / 5000);
  });

  it('of one tree after another are not held up by what was in the way of the last, nor by rays of before', () => {
    const [near, far] = [wallAt(0.5), wallAt(5)];
    const east: Three = [1, 0, 0];
    const west: Three = [-1, 0, 0];
    for (const walker of [four, plain]) {
      const through = (tree: Bvh, ...ways: Three[]) => ask(walker.through(tree), [0, 0, 0], ways);
      expect(through(near, east, west, east, west)).toBe(0b0101);
      expect(through(far, east, west)).toBe(0);
      expect(through(near, west)).toBe(0);
      expect(through(near, west, east)).toBe(0b10);
    }
    expect(isInWay(near, 0, 0, 0, 1, 0, 0)).toBe(isBlocked(near, 0, 0, 0, 1, 0, 0, 1));
    expect(isInWay(far, 0, 0, 0, 1, 0, 0)).toBe(false);
  });

  it('begin behind where they begin, and end before their end', () => {
    const wall = wallAt(1);
    for (const walker of [four, plain]) {
      expect(ask(walker.through(wall), [1, 0, 0], [[1, 0, 0]])).toBe(0);
      expect(ask(walker.through(wall), [0, 0, 0], [[1, 0, 0]])).toBe(0);
      expect(ask(walker.through(wall), [0, 0, 0], [[1.001, 0, 0]])).toBe(1);
    }
  });

  it('find room for a larger tree than the last, and nothing in an empty one', () => {
    const next = random(3);
    const many = buildBvh({
      position: Float32Array.from({ length: 9 * 20_000 }, () => 2 + next()),
      face: Uint32Array.from({ length: 3 * 20_000 }, (_, i) => i),
    });
    expect(ask(four.through(many), [0, 0, 0], [[4, 4, 4]])).toBe(1);
    expect(ask(four.through(wallAt(1)), [0, 0, 0], [[4, 4, -8]])).toBe(0);
    expect(ask(four.through(many), [0, 0, 0], [[-4, -4, -4]])).toBe(0);
    const none = buildBvh({ position: new Float32Array(), face: new Uint32Array() });
    expect(isInWay(none, 0, 0, 0, 1, 1, 1)).toBe(false);
  });
});
