import { COLOUR_SPOT, lightOn } from './own-dials-support';
import { fixtureOf } from '../src/catalogue';
import { addressesOf, drivenBy, readLayout, stateOf, universesOf, writeLayout } from '../src/control';
import { nightOvenLooks } from '../src/demo';
import { FIXTURE_DEFAULTS, upgradeLook, type ColourFixture, type Drive, type Look } from '../src/document';
import { compileEmitters, dialOfHue, hueOfDial, mixOf, settingFor, settingXy, wheelFrom, type Layout } from '../src/fixture';
import { hueXy } from '../src/fixture/primaries';
import { fixtureLookup, flashFacts, parseLook, type LookError } from '../src/scene';
import { planckSource, similarityOfWhite, spectralSimilarity, daylightSource } from '../src/source';
import { sampled } from '../src/spectrum';
import { gaussian } from '../src/spectrum/grid';

const lookup = fixtureLookup();

describe('a hue dial as measured', () => {
  // A made-up dial: 30 degrees late at red, early at blue, as if its maker had drawn another wheel.
  const trueHue = (dial: number) => (dial + 25 * Math.sin((dial * Math.PI) / 180) + 360) % 360;
  const emitters = compileEmitters(COLOUR_SPOT);
  const readings = Array.from({ length: 12 }, (_, i) => {
    const [x, y] = hueXy(emitters, trueHue(30 * i));
    return { dialDeg: 30 * i, x: Number(x.toFixed(4)), y: Number(y.toFixed(4)) };
  });
  const wheel = wheelFrom(emitters, readings);

  it('is followed both ways, and between its readings within three degrees', () => {
    for (let dial = 0; dial < 360; dial += 7) {
      const off = Math.abs(((hueOfDial(wheel, dial) - trueHue(dial) + 540) % 360) - 180);
      expect(off).toBeLessThan(3);
      expect(dialOfHue(wheel, hueOfDial(wheel, dial))).toBeCloseTo(dial, 6);
    }
    expect(hueOfDial([], 77)).toBe(77);
    expect(hueOfDial([{ dialDeg: 10, hueDeg: 30 }], 350)).toBe(10);
  });

  it('decides what a dial gives, and what is dialled for a colour', () => {
    const own: ColourFixture = { ...COLOUR_SPOT, wheel };
    const setting = { mode: 'hsi', hueDeg: 40, saturation: 1, whiteK: 5600 } as const;
    const [a, b] = [settingXy(own, setting, lookup), hueXy(emitters, hueOfDial(wheel, 40))];
    expect(Math.hypot(a[0] - b[0], a[1] - b[1])).toBeLessThan(1e-6);
    const found = settingFor(own, 'hsi', settingXy(own, { ...setting, saturation: 0.8 }, lookup), lookup);
    expect(found).toMatchObject({ mode: 'hsi' });
    expect((found as { hueDeg: number }).hueDeg).toBeCloseTo(40, 0);
  });

  it('refuses a reading of white, and a dial that runs back', () => {
    expect(() => wheelFrom(emitters, [{ dialDeg: 0, x: 0.36, y: 0.36 }])).toThrow(/at 0° is white/);
    const backwards = [0, 120, 240].map((dialDeg, i) => {
      const [x, y] = hueXy(emitters, [0, 240, 120][i]!);
      return { dialDeg, x, y };
    });
    expect(() => wheelFrom(emitters, backwards)).toThrow(/go back on themselves/);
  });
});

describe('spectral similarity', () => {
  // Computed apart, in another language, from the formula of the standard over Planck's law and a lobe with a phosphor.
  const led = sampled((nm) => gaussian(nm, 450, 20) + 0.8 * gaussian(nm, 570, 120));
  it.each([
    ['2856 K against 3200 K', planckSource(2856), planckSource(3200), 91],
    ['3200 K against 5600 K', planckSource(3200), planckSource(5600), 61],
    ['5000 K against 5600 K', planckSource(5000), planckSource(5600), 93],
    ['a made-up diode against 3200 K', led, planckSource(3200), 47],
    ['a made-up diode against 5600 K', led, planckSource(5600), 52],
  ])('%s', (_name, test, reference, index) => {
    expect(Math.abs(spectralSimilarity(test, reference) - index)).toBeLessThanOrEqual(1);
  });

  it('is 100 of the same light on any scale; whites have a reference, colours none', () => {
    const day = daylightSource(5600);
    expect(
      spectralSimilarity(
        day.map((value) => 7 * value),
        day,
      ),
    ).toBe(100);
    expect(similarityOfWhite(day)).toMatchObject({ index: 100, reference: 'daylight' });
    expect(similarityOfWhite(planckSource(3200))).toMatchObject({ index: 100, reference: 'planck' });
    expect(similarityOfWhite(sampled((nm) => gaussian(nm, 530, 30)))).toBeNull();
  });
});

const slot = (number: number, drives: Drive, low = 0, high = 100, byte: 'coarse' | 'fine' = 'coarse') => ({
  slot: number,
  drives,
  byte,
  low,
  high,
});

