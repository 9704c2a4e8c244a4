import { baseCamera, recordedValue } from '../src/camera';
import { softFilterFrom, type FramePixels } from '../src/day';
import { DIFFUSIONS } from '../src/document';
import { random } from '../src/figure/numeric';
import { spreadShare } from '../src/scene/soft-filter';

const camera = baseCamera();
const [width, height] = [240, 180];

/** A made-up scene in linear light: patches from black to bright, coloured. */
function scene(seed: number): Float64Array {
  const next = random(seed);
  const patches = Array.from({ length: 12 * 9 }, () => {
    const level = 0.9 * next() ** 3;
    return [level * (0.4 + 0.6 * next()), level * (0.4 + 0.6 * next()), level * (0.4 + 0.6 * next())];
  });
  const out = new Float64Array(3 * width * height);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++)
      patches[Math.floor(y / 20) * 12 + Math.floor(x / 20)]!.forEach((v, c) => (out[3 * (y * width + x) + c] = v));
  return out;
}

function shot(linear: Float64Array): FramePixels {
  const rgba = new Uint8ClampedArray(4 * width * height).fill(255);
  for (let p = 0; p < width * height; p++)
    for (let c = 0; c < 3; c++) rgba[4 * p + c] = 255 * recordedValue(camera, linear[3 * p + c]!);
  return { rgba, width, height };
}

/** The scene through a filter that spreads a share of it over all and takes some. */
function veiled(linear: Float64Array, share: number, kept = 1): Float64Array {
  const mean = [0, 0, 0];
  linear.forEach((v, i) => (mean[i % 3]! += (3 * v) / linear.length));
  return linear.map((v, i) => kept * ((1 - share) * v + share * mean[i % 3]!));
}

describe('a soft filter by a pair of frames', () => {
  it.each([0.005, 0.02, 0.05, 0.12])('finds a veil of %f', (share) => {
    const plain = scene(3);
    const found = softFilterFrom(shot(plain), shot(veiled(plain, share)), camera);
    expect(Math.abs(found.share - share)).toBeLessThan(0.004 + 0.05 * share);
    expect(Math.abs(found.lossStops)).toBeLessThan(0.02);
    expect(found.liftStops).toBeGreaterThan(0);
  });

  it('names the strength that the plan has for it', () => {
    const plain = scene(5);
    for (const diffusion of DIFFUSIONS)
      expect(softFilterFrom(shot(plain), shot(veiled(plain, spreadShare({ diffusion }))), camera).nearest).toBe(diffusion);
  });

  it('tells what it takes of the light apart from what it spreads', () => {
    const plain = scene(9);
    const found = softFilterFrom(shot(plain), shot(veiled(plain, 0.04, 2 ** -0.5)), camera);
    expect(found.lossStops).toBeCloseTo(0.5, 1);
    expect(Math.abs(found.share - 0.04)).toBeLessThan(0.008);
  });

  it('refuses frames of different things, of one tone, and what clips', () => {
    const plain = scene(3);
    expect(() => softFilterFrom(shot(plain), shot(scene(4)), camera)).toThrow(/show different things/);
    const even = plain.map(() => 0.2);
    expect(() => softFilterFrom(shot(even), shot(even), camera)).toThrow(/one even tone/);
    expect(() => softFilterFrom(shot(plain.map((v) => 40 * v)), shot(plain), camera)).toThrow(/without the filter clips/);
    const wide = { ...shot(plain), width: 180, height: 240 };
    expect(() => softFilterFrom(shot(plain), wide, camera)).toThrow(/different shapes/);
  });
});
