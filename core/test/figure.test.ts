import { readFileSync, readdirSync, statSync } from 'node:fs';
import path from 'node:path';
import { gunzipSync } from 'node:zlib';
import fc from 'fast-check';
import { buildBvh, firstHit, isBlocked } from '../src/figure/bvh';
import { FigureFileError, fromResiduals, Reader, residuals, shareBytes, sharesOf, Writer, before } from '../src/figure/codec';
import { bakeHead } from '../src/figure/make/bake';
import { makeNet, netFaces } from '../src/figure/make/net';
import { loopValues, neighboursOf, subdivideFaces, vertexNormals, type Mesh } from '../src/figure/mesh';
import { random } from '../src/figure/numeric';
import { posed, posing, unposed } from '../src/figure/pose';
import { partsOf } from '../src/figure/shape';
import { hairDepth, volumeOf } from '../src/figure/volume';
import { throughGlass } from '../src/figure/glass';
import { fibre, type FibreOut } from '../src/transport/fibre';
import { demoLooks } from '../src/demo';
import { GARMENT_IDS, HEADWEAR, PERSON_IDS, SUBJECT_FORMS } from '../src/document';
import { figureOf, FigureMissingError, providePart, type SubjectShape } from '../src/figure';
import { shapeOf } from '../src/figure';
import { farthest } from './support';

const FOLDER = path.join(__dirname, '../figures');
const shape: SubjectShape = {
  form: 'person',
  person: 'bald',
  garment: 'shirt',
  headwear: 'none',
  sunglasses: false,
  headTurnDeg: 6,
};

/** A ball of triangles. */
function ball(): Mesh {
  const net = makeNet((x, y, z) => Math.hypot(x, y, z) - 3, [-4, -4, -4], [4, 4, 4], 0.5);
  return { position: net.position, face: net.face };
}

describe('baked figures', () => {
  it('are within their sizes: a quick subject under 150 kB, a fine one under 500 kB in all', () => {
    const size = (part: string, detail: string) => statSync(path.join(FOLDER, `${part}.${detail}.bin.gz`)).size;
    for (const form of SUBJECT_FORMS)
      for (const person of PERSON_IDS)
        for (const garment of GARMENT_IDS) {
          const parts = partsOf({ ...shape, form, person, garment });
          const quick = parts.reduce((sum, part) => sum + size(part, 'quick'), 0);
          expect(quick).toBeLessThan(form === 'seated' ? 172_000 : 152_000);
          expect(quick + parts.reduce((sum, part) => sum + size(part, 'fine'), 0)).toBeLessThan(500_000);
        }
  });

  it('come out the same from the same parameters', () => {
    const { quick, fine } = bakeHead('bald');
    const file = (detail: string) => gunzipSync(readFileSync(path.join(FOLDER, `head-bald.${detail}.bin.gz`)));
    expect(Buffer.from(quick).equals(file('quick'))).toBe(true);
    expect(Buffer.from(fine).equals(file('fine'))).toBe(true);
  });

  it('every part that a subject can ask for is there', () => {
    const files = new Set(readdirSync(FOLDER));
    for (const headwear of HEADWEAR)
      for (const part of partsOf({ ...shape, headwear, sunglasses: true }))
        for (const detail of ['quick', 'fine']) expect(files).toContain(`${part}.${detail}.bin.gz`);
  });

  it('a damaged file is named, with what to do, and nothing of it is kept', () => {
    const good = gunzipSync(readFileSync(path.join(FOLDER, 'lens.quick.bin.gz')));
    for (const bytes of [
      good.subarray(0, 200),
      Buffer.concat([good, Buffer.from([1])]),
      Buffer.from('not a figure'),
      Buffer.alloc(0),
    ])
      expect(() => providePart('lens', 'quick', bytes)).toThrow(FigureMissingError);
    expect(() => providePart('lens', 'quick', Buffer.from('not a figure at all'))).toThrow(/"lens".*npm run figures/s);
    fc.assert(
      fc.property(fc.integer({ min: 8, max: good.length - 1 }), fc.integer({ min: 0, max: 255 }), (at, value) => {
        const bent = Buffer.from(good);
        bent[at] = value;
        try {
          providePart('lens', 'quick', bent);
        } catch (error) {
          // Whatever is wrong, it is told as such.
          expect(error).toBeInstanceOf(FigureMissingError);
        }
      }),
      { numRuns: 60, seed: 4 },
    );
    providePart('lens', 'quick', good);
  });

  it('are made into a figure once all is there', () => {
    const [quick, fine] = [figureOf(shape, 'quick'), figureOf(shape, 'fine')];
    expect(fine.surface.length).toBeGreaterThan(2 * quick.surface.length);
    expect(fine.shade).toBe(quick.shade);
    expect(figureOf(shape, 'quick')).toBe(quick);
    for (const values of [quick.position, quick.normal]) expect(farthest(values, 0)).toBeLessThan(Infinity);
    // A person of ordinary size, on their feet.
    expect(quick.shade.high[1] - quick.shade.low[1]).toBeGreaterThan(1.5);
    expect(quick.shade.high[1] - quick.shade.low[1]).toBeLessThan(2);
    expect(quick.shade.patches.reduce((sum, { areaM2 }) => sum + areaM2, 0)).toBeLessThan(1);
    expect(demoLooks().map((look) => shapeOf(look.subject).person)).toContain('curls');
  });
});

