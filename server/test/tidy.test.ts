import { existsSync, statSync } from 'node:fs';
import path from 'node:path';
import { demoLooks } from '@fulgent/core/demo';
import { KEPT_DELETED_MS, tidy, vacuum } from '../src/db/tidy';
import { thinnedOut, type Aged } from '../src/db/thinning';
import { decodePicture } from '../src/frames/decode';
import { pictureStore } from '../src/frames/picture-store';
import { bench, makeLook, plainPicture, sendFrame, type Bench } from './support';

const [MINUTE, HOUR, DAY] = [60_000, 3_600_000, 86_400_000];
const NOW = Date.UTC(2026, 5, 1, 12);

/** Revisions from the oldest to the newest, by their ages in ms. */
const aged = (ages: readonly number[], name = ''): Aged[] =>
  ages.map((age, i) => ({ revision: i + 1, createdAt: NOW - age, name }));

describe('revisions are thinned out by age', () => {
  const kept = (list: readonly Aged[], now = NOW) => {
    const dropped = new Set(thinnedOut(list, now));
    return list.filter(({ revision }) => !dropped.has(revision));
  };

  it('all of the last two minutes stay, one a minute of the last hour, one in ten minutes of the day', () => {
    const seconds = Array.from({ length: 3 * 3600 }, (_, i) => (3 * 3600 - i) * 1000);
    const left = kept(aged(seconds));
    const between = (from: number, to: number) =>
      left.filter(({ createdAt }) => NOW - createdAt > from && NOW - createdAt <= to).length;
    expect(between(0, 2 * MINUTE)).toBe(120);
    expect(between(2 * MINUTE, HOUR)).toBe(58);
    // Two hours in tens, and the tens that are cut at either end.
    expect(between(HOUR, 3 * HOUR)).toBeGreaterThanOrEqual(12);
    expect(between(HOUR, 3 * HOUR)).toBeLessThanOrEqual(13);
  });

  it('thinning again, or later, never brings gaps into what is young, and is the same as thinning once', () => {
    const list = aged(Array.from({ length: 2000 }, (_, i) => (2000 - i) * 37_000));
    const once = kept(list);
    expect(kept(once)).toEqual(once);
    const later = NOW + 2 * DAY;
    expect(kept(once, later)).toEqual(kept(kept(once, NOW + HOUR), later));
  });

  it('the newest stays, and what has a name, whatever their age', () => {
    const old = aged([400 * DAY + 3, 400 * DAY + 2, 400 * DAY + 1]);
    expect(kept(old).map(({ revision }) => revision)).toEqual([2, 3]);
    const named = aged([400 * DAY + 3, 400 * DAY + 2, 400 * DAY + 1], 'as shot');
    expect(kept(named)).toHaveLength(3);
    expect(thinnedOut([], NOW)).toEqual([]);
  });

  it('a clock that was set back makes nothing older', () => {
    expect(kept(aged([-3 * DAY, -2 * DAY, -DAY]))).toHaveLength(3);
  });
});

