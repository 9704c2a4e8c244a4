import fc from 'fast-check';
import { baseCamera } from '../src/camera/camera';
import { GELS } from '../src/gel/stand-ins';
import { demoLooks, nightOvenLooks } from '../src/demo';
import { COLOUR_FIXTURES } from '../src/catalogue/colour-fixtures';
import { FIXTURES } from '../src/catalogue/kit';
import { turnBetweenDeg } from '../src/colour/hue';
import { mixOf } from '../src/fixture/modes';
import { STAND_IN_KIT } from '../src/catalogue/stand-ins';
import { searchGels, stackOrOverlap, STOP_WORTH, type GelOption } from '../src/planning/palette/gel-search';
import { meansFor } from '../src/planning/palette/means';
import {
  fileEdge,
  hexOfPoint,
  inFile,
  linearOfPoint,
  planeDistance,
  planeOfSpectrum,
  pointOf,
  sigmaOfLinear,
  targetOf,
} from '../src/vivid/plane';
import { reachAt, reachOf, withinReach } from '../src/planning/palette/reach';
import {
  leaned,
  lightPartnerDeg,
  membersFor,
  mixOfTargets,
  paintersPartnerDeg,
  purityLimit,
  schemeColours,
} from '../src/planning/palette/schemes';
import { product } from '../src/spectrum/grid';
import { channelStopsLost, luminousTransmittance, stopsLost } from '../src/gel/gel';
import { daylightSource, planckSource } from '../src/source/source';
import { BLUE_TEST_GEL, RED_TEST_GEL } from './support';

const camera = baseCamera();
const flash = daylightSource(5600);
const options: GelOption[] = GELS.map(({ id, name, transmittance }) => ({ id, name, transmittance, count: 2 }));
const near = (a: number, b: number) => Math.abs(turnBetweenDeg(a, b));

describe('the plane', () => {
  test('a colour keeps its place at every level', () => {
    const spectrum = product(flash, BLUE_TEST_GEL);
    const p = planeOfSpectrum(camera, spectrum);
    expect(
      planeDistance(
        p,
        planeOfSpectrum(
          camera,
          spectrum.map((v) => v * 37),
        ),
      ),
    ).toBeLessThan(1e-12);
    expect(targetOf(pointOf(targetOf(p))).hueDeg).toBeCloseTo(targetOf(p).hueDeg, 9);
  });

  test('linear light and back', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.01, max: 1, noNaN: true }),
        fc.double({ min: 0.01, max: 1, noNaN: true }),
        fc.double({ min: 0.01, max: 1, noNaN: true }),
        (r, g, b) => {
          const back = linearOfPoint(sigmaOfLinear(r, g, b));
          const k = r / back[0];
          expect(k * back[1]).toBeCloseTo(g, 4);
          expect(k * back[2]).toBeCloseTo(b, 4);
        },
      ),
      { numRuns: 100 },
    );
  });

  test('the file’s edge parts what it holds from what it does not', () => {
    for (const { a, b } of fileEdge()) expect(inFile({ a: a * 1.06, b: b * 1.06 })).toBe(false);
    for (let hueDeg = 0; hueDeg < 360; hueDeg += 5) {
      const limit = purityLimit(hueDeg);
      expect(inFile(pointOf({ hueDeg, purity: limit * 0.98 }))).toBe(true);
      expect(inFile(pointOf({ hueDeg, purity: limit * 1.05 }))).toBe(false);
    }
    expect(hexOfPoint({ a: 0, b: 0 })).toMatch(/^#(..)\1\1$/);
  });
});

