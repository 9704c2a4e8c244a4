import { baseCamera, type Camera } from '../src/camera';
import { decodeSrgb } from '../src/colour/rgb';
import { cellsOf, placesIn } from '../src/day/frame/cells';
import { lightDifference } from '../src/day/frame/difference';
import type { Place } from '../src/day/frame/estimate';
import { leakIn, LEAK_MISFIT } from '../src/day/frame/leak';
import { BLACK_STOPS, evenness, measurePatch, reweighed, summarise } from '../src/day/frame/measure';
import { measuredOf } from '../src/day/frame/measured';
import { NO_META, NO_NOTES } from '../src/day/frame/record';
import { inFrame, inPlan, register, registeredBy } from '../src/day/frame/registration';
import { shrunk, squareAt } from '../src/day/frame/small';
import { stopsMore } from '../src/day/frame/exposure-of';
import { blocksOf, ceilingOf } from '../src/day/learn/bracket-blocks';
import { whiteFromCard } from '../src/day/learn/grey-card';
import { random } from '../src/figure/numeric';
import { patchBounds } from '../src/picture/patches';
import { daylightSource } from '../src/source';
import { responses } from '../src/camera/sensor';
import { painted } from './frame-support';

/** A camera that records its linear output as it is, up to white. */
const straight = (of: Camera): Camera => ({ ...of, tone: null, shoulder: 0, outputClip: 1 });

/** The steps by which a frame is read, each by itself against what was put in. */

describe('what files say of two exposures', () => {
  const meta = (shutterS: number | null, aperture: number | null, iso: number | null) => ({
    ...NO_META,
    shutterS,
    aperture,
    iso,
  });

  it.each([
    // Marks are rounded: f/5.6 to f/8 is meant as a stop, 1/60 to 1/30 too, f/6.3 and f/7.1 are thirds.
    [meta(1 / 60, 5.6, 100), meta(1 / 60, 8, 100), 1],
    [meta(1 / 30, 8, 100), meta(1 / 60, 8, 100), 1],
    [meta(1 / 60, 6.3, 100), meta(1 / 60, 7.1, 100), 1 / 3],
    [meta(1 / 125, 8, 400), meta(1 / 60, 8, 100), 1],
    [meta(1 / 60, 8, 125), meta(1 / 60, 8, 100), 1 / 3],
    [meta(1 / 60, 1.2, 100), meta(1 / 60, 1.4, 100), 0.5],
  ])('%o against %o is %d', (a, b, stops) => {
    expect(stopsMore(a, b)).toBeCloseTo(stops, 9);
    expect(stopsMore(b, a)).toBeCloseTo(-stops, 9);
  });

  it('is not guessed at where one of them does not say', () => {
    expect(stopsMore(meta(null, 8, 100), meta(1 / 60, 8, 100))).toBeNull();
    expect(stopsMore(meta(1 / 60, 8, 100), meta(1 / 60, 8, null))).toBeNull();
  });
});

describe('a light against its plan', () => {
  it.each([
    // Off, uncertain, fits: is it named, is it as planned, is it unseen?
    [0.3, 0.1, true, [true, false, false]],
    [0.2, 0.05, true, [false, false, false]],
    [0.1, 0.05, true, [false, true, false]],
    [0.5, 0.4, true, [false, false, false]],
    [0.7, 0.4, true, [true, false, false]],
    [2, 0.7, true, [false, false, true]],
    [1, 0.1, false, [false, false, false]],
    [0.05, 0.1, false, [false, false, false]],
  ] as const)('off by %d, sure to %d, fits %s', (off, uncertain, fits, [isOff, asPlanned, unseen]) => {
    for (const sign of [1, -1])
      expect(lightDifference('l', 'Rim', sign * off, uncertain, fits)).toMatchObject({ isOff, asPlanned, unseen });
  });

  it('of a frame that was graded is no evidence, whatever it says', () => {
    const lights = [lightDifference('l', 'Rim', 0.8, 0.1, true)];
    const comparison = { fits: true, reason: null, patches: [], lights, ambientStops: null, overallStops: 0.2 };
    const reading = { comparison, leak: { lightId: 'l', leak: 0.1, planned: 0, misfit: 0 } } as never;
    expect(measuredOf({ reading, notes: NO_NOTES })).toMatchObject({ fits: true, lights: [{ id: 'l', named: true, leak: 0.1 }] });
    const graded = measuredOf({ reading, notes: { ...NO_NOTES, graded: true } })!;
    expect(graded).toMatchObject({ fits: false, reason: 'graded', lights: [{ named: false }] });
    expect(measuredOf({ reading: null, notes: NO_NOTES })).toBeNull();
    expect(measuredOf({ reading: { comparison: null, leak: null } as never, notes: NO_NOTES })).toMatchObject({ fits: true });
  });
});

