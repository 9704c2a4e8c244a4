import { adaptedLinear } from '../src/vivid/adaptation';
import fc from 'fast-check';
import { baseCamera } from '../src/camera/camera';
import { findGel, GELS } from '../src/gel/stand-ins';
import { demoLooks, nightOvenLooks } from '../src/demo';
import { COLOUR_FIXTURES } from '../src/catalogue/colour-fixtures';
import { FIXTURES } from '../src/catalogue/kit';
import { decodeSrgb } from '../src/colour/rgb';
import { turnBetweenDeg } from '../src/colour/hue';
import { oklabOf } from '../src/colour/oklab';
import { mixOf } from '../src/fixture/modes';
import { STAND_IN_KIT } from '../src/catalogue/stand-ins';
import { evaluate } from '../src/scene/evaluate';
import type { Light, Look } from '../src/document/schema';
import { paletteChecks } from '../src/planning/palette/checks';
import { colourClusters } from '../src/planning/palette/clusters';
import { searchGels, stackOrOverlap, STOP_WORTH, type GelOption } from '../src/planning/palette/gel-search';
import { meansFor } from '../src/planning/palette/means';
import { motiveProblems } from '../src/planning/palette/motives';
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
import { BLUE_TEST_GEL, copyOf, RED_TEST_GEL } from './support';

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

describe('checks', () => {
  const base = () => copyOf(demoLooks()[0]!);
  const of = (look: Look, id: string) => paletteChecks(look).checks.find((check) => check.id === id);
  const light = (look: Look, id: string): Light => look.lights.find((one) => one.id === id)!;

  test('a neutral key is an anchor; with every light one colour there is none, and the eye adapts', () => {
    const look = base();
    expect(of(look, 'anchor')!.holds).toBe(true);
    for (const one of look.lights) one.gels = [{ gel: 'green-deep', strength: 1 }];
    look.ambient.lux = 0;
    expect(of(look, 'anchor')!.holds).toBe(false);
    const adaptation = of(look, 'adaptation')!;
    expect(adaptation.holds).toBe(false);
    expect(adaptation.finding).toEqual({ kind: 'one-colour', share: expect.any(Number) });
    // The adapted preview is less green.
    const report = paletteChecks(look);
    const backdrop = evaluate(look).probes.find(({ id }) => id === 'backdrop')!;
    const { a, b } = oklabOf(...adaptedLinear(report.adaptation, oklabOf(...backdrop.recorded)));
    expect(Math.hypot(a, b)).toBeLessThan(backdrop.chroma * 0.7);
    look.palette.accepted = ['anchor'];
    expect(of(look, 'anchor')!.accepted).toBe(true);
  });

  test('red on the face is asked about in a bright mood and let be in a dark one', () => {
    const look = base();
    light(look, 'key').gels = [{ gel: 'magenta-mid', strength: 1 }];
    look.brief.mood = 'bright';
    expect(of(look, 'skin')!.holds).toBe(false);
    expect(of(look, 'eyes')!.holds).toBe(false);
    light(look, 'key').gels = [];
    expect(of(look, 'skin')!.holds).toBe(true);
    expect(of(look, 'eyes')!.holds).toBe(true);
  });

  test('thin separation asks, and an edge that is to sink in does not', () => {
    const look = base();
    look.brief.separation = evaluate(look).separation + 0.03;
    expect(of(look, 'separation')!.holds).toBe(false);
    look.brief.separation = 0;
    expect(of(look, 'separation')!.finding).toMatchObject({ kind: 'separation', wanted: 0 });
  });

  test('a colour that was washed out is no anchor: white light is', () => {
    const look = copyOf(demoLooks()[0]!);
    // The cyan rim so far over that the camera records it pale.
    look.camera.iso *= 16;
    const pale = paletteChecks(look).checks.find(({ id }) => id === 'anchor')!;
    const { nearest } = pale.finding as { nearest: { name: string } | null };
    const readings = evaluate(look);
    const probe = readings.probes.find(({ name }) => name === nearest?.name);
    // The key is a white that was made a little warmer.
    const white = new Set(readings.lights.filter(({ isWhite, id }) => isWhite || id === 'key').map(({ id }) => id));
    const share = (probe?.shares ?? []).reduce((sum, one) => sum + (white.has(one.lightId) ? one.share : 0), 0);
    expect(nearest === null || share >= 0.5).toBe(true);
  });

  test('coloured cloth that is recorded as another colour is told by both names; a white one takes any light', () => {
    const look = copyOf(demoLooks()[0]!);
    look.subject.wardrobe = { kind: 'material', id: 'cloth-teal' };
    const clothing = look.probes.find(({ part }) => part === 'clothing')!;
    for (const light of look.lights) {
      light.on = light.role === 'key';
      light.gels = [{ gel: 'orange-mid', strength: 1 }];
      light.aim = clothing.position;
      light.powerStops = 0;
    }
    look.camera.iso *= 2;
    const found = paletteChecks(look).checks.filter(({ id }) => id.startsWith('wardrobe'));
    expect(found.map(({ id }) => id)).not.toContain('wardrobe');
    look.subject.wardrobe = { kind: 'neutral', reflectance: 0.6 };
    expect(paletteChecks(look).checks.some(({ id }) => id.endsWith(':turns'))).toBe(false);
  });

  test('cloth goes black under the light that it does not reflect', () => {
    const look = base();
    look.subject.wardrobe = { kind: 'material', id: 'cloth-red' };
    look.ambient.lux = 0;
    for (const one of look.lights) one.muted = one.role !== 'key';
    for (const one of look.lights) if (one.role === 'key') one.gels = [{ gel: 'azure-deep', strength: 1 }];
    expect(of(look, 'wardrobe:key:black')!.finding).toMatchObject({ kind: 'cloth-dark', light: 'Key', isBlack: true });
    for (const one of look.lights) if (one.role === 'key') one.gels = [{ gel: 'red-deep', strength: 1 }];
    expect(of(look, 'wardrobe:key:glow')).toBeDefined();
  });

  test('a light off its palette colour, a motive that disagrees, missing sheets', () => {
    const look = base();
    look.palette.members = [
      { id: 'm', name: 'Rim', hueDeg: 140, purity: 0.2, light: 'rim-right', part: 'hair-right', share: 0.1, purpose: '' },
    ];
    expect(of(look, 'target:m')!.finding).toMatchObject({ kind: 'off-target', wanted: { hueDeg: 140, purity: 0.2 } });
    light(look, 'rim-left').motive = 'fire';
    expect(of(look, 'motive:rim-left')!.finding).toMatchObject({
      kind: 'motive',
      problems: expect.arrayContaining([expect.objectContaining({ kind: 'hue', range: [30, 75] })]),
    });
    const report = paletteChecks(
      look,
      STAND_IN_KIT.map((entry) => ({ ...entry, count: 0 })),
    );
    expect(report.checks.find(({ id }) => id === 'sheets:amber-deep')!.finding).toEqual({
      kind: 'sheets',
      gel: findGel('amber-deep')!.name,
      needed: 1,
      owned: 0,
      joined: 0,
      pieceCm: [24, 24],
    });
    expect(motiveProblems({ ...light(look, 'rim-left'), motive: '' }, { hueDeg: 0, purity: 1, cctK: null })).toEqual([]);
  });

  test('more than three colours without a purpose are asked about', () => {
    const look = base();
    look.palette.members = [0, 90, 180, 270].map((hueDeg, i) => ({
      id: `m${i}`,
      name: '',
      hueDeg,
      purity: 0.2,
      light: '',
      part: '',
      share: 0.1,
      purpose: '',
    }));
    expect(of(look, 'purpose')!.holds).toBe(false);
    look.palette.members.forEach((member) => (member.purpose = 'sign'));
    expect(of(look, 'purpose')!.holds).toBe(true);
  });

  test('two colours that clip to one are named', () => {
    const look = base();
    // A yellow and an orange: over their clip both are yellow.
    const rims = look.lights.filter(({ role }) => role === 'rim');
    rims[0]!.gels = [{ gel: 'yellow-deep', strength: 1 }];
    rims[1]!.gels = [{ gel: 'orange-mid', strength: 1 }];
    expect(paletteChecks(look).checks.some(({ id }) => id.startsWith('alike'))).toBe(false);
    look.ambient.lux = 0;
    look.camera.iso = 12_800;
    expect(paletteChecks(look).checks.some(({ id }) => id === `alike:${rims[0]!.id}:${rims[1]!.id}`)).toBe(true);
  });
});

