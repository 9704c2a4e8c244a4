import { demoLooks } from '../src/demo';
import { ambientOf, type Look } from '../src/document';
import { InputError } from '../src/errors';
import { ambientWord, gelRise, judgeFrame, measureFrame, proofIsCurrent } from '../src/planning';
import { ambientShareAt, comparePlaces, readAmbient } from '../src/planning/search';
import { evaluate, parseLook } from '../src/scene';

const [poster] = demoLooks() as [Look, Look, Look];
const copy = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;

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
    expect(stray).toMatchObject({ found: 'stray', channel: 'R' });
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
      ).found,
    ).toBe('too-dark');
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
