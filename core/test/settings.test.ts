import fc from 'fast-check';
import { fixtureOf, modifierOf } from '../src/catalogue';
import { demoLooks, nightOvenLooks } from '../src/demo';
import { ambientOf, type Look } from '../src/document';
import { SHUTTERS } from '../src/exposure';
import {
  apertureTrades,
  attributeChange,
  baselineOf,
  flashesAtFloor,
  floorRemedies,
  lightsAtWhites,
  makeLight,
  shutterTrades,
  solveLookRatio,
  whiteScale,
  whiteSchools,
} from '../src/planning';
import { drownedLights, kindsOfLight, newLook, readAmbient, readDrag } from '../src/planning/search';
import { evaluate, parseLook } from '../src/scene';

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
    // A cyan backdrop light has no temperature: it is not cool, it is cyan.
    const cyan = lights.find(({ id }) => id === 'backdrop')!;
    expect(cyan.cctK).toBeNull();
    expect(cyan.at[0]).toMatchObject({ reads: 'coloured', miredShift: null });
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
    expect(report.ratioByPower).toBe(0);
    expect(report.controls.map(({ control }) => control)).toEqual(['aperture', 'iso', 'shutter']);
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
    expect(remedies.map(({ change }) => change.kind)).toEqual(['distance', 'density', 'diffusion', 'aperture', 'nd']);
    // Not through walls or ceiling.
    const closet = { ...look, room: { ...look.room, widthM: 2.6, heightM: 2.1 } };
    expect(floorRemedies(closet, key!, 2).map(({ change }) => change.kind)).not.toContain('distance');
    // Two stops are twice the distance and twice the f-number.
    expect(remedies[0]!.change).toMatchObject({ kind: 'distance' });
    expect(remedies[3]!.change).toMatchObject({ kind: 'aperture', mark: 'f', to: 16 });
    for (const { look: tried } of remedies) {
      expect(parseLook(tried)).toBeTruthy();
    }
  });
});

describe('dragging the shutter', () => {
  const moving = (speedMS: number, shutterS: number): Look => {
    const look = mixed();
    look.camera = { ...look.camera, shutterS, focalMm: 50, distanceM: 2.5, sensorWidthMm: 36, imageWidthPx: 6000 };
    look.motion = { ...look.motion, speedMS, widthM: 0.5, of: 'subject' };
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
    const still = { ...look, motion: { ...look.motion, speedMS: 0, widthM: 0.5, of: 'subject' as const } };
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
    expect(trades[0]!.blurBehind / at8.blurBehind).toBeCloseTo(2, 9);
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
    const stills = shutterTrades({ ...poster, motion: { ...poster.motion, speedMS: 1, widthM: 0.5, of: 'subject' as const } });
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
