import { strToU8, zipSync } from 'fflate';
import { fixtureOf, NO_QUALITY, parseKitEntry, type KitFixture } from '../src/catalogue';
import { fixtureFile, layoutCsv, readEmitterFiles, readFixtureBundle, readLayoutCsv, readZip, type TextFile } from '../src/files';
import { lookWithFixture } from '../src/planning';
import { litFromKit } from '../src/planning/search';
import { demoLooks } from '../src/demo';

const gaussian = (peak: number, nm: number) => Math.exp(-(((nm - peak) / 20) ** 2)).toFixed(6);
const range = Array.from({ length: 81 }, (_, i) => 380 + 5 * i);
const tm27 = (peak: number) =>
  `<?xml version="1.0"?><IESTM2714 xmlns="iestm2714" version="1.0"><Header><Description>Channel ${peak}</Description></Header><SpectralDistribution><SpectralQuantity>relative</SpectralQuantity>${range.map((nm) => `<SpectralData wavelength="${nm}">${gaussian(peak, nm)}</SpectralData>`).join('')}</SpectralDistribution></IESTM2714>`;
const LM63 =
  'IESNA:LM-63-2002\n[LUMINAIRE] Made-up spot\nTILT=NONE\n1 1000 1 5 1 1 2 0.3 0.2 0\n1 1 40\n0 10 20 30 40\n0\n900 700 300 60 0';
const SLOTS =
  'slot,channel,byte,low,high\n1,level,coarse,0,100\n2,level,fine,0,100\n3,emitter-1,,,\n4,emitter-2,,,\n5,fixed,,17,';

const written = (over: object = {}) => ({
  format: 'fulgent-fixture',
  version: 1,
  name: 'Two-colour spot',
  provenance: 'maker',
  spectra: [
    { id: 'amber', file: 'spectra/amber.xml' },
    { id: 'blue', file: 'spectra/blue.xml' },
  ],
  beam: { file: 'spot.ies' },
  fixture: {
    kind: 'colour',
    name: 'Two-colour spot',
    emitters: [
      { kind: 'spectrum', name: 'Amber', channel: 'extra', id: 'amber', luxAt1m: 800 },
      { kind: 'spectrum', name: 'Blue', channel: 'extra', id: 'blue', luxAt1m: 300 },
    ],
    modes: ['xy'],
    lowK: 2700,
    highK: 6500,
    stepK: 50,
    pixels: 1,
    minStops: -6,
    step: { unit: 'percent', value: 1 },
    dimmer: 1,
    layout: { file: 'slots.csv' },
  },
  ...over,
});
const folder = (over: object = {}): TextFile[] => [
  { name: 'spot.json', text: JSON.stringify(written(over)) },
  { name: 'spectra/amber.xml', text: tm27(595) },
  { name: 'spectra/blue.xml', text: tm27(455) },
  { name: 'spot.ies', text: LM63 },
  { name: 'slots.csv', text: SLOTS },
];
const zipped = (files: readonly TextFile[]) => zipSync(Object.fromEntries(files.map(({ name, text }) => [name, strToU8(text)])));

