import fc from 'fast-check';
import {
  ambientOf,
  ambientShareAt,
  ambientWord,
  apertureTrades,
  attributeChange,
  baselineOf,
  cameraOf,
  comparePlaces,
  dayForNight,
  demoLooks,
  drownedLights,
  evaluate,
  fixtureOf,
  flashesAtFloor,
  floorRemedies,
  gelRise,
  InputError,
  judgeFrame,
  kindsOfLight,
  lampCautionKey,
  lightsAtWhites,
  makeLight,
  measureFrame,
  modifierOf,
  newLook,
  nightOvenLooks,
  openLampStops,
  parseLook,
  proofIsCurrent,
  readAmbient,
  readDrag,
  readLamp,
  shutterTrades,
  SHUTTERS,
  solveLookRatio,
  sunOnWindow,
  upgradeLook,
  whiteScale,
  whiteSchools,
  type Look,
} from '../src';

const [poster] = demoLooks() as [Look, Look, Look];
const [dough] = nightOvenLooks() as [Look, Look];
const copy = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;

/** Two flashes and one coloured continuous light, so that every kind of light is there. */
function mixed(): Look {
  const look = newLook({ title: 'Mixed', skin: 'tan', backdrop: 'paper-grey', camera: 'stills', lights: 'key-rim' });
  const glow = makeLight({
    id: 'glow',
    name: 'Glow',
    role: 'kicker',
    position: [1.2, 1.6, -0.6],
    aim: [0, 1.55, 0],
    fixture: fixtureOf('led-panel'),
    modifier: modifierOf('panel-face'),
    gels: [{ gel: 'azure-mid', strength: 1 }],
    powerStops: 0,
    zone: 'hair-right',
  });
  return { ...look, lights: [...look.lights, glow] };
}

describe('looks of the first version', () => {
  const written = () => {
    const old = copy(poster) as unknown as Record<string, unknown>;
    const { camera } = poster;
    for (const key of ['whites', 'motion', 'baseline', 'boards']) delete old[key];
    old['version'] = 1;
    old['ambient'] = { lux: 60, cctK: 3600 };
    const { name, sensor, headroomStops, curve, whiteK, tintDuv, aperture, tStop, iso, shutterS, ndStops, syncS } = camera;
    const { turnDeg: _turn, ...subject } = poster.subject;
    old['subject'] = subject;
    old['camera'] = { name, sensor, headroomStops, curve, whiteK, tintDuv, aperture, tStop, iso, shutterS, ndStops, syncS };
    old['lights'] = poster.lights.map(({ lamp: _lamp, ttl: _ttl, accepts: _accepts, ...light }) => light);
    return old;
  };

  it('are brought to the present one without a change in the picture', () => {
    const look = parseLook(written());
    // What the first version could not say is as it was meant: no versions, no places.
    const was = { ...poster, camera: { ...poster.camera, distanceM: 2.5 } };
    const same = { ...was, whites: [], ambient: ambientOf(60, { kind: 'planck', cctK: 3600 }) };
    expect(look).toEqual(same);
    expect(evaluate(look).probes).toEqual(evaluate(was).probes);
  });

  it('keep their errors: nothing that was wrong is made right', () => {
    expect(() => parseLook({ ...written(), lights: 7 })).toThrow(/lights/);
    expect(() => parseLook({ ...written(), camera: 'none' })).toThrow(/camera/);
    expect(() => parseLook({ ...written(), ambient: { lux: -3, cctK: 3000 } })).toThrow(/ambient.lux/);
    expect(upgradeLook(null)).toBeNull();
    expect(upgradeLook([1])).toEqual([1]);
    expect(upgradeLook(poster)).toBe(poster);
  });
});

describe('bad settings', () => {
  it.each([
    ['ISO 0', (l: Look) => (l.camera.iso = 0), /camera\.iso/],
    ['negative ND', (l: Look) => (l.camera.ndStops = -1), /camera\.ndStops/],
    [
      'an angle over 360°',
      (l: Look) => {
        l.camera.mode = 'cinema';
        l.camera.fps = 24;
        l.camera.shutterS = 1 / 20;
      },
      /angle would be over 360°/,
    ],
    ['mains of 55 Hz', (l: Look) => ((l.camera as { mainsHz: number }).mainsHz = 55), /camera\.mainsHz/],
    [
      'more than four whites',
      (l: Look) => (l.whites = 'abcde'.split('').map((id) => ({ id, name: id, whiteK: 5000, tintDuv: 0 }))),
      /whites/,
    ],
    [
      'two places of one id',
      (l: Look) =>
        (l.ambient.places = ['a', 'a'].map((id) => ({ id, name: id, lux: 1, source: { kind: 'planck', cctK: 3000 } }))),
      /stands twice in ambient\.places/,
    ],
    [
      'a place by a spectrum it lacks',
      (l: Look) => (l.ambient.source = { kind: 'spectrum', id: 'none' }),
      /no source spectrum "none"/,
    ],
    [
      'a lamp of no watts',
      (l: Look) => (l.lights[0]!.lamp = { kind: 'lamp', ratedW: 60, fittedW: 0, figureW: 60, diffusionStops: 0 }),
      /fittedW/,
    ],
  ])('%s is refused by name', (_, spoil, message) => {
    const look = copy(poster);
    spoil(look);
    let said = '';
    try {
      parseLook(look);
    } catch (error) {
      const { problems } = error as { problems: { field: string; message: string }[] };
      said = problems.map(({ field, message: text }) => `${field}: ${text}`).join('\n');
    }
    expect(said).toMatch(message);
  });
});

