import { beamModifier } from '../src/files/beam-modifier';
import { LARGEST_SPECTRUM_FILE } from '../src/files/limits';
import { practiceCsv } from '../src/files/practice-csv';
import { isXml, readSourceFile } from '../src/files/source-file';
import { NUMBER, numberIn, tableRows } from '../src/files/table';
import { tableCsv } from '../src/files/table-csv';

/** Tables that come in from people's spreadsheets, and go out to them. */

describe('a table that comes in', () => {
  it.each([
    ['commas', 'nm,value\n400,0.5\n410,0.6'],
    ['semicolons and decimal commas', 'nm;value\n400;0,5\n410;0,6'],
    ['tabs, a mark at the beginning and the ends of lines of three systems', '\uFEFFnm\tvalue\r400\t0.5\r\n410\t0.6\n'],
    ['comments, empty lines and blanks', '# of a lamp\n nm , value\n\n400, 0.5 \n  # and on\n410 ,0.6\n'],
    ['quotation marks', '"nm","value"\n"400","0.5"\n410,0.6'],
  ])('%s', (_, text) => {
    const rows = tableRows(text);
    expect(rows[0]).toEqual(['nm', 'value']);
    expect(rows.slice(1).map((row, i) => row.map((cell) => numberIn(cell, i, 'figure', true)))).toEqual([
      [400, 0.5],
      [410, 0.6],
    ]);
  });

  it.each(['1', '-1.5', '+.5', '1,5', '3.', '1e-3', '2,5E+4'])('%s is a figure', (cell) => expect(NUMBER.test(cell)).toBe(true));
  it.each(['', 'abc', '1.2.3', '1 000', '0x10', 'Infinity', '1e', '--1', ','])('%j is none', (cell) =>
    expect(NUMBER.test(cell)).toBe(false),
  );

  it('a figure that is missing or none is told by its row as people count them', () => {
    expect(() => numberIn('', 2, 'wavelength', true)).toThrow('The wavelength in row 4 is missing.');
    expect(() => numberIn(undefined, 2, 'value', false)).toThrow('The value in row 3 is missing.');
    expect(() => numberIn('n/a', 0, 'value', true)).toThrow('The value in row 2 is "n/a", not a number.');
    expect(() => numberIn('x'.repeat(500), 0, 'value', true)).toThrow(new RegExp(`"x{30}", not a number`));
  });

  it('is refused where it is no text, too large, or broken', () => {
    expect(() => tableRows(undefined as never)).toThrow(/must be the text of the file/);
    expect(() => tableRows('a\u0000b')).toThrow(/holds zero bytes.*CSV or XML/);
    expect(() => tableRows('1'.repeat(LARGEST_SPECTRUM_FILE + 1))).toThrow(/larger than 1 MB/);
    expect(() => tableRows('a,b\n"1,2\n3,4')).toThrow(/broken quotation mark/);
    expect(tableRows('# nothing\n\n')).toEqual([]);
  });
});

