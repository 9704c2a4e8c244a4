import {
  BLACK_STOPS,
  expectedMarks,
  frameNotesSchema,
  isCurrentReading,
  logOf,
  measurePatch,
  NO_META,
  NO_NOTES,
  readBracket,
  READING_VERSION,
  readTestFrame,
  summarise,
  upgradeNotes,
  type FramePixels,
  type FrameReading,
} from '../src/day';
import { OTHER_PICTURES } from './other-pictures';
import { register, registeredBy } from '../src/day/frame/registration';
import { shrunk } from '../src/day/frame/small';
import { nightOvenLooks } from '../src/demo';
import { fixedPoster } from './poster';
import type { Look } from '../src/document';
import { changed, painted } from './frame-support';
import { withOnly } from '../src/planning/build/order';
import { makeStudio } from '../src/picture';
import { oklabOf } from '../src/colour/oklab';

const poster = fixedPoster();
const size = { width: 256, height: 320, fineness: 2 } as const;
const studio = makeStudio();
const shot = (look: Look, only?: string): FramePixels => {
  const { rgba, width, height } = studio.picture({ look, ...size, ...(only ? { only } : {}) });
  return { rgba: Uint8ClampedArray.from(rgba), width, height };
};
/** Half a stop under, so that little clips. */
const dim: Look = { ...poster, camera: { ...poster.camera, ndStops: 0.5 } };
const whole = { kind: 'full', lightId: '', given: [], meta: NO_META } as const;
const off = (look: Look, id: string, outputStops: number) =>
  changed(look, id, ({ unit }) => ({ unit: { ...unit, outputStops } }));
const named = ({ comparison }: FrameReading) =>
  comparison!.lights.filter(({ isOff }) => isOff).map(({ lightId, offStops }) => `${lightId} ${offStops > 0 ? '+' : '-'}`);

/** The frame moved and enlarged: what is left beside it repeats its edge. */
function reframed({ rgba, width, height }: FramePixels, scale: number, dx: number, dy: number): FramePixels {
  const out = new Uint8ClampedArray(rgba.length);
  const from = (at: number, shift: number, side: number) =>
    Math.min(side - 1, Math.max(0, Math.floor((((at + 0.5) / side - 0.5 - shift) / scale + 0.5) * side)));
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const q = 4 * (from(y, dy, height) * width + from(x, dx, width));
      out.set(rgba.subarray(q, q + 4), 4 * (y * width + x));
    }
  return { rgba: out, width, height };
}

/** Every value through a function of the file's, 0 to 1. */
const developed = ({ rgba, ...rest }: FramePixels, curve: (value: number, channel: number) => number): FramePixels => ({
  ...rest,
  rgba: rgba.map((byte, i) => (i % 4 === 3 ? byte : 255 * curve(byte / 255, i % 4))) as Uint8ClampedArray,
});

describe('a drawn frame with planted errors', () => {
  it.each([
    ['key', 0.7],
    ['rim-left', -1],
    ['rim-right', 1],
    ['backdrop', -0.5],
  ])('finds %s off by %f, and leaves the others alone', (id, stops) => {
    const reading = readTestFrame(studio, shot(off(dim, id, stops)), dim, whole);
    expect(reading.comparison).toMatchObject({ fits: true, reason: null });
    expect(named(reading)).toEqual([`${id} ${stops > 0 ? '+' : '-'}`]);
    const found = reading.comparison!.lights.find(({ lightId }) => lightId === id)!;
    expect(Math.abs(found.offStops - stops)).toBeLessThan(0.2);
  });

  it('blames the camera for what all lights have in common', () => {
    const third = { ...dim, camera: { ...dim.camera, ndStops: dim.camera.ndStops + 1 / 3 } };
    const reading = readTestFrame(studio, shot(third), dim, whole);
    expect(named(reading)).toEqual([]);
    expect(reading.comparison!.overallStops).toBeCloseTo(-1 / 3, 1);
  });

  it('takes what the file tells of its exposure as told', () => {
    const { aperture, iso, shutterS } = dim.camera;
    const open = { ...dim, camera: { ...dim.camera, aperture: aperture / 2 ** 0.25 } };
    const meta = { ...NO_META, aperture: open.camera.aperture, iso, shutterS };
    const reading = readTestFrame(studio, shot(open), dim, { ...whole, meta });
    expect(named(reading)).toEqual([]);
    expect(reading.comparison!.overallStops).toBeCloseTo(0.5, 1);
  });

  it('lies where its edges are: moved, nearer, and read all the same', () => {
    const moved = reframed(shot(off(dim, 'key', -1)), 1.05, 0.03, -0.02);
    const at = register(shrunk(shot(dim), 256, 320), shrunk(moved, 256, 320));
    expect(at.scale).toBeCloseTo(1.05, 1.7);
    expect(at.x).toBeCloseTo(0.03, 2);
    expect(at.y).toBeCloseTo(-0.02, 2);
    expect(at.likeness).toBeGreaterThan(0.6);
    const reading = readTestFrame(studio, moved, dim, whole);
    expect(named(reading)).toEqual(['key -']);
    const expected = expectedMarks(dim, 256, 320).find(({ probe }) => probe === 'hair-left')!;
    const mark = reading.marks.find(({ probe }) => probe === 'hair-left')!;
    expect(mark.x).toBeCloseTo((expected.x - 0.5) * 1.05 + 0.53, 1.7);
  });
});

