import { makeCamera, type Camera } from '../src/camera';
import { applyCurve, invertCurve, linearOutputInto } from '../src/camera/camera';
import { responses } from '../src/camera/sensor';
import { checkLearned, edgeStops } from '../src/camera/learned';
import { applyTone, invertTone, monotone, toneOf } from '../src/camera/tone';
import { type BracketPicture } from '../src/day';
import { InputError } from '../src/errors';
import { daylightSource, planckSource } from '../src/source/source';
import { type Spectrum } from '../src/spectrum/grid';
import { NM, picture, recorded } from './outside/camera-body';
import { random } from '../src/figure/numeric';
import { encode, GREY, CURVES, body, bracketOf, STOPS, base, learnt } from './learn-support';
const decode = (v: number) => (v <= 0.04045 ? v / 12.92 : ((v + 0.055) / 1.055) ** 2.4);
/** The linear output at which a curve reaches a value, found by halving. */
function outputAt(curve: (x: number) => number, value: number): number {
  let [low, high] = [1e-6, 1e4];
  for (let i = 0; i < 80; i++) {
    const middle = Math.sqrt(low * high);
    if (curve(middle) < value) low = middle;
    else high = middle;
  }
  return low;
}

/** What 8 bits round up to white. */
const HALF_A_STEP = 0.5 / 255;

const median = (values: readonly number[]) => [...values].sort((a, b) => a - b)[values.length >> 1]!;

describe('a curve from a bracket', () => {
  it.each(Object.entries(CURVES))('of %s is found within a twentieth of a stop', (name, curve) => {
    const isLog = name === 'a log';
    const stops = isLog ? [-4, -3, -2, -1, 0, 1, 2, 3, 4, 5, 6] : STOPS;
    const { curve: found, learned, headroomStops } = learnt({ bracket: bracketOf(body(curve), stops) });
    const camera = makeCamera({ ...base, headroomStops, learned });
    const ceiling = curve(1e6);
    const values = Array.from({ length: 60 }, (_, i) => (isLog ? 0.14 : 0.06) + 0.015 * i).filter((v) => v < 0.97 * ceiling);
    const errors = values.map((value) => Math.abs(Math.log2(invertCurve(camera, decode(value)) / outputAt(curve, value))));
    const headroom = Math.log2(outputAt(curve, ceiling - HALF_A_STEP) / GREY);
    expect(median(errors)).toBeLessThan(0.02);
    expect(Math.max(...errors)).toBeLessThan(0.05);
    expect(Math.abs(found!.headroomStops - headroom)).toBeLessThan(Math.max(0.12, 2.5 * found!.deviation));
    expect(found!.deviation).toBeLessThan(name.endsWith('S') ? 0.25 : 0.06);
    expect(headroomStops).toBeGreaterThanOrEqual(found!.headroomStops - 1e-3);
  });

  it('is as true where shutters are a little off, and says by how much', () => {
    const off = [0, 0.06, -0.05, 0, 0.04, -0.06, 0.02];
    const { curve: found } = learnt({ bracket: bracketOf(body(CURVES['an S']!), STOPS, 3, (j) => off[j]!) });
    const mean = off.reduce((sum, v) => sum + v, 0) / off.length;
    found!.exposures.forEach(({ stops, found: is }, j) => expect(Math.abs(is - stops - (off[j]! - mean))).toBeLessThan(0.035));
    const true0 = Math.log2(outputAt(CURVES['an S']!, 1 - HALF_A_STEP) / GREY);
    expect(Math.abs(found!.headroomStops - true0)).toBeLessThan(0.2);
  });

  it('is laid by a grey card in the middle of one frame', () => {
    // A camera that puts mid-grey half a stop lower than others do.
    const curve = (x: number) => CURVES['an S']!(x * 2 ** -0.5);
    const camera = body(curve);
    const frames = bracketOf(camera, STOPS).map(({ stops, pixels }) => {
      const rgba = Uint8ClampedArray.from(pixels.rgba);
      const value = Math.round(255 * curve(GREY * 2 ** stops));
      for (let y = 60; y < 132; y++)
        for (let x = 90; x < 200; x++) rgba.fill(value, 4 * (y * pixels.width + x), 4 * (y * pixels.width + x) + 3);
      return { stops, pixels: { ...pixels, rgba } };
    });
    const laid = learnt({ bracket: frames, greyFrame: 3 });
    const free = learnt({ bracket: frames });
    expect(laid.curve!.headroomStops - free.curve!.headroomStops).toBeCloseTo(0.5, 1);
    const recorded0 = makeCamera({ ...base, headroomStops: laid.headroomStops, learned: laid.learned });
    expect(encode(applyCurve(recorded0, GREY))).toBeCloseTo(curve(GREY), 2);
  });

  let taken: BracketPicture[] | undefined;
  const whole = () => (taken ??= bracketOf(body(CURVES['an S']!), STOPS));
  it.each<[string, () => BracketPicture[], RegExp]>([
    ['two frames', () => whole().slice(0, 2), /3 to 15 frames/],
    [
      'frames that hardly differ',
      () =>
        whole()
          .slice(3, 6)
          .map((f, i) => ({ ...f, stops: i / 3 })),
      /0\.7 stops apart/,
    ],
    [
      'nothing that clips',
      () =>
        whole()
          .slice(0, 4)
          .map((f) => ({ ...f, pixels: dimmed(f.pixels) })),
      /Nothing clips/,
    ],
    [
      'a frame of another size',
      () => whole().map((f, i) => (i === 2 ? { ...f, pixels: { ...f.pixels, width: 192, height: 288 } } : f)),
      /one size/,
    ],
    ['a stop that is no number', () => whole().map((f, i) => (i === 1 ? { ...f, stops: NaN } : f)), /how many stops/],
    [
      'light that changed',
      () => bracketOf(body(CURVES['an S']!), STOPS, 7, (j) => (j === 4 ? 0.9 : 0)),
      /at 1\.0 comes out 0\.[6-9] stops brighter/,
    ],
    [
      'noise and no scene',
      () => STOPS.map((stops, j) => ({ stops, pixels: picture(200, 150, () => [0, 0, 0], random(j)) })),
      /plain enough/,
    ],
  ])('refuses %s and says what to do', (_, frames, says) => {
    const refusal = refusalOf(() => learnt({ bracket: frames() }));
    expect(refusal).toBeInstanceOf(InputError);
    expect((refusal as Error).message).toMatch(says);
  });
});

