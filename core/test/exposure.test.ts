import fc from 'fast-check';
import { beamIntegral, beamIntensity, gridTransmission } from '../src/exposure/beam';
import { continuousLux } from '../src/exposure/continuous';
import { discIncidence, falloffFromOneMetre, nearFieldRatio } from '../src/exposure/distance';
import { flashLuxSeconds, guideNumberOfEnergy } from '../src/exposure/flash';
import { continuousLuxSeconds, flashShutterShare, stopsOverMeter } from '../src/exposure/meter';
import { formatFlashPower, formatPercent, formatShutter, formatStops } from '../src/exposure/stops';
import { nearestPower, powerSteps, steppedPower } from '../src/scene/power';

const degrees = (d: number) => (d * Math.PI) / 180;

describe('the meter law', () => {
  it('moves flash and continuous light apart by the shutter: f/11 100 1/160 to f/4 400 1/40', () => {
    const before = { aperture: 11, iso: 100, shutterS: 1 / 160 };
    const after = { aperture: 4, iso: 400, shutterS: 1 / 40 };
    expect(stopsOverMeter(1, after) - stopsOverMeter(1, before)).toBeCloseTo(4.92, 2);
    expect(
      stopsOverMeter(continuousLuxSeconds(1, after), after) - stopsOverMeter(continuousLuxSeconds(1, before), before),
    ).toBeCloseTo(6.92, 2);
  });

  it('reads 4704 lx at 1/60, f/5.6, ISO 100 as 0.00', () => {
    const camera = { aperture: 5.6, iso: 100, shutterS: 1 / 60 };
    expect(stopsOverMeter(continuousLuxSeconds(4704, camera), camera)).toBeCloseTo(0, 2);
  });

  it('reads GN 60 at 3 m, half power, f/11, ISO 100 as +0.725', () => {
    expect(stopsOverMeter(flashLuxSeconds(60, 0.5, 3), { aperture: 11, iso: 100, shutterS: 1 / 160 })).toBeCloseTo(0.725, 3);
  });

  it('takes ND and the T-stop, and charges flash for a shutter faster than sync', () => {
    const camera = { aperture: 2, iso: 100, shutterS: 1 / 50 };
    expect(stopsOverMeter(10, camera) - stopsOverMeter(10, { ...camera, ndStops: 4 })).toBeCloseTo(4, 12);
    expect(stopsOverMeter(10, { ...camera, tStop: 2.8 })).toBeCloseTo(stopsOverMeter(10, { ...camera, aperture: 2.8 }), 12);
    expect(flashShutterShare({ ...camera, syncS: 1 / 200 })).toBe(1);
    expect(flashShutterShare({ ...camera, shutterS: 1 / 800, syncS: 1 / 200 })).toBeCloseTo(0.25 * 2 ** -1.75, 12);
  });
});

describe('distance and size', () => {
  it('follows the inverse square for a point, and a disc exactly', () => {
    expect(Math.log2(continuousLux(1000, 1, 1) / continuousLux(1000, 1, 2))).toBeCloseTo(2, 12);
    expect(continuousLux(1000, 0.5, 2, 0.5)).toBeCloseTo((1000 * 0.5 * 1.25) / 4.25, 10);
  });

  it('agrees with a disc, a rectangle and a tube summed over small patches', () => {
    const brute = (d: number, inside: (x: number, y: number) => boolean, half: number) => {
      const n = 240;
      let sum = 0;
      for (let i = 0; i < n; i++) {
        for (let j = 0; j < n; j++) {
          const [x, y] = [((i + 0.5) / n - 0.5) * 2 * half, ((j + 0.5) / n - 0.5) * 2 * half];
          if (inside(x, y)) sum += d ** 2 / (d * d + x * x + y * y) ** 2;
        }
      }
      return sum;
    };
    const disc = (x: number, y: number) => Math.hypot(x, y) <= 0.5;
    expect(falloffFromOneMetre({ kind: 'disc', radiusM: 0.5 }, 0.6)).toBeCloseTo(brute(0.6, disc, 0.5) / brute(1, disc, 0.5), 2);
    const strip = (x: number, y: number) => Math.abs(x) <= 0.15 && Math.abs(y) <= 0.75;
    expect(falloffFromOneMetre({ kind: 'rectangle', widthM: 0.3, heightM: 1.5 }, 0.6)).toBeCloseTo(
      brute(0.6, strip, 0.75) / brute(1, strip, 0.75),
      1,
    );
    // A tube radiates from its length as a cosine: sum of cos^2 / r^2 along it.
    const tube = (d: number) =>
      Array.from({ length: 2000 }, (_, i) => ((i + 0.5) / 2000 - 0.5) * 1.2).reduce(
        (s, x) => s + d ** 2 / (d * d + x * x) ** 2,
        0,
      );
    expect(falloffFromOneMetre({ kind: 'tube', lengthM: 1.2 }, 0.5)).toBeCloseTo(tube(0.5) / tube(1), 3);
  });

  it('gives every face its point value far away, and less than that near', () => {
    for (const face of [
      { kind: 'disc', radiusM: 0.4 },
      { kind: 'rectangle', widthM: 0.3, heightM: 1.2 },
      { kind: 'tube', lengthM: 1 },
    ] as const) {
      expect(nearFieldRatio(face, 100)).toBeCloseTo(1, 3);
      expect(nearFieldRatio(face, 0.5)).toBeLessThan(0.9);
    }
  });

  it('wraps: the incidence of a disc is its visible view factor, checked by sampling the disc', () => {
    const sampled = (be: number, sg: number) => {
      let [seen, whole] = [0, 0];
      for (let i = 0; i < 400; i++) {
        for (let j = 0; j < 400; j++) {
          const t = Math.asin(Math.sin(sg) * Math.sqrt((i + 0.5) / 400));
          const f = ((j + 0.5) / 400) * 2 * Math.PI;
          const cosine = Math.cos(be) * Math.cos(t) + Math.sin(be) * Math.sin(t) * Math.cos(f);
          const weight = 1 / Math.cos(t);
          seen += Math.max(0, cosine) * weight;
          whole += 1;
        }
      }
      return seen / whole;
    };
    for (const [be, sg] of [
      [60, 40],
      [85, 30],
      [95, 30],
      [110, 45],
      [75, 20],
    ] as const) {
      expect(discIncidence(degrees(be), degrees(sg))).toBeCloseTo(sampled(degrees(be), degrees(sg)), 2);
    }
    expect(discIncidence(degrees(30), degrees(20))).toBeCloseTo(Math.cos(degrees(30)), 12);
    expect(discIncidence(degrees(121), degrees(30))).toBe(0);
  });
});

