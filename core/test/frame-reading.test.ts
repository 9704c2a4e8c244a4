import {
  BLACK_STOPS,
  compareFrame,
  expectedMarks,
  foundMarks,
  frameNotesSchema,
  isCurrentReading,
  logOf,
  measurePatch,
  NO_NOTES,
  planMarks,
  readBracket,
  READING_VERSION,
  readTestFrame,
  summarise,
  upgradeNotes,
  type FramePixels,
} from '../src/day';
import { demoLooks } from '../src/demo';
import type { Look } from '../src/document';
import { changed, painted } from './frame-support';
import { withOnly } from '../src/planning/build/order';
import { makeStudio } from '../src/picture';
import { oklabOf } from '../src/colour/oklab';
import { encodeSrgb } from '../src/colour/rgb';

const poster = demoLooks()[0]!;
describe('a drawn frame with planted errors', () => {
  const size = { width: 168, height: 210, fineness: 2 } as const;
  const studio = makeStudio();
  const shot = (look: Look, only?: string): FramePixels => {
    const { rgba, width, height } = studio.picture({ look, ...size, ...(only ? { only } : {}) });
    return { rgba, width, height };
  };

  it('tells which light is off, by how much, and leaves the others alone', () => {
    const dim: Look = { ...poster, camera: { ...poster.camera, ndStops: 1 } };
    const real = changed(
      changed(dim, 'key', ({ unit }) => ({ unit: { ...unit, outputStops: 0.7 } })),
      'backdrop',
      ({ unit }) => ({ unit: { ...unit, outputStops: -0.5 } }),
    );
    const frame = shot(real);
    const marks = foundMarks(dim, frame);
    const plan = planMarks(dim, marks, frame.width, frame.height);
    const { lights } = compareFrame(
      dim,
      marks.map((mark) => measurePatch(frame, mark)),
      studio.patches({ look: dim, ...size }, plan),
    );
    const off = (id: string) => lights.find(({ lightId }) => lightId === id)!;
    expect(Math.abs(off('key').offStops - 0.7)).toBeLessThan(0.15);
    expect(Math.abs(off('backdrop').offStops + 0.5)).toBeLessThan(0.15);
    for (const id of ['rim-left', 'rim-right'])
      expect(Math.abs(off(id).offStops)).toBeLessThan(Math.max(0.2, 2.5 * off(id).uncertainStops));
  });

  it('adds up: what the lights bring to a patch is what is recorded there', () => {
    const marks = expectedMarks(poster, size.width, size.height);
    const parts = studio.patches({ look: poster, ...size }, marks);
    const frame = shot(poster);
    // Edges are smoothed in the picture and not in the sum: they may differ a little.
    for (const { probe, recorded } of parts) {
      const patch = measurePatch(
        frame,
        marks.find((mark) => mark.probe === probe)!,
      );
      recorded.forEach((value, c) =>
        expect(Math.abs(encodeSrgb(value) - encodeSrgb(patch.linear[c]!))).toBeLessThan(patch.spread > 0.2 ? 0.06 : 0.02),
      );
    }
  });
});