describe('clusters of a reference picture', () => {
  test('finds planted colours with their shares, the same way every time', () => {
    const planted = [
      { rgb: [230, 140, 30], share: 0.5 },
      { rgb: [20, 60, 140], share: 0.3 },
      { rgb: [240, 240, 240], share: 0.2 },
    ];
    const pixels = planted.flatMap(({ rgb, share }) =>
      Array.from({ length: share * 1000 }, (_, i) => [
        ...rgb.map((v) => Math.max(0, Math.min(255, v + ((i * 7) % 11) - 5))),
        255,
      ]),
    );
    const data = Uint8ClampedArray.from(pixels.flat());
    const clusters = colourClusters(data, 3);
    expect(clusters.map(({ share }) => share)).toEqual([0.5, 0.3, 0.2]);
    planted.forEach(({ rgb }, i) => {
      const lab = oklabOf(...(rgb.map((v) => decodeSrgb(v / 255)) as [number, number, number]));
      expect(clusters[i]!.lightness).toBeCloseTo(lab.L, 1);
      if (i < 2) expect(near(clusters[i]!.hueDeg, (Math.atan2(lab.b, lab.a) * 180) / Math.PI)).toBeLessThan(5);
    });
    expect(colourClusters(data, 3)).toEqual(clusters);
  });

  test('a dark ground is no colour of the picture, a dark blue is, and shares are of all of it', () => {
    const pixel = (r: number, g: number, b: number, n: number) => Array.from({ length: n }, () => [r, g, b, 255]).flat();
    const data = Uint8ClampedArray.from([...pixel(24, 24, 26, 700), ...pixel(230, 140, 30, 200), ...pixel(10, 20, 90, 100)]);
    const found = colourClusters(data, 4);
    expect(found.map(({ share }) => share)).toEqual([0.2, 0.1]);
    expect(found[0]!.hueDeg).toBeGreaterThan(50);
    expect(near(found[1]!.hueDeg, 266)).toBeLessThan(8);
  });

  test('plain and empty pictures', () => {
    expect(colourClusters(Uint8ClampedArray.from([10, 20, 30, 255, 10, 20, 30, 255]), 5)).toHaveLength(1);
    expect(() => colourClusters(new Uint8ClampedArray(0))).toThrow(/no pixels/);
    expect(() => colourClusters(Uint8ClampedArray.from([1, 2, 3, 0]))).toThrow(/transparent/);
  });
});

test('Planck lamps and daylight differ in the gels they want for one target', () => {
  const target = { hueDeg: 250, purity: 0.2 };
  const best = (source: Float64Array) => searchGels({ source, camera, target, gels: options, limit: 1 })[0]!;
  expect(best(flash).gels).not.toEqual(best(planckSource(3200)).gels);
  expect(FIXTURES.length).toBeGreaterThanOrEqual(14);
});