describe('beams', () => {
  it('has half its intensity at the beam angle and a tenth at the field angle', () => {
    const beam = { kind: 'lens', beamDeg: 40, fieldDeg: 72 } as const;
    expect(beamIntensity(beam, degrees(20))).toBeCloseTo(0.5, 12);
    expect(beamIntensity(beam, degrees(36))).toBeCloseTo(0.1, 12);
    expect(() => beamIntensity({ kind: 'lens', beamDeg: 40, fieldDeg: 40 }, 0.1)).toThrow(/wider/);
  });

  it('integrates a cosine to pi and sends nothing behind', () => {
    expect(beamIntegral({ kind: 'diffuse' })).toBeCloseTo(Math.PI, 12);
    expect(beamIntensity({ kind: 'diffuse' }, degrees(91))).toBe(0);
    // A narrow round Gaussian-like beam (k = 2 when field/beam = sqrt(log2 10)): 2 pi integral of 2^-(t/h)^2 t dt = pi h^2 / ln 2.
    const h = degrees(4);
    expect(beamIntegral({ kind: 'lens', beamDeg: 8, fieldDeg: 8 * Math.sqrt(Math.log2(10)) })).toBeCloseTo(
      (Math.PI * h * h) / Math.LN2,
      4,
    );
  });

  it('gives an energy the same flux in any beam', () => {
    const gn = guideNumberOfEnergy(200, { kind: 'diffuse' }, 0.7);
    expect((gn ** 2 * 250 * Math.PI) / 100).toBeCloseTo(200 * 40 * 0.7, 6);
    expect(guideNumberOfEnergy(400, { kind: 'bare' }, 1) / guideNumberOfEnergy(200, { kind: 'bare' }, 1)).toBeCloseTo(
      Math.SQRT2,
      10,
    );
  });

  it('closes a grid at its cut-off', () => {
    expect(gridTransmission(0, 20)).toBeCloseTo(1, 12);
    expect(gridTransmission(degrees(20), 20)).toBe(0);
    expect(gridTransmission(degrees(8), 20)).toBeGreaterThan(gridTransmission(degrees(12), 20));
  });
});

describe('how power is written and dialled', () => {
  it('writes stops, fractions, per cent and shutters', () => {
    expect([0.3, -1, 0, -0.04, -Infinity].map((s) => formatStops(s))).toEqual(['+0.3', '-1.0', '0.0', '0.0', 'none']);
    expect([0, -1, -8 / 3, -1 / 3].map((s) => formatFlashPower(s, 1 / 3))).toEqual(['1/1', '1/2', '1/8 +1/3', '1/2 +2/3']);
    expect(formatFlashPower(-2.7, 0.1)).toBe('1/8 +0.3');
    expect([0, -1, Math.log2(0.018)].map(formatPercent)).toEqual(['100 %', '50 %', '1.8 %']);
    expect([1 / 200, 0.5, 2].map(formatShutter)).toEqual(['1/200', '0.5 s', '2 s']);
  });

  it('knows every step of a fixture: 1 % to 2 % is a whole stop', () => {
    const led = { minStops: Math.log2(0.01), step: { unit: 'percent' as const, value: 1 } };
    expect(powerSteps(led)).toHaveLength(100);
    expect(steppedPower(led, Math.log2(0.01), 1) - Math.log2(0.01)).toBeCloseTo(1, 10);
    const flash = { minStops: -7, step: { unit: 'stops' as const, value: 1 / 3 } };
    expect(powerSteps(flash)).toHaveLength(22);
    fc.assert(
      fc.property(fc.double({ min: -7, max: 0, noNaN: true }), (stops) => {
        expect(Math.abs(nearestPower(flash, stops) - stops)).toBeLessThanOrEqual(1 / 6 + 1e-9);
      }),
    );
    expect(steppedPower(flash, 0, 1)).toBe(0);
    expect(steppedPower(flash, -7, -1)).toBeCloseTo(-7, 9);
  });
});