describe('white that passes beside a gel', () => {
  /** Its three channels are red, green and blue themselves. */
  const camera: Camera = { ...straight(baseCamera()), matrix: Float64Array.of(1, 0, 0, 0, 1, 0, 0, 0, 1) };
  const surfaces = Array.from({ length: 20 }, (_, i) => 0.05 + 0.02 * i);
  const parts = (colour: readonly number[], id = 'rim') =>
    surfaces.map((level, i) => ({
      probe: `${i}`,
      lights: [{ id, raw: colour.map((v) => v * level) as never }],
      recorded: [0, 0, 0] as const,
    }));
  const [gelled, bare] = [[0.02, 0.12, 0.9] as const, [1, 1, 1] as const];
  const placesOf = (colour: readonly number[], off: (i: number) => number = () => 1): Place[] =>
    surfaces.map((level, i) => ({
      cell: i,
      at: [0.5, 0.5] as const,
      parts: [],
      plan: { linear: [0, 0, 0], clipped: [0, 0, 0], spread: 0 },
      frame: { linear: colour.map((v, c) => v * level * (c === 0 ? off(i) : 1)) as never, clipped: [0, 0, 0], spread: 0 },
      sure: false,
    }));
  const mixed = (leak: number) => gelled.map((v, c) => v * (1 - leak) + bare[c]! * leak);
  const inside = { gelled: parts(gelled), bare: parts(bare) };
  it.each([0, 0.02, 0.1, 0.3])('%d of it is found from colours that were mixed by hand, at any level', (leak) => {
    const recorded = mixed(leak).map((v) => 0.6 * v);
    const found = leakIn(camera, { id: 'rim', leak: 0.02 }, placesOf(recorded), inside)!;
    expect(Math.abs(found.leak - leak)).toBeLessThan(0.012);
    expect(found.planned).toBe(0.02);
    expect(found.misfit).toBeLessThan(LEAK_MISFIT / 2);
  });

  it('is not thrown off by some places that read wrong', () => {
    const found = leakIn(
      camera,
      { id: 'rim', leak: 0 },
      placesOf(mixed(0.1), (i) => (i % 5 ? 1 : 1.6)),
      inside,
    )!;
    expect(Math.abs(found.leak - 0.1)).toBeLessThan(0.02);
  });

  it('a colour that no mixture makes is told as that, and too few places as nothing', () => {
    expect(leakIn(camera, { id: 'rim', leak: 0 }, placesOf([0.8, 0.05, 0.7]), inside)!.misfit).toBeGreaterThan(LEAK_MISFIT);
    expect(leakIn(camera, { id: 'rim', leak: 0 }, placesOf(mixed(0.1)).slice(0, 5), inside)).toBeNull();
    expect(leakIn(camera, { id: 'another', leak: 0 }, placesOf(mixed(0.1)), inside)).toBeNull();
    // Bare light before no gel changes nothing with its leak.
    expect(leakIn(camera, { id: 'rim', leak: 0 }, placesOf(bare), { gelled: parts(bare), bare: parts(bare) })).toBeNull();
  });
});

