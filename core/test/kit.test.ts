import fc from 'fast-check';
import { COLOUR_FIXTURES } from '../src/catalogue/colour-fixtures';
import { GELS } from '../src/catalogue/gels';
import { demoLooks } from '../src/catalogue/demo';
import { modifierOf } from '../src/catalogue/kit';
import { makeCamera, recordInto } from '../src/camera/camera';
import { correctionFor, warmUpAfterwards } from '../src/correction/correction';
import { cameraChange, densityOf, powerWords } from '../src/bench/questions';
import { InputError } from '../src/errors';
import { beamFunction, beamIntegral } from '../src/exposure/beam';
import { gelFromPhotos, readLm63, readSensorCsv, readSpectrumCsv, readTm27 } from '../src/files';
import { KIT_FORMAT, parseKitEntry, parseKitFile, readKitFile, type KitEntry, type KitGel } from '../src/kit/schema';
import { isStandIn, mergedKit, STAND_IN_KIT } from '../src/kit/stand-ins';
import { gelOptions, kitRows, lookWithCamera, lookWithFixture, lookWithGels, lookWithSurface } from '../src/kit/use';
import { evaluate } from '../src/look/evaluate';
import { LookError, parseLook } from '../src/look/parse';
import type { Look } from '../src/look/schema';
import { setupMinutes } from '../src/rig/setup-time';
import { gelCautionKey, gelSafety, openGelStops } from '../src/rig/gel-safety';
import { channelStopsLost, stopsLost } from '../src/spectrum/gel';
import { product, WAVELENGTHS_NM } from '../src/spectrum/grid';
import { daylightSource, planckSource } from '../src/spectrum/source';
import { balancedTriple } from '../src/vivid/alone';
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
    const [, matched, later] = warmUpAfterwards(daylightSource(5600), half, 3400, 5600);
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

  test('closer packed gel and stronger lamps are hotter; no text promises safety', () => {
    const { own, light } = gelled(() => undefined);
    const inside = gelSafety(own, { ...light, modifier: modifierOf('softbox'), mount: 'inside' })!;
    const front = gelSafety(own, { ...light, modifier: modifierOf('softbox'), mount: 'clips' })!;
    expect(inside.absorbedWPerCm2).toBeGreaterThan(front.absorbedWPerCm2);
    const off = gelSafety(own, { ...light, powerStops: -6 })!;
    expect(off.absorbedWPerCm2).toBeLessThan(gelSafety(own, light)!.absorbedWPerCm2);
    for (const { reasons } of [inside, front, off]) expect(reasons.join(' ')).not.toMatch(/\bis safe\b|no risk/i);
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

describe('spectra from files', () => {
  const rows = (f: (nm: number) => number, step = 10) =>
    Array.from({ length: Math.floor(400 / step) + 1 }, (_, i) => `${380 + i * step},${f(380 + i * step)}`).join('\n');

  test.each([
    ['plain', rows(() => 0.5)],
    ['with header and comments', `# taken today\nwavelength,blue\n${rows(() => 0.5)}`],
    [
      'semicolons and decimal commas',
      rows(() => 0.5)
        .replace(/,/g, ';')
        .replace(/\./g, ','),
    ],
    [
      'tabs and Windows ends',
      rows(() => 0.5)
        .replace(/,/g, '\t')
        .replace(/\n/g, '\r\n'),
    ],
    ['percent by header', `nm,T %\n${rows(() => 50)}`],
    ['byte order mark', `\uFEFF${rows(() => 0.5)}`],
  ])('CSV, %s', (_, text) => {
    const { samples } = readSpectrumCsv(text, 'transmittance');
    expect(samples.wavelengthsNm).toHaveLength(41);
    expect(samples.values.every((value) => Math.abs(value - 0.5) < 1e-12)).toBe(true);
  });

  test.each<[string, string, RegExp]>([
    ['empty', '', /empty/],
    ['only an empty quoted cell', '""', /holds no figures/],
    ['one column', '400\n500\n600\n700', /Two columns/],
    ['words', '400,high\n500,low\n600,1\n700,1', /header but|not a number|row/],
    ['NaN', `${rows(() => 0.5)}\n790,NaN`, /"NaN", not a number/],
    ['infinite', `${rows(() => 0.5)}\n790,Infinity`, /not a number/],
    ['percent not declared', rows(() => 50), /percent/],
    ['not rising', '400,1\n500,1\n450,1\n700,1', /must rise/],
    ['duplicate', '400,1\n500,1\n500,1\n700,1', /stands twice/],
    ['short range', '500,1\n520,1\n540,1\n560,1', /miss/],
    ['binary', '400,1\u0000\n', /zero bytes/],
    ['huge', 'x'.repeat(1_000_001), /larger than 1 MB/],
    ['many rows', Array.from({ length: 6000 }, (_, i) => `${380 + i / 20},0.5`).join('\n'), /5000 at most/],
    ['missing cell', `${rows(() => 0.5)}\n790,`, /missing/],
    ['over one', rows((nm) => (nm === 500 ? 1.2 : 0.5)), /between 0 and 1/],
  ])('CSV refused: %s', (_, text, message) => {
    expect(() => readSpectrumCsv(text, 'transmittance')).toThrow(message);
    expect(() => readSpectrumCsv(text, 'transmittance')).toThrow(InputError);
  });

  it('answers every text with samples or an InputError, never with another error', () => {
    const piece = fc.constantFrom('"', '""', ',', ';', '\t', '\n', '\r\n', '#', '%', '400', '1', '0.5', '-', 'nm', ' ', '\uFEFF');
    const text = fc.oneof(
      fc.string({ maxLength: 300 }),
      fc.array(piece, { maxLength: 40 }).map((pieces) => pieces.join('')),
    );
    const answer = (read: () => unknown) => {
      try {
        read();
      } catch (error) {
        expect(error).toBeInstanceOf(InputError);
      }
    };
    fc.assert(
      fc.property(text, (given) => {
        answer(() => readSpectrumCsv(given, 'transmittance'));
        answer(() => readSensorCsv(given));
        answer(() => readTm27(given, 'source'));
        answer(() => readLm63(given));
      }),
      { numRuns: 2000 },
    );
  });

  test('camera sensitivities from four columns', () => {
    const table = Array.from({ length: 41 }, (_, i) => `${380 + 10 * i};${i / 40};0,5;${1 - i / 40}`).join('\n');
    const sensor = readSensorCsv(`nm;r;g;b\n${table}`);
    expect(sensor.g.every((value) => value === 0.5)).toBe(true);
    expect(sensor.r).toHaveLength(41);
    expect(() => readSensorCsv(table.replace(/;[^;]*$/gm, ''))).toThrow(/4 columns: wavelength, red, green, blue/);
    expect(() => readSensorCsv(table.replace(/0,5/g, '-1'))).toThrow(/negative/);
  });

  const tm27 = (data: string, quantity = 'transmittance', head = '') =>
    `<?xml version="1.0" encoding="UTF-8"?>${head}<IESTM2714 xmlns="iestm2714" version="1.0"><Header><Description>Test film</Description></Header><SpectralDistribution><SpectralQuantity>${quantity}</SpectralQuantity>${data}</SpectralDistribution></IESTM2714>`;
  const data = (f: (nm: number) => number) =>
    Array.from({ length: 41 }, (_, i) => `<SpectralData wavelength="${380 + 10 * i}">${f(380 + 10 * i)}</SpectralData>`).join('');

  test('TM-27-14 XML, in any order of wavelength', () => {
    const read = readTm27(tm27(data((nm) => nm / 1000)), 'transmittance');
    expect(read.name).toBe('Test film');
    expect(read.samples.values[0]).toBeCloseTo(0.38, 9);
    const back = tm27(
      data((nm) => nm / 1000)
        .replace(/(<SpectralData.*?<\/SpectralData>)/g, '$1|')
        .split('|')
        .reverse()
        .join(''),
    );
    expect(readTm27(back, 'transmittance').samples).toEqual(read.samples);
    expect(
      readTm27(
        tm27(
          data(() => 3),
          'irradiance',
        ),
        'source',
      ).samples.values[5],
    ).toBe(3);
  });

  test.each<[string, string, RegExp]>([
    ['entities', tm27('&bomb;', 'transmittance', '<!DOCTYPE x [<!ENTITY bomb "boom">]>'), /document type/],
    [
      'external entity',
      tm27(
        data(() => 0.5),
        'transmittance',
        '<!DOCTYPE x SYSTEM "file:///etc/passwd">',
      ),
      /document type/,
    ],
    ['not XML', '{"a":1}', /not sound XML|no IESTM2714/],
    ['cut off', tm27(data(() => 0.5)).slice(0, 500), /not sound XML/],
    ['another root', '<other><SpectralData wavelength="400">1</SpectralData></other>', /no IESTM2714/],
    ['no data', tm27(''), /no SpectralData/],
    ['a word for a number', tm27(data(() => 0.5).replace('>0.5<', '>half<')), /"half", not a number/],
    ['NaN', tm27(data(() => NaN)), /not a number/],
    [
      'wrong quantity',
      tm27(
        data(() => 0.5),
        'irradiance',
      ),
      /holds irradiance/,
    ],
    [
      'unknown quantity',
      tm27(
        data(() => 0.5),
        'weight',
      ),
      /not one of/,
    ],
    ['deep nesting', '<a>'.repeat(50_000) + '</a>'.repeat(50_000), /.+/],
  ])('TM-27-14 refused: %s', (_, text, message) => {
    expect(() => readTm27(text, 'transmittance')).toThrow(message);
    expect(() => readTm27(text, 'transmittance')).toThrow(InputError);
  });

  const lm63 = (intensity: (deg: number) => number, { tilt = 'NONE', type = 1, planes = [0] } = {}) => {
    const angles = Array.from({ length: 37 }, (_, i) => i * 2.5);
    return [
      'IESNA:LM-63-2002',
      '[TEST] T1',
      '[LUMINAIRE] Test spot',
      `TILT=${tilt}`,
      `1 2000 1 ${angles.length} ${planes.length} ${type} 2 0.1 0.1 0`,
      '1 1 60',
      angles.join(' '),
      planes.join(' '),
      ...planes.map(() => angles.map(intensity).join(' ')),
    ].join('\r\n');
  };

  test('LM-63: a cosine and a lens beam come back with their angles', () => {
    const cosine = readLm63(lm63((deg) => 1000 * Math.cos((deg * Math.PI) / 180)));
    expect(cosine.name).toBe('Test spot');
    expect(cosine.axisCandela).toBeCloseTo(1000, 6);
    expect(cosine.beamDeg!).toBeCloseTo(120, 0);
    expect(beamIntegral(cosine.beam)).toBeCloseTo(Math.PI, 1);
    const lens = beamFunction({ kind: 'lens', beamDeg: 30, fieldDeg: 50 });
    const spot = readLm63(lm63((deg) => 9000 * lens((deg * Math.PI) / 180), { planes: [0, 90, 180] }));
    expect(spot.beamDeg!).toBeCloseTo(30, 0);
    expect(spot.fieldDeg!).toBeCloseTo(50, 0);
    expect(spot.watts).toBe(60);
  });

  test.each<[string, string, RegExp]>([
    ['no TILT', 'IESNA:LM-63-2002\n1 2 3', /no TILT/],
    ['tilted', lm63(() => 1, { tilt: 'lamp.til' }), /TILT=NONE/],
    ['type B', lm63(() => 1, { type: 2 }), /type C/],
    ['cut off', lm63(() => 1).slice(0, 130), /ends before|not a number/],
    ['dark axis', lm63((deg) => deg), /no light on the axis/],
    ['NaN', lm63(() => NaN), /not a number/],
    ['negative', lm63(() => -5), /must be from 0/],
    ['absurd counts', lm63(() => 1).replace('37 1 1 2', '99999999 1 1 2'), /must be from 2/],
  ])('LM-63 refused: %s', (_, text, message) => {
    expect(() => readLm63(text)).toThrow(message);
  });

  test('a gel from two photographs of a white explains its channels', () => {
    const camera = makeCamera();
    const source = daylightSource(5600);
    const rgb = new Float64Array(3);
    const shot = (light: Float64Array, k: number): [number, number, number] => {
      const [r, g, b] = balancedTriple(camera, light);
      recordInto(rgb, camera, r * k, g * k, b * k);
      return [rgb[0]!, rgb[1]!, rgb[2]!];
    };
    for (const id of ['amber-pale', 'azure-pale', 'magenta-pale', 'warm-half']) {
      const gel = GELS.find((one) => one.id === id)!.transmittance;
      const found = gelFromPhotos({ without: shot(source, 0.6), through: shot(product(source, gel), 0.6), source });
      const [own, read] = [gel, found].map((t) => channelStopsLost(source, t, camera.sensor));
      own!.forEach((lost, c) => expect(read![c]).toBeCloseTo(lost, 1));
      expect(Math.max(...found)).toBeLessThanOrEqual(0.92 + 1e-9);
    }
    expect(() => gelFromPhotos({ without: [1, 1, 1], through: [0.5, 0.5, 0.5], source })).toThrow(/clips/);
    expect(() => gelFromPhotos({ without: [0.5, 0.5, 0.5], through: [0.8, 0.5, 0.5], source })).toThrow(/brighter through/);
    expect(() => gelFromPhotos({ without: [0.01, 0.5, 0.5], through: [0.01, 0.5, 0.5], source })).toThrow(/too dark/);
  });
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
    next = lookWithSurface(next, 'backdrop', { ...own, kind: 'surface', use: 'backdrop' } as unknown as Extract<
      KitEntry,
      { kind: 'surface' }
    >);
    expect(next.spectra.map(({ kind }) => kind).sort()).toEqual(['gel', 'reflectance', 'sensor', 'source']);
    expect(parseLook(copyOf(next))).toEqual(next);
  });
});
