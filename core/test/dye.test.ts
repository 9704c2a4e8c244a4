import { dyedGel, GELS, lookOfRgb, luminousTransmittance, stopsLost } from '../src/gel';
import { oklabOf, chromaOf, hueDegOf, spectrumToXy, xyToUvPrime } from '../src/colour';
import { convertXyzToLinearRgb } from '../src/colour/rgb';
import { spectrumToXyz } from '../src/colour/observer';
import { daylightSource, planckSource } from '../src/source';
import { product, type Spectrum } from '../src/spectrum';

/** What a film makes of a lamp's white, by the colours of the observer. */
function seen(source: Spectrum, film: Spectrum): { hueDeg: number; purity: number } {
  const white = convertXyzToLinearRgb(spectrumToXyz(source));
  const rgb = convertXyzToLinearRgb(spectrumToXyz(product(source, film)));
  const lab = oklabOf(rgb[0] / white[0], rgb[1] / white[1], rgb[2] / white[2]);
  return { hueDeg: hueDegOf(lab), purity: chromaOf(lab) / lab.L };
}

const turn = (a: number, b: number) => Math.abs(((a - b + 540) % 360) - 180);
const daylight = daylightSource(5600);

describe('a film of which only look and loss are known', () => {
  it('loses what it is said to lose, and has the hue, for every hue, pale and deep, thin and dense', () => {
    for (let hueDeg = 0; hueDeg < 360; hueDeg += 20)
      for (const purity of [0.05, 0.15, 0.3])
        for (const lost of [1, 2, 3.5, 5]) {
          const gel = dyedGel(daylight, lost, { kind: 'look', hueDeg, purity });
          expect(Math.abs(stopsLost(luminousTransmittance(daylight, gel.transmittance)) - lost)).toBeLessThan(0.02);
          const now = seen(daylight, gel.transmittance);
          expect({ hueDeg, purity, lost, off: turn(now.hueDeg, hueDeg) < 3 }).toEqual({ hueDeg, purity, lost, off: true });
          expect(now.purity).toBeCloseTo(gel.purity, 9);
          expect(Math.min(...gel.transmittance)).toBeGreaterThan(0);
          expect(Math.max(...gel.transmittance)).toBeLessThan(0.921);
        }
  });

  it('is as deep as it is said to be where the loss allows it, and paler where it does not', () => {
    expect(dyedGel(daylight, 2.5, { kind: 'look', hueDeg: 20, purity: 0.25 }).offPurity).toBeCloseTo(0, 1);
    const tooDeep = dyedGel(daylight, 0.4, { kind: 'look', hueDeg: 265, purity: 0.6 });
    expect(tooDeep.stopsLost).toBeCloseTo(0.4, 2);
    expect(tooDeep.offPurity).toBeLessThan(-0.2);
    expect(Math.abs(tooDeep.offHueDeg)).toBeLessThan(3);
  });

  it('meets x, y and Y of a maker’s sheet, for films that ship, under daylight and tungsten', () => {
    const gels = GELS.filter(({ kind }) => kind === 'effect');
    let near = 0;
    for (const source of [daylight, planckSource(3200)])
      for (const { transmittance } of gels) {
        const xy = spectrumToXy(product(source, transmittance));
        const lost = stopsLost(luminousTransmittance(source, transmittance));
        const gel = dyedGel(source, lost, { kind: 'xy', xy });
        expect(Math.abs(gel.stopsLost - lost)).toBeLessThan(0.03);
        const [a, b] = [xyToUvPrime(xy), xyToUvPrime(spectrumToXy(product(source, gel.transmittance)))];
        if (Math.hypot(a[0] - b[0], a[1] - b[1]) < 0.01) near++;
      }
    expect(near / (2 * gels.length)).toBeGreaterThan(0.85);
  });

  it('of RGB transmission it has hue and loss', () => {
    for (const rgb of [
      [0.8, 0.2, 0.1],
      [0.05, 0.3, 0.6],
      [0.2, 0.6, 0.15],
      [0.9, 0.9, 0.9],
    ] as const) {
      const { look, stopsLost: lost } = lookOfRgb(rgb[0], rgb[1], rgb[2]);
      expect(lost).toBeCloseTo(Math.max(-Math.log2(0.92), -Math.log2(0.2126 * rgb[0] + 0.7152 * rgb[1] + 0.0722 * rgb[2])), 9);
      const gel = dyedGel(daylight, lost, look);
      expect(gel.stopsLost).toBeCloseTo(lost, 1);
      expect(Math.abs(gel.offHueDeg)).toBeLessThan(3);
    }
  });

  it('refuses what no film is, naming the field', () => {
    expect(() => dyedGel(daylight, 0, { kind: 'look', hueDeg: 0, purity: 0.1 })).toThrow('stopsLost');
    expect(() => dyedGel(daylight, 2, { kind: 'xy', xy: [0.7, 0.6] })).toThrow('together below 1');
    expect(() => lookOfRgb(0, 0, 0)).toThrow('passes nothing');
    expect(() => lookOfRgb(2, 0, 0)).toThrow('r must be');
  });
});
