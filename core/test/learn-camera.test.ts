import { makeCamera, standInSensor, type Camera } from '../src/camera';
import { applyCurve, invertCurve, linearOutputInto } from '../src/camera/camera';
import { responses } from '../src/camera/sensor';
import { checkLearned, edgeStops } from '../src/camera/learned';
import { applyTone, invertTone, monotone, toneOf } from '../src/camera/tone';
import { learnCamera, readChart, type BracketPicture, type CameraLesson } from '../src/day';
import { InputError } from '../src/errors';
import { readChartCsv } from '../src/files';
import { daylightSource, planckSource } from '../src/source/source';
import { findMaterial, STAND_IN_CHART } from '../src/surface';
import { reflectanceOfLab } from '../src/surface/from-lab';
import { skinReflectance } from '../src/surface/skin';
import { spectrumToXyz } from '../src/colour/observer';
import { product, type Spectrum } from '../src/spectrum/grid';
import { NM, picture, recorded, type Body } from './outside/camera-body';
import { random } from '../src/figure/numeric';
import { BLUE_TEST_GEL, ORANGE_TEST_GEL } from './support';

const bell = (peak: number, low: number, high: number) =>
  NM.map((nm) => Math.exp(-(((nm - peak) / (nm < peak ? low : high)) ** 2)));
const encode = (x: number) => (x <= 0.0031308 ? 12.92 * x : 1.055 * x ** (1 / 2.4) - 0.055);
const decode = (v: number) => (v <= 0.04045 ? v / 12.92 : ((v + 0.055) / 1.055) ** 2.4);
const GREY = 0.18;
const GREY_VALUE = encode(GREY);
const hill = (x: number, n: number, most: number) => (most * x ** n) / (x ** n + (most / GREY_VALUE - 1) * GREY ** n);

/** Made-up curves; mid-grey is recorded at its own value in each. Value against linear output. */
const CURVES: Readonly<Record<string, (x: number) => number>> = {
  'an S': (x) => Math.min(1, hill(x, 1.05, 1.04)),
  'a soft S': (x) => Math.min(1, hill(x, 0.8, 1.08)),
  'a straight line': (x) => encode(Math.min(1, x)),
  'a log': (x) => Math.min(0.93, Math.max(0, GREY_VALUE + 0.085 * Math.log2((x + 0.006) / (GREY + 0.006)))),
};

const SENSOR = [
  bell(604, 42, 36).map((v, i) => v + 0.04 * bell(430, 20, 20)[i]!),
  bell(538, 44, 46).map((v, i) => v + 0.02 * bell(610, 30, 30)[i]!),
  bell(462, 34, 32).map((v, i) => v + 0.05 * bell(540, 30, 30)[i]!),
];
const MATRIX = [1.72, -0.62, -0.1, -0.22, 1.56, -0.34, 0.03, -0.41, 1.38];
const daylight = Array.from(daylightSource(5600));
const body = (curve: (x: number) => number, white: readonly number[] = daylight): Body => ({
  sensor: SENSOR,
  matrix: MATRIX,
  curve,
  white,
  full: 40,
});

const gauss = (next: () => number) => () => 0.003 * (next() + next() + next() + next() - 2) * 1.7;

/** A still scene of plain things in uneven light, bracketed. */
function bracketOf(camera: Body, stops: readonly number[], seed = 7, change: (j: number) => number = () => 0): BracketPicture[] {
  const next = random(seed);
  const [columns, rows, size] = [12, 8, 24];
  const things = Array.from({ length: columns * rows }, () => {
    const [base, rise, at, width] = [0.03 + 0.3 * next() ** 2, 0.6 * next(), 420 + 260 * next(), 25 + 60 * next()];
    const surface = NM.map((nm) => base + rise / (1 + Math.exp(-(nm - at) / width)));
    return recorded({ ...camera, curve: (x) => x }, daylight, surface, 0.05 + 1.4 * next() ** 2);
  });
  return stops.map((stop, j) => {
    const noise = gauss(random(seed + 13 * j));
    return {
      stops: stop,
      pixels: picture(
        columns * size,
        rows * size,
        (x, y) => {
          const falloff = 1 - (0.25 * x) / (columns * size);
          const thing = things[Math.floor(y / size) * columns + Math.floor(x / size)]!;
          return thing.map((v) => camera.curve(v * falloff * 2 ** (stop + change(j))));
        },
        noise,
      ),
    };
  });
}