describe('a table that goes out', () => {
  /** Cells of a table as RFC 4180 has them, by hand. */
  const cells = (text: string): string[][] => {
    const rows: string[][] = [[]];
    let [cell, quoted] = ['', false];
    const end = () => {
      rows.at(-1)!.push(cell);
      cell = '';
    };
    for (let i = 0; i < text.length; i++) {
      const c = text[i]!;
      if (quoted && c === '"' && text[i + 1] === '"') {
        cell += '"';
        i++;
      } else if (c === '"') quoted = !quoted;
      else if (quoted) cell += c;
      else if (c === ',') end();
      else if (c === '\n') {
        end();
        rows.push([]);
      } else if (c !== '\r') cell += c;
    }
    end();
    return rows;
  };

  it('comes back as it went, with commas, quotation marks and several lines in its cells', () => {
    const rows = [{ name: 'Rim, "hot"', note: 'two\nlines', stops: -0.5 }];
    expect(cells(tableCsv(rows))).toEqual([
      ['name', 'note', 'stops'],
      ['Rim, "hot"', 'two\nlines', '-0.5'],
    ]);
  });

  it.each(['=1+1', '+1', '-cmd', '@sum', '\t=1', '\r=1', 'two\n=lines', 'plain;=1+1', 'plain\t@sum', 'a; -b'])(
    'no cell begins as a formula: %j',
    (note) => {
      const [, [cell]] = cells(tableCsv([{ note }])) as [string[], string[]];
      for (const part of cell!.split(/[;\t]/)) expect(part.trimStart()).not.toMatch(/^[=+@-]/);
    },
  );

  it('figures stay figures, also below zero', () => {
    expect(cells(tableCsv([{ stops: -1.25 }]))[1]).toEqual(['-1.25']);
  });

  it('answers of practice have a row each, in their own unit', () => {
    const answer = { at: Date.parse('2026-11-02T10:00:00Z'), code: 'abc', error: 0.3, signed: -0.3, grade: 2, about: 'blue' };
    const table = cells(
      practiceCsv([
        { ...answer, skill: 'frame' },
        { ...answer, skill: 'white', signed: null },
      ] as never),
    );
    const of = (row: number, name: string) => table[row]![table[0]!.indexOf(name)];
    expect(table).toHaveLength(3);
    expect(of(1, 'at')).toBe('2026-11-02T10:00:00.000Z');
    expect([of(1, 'unit'), of(1, 'signed'), of(1, 'about')]).toEqual(['stops', '-0.3', 'blue']);
    expect([of(2, 'unit'), of(2, 'signed')]).toEqual(['mired', '']);
  });
});

describe('the file of a light', () => {
  it('is XML by its name or by how it begins', () => {
    expect(isXml({ name: 'a.SPDX', text: '' })).toBe(true);
    expect(isXml({ name: 'a.txt', text: '  <?xml version="1.0"?>' })).toBe(true);
    expect(isXml({ name: 'a.csv', text: 'nm,<value>' })).toBe(false);
  });

  it('is read as what it is', () => {
    const table = Array.from({ length: 81 }, (_, i) => `${380 + 5 * i},${1 + i}`).join('\n');
    const { samples } = readSourceFile({ name: 'lamp.csv', text: `nm,power\n${table}` });
    expect(samples.wavelengthsNm).toHaveLength(81);
    expect(samples.values[80]! / samples.values[0]!).toBeCloseTo(81, 6);
    expect(() => readSourceFile({ name: 'lamp.csv', text: '<lamp/>' })).toThrow(/.+/);
    expect(() => readSourceFile({ name: 'lamp.xml', text: table })).toThrow(/.+/);
  });

  it('a beam that was measured is a modifier with its opening, and loses nothing', () => {
    const beam = { kind: 'table', anglesDeg: [0, 30, 60], relative: [1, 0.6, 0] } as const;
    const of = (widthM: number, lengthM: number, name = 'Fresnel') =>
      beamModifier({ beam: beam as never, name, face: { widthM, lengthM } as never });
    expect(of(0.2, 0.1)).toMatchObject({
      name: 'Fresnel',
      lossStops: 0,
      gridDeg: null,
      face: { kind: 'rectangle', widthM: 0.2, heightM: 0.1 },
    });
    expect(of(0.3, 0).face).toEqual({ kind: 'disc', radiusM: 0.15 });
    // A point still has a face to draw, and what is written in other units is no room of glass.
    expect(of(0, 0).face).toEqual({ kind: 'disc', radiusM: 0.01 });
    expect(of(2500, 0.001).face).toEqual({ kind: 'rectangle', widthM: 10, heightM: 0.01 });
    expect(of(0.2, 0.1, '').name).toBe('As measured');
    expect(of(0.2, 0.1).beam).toEqual(beam);
  });
});