describe('ambient in a look', () => {
  const lit = (lux: number, cctK: number): Look => {
    const look = copy(poster);
    look.ambient = ambientOf(lux, cctK >= 4000 ? { kind: 'daylight', cctK } : { kind: 'planck', cctK });
    return look;
  };

  it('follows the meter law, and every channel agrees at the white that it has', () => {
    const look = lit(400, 3200);
    look.camera = { ...look.camera, whiteK: 3200, tintDuv: 0, aperture: 4, iso: 800, shutterS: 1 / 50, ndStops: 2 };
    look.ambient.blackoutStops = 1;
    const { stops, channelStops, cctK } = readAmbient(look);
    expect(stops).toBeCloseTo(Math.log2((400 * 0.5 * (1 / 50) * 800) / (250 * 16)) - 2, 10);
    for (const channel of channelStops) expect(channel).toBeCloseTo(stops, 6);
    expect(cctK).toBeCloseTo(3200, -1);
  });

  it('counts the brightest channel: warm room light on a daylight white lives on in red', () => {
    const { channelStops, stops, highestStops } = readAmbient(lit(400, 2700));
    expect(channelStops[0]).toBeGreaterThan(stops + 0.2);
    expect(channelStops[2]).toBeLessThan(stops - 0.8);
    expect(highestStops).toBe(channelStops[0]);
  });

  it.each([-7, -3.5, -1])('every way to %d stops gets there by itself', (target) => {
    const look = lit(500, 4800);
    look.camera = { ...look.camera, shutterS: 1 / 60, aperture: 5.6, iso: 200 };
    look.ambient.targetStops = target;
    const reading = readAmbient(look);
    expect(reading.reached).toBe(false);
    expect(reading.ways.map(({ control }) => control)).toEqual(['shutter', 'aperture', 'iso', 'nd', 'blackout']);
    // Neither cloth nor glass adds light.
    for (const { control, setting, stops } of reading.ways.filter(
      (way) => way.stops <= 0 || !['nd', 'blackout'].includes(way.control),
    )) {
      const after = copy(look);
      if (control === 'blackout') after.ambient.blackoutStops = -stops;
      else after.camera[({ shutter: 'shutterS', aperture: 'aperture', iso: 'iso', nd: 'ndStops' } as const)[control]] = setting!;
      const read = readAmbient(after);
      expect(read.highestStops).toBeCloseTo(target, 9);
      expect(read.reached).toBe(true);
    }
  });

  it('says what blackout leaves, and has words for it', () => {
    expect(readAmbient(lit(0, 3000)).highestStops).toBe(-Infinity);
    expect([-Infinity, -8, -5, -3, -1, 1].map(ambientWord)).toEqual([
      'none',
      'gone',
      'a trace',
      'just there',
      'part of the light',
      'in charge',
    ]);
  });

  it('a window by its spot reading: mid-grey where the camera is set to it', () => {
    const look = lit(10, 3200);
    // EV 10 at ISO 100 is f/5.6 at 1/32 s.
    look.camera = { ...look.camera, whiteK: 5600, aperture: 2 ** 2.5, iso: 100, shutterS: 1 / 32 };
    look.ambient.window = { kind: 'window', ev100: 10, source: { kind: 'daylight', cctK: 5600 } };
    const { window } = readAmbient(look);
    expect(window!.stops).toBeCloseTo(0, 9);
    expect(window!.headroomStops).toBeCloseTo(look.camera.headroomStops, 1);
    look.camera.ndStops = 4;
    expect(readAmbient(look).window!.stops).toBeCloseTo(-4, 9);
  });

  it('ISO that makes up for a gel lifts ambient by as much', () => {
    const look = lit(20, 3200);
    const reading = readAmbient(look);
    const rise = gelRise(look, reading)!;
    const after = copy(look);
    after.camera.iso = rise.iso;
    expect(readAmbient(after).highestStops).toBeCloseTo(rise.ambientStops, 9);
    after.ambient.blackoutStops = rise.blackoutStops;
    expect(readAmbient(after).highestStops).toBeCloseTo(reading.highestStops, 9);
    expect(gelRise({ ...look, lights: look.lights.map((light) => ({ ...light, gels: [] })) }, reading)).toBeNull();
  });

  it('compares places by the planned lights, the same figures as their shares in the picture', () => {
    const look = lit(30, 3600);
    look.ambient.places = [{ id: 'shop', name: 'Shop', lux: 480, source: { kind: 'preset', id: 'tube-green' } }];
    const [here, shop] = comparePlaces(look);
    for (const light of here!.lights) {
      const { zone } = look.lights.find(({ id }) => id === light.lightId)!;
      const shares = new Map(
        evaluate(look)
          .probes.find(({ id }) => id === zone)!
          .shares.map((one) => [one.lightId, one.share]),
      );
      expect(light.nowStops).toBeCloseTo(Math.log2(shares.get(light.lightId)! / shares.get('ambient')!), 9);
      const there = shop!.lights.find(({ lightId }) => lightId === light.lightId)!;
      expect(there.fullStops).toBeCloseTo(light.fullStops - 4, 9);
    }
    expect(here!.weakest!.fullStops).toBe(Math.min(...here!.lights.map(({ fullStops }) => fullStops)));
  });

  it('its share grows with the shutter where flash lights', () => {
    const look = lit(100, 3600);
    const [fast, slow] = [ambientShareAt(look, 1 / 200), ambientShareAt(look, 1 / 25)];
    expect(slow / (1 - slow) / (fast / (1 - fast))).toBeCloseTo(8, 6);
  });

  it('is a row of the ladder', () => {
    const { ambient, probes } = evaluate(lit(4000, 3600));
    const key = probes.find(({ id }) => id === 'face-key')!;
    expect(ambient.active).toBe(true);
    expect(ambient.probe).toBe('face-key');
    expect(ambient.stops).toBeLessThan(key.stops);
    expect(ambient.strip.colours.length).toBeGreaterThan(40);
    expect(evaluate(lit(0, 3600)).ambient).toMatchObject({ active: false, leadsAt: null });
    const dark = lit(4000, 3600);
    dark.lights = dark.lights.map((light) => ({ ...light, on: false }));
    expect(evaluate(dark).ambient.leadsAt).not.toBeNull();
  });
});

