import { readTestFrame, READING_VERSION, type FrameReading } from '@fulgent/core/day';
import { demoLooks } from '@fulgent/core/demo';
import { eq } from 'drizzle-orm';
import sharp from 'sharp';
import { frames } from '../src/db/schema';
import type { Measure } from '../src/work/measure';
import { bench, bytes, measure, type Bench } from './support';

const poster = demoLooks()[0]!;

let server: Bench;
beforeEach(() => {
  server = bench();
});
afterEach(() => server.close());

type Api = Bench['api'];

/** Draws nothing: every plan is grey. */
const PLAIN: Parameters<typeof readTestFrame>[0] = {
  picture: ({ width, height }) => ({
    width,
    height,
    rgba: new Uint8ClampedArray(4 * width * height).fill(90),
    ms: { surfaces: 0, lights: 0, relight: 0, total: 0 },
    burnt: null,
    newTerms: 0,
  }),
  patches: (_request, marks) => marks.map(({ probe }) => ({ probe, lights: [], recorded: [0.1, 0.1, 0.1] })),
};

/** Counts what is measured, and measures without a picture of the plan: quick. */
function counted() {
  const asked: Parameters<Measure>[0][] = [];
  const quick: Measure = async (request) => {
    asked.push(request);
    const frame = { rgba: new Uint8ClampedArray(4 * 60 * 75).fill(90), width: 60, height: 75 };
    return readTestFrame(PLAIN, frame, request.look, request);
  };
  return { asked, quick };
}

const newLook = async (api: Api): Promise<string> => (await api.post('/api/looks').send({ look: poster }).expect(201)).body.id;
const picture = () => sharp({ create: { width: 60, height: 75, channels: 3, background: { r: 200, g: 40, b: 20 } } });
const addFrame = async (api: Api, look: string, query = '') =>
  (
    await api
      .post(`/api/looks/${look}/frames?name=One${query}`)
      .set('Content-Type', 'image/png')
      .send(await picture().png().toBuffer())
      .expect(201)
  ).body.id as string;
const readingOf = async (api: Api, id: string): Promise<FrameReading> =>
  (await api.get(`/api/frames/${id}/reading`).expect(200)).body;

describe('what is measured of a frame', () => {
  it('is measured at upload though nobody opens it, once, and stored', async () => {
    const { asked, quick } = counted();
    const api = server.with({ work: { measure: quick } });
    const id = await addFrame(api, await newLook(api));
    const reading = await readingOf(api, id);
    expect(reading).toMatchObject({ version: READING_VERSION, given: [], black: null });
    await readingOf(api, id);
    expect(asked).toHaveLength(1);
    // It stands in every list, and after a restart.
    const again = server.with({ work: { measure: quick } });
    expect((await again.get('/api/frames').expect(200)).body[0].reading).toEqual(reading);
    expect((await again.get('/api/log').expect(200)).body[0].frames[0].reading).toEqual(reading);
    expect((await readingOf(again, id)).marks).toEqual(reading.marks);
    expect(asked).toHaveLength(1);
  });

  it('is asked for once, however many ask', async () => {
    const { asked, quick } = counted();
    const api = server.with({ work: { measure: quick } });
    const id = await addFrame(api, await newLook(api));
    await Promise.all([1, 2, 3].map(() => readingOf(api, id)));
    expect(asked).toHaveLength(1);
  });

  it('follows marks that are moved by hand, and makes no revision of what was said', async () => {
    const { asked, quick } = counted();
    const api = server.with({ work: { measure: quick } });
    const id = await addFrame(api, await newLook(api));
    await readingOf(api, id);
    const marks = [{ probe: poster.probes[0]!.id, x: 1 / 3, y: 0.25 }];
    const { body } = await api.patch(`/api/frames/${id}`).set('If-Match', '"1"').send({ notes: { marks } }).expect(200);
    expect(body).toMatchObject({ revision: 2, reading: null });
    expect(await readingOf(api, id)).toMatchObject({ given: marks, marks });
    expect((await api.get(`/api/frames/${id}`)).body.revision).toBe(2);
    await api
      .patch(`/api/frames/${id}`)
      .set('If-Match', '"2"')
      .send({ notes: { verdict: 'kept' } })
      .expect(200);
    await readingOf(api, id);
    expect(asked.map(({ given }) => given.length)).toEqual([0, 1]);
  });

  it('is measured again where marks are moved while it is measured', async () => {
    const { quick } = counted();
    let go: () => void = () => undefined;
    const held = new Promise<void>((resolve) => (go = resolve));
    let begun = 0;
    const api = server.with({
      work: {
        measure: async (request) => {
          begun++;
          if (begun === 1) await held;
          return quick(request);
        },
      },
    });
    const id = await addFrame(api, await newLook(api));
    const marks = [{ probe: poster.probes[0]!.id, x: 0.5, y: 0.5 }];
    await api.patch(`/api/frames/${id}`).set('If-Match', '"1"').send({ notes: { marks } }).expect(200);
    go();
    expect((await readingOf(api, id)).marks).toEqual(marks);
    expect(begun).toBe(2);
  });

  it('is made up for: frames of an earlier version, and those that an archive brings', async () => {
    const first = counted();
    const api = server.with({ work: { measure: first.quick } });
    const id = await addFrame(api, await newLook(api));
    const reading = await readingOf(api, id);
    server.database.db
      .update(frames)
      .set({ reading: { ...reading, version: 0 } })
      .where(eq(frames.id, id))
      .run();
    const later = counted();
    const restarted = server.with({ work: { measure: later.quick } });
    expect((await readingOf(restarted, id)).version).toBe(READING_VERSION);
    expect(later.asked).toHaveLength(1);

    const archive = await bytes(restarted.get('/api/backup'));
    const other = bench();
    try {
      const there = counted();
      const empty = other.with({ work: { measure: there.quick } });
      await empty
        .post('/api/backup')
        .set('Content-Type', 'application/zip')
        .send(archive.body as Buffer)
        .expect(200);
      expect((await readingOf(empty, id)).version).toBe(READING_VERSION);
      expect(there.asked).toHaveLength(1);
    } finally {
      other.close();
    }
  });

  it('says why it cannot be, and tries again when asked', async () => {
    let tries = 0;
    const api = server.with({
      work: {
        measure: async () => {
          tries++;
          throw new Error('out of memory');
        },
      },
    });
    const id = await addFrame(api, await newLook(api));
    expect((await api.get(`/api/frames/${id}/reading`).expect(500)).body.detail).toMatch(/try again/);
    await api.get(`/api/frames/${id}/reading`).expect(500);
    expect(tries).toBeGreaterThan(1);
    await api.get('/api/frames/none/reading').expect(404);
    expect((await api.get(`/api/frames/${id}`)).body.reading).toBeNull();
  });

  it('is right, pixels and all: a black frame by its channels, a flat red frame by its hue', async () => {
    const api = server.with({ work: { measure } });
    const look = await newLook(api);
    const black = await readingOf(api, await addFrame(api, look, '&kind=black'));
    expect(black.black!.mean.map((value) => Math.round(255 * value))).toEqual([200, 40, 20]);
    const red = await readingOf(api, await addFrame(api, look));
    expect(red.patches.length).toBeGreaterThan(3);
    for (const { linear, hex } of red.patches) {
      expect(linear[0]).toBeCloseTo(0.5776, 3);
      expect(hex).toBe('#c82814');
    }
    expect(red.parts.map(({ probe }) => probe)).toEqual(red.marks.map(({ probe }) => probe));
  });
});