describe('a fixture’s own slots', () => {
  const layout: Layout = [
    slot(1, 'level'),
    slot(2, 'level', 0, 100, 'fine'),
    slot(3, 'cct', 2700, 6500),
    slot(5, 'hue', 0, 360),
    slot(6, 'saturation'),
    slot(8, 'fixed', 42, 42),
  ];

  it('carry what is dialled, coarse and fine, and are read back within a step', () => {
    const light = lightOn({ ...COLOUR_SPOT, layout }, { mode: 'hsi', hueDeg: 211, saturation: 0.7, whiteK: 4300 });
    const bytes = writeLayout(layout, drivenBy(light, layout, lookup).values);
    expect(bytes).toHaveLength(8);
    expect(bytes[7]).toBe(42);
    const said = Object.fromEntries(readLayout(layout, bytes).map(({ drives, value }) => [drives, value]));
    expect(said['level']).toBeCloseTo(25, 1);
    expect(Math.abs(said['cct']! - 4300)).toBeLessThan(15);
    expect(Math.abs(said['hue']! - 211)).toBeLessThan(1.5);
    expect(Math.abs(said['saturation']! - 70)).toBeLessThan(0.4);
    expect(stateOf(bytes, layout)).toMatchObject({ mode: 'own', level: expect.closeTo(0.25, 2) });
  });

  it('a colour in a mode that has no slots is said in one that has them', () => {
    const rgb: Layout = [slot(1, 'red', 0, 255), slot(2, 'green', 0, 255), slot(3, 'blue', 0, 255), slot(4, 'level')];
    const setting = { mode: 'hsi', hueDeg: 300, saturation: 1, whiteK: 5600 } as const;
    const { values, unsaid } = drivenBy(lightOn({ ...COLOUR_SPOT, layout: rgb }, setting), rgb, lookup);
    expect(unsaid).toBe(false);
    const xy = settingXy(COLOUR_SPOT, { mode: 'rgb', r: values.red!, g: values.green!, b: values.blue! }, lookup);
    const wanted = settingXy(COLOUR_SPOT, setting, lookup);
    expect(Math.hypot(xy[0] - wanted[0], xy[1] - wanted[1])).toBeLessThan(0.002);
    const whiteOnly: Layout = [slot(1, 'level'), slot(2, 'cct', 2700, 6500)];
    expect(drivenBy(lightOn({ ...COLOUR_SPOT, layout: whiteOnly }, setting), whiteOnly, lookup).unsaid).toBe(true);
  });

  it('emitters driven one by one get what the mix asks, times the level where that has no slot', () => {
    const each: Layout = COLOUR_SPOT.emitters.map((_, i) => slot(i + 1, `emitter-${i + 1}` as Drive));
    const setting = { mode: 'cct', cctK: 4000, duv: 0 } as const;
    const { drives } = mixOf(COLOUR_SPOT, setting, lookup);
    const { values } = drivenBy(lightOn({ ...COLOUR_SPOT, layout: each }, setting), each, lookup);
    drives.forEach((drive, i) => expect(values[`emitter-${i + 1}` as Drive]).toBeCloseTo(25 * drive, 6));
  });

  it('take their room in a universe, and one that is given too little is told', () => {
    const oven = nightOvenLooks()[0]!;
    const id = addressesOf(oven)[0]!.lightId;
    const withLayout = (address: Look['lights'][number]['rig']['address']): Look => ({
      ...oven,
      lights: oven.lights.map((light) =>
        light.id === id ? { ...lightOn({ ...COLOUR_SPOT, layout }, null, light), rig: { ...light.rig, address } } : light,
      ),
    });
    expect(addressesOf(withLayout(null))[0]).toMatchObject({ slots: 8, problem: null });
    const few = addressesOf(withLayout({ universe: 1, first: 1, slots: 5 }))[0]!;
    expect(few.problem).toEqual({ kind: 'too-few', needed: 8 });
    expect(universesOf(withLayout({ universe: 3, first: 100, slots: 8 })).get(3)![106]).toBe(42);
  });
});

describe('looks of the eleventh version', () => {
  it('get fixtures that know no more than they did, and are refused where dials cannot be', () => {
    const now = nightOvenLooks()[0]!;
    const old = JSON.parse(JSON.stringify(now)) as {
      version: number;
      lights: { fixture: Record<string, unknown> }[];
      camera: Record<string, unknown>;
    };
    old.version = 11;
    for (const { fixture } of old.lights)
      for (const key of Object.keys(FIXTURE_DEFAULTS[fixture['kind'] as 'flash'])) delete fixture[key];
    delete old.camera['lensThreadMm'];
    delete old.camera['filterThreadMm'];
    const look = parseLook(upgradeLook(old));
    expect(look.camera.lensThreadMm).toBeNull();
    look.lights.forEach(({ fixture }) => expect(fixture).toMatchObject(FIXTURE_DEFAULTS[fixture.kind]));
    const wrong = {
      ...now,
      lights: [
        lightOn(
          {
            ...COLOUR_SPOT,
            wheel: [
              { dialDeg: 9, hueDeg: 0 },
              { dialDeg: 3, hueDeg: 5 },
            ],
          },
          null,
          now.lights[0]!,
        ),
      ],
    };
    let problems: readonly { field: string }[] = [];
    try {
      parseLook(wrong);
    } catch (error) {
      problems = (error as LookError).problems;
    }
    expect(problems.map(({ field }) => field)).toContain('lights[0].fixture.wheel[1].dialDeg');
  });
});

it('a flash’s energy, time and charge go with its power', () => {
  const flash = fixtureOf('flash-400');
  if (flash.kind !== 'flash') throw new Error('not a flash');
  expect(flashFacts(flash, 0)).toEqual({ joules: 400, recycleS: 1.5, pops: 400 });
  expect(flashFacts(flash, -3)).toEqual({ joules: 50, recycleS: 0.1875, pops: 3200 });
  expect(flashFacts(flash, -8).recycleS).toBe(0.05);
  expect(flashFacts({ ...flash, joules: null, recycleS: null, pops: null }, -1)).toEqual({
    joules: null,
    recycleS: null,
    pops: null,
  });
});
