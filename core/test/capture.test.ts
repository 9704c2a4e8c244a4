import { kitCamera, fixtureOf } from '../src/catalogue';
import { demoLooks, nightOvenLooks } from '../src/demo';
import { ambientOf, upgradeLook, type Look } from '../src/document';
import { sunOnWindow } from '../src/exposure';
import { lampCautionKey, makeLight, openLampStops, readLamp } from '../src/planning';
import { dayForNight } from '../src/planning/search';
import { evaluate, parseLook } from '../src/scene';

const [poster] = demoLooks() as [Look, Look, Look];
const [dough] = nightOvenLooks() as [Look, Look];
const copy = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;

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
    expect(lamp.remedy).toEqual({ kind: 'lamp', shortStops: expect.closeTo(3, 6), lampW: 500, overRatedW: 60 });
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
    expect(same.lights.every(({ remedy }) => remedy.kind === 'stays')).toBe(true);
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
  expect(kitCamera('stills')).toMatchObject({ mode: 'stills', sensorWidthMm: 36 });
  expect(kitCamera('cinema-log')).toMatchObject({ mode: 'cinema', fps: 24, mainsHz: 50 });
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