describe('the short of what was measured', () => {
  it('is null until it is measured, comes after a wait, and tells no light of a graded frame', async () => {
    const { quick } = counted();
    let go: () => void = () => undefined;
    const held = new Promise<void>((resolve) => (go = resolve));
    const api = server.with({ work: { measure: (request) => held.then(() => quick(request)) } });
    const look = await newLook(api);
    const id = await addFrame(api, look);
    expect((await api.get(`/api/frames/${id}`).expect(200)).body.measured).toBeNull();
    expect((await api.get(`/api/frames/${id}?wait=0.05`).expect(200)).body.measured).toBeNull();
    const waiting = api.get(`/api/frames/${id}?wait=20`);
    go();
    const { measured, reading } = (await waiting.expect(200)).body;
    expect(measured).toMatchObject({
      fits: reading.comparison.fits,
      reason: reading.comparison.reason,
      patches: reading.comparison.patches,
    });
    expect(measured.lights.map(({ id: one }: { id: string }) => one)).toEqual(poster.lights.map(({ id: one }) => one));
    expect((await api.get(`/api/looks/${look}/frames`)).body[0].measured).toEqual(measured);
    const graded = await api
      .patch(`/api/frames/${id}`)
      .set('If-Match', '"1"')
      .send({ notes: { graded: true } })
      .expect(200);
    expect(graded.body.measured).toMatchObject({ fits: false, reason: 'graded' });
    for (const light of graded.body.measured.lights) expect(light.named).toBe(false);
    for (const wait of ['soon', '-1', '600', ''])
      expect((await api.get(`/api/frames/${id}?wait=${wait}`).expect(422)).body.field).toBe('wait');
  });

  it('marks that were placed by hand stay for the frames that follow in the same shape', async () => {
    const { asked, quick } = counted();
    const api = server.with({ work: { measure: quick } });
    const look = await newLook(api);
    const first = await addFrame(api, look);
    const marks = [{ probe: poster.probes[0]!.id, x: 0.4, y: 0.25 }];
    await api.patch(`/api/frames/${first}`).set('If-Match', '"1"').send({ notes: { marks } }).expect(200);
    await addFrame(api, look, '&kind=black');
    const next = await addFrame(api, look);
    expect((await api.get(`/api/frames/${next}?wait=20`)).body).toMatchObject({ notes: { marks }, reading: { given: marks } });
    // A file of another shape is another crop.
    const wide = await sharp({ create: { width: 90, height: 40, channels: 3, background: '#444' } })
      .png()
      .toBuffer();
    const { body } = await api.post(`/api/looks/${look}/frames`).set('Content-Type', 'image/png').send(wide).expect(201);
    expect(body.notes.marks).toEqual([]);
    expect(asked.length).toBeGreaterThan(0);
  });
});
