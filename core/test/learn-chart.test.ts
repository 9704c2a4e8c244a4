import { makeCamera, type Camera } from '../src/camera';
import { linearOutputInto } from '../src/camera/camera';
import { responses } from '../src/camera/sensor';
import { checkLearned } from '../src/camera/learned';
import { readChart } from '../src/day';
import { readChartCsv } from '../src/files';
import { daylightSource } from '../src/source/source';
import { findMaterial, STAND_IN_CHART } from '../src/surface';
import { reflectanceOfLab } from '../src/surface/from-lab';
import { skinReflectance } from '../src/surface/skin';
import { spectrumToXyz } from '../src/colour/observer';
import { product } from '../src/spectrum/grid';
import { picture, recorded, type Body } from './outside/camera-body';
import { random } from '../src/figure/numeric';
import { BLUE_TEST_GEL, ORANGE_TEST_GEL } from './support';

import { CURVES, daylight, body, gauss, bracketOf, STOPS, base, learnt } from './learn-support';
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