describe('a frame made small', () => {
  const next = random(11);
  const [width, height] = [61, 47];
  const values = Array.from({ length: 3 * width * height }, () => 1.1 * next());
  const frame = painted(width, height, (x, y) => {
    const p = 3 * (Math.floor(y * height) * width + Math.floor(x * width));
    return [Math.min(1, values[p]!), Math.min(1, values[p + 1]!), 0.3];
  });
  const at = (x: number, y: number, c: number) => frame.rgba[4 * (y * width + x) + c]!;

  it('has in every pixel the mean of those that it covers, linear, and the share of them that clips', () => {
    const small = shrunk(frame, 10, 8);
    for (const [i, j] of [
      [0, 0],
      [9, 7],
      [4, 3],
    ] as const) {
      const [x0, x1] = [Math.floor((i * width) / 10), Math.floor(((i + 1) * width) / 10)];
      const [y0, y1] = [Math.floor((j * height) / 8), Math.floor(((j + 1) * height) / 8)];
      let [sum, clipped, n] = [0, 0, 0];
      for (let y = y0; y < y1; y++)
        for (let x = x0; x < x1; x++, n++) {
          sum += decodeSrgb(at(x, y, 0) / 255);
          clipped += at(x, y, 0) >= 254 ? 1 : 0;
        }
      expect(small.linear[3 * (j * 10 + i)]).toBeCloseTo(sum / n, 5);
      expect(small.clipped[3 * (j * 10 + i)]).toBeCloseTo(clipped / n, 6);
    }
  });

  it('is read in squares that lie wholly inside of it', () => {
    const small = shrunk(frame, 10, 8);
    expect(squareAt(small, 0.05, 0.5, 2)).toBeNull();
    expect(squareAt(small, 0.5, 0.99, 1)).toBeNull();
    const square = squareAt(small, 0.5, 0.5, 1)!;
    const mean = [44, 45, 34, 35].reduce((sum, p) => sum + small.linear[3 * p]!, 0) / 4;
    expect(square.linear[0]).toBeCloseTo(mean, 5);
    expect(
      squareAt(
        shrunk(
          painted(10, 10, () => [0.2, 0.2, 0.2]),
          10,
          10,
        ),
        0.5,
        0.5,
        2,
      )!.spread,
    ).toBeCloseTo(0, 3);
  });

  it('a place at an edge of a frame is read as far as it goes', () => {
    expect(patchBounds({ probe: '', x: 0, y: 1 }, 200, 100)).toEqual({ x0: 0, x1: 2, y0: 97, y1: 99 });
    expect(patchBounds({ probe: '', x: 0.5, y: 0.5 }, 200, 100)).toEqual({ x0: 98, x1: 102, y0: 48, y1: 52 });
    // Never less than the neighbours of one pixel.
    expect(patchBounds({ probe: '', x: 0.5, y: 0.5 }, 4, 4)).toEqual({ x0: 1, x1: 3, y0: 1, y1: 3 });
  });

  it('mid-grey is no stop from itself, black is far under, and a clipped channel is counted', () => {
    const grey = painted(40, 40, () => [0.18, 0.18, 0.18]);
    expect(measurePatch(grey, { probe: 'a', x: 0.5, y: 0.5 }).stops).toBeCloseTo(0, 1);
    expect(
      measurePatch(
        painted(40, 40, () => [0, 0, 0]),
        { probe: 'a', x: 0.5, y: 0.5 },
      ).stops,
    ).toBe(BLACK_STOPS);
    const half = painted(40, 40, (x) => (x < 0.5 ? [1, 0.2, 0.2] : [0.2, 0.2, 0.2]));
    const { clipping } = summarise(half);
    expect(clipping.channels[0]).toBeCloseTo(0.5, 2);
    expect(clipping.channels[1]).toBe(0);
    // Half a frame is no small spot.
    expect(clipping.areas).toBeCloseTo(0.5, 2);
    expect(clipping.spots).toBe(0);
    const dots = painted(200, 200, (x, y) => (Math.hypot(x - 0.3, y - 0.3) < 0.01 ? [1, 1, 1] : [0.2, 0.2, 0.2]));
    expect(summarise(dots).clipping.spots).toBeGreaterThan(0);
    expect(summarise(dots).clipping.areas).toBe(0);
  });

  it('evenness is the brightest place over the darkest in stops', () => {
    const frame2 = painted(100, 20, (x) => (x < 0.5 ? [0.1, 0.1, 0.1] : [0.4, 0.4, 0.4]));
    const patches = [0.2, 0.8].map((x, i) => measurePatch(frame2, { probe: `${i}`, x, y: 0.5 }));
    expect(evenness(patches, ['0', '1'])).toBeCloseTo(2, 1);
    expect(evenness(patches, ['0'])).toBeNull();
  });

  it('frames of single lights add up linearly at other powers', () => {
    const one = painted(4, 4, () => [0.1, 0.02, 0.3]);
    const other = painted(4, 4, () => [0.2, 0.1, 0.05]);
    const linear = [...reweighed([one, other], [1, -1]).slice(0, 3)].map((v) => decodeSrgb(v / 255));
    expect(linear[0]).toBeCloseTo(0.3, 2);
    expect(linear[1]).toBeCloseTo(0.09, 2);
    expect(linear[2]).toBeCloseTo(0.625, 2);
    // What no light brings is taken off each and put back once.
    const black = painted(4, 4, () => [0.01, 0.01, 0.01]);
    const veiled = [0.11, 0.03, 0.31].map((v, c) => [v, [0.21, 0.11, 0.06][c]!] as const);
    const frames = [0, 1].map((k) => painted(4, 4, () => veiled.map((v) => v[k]!) as [number, number, number]));
    const cleared = [...reweighed(frames, [1, -1], black).slice(0, 3)].map((v) => decodeSrgb(v / 255));
    cleared.forEach((v, c) => expect(v).toBeCloseTo(linear[c]! + 0.01, 1.5));
    expect(() => reweighed([one, painted(5, 4, () => [0, 0, 0])], [0, 0])).toThrow(/different sizes/);
    expect(() => reweighed([], [])).toThrow(/no light-alone frame/);
  });
});

