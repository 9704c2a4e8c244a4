import fc from 'fast-check';
import { converter } from 'culori';
import { directionDeg, turnBetweenDeg, turnedDeg } from '../src/colour/hue';
import { decodeSrgb, encodeSrgb } from '../src/colour/rgb';
import { solveLinear } from '../src/linear';

const angle = fc.double({ min: -2000, max: 2000, noNaN: true });

describe('angles of hue', () => {
  it('turned ones lie in one turn and point the same way', () => {
    fc.assert(
      fc.property(angle, (deg) => {
        const turned = turnedDeg(deg);
        expect(turned).toBeGreaterThanOrEqual(0);
        expect(turned).toBeLessThan(360.0000001);
        expect(Math.cos((turned * Math.PI) / 180)).toBeCloseTo(Math.cos((deg * Math.PI) / 180), 9);
        expect(Math.sin((turned * Math.PI) / 180)).toBeCloseTo(Math.sin((deg * Math.PI) / 180), 9);
      }),
    );
  });

  it('the way between two leads from one to the other, and is no longer than half a turn', () => {
    fc.assert(
      fc.property(angle, angle, (from, to) => {
        const way = turnBetweenDeg(from, to);
        expect(Math.abs(way)).toBeLessThanOrEqual(180.0000001);
        expect(Math.cos(((from + way - to) * Math.PI) / 180)).toBeCloseTo(1, 9);
      }),
    );
    expect(turnBetweenDeg(350, 10)).toBeCloseTo(20, 12);
    expect(turnBetweenDeg(10, 350)).toBeCloseTo(-20, 12);
  });

  it('directions are those of the circle', () => {
    expect([directionDeg(1, 0), directionDeg(0, 1), directionDeg(-1, 0), directionDeg(0, -1)]).toEqual([0, 90, 180, 270]);
  });
});

describe('the sRGB curve', () => {
  it('is that of another implementation, both ways', () => {
    const [encode, decode] = [converter('rgb'), converter('lrgb')];
    for (let i = 0; i <= 400; i++) {
      const v = i / 400;
      expect(encodeSrgb(v)).toBeCloseTo(encode({ mode: 'lrgb', r: v, g: v, b: v }).r, 6);
      expect(decodeSrgb(v)).toBeCloseTo(decode({ mode: 'rgb', r: v, g: v, b: v }).r, 6);
    }
    expect([encodeSrgb(-1), encodeSrgb(2)]).toEqual([0, 1]);
  });
});

describe('linear equations', () => {
  it('what is found solves them', () => {
    const entry = fc.integer({ min: -9, max: 9 });
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 6 }), fc.array(entry, { minLength: 42, maxLength: 42 }), (n, list) => {
        const rows = Array.from({ length: n }, (_, r) =>
          // Heavy on the diagonal, so that there is one answer.
          Array.from({ length: n + 1 }, (_, c) => list[7 * r + c]! + (r === c ? 80 : 0)),
        );
        const kept = JSON.stringify(rows);
        const found = solveLinear(rows)!;
        rows.forEach((row) => {
          const left = found.reduce((sum, x, c) => sum + x * row[c]!, 0);
          expect(left).toBeCloseTo(row[n]!, 9);
        });
        expect(JSON.stringify(rows)).toBe(kept);
      }),
    );
  });

  it('needs pivots, and says where there is no one answer', () => {
    expect(
      solveLinear([
        [0, 1, 2],
        [1, 0, 3],
      ]),
    ).toEqual([3, 2]);
    expect(
      solveLinear([
        [1, 2, 3],
        [2, 4, 6],
      ]),
    ).toBeNull();
    expect(
      solveLinear([
        [0, 0, 1],
        [0, 0, 1],
      ]),
    ).toBeNull();
    const tiny = [[1e-20, 1e-20]];
    expect(solveLinear(tiny)).toBeNull();
    expect(solveLinear(tiny, 1e-300)).toEqual([1]);
  });
});
