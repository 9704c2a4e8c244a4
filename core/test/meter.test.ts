import { meterAt } from '../src/control';
import { compareMeter, learn, plannedAt, withLessons } from '../src/day';
import { demoLooks, nightOvenLooks, nocturneLooks } from '../src/demo';
import { upgradeLook, type Look, type MeterEntry } from '../src/document';
import { withOnly } from '../src/planning';
import { parseLook } from '../src/scene';

const SET = { iso: 100, shutterS: 1 / 125 };
/** Lamps of a real set: by how much each is off, stops. */
type Off = Readonly<Record<string, number>>;

const withUnits = (look: Look, off: Off): Look => ({
  ...look,
  lights: look.lights.map((light) => ({
    ...light,
    unit: { ...light.unit, outputStops: light.unit.outputStops + (off[light.id] ?? 0) },
  })),
});

/** What the meter at a place of the real set shows, kept as a person would: f-number, and colour where asked. */
function reading(plan: Look, real: Look, probe: string, light = '', coloured = false): MeterEntry {
  const camera = { ...real.camera, ...SET, ndStops: 0, tStop: null };
  const lit = { ...(light ? withOnly(real, [light], true) : real), camera };
  const { aperture, x, y } = meterAt(lit, probe);
  return {
    id: `${probe}-${light || 'all'}`,
    at: '2026-11-30T10:00:00.000Z',
    probe,
    light,
    aperture: aperture!,
    lux: null,
    ...SET,
    x: coloured ? x : null,
    y: coloured ? y : null,
    planned: [...plannedAt(plan, probe, light, SET)],
  };
}

const taken = (look: Look, meter: readonly MeterEntry[]): Look => ({ ...look, day: { ...look.day, meter: [...meter] } });
const looks = [...demoLooks(), ...nightOvenLooks(), ...nocturneLooks()];
const plan = looks[0]!;
const lit = plan.lights.filter(({ on, muted }) => on && !muted);
/** The place that a light is strongest at. */
const best = (look: Look, light: string): string =>
  look.probes
    .map(({ id }) => ({ id, luxS: plannedAt(look, id, light, SET)[0]!.luxS }))
    .reduce((a, b) => (b.luxS > a.luxS ? b : a)).id;