const LESSON: CameraLesson = { bracket: [], greyFrame: null, card: null, chart: null };
const STOPS = [-3, -2, -1, 0, 1, 2, 3];
const base = { sensor: standInSensor() };
const learnt = (lesson: Partial<CameraLesson>) => learnCamera(base, false, null, { ...LESSON, ...lesson });

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

  const whole = () => bracketOf(body(CURVES['an S']!), STOPS);
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
    expect(() => learnt({ bracket: frames() })).toThrow(says);
    expect(() => learnt({ bracket: frames() })).toThrow(InputError);
  });
});

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

/** A picture of the stand-in chart as a body records it, upright or turned. */
function chartPicture(camera: Body, level: number, turned = false) {
  const next = gauss(random(5));
  const patches = STAND_IN_CHART.map(({ reflectance }) => recorded(camera, daylight, Array.from(reflectance), level));
  if (turned) patches.reverse();
  return picture(
    420,
    300,
    (x, y) => {
      // The chart lies askew in the frame.
      const [u, v] = [(x - 60 - 0.1 * y) / 270, (y - 40 - 0.05 * x) / 180];
      if (u < 0 || v < 0 || u >= 1 || v >= 1) return [0.2, 0.2, 0.2];
      const inside = (6 * u) % 1 > 0.08 && (6 * u) % 1 < 0.92 && (4 * v) % 1 > 0.08 && (4 * v) % 1 < 0.92;
      return inside ? patches[6 * Math.floor(4 * v) + Math.floor(6 * u)]! : [0.03, 0.03, 0.03];
    },
    next,
  );
}

/** Where the chart's corners lie in that picture. */
const CORNERS = (
  [
    [0, 0],
    [1, 0],
    [1, 1],
    [0, 1],
  ] as const
).map(([u, v]) => {
  const det = 1 - 0.1 * 0.05;
  const [a, b] = [60 + 270 * u, 40 + 180 * v];
  return [(a + 0.1 * b) / det / 420, (b + 0.05 * a) / det / 300] as const;
}) as unknown as Parameters<typeof readChart>[1];

describe('a 3x3 from a chart', () => {
  const camera = body(CURVES['an S']!);
  const bracket = bracketOf(camera, STOPS);
  const lesson = (turned = false) => ({
    bracket,
    chart: {
      readings: readChart(chartPicture(camera, 0.9, turned), CORNERS),
      patches: STAND_IN_CHART,
      whiteK: 5600,
      tintDuv: 0,
      source: daylightSource(5600),
    },
  });

  it('makes the camera see surfaces and gels that were not on it as the body does', () => {
    const { learned, headroomStops, chart, edgeStops: edge, edgeBefore } = learnt(lesson());
    const [before, after] = [makeCamera(base), makeCamera({ ...base, headroomStops, learned })];
    const surfaces = [
      skinReflectance(0.15),
      skinReflectance(0.7),
      ...['cloth-red', 'velvet-green', 'wood-oak'].flatMap((id) => {
        const found = findMaterial(id);
        return found ? [found.reflectance] : [];
      }),
      BLUE_TEST_GEL,
      ORANGE_TEST_GEL,
    ];
    const miss = (as: Camera, linear: (v: number) => number) =>
      surfaces.flatMap((surface) => {
        const seen = recorded({ ...camera, curve: (x) => x }, daylight, Array.from(surface), 0.5);
        const balanced = responses(as.sensor, product(daylightSource(5600), surface)).map(
          (v, c) => (0.5 * v) / as.whiteResponse[c]!,
        );
        const out = new Float64Array(3);
        linearOutputInto(out, as, balanced[0]!, balanced[1]!, balanced[2]!);
        return seen.flatMap((v, c) => (v > 0.02 ? [Math.abs(Math.log2(Math.max(1e-3, linear(out[c]!)) / v))] : []));
      });
    const mean = (list: readonly number[]) => list.reduce((sum, v) => sum + v, 0) / list.length;
    const [was, is] = [mean(miss(before, (v) => v)), mean(miss(after, (v) => v))];
    expect(is).toBeLessThan(0.75 * was);
    expect(is).toBeLessThan(0.07);
    expect(chart!.residualStops).toBeLessThan(chart!.beforeStops);
    expect(chart!.turned).toBe(false);
    expect(edge).toBeLessThan(edgeBefore);
    expect(edgeBefore).toBeCloseTo(0.15, 6);
  });

  it('is the same with the chart lying upside down', () => {
    const [upright, turned] = [learnt(lesson()), learnt(lesson(true))];
    expect(turned.chart!.turned).toBe(true);
    turned.learned.matrix!.forEach((v, i) => expect(Math.abs(v - upright.learned.matrix![i]!)).toBeLessThan(0.03));
  });

  it('keeps a neutral neutral', () => {
    const { learned } = learnt(lesson());
    [0, 3, 6].forEach((row) => expect(learned.matrix!.slice(row, row + 3).reduce((sum, v) => sum + v, 0)).toBeCloseTo(1, 5));
    expect(() => checkLearned(learned)).not.toThrow();
  });

  it('refuses corners in a line, a chart that is not there, and one that clips', () => {
    const { chart } = lesson();
    expect(() =>
      readChart(chartPicture(camera, 0.9), [
        [0, 0],
        [0.5, 0.5],
        [1, 1],
        [0.2, 0.2],
      ]),
    ).toThrow(/Put each on its corner/);
    const shuffled = chart.readings.map((_, i) => chart.readings[(7 * i) % 24]!);
    expect(() => learnt({ chart: { ...chart, readings: shuffled } })).toThrow(/do not follow this chart|None of the greys/);
    expect(() => learnt({ chart: { ...chart, readings: readChart(chartPicture(camera, 30), CORNERS) } })).toThrow(/can be read/);
    expect(() => learnt({})).toThrow(/no picture yet/);
  });
});

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

