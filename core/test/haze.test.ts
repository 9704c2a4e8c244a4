import { demoLooks, nightOvenLooks } from '../src/demo';
import { LOOK_VERSION, upgradeLook, type Look } from '../src/document';
import { hazeClearing } from '../src/planning';
import { filterCost, hazeCost } from '../src/planning/search';
import { evaluate, parseLook } from '../src/scene';
import { finishInto } from '../src/picture/finish';
import { frameTriples } from '../src/picture/triples';
import { drawn, sharesOf } from './picture-support';

const [poster] = demoLooks() as [Look];
const oven = nightOvenLooks()[3]!;
const hazed = (look: Look, hazePerM: number): Look => ({ ...look, air: { hazePerM } });

describe('what haze costs', () => {
  it('is nothing in clear air, and more the thicker it is', () => {
    expect(hazeCost(hazed(poster, 0))).toBeNull();
    const costs = [0.01, 0.05, 0.2].map((haze) => hazeCost(hazed(oven, haze))!);
    for (let i = 1; i < costs.length; i++)
      expect(costs[i]!.chromaVeiled / costs[i]!.chromaClear).toBeLessThan(costs[i - 1]!.chromaVeiled / costs[i - 1]!.chromaClear);
    expect(costs[0]!.chromaVeiled).toBeLessThan(costs[0]!.chromaClear * 1.02);
  });

  it('names the black that it lifts, by as much as the look records', () => {
    const dark = { ...hazed(poster, 0.1), lights: poster.lights.map((light) => ({ ...light, on: light.role !== 'background' })) };
    const { lift } = hazeCost(dark)!;
    if (!lift) throw new Error('Nothing is black in this look.');
    const at = (look: Look) => evaluate(look).probes.find(({ name }) => name === lift.name)!.stops;
    expect(lift.stops).toBeCloseTo(at(dark) - at(hazed(dark, 0)), 6);
    expect(at(hazed(dark, 0))).toBeLessThan(-3);
  });
});

describe('a soft filter', () => {
  const filtered = (look: Look, diffusion: Look['camera']['diffusion']): Look => ({
    ...look,
    camera: { ...look.camera, diffusion },
  });
  const dark: Look = { ...poster, lights: poster.lights.map((light) => ({ ...light, on: light.role !== 'background' })) };

  it('lifts black and veils colour in figures, more the stronger it is, and leaves bright places nearly as they are', () => {
    expect(filterCost(poster)).toBeNull();
    const strengths = [0.125, 0.25, 0.5, 1] as const;
    const costs = strengths.map((strength) => filterCost(filtered(dark, strength))!);
    for (let i = 1; i < costs.length; i++) expect(costs[i]!.lift!.stops).toBeGreaterThan(costs[i - 1]!.lift!.stops);
    expect(costs[3]!.lift!.stops).toBeGreaterThan(0.5);
    expect(costs[3]!.chromaVeiled).toBeLessThan(costs[3]!.chromaClear);
    const face = (look: Look) => evaluate(look).probes[0]!.stops;
    expect(Math.abs(face(filtered(dark, 1)) - face(dark))).toBeLessThan(0.15);
  });

  it('lifts a dark backdrop about as much as the picture shows it', () => {
    const raised = (look: Look) => {
      const { seen, terms, raw } = drawn(look, 60, 48);
      const out = new Float32Array(raw.length);
      finishInto(out, Float32Array.from(raw), seen, terms, frameTriples(look), look);
      const shows = sharesOf(seen, 'backdrop');
      return shows.reduce((sum, share, p) => sum + (share > 0.5 ? out[3 * p + 1]! : 0), 0);
    };
    for (const strength of [0.25, 1] as const) {
      const inPicture = Math.log2(raised(filtered(dark, strength)) / raised(dark));
      const at = (look: Look) => evaluate(look).probes.find(({ id }) => id === 'backdrop')!.stops;
      expect(Math.abs(at(filtered(dark, strength)) - at(dark) - inPicture)).toBeLessThan(0.2);
    }
  });
});

describe('a log of haze', () => {
  const at = (min: number) => new Date(Date.UTC(2026, 4, 1, 20, min)).toISOString();

  it('tells how it clears: an exponential of half time 8 minutes comes back', () => {
    const level = (min: number) => 0.08 * 2 ** (-min / 8);
    const log = [0, 3, 9, 15].map((min, i) => ({
      at: at(min),
      did: i ? ('seen' as const) : ('sprayed' as const),
      hazePerM: level(min),
    }));
    const found = hazeClearing([{ at: at(-60), did: 'sprayed', hazePerM: 0.01 }, ...log])!;
    expect(found.halfMin).toBeCloseTo(8, 6);
    // From 15 minutes on down to 0.003 a metre.
    expect(found.clearInMin).toBeCloseTo(8 * Math.log2(level(15) / 0.003), 6);
  });

  it('says nothing from one look, from haze that thickens, or from two at one time', () => {
    expect(hazeClearing([])).toBeNull();
    expect(hazeClearing([{ at: at(0), did: 'sprayed', hazePerM: 0.05 }])).toBeNull();
    const two = (a: number, b: number, min = 5) => [
      { at: at(0), did: 'sprayed' as const, hazePerM: a },
      { at: at(min), did: 'seen' as const, hazePerM: b },
    ];
    expect(hazeClearing(two(0.05, 0.06))).toBeNull();
    expect(hazeClearing(two(0.05, 0.02, 0))).toBeNull();
    expect(hazeClearing(two(0.05, 0.025))!.halfMin).toBeCloseTo(5, 6);
  });

  it('is kept by looks; those of the eighth version have none yet', () => {
    const { hazeLog: _, ...day } = poster.day;
    const variant = {
      id: 'v',
      name: 'V',
      note: '',
      votes: 0,
      chosen: false,
      lockedAt: null,
      mood: 'dark',
      lights: [],
      camera: { aperture: 8, iso: 200, shutterS: 0.01, ndStops: 0, whiteK: 5600, tintDuv: 0 },
    };
    const old = { ...poster, version: 8, day, variants: [variant] };
    const now = parseLook(upgradeLook(old));
    expect(now.version).toBe(LOOK_VERSION);
    expect(now.day.hazeLog).toEqual([]);
    expect(now.variants[0]!.keyStops).toBe(poster.brief.keyStops);
    expect(() =>
      parseLook({ ...poster, day: { ...poster.day, hazeLog: [{ at: at(0), did: 'sneezed', hazePerM: 0.1 }] } }),
    ).toThrow(/did/);
  });
});
