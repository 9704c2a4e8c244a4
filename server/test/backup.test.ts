import { existsSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { demoLooks } from '@fulgent/core/demo';
import { unzipSync, zipSync } from 'fflate';
import { listCopies, makeCopy, restoreCopy, verified } from '../src/backup/copies';
import { bench, benchEach, bytes, inProcess, makeLook, plainPicture, sendFrame, type Bench } from './support';

let server: Bench;
let api: Bench['api'];

benchEach((made) => {
  server = made;
  ({ api } = made);
});

const poster = JSON.stringify(demoLooks()[0]);
const newLook = () => makeLook(api);
const plain = plainPicture;
const send = (id: string, file: Buffer, type?: string) => sendFrame(api, id, file, type);
const notes = { marks: [], verdict: 'kept', words: 'rim too pale', by: 'client', chosen: true, graded: false };

describe('the archive', () => {
  const archive = async (from = api): Promise<Buffer> => (await bytes(from.get('/api/backup')).expect(200)).body;
  const take = (bytes: Buffer | Uint8Array, into = api) =>
    into.post('/api/backup').set('Content-Type', 'application/zip').send(Buffer.from(bytes));

  it('carries everything to another machine without loss', async () => {
    const id = await newLook();
    const { body: frame } = await send(id, await plain().png().toBuffer(), 'image/png').expect(201);
    await api.patch(`/api/frames/${frame.id}`).set('If-Match', '"1"').send({ notes }).expect(200);
    const look = { ...JSON.parse(poster), title: 'Second revision' };
    await api.put(`/api/looks/${id}`).set('If-Match', '"1"').send(look).expect(200);
    const bytes = await archive();
    const other = bench();
    expect((await take(bytes, other.api).expect(200)).body).toEqual({ added: 2, same: 0, beside: 0, left: 0 });
    expect((await other.api.get(`/api/looks/${id}`).expect(200)).body).toMatchObject({
      revision: 2,
      look: { title: 'Second revision' },
    });
    expect((await other.api.get(`/api/looks/${id}/revisions`)).body).toHaveLength(2);
    expect((await other.api.get(`/api/frames/${frame.id}`).expect(200)).body.notes).toMatchObject(notes);
    // Once more changes nothing.
    expect((await take(bytes, other.api).expect(200)).body).toEqual({ added: 0, same: 2, beside: 0, left: 0 });
    // What was changed here meanwhile stays, and the other stands beside it.
    await other.api
      .put(`/api/looks/${id}`)
      .set('If-Match', '"2"')
      .send({ ...look, title: 'Mine' })
      .expect(200);
    expect((await take(bytes, other.api).expect(200)).body).toMatchObject({ beside: 1 });
    expect((await other.api.get('/api/looks')).body.map(({ title }: { title: string }) => title).sort()).toEqual([
      'Mine',
      'Second revision',
    ]);
    other.close();
  });

  it('of an earlier version, with less said of its frames, is taken in', async () => {
    const id = await newLook();
    const { body: frame } = await send(id, await plain().jpeg().toBuffer()).expect(201);
    const files = unzipSync(await archive());
    const name = `frames/${frame.id}.json`;
    const entry = JSON.parse(new TextDecoder().decode(files[name]));
    for (const key of ['drawn', 'gradedFrom', 'gradedHow']) Reflect.deleteProperty(entry.notes, key);
    const old = zipSync({ ...files, [name]: new TextEncoder().encode(JSON.stringify(entry)) });
    const other = bench();
    await take(old, other.api).expect(200);
    expect((await other.api.get(`/api/frames/${frame.id}`).expect(200)).body.notes).toEqual(frame.notes);
    expect((await other.api.get(`/api/frames/${frame.id}/original`).buffer(true).expect(200)).body).toHaveLength(
      (await plain().jpeg().toBuffer()).length,
    );
    other.close();
  });

  it.each([
    ['a revision twice', (entry: { revisions: object[] }) => entry.revisions.push(entry.revisions[0]!)],
    [
      'a revision that no whole number follows',
      (entry: { revision: number; revisions: { revision: number }[] }) => {
        entry.revision = Number.MAX_SAFE_INTEGER;
        entry.revisions.at(-1)!.revision = Number.MAX_SAFE_INTEGER;
      },
    ],
  ])('with %s is refused, and nothing of it is kept', async (_what, spoil) => {
    await newLook();
    const files = unzipSync(await archive());
    const name = Object.keys(files).find((one) => one.startsWith('looks/'))!;
    const entry = JSON.parse(new TextDecoder().decode(files[name]));
    spoil(entry);
    const other = bench();
    const { body } = await take(zipSync({ ...files, [name]: new TextEncoder().encode(JSON.stringify(entry)) }), other.api).expect(
      422,
    );
    expect(JSON.stringify(body)).toContain(name);
    expect((await other.api.get('/api/looks')).body).toEqual([]);
    other.close();
  });

  it('of which a picture is damaged is refused by its name, and comes in without its frame where that is wished', async () => {
    const id = await newLook();
    const { body: frame } = await send(id, await plain().jpeg().toBuffer()).expect(201);
    await send(id, await plain().png().toBuffer(), 'image/png').expect(201);
    const files = unzipSync(await archive());
    const other = bench();
    const broken = zipSync({ ...files, [`frames/${frame.id}.picture`]: new Uint8Array([1, 2, 3]) });
    const { body } = await take(broken, other.api).expect(422);
    expect(body).toMatchObject({ field: `frames/${frame.id}.picture`, canLeave: true });
    expect(body.detail).toMatch(/Nothing was taken in/);
    expect((await other.api.get('/api/looks')).body).toEqual([]);
    expect((await other.api.get('/api/shoots')).body).toEqual([]);
    expect(other.database.client.prepare('select count(*) as n from revisions').get()).toEqual({ n: 0 });
    expect(readdirSync(path.join(other.folder, 'frames'))).toEqual([]);
    expect(readdirSync(path.join(other.folder, 'incoming'))).toEqual([]);
    const left = other.api.post('/api/backup?unread=leave').set('Content-Type', 'application/zip').send(Buffer.from(broken));
    expect((await left.expect(200)).body).toMatchObject({ added: 2, left: 1 });
    expect((await other.api.get(`/api/looks/${id}/frames`)).body).toHaveLength(1);
    other.close();
  });

  it('does not read pictures again that are here; one that was lost comes back', async () => {
    const id = await newLook();
    const { body: frame } = await send(id, await plain().jpeg().toBuffer()).expect(201);
    const bytes = await archive();
    const slow = server.with({ decode: () => Promise.reject(new Error('This picture is too slow.')) });
    expect((await take(bytes, slow).expect(200)).body).toMatchObject({ added: 0, same: 2 });
    const original = path.join(server.folder, 'frames', `${frame.id}.original`);
    rmSync(original);
    await take(bytes).expect(200);
    expect(existsSync(original)).toBe(true);
    expect((await api.get(`/api/looks/${id}/frames`)).body).toHaveLength(1);
  });

  it('is seen only once it is whole, and others are answered meanwhile', async () => {
    const id = await newLook();
    const files = unzipSync(await archive());
    const entry = JSON.parse(new TextDecoder().decode(files[`looks/${id}.json`]));
    const more = Object.fromEntries(
      Array.from({ length: 12 }, (_, i) => [
        `looks/look-${i}.json`,
        new TextEncoder().encode(JSON.stringify({ ...entry, id: `look-${i}` })),
      ]),
    );
    const other = bench();
    let read = 0;
    const seen: number[] = [];
    const watching = other.with({
      work: {
        acceptLater: async (written) => {
          if (++read % 4 === 0) seen.push((await other.api.get('/api/looks').expect(200)).body.length);
          return inProcess.acceptLater(written);
        },
      },
    });
    await take(zipSync({ ...files, ...more }), watching).expect(200);
    expect(seen).toEqual([0, 0, 0]);
    expect((await other.api.get('/api/looks')).body).toHaveLength(13);
    other.close();
  });

  it('is refused whole when anything in it is wrong, with the name of the file', async () => {
    await newLook();
    const files = unzipSync(await archive());
    const name = Object.keys(files).find((one) => one.startsWith('looks/'))!;
    const changed = (change: Record<string, Uint8Array | null>) => {
      const next = { ...files, ...change };
      return zipSync(
        Object.fromEntries(Object.entries(next).filter((entry): entry is [string, Uint8Array] => entry[1] !== null)),
      );
    };
    const text = (value: unknown) => new TextEncoder().encode(JSON.stringify(value));
    const look = JSON.parse(new TextDecoder().decode(files[name]));
    look.revisions[0].look.camera.iso = -5;
    for (const [bytes, wanted] of [
      [new Uint8Array([1, 2, 3]), /no ZIP archive/],
      [changed({ 'archive.json': null }), /archive.json is missing/],
      [changed({ '../../evil.json': text({}) }), /did not put there/],
      [changed({ 'looks/..%2f.json': text({}) }), /did not put there/],
      [changed({ [name]: text(look) }), /iso/],
      [changed({ 'shoots.json': text([]) }), /belongs to a shoot/],
      [changed({ 'shoots.json': new TextEncoder().encode('{') }), /not JSON/],
      [zipSync({ 'archive.json': new Uint8Array(8_000_000) }, { level: 9 }), /beyond measure/],
    ] as const)
      expect((await take(bytes).expect(422)).body.detail).toMatch(wanted);
    expect((await api.get('/api/looks')).body).toHaveLength(1);
    await api.post('/api/backup').set('Content-Type', 'text/plain').send('x').expect(415);
  });
});

describe('copies of the database', () => {
  it('are made while it is in use, verified, and put back', async () => {
    const id = await newLook();
    const { body } = await api.post('/api/backup/copies').expect(201);
    expect((await api.get('/api/backup/copies')).body[0].name).toBe(body.name);
    await api.delete(`/api/looks/${id}`).expect(204);
    const file = path.join(server.folder, 'copies', body.name);
    expect(verified(file)).toMatchObject({ looks: 1, shoots: 1 });
    const other = bench();
    other.database.close();
    expect(restoreCopy(file, other.folder)).toMatchObject({ looks: 1 });
    expect(readdirSync(other.folder).some((name) => name.includes('.before-'))).toBe(true);
    expect(verified(path.join(other.folder, 'fulgent.db'))).toMatchObject({ looks: 1 });
    rmSync(other.folder, { recursive: true });
  });

  it('that are damaged are refused before anything is touched', async () => {
    await newLook();
    const copy = await makeCopy(server.database.client, server.folder);
    const file = path.join(server.folder, 'copies', copy.name);
    const bytes = readFileSync(file);
    bytes.fill(0x5a, 4096, bytes.length);
    writeFileSync(file, bytes);
    expect(() => restoreCopy(file, server.folder)).toThrow();
    expect(existsSync(path.join(server.folder, 'fulgent.db'))).toBe(true);
    await api.get('/api/health').expect(200);
  });

  it('are kept for a fortnight', async () => {
    for (let i = 0; i < 16; i++) await makeCopy(server.database.client, server.folder, new Date(Date.UTC(2026, 0, 1 + i)));
    const names = listCopies(server.folder).map(({ name }) => name);
    expect(names).toHaveLength(14);
    expect(names[0]).toContain('20260116');
  });
});
