import { cctDuv, uvPrimeToXy, xyToUvPrime } from '../src/colour/cct';
import { spectrumToXy, type Xy } from '../src/colour/observer';
import { baseCamera } from '../src/camera/camera';
import { fitMatrix } from '../src/camera/matrix';
import { standInSensor } from '../src/camera/sensor';
import {
  channelStopsLost,
  gelStack,
  greenGel,
  luminousTransmittance,
  magentaGel,
  miredGel,
  stopsLost,
  withLeak,
} from '../src/gel/gel';
import { flat, product } from '../src/spectrum/grid';
import { daylightSource, planckSource } from '../src/source/source';
import { windowAlone } from '../src/vivid/alone';
import { BLUE_TEST_GEL, ORANGE_TEST_GEL, RED_TEST_GEL } from './support';

/** The published or independently computed figures of the model. Tolerances: chromaticity and transmittance 0.0003, stops 0.005. */
const d5600 = daylightSource(5600);

function expectXy(actual: Xy, x: number, y: number) {
  expect(Math.abs(actual[0] - x)).toBeLessThan(0.0003);
  expect(Math.abs(actual[1] - y)).toBeLessThan(0.0003);
}

function expectNear(actual: number | null, expected: number, tolerance: number) {
  expect(actual).not.toBeNull();
  expect(Math.abs(actual! - expected)).toBeLessThanOrEqual(tolerance);
}

describe('chromaticity of reference lights', () => {
  it.each([
    ['equal energy', flat(1), 0.33333, 0.33333],
    ['Planck 2855.5 K, illuminant A', planckSource(2855.5), 0.44757, 0.40745],
    ['D50', daylightSource(5003), 0.3457, 0.3585],
    ['D55', daylightSource(5503), 0.3324, 0.3474],
    ['D65', daylightSource(6504), 0.3127, 0.329],
    ['Planck 2000 K', planckSource(2000), 0.52667, 0.4133],
    ['Planck 3200 K', planckSource(3200), 0.42336, 0.39896],
    ['Planck 5600 K', planckSource(5600), 0.33021, 0.33911],
    ['Planck 10000 K', planckSource(10000), 0.28066, 0.28835],
  ])('%s', (_, spectrum, x, y) => expectXy(spectrumToXy(spectrum), x, y));

  it('gives u′, v′ of CIE 1976 as tables have them for illuminants D65 and A, and back', () => {
    const cases = [
      [
        [0.3127, 0.329],
        [0.1978, 0.4683],
      ],
      [
        [0.44757, 0.40745],
        [0.25597, 0.52429],
      ],
    ] as const;
    for (const [xy, uv] of cases) {
      xyToUvPrime(xy).forEach((value, i) => expectNear(value, uv[i]!, 0.0001));
      uvPrimeToXy(xyToUvPrime(xy)).forEach((value, i) => expectNear(value, xy[i]!, 1e-9));
    }
  });

  it('gives CCT and Duv of CIE daylight 6500', () => {
    const { cctK, duv } = cctDuv(spectrumToXy(daylightSource(6500)));
    expectNear(cctK, 6501, 1);
    expectNear(duv, 0.0032, 0.0001);
  });
});

