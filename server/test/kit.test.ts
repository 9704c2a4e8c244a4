import { STAND_IN_KIT, type KitEntry } from '@fulgent/core/catalogue';
import fc from 'fast-check';
import { benchEach, type Bench } from './support';

let api: Bench['api'];

benchEach((made) => ({ api } = made));

const gel = (change: Partial<Extract<KitEntry, { kind: 'gel' }>> = {}): KitEntry => ({
  ...(JSON.parse(JSON.stringify(STAND_IN_KIT[0])) as Extract<KitEntry, { kind: 'gel' }>),
  id: 'mine',
  name: 'My red',
  provenance: 'measured',
  count: 1,
  ...change,
});

const listed = async () => (await api.get('/api/kit').expect(200)).body as { entry: KitEntry }[];
const count = async () => (await listed()).length;

it('lists the stand-ins, adds, changes, deletes and restores own entries', async () => {
  expect(await count()).toBe(STAND_IN_KIT.length);
  const made = await api.post('/api/kit').send({ entry: gel() }).expect(201);
  expect(made.body).toMatchObject({ revision: 1, standIn: false, entry: { name: 'My red' } });
  const { id } = made.body.entry;
  const changed = { ...made.body.entry, count: 4 };
  const put = await api.put(`/api/kit/${id}`).set('If-Match', '"1"').send(changed).expect(200);
  expect(put.headers['etag']).toBe('"2"');
  expect(put.body.entry.count).toBe(4);
  // The list is kept as it was last asked for, and follows every change.
  expect((await listed()).find(({ entry }) => entry.id === id)!.entry.count).toBe(4);
  await api.delete(`/api/kit/${id}`).expect(204);
  await api.get(`/api/kit/${id}`).expect(404);
  expect(await count()).toBe(STAND_IN_KIT.length);
  await api.post(`/api/kit/${id}/restore`).expect(200);
  expect(await count()).toBe(STAND_IN_KIT.length + 1);
  expect((await api.get(`/api/kit/${id}`).expect(200)).body.entry).toEqual(changed);
});

it('answers a stale write with 409 and the current entry', async () => {
  const { entry } = (await api.post('/api/kit').send({ entry: gel() }).expect(201)).body;
  await api
    .put(`/api/kit/${entry.id}`)
    .set('If-Match', '"1"')
    .send({ ...entry, count: 2 })
    .expect(200);
  const stale = await api
    .put(`/api/kit/${entry.id}`)
    .set('If-Match', '"1"')
    .send({ ...entry, count: 9 })
    .expect(409);
  expect(stale.body.current.entry.count).toBe(2);
  await api.put(`/api/kit/${entry.id}`).send(entry).expect(428);
});

it('lets a stand-in be counted, archived and put back, but not altered', async () => {
  const first = STAND_IN_KIT[0]!;
  const put = await api
    .put(`/api/kit/${first.id}`)
    .set('If-Match', '"0"')
    .send({ ...first, count: 0, archived: true })
    .expect(200);
  expect(put.body).toMatchObject({ standIn: true, revision: 1, entry: { count: 0, archived: true } });
  const refused = await api
    .put(`/api/kit/${first.id}`)
    .set('If-Match', '"1"')
    .send({ ...first, name: 'Something else' })
    .expect(422);
  expect(refused.body.detail).toMatch(/Duplicate it/);
  await api.delete(`/api/kit/${first.id}`).expect(204);
  expect((await api.get(`/api/kit/${first.id}`).expect(200)).body.entry).toEqual(first);
});

it('exports and imports without loss, all or nothing', async () => {
  const { entry } = (await api.post('/api/kit').send({ entry: gel() }).expect(201)).body;
  const file = (await api.get('/api/kit/export').expect(200)).body;
  expect(file).toMatchObject({ format: 'fulgent-kit', version: 1, entries: [entry] });
  await api.delete(`/api/kit/${entry.id}`).expect(204);
  expect((await api.post('/api/kit/import').send(file).expect(200)).body).toEqual({ added: 1, replaced: 0 });
  expect((await api.get(`/api/kit/${entry.id}`).expect(200)).body.entry).toEqual(entry);
  const before = await count();
  const broken = {
    ...file,
    entries: [
      { ...entry, id: 'fresh' },
      { ...entry, id: 'bad', count: -3 },
    ],
  };
  const refused = await api.post('/api/kit/import').send(broken).expect(422);
  expect(refused.body.field).toBe('entries[1].count');
  const altered = {
    ...file,
    entries: [
      { ...entry, id: 'fresh' },
      { ...STAND_IN_KIT[0], name: 'Altered' },
    ],
  };
  expect((await api.post('/api/kit/import').send(altered).expect(422)).body.field).toBe('entries[1].id');
  expect(await count()).toBe(before);
  const csv = (await api.get('/api/kit/export.csv').expect(200)).text;
  expect(csv.split('\r\n')[0]).toContain('kind,id,name,count');
  expect(csv).toContain('My red');
});