describe('black frames', () => {
  const frame = (f: (i: number) => readonly [number, number, number], pixels = 4000) => {
    const data = new Uint8ClampedArray(pixels * 4);
    for (let i = 0; i < pixels; i++) data.set([...f(i), 255], 4 * i);
    return data;
  };

  it('are measured by mean and 99.9th percentile of each channel', () => {
    const one = measureFrame(
      frame((i) => [i % 100, 10, 0]),
      80,
      50,
    );
    expect(one.mean[0]).toBeCloseTo(49.5 / 255, 9);
    expect(one.high[0]).toBeCloseTo(99 / 255, 9);
    expect(one.mean[1]).toBeCloseTo(10 / 255, 9);
    expect(one.high[2]).toBe(0);
    expect(() => measureFrame(new Uint8ClampedArray(12), 2, 2)).toThrow(InputError);
    expect(() => measureFrame(new Uint8ClampedArray(0), 0, 0)).toThrow(/no pixels/);
  });

  it('pass when black, and say where a stray lamp is', () => {
    expect(
      judgeFrame(
        measureFrame(
          frame(() => [1, 1, 0]),
          80,
          50,
        ),
        -7,
      ),
    ).toMatchObject({ passed: true });
    const stray = judgeFrame(
      measureFrame(
        frame((i) => (i < 40 ? [250, 120, 30] : [1, 0, 0])),
        80,
        50,
      ),
      -7,
    );
    expect(stray.passed).toBe(false);
    expect(stray.text).toMatch(/too much in red, in a small part of the frame/);
    // 118 of 255 encoded is 0.18 linear: 2.47 stops under white.
    const grey = judgeFrame(
      measureFrame(
        frame(() => [118, 118, 118]),
        80,
        50,
      ),
      -3.5,
    );
    expect(grey.highStops).toBeCloseTo(Math.log2(0.181), 1);
    expect(grey.passed).toBe(false);
    expect(
      judgeFrame(
        measureFrame(
          frame(() => [118, 118, 118]),
          80,
          50,
        ),
        -2.5,
      ).passed,
    ).toBe(true);
    expect(
      judgeFrame(
        measureFrame(
          frame(() => [1, 1, 1]),
          80,
          50,
        ),
        -2.5,
      ).text,
    ).toMatch(/Darker than wanted/);
  });

  it('prove the settings that they were shot at, no others', () => {
    const look = copy(poster);
    const { aperture, iso, shutterS, ndStops } = look.camera;
    const { lux, blackoutStops } = look.ambient;
    expect(proofIsCurrent(look)).toBe(false);
    look.ambient.proof = {
      kind: 'frame',
      at: '2026-01-01T10:00:00Z',
      mean: [0, 0, 0],
      high: [0, 0, 0],
      aperture,
      iso,
      shutterS,
      ndStops,
      lux,
      blackoutStops,
    };
    expect(proofIsCurrent(parseLook(look))).toBe(true);
    look.camera.iso *= 2;
    expect(proofIsCurrent(look)).toBe(false);
  });
});