function refusalOf(act: () => unknown): unknown {
  try {
    return act();
  } catch (error) {
    return error;
  }
}

const dimmed = (pixels: BracketPicture['pixels']) => ({
  ...pixels,
  rgba: Uint8ClampedArray.from(pixels.rgba, (v, i) => (i % 4 === 3 ? v : 0.8 * v)),
});

describe('white from a grey card', () => {
  it.each([
    [5600, 5150, 'set to daylight, warmer in truth'],
    [5600, 6300, 'set to daylight, cooler in truth'],
    [3200, 3050, 'set to tungsten'],
  ])('set to %d K and really at %d K', (setK, isK) => {
    const of = (kelvin: number) => Array.from(kelvin < 4000 ? planckSource(kelvin) : daylightSource(kelvin));
    const light = of(setK);
    const card = recorded(
      body((x) => Math.min(1, x), of(isK)),
      light,
      NM.map(() => GREY),
      1,
    ) as [number, number, number];
    const source = setK < 4000 ? planckSource(setK) : daylightSource(setK);
    const { white, learned } = learnt({ card: { linear: card, whiteK: setK, tintDuv: 0, source } });
    expect(Math.abs(1e6 / setK + white!.mired - 1e6 / isK)).toBeLessThan(8);
    expect(Math.abs(white!.duv)).toBeLessThan(0.004);
    // The camera sees the card as it was seen.
    const camera = makeCamera({ ...base, whiteK: setK, learned });
    const [r, g, b] = ratios(camera, source);
    expect(Math.abs(Math.log2(r / g / (card[0] / card[1])))).toBeLessThan(0.03);
    expect(Math.abs(Math.log2(b / g / (card[2] / card[1])))).toBeLessThan(0.03);
  });

  it.each<[string, [number, number, number], RegExp]>([
    ['clips', [1, 0.9, 0.8], /clips; expose it less/],
    ['is black', [0.001, 0.002, 0.001], /too dark; expose it more/],
    ['is red', [0.5, 0.06, 0.05], /more than a white can be off/],
  ])('refuses a card that %s', (_, linear, says) => {
    expect(() => learnt({ card: { linear, whiteK: 5600, tintDuv: 0, source: daylightSource(5600) } })).toThrow(says);
  });
});