it('does not let a name run in a spreadsheet', async () => {
  await api
    .post('/api/kit')
    .send({ entry: gel({ name: '=HYPERLINK("x")' }) })
    .expect(201);
  expect((await api.get('/api/kit/export.csv').expect(200)).text).toContain("'=HYPERLINK");
});

it('reads files for scripts and refuses bad ones, storing nothing', async () => {
  const csv = Array.from({ length: 41 }, (_, i) => `${380 + 10 * i},0.5`).join('\n');
  const read = await api.post('/api/read/spectrum').send({ format: 'csv', kind: 'transmittance', text: csv }).expect(200);
  expect(read.body.samples.values).toHaveLength(41);
  const bomb = '<!DOCTYPE a [<!ENTITY b "c">]><IESTM2714>&b;</IESTM2714>';
  const refused = await api.post('/api/read/spectrum').send({ format: 'tm27', kind: 'source', text: bomb }).expect(422);
  expect(refused.body).toMatchObject({ field: 'file', detail: expect.stringMatching(/document type/) });
  await api
    .post('/api/read/spectrum')
    .send({ format: 'csv', kind: 'source', text: 'x'.repeat(2_000_000) })
    .expect(422);
  await api.post('/api/read/spectrum').send({ format: 'pdf', kind: 'source', text: 'x' }).expect(422);
  await api.post('/api/read/beam').send({ text: 'TILT=NONE 1 2 3' }).expect(422);
  expect(await count()).toBe(STAND_IN_KIT.length);
});

it('no generated text or entry brings an answer of 5xx', async () => {
  await fc.assert(
    fc.asyncProperty(fc.oneof(fc.string({ maxLength: 400 }), fc.json()), fc.constantFrom('csv', 'tm27'), async (text, format) => {
      const { status } = await api.post('/api/read/spectrum').send({ format, kind: 'transmittance', text });
      expect(status).toBeLessThan(500);
    }),
    { numRuns: 60 },
  );
  await fc.assert(
    fc.asyncProperty(fc.jsonValue(), async (value) => {
      expect((await api.post('/api/kit').send({ entry: value })).status).toBeLessThan(500);
      expect(
        (await api.post('/api/kit/import').send({ format: 'fulgent-kit', version: 1, entries: [value] })).status,
      ).toBeLessThan(500);
    }),
    { numRuns: 60 },
  );
  expect(await count()).toBe(STAND_IN_KIT.length);
});

it('every stand-in can be counted, whatever the order of what is sent, and as earlier versions sent it', async () => {
  const turned = (value: unknown): unknown =>
    value !== null && typeof value === 'object' && !Array.isArray(value)
      ? Object.fromEntries(
          Object.entries(value)
            .reverse()
            .map(([key, one]) => [key, turned(one)]),
        )
      : value;
  for (const { id, kind } of STAND_IN_KIT.filter((one, i, all) => all.findIndex(({ kind }) => kind === one.kind) === i)) {
    const { entry } = (await api.get(`/api/kit/${id}`).expect(200)).body as { entry: KitEntry };
    const sent = turned({ ...entry, count: 5 }) as Record<string, unknown>;
    // What did not exist yet.
    if (kind === 'fixture') for (const key of ['quality', 'beam', 'spectra']) delete sent[key];
    if (kind === 'gel') delete sent['hours'];
    const put = await api.put(`/api/kit/${id}`).set('If-Match', '"0"').send(sent).expect(200);
    expect(put.body.entry.count).toBe(5);
  }
});

it('with own things only, stand-ins of what is carried are not at hand anywhere, until it is turned off', async () => {
  const hand = async () =>
    ((await api.get('/api/kit').expect(200)).body as { entry: KitEntry; standIn: boolean; atHand: boolean }[]).filter(
      ({ atHand }) => atHand,
    );
  expect((await api.get('/api/kit/policy').expect(200)).body).toEqual({ ownOnly: false });
  const all = (await hand()).length;
  const { id } = (await api.post('/api/kit').send({ entry: gel() }).expect(201)).body.entry;
  await api.put('/api/kit/policy').send({ ownOnly: 'yes' }).expect(422);
  expect((await api.put('/api/kit/policy').send({ ownOnly: true }).expect(200)).body).toEqual({ ownOnly: true });
  const gels = (await hand()).filter(({ entry }) => entry.kind === 'gel');
  expect(gels.map(({ entry }) => entry.id)).toEqual([id]);
  expect((await api.get(`/api/kit/${STAND_IN_KIT[0]!.id}`).expect(200)).body).toMatchObject({ standIn: true, atHand: false });
  await api.put('/api/kit/policy').send({ ownOnly: false }).expect(200);
  expect(await hand()).toHaveLength(all + 1);
});
