import { baseCamera } from '../src/camera/camera';
import { COLOUR_FIXTURES } from '../src/catalogue/colour-fixtures';
import { GELS } from '../src/gel/stand-ins';
import { demoLooks } from '../src/demo';
import { modifierOf } from '../src/catalogue/kit';
import { correctionFor, warmUpAfterwards } from '../src/planning/correction/correction';
import { cameraChange, densityOf, powerWords } from '../src/planning/bench/questions';
import { InputError } from '../src/errors';
import { KIT_FORMAT, parseKitEntry, parseKitFile, readKitFile, type KitEntry, type KitGel } from '../src/catalogue/kit-schema';
import { isStandIn, mergedKit, STAND_IN_KIT } from '../src/catalogue/stand-ins';
import { gelOptions, kitRows, lookWithCamera, lookWithFixture, lookWithGels, lookWithSurface } from '../src/planning/kit-use';
import { evaluate } from '../src/scene/evaluate';
import { LookError, parseLook } from '../src/scene/parse';
import type { Look } from '../src/document/schema';
import { setupMinutes } from '../src/day/rig/setup-time';
import { gelCautionKey, gelSafety, openGelStops } from '../src/day/rig/gel-safety';
import { stopsLost } from '../src/gel/gel';
import { product, WAVELENGTHS_NM } from '../src/spectrum/grid';
import { daylightSource, planckSource } from '../src/source/source';
import { BLUE_TEST_GEL, copyOf } from './support';

const corrections = GELS.filter(({ kind }) => kind === 'correction').map((gel) => ({ ...gel, count: 2 }));
const look = (): Look => copyOf(demoLooks()[0]!);

describe('correction', () => {
  test('flash into a room of 3600 K: 96 mired from 5600, a bit over half; the best stack leaves under 10', () => {
    const answer = correctionFor(daylightSource(5600), 3600, 0, corrections);
    expect(answer.neededMired).toBeCloseTo(1e6 / 3600 - 1e6 / 5600, 0);
    expect(answer.fraction).toBeCloseTo(answer.neededMired / 159, 3);
    const best = answer.fits[0]!;
    expect(Math.abs(best.residualMired)).toBeLessThan(10);
    expect(best.stopsLost).toBeGreaterThan(0.3);
    expect(best.stopsLost).toBeLessThan(1.6);
    for (const { gels } of answer.fits)
      expect(gels.some((id) => id.startsWith('warm')) && gels.some((id) => id.startsWith('cool'))).toBe(false);
    // Nothing at all is an answer too, far down.
    expect(correctionFor(daylightSource(5600), 5600, 0.003, corrections).fits[0]!.gels).toEqual([]);
  });

  test('full warming realises 3031 K on D5600, as the reference says', () => {
    const full = corrections.filter(({ id }) => id === 'warm-full');
    const fit = correctionFor(daylightSource(5600), 3031, 0, full).fits.find(({ gels }) => gels.join() === 'warm-full')!;
    expect(fit.cctK!).toBeCloseTo(3031, -1);
    expect(fit.residualMired).toBeCloseTo(0, 0);
  });

  test('left warm on purpose moves the aim; green is made up for by magenta', () => {
    const left = correctionFor(daylightSource(5600), 3200, 0, corrections, -30);
    expect(left.neededMired).toBeCloseTo(correctionFor(daylightSource(5600), 3200, 0, corrections).neededMired - 30, 6);
    const green = product(daylightSource(5600), GELS.find(({ id }) => id === 'green-half')!.transmittance);
    const fit = correctionFor(green, 5600, 0, corrections).fits[0]!;
    expect(fit.gels.some((id) => id.startsWith('magenta'))).toBe(true);
    expect(() => correctionFor(product(daylightSource(5600), BLUE_TEST_GEL), 3200, 0, corrections)).toThrow(
      /no colour temperature/,
    );
  });

  test('warming afterwards drives the ground further than matching does', () => {
    const half = GELS.find(({ id }) => id === 'warm-half')!.transmittance;
    const [, matched, later] = warmUpAfterwards(
      daylightSource(5600),
      half,
      3400,
      baseCamera({ whiteK: 5600 }),
      baseCamera({ whiteK: 3400 }),
    );
    const spread = (hex: string) => {
      const [r, , b] = [1, 3, 5].map((i) => parseInt(hex.slice(i, i + 2), 16)) as [number, number, number];
      return r - b;
    };
    expect(Math.abs(spread(matched!.ground))).toBeLessThan(6);
    expect(spread(later!.ground)).toBeGreaterThan(80);
  });
});

