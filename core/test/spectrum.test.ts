import fc from 'fast-check';
import { cctDuv, cctDuvToXy } from '../src/colour/cct';
import { individualTypologyAngleDeg } from '../src/surface/cielab';
import { luminousSum, spectrumToXy } from '../src/colour/observer';
import { oklabOf } from '../src/colour/oklab';
import { findGel, GELS } from '../src/gel/stand-ins';
import { gelAtStrength, gelStack, luminousTransmittance, miredGel, stopsLost, withLeak } from '../src/gel/gel';
import { product } from '../src/spectrum/grid';
import { daylightSource, filamentKelvin, planckSource, tungstenSource, whiteLedSource } from '../src/source/source';
import { materialsOf } from '../src/surface/materials';
import { skinBandOf, skinReflectance, SKIN_PRESETS } from '../src/surface/skin';
import { presetSource } from '../src/source/presets';
import { gelHeat } from '../src/day/rig/heat';
import { convertLrgbToOklab } from 'culori';
import { BLUE_TEST_GEL, RED_TEST_GEL } from './support';

const d5600 = daylightSource(5600);

describe('sources', () => {
  it.each([
    ['daylight', daylightSource(6500)],
    ['Planck', planckSource(2000)],
    ['LED', whiteLedSource(4300, 0.004)],
  ])('%s is held to 1 lx', (_, source) => expect(luminousSum(source)).toBeCloseTo(1, 12));

  it('solves a white LED to its CCT and Duv', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 2300, max: 9000, noNaN: true }),
        fc.double({ min: -0.008, max: 0.008, noNaN: true }),
        (cctK, duv) => {
          const found = cctDuv(spectrumToXy(whiteLedSource(cctK, duv)));
          expect(found.duv).toBeCloseTo(duv, 4);
          expect(Math.abs(found.cctK! / cctK - 1)).toBeLessThan(0.002);
        },
      ),
      { numRuns: 60 },
    );
  });

  it('warms a filament as it dims: half output is 3200 x 0.5^(0.42/3.4)', () => {
    expect(filamentKelvin(3200, 0.5)).toBeCloseTo(2937.4, 0);
    expect(cctDuv(spectrumToXy(tungstenSource(3200, 0.5))).cctK).toBeCloseTo(2937, -1);
  });

  it('round-trips CCT and Duv, and gives none far off the locus', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1500, max: 20000, noNaN: true }),
        fc.double({ min: -0.045, max: 0.045, noNaN: true }),
        (cctK, duv) => {
          fc.pre(Math.abs(duv) < 0.02 || (cctK > 2500 && cctK < 8000));
          const found = cctDuv(cctDuvToXy(cctK, duv));
          expect(Math.abs(found.cctK! / cctK - 1)).toBeLessThan(0.01);
          expect(Math.abs(found.duv! - duv)).toBeLessThan(0.0005);
        },
      ),
      { numRuns: 60 },
    );
    expect(cctDuv(spectrumToXy(product(d5600, BLUE_TEST_GEL)))).toEqual({ cctK: null, duv: null });
  });
});