describe('white balance as part of the look', () => {
  it('a full radiator is neutral at its own temperature and reads by mired elsewhere', () => {
    const look = copy(poster);
    look.lights = [];
    look.ambient = ambientOf(100, { kind: 'planck', cctK: 3200 });
    const whites = [3200, 5600, 2500].map((whiteK) => ({ whiteK, tintDuv: 0 }));
    const [ambient] = lightsAtWhites(look, whites);
    expect(ambient!.cctK).toBeCloseTo(3200, -1);
    expect(ambient!.at.map(({ reads }) => reads)).toEqual(['neutral', 'warm', 'cool']);
    expect(ambient!.at[0]!.purity).toBeLessThan(0.005);
    expect(ambient!.at[1]!.miredShift).toBeCloseTo(1e6 / 3200 - 1e6 / 5600, 0);
    expect(ambient!.at[2]!.miredShift).toBeCloseTo(1e6 / 3200 - 1e6 / 2500, 0);
    expect(ambient!.at[1]!.hueDeg).toBeGreaterThan(40);
    expect(ambient!.at[1]!.hueDeg).toBeLessThan(100);
  });

  it('calls gels coloured and a spike green', () => {
    const look = copy(poster);
    look.ambient = ambientOf(100, { kind: 'preset', id: 'tube-green' });
    const lights = lightsAtWhites(look, [{ whiteK: look.camera.whiteK, tintDuv: 0 }]);
    expect(lights.find(({ id }) => id === 'rim-right')!.at[0]!.reads).toBe('coloured');
    const tube = lights.find(({ id }) => id === 'ambient')!;
    const [own] = lightsAtWhites(look, [{ whiteK: tube.cctK!, tintDuv: 0 }]).slice(-1);
    expect(own!.at[0]!.reads).toBe('green');
  });

  it('offers the schools, each doing what it says', () => {
    const schools = whiteSchools(dough);
    expect(schools.map(({ id }) => id)).toEqual(['daylight', 'tungsten', 'key', 'ambient', 'cooler', 'warmer']);
    const at = (id: string) => schools.find((school) => school.id === id)!;
    const [key] = lightsAtWhites(dough, [at('key'), at('cooler'), at('warmer')]);
    expect(key!.at[0]!.reads).toBe('neutral');
    expect(key!.at[1]!.miredShift).toBeLessThan(-50);
    expect(key!.at[2]!.miredShift).toBeGreaterThan(50);
    expect(
      whiteSchools({ ...dough, lights: [], ambient: ambientOf(0, { kind: 'planck', cctK: 3000 }) }).map(({ id }) => id),
    ).toEqual(['daylight', 'tungsten', 'cooler', 'warmer']);
  });

  it('draws 2500 to 10 000 K in equal mired', () => {
    const scale = whiteScale(11);
    expect(scale[0]).toBeCloseTo(2500, 6);
    expect(scale[10]).toBeCloseTo(10_000, 6);
    const mired = scale.map((k) => 1e6 / k);
    for (let i = 1; i < 11; i++) expect(mired[i - 1]! - mired[i]!).toBeCloseTo(30, 6);
  });
});