describe('a plan laid on a frame', () => {
  /** Blobs of any size at made-up places, so that edges run everywhere. */
  const blobs = (() => {
    const next = random(5);
    return Array.from(
      { length: 14 },
      () => [0.1 + 0.8 * next(), 0.1 + 0.8 * next(), 0.04 + 0.1 * next(), 0.05 + 0.6 * next()] as const,
    );
  })();
  const scene = (x: number, y: number): [number, number, number] => {
    let level = 0.04;
    for (const [bx, by, r, v] of blobs) if (Math.hypot(x - bx, y - by) < r) level = v;
    return [level, level, level];
  };
  const plan = shrunk(painted(240, 180, scene), 240, 180);

  it.each([
    [1, 0, 0],
    [1, 0.06, -0.04],
    [1.15, -0.03, 0.05],
    [0.9, 0.05, 0.02],
  ])('is found by its edges where scale is %d and it lies %d, %d off, in another light', (scale, dx, dy) => {
    const lies = { scale, x: dx, y: dy, likeness: 1 };
    const frame = painted(240, 180, (x, y) => {
      const [px, py] = inPlan(lies, [x, y]);
      const inside = px >= 0 && px <= 1 && py >= 0 && py <= 1;
      // Lit from the side: a steep fall from left to right.
      return (inside ? scene(px, py) : [0.04, 0.04, 0.04]).map((v) => v * 2 ** (0.8 - 1.6 * x)) as [number, number, number];
    });
    const found = register(plan, shrunk(frame, 240, 180));
    expect(found.likeness).toBeGreaterThan(0.5);
    expect(Math.abs(found.scale / scale - 1)).toBeLessThan(0.02);
    expect(Math.abs(found.x - dx)).toBeLessThan(0.01);
    expect(Math.abs(found.y - dy)).toBeLessThan(0.01);
  });

  it('another picture is not like it', () => {
    const other = painted(240, 180, (x, y) =>
      Math.sin(40 * x) * Math.cos(31 * y + 7 * x) > 0 ? [0.5, 0.5, 0.5] : [0.05, 0.05, 0.05],
    );
    expect(register(plan, shrunk(other, 240, 180)).likeness).toBeLessThan(0.22);
  });

  it('marks put there by hand decide alone: one shifts, several scale too', () => {
    const expected = [
      { probe: 'a', x: 0.3, y: 0.3 },
      { probe: 'b', x: 0.7, y: 0.6 },
    ];
    const lies = { scale: 1.2, x: 0.05, y: -0.02, likeness: 1 };
    const given = expected.map(({ probe, x, y }) => {
      const [fx, fy] = inFrame(lies, [x, y]);
      return { probe, x: fx, y: fy };
    });
    const found = registeredBy(given, expected);
    for (const side of ['scale', 'x', 'y'] as const) expect(found[side]).toBeCloseTo(lies[side], 9);
    const one = registeredBy(given.slice(0, 1), expected);
    expect(one.scale).toBe(1);
    expect(inFrame(one, [0.3, 0.3])[0]).toBeCloseTo(given[0]!.x, 9);
    expect(registeredBy([{ probe: 'z', x: 0, y: 0 }], expected)).toEqual({ scale: 1, x: 0, y: 0, likeness: 1 });
    const back = inPlan(lies, inFrame(lies, [0.2, 0.9]));
    expect(back[0]).toBeCloseTo(0.2, 12);
    expect(back[1]).toBeCloseTo(0.9, 12);
  });

  it('is read on a grid over all of it; what lies outside of the frame is left out', () => {
    const cells = cellsOf(240, 180);
    expect(cells).toHaveLength(29 * 22);
    for (const { x, y } of cells) expect(Math.min(x, y, 1 - x, 1 - y)).toBeGreaterThan(0);
    const parts = cells.map(({ probe }) => ({ probe, lights: [], recorded: [0, 0, 0] as const }));
    const still = { scale: 1, x: 0, y: 0, likeness: 1 };
    const all = placesIn(plan, plan, cells, parts, still);
    for (const { plan: there, frame: here } of all) expect(here.linear).toEqual(there.linear);
    const shifted = placesIn(plan, plan, cells, parts, { ...still, x: 0.5 });
    expect(shifted.length).toBeLessThan(0.6 * all.length);
    for (const { at } of shifted) expect(at[0]).toBeLessThan(1);
    const [cell] = cells;
    const marked = placesIn(plan, plan, cells, parts, still, [{ probe: cell!.probe, x: 0.5, y: 0.5 }])[0]!;
    expect([marked.at[0], marked.sure]).toEqual([0.5, true]);
  });
});

