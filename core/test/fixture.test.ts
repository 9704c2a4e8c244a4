import fc from 'fast-check';
import { baseCamera } from '../src/camera/camera';
import { findGel } from '../src/gel/stand-ins';
import { COLOUR_FIXTURES } from '../src/catalogue/colour-fixtures';
import { cctDuv, cctDuvToXy, xyToUv } from '../src/colour/cct';
import { spectrumToXy, type Xy } from '../src/colour/observer';
import { compileEmitters } from '../src/fixture/emitters';
import { cameraDifference, goalOfTarget, matchFixture, nearestXy, translate } from '../src/fixture/match';
import { brightestMix, closestMix, gamutHull, mixtureOf, nearestInGamut } from '../src/fixture/mix';
import { hueXy } from '../src/fixture/primaries';
import { formatSetting, mixOf, outputAcrossCct, quantised, settingFor, settingXy, xyOfMix } from '../src/fixture/modes';
import { dialBack, greyFrameOf, NO_CORRECTION, unitFrom, unitSpectrum } from '../src/fixture/unit';
import { InputError } from '../src/errors';
import type { ColourFixture, Setting } from '../src/document/schema';
import { product } from '../src/spectrum/grid';
import { daylightSource, whiteLedSource } from '../src/source/source';

const camera = baseCamera();
const lookup = { gel: (id: string) => findGel(id)!.transmittance };
const of = (id: string): ColourFixture => COLOUR_FIXTURES.find((entry) => entry.id === id)!.item;
const full = COLOUR_FIXTURES.map(({ item }) => item).filter(({ modes }) => modes.includes('hsi'));
const uvDistance = (p: Xy, q: Xy) => {
  const [a, b] = [xyToUv(p), xyToUv(q)];
  return Math.hypot(a[0] - b[0], a[1] - b[1]);
};

