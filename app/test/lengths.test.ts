import { readLength } from '../src/look/numbers';
import { formatMetres, readMetres, setLengthUnit } from '../src/ui/lengths';

describe('lengths', () => {
  it('are read as people say them', () => {
    const said: [string, number][] = [
      ['1.7', 1.7],
      ['1,7 m', 1.7],
      ['170 cm', 1.7],
      ['850mm', 0.85],
      [`5' 6"`, 1.6764],
      ['5′ 6½″', 1.6891],
      ['5 ft 6', 1.6764],
      ['6 feet', 1.8288],
      ['66 in', 1.6764],
      ['½″', 0.0127],
      ['-2 m', -2],
    ];
    for (const [text, metres] of said) expect([text, readMetres(text, 'metres')]).toEqual([text, expect.closeTo(metres, 6)]);
    expect(readMetres('6', 'feet')).toBeCloseTo(1.8288, 6);
    for (const text of ['', 'far', '5 ″ 6 ′', '1.2.3', 'm']) expect(readMetres(text, 'metres')).toBeNull();
  });

  it('are shown to the half inch, and read back as they are shown', () => {
    expect(formatMetres(1.68, 'metres')).toBe('1.68 m');
    expect(formatMetres(1.6764, 'feet')).toBe('5′ 6″');
    expect(formatMetres(0.3048, 'feet')).toBe('1′ 0″');
    expect(formatMetres(0.05, 'feet')).toBe('2″');
    for (let metres = -3; metres < 12; metres += 0.037) {
      const back = readMetres(formatMetres(metres, 'feet'), 'feet')!;
      expect(Math.abs(back - metres)).toBeLessThan(0.00636);
    }
  });

  it('out of range are told in the unit of the device', () => {
    const range = { name: 'Height', low: 0.5, high: 3 };
    expect(readLength('4', range)).toBe('Height must be a length from 0.50 m to 3.00 m.');
    setLengthUnit('feet');
    expect(readLength('12', range)).toBe('Height must be a length from 1′ 7½″ to 9′ 10″.');
    expect(readLength('6', range)).toBeCloseTo(1.8288, 4);
    expect(readLength('tall', range)).toContain('"tall" is not');
    setLengthUnit('metres');
  });
});