describe('bench questions', () => {
  test('neutral density in three languages', () => {
    expect(densityOf('stops', 4)).toEqual({ stops: 4, factor: 16, density: expect.closeTo(1.204, 3) });
    expect(densityOf('factor', 8).stops).toBeCloseTo(3, 12);
    expect(densityOf('density', 0.9).stops).toBeCloseTo(2.99, 2);
    expect(() => densityOf('stops', -1)).toThrow(InputError);
  });

  test('a change of camera settings, as the reference says: +4.92 for flash, +6.92 for continuous', () => {
    const change = cameraChange({ aperture: 11, iso: 100, shutterS: 1 / 160 }, { aperture: 4, iso: 400, shutterS: 1 / 40 });
    expect(change.flash).toBeCloseTo(4.92, 2);
    expect(change.continuous).toBeCloseTo(6.92, 2);
    expect(change.aperture + change.iso + change.nd).toBeCloseTo(change.flash, 12);
    expect(() => cameraChange({ aperture: 11, iso: 0, shutterS: 1 }, { aperture: 4, iso: 400, shutterS: 1 })).toThrow(/iso/);
  });

  test('power in fractions, stops, joules and per cent', () => {
    expect(powerWords('fraction', 1 / 4, 400)).toEqual({ stops: -2, fraction: 0.25, percent: 25, joules: 100 });
    expect(powerWords('joules', 60, 240).stops).toBeCloseTo(-2, 12);
    expect(powerWords('percent', 1, 400).stops).toBeCloseTo(-6.64, 2);
    expect(() => powerWords('percent', 130, 400)).toThrow(/percent/);
  });
});

describe('heat and gel', () => {
  const gelled = (change: (one: Look['lights'][number]) => void) => {
    const own = look();
    const light = own.lights.find(({ id }) => id === 'rim-right')!;
    change(light);
    return { own, light };
  };

  test('a bare tube stops the planner until it is taken on; a holder does not', () => {
    const { own, light } = gelled((one) => {
      one.modifier = modifierOf('bare');
      one.mount = 'tape';
    });
    expect(gelSafety(own, light)!.stops).toBe(true);
    expect(openGelStops(own).map(({ light: one }) => one.id)).toEqual(['rim-right']);
    own.acknowledged = [{ key: gelCautionKey(light), at: '2026-11-24T10:00:00Z' }];
    expect(openGelStops(own)).toEqual([]);
    // Held in another way, it is another question.
    light.mount = 'touching';
    expect(openGelStops(own)).toHaveLength(1);
    const { own: fine, light: held } = gelled(() => undefined);
    expect(gelSafety(fine, held)!.stops).toBe(false);
    expect(gelSafety(fine, { ...held, gels: [] })).toBeNull();
  });

  test('closer packed gel and stronger lamps are hotter', () => {
    const { own, light } = gelled(() => undefined);
    const inside = gelSafety(own, { ...light, modifier: modifierOf('softbox'), mount: 'inside' })!;
    const front = gelSafety(own, { ...light, modifier: modifierOf('softbox'), mount: 'clips' })!;
    expect(inside.absorbedWPerCm2).toBeGreaterThan(front.absorbedWPerCm2);
    const off = gelSafety(own, { ...light, powerStops: -6 })!;
    expect(off.absorbedWPerCm2).toBeLessThan(gelSafety(own, light)!.absorbedWPerCm2);
    expect(inside.reasons).toContain('closes-box');
    expect(front.reasons).not.toContain('closes-box');
  });
});

test('setting up takes longer with more lights and gels, and less with helpers', () => {
  const own = look();
  const alone = setupMinutes(own);
  const fewer = setupMinutes({ ...own, lights: own.lights.slice(1) });
  expect(alone - fewer).toBe(13);
  own.brief.place.crew = 2;
  expect(setupMinutes(own)).toBeLessThan(alone);
  const many = { ...own, lights: own.lights.map((light) => ({ ...light, pieces: 2 })) };
  expect(setupMinutes(many)).toBeGreaterThan(setupMinutes(own));
});