describe('mixing', () => {
  test('a mix has the chromaticity asked for, within every emitter’s maximum', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 5 }),
        fc.array(fc.double({ min: 0.05, max: 1, noNaN: true }), { minLength: 7, maxLength: 7 }),
        (f, drives) => {
          const emitters = compileEmitters(COLOUR_FIXTURES[f]!.item);
          const some = mixtureOf(emitters, drives.slice(0, emitters.length));
          const xy = xyOfMix(some);
          const mix = brightestMix(emitters, xy)!;
          expect(uvDistance(xyOfMix(mix), xy)).toBeLessThan(1e-5);
          expect(Math.max(...mix.drives)).toBeLessThanOrEqual(1);
          expect(Math.min(...mix.drives)).toBeGreaterThanOrEqual(0);
          // Brightest: no drives of the same chromaticity give more.
          expect(mix.luxAt1m).toBeGreaterThanOrEqual(some.luxAt1m * (1 - 1e-6));
        },
      ),
      { numRuns: 60 },
    );
  });

  test('the brightest mix equals a dense search over drives', () => {
    const emitters = compileEmitters(of('colour-panel'));
    const xy = cctDuvToXy(4300, 0);
    const found = brightestMix(emitters, xy)!;
    // With white fixed, red, green and blue follow from the chromaticity up to one scale: search both.
    let best = 0;
    for (let w = 0; w <= 1.0001; w += 0.02) {
      for (let r = 0; r <= 1.0001; r += 0.01) {
        // Two equations in green and blue.
        const [x, y] = xy;
        const rows = emitters.map(({ xyz }) => [xyz[0] * y - xyz[1] * x, xyz[2] * y - xyz[1] * (1 - x - y)] as const);
        const [p, q] = [0, 1].map((k) => -(r * rows[0]![k]! + w * rows[3]![k]!)) as [number, number];
        const det = rows[1]![0] * rows[2]![1] - rows[2]![0] * rows[1]![1];
        const g = (p * rows[2]![1] - q * rows[2]![0]) / det;
        const b = (rows[1]![0] * q - rows[1]![1] * p) / det;
        if (g < 0 || g > 1 || b < 0 || b > 1) continue;
        best = Math.max(best, mixtureOf(emitters, [r, g, b, w]).luxAt1m);
      }
    }
    expect(best).toBeGreaterThan(0);
    expect(found.luxAt1m).toBeGreaterThanOrEqual(best * 0.9999);
    expect(found.luxAt1m).toBeLessThan(best * 1.03);
  });

  test('an unreachable chromaticity goes to the nearest edge of the gamut', () => {
    const hull = gamutHull(compileEmitters(of('colour-can')));
    expect(hull).toHaveLength(3);
    const far: Xy = [0.05, 0.8];
    const { xy, inside } = nearestInGamut(hull, far);
    expect(inside).toBe(false);
    for (let i = 0; i < 200; i++) {
      const [p, q] = [hull[i % 3]!, hull[(i + 1) % 3]!];
      const t = (i * 0.618) % 1;
      const on: Xy = [p[0] + t * (q[0] - p[0]), p[1] + t * (q[1] - p[1])];
      expect(uvDistance(far, xy)).toBeLessThanOrEqual(uvDistance(far, on) + 1e-6);
    }
    expect(nearestInGamut(hull, [0.33, 0.33])).toEqual({ xy: [0.33, 0.33], inside: true });
  });

  test('a bi-colour panel reaches its line only, brightest between its whites', () => {
    const panel = of('bi-colour');
    const warm = mixOf(panel, { mode: 'cct', cctK: 2700, duv: 0 }, lookup);
    const middle = mixOf(panel, { mode: 'cct', cctK: 4000, duv: 0 }, lookup);
    expect(warm.luxAt1m).toBeCloseTo(2900, -2);
    expect(middle.luxAt1m).toBeGreaterThan(4000);
    expect(cctDuv(xyOfMix(middle)).cctK! / 4000).toBeCloseTo(1, 1);
    expect(mixOf(panel, { mode: 'cct', cctK: 4000, duv: 0.02 }, lookup).inGamut).toBe(false);
    expect(outputAcrossCct(panel, lookup, 8)).toHaveLength(9);
  });

  test('closest to a spectrum: nearer than the brightest mix, same chromaticity', () => {
    const spot = of('colour-spot');
    const setting: Setting = { mode: 'gel', gel: 'amber-pale', whiteK: 5600 };
    const wanted = product(daylightSource(5600), lookup.gel('amber-pale'));
    const bright = mixOf(spot, setting, lookup);
    const close = mixOf(spot, setting, lookup, 'spectrum');
    expect(uvDistance(xyOfMix(bright), xyOfMix(close))).toBeLessThan(1e-5);
    const sum = wanted.reduce((total, value) => total + value, 0);
    const error = (spectrum: Float64Array) => {
      const own = spectrum.reduce((total, value) => total + value, 0);
      return spectrum.reduce((total, value, i) => total + (value / own - wanted[i]! / sum) ** 2, 0);
    };
    expect(error(close.spectrum)).toBeLessThanOrEqual(error(bright.spectrum) * 1.02);
    expect(close.luxAt1m).toBeLessThanOrEqual(bright.luxAt1m * (1 + 1e-9));
    expect(closestMix(compileEmitters(of('colour-can')), [0.05, 0.8], wanted)).toBeNull();
  });
});