describe('people', () => {
  it('wear everything, whoever they are: also the bald a cap', () => {
    for (const person of PERSON_IDS)
      for (const headwear of HEADWEAR) {
        const { strands, who } = figureOf({ ...shape, person, headwear, garment: 'sweater' }, 'quick');
        const count = (kind: number) => strands!.kind.reduce((n, k) => n + (k === kind ? 1 : 0), 0);
        // Brows are left to all; hair to all who have some, less of it under a hat.
        expect(count(1)).toBeGreaterThan(0);
        expect(count(0) > 0).toBe(who!.hair.strands > 0);
        if (headwear === 'none') continue;
        const bare = figureOf({ ...shape, person, garment: 'sweater' }, 'quick').strands!.kind.length;
        expect(strands!.kind.length).toBeLessThanOrEqual(bare);
      }
  });

  it('wear cloth that closes round the neck: no moat lies between collar and shoulders', () => {
    // A coat's collar stands off and hides what is under it.
    for (const garment of GARMENT_IDS.filter((one) => one !== 'coat')) {
      const { shade } = figureOf({ ...shape, garment, headTurnDeg: 0 }, 'quick');
      // Height of what is met straight down, so far from the neck's axis; from under the chin.
      const height = (radius: number, angle: number) => {
        const [x, z] = [1.05 * radius * Math.cos(angle), -0.065 + radius * Math.sin(angle)];
        const met = firstHit(shade.bvh, [x, -0.1, z], [0, -1, 0], 0.4);
        return met ? -0.1 - met.t : -1;
      };
      for (let k = 0; k < 24; k++) {
        const angle = (Math.PI * k) / 12;
        const shoulder = height(0.105, angle);
        for (const radius of [0.068, 0.076, 0.084, 0.092])
          expect({ garment, k, radius, deep: height(radius, angle) < shoulder - 0.012 }).toEqual({
            garment,
            k,
            radius,
            deep: false,
          });
      }
    }
  });
});

describe('the format of baked parts', () => {
  it('gives back what was written', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: -9000, max: 9000 }), { minLength: 3, maxLength: 90 }), (list) => {
        const q = Int32Array.from(list.slice(0, list.length - (list.length % 3)));
        const bits = Uint8Array.from(list, (v) => (v > 0 ? 1 : 0));
        const bytes = new Writer()
          .u32(q.length)
          .i16(residuals(q, before, 3))
          .runs(bits)
          .f32(1.5)
          .bytes();
        const r = new Reader(bytes);
        expect(r.count()).toBe(q.length);
        expect(fromResiduals(r.i16(q.length), before, 3)).toEqual(q);
        expect(r.runs(bits.length)).toEqual(bits);
        expect(r.f32()).toBe(1.5);
        r.end();
      }),
    );
    const shares = [0, 0.2, 1, 0.5, 0.501];
    sharesOf(shareBytes(shares)).forEach((v, i) => expect(Math.abs(v - shares[i]!)).toBeLessThan(1 / 254));
    expect(() => new Reader(Uint8Array.from([1, 2, 3, 4, 5, 6, 7, 8]))).toThrow(FigureFileError);
    expect(() => new Reader(new Writer().u32(9).bytes()).i16(4)).toThrow(/too early/);
  });
});

