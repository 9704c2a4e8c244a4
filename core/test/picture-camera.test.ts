import { bloomed } from '../src/picture/bloom';
import { focusInto, focusOf } from '../src/picture/focus';
import { grainInto } from '../src/picture/grain';
import { drawn } from './picture-support';
import { demoLooks } from '../src/demo';
import type { Look } from '../src/document';
import { farthest } from './support';

const poster = demoLooks()[0]!;

describe('the camera in the picture', () => {
  it('what is in focus stays sharp, what is not is spread; nothing is lost on an even ground', () => {
    const look: Look = { ...poster, camera: { ...poster.camera, aperture: 1.2, distanceM: 1.2 } };
    const { seen, raw } = drawn(look, 240, 160, 'quick');
    const focus = focusOf(seen, look)!;
    const out = new Float32Array(raw.length);
    focusInto(out, Float32Array.from(raw), seen, focus);
    expect(out).not.toEqual(Float32Array.from(raw));
    const flat = new Float32Array(raw.length).fill(0.5);
    focusInto(out, flat, seen, focus);
    expect(farthest(out, 0.5)).toBeLessThan(5e-6);
    expect(focusOf(seen, { camera: { ...look.camera, aperture: 64 } })).toBeNull();
  });

  it('what burns spreads to its neighbours, by the same share on every side; what does not burn stays', () => {
    const [width, height, clip] = [7, 5, 4];
    const raw = new Float32Array(3 * width * height).fill(0.5);
    const at = (x: number, y: number, c = 0) => 3 * (y * width + x) + c;
    raw[at(3, 2)] = clip + 2;
    const out = bloomed(raw, width, clip);
    const gained = (x: number, y: number) => out[at(x, y)]! - raw[at(x, y)]!;
    for (const [x, y] of [
      [2, 2],
      [4, 2],
      [3, 1],
      [3, 3],
    ] as const)
      expect(gained(x, y)).toBeCloseTo(0.09, 6);
    expect(gained(2, 1)).toBeCloseTo(0.024, 6);
    expect(gained(3, 2)).toBe(0);
    expect(gained(1, 2)).toBe(0);
    // Other channels of the same place, and all of a picture that burns nowhere, are left alone.
    expect(out[at(2, 2, 1)]).toBe(raw[at(2, 2, 1)]);
    expect(bloomed(raw.fill(clip), width, clip)).toBe(raw);
    // A burnt edge of the picture does not come in on the other side.
    raw.fill(0.5)[at(0, 2)] = 40;
    expect(bloomed(raw, width, clip)[at(6, 1)]).toBe(0.5);
  });

  it('grain is stronger at a higher ISO, the same each time, and none of black', () => {
    const grey = (iso: number) => {
      const rgba = new Uint8ClampedArray(4 * 64 * 64).fill(110);
      grainInto(rgba, 64, iso);
      const values = [...rgba].filter((_, i) => i % 4 === 0);
      const mean = values.reduce((sum, v) => sum + v, 0) / values.length;
      return Math.sqrt(values.reduce((sum, v) => sum + (v - mean) ** 2, 0) / values.length);
    };
    expect(grey(3200)).toBeGreaterThan(3 * grey(100));
    expect(grey(400)).toBe(grey(400));
    const black = new Uint8ClampedArray(4 * 16).fill(0);
    grainInto(black, 4, 6400);
    expect(Math.max(...black)).toBeLessThan(6);
  });
});
