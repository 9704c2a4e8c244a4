import { amountAt, amountsOf } from '../src/picture/amounts';
import { free } from '../src/picture/memory';

describe('amounts of light in two bytes', () => {
  it('keep bright ones exactly and dim ones nearly so, over twenty stops', () => {
    const values = Array.from({ length: 400 }, (_, i) => 3.7 * 2 ** (-i / 20));
    const packed = amountsOf(Float32Array.from(values));
    expect(packed.codes.BYTES_PER_ELEMENT).toBe(2);
    values.forEach((value, i) => {
      const share = value / 3.7;
      // Half a step of the code, twice: the amount is its square.
      const bound = 1 / (65_535 * Math.sqrt(share));
      expect(Math.abs(amountAt(packed, i) / value - 1)).toBeLessThan(1.05 * bound + 1e-7);
    });
    expect(amountAt(packed, 0)).toBeCloseTo(3.7, 6);
    expect(Math.abs(amountAt(packed, 200) / values[200]! - 1)).toBeLessThan(0.0006);
  });

  it('nothing stays nothing, and an empty list is one', () => {
    const none = amountsOf(new Float32Array(3));
    expect([0, 1, 2].map((i) => amountAt(none, i))).toEqual([0, 0, 0]);
    expect(amountsOf(new Float32Array(0)).codes).toHaveLength(0);
  });

  it('memory that is given back twice, or never was any, does no harm', () => {
    const values = new Float32Array(8);
    free(values, values, new Float32Array(0));
    free(values);
  });
});
