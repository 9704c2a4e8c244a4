import { demoLooks } from '../src/demo';
import type { Look } from '../src/document';
import { meterDifference } from '../src/day/meter/difference';
import { apertureOf, receivedLuxS } from '../src/day/meter/received';
import { unitStopsOf } from '../src/day/meter/unit-stops';
import { AMBIENT_ID } from '../src/scene/ambient';

const [poster] = demoLooks() as [Look];

describe('a meter', () => {
  const entry = (change: object) =>
    ({
      id: 'm',
      probe: 'p',
      light: '',
      iso: 100,
      shutterS: 1 / 60,
      aperture: null,
      lux: null,
      x: null,
      y: null,
      at: '',
      planned: [],
      ...change,
    }) as never;

  it('shows the f-number for what it received, and back', () => {
    // 250 lx s at ISO 100 over 100 is 2.5 lx s for f/1.
    expect(apertureOf(2.5, 100)).toBeCloseTo(1, 9);
    expect(apertureOf(160, 100)).toBeCloseTo(8, 9);
    expect(receivedLuxS(entry({ aperture: 8 }))).toBeCloseTo(160, 9);
    expect(receivedLuxS(entry({ aperture: 8, iso: 400 }))).toBeCloseTo(40, 9);
    expect(receivedLuxS(entry({ lux: 600 }))).toBeCloseTo(10, 9);
  });

  it('is held against its plan in stops and in colour; what is farther off than lamps drift is doubtful', () => {
    const planned = [{ light: 'a', luxS: 80, x: 0.33, y: 0.34, unitStops: 0 }];
    const off = meterDifference(entry({ aperture: 8, x: 0.33, y: 0.34, planned }));
    expect(off.offStops).toBeCloseTo(1, 6);
    expect(off.offUv).toBeCloseTo(0, 6);
    expect(off.isDoubtful).toBe(false);
    expect(meterDifference(entry({ aperture: 8, planned })).offUv).toBeNull();
    expect(meterDifference(entry({ aperture: 32, planned })).isDoubtful).toBe(true);
  });

  it('knows of a unit’s own deviation, and that ambient has none', () => {
    const [light] = poster.lights;
    const look: Look = { ...poster, lights: [{ ...light!, unit: { ...light!.unit, outputStops: 0.4 } }] };
    expect(unitStopsOf(look, light!.id)).toBe(0.4);
    expect(unitStopsOf(look, AMBIENT_ID)).toBe(0);
    expect(unitStopsOf(look, 'gone')).toBe(0);
  });
});