describe('gels', () => {
  it('keeps energy: no stack, strength or leak passes more than it meets', () => {
    const gel = fc.constantFrom(...GELS);
    fc.assert(
      fc.property(
        fc.array(gel, { minLength: 1, maxLength: 4 }),
        fc.double({ min: 0.1, max: 3, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (gels, strength, leak) => {
          const stack = withLeak(gelStack(gels.map(({ transmittance }) => gelAtStrength(transmittance, strength))), leak);
          stack.forEach((t) => expect(t >= 0 && t <= 1).toBe(true));
          expect(luminousTransmittance(d5600, stack)).toBeLessThanOrEqual(1);
        },
      ),
      { numRuns: 80 },
    );
  });

  it('stacks in any order, and strength 2 of one film is darker and purer', () => {
    const a = gelStack([BLUE_TEST_GEL, RED_TEST_GEL]);
    const b = gelStack([RED_TEST_GEL, BLUE_TEST_GEL]);
    a.forEach((t, i) => expect(t).toBeCloseTo(b[i]!, 15));
    const twice = gelAtStrength(BLUE_TEST_GEL, 2);
    twice.forEach((t, i) => expect(t).toBeCloseTo((BLUE_TEST_GEL[i]! * BLUE_TEST_GEL[i]!) / 0.92, 12));
  });

  it('shifts warm gels warm and cool gels cool, more the stronger', () => {
    const cct = (shift: number) => cctDuv(spectrumToXy(product(d5600, miredGel(shift)))).cctK!;
    expect([159, 81, 42, 20, -18, -35, -78].map(cct)).toEqual([159, 81, 42, 20, -18, -35, -78].map(cct).sort((a, b) => a - b));
  });

  it('has 40 effect gels round the circle and 12 correction gels, losing what such gels lose', () => {
    expect(GELS.filter(({ kind }) => kind === 'effect')).toHaveLength(40);
    expect(GELS.filter(({ kind }) => kind === 'correction')).toHaveLength(12);
    expect(new Set(GELS.map(({ id }) => id)).size).toBe(52);
    const lost = (id: string) => stopsLost(luminousTransmittance(d5600, findGel(id)!.transmittance));
    for (const id of ['blue-deep', 'red-deep', 'violet-mid']) expect(lost(id) > 3 && lost(id) < 5).toBe(true);
    for (const id of ['amber-mid', 'orange-pale', 'teal-pale']) expect(lost(id) > 0.3 && lost(id) < 1).toBe(true);
    // Measured on sheets of such colours.
    for (const [id, stops] of [
      ['green-deep', 2.7],
      ['sea-deep', 2.4],
      ['teal-deep', 2.3],
      ['amber-deep', 1.2],
    ] as const)
      expect(Math.abs(lost(id) - stops)).toBeLessThan(0.05);
  });

  it('found light has the colour that such light has', () => {
    const of = (id: string) => spectrumToXy(presetSource(id));
    expect(of('street-sodium')[0]).toBeCloseTo(0.533, 3);
    expect(of('street-sodium')[1]).toBeCloseTo(0.419, 3);
    for (const [id, kelvin, within] of [
      ['tube-green', 4530, 120],
      ['moon', 4100, 60],
      ['screen', 6500, 150],
    ] as const)
      expect(Math.abs(cctDuv(of(id)).cctK! - kelvin)).toBeLessThan(within);
    expect(cctDuv(of('tube-green')).duv!).toBeCloseTo(0.008, 2);
  });

  it('counts the infrared of a filament as heat, and always warns of contact', () => {
    const gel = findGel('blue-deep')!.transmittance;
    const flash = gelHeat({ source: d5600, transmittance: gel, fluxLm: 5000, gelAreaCm2: 400 });
    const lamp = gelHeat({ source: planckSource(3200), transmittance: gel, fluxLm: 5000, gelAreaCm2: 400, filamentK: 3200 });
    expect(lamp.absorbedWPerCm2).toBeGreaterThan(2 * flash.absorbedWPerCm2);
    // By hand: 5000 lm of this daylight is some 25 W visible; nearly all of it stays in a deep blue.
    expect(flash.absorbedWPerCm2 * 400).toBeGreaterThan(15);
    expect(flash.absorbedWPerCm2 * 400).toBeLessThan(30);
    const touching = gelHeat({ source: d5600, transmittance: gel, fluxLm: 1, gelAreaCm2: 400, inContact: true });
    expect(touching).toMatchObject({ level: 'hot' });
    expect(touching.reasons[0]).toBe('in-contact');
  });
});

describe('surfaces', () => {
  it('has one skin preset in each band of the typology angle', () => {
    for (const { id, depth } of SKIN_PRESETS) expect(skinBandOf(individualTypologyAngleDeg(skinReflectance(depth)))).toBe(id);
  });

  it('darkens steadily over the whole scale, and reddens less than it absorbs blue', () => {
    const angles = Array.from({ length: 51 }, (_, i) => individualTypologyAngleDeg(skinReflectance(i / 50)));
    angles.slice(1).forEach((angle, i) => expect(angle).toBeLessThan(angles[i]!));
    const skin = skinReflectance(0.4);
    expect(skin[60]!).toBeGreaterThan(skin[34]!);
    expect(skin[34]!).toBeGreaterThan(skin[14]!);
  });

  it('keeps every material between 0 and 1, backdrops neutral from white to velvet', () => {
    for (const kind of ['backdrop', 'cloth', 'hair'] as const) {
      for (const { reflectance } of materialsOf(kind)) reflectance.forEach((r) => expect(r > 0 && r <= 1).toBe(true));
    }
    const tones = materialsOf('backdrop').map(({ reflectance }) => reflectance[34]!);
    expect(tones).toEqual([...tones].sort((a, b) => b - a));
    expect(tones[0]! / tones[tones.length - 1]!).toBeGreaterThan(100);
  });
});

describe('OKLab', () => {
  it('agrees with an independent implementation', () => {
    const level = fc.double({ min: 0, max: 4, noNaN: true });
    fc.assert(
      fc.property(level, level, level, (r, g, b) => {
        const mine = oklabOf(r, g, b);
        const theirs = convertLrgbToOklab({ r, g, b });
        expect(mine.L).toBeCloseTo(theirs.l, 4);
        expect(mine.a).toBeCloseTo(theirs.a, 4);
        expect(mine.b).toBeCloseTo(theirs.b, 4);
      }),
    );
  });
});
