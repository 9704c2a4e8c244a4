import { random } from '../src/figure/numeric';
import { fragmentsOf, rasterise } from '../src/picture/raster';
import { rasteriseStrands } from '../src/picture/strand-raster';

/** Where the four samples of a pixel lie. */
const AT = [
  [0.375, 0.125],
  [0.875, 0.375],
  [0.125, 0.625],
  [0.625, 0.875],
] as const;

const [WIDTH, HEIGHT] = [24, 18];

/** Triangles strewn over a picture and round it, at depths of 1 to 3 m; every second one shows both its sides. */
function strewn(seed: number, count: number) {
  const next = random(seed);
  const screen = new Float32Array(9 * count);
  for (let i = 0; i < 3 * count; i++) {
    screen[3 * i] = (1.4 * next() - 0.2) * WIDTH;
    screen[3 * i + 1] = (1.4 * next() - 0.2) * HEIGHT;
    screen[3 * i + 2] = 1 + 2 * next();
  }
  const face = Uint32Array.from({ length: 3 * count }, (_, i) => i);
  const twoSided = Uint8Array.from({ length: count }, (_, t) => t % 2);
  return { screen, face, twoSided };
}

/** Depth of a triangle at a point of the picture, by its plane; Infinity beside it or where its back is turned. */
function depthAt({ screen, face, twoSided }: ReturnType<typeof strewn>, t: number, x: number, y: number): number {
  const corner = (k: number) => {
    const v = 3 * face[3 * t + k]!;
    return [screen[v]!, screen[v + 1]!, screen[v + 2]!] as const;
  };
  const [a, b, c] = [corner(0), corner(1), corner(2)];
  const side = (p: readonly number[], q: readonly number[], px: number, py: number) =>
    (q[0]! - p[0]!) * (py - p[1]!) - (q[1]! - p[1]!) * (px - p[0]!);
  const area = side(a, b, c[0], c[1]);
  if (area > 0 && !twoSided[t]) return Infinity;
  const weights = [side(b, c, x, y) / area, side(c, a, x, y) / area, side(a, b, x, y) / area];
  if (weights.some((w) => w < 0)) return Infinity;
  return weights[0]! * a[2] + weights[1]! * b[2] + weights[2]! * c[2];
}

describe('triangles on the samples of pixels', () => {
  it('show the nearest that covers each sample, as every triangle asked at every sample has it', () => {
    for (const seed of [1, 2, 3]) {
      const mesh = strewn(seed, 30);
      const { depth, triangle } = rasterise(WIDTH, HEIGHT, mesh.screen, mesh.face, mesh.twoSided);
      let covered = 0;
      for (let p = 0; p < WIDTH * HEIGHT; p++)
        AT.forEach(([sx, sy], q) => {
          const all = Array.from({ length: 30 }, (_, t) => depthAt(mesh, t, (p % WIDTH) + sx, Math.floor(p / WIDTH) + sy));
          const nearest = Math.min(...all);
          const o = 4 * p + q;
          if (nearest === Infinity) expect(triangle[o]).toBe(-1);
          else {
            covered += 1;
            expect(triangle[o]).toBe(all.indexOf(nearest));
            expect(depth[o]).toBeCloseTo(nearest, 4);
          }
        });
      expect(covered).toBeGreaterThan(WIDTH * HEIGHT);
    }
  });

  it('leave out what is behind the eye, and what has no area', () => {
    const one = (z: number, x = 20) => {
      const screen = Float32Array.from([2, 2, 1, 2, 16, 1, x, 2, z]);
      return rasterise(WIDTH, HEIGHT, screen, Uint32Array.from([0, 1, 2]), Uint8Array.of(1)).triangle.some((t) => t === 0);
    };
    expect(one(1)).toBe(true);
    expect(one(0.01)).toBe(false);
    expect(one(-1)).toBe(false);
    expect(one(1, 2)).toBe(false);
  });
});