describe('a frame that is no evidence', () => {
  it.each([...OTHER_PICTURES, ['another look', () => shot(nightOvenLooks()[0]!)] as const])(
    'a picture of something else is refused, and no light of it is named: %s',
    (_name, picture) => {
      const reading = readTestFrame(studio, picture(), dim, whole);
      expect(reading.comparison!.fits).toBe(false);
      expect(reading.comparison!.reason).not.toBeNull();
      expect(named(reading)).toEqual([]);
    },
  );

  it('nor is one in other colours, or developed by another hand', () => {
    const frame = shot(dim);
    const swapped = {
      ...frame,
      rgba: frame.rgba.map((_, i) => frame.rgba[i % 4 === 0 ? i + 2 : i % 4 === 2 ? i - 2 : i]!) as Uint8ClampedArray,
    };
    expect(readTestFrame(studio, swapped, dim, whole).comparison).toMatchObject({ fits: false, reason: 'other-look' });
    const hard = developed(frame, (v) => (v < 0.5 ? 4 * v ** 3 : 1 - 4 * (1 - v) ** 3));
    expect(readTestFrame(studio, hard, dim, whole).comparison).toMatchObject({ fits: false, reason: 'developed' });
  });

  it('nor one whose flash the camera metered', () => {
    const metered = changed(dim, 'key', () => ({ ttl: true }));
    const reading = readTestFrame(studio, shot(off(dim, 'key', 1)), metered, whole);
    expect(reading.comparison).toMatchObject({ fits: false, reason: 'metered' });
    expect(named(reading)).toEqual([]);
  });
});

describe('what is read of a frame, once', () => {
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

  it('lies as marks that a person placed say, and those of the backdrop say nothing of it', () => {
    const expected = expectedMarks(dim, 256, 320);
    const moved = expected.map((mark) => ({ ...mark, x: mark.x + 0.03, y: mark.y - 0.02 }));
    expect(registeredBy(moved, expected)).toMatchObject({
      scale: expect.closeTo(1, 6),
      x: expect.closeTo(0.03, 6),
      y: expect.closeTo(-0.02, 6),
    });
    const frame = reframed(shot(off(dim, 'key', -1)), 1, 0.03, -0.02);
    const elsewhere = moved.map((mark) => (mark.probe === 'backdrop-left' ? { ...mark, y: mark.y + 0.1 } : mark));
    const reading = readTestFrame(studio, frame, dim, { ...whole, given: elsewhere });
    expect(named(reading)).toEqual(['key -']);
    expect(reading.patches.map(({ probe }) => probe)).toEqual(reading.parts.map(({ probe }) => probe));
  });

  it.each([0, 0.03, 0.08, 0.2])('tells a leak of %f from its light alone, within a hundredth', (leak) => {
    const gelled = dim.lights.find(({ id }) => id === 'rim-left')!;
    const leaky = withOnly(
      changed(dim, gelled.id, () => ({ leak })),
      [gelled.id],
    );
    const reading = readTestFrame(studio, shot(leaky, gelled.id), dim, { ...whole, kind: 'alone', lightId: gelled.id });
    expect(reading.comparison!.lights.map(({ lightId }) => lightId)).toEqual([gelled.id]);
    expect(reading.leak).toMatchObject({ lightId: gelled.id, planned: gelled.leak });
    expect(Math.abs(reading.leak!.leak - leak)).toBeLessThan(0.01);
    expect(reading.leak!.misfit).toBeLessThan(0.02);
  });

  it('knows when it cannot say how much leaks: no gel, or nothing that can be read', () => {
    const bare = changed(dim, 'key', () => ({ gels: [] }));
    const alone = (look: Look, id: string, frame: FramePixels) =>
      readTestFrame(studio, frame, look, { ...whole, kind: 'alone', lightId: id }).leak;
    expect(alone(bare, 'key', shot(withOnly(bare, ['key']), 'key'))).toBeNull();
    const gelled = dim.lights.find(({ gels }) => gels.length > 0)!;
    expect(
      alone(
        dim,
        gelled.id,
        painted(256, 320, () => [0, 0, 0]),
      ),
    ).toBeNull();
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