describe('flash with continuous light', () => {
  it('adds up to the shares of the picture', () => {
    const look = mixed();
    const { probes } = evaluate(look);
    for (const place of kindsOfLight(look)) {
      const shares = new Map(probes.find(({ id }) => id === place.probe)!.shares.map(({ lightId, share }) => [lightId, share]));
      expect(place.shares.continuous).toBeCloseTo(shares.get('glow') ?? 0, 9);
      expect(place.shares.ambient).toBeCloseTo(shares.get('ambient') ?? 0, 9);
      expect(place.shares.flash + place.shares.continuous + place.shares.ambient).toBeCloseTo(1, 9);
    }
  });

  it('attributes any change of settings to each control: sums are what the picture shows', () => {
    const look = mixed();
    const settings = fc.record({
      aperture: fc.double({ min: 1.2, max: 22, noNaN: true }),
      iso: fc.integer({ min: 50, max: 12_800 }),
      shutterS: fc.double({ min: 1 / 1000, max: 2, noNaN: true }),
      ndStops: fc.double({ min: 0, max: 8, noNaN: true }),
    });
    fc.assert(
      fc.property(settings, settings, fc.double({ min: 0, max: 6, noNaN: true }), (before, after, blackout) => {
        const first = { ...look, camera: { ...look.camera, ...before } };
        const second = {
          ...look,
          camera: { ...look.camera, ...after },
          ambient: { ...look.ambient, blackoutStops: blackout },
          lights: look.lights.map((light, i) => (i === 0 ? { ...light, powerStops: light.powerStops - 0.5 } : light)),
        };
        const report = attributeChange(baselineOf(first, '2026-01-01'), second);
        const [a, b] = [first, second].map((one) =>
          kindsOfLight({ ...one, lights: one.lights.filter(({ id }) => id !== 'key') }).find(
            ({ probe }) => probe === 'hair-right',
          )!,
        );
        expect(report.flash).toBeCloseTo(b!.stops.flash - a!.stops.flash, 6);
        expect(report.continuous).toBeCloseTo(b!.stops.continuous - a!.stops.continuous, 6);
        expect(report.ambient).toBeCloseTo(b!.stops.ambient - a!.stops.ambient, 6);
        expect(report.lights.find(({ lightId }) => lightId === 'key')!.byPower).toBeCloseTo(-0.5, 9);
      }),
      { numRuns: 60 },
    );
  });

  it('tells apart what moved the level and what moved the ratio: f/16 1/125 ISO 100 to f/5.6 1/50 ISO 800', () => {
    const look = mixed();
    look.camera = { ...look.camera, aperture: 16, shutterS: 1 / 125, iso: 100 };
    const base = baselineOf(look, '2026-01-01');
    const report = attributeChange(base, { ...look, camera: { ...look.camera, aperture: 5.6, shutterS: 1 / 50, iso: 800 } });
    expect(report.flash).toBeCloseTo(3 + 2 * Math.log2(16 / 5.6), 9);
    expect(report.continuous - report.flash).toBeCloseTo(Math.log2(125 / 50), 9);
    expect(report.ratioByShutter).toBeCloseTo(-1.32, 2);
    expect(report.text).toMatch(/-1\.3 by the shutter, 0\.0 by power/);
    expect(attributeChange(base, look).controls).toEqual([]);
  });

  it.each([-1, -3, -6, 2])('moves the ratio by %d stops inside the limits, as the picture shows', (wanted) => {
    const look = mixed();
    look.camera = { ...look.camera, longestS: 1 / 30 };
    for (const hold of ['iso', 'aperture', 'nothing'] as const) {
      const { look: after, reachedStops, answer } = solveLookRatio(look, wanted, hold);
      const ratio = (one: Look) => {
        const place = kindsOfLight(one).find(({ probe }) => probe === 'hair-right')!;
        return place.stops.flash - place.stops.continuous;
      };
      expect(after.camera.shutterS).toBeGreaterThanOrEqual(look.camera.syncS - 1e-12);
      expect(after.camera.shutterS).toBeLessThanOrEqual(1 / 30 + 1e-12);
      expect(ratio(after) - ratio(look)).toBeCloseTo(reachedStops, 6);
      expect(Math.abs(reachedStops + answer.lacking - wanted)).toBeLessThan(0.35);
      expect([1 / 30, look.camera.syncS, ...SHUTTERS].some((one) => Math.abs(one / after.camera.shutterS - 1) < 1e-9)).toBe(true);
      parseLook(after);
    }
  });

  it('holds the level of flash by ISO', () => {
    const look = mixed();
    look.camera = { ...look.camera, longestS: 1 / 30 };
    const { look: after } = solveLookRatio(look, -6, 'iso');
    const flash = (one: Look) => kindsOfLight(one).find(({ probe }) => probe === 'face-key')!.stops.flash;
    expect(Math.abs(flash(after) - flash(look))).toBeLessThan(0.2);
  });

  it('finds what is drowned, and rescues it', () => {
    const look = mixed();
    // Blue from a panel on the shadow side, under a key that fills it in.
    look.lights = look.lights
      .filter(({ id }) => id !== 'rim')
      .map((light) => (light.id === 'glow' ? { ...light, position: [1, 1.6, 0.8], zone: 'face-shadow', powerStops: -2 } : light));
    const [worst] = drownedLights(look);
    expect(worst).toMatchObject({ lightId: 'glow' });
    look.camera = { ...look.camera, longestS: 1 / 15 };
    const { look: after } = solveLookRatio(look, -(worst!.flashOver + 2), 'iso');
    const vivid = (one: Look) => evaluate(one).lights.find(({ id }) => id === 'glow')!.vividness;
    expect(vivid(after)).toBeGreaterThan(vivid(look) + 0.2);
    expect(drownedLights(after).some(({ lightId, flashOver }) => lightId === 'glow' && flashOver > 0.5)).toBe(false);
  });

  it('a flash at its floor: four ways down, each with its price', () => {
    const look = mixed();
    expect(flashesAtFloor(look)).toEqual([]);
    look.lights = look.lights.map((light) => (light.id === 'key' ? { ...light, powerStops: light.fixture.minStops } : light));
    const [key] = flashesAtFloor(look);
    expect(key!.id).toBe('key');
    const remedies = floorRemedies(look, key!, 2);
    expect(remedies[0]!.what).toMatch(/to \d\.\d m/);
    // Two stops are twice the distance and twice the f-number.
    expect(remedies.map(({ what }) => what).join(' ')).toMatch(/f\/16/);
    for (const { sideEffect } of remedies) expect(sideEffect.length).toBeGreaterThan(10);
  });
});

