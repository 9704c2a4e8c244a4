import { parseKitEntry } from '../src/catalogue';
import { readGelList } from '../src/files';
import { luminousTransmittance, stopsLost } from '../src/gel';
import { daylightSource, planckSource } from '../src/source';
import { resample } from '../src/spectrum';

describe('a list of gels', () => {
  it('is read by look and loss, by RGB, by hue, and by a maker’s x, y, Y; each is an entry of the kit', () => {
    const { gels, problems, unread } = readGelList(
      [
        '# my bag',
        'name;count;width_cm;height_cm;stops;colour;hue;purity;r;g;b;x;y;Y;light;source;shelf',
        'Deep rose;2;50;120;2,0;#c02060;;;;;;;;;;;top',
        'Sea;1;;;;;;;10 %;45;60;;;;;measured;',
        'Straw;3;61;50;1;;85;0.12;;;;;;;;;',
        'Sky;1;;;;;;;;;;0.21;0.23;24;tungsten;maker;',
      ].join('\n'),
    );
    expect(problems).toEqual([]);
    expect(unread).toEqual(['shelf']);
    expect(gels.map(({ name, count, widthCm, heightCm, provenance }) => [name, count, widthCm, heightCm, provenance])).toEqual([
      ['Deep rose', 2, 50, 120, 'guessed'],
      ['Sea', 1, 50, 60, 'measured'],
      ['Straw', 3, 61, 50, 'guessed'],
      ['Sky', 1, 50, 60, 'maker'],
    ]);
    const lost = (i: number, source = daylightSource(5600)) =>
      stopsLost(luminousTransmittance(source, resample(gels[i]!.spectrum, 'transmittance')));
    expect(lost(0)).toBeCloseTo(2, 1);
    expect(lost(1)).toBeCloseTo(-Math.log2(0.2126 * 0.1 + 0.7152 * 0.45 + 0.0722 * 0.6), 1);
    expect(lost(2)).toBeCloseTo(1, 1);
    expect(lost(3, planckSource(3200))).toBeCloseTo(-Math.log2(0.24), 1);
    for (const { film: _, ...gel } of gels)
      expect(parseKitEntry({ id: 'new', note: '', archived: false, ...gel })).toMatchObject({ kind: 'gel' });
  });

  it('rows that are wrong are told one by one with the remedy, and hinder no other', () => {
    const { gels, problems } = readGelList(
      [
        'name,stops,colour,count,light',
        'Good,2,#204080,1,',
        ',2,#204080,1,',
        'No stops,,#204080,1,',
        'No colour,2,blue,1,',
        'Many,2,#204080,-4,',
        'Lamp,2,#204080,1,candle',
        'Words,two,#204080,1,',
        'Also good,1.5,#f0c040,2,',
      ].join('\n'),
    );
    expect(gels.map(({ name }) => name)).toEqual(['Good', 'Also good']);
    expect(problems.map(({ row }) => row)).toEqual([3, 4, 5, 6, 7, 8]);
    const said = problems.map(({ message }) => message).join('\n');
    for (const part of [
      'name is missing',
      'nothing says how it looks',
      '#rrggbb',
      'from 0 to 10000',
      'daylight, d65, tungsten, a',
      '"two", not a number',
    ])
      expect(said).toContain(part);
  });

  it.each([
    ['', 'column "name"'],
    ['name,stops', 'no rows'],
    ['colour,stops\n#123456,2', 'column "name"'],
    [`name,stops,colour\n${'A,2,#123456\n'.repeat(501)}`, '500 are read'],
    ['name,stops\u0000,colour', 'zero bytes'],
  ])('a file that is none is refused whole: %#', (text, message) => {
    expect(() => readGelList(text)).toThrow(message);
  });
});