describe('meshes', () => {
  it('a net of a ball lies on it and looks outwards; its faces come back from what lies inside', () => {
    const net = makeNet((x, y, z) => Math.hypot(x, y, z) - 3, [-4, -4, -4], [4, 4, 4], 0.5);
    const n = vertexNormals(net);
    for (let v = 0; v < net.position.length / 3; v++) {
      const [x, y, z] = [0, 1, 2].map((c) => net.position[3 * v + c]!) as [number, number, number];
      expect(Math.hypot(x, y, z)).toBeCloseTo(3, 1);
      expect((x * n[3 * v]! + y * n[3 * v + 1]! + z * n[3 * v + 2]!) / 3).toBeGreaterThan(0.9);
    }
    expect(netFaces(net.size, net.inside).face).toEqual(net.face);
    // Closed: every edge has two faces, so Euler's number is 2.
    const edges = net.face.length / 2;
    expect(net.position.length / 3 - edges + net.face.length / 3).toBe(2);
  });

  it('subdivision keeps old vertices, makes four faces of one, and draws a closed mesh inwards a little', () => {
    const mesh = ball();
    const step = subdivideFaces(mesh.face, mesh.position.length / 3);
    expect(step.face.length).toBe(4 * mesh.face.length);
    const finer = loopValues(step, mesh.position, 3);
    const radius = (p: Float32Array) => {
      let sum = 0;
      for (let v = 0; v < p.length / 3; v++) sum += Math.hypot(p[3 * v]!, p[3 * v + 1]!, p[3 * v + 2]!);
      return sum / (p.length / 3);
    };
    expect(radius(finer)).toBeLessThan(radius(mesh.position));
    expect(radius(finer)).toBeGreaterThan(0.95 * radius(mesh.position));
    const { row, column } = neighboursOf(mesh.face, mesh.position.length / 3);
    expect(row[row.length - 1]).toBe(column.length);
  });

  it('the tree of boxes finds what every triangle by itself gives', () => {
    const mesh = ball();
    const bvh = buildBvh(mesh);
    const next = random(3);
    const about = () => 10 * next() - 5;
    for (let k = 0; k < 400; k++) {
      const from = [about(), about(), about()];
      const to = [about(), about(), about()];
      const way = to.map((v, c) => v - from[c]!);
      let nearest = Infinity;
      for (let t = 0; t < mesh.face.length; t += 3) nearest = Math.min(nearest, meet(mesh, t, from, way));
      const hit = firstHit(bvh, from, way, 1);
      if (nearest < 1) expect(hit!.t).toBeCloseTo(nearest, 5);
      else expect(hit).toBeNull();
      expect(isBlocked(bvh, ...(from as [number, number, number]), ...(way as [number, number, number]), 1)).toBe(nearest < 1);
    }
  });
});

/** Way along a ray to one triangle, by its plane and three edges. */
function meet({ position: p, face }: Mesh, t: number, from: readonly number[], way: readonly number[]): number {
  const at = (k: number) => [0, 1, 2].map((c) => p[3 * face[t + k]! + c]!);
  const minus = (a: number[], b: readonly number[]) => a.map((v, c) => v - b[c]!);
  const cross = (a: number[], b: number[]) => [
    a[1]! * b[2]! - a[2]! * b[1]!,
    a[2]! * b[0]! - a[0]! * b[2]!,
    a[0]! * b[1]! - a[1]! * b[0]!,
  ];
  const dot = (a: readonly number[], b: readonly number[]) => a[0]! * b[0]! + a[1]! * b[1]! + a[2]! * b[2]!;
  const [a, b, c] = [at(0), at(1), at(2)];
  const n = cross(minus(b, a), minus(c, a));
  const s = dot(n, way);
  if (Math.abs(s) < 1e-12) return Infinity;
  const d = dot(n, minus(a, from)) / s;
  if (d <= 0) return Infinity;
  const q = from.map((v, k) => v + d * way[k]!);
  const inside = (
    [
      [a, b],
      [b, c],
      [c, a],
    ] as const
  ).every(([u, v]) => dot(cross(minus(v, u), minus(q, u)), n) >= 0);
  return inside ? d : Infinity;
}