describe('what a meter showed', () => {
  it('tells of a light alone by how much it is off', () => {
    for (const { id } of lit)
      for (const off of [-1, -0.4, 0, 0.4, 1]) {
        const real = withUnits(plan, { [id]: off });
        const entry = reading(plan, real, best(plan, id), id);
        const found = compareMeter(taken(plan, [entry])).lights.find(({ lightId }) => lightId === id)!;
        expect(Math.abs(found.offStops - off)).toBeLessThan(0.03);
        expect(found.isOff).toBe(Math.abs(off) >= 0.25);
      }
  });

  it('is of illuminance as well as of an f-number: C N^2 / (S t)', () => {
    const id = lit[0]!.id;
    const probe = best(plan, id);
    const luxS = plannedAt(plan, probe, id, SET)[0]!.luxS;
    const entry = { ...reading(plan, plan, probe, id), aperture: null, lux: (2 * luxS) / SET.shutterS };
    expect(compareMeter(taken(plan, [entry])).readings[0]!.offStops).toBeCloseTo(1, 6);
    const f8 = { ...entry, lux: null, aperture: 8 };
    expect(compareMeter(taken(plan, [f8])).readings[0]!.offStops).toBeCloseTo(Math.log2((250 * 64) / 100 / luxS), 6);
  });

  it('of all lights together, at every place, finds the one that is off', () => {
    let [right, wrong, all] = [0, 0, 0];
    for (const look of looks)
      for (const { id, on, muted } of look.lights) {
        if (!on || muted) continue;
        const real = withUnits(look, { [id]: 0.8 });
        const entries = look.probes.map(({ id: probe }) => reading(look, real, probe, '', true));
        const { lights } = compareMeter(taken(look, entries));
        all++;
        const found = lights.find(({ lightId }) => lightId === id)!;
        if (found.isOff && found.offStops > 0) right++;
        if (lights.some(({ lightId, isOff }) => isOff && lightId !== id)) wrong++;
      }
    expect(all).toBeGreaterThan(25);
    expect(right / all).toBeGreaterThan(0.85);
    expect(wrong).toBe(0);
  });

  it('counts what was corrected since: the light is as planned then, whatever it is dialled to', () => {
    const id = lit[0]!.id;
    const entry = reading(plan, withUnits(plan, { [id]: 1 }), best(plan, id), id);
    const dialled = withUnits(plan, { [id]: 1 });
    const later = {
      ...dialled,
      lights: dialled.lights.map((light) => (light.id === id ? { ...light, powerStops: light.powerStops - 1 } : light)),
    };
    const found = compareMeter(taken(later, [entry])).lights.find(({ lightId }) => lightId === id)!;
    expect(Math.abs(found.offStops)).toBeLessThan(0.02);
    expect(found.asPlanned).toBe(true);
  });

  it('is not believed four stops from the plan: the meter was set otherwise', () => {
    const id = lit[0]!.id;
    const entry = reading(plan, plan, best(plan, id), id);
    const { lights, readings } = compareMeter(taken(plan, [{ ...entry, aperture: entry.aperture! * 4 }]));
    expect(readings[0]!.isDoubtful).toBe(true);
    expect(lights).toEqual([]);
  });

  it('leaves open what contradicts itself', () => {
    const id = lit[0]!.id;
    const entry = reading(plan, plan, best(plan, id), id);
    const [found] = compareMeter(taken(plan, [entry, { ...entry, id: 'again', aperture: entry.aperture! * 2 ** 0.5 }])).lights;
    expect(found!.uncertainStops).toBeGreaterThan(0.3);
    expect(found!.isOff).toBe(false);
  });

  it('teaches what frames teach: the same unit reads the same from two looks, corrected in one of them', () => {
    const id = lit[0]!.id;
    const real = withUnits(plan, { [id]: 0.7 });
    const first = reading(plan, real, best(plan, id), id);
    const corrected = withUnits(plan, { [id]: 0.5 });
    const second = reading(corrected, real, best(plan, id), id);
    const { lessons } = learn(
      [],
      [
        { look: plan, entry: first },
        { look: corrected, entry: second },
      ],
    );
    const sum = (kind: string) => lessons.filter((one) => one.kind === kind).reduce((total, { value }) => total + value, 0);
    // What a reading cannot tell apart, unit and modifier, shares it.
    expect(Math.abs(sum('output') - sum('modifier') - 0.7)).toBeLessThan(0.05);
    const written = withLessons(
      corrected,
      lessons.filter(({ kind }) => kind === 'output'),
    );
    const value = lessons.find(({ kind }) => kind === 'output')!.value;
    expect(written.lights.find((light) => light.id === id)!.unit.outputStops).toBeCloseTo(value, 9);
  });

  it('refuses places and lights that are not there, with the remedy', () => {
    expect(() => plannedAt(plan, 'nowhere', '', SET)).toThrow('There is no place "nowhere"');
    const id = lit[0]!.id;
    const off = { ...plan, lights: plan.lights.map((light) => (light.id === id ? { ...light, on: false } : light)) };
    expect(() => plannedAt(off, plan.probes[0]!.id, id, SET)).toThrow('turn it on first');
  });

  it('is kept by looks, checked field by field; those of the tenth version have none', () => {
    const { meter: _, ...day } = plan.day;
    expect(parseLook(upgradeLook({ ...plan, version: 10, day })).day.meter).toEqual([]);
    const id = lit[0]!.id;
    const entry = reading(plan, plan, best(plan, id), id);
    expect(parseLook(taken(plan, [entry])).day.meter).toEqual([entry]);
    for (const [key, value] of [
      ['aperture', -1],
      ['lux', 'much'],
      ['x', 2],
      ['iso', 0],
      ['shutterS', 1e9],
    ] as const)
      expect(() => parseLook({ ...plan, day: { ...plan.day, meter: [{ ...entry, [key]: value }] } })).toThrow(key);
  });
});
