import { modifierOf, MODIFIERS } from '../src/catalogue';
import { demoLooks, nocturneLooks } from '../src/demo';
import type { Light, Look } from '../src/document';
import { amountAt } from '../src/picture/amounts';
import { headAt, seenBody } from '../src/picture/body';
import { Geometry } from '../src/picture/geometry';
import { onRoom } from '../src/picture/light-on-room';
import { free, ones } from '../src/picture/memory';
import { sizeOf, takesPart, type PictureRequest } from '../src/picture/request';
import { spotOf } from '../src/picture/room-parts';
import { findSeen, type Seen } from '../src/picture/seen';
import { faceOf } from '../src/picture/sheen';
import { random } from '../src/figure/numeric';
import { openLight, reaching } from '../src/transport/reach';
import { seenShare } from '../src/transport/seen-share';
import { toSubject, turnToSubject } from '../src/transport/stage';
import { rowsOf, sightInto, viewOf } from '../src/transport/view';

const [poster] = demoLooks() as [Look];
const [WIDTH, HEIGHT] = [96, 120];
const seen = findSeen(poster, WIDTH, HEIGHT, 'quick');

const dot = (a: readonly number[], b: readonly number[]) => a.reduce((sum, v, c) => sum + v * b[c]!, 0);

describe('the sight through a pixel', () => {
  it('has length 1, and leads to a place that the picture shows in the middle of that pixel', () => {
    const view = viewOf(poster, WIDTH, HEIGHT);
    const way = new Float64Array(3);
    for (const pixel of [0, WIDTH - 1, 17 * WIDTH + 40, HEIGHT * WIDTH - 1]) {
      sightInto(way, view, pixel);
      expect(Math.hypot(...way)).toBeCloseTo(1, 12);
      const depth = dot([...way], view.forward);
      const x = ((dot([...way], view.right) / depth / view.halfWidth + 1) * WIDTH) / 2;
      const y = ((1 - (dot([...way], view.up) / depth - view.rise) / view.halfHeight) * HEIGHT) / 2;
      expect(x).toBeCloseTo((pixel % WIDTH) + 0.5, 9);
      expect(y).toBeCloseTo(Math.floor(pixel / WIDTH) + 0.5, 9);
    }
  });

  it('is the same in a band of rows as in the whole picture', () => {
    const whole = viewOf(poster, WIDTH, HEIGHT);
    const band = rowsOf(whole, 30, 90);
    const [a, b] = [new Float64Array(3), new Float64Array(3)];
    for (const [x, y] of [
      [3, 0],
      [50, 31],
      [95, 59],
    ] as const) {
      sightInto(a, whole, (y + 30) * WIDTH + x);
      sightInto(b, band, y * WIDTH + x);
      a.forEach((v, c) => expect(b[c]).toBeCloseTo(v, 12));
    }
  });
});

