import { baseCamera, recordInto } from '../src/camera/camera';
import { linearOutputInto } from '../src/camera/camera';
import { oklabOf } from '../src/colour/oklab';
import { demoLooks } from '../src/demo';
import type { Look } from '../src/document';
import { InputError } from '../src/errors';
import { checkLayout, DRIVE_NAMES, DRIVE_UNITS, slotsOfLayout, type Layout } from '../src/fixture/layout';
import { patchParts, readPoint } from '../src/picture/readout';
import { readScopes } from '../src/picture/scopes';
import { findSeen } from '../src/picture/seen';
import { makeStudio } from '../src/picture/studio';

const MID_GREY = 0.18;

describe('instruments of a picture', () => {
  const [width, height] = [8, 6];
  /** A picture of one value a pixel, by its number. */
  const read = (linear: (p: number) => readonly number[], recorded = linear, at = 0.5) =>
    readScopes({ width, height, at, ceiling: 1 }, (p, l, r) => {
      l.set(linear(p));
      r.set(recorded(p));
    });
  const grey = (value: number) => [value, value, value];

  it('count every pixel once, where its level is', () => {
    const { levels } = read(() => grey(MID_GREY));
    for (const channel of [levels.r, levels.g, levels.b]) {
      expect(channel.reduce((sum, share) => sum + share, 0)).toBeCloseTo(1, 12);
      const step = channel.indexOf(1);
      expect(levels.fromStops + step * levels.stepStops).toBeLessThanOrEqual(0);
      expect(levels.fromStops + (step + 1) * levels.stepStops).toBeGreaterThan(0);
    }
    expect(levels.ceilingStops).toBeCloseTo(Math.log2(1 / MID_GREY), 12);
  });

  it('keep what is darker or brighter than they reach at their ends', () => {
    const { levels } = read((p) => (p % 2 ? grey(0) : grey(1e6)));
    expect(levels.r[0]).toBeCloseTo(0.5, 12);
    expect(levels.r.at(-1)).toBeCloseTo(0.5, 12);
  });

  it('tell channels apart', () => {
    const { levels } = read(() => [2 * MID_GREY, MID_GREY, MID_GREY / 2]);
    const steps = [levels.r, levels.g, levels.b].map((channel) => channel.indexOf(1));
    const perStop = 1 / levels.stepStops;
    expect(steps[0]! - steps[1]!).toBe(perStop);
    expect(steps[1]! - steps[2]!).toBe(perStop);
  });

  it('show a colour in its place on the plane, the fullest cell as 1', () => {
    const orange = [0.9, 0.35, 0.05] as const;
    const { disc } = read(() => orange);
    const full = disc.density.indexOf(1);
    const { a, b } = oklabOf(...orange);
    const cell = (2 * disc.reach) / (disc.size - 1);
    expect(Math.abs((full % disc.size) * cell - disc.reach - a)).toBeLessThanOrEqual(cell / 2 + 1e-6);
    expect(Math.abs(disc.reach - Math.floor(full / disc.size) * cell - b)).toBeLessThanOrEqual(cell / 2 + 1e-6);
    expect(disc.density.reduce((sum, v) => sum + v, 0)).toBe(1);
    // Two colours, one on three times as many pixels.
    const both = read((p) => (p % 4 ? orange : grey(0.4))).disc.density;
    expect([...both].filter((v) => v > 0).sort()).toEqual([expect.closeTo(1 / 3, 6), 1]);
  });

  it('read a line across at the height that is asked for, and never beside the picture', () => {
    const byRow = (p: number) => grey(MID_GREY * 2 ** Math.floor(p / width));
    for (const [at, row] of [
      [0, 0],
      [0.49, 2],
      [0.5, 3],
      [1, 5],
      [7, 5],
      [-1, 0],
    ] as const) {
      const { line } = read(byRow, byRow, at);
      expect([...line.g].map((v) => Math.round(v))).toEqual(Array.from({ length: width }, () => row));
      expect(line.at).toBeCloseTo((row + 0.5) / height, 12);
    }
  });
});

