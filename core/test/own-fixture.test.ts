import { FIXTURES, NO_QUALITY, parseKitEntry, type KitFixture } from '../src/catalogue';
import { xyToUvPrime, spectrumToXy } from '../src/colour';
import { fixtureFile, readEmittersCsv, readFixtureFile } from '../src/files';
import { compileEmitters, emittersFrom, mixOf, type ChannelReading } from '../src/fixture';
import { demoLooks } from '../src/demo';
import type { ColourFixture, Setting } from '../src/document';
import { lookWithFixture, placedFixture } from '../src/planning';
import { fixtureLookup, evaluate, lookupIn, parseLook } from '../src/scene';
import { WAVELENGTHS_NM } from '../src/spectrum';
import { random } from '../src/figure/numeric';

const MIXING = FIXTURES.flatMap(({ item }) => (item.kind === 'colour' ? [item] : []));

/** What a meter shows of each channel alone at full, to the digits that meters show. */
const readings = (fixture: ColourFixture): ChannelReading[] =>
  compileEmitters(fixture).map(({ xy, luxAt1m, channel }, i) => ({
    name: fixture.emitters[i]!.name,
    channel,
    x: Number(xy[0].toFixed(4)),
    y: Number(xy[1].toFixed(4)),
    lux: Math.round(luxAt1m),
  }));

const lookup = fixtureLookup();
const uvOf = (fixture: ColourFixture, setting: Setting, own = lookup) => {
  const mix = mixOf(fixture, setting, own);
  return { uv: xyToUvPrime(spectrumToXy(mix.spectrum)), lux: mix.luxAt1m };
};

/** Settings that nobody read. */
function unseen(fixture: ColourFixture, seed: number): Setting[] {
  const next = random(seed);
  return Array.from({ length: 20 }, (_, i): Setting => {
    const mode = fixture.modes[i % fixture.modes.length]!;
    const whiteK = fixture.lowK + (fixture.highK - fixture.lowK) * next();
    if (mode === 'hsi') return { mode, hueDeg: 360 * next(), saturation: next(), whiteK };
    if (mode === 'rgb') return { mode, r: Math.round(255 * next()), g: Math.round(255 * next()), b: 40 };
    return { mode: 'cct', cctK: whiteK, duv: 0.01 * (next() - 0.5) };
  });
}

describe('a fixture by a meter on each channel', () => {
  it.each(MIXING.map((fixture) => [fixture.name, fixture] as const))(
    '%s: twenty settings that nobody read are within 0.01 in u’v’, and a fiftieth in light',
    (_name, real) => {
      const fitted = emittersFrom(readings(real));
      for (const { offUv } of fitted) expect(offUv).toBeLessThan(0.004);
      const own: ColourFixture = { ...real, emitters: fitted.map(({ emitter }) => emitter) };
      for (const setting of unseen(real, 7)) {
        const [a, b] = [uvOf(real, setting), uvOf(own, setting)];
        expect(Math.hypot(a.uv[0] - b.uv[0], a.uv[1] - b.uv[1])).toBeLessThan(0.01);
        if (setting.mode === 'rgb') expect(Math.abs(b.lux / a.lux - 1)).toBeLessThan(0.02);
      }
    },
  );

  it('a reading that no light has is refused by the channel’s name', () => {
    const channel = { name: 'Red', channel: 'r', x: 0.66, y: 0.33, lux: 100 } as const;
    expect(() => emittersFrom([{ ...channel, x: 0.7, y: 0.5 }])).toThrow(/Red: x and y.*1 at most/);
    expect(() => emittersFrom([{ ...channel, x: 0.05, y: 0.05 }])).toThrow(/Red: no single emitter.*Was it read alone/);
    expect(() => emittersFrom([{ ...channel, channel: 'white' }])).toThrow(/Red: .*no white/);
    expect(() => emittersFrom([{ ...channel, lux: 0 }])).toThrow(/Red: its illuminance/);
  });
});

const real = MIXING.find(({ emitters }) => emitters.length >= 4)!;
const table = () => {
  const compiled = compileEmitters(real);
  const head = ['nm', ...real.emitters.map(({ name }) => name)].join(',');
  const rows = [...WAVELENGTHS_NM].map((nm, i) =>
    [nm, ...compiled.map(({ spectrum, luxAt1m }) => (spectrum[i]! * luxAt1m).toExponential(6))].join(','),
  );
  return [head, ...rows].join('\n');
};

