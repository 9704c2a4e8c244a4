import fc from 'fast-check';
import { demoLooks } from '../src/demo';
import { CAMERAS } from '../src/catalogue/kit';
import { evaluate } from '../src/scene/evaluate';
import { LIGHT_SETS } from '../src/planning/light-sets';
import { newLook } from '../src/planning/new-look';
import { mergeLooks } from '../src/document/merge';
import { LookError, parseLook, readLookFile, writeLookFile } from '../src/scene/parse';
import type { Light, Look } from '../src/document/schema';
import { copyOf } from './support';

const demo = demoLooks()[0]!;
const clone = (): Look => copyOf(demo) as Look;

function problems(change: (look: Record<string, any>) => void): { field: string; message: string }[] {
  const look = copyOf(demo) as Record<string, any>;
  change(look);
  try {
    parseLook(look);
  } catch (error) {
    if (error instanceof LookError) return [...error.problems];
    throw error;
  }
  return [];
}

describe('the look document', () => {
  it('comes back from a file without loss', () => {
    expect(readLookFile(writeLookFile(demo))).toEqual(demo);
  });

  it('accepts every look that "New look" makes', () => {
    for (const { id: lights } of LIGHT_SETS) {
      for (const { id: camera } of CAMERAS) {
        const look = newLook({ title: 'Try', skin: 'brown', backdrop: 'paper-black', camera, lights });
        expect(parseLook(look)).toEqual(look);
        expect(evaluate(look).lights.length).toBeGreaterThanOrEqual(2);
      }
    }
  });

  it.each([
    ['a newer version', (l: any) => (l.version = 99), 'version', /version is 99.*Update/],
    ['another format', (l: any) => (l.format = 'recipe'), 'format', /not a look file/],
    ['an unknown gel', (l: any) => (l.lights[1].gels[0].gel = 'nope'), 'lights[1].gels[0].gel', /no gel "nope"/],
    ['NaN', (l: any) => (l.camera.iso = NaN), 'camera.iso', /camera.iso must be/],
    ['infinity', (l: any) => (l.lights[0].position[1] = Infinity), 'lights[0].position[1]', /100 or less|finite/],
    ['a negative distance', (l: any) => (l.backdrop.distanceM = -2), 'backdrop.distanceM', /0.1 or more/],
    ['a missing part', (l: any) => delete l.subject.hair, 'subject.hair', /kind|missing/],
    ['a text for a number', (l: any) => (l.camera.whiteK = '5600'), 'camera.whiteK', /must be a number; it is "5600"/],
    ['an unknown field', (l: any) => (l.camera.lens = 'x'), 'camera', /does not know: lens/],
    ['an unknown role', (l: any) => (l.lights[0].role = 'sun'), 'lights[0].role', /must be one of/],
    ['an unknown fixture kind', (l: any) => (l.lights[0].fixture.kind = 'candle'), 'lights[0].fixture.kind', /flash, continuous/],
    ['a light twice', (l: any) => (l.lights[1].id = l.lights[0].id), 'lights[1].id', /stands twice/],
    ['a light that aims at itself', (l: any) => (l.lights[0].aim = l.lights[0].position), 'lights[0].aim', /own place/],
    ['a zone that is not there', (l: any) => (l.lights[0].zone = 'hat'), 'lights[0].zone', /not among the probes/],
    ['a power below the lowest', (l: any) => (l.lights[0].powerStops = -12), 'lights[0].powerStops', /lowest power/],
    [
      'a surface that is not there',
      (l: any) => (l.backdrop.surface = { kind: 'spectrum', id: 'wall' }),
      'backdrop.surface.id',
      /carries no reflectance/,
    ],
    [
      'a beam wider than its field',
      (l: any) => (l.lights[2].modifier.beam = { kind: 'lens', beamDeg: 60, fieldDeg: 50 }),
      'lights[2].modifier.beam.fieldDeg',
      /wider/,
    ],
    [
      'a bad inline spectrum',
      (l: any) => l.spectra.push({ kind: 'gel', id: 'x', name: 'x', wavelengthsNm: [400, 500, 490, 700], values: [1, 1, 1, 1] }),
      'spectra[0].wavelengthsNm[2]',
      /must rise/,
    ],
    [
      'too many lights',
      (l: any) => (l.lights = Array.from({ length: 25 }, (_, i) => ({ ...l.lights[0], id: `l${i}` }))),
      'lights',
      /24 entries at most/,
    ],
  ] satisfies [string, (l: any) => unknown, string, RegExp][])('refuses %s, naming the field', (_, change, field, message) => {
    const found = problems(change);
    expect(found.map((problem) => problem.field)).toContain(field);
    expect(found.find((problem) => problem.field === field)!.message).toMatch(message);
  });

  it('refuses text that is not JSON, not an object, or huge', () => {
    expect(() => readLookFile('{"format":')).toThrow(/not JSON/);
    expect(() => readLookFile('[]')).toThrow(/JSON object/);
    expect(() => readLookFile('x'.repeat(5e6))).toThrow(/larger than/);
  });

  it('never throws anything but LookError, whatever it is given', () => {
    fc.assert(
      fc.property(
        fc.jsonValue(),
        fc.constantFrom('camera', 'lights', 'probes', 'spectra', 'subject', 'room', 'brief'),
        (junk, part) => {
          const value = { ...copyOf(demo), [part]: junk } as unknown;
          try {
            parseLook(value);
          } catch (error) {
            expect(error).toBeInstanceOf(LookError);
          }
        },
      ),
      { numRuns: 150 },
    );
  });
});

describe('merging two edits', () => {
  const edit = (change: (look: Look) => void) => {
    const look = clone();
    change(look);
    return look;
  };

  it('takes both where they touch different things, down to one light', () => {
    const mine = edit((l) => (l.lights[1]!.powerStops = -4));
    const theirs = edit((l) => {
      l.lights[1]!.leak = 0.1;
      l.camera.iso = 400;
      l.lights = l.lights.filter(({ id }) => id !== 'key');
    });
    const { look, conflicts } = mergeLooks(demo, mine, theirs);
    expect(conflicts).toEqual([]);
    expect(look.lights.map(({ id }) => id)).toEqual(['rim-left', 'rim-right', 'backdrop']);
    expect(look.lights[0]).toMatchObject({ powerStops: -4, leak: 0.1 });
    expect(look.camera.iso).toBe(400);
  });

  it('keeps mine and names the place where both changed the same thing', () => {
    const { look, conflicts } = mergeLooks(
      demo,
      edit((l) => (l.camera.iso = 800)),
      edit((l) => (l.camera.iso = 400)),
    );
    expect(look.camera.iso).toBe(800);
    expect(conflicts).toEqual(['camera.iso']);
  });

  it('loses no light that one side added or changed', () => {
    const mine = edit((l) => (l.lights[0]!.powerStops = -5));
    const theirs = edit((l) => {
      l.lights.splice(0, 1);
      l.lights.push({ ...copyOf(demo.lights[1]!), id: 'new' } as Light);
    });
    const { look, conflicts } = mergeLooks(demo, mine, theirs);
    expect(look.lights.map(({ id }) => id)).toEqual(['key', 'rim-left', 'rim-right', 'backdrop', 'new']);
    expect(conflicts).toEqual(['lights[key]']);
  });
});