describe('places of the room', () => {
  const { room, backdrop } = poster;

  it('lie on its planes, with directions of length 1 towards the eye', () => {
    const { eye } = seen.view;
    const spots = Array.from({ length: seen.room.count }, (_, i) => spotOf(seen, i));
    const most = (of: (spot: (typeof spots)[number]) => number) =>
      spots.reduce((far, spot) => Math.max(far, of(spot)), -Infinity);
    expect(most(({ nx, ny, nz }) => Math.abs(Math.hypot(nx, ny, nz) - 1))).toBeLessThan(1e-4);
    expect(most(({ x }) => Math.abs(x))).toBeLessThan(room.widthM / 2 + 0.01);
    expect(most(({ y }) => Math.max(-y, y - room.heightM))).toBeLessThan(0.01);
    expect(most(({ z }) => -z - backdrop.distanceM)).toBeLessThan(0.05);
    // All are seen from before.
    expect(most(({ x, y, z, nx, ny, nz }) => -(nx * (eye[0] - x) + ny * (eye[1] - y) + nz * (eye[2] - z)))).toBeLessThan(0);
    expect(spots.filter(({ z }) => Math.abs(z + backdrop.distanceM) < 0.02).length).toBeGreaterThan(0.3 * spots.length);
  });

  it('seen through glass are where the bent sight meets the room, not where the pixel points', () => {
    const [bottle] = nocturneLooks() as [Look];
    const through = findSeen(bottle, WIDTH, HEIGHT, 'quick');
    expect(through.room.through).toBeLessThan(through.room.count);
    let bent = 0;
    const straight = new Float64Array(3);
    for (let i = through.room.through; i < through.room.count; i++) {
      const k = 3 * (i - through.room.through);
      const [dx, dy, dz] = [0, 1, 2].map((c) => through.room.bent[k + c]!) as [number, number, number];
      if (dx === 0 && dy === 0 && dz === 0) continue;
      const { x, y, z } = spotOf(through, i);
      const off = [x, y, z].map((v, c) => v - through.room.exit[k + c]!);
      const t = dot(off, [dx, dy, dz]);
      // On the ray that leaves the glass.
      expect(Math.hypot(...off.map((v, c) => v - t * [dx, dy, dz][c]!))).toBeLessThan(1e-3);
      sightInto(straight, through.view, through.room.pixel[i]!);
      if (dot([...straight], [dx, dy, dz]) < 0.995) bent += 1;
    }
    expect(bent).toBeGreaterThan(0);
  });
});

describe('light on the room', () => {
  it('taken between places of a mesh is that of every place asked by itself', () => {
    for (const light of poster.lights) {
      const reach = reaching(light, seen.stage, undefined);
      const found = onRoom(seen, reach.points, ({ x, y, z, nx, ny, nz }) => openLight(reach, x, y, z, nx, ny, nz));
      let most = 0;
      const exact = Float64Array.from(found, (_, i) => {
        const { x, y, z, nx, ny, nz } = spotOf(seen, i);
        const open = openLight(reach, x, y, z, nx, ny, nz);
        const value =
          open > 0
            ? open *
              seenShare(
                seen.stage,
                reach.points,
                ...toSubject(seen.stage, [x, y, z]),
                ...turnToSubject(seen.stage, [nx, ny, nz]),
                0,
              )
            : 0;
        most = Math.max(most, value);
        return seen.room.fade[i]! * value;
      });
      if (most === 0) continue;
      const off = Array.from(found, (v, i) => Math.abs(v - exact[i]!) / most).sort((a, b) => a - b);
      expect(off[Math.floor(0.99 * off.length)]!).toBeLessThan(0.02);
      // At an edge that falls between the places of the mesh no more than a step of it is missed.
      expect(off.reduce((sum, v) => sum + v, 0) / off.length).toBeLessThan(0.004);
    }
  });
});