describe('fragments', () => {
  const mesh = strewn(4, 24);
  const part = Uint8Array.from({ length: 24 }, (_, t) => t % 3);
  const samples = () => rasterise(WIDTH, HEIGHT, mesh.screen, mesh.face, mesh.twoSided);
  const fragments = fragmentsOf(WIDTH, HEIGHT, mesh.screen, mesh.face, part, samples());
  const { triangle: seen, depth } = samples();

  it('add up to the samples of their pixel that are covered, sorted by pixel', () => {
    const sums = new Float32Array(WIDTH * HEIGHT);
    for (let i = 0; i < fragments.count; i++) {
      sums[fragments.pixel[i]!]! += fragments.share[i]!;
      if (i > 0) expect(fragments.pixel[i]!).toBeGreaterThanOrEqual(fragments.pixel[i - 1]!);
    }
    for (let p = 0; p < WIDTH * HEIGHT; p++) {
      const covered = [0, 1, 2, 3].filter((q) => seen[4 * p + q]! >= 0);
      expect(sums[p]).toBe(covered.length / 4);
      expect(fragments.cover[p]).toBe(covered.length / 4);
      const nearest = Math.min(1e9, ...covered.map((q) => depth[4 * p + q]!));
      // Samples of one surface count as at one depth: 8 mm.
      expect(fragments.near[p]! - nearest).toBeGreaterThanOrEqual(0);
      expect(fragments.near[p]! - nearest).toBeLessThan(0.008);
    }
  });

  it('never mix parts that must not be averaged, nor what lies apart in depth', () => {
    const byPixel = new Map<number, number[]>();
    for (let i = 0; i < fragments.count; i++)
      byPixel.set(fragments.pixel[i]!, [...(byPixel.get(fragments.pixel[i]!) ?? []), fragments.triangle[i]!]);
    for (let p = 0; p < WIDTH * HEIGHT; p++) {
      const parts = new Set([0, 1, 2, 3].flatMap((q) => (seen[4 * p + q]! >= 0 ? [part[seen[4 * p + q]!]!] : [])));
      const found = new Set((byPixel.get(p) ?? []).map((t) => part[t]!));
      expect(found).toEqual(parts);
    }
  });

  it('lie on their triangle, in the middle of their samples', () => {
    for (let i = 0; i < fragments.count; i++) {
      const [u, v, t] = [fragments.u[i]!, fragments.v[i]!, fragments.triangle[i]!];
      expect(u).toBeGreaterThanOrEqual(0);
      expect(v).toBeGreaterThanOrEqual(0);
      expect(u + v).toBeLessThanOrEqual(1 + 1e-6);
      if (fragments.share[i] !== 1) continue;
      const at = (c: number) => {
        const corner = (k: number) => mesh.screen[3 * mesh.face[3 * t + k]! + c]!;
        return (1 - u - v) * corner(0) + u * corner(1) + v * corner(2);
      };
      const p = fragments.pixel[i]!;
      // Where a whole pixel shows one surface its middle is meant, unless the triangle ends before it.
      if (depthAt(mesh, t, (p % WIDTH) + 0.5, Math.floor(p / WIDTH) + 0.5) < Infinity) {
        expect(at(0)).toBeCloseTo((p % WIDTH) + 0.5, 2);
        expect(at(1)).toBeCloseTo(Math.floor(p / WIDTH) + 0.5, 2);
      }
    }
  });
});