describe('dragging the shutter', () => {
  const moving = (speedMS: number, shutterS: number): Look => {
    const look = mixed();
    look.camera = { ...look.camera, shutterS, focalMm: 50, distanceM: 2.5, sensorWidthMm: 36, imageWidthPx: 6000 };
    look.motion = { speedMS, widthM: 0.5, of: 'subject' };
    return look;
  };

  it('what does not move records as it does anyhow', () => {
    const look = moving(0, 1.6);
    const { probes } = evaluate(look);
    const drag = readDrag(look);
    expect(drag.trailPx).toBe(0);
    for (const zone of drag.zones) {
      const probe = probes.find(({ id }) => id === zone.probe)!;
      expect(zone.togetherStops).toBeCloseTo(probe.stops, 9);
      expect(zone.clipped).toEqual(probe.clipped);
    }
  });

  it('trail length by similar triangles', () => {
    // 1 m/s for 1.6 s at 2.5 m through 50 mm: 32 mm of a 36 mm sensor.
    const drag = readDrag(moving(1, 1.6));
    expect(drag.trailShare).toBeCloseTo(32 / 36, 12);
    expect(drag.trailPx).toBeCloseTo((32 / 36) * 6000, 9);
    expect(drag.coveredShare).toBeCloseTo(0.5 / 1.6, 12);
  });

  it('adds up as a stepwise simulation of the moving figure does', () => {
    const look = moving(0.8, 1);
    const still = { ...look, motion: { speedMS: 0, widthM: 0.5, of: 'subject' as const } };
    const flashOnly = (one: Look): Look => ({
      ...one,
      ambient: { ...one.ambient, lux: 0 },
      lights: one.lights.map((light) => ({ ...light, on: light.fixture.kind === 'flash' })),
    });
    const lastingOnly = (one: Look): Look => ({
      ...one,
      lights: one.lights.map((light) => ({ ...light, on: light.fixture.kind !== 'flash' })),
    });
    const y = (one: Look, id: string) => 0.18 * 2 ** evaluate(one).probes.find((probe) => probe.id === id)!.stops;
    const parts = (id: string) => ({ flash: y(flashOnly(still), id), lasting: y(lastingOnly(still), id) });
    const [face, wall] = [parts('hair-left'), parts('backdrop-left')];
    // A point of the sensor, in steps of time: the figure is over it for its own width of way.
    const steps = 20_000;
    let lit = 0;
    for (let i = 0; i < steps; i++) {
      const way = ((i + 0.5) / steps) * 0.8 * 1;
      lit += (way < 0.5 ? face.lasting : wall.lasting) / steps;
    }
    const zone = readDrag(look).zones.find(({ probe }) => probe === 'hair-left')!;
    expect(0.18 * 2 ** zone.togetherStops).toBeCloseTo(face.flash + lit, 4);
    expect(0.18 * 2 ** zone.trailStops).toBeCloseTo(wall.flash + lit, 4);
    expect(zone.freezeShare).toBeGreaterThan(0);
    expect(zone.freezeShare).toBeLessThan(1);
  });

  it('a longer shutter paints more and freezes less', () => {
    const [short, long] = [readDrag(moving(0.2, 1 / 60)), readDrag(moving(0.2, 1))];
    const share = (drag: typeof short) => drag.zones.find(({ probe }) => probe === 'hair-right')!;
    expect(share(long).freezeShare).toBeLessThan(share(short).freezeShare);
    expect(share(long).ghostStops).toBeGreaterThan(share(short).ghostStops);
  });
});