describe('a lamp in the picture', () => {
  // Seen widely, with its stand down to the floor.
  const wide = findSeen({ ...poster, camera: { ...poster.camera, focalMm: 26 } }, WIDTH, HEIGHT, 'quick');
  /** The same, with every pixel asked for the stand. */
  function stands({ view, wayM }: Seen, [px, , pz]: readonly [number, number, number], topM: number): number[] {
    const out: number[] = [];
    const way = new Float64Array(3);
    for (let p = 0; p < WIDTH * HEIGHT; p++) {
      sightInto(way, view, p);
      const [dx, dy, dz] = [way[0]!, way[1]!, way[2]!];
      const h = dx * dx + dz * dz;
      const [qx, qz] = [px - view.eye[0], pz - view.eye[2]];
      const t = (qx * dx + qz * dz) / h;
      const y = view.eye[1] + t * dy;
      if (t > 0 && t < wayM[p]! && Math.hypot(t * dx - qx, t * dz - qz) < 0.016 && y > 0 && y < topM) out.push(p);
    }
    return out;
  }

  it('has its stand under it, on every pixel that a look at all of them finds', () => {
    const light = poster.lights[0]!;
    let standing = 0;
    for (const position of [
      [0.7, 1.4, -1.2],
      [-0.45, 1.75, -0.6],
      [0.5, 1.8, -1],
      [-0.9, 1.6, -2],
    ] as const) {
      const at = { ...light, role: 'rim', position: [...position], aim: [0, 1.5, 0] } as typeof light;
      const face = faceOf(at, reaching(at, wide.stage, undefined).emission);
      const body = seenBody(wide, at, face);
      const dark = [...(body?.pixels ?? [])].filter((_, k) => body!.bright[k] === 0);
      const expected = stands(wide, [...position], position[1]).filter((p) => !isHead(body!, p));
      // What the head hides is not the stand's, and what is dark of the head is not on the stand.
      standing += expected.length;
      for (const p of expected) expect(dark).toContain(p);
    }
    expect(standing).toBeGreaterThan(60);
    function isHead(body: NonNullable<ReturnType<typeof seenBody>>, p: number): boolean {
      const k = body.pixels.indexOf(p);
      return k >= 0 && body.bright[k]! > 0;
    }
  });

  it('has its head on every pixel that a look at all of them finds, whatever it is and wherever it points', () => {
    const next = random(31);
    const between = (low: number, high: number) => low + (high - low) * next();
    const { view, wayM } = wide;
    const way = new Float64Array(3);
    let found = 0;
    for (let n = 0; n < 240; n++) {
      const light = {
        ...poster.lights[0]!,
        role: 'practical',
        position: [between(-1.6, 1.6), between(0.3, 2.6), between(-2.3, 1)],
        aim: [between(-1, 1), between(0.5, 2), between(-1.5, 2)],
        modifier: modifierOf(MODIFIERS[n % MODIFIERS.length]!.id),
      } as Light;
      const face = faceOf(light, reaching(light, wide.stage, undefined).emission);
      const expected: number[] = [];
      for (let p = 0; p < WIDTH * HEIGHT; p++) {
        sightInto(way, view, p);
        const hit = headAt(face, view.eye, way[0]!, way[1]!, way[2]!);
        if (hit > 0 && hit < wayM[p]!) expected.push(p);
      }
      const body = seenBody(wide, light, face);
      // A lamp as near as it is large is left out altogether.
      if (body) expect([n, [...body.pixels]]).toEqual([n, expected]);
      found += body ? expected.length : 0;
    }
    expect(found).toBeGreaterThan(2000);
  });

  it('is not there beside the picture, behind the camera, or hidden by the subject', () => {
    const light = poster.lights[0]!;
    const bodyAt = (position: readonly [number, number, number]) => {
      const at = { ...light, role: 'rim', position: [...position], aim: [0, 1.5, 0] } as typeof light;
      return seenBody(wide, at, faceOf(at, reaching(at, wide.stage, undefined).emission));
    };
    expect(bodyAt([6, 1.5, 0])).toBeNull();
    expect(bodyAt([0, 1.5, poster.camera.distanceM + 1])).toBeNull();
    const behind = bodyAt([0, poster.subject.faceHeightM, -0.4]);
    for (const p of behind?.pixels ?? []) expect(wide.isSubject[p]).toBe(0);
  });
});