describe('what is read from a place of a picture', () => {
  const [poster] = demoLooks() as [Look];
  const [width, height] = [48, 60];
  const seen = findSeen(poster, width, height, 'quick');
  const camera = baseCamera();
  const plane = (of: (p: number, c: number) => number) => {
    const raw = new Float32Array(3 * width * height);
    for (let p = 0; p < width * height; p++) for (let c = 0; c < 3; c++) raw[3 * p + c] = of(p, c);
    return raw;
  };

  it('is what all lights bring there together, each with its share of the luminance', () => {
    const parts = [
      { id: 'a', raw: plane((_, c) => [0.3, 0.1, 0.05][c]!) },
      { id: 'b', raw: plane(() => 0.05) },
      { id: 'dark', raw: plane(() => 0) },
    ];
    const { shares, channelStops, stops, clipped, hex } = readPoint(seen, camera, parts, 7);
    const out = new Float64Array(3);
    const luminance = (r: number, g: number, b: number) => {
      linearOutputInto(out, camera, r, g, b);
      return 0.2126 * out[0]! + 0.7152 * out[1]! + 0.0722 * out[2]!;
    };
    const [a, b] = [luminance(0.3, 0.1, 0.05), luminance(0.05, 0.05, 0.05)];
    expect(shares.map(({ id }) => id)).toEqual(a > b ? ['a', 'b', 'dark'] : ['b', 'a', 'dark']);
    expect(shares.reduce((sum, { share }) => sum + share, 0)).toBeCloseTo(1, 9);
    expect(shares.find(({ id }) => id === 'a')!.share).toBeCloseTo(a / (a + b), 5);
    expect(stops).toBeCloseTo(Math.log2(luminance(0.35, 0.15, 0.1) / MID_GREY), 5);
    channelStops.forEach((value, c) => expect(value).toBeCloseTo(Math.log2([0.35, 0.15, 0.1][c]! / MID_GREY), 5));
    expect(clipped).toEqual([]);
    expect(hex).toMatch(/^#[0-9a-f]{6}$/);
  });

  it('of a place without light is black, and nobody has a share of it', () => {
    const { hex, shares, clipped } = readPoint(seen, camera, [{ id: 'a', raw: plane(() => 0) }], 0);
    expect(hex).toBe('#000000');
    expect(shares).toEqual([{ id: 'a', share: 0 }]);
    expect(clipped).toEqual([]);
  });

  it('says which channels are gone', () => {
    const { clipped } = readPoint(seen, camera, [{ id: 'a', raw: plane((_, c) => (c === 0 ? 100 : 0.1)) }], 0);
    expect(clipped).toContain('R');
    expect(clipped).not.toContain('B');
  });

  it('of a small square is the mean of its pixels, of every light and as recorded', () => {
    const slope = plane((p) => 0.02 + 0.001 * (p % width));
    const mark = { probe: 'p', x: 0.5, y: 0.5 } as Parameters<typeof patchParts>[3];
    const { lights, recorded } = patchParts(seen, camera, [{ id: 'a', raw: slope }], mark);
    const [r, g, b] = lights[0]!.raw;
    // A slope has its middle's value.
    expect(r).toBeGreaterThan(0.02 + 0.001 * (width / 2 - 2));
    expect(r).toBeLessThan(0.02 + 0.001 * (width / 2 + 1));
    expect([g, b]).toEqual([expect.closeTo(r, 9), expect.closeTo(r, 9)]);
    const out = new Float64Array(3);
    recordInto(out, camera, r, g, b);
    recorded.forEach((v, c) => expect(v).toBeCloseTo(out[c]!, 2));
  });

  it('is the same of the whole picture, pixel by pixel, as its colour is drawn', () => {
    const studio = makeStudio();
    const request = { look: poster, width: 64, height: 80, fineness: 2 as const };
    const { rgba } = studio.picture(request);
    let far = 0;
    for (const [x, y] of [
      [0.5, 0.4],
      [0.1, 0.1],
      [0.8, 0.3],
      [0.5, 0.9],
    ] as const) {
      const { hex } = studio.point(request, x, y);
      const p = Math.floor(y * 80) * 64 + Math.floor(x * 64);
      [1, 3, 5].forEach((from, c) => (far = Math.max(far, Math.abs(parseInt(hex.slice(from, from + 2), 16) - rgba[4 * p + c]!))));
    }
    expect(far).toBeLessThanOrEqual(2);
  });
});

describe('slots of a fixture', () => {
  const slot = (change: Partial<Layout[number]>): Layout[number] =>
    ({ slot: 1, drives: 'level', byte: 'coarse', low: 0, high: 100, ...change }) as Layout[number];

  it('reach to the last that is told', () => {
    expect(slotsOfLayout([])).toBe(0);
    expect(slotsOfLayout([slot({ slot: 4 }), slot({ slot: 2 })])).toBe(4);
  });

  it('drive one thing each, over a range, a fine byte with its coarse one', () => {
    const fine = slot({ slot: 2, byte: 'fine' });
    expect(() => checkLayout([slot({}), fine])).not.toThrow();
    expect(() => checkLayout([slot({}), slot({ drives: 'hue', high: 360 })])).toThrow(/Slot 1 is told twice/);
    expect(() => checkLayout([fine])).toThrow(/coarse byte is missing/);
    expect(() => checkLayout([slot({ low: 50, high: 50 })])).toThrow(/0 and full must differ/);
    expect(() => checkLayout([slot({ low: 100, high: 0 })])).not.toThrow();
    expect(() => checkLayout([slot({ drives: 'fixed', low: 255, high: 255 })])).not.toThrow();
    for (const low of [-1, 256]) expect(() => checkLayout([slot({ drives: 'fixed', low })])).toThrow(/from 0 to 255/);
  });

  it('that are wrong are named by their place in the list', () => {
    try {
      checkLayout([slot({}), slot({ slot: 2, drives: 'cct', low: 3200, high: 3200 })]);
      throw new Error('It was taken.');
    } catch (error) {
      expect(error).toBeInstanceOf(InputError);
      expect((error as InputError).field).toBe('layout[1]');
    }
  });

  it('have a name, a unit and a usual range whatever they drive', () => {
    for (const drive of Object.keys(DRIVE_NAMES) as (keyof typeof DRIVE_NAMES)[]) {
      expect(DRIVE_NAMES[drive]).not.toBe('');
      const { low, high } = DRIVE_UNITS[drive];
      expect(high).toBeGreaterThan(low);
    }
  });
});