describe('what a camera is learned from', () => {
  it('even blocks of a bracket are read, texture is left out, and a scene of texture is refused with the remedy', () => {
    const flat = (level: number) => painted(96, 96, () => [level, level, level]);
    const blocks = blocksOf([flat(0.1), flat(0.2)]);
    expect(blocks.length).toBeGreaterThan(300);
    expect(blocks[0]![1]![0]).toBeGreaterThan(blocks[0]![0]![0]);
    const checks = painted(96, 96, (x, y) =>
      (Math.floor(96 * x) + Math.floor(96 * y)) % 2 ? [0.5, 0.5, 0.5] : [0.02, 0.02, 0.02],
    );
    expect(() => blocksOf([checks, checks])).toThrow(/larger even surfaces/);
  });

  it('the top of the curve is white, or where many places stop in two frames; else it is not known', () => {
    const at = (value: number) => [value, value, value] as const;
    const many = (a: number, b: number, n = 10) => Array.from({ length: n }, () => [at(a), at(b)]);
    expect(ceilingOf(many(0.5, 0.999), [0, 1])).toBe(1);
    expect(ceilingOf(many(0.912, 0.913), [0, 1])).toBeCloseTo(0.913, 9);
    expect(() => ceilingOf(many(0.5, 0.8), [0, 1])).toThrow(/add one exposed more/);
  });

  it('a grey card says how far white lies from its setting, and what cannot be is refused', () => {
    const set = { whiteK: 5600, tintDuv: 0 };
    const camera = straight(baseCamera(set));
    // Recorded by a camera whose white truly is that of another colour temperature.
    const recorded = (trueK: number, level = 0.3): [number, number, number] => {
      const [lit, white] = [responses(camera.sensor, daylightSource(5600)), responses(camera.sensor, daylightSource(trueK))];
      const [r, g, b] = lit.map((v, c) => v / white[c]!) as [number, number, number];
      const m = camera.matrix;
      return [0, 3, 6].map((q) => level * (m[q]! * r + m[q + 1]! * g + m[q + 2]! * b)) as [number, number, number];
    };
    const shift = whiteFromCard(recorded(5000), camera, set, daylightSource(5600));
    expect(shift.mired).toBeCloseTo(1e6 / 5000 - 1e6 / 5600, -0.5);
    expect(Math.abs(shift.duv)).toBeLessThan(0.002);
    expect(Math.abs(whiteFromCard(recorded(5600), camera, set, daylightSource(5600)).mired)).toBeLessThan(0.5);
    expect(() => whiteFromCard([0.99, 0.5, 0.5], camera, set, daylightSource(5600))).toThrow(/expose it less/);
    expect(() => whiteFromCard([0.01, 0.01, 0.01], camera, set, daylightSource(5600))).toThrow(/expose it more/);
    expect(() => whiteFromCard([0.9, 0.1, 0.05], camera, set, daylightSource(5600))).toThrow(
      /coloured more than a white can be off/,
    );
  });
});