describe('geometry that is kept', () => {
  const request = (change: Partial<PictureRequest> = {}): PictureRequest => ({
    look: poster,
    width: 4 * WIDTH,
    height: 4 * HEIGHT,
    fineness: 0,
    ...change,
  });
  const moved = (look: Look, l: number): Look => ({
    ...look,
    lights: look.lights.map((light, k) =>
      k === l ? { ...light, position: [light.position[0] + 0.1, light.position[1], light.position[2]] } : light,
    ),
  });

  it('is found once, anew for a light that moved, and again for nothing else', () => {
    const geometry = new Geometry();
    expect(geometry.isReady(request())).toBe(false);
    const first = geometry.build(request());
    expect(first.newTerms).toBe(poster.lights.length);
    expect(geometry.isReady(request())).toBe(true);
    const again = geometry.build(request());
    expect(again.newTerms).toBe(0);
    expect(again.seen).toBe(first.seen);
    const changed = { ...poster, title: 'Another', lights: poster.lights.map((light) => ({ ...light, powerStops: -3 })) };
    expect(geometry.build(request({ look: changed })).newTerms).toBe(0);
    const after = geometry.build(request({ look: moved(poster, 1) }));
    expect(after.newTerms).toBe(1);
    expect(after.terms[0]).toBe(first.terms[0]);
    expect(after.terms[1]).not.toBe(first.terms[1]);
    // The place before is still at hand.
    expect(geometry.build(request()).newTerms).toBe(0);
  });

  it('is that of the lights that take part', () => {
    const [one] = poster.lights;
    const geometry = new Geometry();
    const { terms, newTerms } = geometry.build(request({ only: one!.id }));
    expect(newTerms).toBe(1);
    expect(terms.filter(Boolean)).toHaveLength(1);
    expect(takesPart(request(), 0)).toBe(true);
    const muted = { ...poster, lights: poster.lights.map((light, i) => (i === 0 ? { ...light, muted: true } : light)) };
    expect(takesPart(request({ look: muted }), 0)).toBe(false);
    // Alone it is shown all the same.
    expect(takesPart(request({ look: muted, only: one!.id }), 0)).toBe(true);
    expect(takesPart(request({ look: muted, only: one!.id }), 1)).toBe(false);
  });

  it('of another size, view or figure is its own', () => {
    const geometry = new Geometry();
    const { seen: first } = geometry.build(request());
    for (const other of [
      request({ width: 4 * WIDTH + 8 }),
      request({ fineness: 1, width: 2 * WIDTH, height: 2 * HEIGHT }),
      request({ look: { ...poster, camera: { ...poster.camera, focalMm: poster.camera.focalMm + 10 } } }),
      request({ look: { ...poster, subject: { ...poster.subject, turnDeg: 20 } } }),
    ]) {
      expect(geometry.isReady(other)).toBe(false);
      expect(geometry.build(other).seen).not.toBe(first);
    }
  });

  it('is of the size that its fineness asks for', () => {
    expect(sizeOf(request())).toEqual({ width: WIDTH, height: HEIGHT });
    expect(sizeOf(request({ fineness: 1 }))).toEqual({ width: 2 * WIDTH, height: 2 * HEIGHT });
    expect(sizeOf(request({ fineness: 2 }))).toEqual({ width: 4 * WIDTH, height: 4 * HEIGHT });
    expect(sizeOf(request({ width: 1, height: 1 }))).toEqual({ width: 1, height: 1 });
    // A small one is never so coarse that nobody is seen in it, and never larger than it was asked for.
    expect(sizeOf(request({ width: 120, height: 90 }))).toEqual({ width: 96, height: 72 });
    expect(sizeOf(request({ width: 60, height: 80 }))).toEqual({ width: 60, height: 80 });
  });

  it('packs light in two bytes, near enough to what it was', () => {
    const geometry = new Geometry();
    const { terms, seen: built } = geometry.build(request());
    const { room } = terms[0]!;
    expect(room.codes).toHaveLength(built.room.count);
    const most = Math.max(...Array.from(room.codes, (_, i) => amountAt(room, i)));
    expect(most).toBeGreaterThan(0);
    expect(Math.max(...room.codes)).toBe(65_535);
  });
});

describe('memory of pictures', () => {
  it('of ones is one for all, as long as the longest that was asked for', () => {
    const long = ones(1000);
    expect(long).toHaveLength(1000);
    expect(long.every((v) => v === 1)).toBe(true);
    const short = ones(10);
    expect(short).toHaveLength(10);
    expect(short.buffer).toBe(ones(500).buffer);
    expect(ones(2000).every((v) => v === 1)).toBe(true);
  });

  it('is given back where the machine can, and nothing breaks where it was given back before', () => {
    const values = new Float32Array(100);
    free(values);
    expect(() => free(values)).not.toThrow();
    expect([0, 100]).toContain(values.length);
  });
});