describe('the figures of a chart from a file', () => {
  const rows = (row: (i: number) => string) => Array.from({ length: 24 }, (_, i) => row(i)).join('\n');

  it('as CIELAB become reflectances of that colour', () => {
    const colours = Array.from({ length: 24 }, (_, i) => [20 + 3 * i, 18 * Math.cos(i), 18 * Math.sin(i)] as const);
    const chart = readChartCsv(
      `name;L*;a*;b*\n${rows((i) => `P${i};${colours[i]!.map((v) => v.toFixed(3).replace('.', ',')).join(';')}`)}`,
    );
    const light = daylightSource(5003);
    const white = spectrumToXyz(light);
    chart.forEach(({ name, reflectance }, i) => {
      const f = spectrumToXyz(product(light, reflectance)).map((v, c) => {
        const t = v / white[c]!;
        return t > (6 / 29) ** 3 ? Math.cbrt(t) : t / (3 * (6 / 29) ** 2) + 4 / 29;
      });
      expect(name).toBe(`P${i}`);
      expect(116 * f[1]! - 16).toBeCloseTo(colours[i]![0], 2);
      expect(500 * (f[0]! - f[1]!)).toBeCloseTo(colours[i]![1], 2);
      expect(200 * (f[1]! - f[2]!)).toBeCloseTo(colours[i]![2], 2);
      expect(Math.min(...reflectance)).toBeGreaterThan(0);
      expect(Math.max(...reflectance)).toBeLessThan(1);
    });
  });

  it('as spectra are read as they are, percent or not', () => {
    const header = Array.from({ length: 31 }, (_, i) => `nm${400 + 10 * i}`).join(',');
    const of = (scale: number) =>
      readChartCsv(
        `id,${header}\n${rows((i) => `${i},${Array.from({ length: 31 }, (_, k) => (scale * (0.1 + 0.01 * k + 0.02 * i)).toFixed(4)).join(',')}`)}`,
      );
    expect(of(1)[3]!.reflectance[14]).toBeCloseTo(0.1 + 0.05 + 0.06, 3);
    expect(of(100)[3]!.reflectance[14]).toBeCloseTo(0.1 + 0.05 + 0.06, 3);
  });

  it.each<[string, string, RegExp]>([
    ['too few rows', 'L,a,b\n50,0,0', /1 rows.*24 patches/],
    ['no columns that say anything', `x,y\n${rows(() => '1,2')}`, /columns L, a and b/],
    [
      'a cell that is no number',
      `L,a,b\n${rows((i) => (i === 4 ? '50,?,0' : '50,0,0'))}`,
      /The a in row 6 is "\?", not a number/,
    ],
    ['a colour that no surface has', `L,a,b\n${rows((i) => (i === 2 ? '40,90,120' : '50,0,0'))}`, /Row 4.*No surface/],
  ])('are refused with %s', (_, text, says) => {
    expect(() => readChartCsv(text)).toThrow(says);
  });

  it('of one colour are the smoothest: a grey is flat', () => {
    const grey = reflectanceOfLab({ L: 49.5, a: 0, b: 0 });
    expect(Math.max(...grey) - Math.min(...grey)).toBeLessThan(0.01);
  });
});
