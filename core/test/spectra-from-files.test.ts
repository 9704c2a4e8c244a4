import fc from 'fast-check';
import { GELS } from '../src/gel/stand-ins';
import { baseCamera, recordInto } from '../src/camera/camera';
import { InputError } from '../src/errors';
import { beamFunction, beamIntegral } from '../src/exposure/beam';
import { correctedByPhotos, gelFromPhotos, readLm63, readSensorCsv, readSpectrumCsv, readTm27 } from '../src/files';
import { channelStopsLost, gelAtStrength } from '../src/gel/gel';
import { product } from '../src/spectrum/grid';
import { daylightSource } from '../src/source/source';
import { balancedTriple } from '../src/vivid/alone';

/** What a camera records of a white in a light. */
const camera = baseCamera();
const source = daylightSource(5600);
const rgb = new Float64Array(3);
const shot = (light: Float64Array, k: number): [number, number, number] => {
  const [r, g, b] = balancedTriple(camera, light);
  recordInto(rgb, camera, r * k, g * k, b * k);
  return [rgb[0]!, rgb[1]!, rgb[2]!];
};

describe('spectra from files', () => {
  const rows = (f: (nm: number) => number, step = 10) =>
    Array.from({ length: Math.floor(400 / step) + 1 }, (_, i) => `${380 + i * step},${f(380 + i * step)}`).join('\n');

  test.each([
    ['plain', rows(() => 0.5)],
    ['with header and comments', `# taken today\nwavelength,blue\n${rows(() => 0.5)}`],
    [
      'semicolons and decimal commas',
      rows(() => 0.5)
        .replace(/,/g, ';')
        .replace(/\./g, ','),
    ],
    [
      'tabs and Windows ends',
      rows(() => 0.5)
        .replace(/,/g, '\t')
        .replace(/\n/g, '\r\n'),
    ],
    ['percent by header', `nm,T %\n${rows(() => 50)}`],
    ['byte order mark', `\uFEFF${rows(() => 0.5)}`],
  ])('CSV, %s', (_, text) => {
    const { samples } = readSpectrumCsv(text, 'transmittance');
    expect(samples.wavelengthsNm).toHaveLength(41);
    expect(samples.values.every((value) => Math.abs(value - 0.5) < 1e-12)).toBe(true);
  });

  test.each<[string, string, RegExp]>([
    ['empty', '', /empty/],
    ['only an empty quoted cell', '""', /holds no figures/],
    ['one column', '400\n500\n600\n700', /Two columns/],
    ['words', '400,high\n500,low\n600,1\n700,1', /header but|not a number|row/],
    ['NaN', `${rows(() => 0.5)}\n790,NaN`, /"NaN", not a number/],
    ['infinite', `${rows(() => 0.5)}\n790,Infinity`, /not a number/],
    ['percent not declared', rows(() => 50), /percent/],
    ['not rising', '400,1\n500,1\n450,1\n700,1', /must rise/],
    ['duplicate', '400,1\n500,1\n500,1\n700,1', /stands twice/],
    ['short range', '500,1\n520,1\n540,1\n560,1', /miss/],
    ['binary', '400,1\u0000\n', /zero bytes/],
    ['huge', 'x'.repeat(1_000_001), /larger than 1 MB/],
    ['many rows', Array.from({ length: 6000 }, (_, i) => `${380 + i / 20},0.5`).join('\n'), /5000 at most/],
    ['missing cell', `${rows(() => 0.5)}\n790,`, /missing/],
    ['over one', rows((nm) => (nm === 500 ? 1.2 : 0.5)), /between 0 and 1/],
  ])('CSV refused: %s', (_, text, message) => {
    expect(() => readSpectrumCsv(text, 'transmittance')).toThrow(message);
    expect(() => readSpectrumCsv(text, 'transmittance')).toThrow(InputError);
  });

  it('answers every text with samples or an InputError, never with another error', () => {
    const piece = fc.constantFrom('"', '""', ',', ';', '\t', '\n', '\r\n', '#', '%', '400', '1', '0.5', '-', 'nm', ' ', '\uFEFF');
    const text = fc.oneof(
      fc.string({ maxLength: 300 }),
      fc.array(piece, { maxLength: 40 }).map((pieces) => pieces.join('')),
    );
    const answer = (read: () => unknown) => {
      try {
        read();
      } catch (error) {
        expect(error).toBeInstanceOf(InputError);
      }
    };
    fc.assert(
      fc.property(text, (given) => {
        answer(() => readSpectrumCsv(given, 'transmittance'));
        answer(() => readSensorCsv(given));
        answer(() => readTm27(given, 'source'));
        answer(() => readLm63(given));
      }),
      { numRuns: 2000 },
    );
  });

  test('camera sensitivities from four columns', () => {
    const table = Array.from({ length: 41 }, (_, i) => `${380 + 10 * i};${i / 40};0,5;${1 - i / 40}`).join('\n');
    const sensor = readSensorCsv(`nm;r;g;b\n${table}`);
    expect(sensor.g.every((value) => value === 0.5)).toBe(true);
    expect(sensor.r).toHaveLength(41);
    expect(() => readSensorCsv(table.replace(/;[^;]*$/gm, ''))).toThrow(/4 columns: wavelength, red, green, blue/);
    expect(() => readSensorCsv(table.replace(/0,5/g, '-1'))).toThrow(/negative/);
  });

  const tm27 = (data: string, quantity = 'transmittance', head = '') =>
    `<?xml version="1.0" encoding="UTF-8"?>${head}<IESTM2714 xmlns="iestm2714" version="1.0"><Header><Description>Test film</Description></Header><SpectralDistribution><SpectralQuantity>${quantity}</SpectralQuantity>${data}</SpectralDistribution></IESTM2714>`;
  const data = (f: (nm: number) => number) =>
    Array.from({ length: 41 }, (_, i) => `<SpectralData wavelength="${380 + 10 * i}">${f(380 + 10 * i)}</SpectralData>`).join('');

  test('TM-27-14 XML, in any order of wavelength', () => {
    const read = readTm27(tm27(data((nm) => nm / 1000)), 'transmittance');
    expect(read.name).toBe('Test film');
    expect(read.samples.values[0]).toBeCloseTo(0.38, 9);
    const back = tm27(
      data((nm) => nm / 1000)
        .replace(/(<SpectralData.*?<\/SpectralData>)/g, '$1|')
        .split('|')
        .reverse()
        .join(''),
    );
    expect(readTm27(back, 'transmittance').samples).toEqual(read.samples);
    expect(
      readTm27(
        tm27(
          data(() => 3),
          'irradiance',
        ),
        'source',
      ).samples.values[5],
    ).toBe(3);
  });

  test.each<[string, string, RegExp]>([
    ['entities', tm27('&bomb;', 'transmittance', '<!DOCTYPE x [<!ENTITY bomb "boom">]>'), /document type/],
    [
      'external entity',
      tm27(
        data(() => 0.5),
        'transmittance',
        '<!DOCTYPE x SYSTEM "file:///etc/passwd">',
      ),
      /document type/,
    ],
    ['not XML', '{"a":1}', /not sound XML|no IESTM2714/],
    ['cut off', tm27(data(() => 0.5)).slice(0, 500), /not sound XML/],
    ['another root', '<other><SpectralData wavelength="400">1</SpectralData></other>', /no IESTM2714/],
    ['no data', tm27(''), /no SpectralData/],
    ['a word for a number', tm27(data(() => 0.5).replace('>0.5<', '>half<')), /"half", not a number/],
    ['NaN', tm27(data(() => NaN)), /not a number/],
    [
      'wrong quantity',
      tm27(
        data(() => 0.5),
        'irradiance',
      ),
      /holds irradiance/,
    ],
    [
      'unknown quantity',
      tm27(
        data(() => 0.5),
        'weight',
      ),
      /not one of/,
    ],
    ['deep nesting', '<a>'.repeat(50_000) + '</a>'.repeat(50_000), /.+/],
  ])('TM-27-14 refused: %s', (_, text, message) => {
    expect(() => readTm27(text, 'transmittance')).toThrow(message);
    expect(() => readTm27(text, 'transmittance')).toThrow(InputError);
  });

  const lm63 = (intensity: (deg: number) => number, { tilt = 'NONE', type = 1, planes = [0] } = {}) => {
    const angles = Array.from({ length: 37 }, (_, i) => i * 2.5);
    return [
      'IESNA:LM-63-2002',
      '[TEST] T1',
      '[LUMINAIRE] Test spot',
      `TILT=${tilt}`,
      `1 2000 1 ${angles.length} ${planes.length} ${type} 2 0.1 0.1 0`,
      '1 1 60',
      angles.join(' '),
      planes.join(' '),
      ...planes.map(() => angles.map(intensity).join(' ')),
    ].join('\r\n');
  };

  test('LM-63: a cosine and a lens beam come back with their angles', () => {
    const cosine = readLm63(lm63((deg) => 1000 * Math.cos((deg * Math.PI) / 180)));
    expect(cosine.name).toBe('Test spot');
    expect(cosine.axisCandela).toBeCloseTo(1000, 6);
    expect(cosine.beamDeg!).toBeCloseTo(120, 0);
    expect(beamIntegral(cosine.beam)).toBeCloseTo(Math.PI, 1);
    const lens = beamFunction({ kind: 'lens', beamDeg: 30, fieldDeg: 50 });
    const spot = readLm63(lm63((deg) => 9000 * lens((deg * Math.PI) / 180), { planes: [0, 90, 180] }));
    expect(spot.beamDeg!).toBeCloseTo(30, 0);
    expect(spot.fieldDeg!).toBeCloseTo(50, 0);
    expect(spot.watts).toBe(60);
  });

  test.each<[string, string, RegExp]>([
    ['no TILT', 'IESNA:LM-63-2002\n1 2 3', /no TILT/],
    ['tilted', lm63(() => 1, { tilt: 'lamp.til' }), /TILT=NONE/],
    ['type B', lm63(() => 1, { type: 2 }), /type C/],
    ['cut off', lm63(() => 1).slice(0, 130), /ends before|not a number/],
    ['dark axis', lm63((deg) => deg), /no light on the axis/],
    ['NaN', lm63(() => NaN), /not a number/],
    ['negative', lm63(() => -5), /must be from 0/],
    ['absurd counts', lm63(() => 1).replace('37 1 1 2', '99999999 1 1 2'), /must be from 2/],
  ])('LM-63 refused: %s', (_, text, message) => {
    expect(() => readLm63(text)).toThrow(message);
  });

  test('a gel from two photographs of a white explains its channels', () => {
    for (const id of ['amber-pale', 'azure-pale', 'magenta-pale', 'warm-half']) {
      const gel = GELS.find((one) => one.id === id)!.transmittance;
      const found = gelFromPhotos({ without: shot(source, 0.6), through: shot(product(source, gel), 0.6), source, camera });
      const [own, read] = [gel, found].map((t) => channelStopsLost(source, t, camera.sensor));
      own!.forEach((lost, c) => expect(read![c]).toBeCloseTo(lost, 1));
      expect(Math.max(...found)).toBeLessThanOrEqual(0.92 + 1e-9);
    }
    expect(() => gelFromPhotos({ without: [1, 1, 1], through: [0.5, 0.5, 0.5], source, camera })).toThrow(/clips/);
    expect(() => gelFromPhotos({ without: [0.5, 0.5, 0.5], through: [0.8, 0.5, 0.5], source, camera })).toThrow(
      /brighter through/,
    );
    expect(() => gelFromPhotos({ without: [0.01, 0.5, 0.5], through: [0.01, 0.5, 0.5], source, camera })).toThrow(/too dark/);
  });

  test('corrects a film that is known by a pair of frames, and says by how much each channel differs', () => {
    let [all, nearer, deep] = [0, 0, 0];
    for (const { transmittance } of GELS.filter(({ kind }) => kind === 'effect')) {
      // Faded, and dusty.
      const worn = gelAtStrength(transmittance, 0.75).map((t) => 0.93 * t);
      const photos = { without: shot(source, 0.6), through: shot(product(source, worn), 0.6), source, camera };
      if (photos.through.some((value) => value < 0.02)) {
        deep++;
        continue;
      }
      const { transmittance: found, moreStops } = correctedByPhotos(transmittance, photos);
      const lost = (film: Float64Array) => channelStopsLost(source, film, camera.sensor);
      const [known, real, now] = [lost(transmittance), lost(worn), lost(found)];
      for (let c = 0; c < 3; c++) {
        expect(Math.abs(moreStops[c]! - (real[c]! - known[c]!))).toBeLessThan(0.05);
        expect(Math.abs(now[c]! - real[c]!)).toBeLessThan(0.05);
      }
      const away = (film: Float64Array) => Math.hypot(...film.map((t, k) => t - worn[k]!));
      all++;
      if (away(found) < away(transmittance)) nearer++;
    }
    // Three numbers say little of a spectrum: mostly it comes nearer.
    expect(nearer / all).toBeGreaterThan(0.7);
    // The deep ones are beyond what a file holds, and refused where a channel is black.
    expect(all).toBeGreaterThan(deep / 4);
    expect(() =>
      correctedByPhotos(GELS[0]!.transmittance, { without: [0.5, 0.5, 0.5], through: [0.4, 0.1, 0], source, camera }),
    ).toThrow(/deeper than a picture file holds/);
    const same = GELS[0]!.transmittance;
    const { moreStops } = correctedByPhotos(same, {
      without: shot(source, 0.6),
      through: shot(product(source, same), 0.6),
      source,
      camera,
    });
    expect(Math.max(...moreStops.map(Math.abs))).toBeLessThan(0.05);
    expect(() => correctedByPhotos(same, { without: [1, 1, 1], through: [0.5, 0.5, 0.5], source, camera })).toThrow(/clips/);
  });
});