describe('modes', () => {
  test.each(full.map((item) => [item.name, item] as const))('%s: a hue, its RGB, its x,y and back', (_, item) => {
    for (const hueDeg of [3, 40, 100, 160, 212, 250, 300, 345]) {
      for (const saturation of [0.3, 0.9]) {
        const start: Setting = { mode: 'hsi', hueDeg, saturation, whiteK: 5600 };
        const xy = settingXy(item, start, lookup);
        const again = settingFor(item, 'hsi', xy, lookup, { whiteK: 5600 });
        expect(again).toMatchObject({ mode: 'hsi', whiteK: 5600 });
        if (again?.mode !== 'hsi') throw new Error('no hue');
        expect(Math.abs(((again.hueDeg - hueDeg + 540) % 360) - 180)).toBeLessThan(0.05);
        expect(again.saturation).toBeCloseTo(saturation, 3);
        for (const mode of ['rgb', 'xy'] as const) {
          if (!item.modes.includes(mode)) continue;
          const same = settingFor(item, mode, xy, lookup);
          expect(same).not.toBeNull();
          expect(uvDistance(settingXy(item, same!, lookup), xy)).toBeLessThan(1e-5);
        }
      }
    }
  });

  test('a colour temperature comes back from CCT mode through x,y, also off the locus', () => {
    const item = of('colour-panel-two');
    for (const cctK of [2700, 3200, 4300, 5600, 8000]) {
      for (const duv of [-0.006, 0, 0.006]) {
        const xy = settingXy(item, { mode: 'cct', cctK, duv }, lookup);
        expect(settingFor(item, 'xy', xy, lookup)).not.toBeNull();
        const back = settingFor(item, 'cct', xy, lookup);
        if (back?.mode !== 'cct') throw new Error('no cct');
        expect(back.cctK / cctK).toBeCloseTo(1, 3);
        expect(back.duv).toBeCloseTo(duv, 4);
      }
    }
  });

  test('at saturation 0 the hue does nothing; a fixture without the mode refuses it', () => {
    const item = of('colour-panel');
    const at = (hueDeg: number) => settingXy(item, { mode: 'hsi', hueDeg, saturation: 0, whiteK: 3200 }, lookup);
    expect(uvDistance(at(10), at(200))).toBeLessThan(1e-9);
    expect(uvDistance(at(10), cctDuvToXy(3200, 0))).toBeLessThan(1e-9);
    expect(() => settingXy(of('bi-colour'), { mode: 'rgb', r: 255, g: 0, b: 0 }, lookup)).toThrow(/has no rgb mode/);
    expect(() => mixOf(item, { mode: 'rgb', r: 0, g: 0, b: 0 }, lookup)).toThrow(InputError);
  });

  test('modes that cannot make a colour are not offered', () => {
    const panel = of('colour-panel');
    const deepBlue = hueXy(compileEmitters(panel), 240);
    expect(settingFor(panel, 'cct', deepBlue, lookup)).toBeNull();
    expect(settingFor(panel, 'xy', [0.05, 0.8], lookup)).toBeNull();
    expect(settingFor(panel, 'rgb', [0.05, 0.8], lookup)).toBeNull();
  });

  test('an imitated gel has the chromaticity of the gel over that white', () => {
    const item = of('colour-panel-two');
    const mix = mixOf(item, { mode: 'gel', gel: 'azure-mid', whiteK: 5600 }, lookup);
    expect(uvDistance(xyOfMix(mix), spectrumToXy(product(daylightSource(5600), lookup.gel('azure-mid'))))).toBeLessThan(1e-5);
    expect(settingFor(item, 'gel', mix.wanted, lookup, { gels: ['amber-deep', 'azure-mid', 'red-mid'] })).toEqual({
      mode: 'gel',
      gel: 'azure-mid',
      whiteK: 5600,
    });
  });

  test('settings keep to the dial’s steps and are written in its terms', () => {
    const item = of('colour-can');
    expect(quantised(item, { mode: 'cct', cctK: 3333, duv: 0.0017 })).toEqual({ mode: 'cct', cctK: 3300, duv: 0.002 });
    expect(quantised(item, { mode: 'hsi', hueDeg: 359.7, saturation: 0.456, whiteK: 99_000 })).toEqual({
      mode: 'hsi',
      hueDeg: 0,
      saturation: 0.46,
      whiteK: 8000,
    });
    expect(formatSetting({ mode: 'cct', cctK: 3200, duv: -0.004 })).toBe('3200 K, magenta 0.004');
    expect(formatSetting({ mode: 'rgb', r: 254.6, g: 0, b: 12 })).toBe('255, 0, 12');
  });
});

describe('matching', () => {
  test('the same hue angle is another colour on another fixture; match takes the difference away or reaches the gamut’s edge', () => {
    let differed = 0;
    for (const leader of full) {
      for (const follower of full) {
        if (leader === follower) continue;
        for (const hueDeg of [0, 40, 100, 180, 240, 310]) {
          const setting: Setting = { mode: 'hsi', hueDeg, saturation: 0.8, whiteK: 5600 };
          const spectrum = mixOf(leader, setting, lookup).spectrum;
          const { before, nearest } = matchFixture({ spectrum, setting }, follower, camera, lookup);
          if (before! > 0.02) differed += 1;
          if (before! > 0.005 && !nearest.atLimit) expect(nearest.residual).toBeLessThanOrEqual(before! / 5);
          expect(nearest.residual).toBeLessThanOrEqual(before! + 1e-6);
        }
      }
    }
    expect(differed).toBeGreaterThan(20);
  });

  test('the nearest chromaticity to a target is as near as a dense search of the gamut', () => {
    const item = of('colour-panel');
    const emitters = compileEmitters(item);
    const target = { hueDeg: 60, purity: 0.12 };
    const goal = goalOfTarget(target);
    const found = nearestXy(item, goal, camera, lookup);
    const hull = gamutHull(emitters);
    for (let i = 0; i < 24; i += 4) {
      for (let j = 0; j < 24; j += 4) {
        const xy: Xy = [0.15 + i * 0.02, 0.1 + j * 0.025];
        if (!nearestInGamut(hull, xy).inside) continue;
        const near = nearestXy(item, goal, camera, lookup, { starts: [xy] });
        expect(near.residual).toBeGreaterThanOrEqual(found.residual - 1e-3);
      }
    }
    expect(found.residual).toBeLessThan(1e-3);
  });

  test('a target is said in every mode that can make it, with what rounding costs', () => {
    const { ways } = translate(of('colour-panel-two'), goalOfTarget({ hueDeg: 255, purity: 0.15 }), camera, lookup, {
      gels: ['azure-mid', 'blue-mid'],
    });
    expect(ways.map(({ mode }) => mode)).toEqual(['cct', 'hsi', 'rgb', 'xy', 'gel']);
    expect(ways[0]!.setting).toBeNull();
    for (const way of ways.slice(1, 4)) {
      expect(way.difference).toBeLessThan(0.02);
      expect(way.rounding).toBeLessThan(0.02);
      expect(way.luxAt1m).toBeGreaterThan(100);
    }
  });
});