describe('what is read of a frame, once', () => {
  const size = { width: 168, height: 210, fineness: 2 } as const;
  const studio = makeStudio();
  const shot = (look: Look, only?: string): FramePixels => {
    const { rgba, width, height } = studio.picture({ look, ...size, ...(only ? { only } : {}) });
    return { rgba, width, height };
  };
  const dim: Look = { ...poster, camera: { ...poster.camera, ndStops: 1 } };
  const whole = { kind: 'full', lightId: '', given: [] } as const;

  it('finds its places, and says which light is off', () => {
    const real = changed(dim, 'key', ({ unit }) => ({ unit: { ...unit, outputStops: 0.7 } }));
    const reading = readTestFrame(studio, shot(real), dim, whole);
    expect(reading.marks.length).toBeGreaterThan(4);
    expect(reading.patches.map(({ probe }) => probe)).toEqual(reading.marks.map(({ probe }) => probe));
    expect(reading.parts.map(({ probe }) => probe)).toEqual(reading.marks.map(({ probe }) => probe));
    const key = reading.comparison!.lights.find(({ lightId }) => lightId === 'key')!;
    expect(key.isOff).toBe(true);
    expect(Math.abs(key.offStops - 0.7)).toBeLessThan(0.15);
    expect(reading).toMatchObject({ version: READING_VERSION, given: [], leak: null, black: null });
  });

  it('is read where marks were put by hand', () => {
    const given = [{ probe: dim.probes[0]!.id, x: 0.5, y: 0.25 }];
    const reading = readTestFrame(studio, shot(dim), dim, { ...whole, given });
    expect(reading.marks).toEqual(given);
    expect(reading.patches).toHaveLength(1);
    expect(isCurrentReading(reading, given)).toBe(true);
    expect(isCurrentReading(reading, [{ ...given[0]!, x: 0.51 }])).toBe(false);
    expect(isCurrentReading(reading, [])).toBe(false);
    expect(isCurrentReading({ ...reading, version: READING_VERSION - 1 }, given)).toBe(false);
    expect(isCurrentReading(null, [])).toBe(false);
  });

  it('holds a light alone against that light, and tells what passes beside its gel', () => {
    const gelled = dim.lights.find(({ gels }) => gels.length > 0)!;
    const leaky = changed(dim, gelled.id, () => ({ leak: 0.2 }));
    const reading = readTestFrame(studio, shot(withOnly(leaky, [gelled.id]), gelled.id), dim, {
      ...whole,
      kind: 'alone',
      lightId: gelled.id,
    });
    expect(reading.comparison!.lights.filter(({ unseen }) => !unseen).map(({ lightId }) => lightId)).toEqual([gelled.id]);
    expect(reading.leak).toMatchObject({ lightId: gelled.id, planned: gelled.leak });
    expect(reading.leak!.leak).toBeGreaterThan(gelled.leak + 0.1);
  });

  it('measures a black frame by its channels, and looks for no place in it', () => {
    const frame = painted(50, 40, (x, y) => (x < 0.05 && y < 0.1 ? [0.5, 0.02, 0] : [0.001, 0, 0]));
    const reading = readTestFrame(studio, frame, dim, { ...whole, kind: 'black' });
    expect(reading).toMatchObject({ marks: [], patches: [], comparison: null, leak: null });
    expect(reading.black!.high[0]).toBeGreaterThan(reading.black!.mean[0]);
    expect(reading.black!.high[1]).toBeGreaterThan(0.1);
    expect(reading.black!.high[2]).toBe(0);
  });

  it('survives being written down: nothing in it is endless', () => {
    const nothing = painted(60, 75, () => [0, 0, 0]);
    const reading = readTestFrame(studio, nothing, dim, { ...whole, given: [{ probe: dim.probes[0]!.id, x: 0.5, y: 0.5 }] });
    expect(reading.patches[0]!.stops).toBe(BLACK_STOPS);
    expect(JSON.parse(JSON.stringify(reading))).toEqual(reading);
  });

  it('refuses a picture without its pixels', () => {
    expect(() => readTestFrame(studio, { rgba: new Uint8ClampedArray(7), width: 2, height: 1 }, dim, whole)).toThrow(/no pixels/);
  });
});