describe('tidying', () => {
  let server: Bench;
  beforeEach(() => (server = bench()));
  afterEach(() => server.close());
  const store = () => pictureStore(server.folder, decodePicture);
  const newLook = () => makeLook(server.api);
  const newFrame = async (lookId: string): Promise<string> =>
    (await sendFrame(server.api, lookId, await plainPicture().png().toBuffer(), 'image/png').expect(201)).body.id;
  const fileOf = (frame: string) => path.join(server.folder, 'frames', `${frame}.original`);
  const later = () => Date.now() + KEPT_DELETED_MS + MINUTE;

  it('takes away what was deleted 30 days ago with its files, and nothing else', async () => {
    const [kept, gone] = [await newLook(), await newLook()];
    const [frame, lost, ofGone] = [await newFrame(kept), await newFrame(kept), await newFrame(gone)];
    await server.api.delete(`/api/looks/${gone}`).expect(204);
    await server.api.delete(`/api/frames/${lost}`).expect(204);
    expect(await tidy(server.database, store())).toMatchObject({ looks: 0, frames: 0 });
    await server.api.post(`/api/looks/${gone}/restore`).expect(200);
    await server.api.delete(`/api/looks/${gone}`).expect(204);
    expect(await tidy(server.database, store(), later())).toMatchObject({ looks: 1, frames: 2, shoots: 0 });
    expect([frame, lost, ofGone].map((id) => existsSync(fileOf(id)))).toEqual([true, false, false]);
    await server.api.get(`/api/looks/${kept}`).expect(200);
    await server.api.post(`/api/looks/${gone}/restore`).expect(404);
  });

  it('a shoot that was deleted goes with its looks and frames', async () => {
    const id = await newLook();
    const frame = await newFrame(id);
    const [shoot] = (await server.api.get('/api/shoots')).body;
    await server.api.delete(`/api/shoots/${shoot.id}`).expect(204);
    expect(await tidy(server.database, store(), later())).toMatchObject({ shoots: 1, looks: 1, frames: 1 });
    expect(existsSync(fileOf(frame))).toBe(false);
  });

  it('gives the room back to the disk, also of a database that an earlier version made', async () => {
    const size = () => {
      server.database.client.pragma('wal_checkpoint(TRUNCATE)');
      return statSync(path.join(server.folder, 'fulgent.db')).size;
    };
    const filled = async () => {
      const id = await newLook();
      server.database.client
        .prepare(
          `WITH RECURSIVE n(i) AS (SELECT 2 UNION ALL SELECT i + 1 FROM n WHERE i < 300)
           INSERT INTO revisions (look_id, revision, document, created_at) SELECT ?, i, hex(zeroblob(5000)), 0 FROM n`,
        )
        .run(id);
      await server.api.delete(`/api/looks/${id}`).expect(204);
    };
    await filled();
    const full = size();
    expect(full).toBeGreaterThan(3_000_000);
    await tidy(server.database, store(), later());
    expect(size()).toBeLessThan(full / 3);
    server.database.client.pragma('auto_vacuum = NONE');
    server.database.client.exec('VACUUM');
    await filled();
    await tidy(server.database, store(), later());
    expect(size()).toBeGreaterThan(3_000_000);
    vacuum(server.database);
    expect(size()).toBeLessThan(full / 3);
    expect(server.database.client.pragma('auto_vacuum', { simple: true })).toBe(2);
  });
});

describe('earlier revisions', () => {
  let server: Bench;
  beforeEach(() => (server = bench()));
  afterEach(() => server.close());

  it('say which device wrote them, and keep a name that they are given', async () => {
    const [look] = demoLooks();
    const who = (name: string) => ({ 'X-Fulgent-Who': encodeURIComponent(name) });
    const { body } = await server.api.post('/api/looks').set(who('Desk')).send({ look }).expect(201);
    const write = (revision: number, name: string) =>
      server.api
        .put(`/api/looks/${body.id}`)
        .set({ 'If-Match': `"${revision}"`, ...who(name) })
        .send(look)
        .expect(200);
    await write(1, 'Ana’s phone');
    await server.api.put(`/api/looks/${body.id}`).set('If-Match', '"2"').set('X-Fulgent-Who', '%').send(look).expect(200);
    const address = `/api/looks/${body.id}/revisions`;
    expect((await server.api.patch(`${address}/2`).send({ name: ' As shot ' }).expect(422)).body.field).toBe('name');
    await server.api.patch(`${address}/2`).send({ name: 'As shot' }).expect(200);
    await server.api.patch(`${address}/9`).send({ name: 'None' }).expect(404);
    expect((await server.api.get(address)).body).toMatchObject([
      { revision: 3, by: '', name: '' },
      { revision: 2, by: 'Ana’s phone', name: 'As shot' },
      { revision: 1, by: 'Desk', name: '' },
    ]);
  });

  it('windows that have a look open learn of each other and of newer revisions', async () => {
    const { body } = await server.api.post('/api/looks').send({ look: demoLooks()[0] }).expect(201);
    const here = async (window: string, name: string) =>
      (
        await server.api
          .post(`/api/looks/${body.id}/here`)
          .set('X-Fulgent-Who', encodeURIComponent(name))
          .send({ window })
          .expect(200)
      ).body;
    expect(await here('w1', 'Desk')).toEqual({ others: [], revision: 1, by: '' });
    expect(await here('w2', 'Phone')).toMatchObject({ others: ['Desk'] });
    await server.api
      .put(`/api/looks/${body.id}`)
      .set({ 'If-Match': '"1"', 'X-Fulgent-Who': 'Phone' })
      .send(demoLooks()[1])
      .expect(200);
    expect(await here('w1', 'Desk')).toEqual({ others: ['Phone'], revision: 2, by: 'Phone' });
    await server.api.post(`/api/looks/${body.id}/left`).send({ window: 'w2' }).expect(204);
    expect(await here('w1', 'Desk')).toMatchObject({ others: [] });
    await server.api.post('/api/looks/none/here').send({ window: 'w1' }).expect(404);
    await server.api.post(`/api/looks/${body.id}/here`).send({}).expect(422);
  });
});
