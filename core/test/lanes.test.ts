import { spawnSync } from 'node:child_process';
import { fourLanes, lanes } from '../src/picture/lanes-four';
import { plainLanes } from '../src/picture/lanes-plain';
import type { Noise, Recording } from '../src/picture/lanes';
import { random } from '../src/figure/numeric';

/** The kernel in WebAssembly against the same in TypeScript, which is read and tested with the pictures. */

const four = fourLanes()!;
const next = random(7);
/** Sizes with a rest at every step: of four, of sixteen, of a chunk. */
const PIXELS = [1, 3, 4, 5, 127, 4096, 4097, 9001];

const values = (pixels: number, most = 1.4) => Float32Array.from({ length: 3 * pixels }, () => most * next() ** 3);

const RECORDING: Recording = {
  clip: 1,
  matrix: Float64Array.from([1.7, -0.5, -0.2, -0.3, 1.6, -0.3, 0.05, -0.6, 1.55], (v) => v * 1000),
  table: Uint8Array.from({ length: 5001 }, (_, i) => Math.max(0, Math.min(255, (i - 1200) / 4))),
  zero: 1200,
};

function mostApart(a: Uint8ClampedArray, b: Uint8ClampedArray): number {
  return a.reduce((most, v, i) => Math.max(most, Math.abs(v - b[i]!)), 0);
}

describe('four lanes and one', () => {
  it('is what pictures are made with here', () => {
    expect(lanes()).not.toBe(plainLanes);
  });

  it.each(PIXELS)('add and scale %d pixels alike', (pixels) => {
    const [raw, own] = [values(pixels), values(pixels)];
    const [a, b] = [raw.slice(), raw.slice()];
    for (const [one, into] of [
      [four, a],
      [plainLanes, b],
    ] as const) {
      one.addTimes(into, own, [0.5, -0.25, 3]);
      one.scale(into, [2, 0.1, 1.7]);
    }
    a.forEach((v, i) => expect(Math.abs(v - b[i]!)).toBeLessThanOrEqual(1e-6 * Math.max(1, Math.abs(b[i]!))));
  });

  it.each(PIXELS)('find what is over the clip in %d pixels', (pixels) => {
    const raw = values(pixels, 0.99);
    expect(four.isAnyOver(raw, 1)).toBe(false);
    for (const at of [0, 3 * pixels - 1, Math.floor(1.5 * pixels)]) {
      const burnt = raw.slice();
      burnt[at] = 1.01;
      expect(four.isAnyOver(burnt, 1)).toBe(true);
      expect(plainLanes.isAnyOver(burnt, 1)).toBe(true);
    }
  });

  it.each(PIXELS)(
    'record %d pixels within a level, far over the clip, under black and where nothing is a number too',
    (pixels) => {
      const raw = values(pixels, 3);
      raw[0] = 1e9;
      raw[raw.length - 1] = NaN;
      const [a, b] = [new Uint32Array(pixels + 1), new Uint32Array(pixels + 1)];
      four.record(a.subarray(0, pixels), raw, RECORDING);
      plainLanes.record(b.subarray(0, pixels), raw, RECORDING);
      expect(mostApart(new Uint8ClampedArray(a.buffer), new Uint8ClampedArray(b.buffer))).toBeLessThanOrEqual(1);
      // Nothing is written past the end.
      expect(a[pixels]).toBe(0);
    },
  );

  it('records with one table after another', () => {
    const raw = values(100);
    const negative = { ...RECORDING, table: RECORDING.table.map((v) => 255 - v) };
    const [a, b] = [new Uint32Array(100), new Uint32Array(100)];
    four.record(a, raw, RECORDING);
    four.record(b, raw, negative);
    a.forEach((word, i) => expect(255 - (word & 255)).toBe(b[i]! & 255));
  });

  it.each(PIXELS)('add grain to %d pixels within a level, and leave alpha', (pixels) => {
    const noise = [1, 2, 3].map(() => Float32Array.from({ length: 12_000 }, () => 3 * next() - 1.5)) as unknown as Noise;
    const words = Uint32Array.from({ length: pixels + 1 }, () => 0xff000000 | Math.floor(next() * 0xffffff));
    const [a, b] = [words.slice(), words.slice()];
    four.addGrain(a.subarray(0, pixels), noise, 977, 9);
    plainLanes.addGrain(b.subarray(0, pixels), noise, 977, 9);
    expect(mostApart(new Uint8ClampedArray(a.buffer), new Uint8ClampedArray(b.buffer))).toBeLessThanOrEqual(1);
    expect(a[pixels]).toBe(words[pixels]);
    expect(mostApart(new Uint8ClampedArray(a.buffer), new Uint8ClampedArray(words.buffer))).toBeGreaterThan(2);
    // The table of recording lies elsewhere then.
    const out = new Uint32Array(4);
    four.record(out, new Float32Array(12), RECORDING);
    expect([...out]).toEqual([0xff000000, 0xff000000, 0xff000000, 0xff000000]);
  });
});

it('the compiled code is that of core/kernels', () => {
  const { status, stdout } = spawnSync(process.execPath, ['../scripts/kernels.mjs', '--check'], { encoding: 'utf8' });
  expect({ status, stdout }).toEqual({ status: 0, stdout: expect.stringMatching(/bytes/) });
}, 60_000);