describe('gels on CIE daylight 5600 K', () => {
  it.each([
    ['blue', BLUE_TEST_GEL, 0.09491, 3.397, 0.15166, 0.12027],
    ['red', RED_TEST_GEL, 0.11694, 3.096, 0.6611, 0.31357],
    ['blue twice', gelStack([BLUE_TEST_GEL, BLUE_TEST_GEL]), 2 ** -5.147, 5.147, 0.14074, 0.06126],
    ['blue with 5 % leak', withLeak(BLUE_TEST_GEL, 0.05), 2 ** -2.835, 2.835, 0.18055, 0.1567],
    ['full warming', miredGel(159), 0.5333, -Math.log2(0.5333), 0.4373, 0.4088],
    ['magenta .30', magentaGel(0.3), 0.5593, -Math.log2(0.5593), 0.3342, 0.2895],
    ['green .30', greenGel(0.3), 0.763, -Math.log2(0.763), 0.3261, 0.3973],
  ])('%s', (_, gel, y, stops, cx, cy) => {
    const ratio = luminousTransmittance(d5600, gel);
    expectNear(ratio, y, 0.0003);
    expectNear(stopsLost(ratio), stops, 0.005);
    expectXy(spectrumToXy(product(d5600, gel)), cx, cy);
  });

  it('multiplies red and blue to nearly nothing', () => {
    const ratio = luminousTransmittance(d5600, gelStack([RED_TEST_GEL, BLUE_TEST_GEL]));
    expectNear(ratio, 0.0031, 0.0003);
    expectNear(stopsLost(ratio), 8.332, 0.005);
  });

  it('shifts daylight to 3031 K with full warming, Planck 3200 to 5648 K with full cooling', () => {
    expectNear(cctDuv(spectrumToXy(product(d5600, miredGel(159)))).cctK, 3031, 2);
    const tungsten = planckSource(3200);
    expectNear(luminousTransmittance(tungsten, miredGel(-137)), 0.3345, 0.0003);
    expectXy(spectrumToXy(product(tungsten, miredGel(-137))), 0.3291, 0.341);
    expectNear(cctDuv(spectrumToXy(product(tungsten, miredGel(-137)))).cctK, 5648, 3);
  });

  it('floors channel stops at 16', () => {
    expect(channelStopsLost(d5600, flat(0), standInSensor())).toEqual([16, 16, 16]);
  });
});

describe('the base camera', () => {
  it('has the published 3x3', () => {
    const expected = [2.199, -1.239, 0.04, -0.25, 1.427, -0.177, -0.047, -0.273, 1.319];
    fitMatrix(standInSensor()).forEach((value, i) => expectNear(value, expected[i]!, 0.0006));
  });

  it.each([
    [3200, -0.26],
    [2500, -0.41],
    [10000, -0.59],
    [5600, 0],
  ])('loses headroom to a white balance of %i K', (whiteK, stops) => {
    expectNear(baseCamera({ whiteK }).whiteBalanceCostStops, stops, 0.005);
  });
});

describe('vivid windows alone on 18 %', () => {
  const grey = flat(0.18);
  it.each([
    ['white', 'rendered', 3.25, -2.55, 2.37, flat(1)],
    ['blue', 'rendered', 3.25, -5.97, -0.49, BLUE_TEST_GEL],
    ['red', 'rendered', 3.25, -5.59, 0.07, RED_TEST_GEL],
    ['orange', 'rendered', 3.25, -4.24, 0.62, ORANGE_TEST_GEL],
    ['blue', 'log', 5.5, -5.97, -0.71, BLUE_TEST_GEL],
    ['orange', 'log', 5.5, -4.25, 0.76, ORANGE_TEST_GEL],
  ] as const)('%s, %s with h %d: %d to %d', (_, curve, headroomStops, low, high, gel) => {
    const found = windowAlone(product(d5600, gel), grey, baseCamera({ curve, headroomStops }));
    expectNear(found.lowStops, low, 0.05);
    expectNear(found.highStops, high, 0.05);
  });

  it('finds the first clips of the log camera', () => {
    const clip = (gel: typeof BLUE_TEST_GEL) =>
      windowAlone(product(d5600, gel), grey, baseCamera({ curve: 'log', headroomStops: 5.5 }));
    expect(clip(BLUE_TEST_GEL)).toMatchObject({ firstClipStage: 'output', firstClipChannel: 'B' });
    expectNear(clip(BLUE_TEST_GEL).firstClipStops, 2.63, 0.05);
    expect(clip(ORANGE_TEST_GEL)).toMatchObject({ firstClipStage: 'output', firstClipChannel: 'R' });
    expectNear(clip(ORANGE_TEST_GEL).firstClipStops, 3.74, 0.05);
  });
});