describe('what a setting costs', () => {
  it('apertures: depth by the thin lens, power by the square, ambient with it', () => {
    const look = copy(poster);
    look.camera = { ...look.camera, aperture: 8, focalMm: 85, distanceM: 2.5, sensorHeightMm: 24 };
    const trades = apertureTrades(look);
    expect(trades.map(({ aperture }) => aperture)).toEqual([4, 5.6, 8, 11, 16]);
    const at8 = trades.find(({ isPresent }) => isPresent)!;
    const H = 85 ** 2 / (8 * (24 / 1500)) / 1000 + 0.085;
    expect(at8.nearM).toBeCloseTo((2.5 * (H - 0.085)) / (H + 2.5 - 0.17), 9);
    expect(at8.powerStops).toBe(0);
    expect(trades[0]!.powerStops).toBeCloseTo(-2, 6);
    expect(trades[4]!.powerStops).toBeCloseTo(2, 6);
    expect(trades[0]!.backdropBlur / at8.backdropBlur).toBeCloseTo(2, 9);
    expect(trades[4]!.short).toMatchObject({ name: expect.any(String) });
    const widest = copy(look);
    widest.camera.aperture = trades[4]!.aperture;
    expect(readAmbient(widest).stops).toBeCloseTo(trades[4]!.ambientStops, 9);
  });

  it('an aperture between the marks stands in the row too', () => {
    const look = copy(poster);
    look.camera.aperture = 6.3;
    expect(apertureTrades(look).filter(({ isPresent }) => isPresent)).toMatchObject([{ aperture: 6.3, powerStops: 0 }]);
  });

  it('shutters: stills in whole stops, cinema where mains light does not flicker', () => {
    const stills = shutterTrades({ ...poster, motion: { speedMS: 1, widthM: 0.5, of: 'subject' as const } });
    expect(stills.every(({ angleDeg }) => angleDeg === null)).toBe(true);
    const slow = stills.find(({ shutterS }) => Math.abs(shutterS - 1 / 50) < 1e-6)!;
    expect(slow.continuousStops).toBeCloseTo(-2, 6);
    expect(slow.trailPx).toBeGreaterThan(0);
    expect(stills[0]!.flashLossStops).toBeGreaterThan(0);
    const cinema = shutterTrades(dough);
    expect(cinema.filter(({ flickerSafe }) => flickerSafe).map(({ angleDeg }) => Math.round(angleDeg! * 10) / 10)).toEqual(
      expect.arrayContaining([172.8, 345.6, 86.4]),
    );
    expect(cinema.filter(({ isPresent }) => isPresent)).toHaveLength(1);
  });
});

describe('day for night', () => {
  const room = (): Look => {
    const look = copy(dough);
    look.camera = { ...look.camera, whiteK: 5600, ndStops: 0 };
    look.ambient = {
      ...ambientOf(20, { kind: 'daylight', cctK: 6000 }),
      window: { kind: 'window', ev100: 12, source: { kind: 'daylight', cctK: 6500 } },
    };
    look.lights = look.lights.map((light) =>
      light.id === 'lamp'
        ? { ...light, powerStops: -1, lamp: { kind: 'lamp', ratedW: 60, fittedW: 60, figureW: 60, diffusionStops: 0 } }
        : { ...light, powerStops: Math.max(light.fixture.minStops, -5) },
    );
    return look;
  };

  it('4 stops of density are 1/16 and 1.2; window and ambient go down by them', () => {
    const night = dayForNight(room(), { whiteK: 3200, tintDuv: 0, ndStops: 4 });
    expect(night.nd.factor).toBe(16);
    expect(night.nd.density).toBeCloseTo(1.204, 3);
    expect(night.windowAfter!.stops - night.windowBefore!.stops).toBeCloseTo(-4, 9);
    // Daylight on a tungsten white: blue stays longest.
    const [r, , b] = night.windowAfter!.channelStops;
    expect(b).toBeGreaterThan(r + 0.8);
  });

  it('says which lights turn blue, raises those that can follow, and names those that cannot', () => {
    const look = room();
    const night = dayForNight(look, { whiteK: 3200, tintDuv: 0, ndStops: 4 });
    const lamp = night.lights.find(({ lightId }) => lightId === 'lamp')!;
    expect(lamp.shortStops).toBeCloseTo(3, 6);
    expect(night.fallShort).toEqual(['Shelf lamp']);
    // 60 W x 2^3 = 480 W, over its holder.
    expect(lamp.remedy).toMatch(/500 W lamp would do, over the 60 W its holder is rated for/);
    const before = evaluate(look).lights;
    const after = evaluate(night.look).lights;
    for (const { lightId } of night.lights.filter(({ shortStops }) => shortStops < 0.05)) {
      const [a, b] = [before, after].map((list) => list.find(({ id }) => id === lightId)!.stops);
      expect(Math.abs(a! - b!)).toBeLessThan(0.35);
    }
    parseLook(night.look);
    const day: Look = {
      ...look,
      lights: [makeLight({ ...look.lights[0]!, setting: null, fixture: fixtureOf('led-spot'), powerStops: -4 })],
    };
    expect(dayForNight(day, { whiteK: 3200, tintDuv: 0, ndStops: 4 }).turnBlue).toEqual([day.lights[0]!.name]);
  });

  it('without a change nothing moves', () => {
    const look = room();
    const same = dayForNight(look, { whiteK: look.camera.whiteK, tintDuv: look.camera.tintDuv, ndStops: 0 });
    expect(same.fallShort).toEqual([]);
    expect(same.turnBlue).toEqual([]);
    expect(same.lights.every(({ remedy }) => remedy === 'Stays as it is.')).toBe(true);
  });
});