describe('a folder of fixtures', () => {
  it('one zip holds fixture, spectra, beam and slots; the fixture goes before a light with its beam', () => {
    const [read] = readFixtureBundle(readZip(zipped([...folder(), { name: '__MACOSX/._spot.json', text: 'x' }])));
    expect(read).toMatchObject({ file: 'spot.json', missingFiles: [], missingFields: [], problems: [] });
    const entry = parseKitEntry({ ...read!.fixture, kind: 'fixture', id: 'spot', count: 1, archived: false }) as KitFixture;
    expect(entry.spectra.map(({ id }) => id)).toEqual(['amber', 'blue']);
    expect(entry.beam).toMatchObject({ name: 'Made-up spot', face: { kind: 'rectangle', widthM: 0.3, heightM: 0.2 } });
    expect(entry.fixture).toMatchObject({
      layout: [{ slot: 1 }, { slot: 2, byte: 'fine' }, {}, {}, { drives: 'fixed', low: 17 }],
    });
    const look = lookWithFixture(demoLooks()[0]!, 'key', entry);
    expect(look.lights.find(({ id }) => id === 'key')!.modifier).toEqual(entry.beam);
    // A kit of this one thing lights a set with it as it was measured.
    expect(
      litFromKit(demoLooks()[0]!, [entry]).look.lights.filter(({ modifier }) => modifier.name === 'Made-up spot'),
    ).toHaveLength(1);
  });

  it('what is written is read again without loss', () => {
    const [read] = readFixtureBundle(folder());
    const entry = { ...read!.fixture!, kind: 'fixture', id: 'spot', count: 2, archived: false } as KitFixture;
    const [again] = readFixtureBundle([{ name: 'a.json', text: JSON.stringify(fixtureFile(entry)) }]);
    expect(again!.fixture).toEqual(read!.fixture);
  });

  it('says which files and figures are missing, and takes them when they come', () => {
    const without = folder().filter(({ name }) => !name.includes('blue'));
    expect(readFixtureBundle(without)[0]).toMatchObject({ fixture: null, missingFiles: ['blue.xml'], problems: [] });
    const { highK: _, ...fixture } = written().fixture;
    const gap = folder({ fixture });
    expect(readFixtureBundle(gap)[0]).toMatchObject({ fixture: null, missingFields: ['fixture.highK'], problems: [] });
    expect(readFixtureBundle(gap, { 'spot.json': { 'fixture.highK': 6000 } })[0]!.fixture!.fixture).toMatchObject({
      highK: 6000,
    });
    const lux = folder({
      fixture: { ...written().fixture, emitters: written().fixture.emitters.map(({ luxAt1m: __, ...rest }) => rest) },
    });
    expect(readFixtureBundle(lux)[0]!.missingFields).toEqual(['fixture.emitters[0].luxAt1m', 'fixture.emitters[1].luxAt1m']);
    const told = readFixtureBundle(lux, {
      'spot.json': { 'fixture.emitters[0].luxAt1m': 700, 'fixture.emitters[1].luxAt1m': 200 },
    });
    expect(told[0]!.fixture!.fixture).toMatchObject({ emitters: [{ luxAt1m: 700 }, { luxAt1m: 200 }] });
  });

  it('one fixture that is wrong keeps no other from being read, and says where it is wrong', () => {
    const bad = {
      name: 'bad.json',
      text: JSON.stringify({ ...written(), name: 'Bad', spectra: [{ id: 'amber', file: 'slots.csv' }] }),
    };
    const read = readFixtureBundle([...folder(), bad]);
    expect(read.map(({ fixture }) => fixture !== null)).toEqual([true, false]);
    expect(read[1]!.problems[0]).toMatchObject({ field: 'spectra[0]', message: expect.stringContaining('slots.csv: ') });
  });

  it('one table holds the spectra of all channels', () => {
    const table = ['nm,Amber,Blue', ...range.map((nm) => `${nm},${gaussian(595, nm)},${gaussian(455, nm)}`)].join('\n');
    const read = readFixtureBundle([...folder({ spectra: { file: 'all.csv' } }), { name: 'all.csv', text: table }]);
    expect(read[0]!.fixture!.spectra.map(({ id }) => id)).toEqual(['amber', 'blue']);
  });
});

describe('files of channels', () => {
  it('a file each is the same as one table of them', () => {
    const files = [595, 455].map((peak) => ({ name: `${peak}.xml`, text: tm27(peak) }));
    const table = ['nm,a,b', ...range.map((nm) => `${nm},${gaussian(595, nm)},${gaussian(455, nm)}`)].join('\n');
    const [each, all] = [readEmitterFiles(files), readEmitterFiles([{ name: 't.csv', text: table }])];
    each.forEach(({ xy, share, name }, i) => {
      expect(name).toBe(`Channel ${[595, 455][i]}`);
      expect(xy[0]).toBeCloseTo(all[i]!.xy[0], 6);
      expect(share).toBeCloseTo(all[i]!.share, 6);
    });
    expect(() => readEmitterFiles(files.slice(0, 1))).toThrow(/one channel; choose the files of all/);
    expect(() => readEmitterFiles([files[0]!, { name: 'x.xml', text: '<a/>' }])).toThrow(/^x\.xml: /);
  });
});