describe('a bracket', () => {
  const zone = poster.lights.find(({ id }) => id === 'rim-right')!.zone;
  const step = (stops: number, linear: readonly [number, number, number]) => {
    const frame = painted(20, 20, () => linear);
    return { stops, patches: [measurePatch(frame, { probe: zone, x: 0.5, y: 0.5 })], summary: summarise(frame) };
  };

  it('finds where the colour is strongest before it clips', () => {
    const bracket = readBracket(poster, 'rim-right', [
      step(1, [1, 0.6, 0.1]),
      step(-1, [0.2, 0.06, 0.01]),
      step(0, [0.5, 0.16, 0.02]),
    ]);
    expect(bracket.steps.map(({ stops }) => stops)).toEqual([-1, 0, 1]);
    expect(bracket.bestStops).toBe(0);
    expect(bracket.finding).toEqual({ kind: 'clips-above', bestStops: 0, aboveStops: 1, clipped: 1 });
    expect(bracket.steps[2]).toMatchObject({ clipped: 1, placeClipped: 1 });
    expect(bracket.steps[0]!.chroma!).toBeLessThan(bracket.steps[1]!.chroma!);
  });

  it('says when it should go lower or higher, or is none', () => {
    const found = (...steps: ReturnType<typeof step>[]) => readBracket(poster, 'rim-right', steps).finding;
    expect(found(step(0, [1, 0.5, 0]), step(1, [1, 1, 0.5]))).toEqual({ kind: 'begin-lower' });
    expect(found(step(-1, [0.1, 0.03, 0.01]), step(0, [0.4, 0.12, 0.02]))).toEqual({ kind: 'highest', bestStops: 0 });
    expect(found(step(0, [0.9, 0.1, 0.02]), step(1, [0.9, 0.5, 0.3]))).toEqual({ kind: 'lowest', bestStops: 0 });
    // The lowest is the only one that does not clip: lower would be weaker, not better.
    expect(found(step(0, [0.5, 0.16, 0.02]), step(1, [1, 0.4, 0.05]))).toMatchObject({ kind: 'clips-above', bestStops: 0 });
    const pales = found(step(-1, [0.2, 0.06, 0.01]), step(0, [0.5, 0.16, 0.02]), step(1, [0.9, 0.6, 0.5]));
    expect(pales).toEqual({ kind: 'pales-above', bestStops: 0 });
    expect(found(step(0, [0.4, 0.1, 0]))).toEqual({ kind: 'one-frame' });
  });

  it('gives the separation of the edges that were read', () => {
    const frame = painted(40, 20, (x) => (x < 0.5 ? [0.5, 0.1, 0.02] : [0.02, 0.1, 0.3]));
    const patches = [
      measurePatch(frame, { probe: 'hair-right', x: 0.25, y: 0.5 }),
      measurePatch(frame, { probe: 'backdrop-right', x: 0.75, y: 0.5 }),
    ];
    const [only] = readBracket(poster, 'rim-right', [{ stops: 0, patches, summary: summarise(frame) }]).steps;
    expect(only!.separation).toBeCloseTo(
      Math.hypot(...(['L', 'a', 'b'] as const).map((c) => oklabOf(...patches[0]!.linear)[c] - oklabOf(...patches[1]!.linear)[c])),
      9,
    );
  });
});

describe('what is kept of a frame', () => {
  it('takes what can be said of it, and what earlier versions wrote without what was measured', () => {
    const marks = expectedMarks(poster, 400, 500);
    const notes = { ...NO_NOTES, marks };
    expect(frameNotesSchema.validateSync(notes, { strict: true })).toEqual(notes);
    expect(() => frameNotesSchema.validateSync({ ...notes, verdict: 'lovely' }, { strict: true })).toThrow(/verdict/);
    expect(() => frameNotesSchema.validateSync({ ...notes, extra: 1 }, { strict: true })).toThrow(/extra|unspecified/);
    expect(upgradeNotes({ ...notes, patches: [{ probe: 'a' }] })).toEqual(notes);
    expect(upgradeNotes('text')).toBe('text');
  });

  it('goes into the log with what the look itself tells', () => {
    const log = logOf({
      ...poster,
      palette: { ...poster.palette, tried: [{ id: 't', scheme: 'triad', hues: [], places: [], verdict: 'too sweet' }] },
    });
    expect(log.tried).toEqual([{ scheme: 'triad', verdict: 'too sweet' }]);
    expect(log.fixtures.length).toBe(new Set(log.fixtures).size);
    expect(log.gels).toContain('teal-deep');
    const trim = { at: '2026-03-04T12:00:00Z', light: 'key', stops: -0.3, group: '', why: 'hot' };
    const trimmed = logOf({
      ...poster,
      brief: { ...poster.brief, status: 'approved', statusAt: '2026-03-04T13:00:00Z' },
      build: { ...poster.build, ledger: [trim, { ...trim, light: 'gone' }] },
    });
    expect(trimmed.trims.map(({ name }) => name)).toEqual(['Key', 'gone']);
    expect(trimmed).toMatchObject({ status: 'approved', statusAt: '2026-03-04T13:00:00Z' });
  });
});
