import fc from 'fast-check';
import { InputError } from '../src/errors';
import { resample, type SampleKind, type Samples } from '../src/spectrum/samples';
import { WAVELENGTHS_NM } from '../src/spectrum/grid';

const even = (from: number, to: number, step: number) =>
  Array.from({ length: Math.round((to - from) / step) + 1 }, (_, i) => from + i * step);
const good = even(380, 780, 20);
const ones = good.map(() => 0.5);

function failure(samples: Samples, kind: SampleKind = 'transmittance'): InputError {
  try {
    resample(samples, kind);
  } catch (error) {
    if (error instanceof InputError) return error;
    throw error;
  }
  throw new Error('nothing was rejected');
}

describe('imported spectra', () => {
  it.each([
    ['under 4 points', { wavelengthsNm: [400, 550, 700], values: [1, 1, 1] }, 'wavelengthsNm', /4 points/],
    ['wavelengths that fall', { wavelengthsNm: [400, 550, 500, 700], values: [1, 1, 1, 1] }, 'wavelengthsNm[2]', /must rise/],
    ['a wavelength twice', { wavelengthsNm: [400, 500, 500, 700], values: [1, 1, 1, 1] }, 'wavelengthsNm[2]', /twice/],
    ['NaN', { wavelengthsNm: good, values: ones.map((v, i) => (i === 3 ? NaN : v)) }, 'transmittance[3]', /finite/],
    ['infinity', { wavelengthsNm: good, values: ones.map((v, i) => (i === 3 ? Infinity : v)) }, 'transmittance[3]', /finite/],
    [
      'a value under 0',
      { wavelengthsNm: good, values: ones.map((v, i) => (i === 3 ? -0.01 : v)) },
      'transmittance[3]',
      /between 0 and 1/,
    ],
    [
      'a value over 1.05',
      { wavelengthsNm: good, values: ones.map((v, i) => (i === 3 ? 1.06 : v)) },
      'transmittance[3]',
      /between 0 and 1/,
    ],
    ['percent not declared', { wavelengthsNm: good, values: ones.map(() => 62) }, 'transmittance', /percent/],
    [
      '31 nm missing',
      { wavelengthsNm: even(431, 731, 20), values: even(431, 731, 20).map(() => 0.5) },
      'wavelengthsNm',
      /miss 31 nm/,
    ],
    ['unequal lengths', { wavelengthsNm: good, values: [1, 2] }, 'transmittance', /2 values/],
  ])('rejects %s', (_, samples, field, message) => {
    const error = failure(samples);
    expect(error.field).toBe(field);
    expect(error.message).toMatch(message);
  });

  it('rejects sources that are negative or dark', () => {
    expect(failure({ wavelengthsNm: good, values: ones.map((v, i) => (i ? v : -1)) }, 'source').message).toMatch(/negative/);
    expect(failure({ wavelengthsNm: good, values: good.map(() => 0) }, 'source').message).toMatch(/All values are 0/);
  });

  it('takes 30 nm missing, clamps 1.05 and declared percent', () => {
    const wavelengthsNm = even(430, 730, 20);
    expect(resample({ wavelengthsNm, values: wavelengthsNm.map(() => 1.05) }, 'transmittance')[20]).toBe(1);
    expect(resample({ wavelengthsNm, values: wavelengthsNm.map(() => 40), unit: 'percent' }, 'reflectance')[20]).toBeCloseTo(
      0.4,
      12,
    );
  });

  it('holds the ends of a transmittance and ends a source', () => {
    const samples = { wavelengthsNm: [410, 500, 600, 690], values: [0.2, 0.4, 0.6, 0.8] };
    const gel = resample(samples, 'transmittance');
    expect([gel[0], gel[80]]).toEqual([0.2, 0.8]);
    const source = resample(samples, 'source');
    expect([source[0], source[80]]).toEqual([0, 0]);
  });

  it('interpolates linearly: a straight line comes back straight from any grid', () => {
    fc.assert(
      fc.property(fc.uniqueArray(fc.integer({ min: 381, max: 779 }), { minLength: 2, maxLength: 60 }), (inner) => {
        const wavelengthsNm = [380, ...inner.sort((a, b) => a - b), 780];
        fc.pre(wavelengthsNm.length >= 4);
        const line = (nm: number) => 0.1 + (nm - 380) / 500;
        const out = resample({ wavelengthsNm, values: wavelengthsNm.map(line) }, 'transmittance');
        WAVELENGTHS_NM.forEach((nm, i) => expect(out[i]).toBeCloseTo(line(nm), 10));
      }),
      { numRuns: 40 },
    );
  });
});