describe('schemes', () => {
  test('partners of the light-mixing ring add to neutral, and lie opposite each other both ways', () => {
    for (let hue = 0; hue < 360; hue += 15) {
      const partner = lightPartnerDeg(hue);
      expect(near(lightPartnerDeg(partner), hue)).toBeLessThan(1.5);
      // Some mixture of the two is neutral: sweep their ratio.
      const [p, q] = [
        { hueDeg: hue, purity: 0.1 },
        { hueDeg: partner, purity: 0.1 },
      ];
      const least = Math.min(...Array.from({ length: 121 }, (_, i) => mixOfTargets(p, q, -3 + i * 0.05).purity));
      expect(least).toBeLessThan(0.03);
    }
  });

  test('the painters’ ring has other partners: red and green, orange and blue', () => {
    expect(near(paintersPartnerDeg(29), 142)).toBeLessThan(12);
    expect(near(paintersPartnerDeg(55), 264)).toBeLessThan(12);
    expect(near(lightPartnerDeg(29), 195)).toBeLessThan(12);
    expect(near(paintersPartnerDeg(29), lightPartnerDeg(29))).toBeGreaterThan(30);
  });

  test('every scheme: counts, spread, neutrals', () => {
    expect(schemeColours('triad', 20).map(({ hueDeg }) => Math.round(hueDeg))).toEqual([20, 140, 260]);
    expect(schemeColours('neighbours', 10).map(({ hueDeg }) => Math.round(hueDeg))).toEqual([10, 335, 45]);
    expect(schemeColours('one-anchor', 200)[1]).toMatchObject({ part: 'anchor', purity: 0 });
    expect(schemeColours('warm-cool', 200)).toHaveLength(3);
    const [base, partner, third] = schemeColours('mix-third', 30);
    expect(third!.part).toBe('mix');
    const mixed = mixOfTargets(base!, partner!);
    expect(near(third!.hueDeg, mixed.hueDeg)).toBeLessThan(1e-6);
    for (const colour of schemeColours('split', 80)) expect(inFile(pointOf(colour))).toBe(true);
  });

  test('leaning goes to cyan or amber, whichever is nearer, and not past it', () => {
    expect(leaned(240, 10)).toBeCloseTo(230, 9);
    expect(leaned(205, 20)).toBeCloseTo(200, 9);
    expect(leaned(40, 10)).toBeCloseTo(50, 9);
    expect(leaned(77, 0)).toBe(77);
  });

  test('members take lights by role, neutrals the key', () => {
    const [look] = demoLooks();
    const members = membersFor(schemeColours('warm-cool', 210), look!.lights);
    expect(members.find(({ purity }) => purity === 0)!.light).toBe('key');
    expect(members[0]).toMatchObject({ light: 'backdrop', part: 'backdrop' });
    expect(new Set(members.map(({ light }) => light)).size).toBe(members.length);
  });
});

describe('gel search', () => {
  const target = { hueDeg: 265, purity: 0.28 };

  test('equals brute force over all singles and pairs', () => {
    const found = searchGels({ source: flash, camera, target, gels: options, limit: 20 });
    const goal = pointOf(target);
    const all: { gels: string[]; score: number; difference: number; lost: number }[] = [];
    const offer = (list: GelOption[]) => {
      const filter = list.map(({ transmittance }) => transmittance).reduce((a, b) => product(a, b));
      const difference = planeDistance(planeOfSpectrum(camera, product(flash, filter)), goal);
      const lost = stopsLost(luminousTransmittance(flash, filter));
      all.push({ gels: list.map(({ id }) => id), difference, lost, score: difference + STOP_WORTH * lost });
    };
    options.forEach((a, i) => {
      offer([a]);
      options.slice(i).forEach((b) => offer([a, b]));
    });
    all.sort((a, b) => a.score - b.score);
    expect(all).toHaveLength(52 + (52 * 53) / 2);
    expect(found.map(({ gels }) => gels.join())).toEqual(all.slice(0, 20).map(({ gels }) => gels.join()));
    found.forEach((fit, i) => {
      expect(fit.difference).toBeCloseTo(all[i]!.difference, 9);
      expect(fit.stopsLost).toBeCloseTo(all[i]!.lost, 9);
    });
    const first = found[0]!;
    const filter = first.gels.map((id) => options.find((one) => one.id === id)!.transmittance).reduce((a, b) => product(a, b));
    channelStopsLost(flash, filter, camera.sensor).forEach((lost, c) => expect(first.channelStopsLost[c]).toBeCloseTo(lost, 9));
  });

  test('keeps to the sheets there are', () => {
    const one = options.map((option) => ({ ...option, count: option.id === 'blue-mid' ? 1 : 0 }));
    expect(searchGels({ source: flash, camera, target, gels: one }).map(({ gels }) => gels.join())).toEqual(['blue-mid']);
    const two = one.map((option) => ({ ...option, count: option.count * 2 }));
    expect(
      searchGels({ source: flash, camera, target, gels: two })
        .map(({ gels }) => gels.join())
        .sort(),
    ).toEqual(['blue-mid', 'blue-mid,blue-mid']);
    expect(searchGels({ source: flash, camera, target, gels: one, unowned: true, limit: 5000 })).toHaveLength(52 + (52 * 53) / 2);
    expect(searchGels({ source: flash, camera, target, gels: [] })).toEqual([]);
  });

  test('orders: by difference, by purity, by light', () => {
    const by = (order: 'difference' | 'purity' | 'light') =>
      searchGels({ source: flash, camera, target, gels: options, order, limit: 40 });
    const rises = (list: number[]) => list.every((value, i) => i === 0 || value >= list[i - 1]! - 1e-12);
    expect(rises(by('difference').map(({ difference }) => difference))).toBe(true);
    expect(rises(by('purity').map(({ purity }) => -purity))).toBe(true);
    expect(rises(by('light').map(({ stopsLost: lost }) => lost))).toBe(true);
  });

  test('purple wanted from a red and a blue gel: the stack loses over seven stops, the overlap is magenta', () => {
    const answer = stackOrOverlap(camera, flash, RED_TEST_GEL, BLUE_TEST_GEL);
    expect(answer.stack.stopsLost).toBeCloseTo(8.332, 2);
    expect(answer.stack.transmitted).toBeCloseTo(0.0031, 4);
    expect(answer.nearlyBlack).toBe(true);
    expect(answer.overlap.stopsLost).toBeCloseTo(-Math.log2(0.09491 + 0.11694), 2);
    const { hueDeg } = targetOf(answer.overlap.point);
    expect(hueDeg > 290 || hueDeg < 20).toBe(true);
    const pale = GELS.find(({ id }) => id === 'magenta-pale')!.transmittance;
    expect(stackOrOverlap(camera, flash, pale, pale).nearlyBlack).toBe(false);
  });
});