describe('the kit', () => {
  const own: KitGel = {
    id: 'my-blue',
    name: 'My blue',
    note: '',
    count: 3,
    provenance: 'measured',
    archived: false,
    kind: 'gel',
    type: 'effect',
    shiftMired: null,
    widthCm: 50,
    heightCm: 60,
    condition: 'used',
    hours: 0,
    spectrum: { wavelengthsNm: [...WAVELENGTHS_NM], values: [...BLUE_TEST_GEL] },
  };

  test('every stand-in is a sound entry; six full-colour fixtures, 52 gels', () => {
    for (const entry of STAND_IN_KIT) expect(parseKitEntry(copyOf(entry))).toEqual(entry);
    expect(STAND_IN_KIT.filter((entry) => entry.kind === 'fixture' && entry.fixture.kind === 'colour')).toHaveLength(6);
    expect(COLOUR_FIXTURES.some(({ item }) => item.pixels > 1)).toBe(true);
    expect(STAND_IN_KIT.filter(({ kind }) => kind === 'gel')).toHaveLength(52);
    expect(new Set(STAND_IN_KIT.map(({ id }) => id)).size).toBe(STAND_IN_KIT.length);
  });

  test('own entries stand beside the stand-ins, changed ones in their place', () => {
    const changed = { ...STAND_IN_KIT[0]!, count: 0 } as KitEntry;
    const kit = mergedKit([own, changed]);
    expect(kit).toHaveLength(STAND_IN_KIT.length + 1);
    expect(kit[0]!.count).toBe(0);
    expect(isStandIn(own.id)).toBe(false);
    expect(gelOptions(kit).find(({ id }) => id === 'my-blue')!.count).toBe(3);
    expect(gelOptions([{ ...own, archived: true }])).toEqual([]);
    expect(kitRows(kit).at(-1)).toMatchObject({ kind: 'gel', id: 'my-blue', width_cm: 50, condition: 'used' });
  });

  test('bad entries and files name the field', () => {
    const bad = (change: (entry: Record<string, unknown>) => void) => {
      const entry = copyOf(own) as unknown as Record<string, unknown>;
      change(entry);
      try {
        parseKitEntry(entry);
      } catch (error) {
        if (error instanceof LookError) return error.problems[0]!.field;
      }
      return 'taken';
    };
    expect(bad((entry) => (entry['count'] = -1))).toBe('count');
    expect(bad((entry) => (entry['count'] = 1.5))).toBe('count');
    expect(bad((entry) => (entry['kind'] = 'tripod'))).toBe('kind');
    expect(bad((entry) => (entry['surprise'] = 1))).not.toBe('taken');
    expect(bad((entry) => ((entry['spectrum'] as { values: number[] }).values[3] = 7))).toMatch(/transmittance/);
    expect(() => readKitFile('nonsense')).toThrow(/not JSON/);
    expect(() => readKitFile('{}')).toThrow(/format/);
    expect(() => parseKitFile({ format: KIT_FORMAT, version: 9, entries: [] })).toThrow(/version 1/);
    expect(() => parseKitFile({ format: KIT_FORMAT, version: 1, entries: [own, own] })).toThrow(/stands twice/);
    expect(parseKitFile(copyOf({ format: KIT_FORMAT, version: 1, entries: [own] })).entries).toEqual([own]);
  });

  test('a look carries what the application does not ship: gel, fixture spectrum, sensor, surface', () => {
    let next = lookWithGels(look(), [own]);
    next = {
      ...next,
      lights: next.lights.map((light, i) => (i === 0 ? { ...light, gels: [{ gel: 'my-blue', strength: 1 }] } : light)),
    };
    expect(stopsLost(0.09491)).toBeCloseTo(evaluate(next).lights[0]!.stopsLost, 2);
    const wide = planckSource(3000);
    next = lookWithFixture(next, 'backdrop', {
      ...(STAND_IN_KIT.find(({ id }) => id === 'led-panel') as Extract<KitEntry, { kind: 'fixture' }>),
      id: 'my-panel',
      name: 'My panel',
      fixture: {
        kind: 'continuous',
        name: 'x',
        source: { kind: 'spectrum', id: 'own' },
        luxAt1m: 900,
        minStops: -6,
        step: { unit: 'percent', value: 1 },
        dimmer: 1,
        layout: [],
      },
      spectrum: { wavelengthsNm: [...WAVELENGTHS_NM], values: [...wide] },
    });
    expect(next.lights.find(({ id }) => id === 'backdrop')!.fixture.name).toBe('My panel');
    next = lookWithFixture(
      next,
      'rim-left',
      STAND_IN_KIT.find(({ id }) => id === 'colour-spot') as Extract<KitEntry, { kind: 'fixture' }>,
    );
    expect(next.lights.find(({ id }) => id === 'rim-left')!.setting).toEqual({ mode: 'cct', cctK: 5600, duv: 0 });
    const sensor = { wavelengthsNm: [380, 500, 600, 780], r: [0, 0, 1, 1], g: [0, 1, 0.5, 0], b: [1, 0.5, 0, 0] };
    next = lookWithCamera(next, {
      ...(STAND_IN_KIT.find(({ id }) => id === 'stills') as Extract<KitEntry, { kind: 'camera' }>),
      id: 'my-camera',
      camera: { ...look().camera, sensor: { kind: 'spectrum', id: 'own' } },
      sensor,
    });
    expect(next.camera.syncS).toBe(look().camera.syncS);
    next = lookWithSurface(next, 'backdrop', { ...own, kind: 'surface', use: 'backdrop' } as unknown as Extract<
      KitEntry,
      { kind: 'surface' }
    >);
    expect(next.spectra.map(({ kind }) => kind).sort()).toEqual(['gel', 'reflectance', 'sensor', 'source']);
    expect(parseLook(copyOf(next))).toEqual(next);
  });
});