describe('lamps in the picture', () => {
  const withLamp = (fittedW: number, ratedW: number, diffusionStops = 0): Look => {
    const look = copy(dough);
    look.lights = look.lights.map((light) =>
      light.id === 'lamp' ? { ...light, lamp: { kind: 'lamp' as const, ratedW, fittedW, figureW: 60, diffusionStops } } : light,
    );
    return look;
  };
  const stops = (look: Look) => evaluate(look).lights.find(({ id }) => id === 'lamp')!.stops;

  it('give by their watts and lose by what is round them', () => {
    expect(stops(withLamp(120, 200)) - stops(withLamp(60, 200))).toBeCloseTo(1, 9);
    expect(stops(withLamp(60, 200, 1.5)) - stops(withLamp(60, 200))).toBeCloseTo(-1.5, 9);
    expect(stops(withLamp(60, 200))).toBeCloseTo(stops(dough), 9);
  });

  it('over the rating of the holder stop the planner until somebody takes it on', () => {
    const look = withLamp(200, 60);
    const [stop] = openLampStops(look);
    expect(stop!.light.id).toBe('lamp');
    expect(stop!.answer.overW).toBe(140);
    look.acknowledged = [{ key: lampCautionKey(stop!.light), at: '2026-01-01' }];
    expect(openLampStops(look)).toEqual([]);
    expect(openLampStops(withLamp(60, 60))).toEqual([]);
    expect(readLamp(dough.lights[0]!)).toBeNull();
  });

  it('warm up as they are dimmed, as the filament law has it', () => {
    const look = withLamp(60, 60);
    const lamp = look.lights.find(({ id }) => id === 'lamp')!;
    const dimmed = readLamp({ ...lamp, powerStops: -3 })!;
    expect(dimmed.cctK).toBeCloseTo(2700 * 0.125 ** (0.42 / 3.4), 6);
    expect(dimmed.dimmedStops).toBeCloseTo(-3, 9);
  });
});

it('cameras of the kit say how they are used', () => {
  expect(cameraOf('stills')).toMatchObject({ mode: 'stills', sensorWidthMm: 36 });
  expect(cameraOf('cinema-log')).toMatchObject({ mode: 'cinema', fps: 24, mainsHz: 50 });
});

describe('the sun at a window', () => {
  const greenwich = { latitudeDeg: 51.478, longitudeDeg: 0, date: '2026-06-21', utcOffsetH: 1, minutes: 13 * 60, facingDeg: 270 };

  it('rises, stands and sets as almanacs have it', () => {
    const sun = sunOnWindow(greenwich);
    // 4:43 and 21:21 by summer time; at noon 90 - latitude + 23.44.
    expect(Math.abs(sun.riseMinutes! - (4 * 60 + 43))).toBeLessThanOrEqual(2);
    expect(Math.abs(sun.setMinutes! - (21 * 60 + 21))).toBeLessThanOrEqual(2);
    expect(sun.altitudeDeg).toBeCloseTo(90 - 51.478 + 23.44, 0);
    expect(Math.abs(sun.azimuthDeg - 180)).toBeLessThan(2);
  });

  it('comes in by a window to the west from afternoon to evening, and by one to the north at neither end of noon', () => {
    const [span] = sunOnWindow(greenwich).onWindow;
    expect(span!.fromMinutes).toBeGreaterThan(13 * 60);
    expect(span!.toMinutes).toBeGreaterThan(20 * 60);
    const north = sunOnWindow({ ...greenwich, facingDeg: 0 }).onWindow;
    expect(north).toHaveLength(2);
    expect(sunOnWindow({ ...greenwich, date: '2026-12-21', facingDeg: 0 }).onWindow).toEqual([]);
  });

  it('over the polar circle it may not set, and wrong days are named', () => {
    expect(sunOnWindow({ ...greenwich, latitudeDeg: 80 }).setMinutes).toBeNull();
    expect(() => sunOnWindow({ ...greenwich, date: '21 June' })).toThrow(/2026-06-21/);
    expect(() => sunOnWindow({ ...greenwich, latitudeDeg: 95 })).toThrow(/latitudeDeg/);
  });
});