describe('hostile zips', () => {
  const refused = (files: Record<string, Uint8Array>) => {
    try {
      readZip(zipSync(files));
      return '';
    } catch (error) {
      return (error as Error).message;
    }
  };
  const text = strToU8('{}');

  it('are refused whole: paths that lead out, bombs, crowds, no text, one name twice, rubbish', () => {
    for (const name of ['../out.json', '/etc/x.json', 'a/../../x.json', 'a\\..\\x.json'])
      expect(refused({ [name]: text })).toContain('leads out of its folder');
    expect(refused({ 'big.json': new Uint8Array(30_000_000) })).toContain('unpacks to more than');
    expect(refused(Object.fromEntries(Array.from({ length: 201 }, (_, i) => [`${i}.json`, text])))).toContain(
      'more than 200 files',
    );
    expect(refused({ 'a.csv': new Uint8Array([65, 0, 66]) })).toContain('not text');
    expect(refused({ 'a/x.csv': text, 'b/X.csv': text })).toContain('Two files are called');
    for (const bytes of [new Uint8Array(0), new Uint8Array(500), strToU8('PK\u0003\u0004 and no more')])
      expect(() => readZip(bytes)).toThrow(/cannot be read/);
    expect(() => readZip(new Uint8Array(2_100_000))).toThrow(/larger than 2 MB/);
  });

  it('one that says it is small and is not is cut, never unpacked', () => {
    const bytes = zipSync({ 'a.json': new Uint8Array(900_000) });
    const view = new DataView(bytes.buffer);
    // The size in the local header and in the directory: both say 10 bytes.
    for (let i = 0; i + 4 < bytes.length; i++) {
      const sign = view.getUint32(i, true);
      if (sign === 0x04034b50) view.setUint32(i + 22, 10, true);
      if (sign === 0x02014b50) view.setUint32(i + 24, 10, true);
    }
    let read: readonly TextFile[] = [];
    try {
      read = readZip(bytes);
    } catch {
      // Refused is as good.
    }
    expect(read.every(({ text: found }) => found.length <= 10)).toBe(true);
  });

  it('a folder without a fixture says what is looked for', () => {
    expect(() => readFixtureBundle([{ name: 'a.csv', text: '1,2' }])).toThrow(/No fixture was found/);
    expect(() => readFixtureBundle([{ name: 'a.json', text: '{"format":"other"}' }])).toThrow(/No fixture was found/);
  });
});

describe('the slots of a fixture', () => {
  it('are read from a table and written as one', () => {
    const layout = readLayoutCsv(SLOTS);
    expect(readLayoutCsv(layoutCsv(layout))).toEqual(layout);
    expect(layout[2]).toEqual({ slot: 3, drives: 'emitter-1', byte: 'coarse', low: 0, high: 100 });
  });

  it.each([
    ['no header', '1,level', /column slot is missing/],
    ['a channel nobody has', 'slot,channel\n1,gobo', /channel in row 2 is "gobo"; it must be one of level/],
    ['a slot twice', 'slot,channel\n1,level\n1,cct', /Slot 1 is told twice/],
    ['fine alone', 'slot,channel,byte\n1,level,fine', /coarse byte is missing/],
    ['no range', 'slot,channel,low,high\n1,cct,3000,3000', /must differ/],
    ['half a slot', 'slot,channel\n1.5,level', /whole number from 1 to 512/],
    ['a fixed value of no byte', 'slot,channel,low\n1,fixed,300', /from 0 to 255/],
  ])('%s is refused by its row', (_name, text, message) => {
    expect(() => readLayoutCsv(text)).toThrow(message);
  });

  it('a kit entry with slots that cannot be is refused by the field', () => {
    const fixture = fixtureOf('led-panel');
    const slot = { slot: 1, drives: 'level', byte: 'fine', low: 0, high: 100 };
    expect(() =>
      parseKitEntry({
        id: 'x',
        name: 'x',
        note: '',
        count: 1,
        provenance: 'maker',
        archived: false,
        kind: 'fixture',
        fixture: { ...fixture, layout: [slot] },
        spectrum: null,
        spectra: [],
        quality: NO_QUALITY,
        beam: null,
      }),
    ).toThrow(/coarse byte is missing/);
  });
});