function ratios(camera: Camera, source: Spectrum): [number, number, number] {
  const balanced = responses(camera.sensor, source).map((v, c) => v / camera.whiteResponse[c]!) as [number, number, number];
  const out = new Float64Array(3);
  linearOutputInto(out, camera, ...balanced);
  return [out[0]!, out[1]!, out[2]!];
}

describe('what was learned', () => {
  it('takes its part of the uncertainty away, and not more', () => {
    const none = { tone: null, toneStops: 0, matrix: null, matrixStops: 0, whiteMired: 0, whiteDuv: 0 };
    const tone = { stops: [-4, 0, 2], values: [0.1, 0.46, 1] };
    expect(edgeStops(false, null)).toBeCloseTo(0.15, 9);
    expect(edgeStops(false, none)).toBeCloseTo(0.15, 9);
    expect(edgeStops(false, { ...none, tone, toneStops: 0.02 })).toBeCloseTo(Math.hypot(0.02, Math.sqrt(0.0125)), 9);
    expect(
      edgeStops(false, { ...none, tone, toneStops: 0.02, matrix: [1, 0, 0, 0, 1, 0, 0, 0, 1], matrixStops: 0.06 }),
    ).toBeCloseTo(0.0632, 4);
    expect(edgeStops(false, { ...none, matrix: [1, 0, 0, 0, 1, 0, 0, 0, 1], matrixStops: 0.4 })).toBeCloseTo(0.15, 9);
    expect(edgeStops(true, null)).toBe(0.05);
    expect(edgeStops(true, { ...none, tone, toneStops: 0.2 })).toBeCloseTo(Math.hypot(0.1, 0.05), 9);
  });

  it.each<[string, Partial<Parameters<typeof checkLearned>[0]>, string]>([
    ['a curve that falls', { tone: { stops: [-2, 0, 2], values: [0.1, 0.5, 0.4] } }, 'tone.values[2]'],
    ['stops that do not rise', { tone: { stops: [-2, -2, 2], values: [0.1, 0.5, 0.6] } }, 'tone.stops[1]'],
    ['a flat curve', { tone: { stops: [-2, 0, 2], values: [0.5, 0.5, 0.5] } }, 'tone.values'],
    ['too few knots', { tone: { stops: [0, 2], values: [0.5, 1] } }, 'tone.stops'],
    ['a row that tints neutrals', { matrix: [1, 0.1, 0, 0, 1, 0, 0, 0, 1] }, 'matrix[0]'],
    ['eight numbers', { matrix: [1, 0, 0, 0, 1, 0, 0, 0] }, 'matrix'],
  ])('is refused with %s, by the field', (_, change, field) => {
    const learned = { tone: null, toneStops: 0, matrix: null, matrixStops: 0, whiteMired: 0, whiteDuv: 0, ...change };
    try {
      checkLearned(learned);
      throw new Error('was not refused');
    } catch (error) {
      expect(error).toBeInstanceOf(InputError);
      expect((error as InputError).field).toBe(field);
    }
  });

  it('holds its curve through its points, monotone between them, there and back', () => {
    const tone = { stops: [-5, -3, -1, 0, 1, 2, 2.6], values: [0.05, 0.11, 0.31, 0.46, 0.72, 0.93, 1] };
    const ready = toneOf(tone, 100);
    tone.stops.forEach((stop, i) => expect(encode(applyTone(ready, GREY * 2 ** stop))).toBeCloseTo(tone.values[i]!, 4));
    let last = -1;
    for (let x = 0; x < 1.3; x += 0.0007) {
      const y = applyTone(ready, x);
      expect(y).toBeGreaterThanOrEqual(last);
      if (y > 1e-4 && y < 0.999) expect(invertTone(ready, y)).toBeCloseTo(x, 6);
      last = y;
    }
    expect(applyTone(ready, 5)).toBe(1);
    // Where the sensor's white comes first, it is recorded as white.
    expect(applyTone(toneOf(tone, 0.8), 0.8)).toBe(1);
    const through = monotone([0, 1, 2, 3], [0, 0, 1, 1]);
    expect([0.5, 2.5].map(through)).toEqual([0, 1]);
  });
});
