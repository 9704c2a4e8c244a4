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

/** Counts what is measured, and measures without a picture of the plan: quick. */
function counted() {
  const asked: Parameters<Measure>[0][] = [];
  const quick: Measure = async (request) => {
    asked.push(request);
    const frame = { rgba: new Uint8ClampedArray(4 * 60 * 75).fill(90), width: 60, height: 75 };
    return readTestFrame({ patches: () => [] }, frame, request.look, request);
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