describe('reach', () => {
  const lookup = { gel: () => RED_TEST_GEL };
  const reach = reachOf({ camera, sources: [flash], gels: GELS, fixtures: COLOUR_FIXTURES.map(({ item }) => item), lookup });

  test('every single gel and every pure mix lies within it', () => {
    for (const { point } of reach.gels) {
      // Bins are 5 degrees wide: a place between two of them may stand a little out.
      expect(targetOf(point).purity).toBeLessThanOrEqual(reachAt(reach, targetOf(point).hueDeg) * 1.15 + 0.02);
    }
    for (let hueDeg = 0; hueDeg < 360; hueDeg += 30) {
      const { spectrum } = mixOf(COLOUR_FIXTURES[1]!.item, { mode: 'hsi', hueDeg, saturation: 0.5, whiteK: 5600 }, lookup);
      expect(withinReach(reach, targetOf(planeOfSpectrum(camera, spectrum)))).toBe(true);
    }
  });

  test('fewer means reach less', () => {
    const less = reachOf({ camera, sources: [flash], gels: GELS.slice(0, 6), fixtures: [], lookup });
    expect(less.purity.every((value, i) => value <= reach.purity[i]! + 0.02)).toBe(true);
    expect(less.purity.reduce((a, b) => a + b)).toBeLessThan(0.7 * reach.purity.reduce((a, b) => a + b));
    expect(reachOf({ camera, sources: [], gels: [], fixtures: [], lookup }).purity.every((value) => value === 0)).toBe(true);
  });
});

describe('means', () => {
  test('a white flash gets gels, a colour fixture settings; the rest of the kit is compared in stops', () => {
    const [look] = demoLooks();
    const rim = look!.lights.find(({ id }) => id === 'rim-right')!;
    const target = { hueDeg: 62, purity: 0.17 };
    const means = meansFor({ look: look!, light: rim, target, kit: STAND_IN_KIT });
    expect(means.ways).toBeNull();
    expect(means.gels[0]!.difference).toBeLessThan(0.03);
    const near = means.compare.filter(({ difference }) => difference <= 0.05);
    expect(near.map(({ stops }) => stops)).toEqual([...near].map(({ stops }) => stops).sort((a, b) => b - a));
    const big = near.find(({ fixtureId }) => fixtureId === 'flash-400')!;
    const small = near.find(({ fixtureId }) => fixtureId === 'flash-small')!;
    // Same gels on heads of guide number 62 and 30.
    expect(big.stops - small.stops).toBeCloseTo(2 * Math.log2(62 / 30), 6);
    expect(means.compare.some(({ direct }) => direct)).toBe(true);

    const [oven] = nightOvenLooks();
    const street = oven!.lights.find(({ id }) => id === 'street')!;
    const direct = meansFor({ look: oven!, light: street, target, kit: STAND_IN_KIT });
    expect(direct.gels).toEqual([]);
    const xy = direct.ways!.find(({ mode }) => mode === 'xy')!;
    expect(xy.difference).toBeLessThan(0.01);
  });

  test('archived and missing fixtures are not offered', () => {
    const [look] = demoLooks();
    const kit = STAND_IN_KIT.map((entry) =>
      entry.kind === 'fixture' && entry.id !== 'flash-small' ? { ...entry, archived: true } : entry,
    );
    const { compare } = meansFor({ look: look!, light: look!.lights[0]!, target: { hueDeg: 60, purity: 0.1 }, kit });
    expect(compare.map(({ fixtureId }) => fixtureId)).toEqual(['flash-small']);
  });
});

test('Planck lamps and daylight differ in the gels they want for one target', () => {
  const target = { hueDeg: 250, purity: 0.2 };
  const best = (source: Float64Array) => searchGels({ source, camera, target, gels: options, limit: 1 })[0]!;
  expect(best(flash).gels).not.toEqual(best(planckSource(3200)).gels);
  expect(FIXTURES.length).toBeGreaterThanOrEqual(14);
});