/** The fixture as its table has it. */
function entryOfTable(): KitFixture {
  const read = readEmittersCsv(table());
  const compiled = compileEmitters(real);
  return parseKitEntry({
    id: 'own-panel',
    name: 'My panel',
    note: '',
    count: 1,
    provenance: 'measured',
    archived: false,
    kind: 'fixture',
    fixture: {
      ...real,
      emitters: read.map(({ name }, i) => ({
        kind: 'spectrum',
        name,
        channel: compiled[i]!.channel,
        id: `channel-${i + 1}`,
        luxAt1m: compiled[i]!.luxAt1m,
      })),
    },
    spectrum: null,
    spectra: read.map(({ samples }, i) => ({ id: `channel-${i + 1}`, ...samples })),
  }) as KitFixture;
}

describe('a fixture by the spectra of its channels', () => {
  it('is read from one table, with how bright the channels are to each other', () => {
    const read = readEmittersCsv(table());
    const compiled = compileEmitters(real);
    const most = Math.max(...compiled.map(({ luxAt1m }) => luxAt1m));
    expect(read.map(({ name }) => name)).toEqual(real.emitters.map(({ name }) => name));
    read.forEach(({ share, xy }, i) => {
      expect(share).toBeCloseTo(compiled[i]!.luxAt1m / most, 3);
      expect(xy[0]).toBeCloseTo(compiled[i]!.xy[0], 4);
    });
  });

  it('lights a look as the same fixture does, and the look carries its spectra', () => {
    const entry = entryOfTable();
    const { fixture, spectra } = placedFixture(entry);
    const own = fixtureLookup(lookupIn(spectra));
    for (const setting of unseen(real, 3)) {
      const [a, b] = [uvOf(real, setting), uvOf(fixture as ColourFixture, setting, own)];
      expect(Math.hypot(a.uv[0] - b.uv[0], a.uv[1] - b.uv[1])).toBeLessThan(1e-4);
      expect(b.lux / a.lux).toBeCloseTo(1, 3);
    }
    const look = demoLooks()[0]!;
    const id = look.lights[0]!.id;
    const lit = lookWithFixture(look, id, entry);
    expect(lit.spectra.filter(({ id: one }) => one.startsWith('source-own-panel'))).toHaveLength(entry.spectra.length);
    expect(evaluate(parseLook(JSON.parse(JSON.stringify(lit)))).lights[0]!.active).toBe(true);
    // A second unit of the same entry brings nothing twice.
    const twice = lookWithFixture(lit, look.lights[1]!.id, entry);
    expect(twice.spectra).toHaveLength(lit.spectra.length);
  });

  it.each([
    ['380,1,2\n385,1,2', 'needs a header'],
    ['nm,Red\n380,1', 'one channel'],
    ['nm,Red,red\n380,1,2', 'Two columns'],
    ['nm,Red,\n380,1,2', 'Column 3 has no name'],
    ['nm,a,b,c,d,e,f,g,h\n380,1,1,1,1,1,1,1,1', '7 at most'],
    ['nm,Red,Green\n380,1,x\n400,1,1\n600,1,1\n780,1,1', '"x", not a number'],
    ['nm,Red,Green\n380,1,1\n400,1,1\n600,1,1\n780,1,-5', 'Green:'],
  ])('a table that is none is refused with the reason: %#', (text, message) => {
    expect(() => readEmittersCsv(text)).toThrow(message);
  });
});

describe('a fixture as an open file', () => {
  it('goes out and comes in without loss', () => {
    for (const entry of [entryOfTable(), ...FIXTURES.map(({ id, item }) => standIn(id, item))]) {
      const back = readFixtureFile(JSON.stringify(fixtureFile(entry)));
      expect(back.fixture).toEqual(entry.fixture);
      expect(back.spectra).toEqual(entry.spectra);
      expect(back.provenance).toBe(entry.provenance === 'stand-in' ? 'guessed' : entry.provenance);
    }
  });

  it.each([
    ['{', 'not JSON'],
    ['{"format":"other"}', 'not a fixture file'],
    ['null', 'not a fixture file'],
    ['{"format":"fulgent-fixture","version":9}', 'version 1'],
    ['{"format":"fulgent-fixture","version":1,"name":"A","provenance":"maker","fixture":{"kind":"laser"}}', 'kind'],
  ])('what is none is refused: %#', (text, message) => {
    expect(() => readFixtureFile(text)).toThrow(message);
  });

  it('an emitter without its spectrum is refused by name', () => {
    const file = JSON.parse(JSON.stringify(fixtureFile(entryOfTable()))) as { spectra: unknown[] };
    file.spectra.pop();
    expect(() => readFixtureFile(JSON.stringify(file))).toThrow(/imported spectrum "channel-/);
  });
});

function standIn(id: string, fixture: KitFixture['fixture']): KitFixture {
  return {
    id,
    name: fixture.name,
    note: '',
    count: 1,
    provenance: 'stand-in',
    archived: false,
    kind: 'fixture',
    fixture,
    spectrum: null,
    spectra: [],
    quality: NO_QUALITY,
    beam: null,
  };
}