describe('posing and hair', () => {
  it('turns the head and not the feet, keeps lengths, and is undone again', () => {
    const pose = posing({ headYaw: 0.5, headRoll: 0.05, nod: 0.04, bodyYaw: -0.2 });
    const rest = Float32Array.from([4, 2, 5, 4, -100, 5, 0, -12, 0]);
    const turned = posed(pose, rest, 1);
    const yaw = (i: number) =>
      Math.atan2(turned[3 * i]!, turned[3 * i + 2]! + 6) - Math.atan2(rest[3 * i]!, rest[3 * i + 2]! + 6);
    expect(Math.abs(yaw(0) - 0.5)).toBeLessThan(0.1);
    expect(yaw(1)).toBeCloseTo(-0.2, 5);
    const out = new Float64Array(6);
    unposed(pose, out, turned[3]!, turned[4]!, turned[5]!, 0, 1, 0);
    [4, -100, 5].forEach((v, c) => expect(out[c]).toBeCloseTo(v, 4));
  });

  it('a volume takes as much light as the strands in it are wide', () => {
    // A mat of upright strands, 0.02 cm wide, one every 0.1 cm: along x a depth of 0.02 / 0.1^2 per cm.
    const place: number[] = [];
    const start = [0];
    for (let i = 0; i < 60; i++)
      for (let k = 0; k < 60; k++) {
        for (let s = 0; s <= 12; s++) place.push(0.1 * i, 0.5 * s, 0.1 * k);
        start.push(place.length / 3);
      }
    const volume = volumeOf(Float32Array.from(place), () => 0.02, start, 0.75);
    expect(Math.abs(hairDepth(volume, -5, 3, 3, 1, 0, 0, 20) / ((0.02 / 0.01) * 6) - 1)).toBeLessThan(0.1);
    expect(hairDepth(volume, -5, 30, 3, 1, 0, 0, 20)).toBe(0);
    expect(hairDepth(volume, 3, 3, 3, 1, 0, 0, 20)).toBeLessThan(hairDepth(volume, -5, 3, 3, 1, 0, 0, 20));
  });

  it('a fibre sends less than it gets, most of it mirrored where angles are alike', () => {
    const out: FibreOut = { reflected: 0, through: 0, scattered: 0 };
    let sum = 0;
    const n = 60;
    for (let i = 0; i < n; i++)
      for (let k = 0; k < n; k++) {
        const z = (2 * (i + 0.5)) / n - 1;
        const r = Math.sqrt(1 - z * z);
        const a = (2 * Math.PI * (k + 0.5)) / n;
        fibre(out, 0, 0, 1, r * Math.cos(a), r * Math.sin(a), z, 1, 0, 0, 1, 0.02, true);
        // A strand is as wide towards the eye as it is long there.
        const width = Math.sqrt(1 - (r * Math.cos(a)) ** 2);
        // Palest hair: half of the light is scattered back, seven tenths come once through.
        sum += ((out.reflected + 0.7 * out.through + 0.5 * out.scattered) / Math.PI) * width * ((4 * Math.PI) / (n * n));
      }
    expect(sum).toBeLessThan(1);
    expect(sum).toBeGreaterThan(0.1);
    fibre(out, 0, 0, 1, 0, 0, 1, 1, 0, 0, 1, 0.02, true);
    const straight = out.reflected;
    fibre(out, 0, 0, 1, 0.8, 0, 0.6, 1, 0, 0, 1, 0.02, true);
    expect(straight).toBeGreaterThan(2 * out.reflected);
  });

  it('light that meets glass straight goes on straight, at a slant it is bent and comes out as it went in', () => {
    const straight = throughGlass([0, -1, 1.85], [0, 0, -1])!;
    expect(straight.direction[2]).toBeCloseTo(-1, 3);
    expect(straight.liquidCm).toBeGreaterThan(2);
    const s = Math.sin(0.3);
    const slanted = throughGlass([0.5, -1, 1.85], [-s, 0, -Math.cos(0.3)])!;
    expect(slanted.direction[0]).toBeCloseTo(-s, 1);
    // Inside it went by Snell's law: a smaller slant than outside.
    const across = (0.5 - slanted.place[0]) / 3.7;
    expect(across).toBeCloseTo(Math.tan(Math.asin(s / 1.46)), 1);
  });
});