describe('one unit and its model', () => {
  const model = whiteLedSource(5600, 0);

  test.each([
    [0, 0],
    [12, 0.05],
    [-25, -0.08],
  ])('a meter reading gives back the deviation: %d mired, green %d', (miredShift, green) => {
    const unit = { ...NO_CORRECTION, miredShift, green };
    const { cctK, duv } = cctDuv(spectrumToXy(unitSpectrum(model, unit)));
    const found = unitFrom(model, { kind: 'meter', cctK: cctK!, duv: duv! });
    expect(found.miredShift).toBeCloseTo(miredShift, 1);
    expect(found.green).toBeCloseTo(green, 3);
    const [x, y] = spectrumToXy(unitSpectrum(model, unit));
    for (const measured of [{ kind: 'xy', x, y } as const, { kind: 'spectrum', spectrum: unitSpectrum(model, unit) } as const]) {
      const same = unitFrom(model, measured);
      expect(same.miredShift).toBeCloseTo(miredShift, 1);
      expect(same.green).toBeCloseTo(green, 3);
    }
    const grey = unitFrom(model, {
      kind: 'grey-frame',
      camera,
      rgb: greyFrameOf(camera, unitSpectrum(model, unit)).map((value) => value * 0.4) as [number, number, number],
    });
    expect(grey.miredShift).toBeCloseTo(miredShift, 1);
    expect(grey.green).toBeCloseTo(green, 3);
  });

  test('a coloured setting, which has no colour temperature, is measured by x and y or by a spectrum', () => {
    const teal = mixOf(of('colour-panel-two'), { mode: 'hsi', hueDeg: 190, saturation: 0.9, whiteK: 5600 }, lookup).spectrum;
    const unit = { outputStops: 0, miredShift: -22, green: 0.05 };
    const light = unitSpectrum(teal, unit);
    const [x, y] = spectrumToXy(light);
    const found = unitFrom(teal, { kind: 'xy', x, y });
    expect(found.miredShift).toBeCloseTo(-22, 1);
    expect(found.green).toBeCloseTo(0.05, 3);
    expect(unitFrom(teal, { kind: 'spectrum', spectrum: light.map((v) => 7 * v) }).green).toBeCloseTo(0.05, 3);
    expect(() => unitFrom(teal, { kind: 'xy', x: 2, y: 0.3 })).toThrow(InputError);
  });

  test('what to dial takes the deviation off', () => {
    const item = of('colour-panel-two');
    const unit = { outputStops: 0, miredShift: 14, green: 0.04 };
    const at = (setting: { cctK: number; duv: number }) => mixOf(item, { mode: 'cct', ...setting }, lookup).spectrum;
    const wanted = { cctK: 4300, duv: 0 };
    const wrong = cameraDifference(camera, at(wanted), unitSpectrum(at(wanted), unit));
    const dialled = dialBack(wanted, at(wanted), unit);
    const right = cameraDifference(camera, at(wanted), unitSpectrum(at(dialled), unit));
    expect(wrong).toBeGreaterThan(0.01);
    expect(right).toBeLessThan(wrong / 4);
  });

  test('impossible measurements are refused with the remedy', () => {
    expect(() => unitFrom(model, { kind: 'meter', cctK: 1600, duv: 0 })).toThrow(/Check that it was set/);
    expect(() => unitFrom(model, { kind: 'grey-frame', camera, rgb: [1, 0.5, 0.5] })).toThrow(/clips/);
    expect(() => unitFrom(model, { kind: 'grey-frame', camera, rgb: [0, 0.5, 0.5] })).toThrow(/too dark/);
  });
});