describe('strands', () => {
  const open = { near: new Float32Array(WIDTH * HEIGHT).fill(1e9), cover: new Float32Array(WIDTH * HEIGHT) };
  const focalPx = 1000;
  /** Strands of two points each, with a width in pixels at 1 m. */
  const drawn = (lines: readonly (readonly number[])[], widePx: number, behind = open) => {
    const screen = Float32Array.from(lines.flat());
    const points = 2 * lines.length;
    const start = Uint32Array.from({ length: lines.length + 1 }, (_, i) => 2 * i);
    const width = new Float32Array(points).fill(widePx / focalPx);
    return rasteriseStrands(WIDTH, HEIGHT, screen, { start, width }, focalPx, behind.near, behind.cover);
  };
  /** What thickening makes of a share of a pixel. */
  const thick = (share: number) => 1 - (1 - share) ** 2 * (1 + share);

  it('take of the pixels that they cross what they cover of them', () => {
    // Upright, half a pixel wide, in the middle of column 5, from the top of row 2 to the bottom of row 9.
    const { count, pixel, share, left } = drawn([[5.5, 2, 1, 5.5, 10, 1]], 0.5);
    expect([...pixel.subarray(0, count)].sort((a, b) => a - b)).toEqual([2, 3, 4, 5, 6, 7, 8, 9].map((y) => y * WIDTH + 5));
    for (let i = 0; i < count; i++) expect(share[i]).toBeCloseTo(thick(0.5), 4);
    expect(left[4 * WIDTH + 5]).toBeCloseTo(1 - thick(0.5), 4);
    expect(left[4 * WIDTH + 6]).toBe(1);
  });

  it('share two columns by how they lie between them', () => {
    const { count, pixel, share } = drawn([[6, 2, 1, 6, 10, 1]], 1);
    const inRow = (y: number) => [5, 6].map((x) => share[[...pixel.subarray(0, count)].indexOf(y * WIDTH + x)]!);
    for (const y of [3, 6]) {
      const [a, b] = inRow(y);
      expect(a! + b!).toBeGreaterThan(0.7);
      expect(Math.abs(a! - b!)).toBeLessThan(0.25);
    }
  });

  it('never take more of a pixel than there is, and leave the rest, however many they are', () => {
    const next = random(8);
    const lines = Array.from({ length: 400 }, () => [
      next() * WIDTH,
      next() * HEIGHT,
      1 + next(),
      next() * WIDTH,
      next() * HEIGHT,
      1 + next(),
    ]);
    const { count, pixel, share, left } = drawn(lines, 0.8);
    const sums = new Float32Array(WIDTH * HEIGHT);
    for (let i = 0; i < count; i++) {
      expect(share[i]).toBeGreaterThan(0);
      sums[pixel[i]!]! += share[i]!;
    }
    for (let p = 0; p < sums.length; p++) expect(sums[p]! + left[p]!).toBeCloseTo(1, 4);
    expect(Math.min(...left)).toBeGreaterThanOrEqual(0);
    expect(Math.min(...left)).toBeLessThan(0.02);
  });

  it('go front to back: what is nearer takes first', () => {
    const [far, near] = [
      [5.5, 2, 2, 5.5, 10, 2],
      [5.5, 2, 1, 5.5, 10, 1],
    ];
    const { count, point, share, pixel } = drawn([far!, near!], 0.8);
    const at = 6 * WIDTH + 5;
    const of = (strand: number) =>
      [...pixel.subarray(0, count).keys()].reduce(
        (sum, i) => sum + (pixel[i] === at && point[i]! >> 1 === strand ? share[i]! : 0),
        0,
      );
    expect(of(1)).toBeGreaterThan(2.5 * of(0));
    expect(of(0)).toBeGreaterThan(0);
  });

  it('are hidden by a surface before them, and not by one behind', () => {
    const wall = (depth: number) => ({
      near: new Float32Array(WIDTH * HEIGHT).fill(depth),
      cover: new Float32Array(WIDTH * HEIGHT).fill(1),
    });
    const line = [[5.5, 2, 1, 5.5, 10, 1]];
    expect(drawn(line, 0.5, wall(0.9)).count).toBe(0);
    expect(drawn(line, 0.5, wall(1.1)).count).toBe(8);
    // Where a surface covers a pixel only in part, hair shows beside it.
    const edge = { ...wall(0.9), cover: new Float32Array(WIDTH * HEIGHT).fill(0.5) };
    expect(drawn(line, 0.5, edge).count).toBe(8);
  });

  it('behind the eye or beside the picture are not drawn', () => {
    expect(drawn([[5.5, 2, 0.01, 5.5, 10, 1]], 0.5).count).toBe(0);
    expect(drawn([[-9, 2, 1, -3, 10, 1]], 0.5).count).toBe(0);
    expect(drawn([[5, HEIGHT + 2, 1, 9, HEIGHT + 9, 1]], 0.5).count).toBe(0);
  });
});
