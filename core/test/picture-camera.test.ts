import { focusInto, focusOf } from '../src/picture/focus';
import { grainInto } from '../src/picture/grain';
import { drawn } from './picture-support';
import { demoLooks, type Look } from '../src';

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
    for (const v of out) expect(v).toBeCloseTo(0.5, 5);
    expect(focusOf(seen, { camera: { ...look.camera, aperture: 64 } })).toBeNull();
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
