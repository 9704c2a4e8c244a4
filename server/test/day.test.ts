import { createSocket } from 'node:dgram';
import { existsSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { readE131 } from '@fulgent/core/control';
import { demoLooks, nightOvenLooks } from '@fulgent/core/demo';
import type { Look } from '@fulgent/core/document';
import { unzipSync, zipSync } from 'fflate';
import sharp from 'sharp';
import { listCopies, makeCopy, restoreCopy, verified } from '../src/backup/copies';
import { bench, bytes, inProcess, type Bench } from './support';

/** The checksum of PNG (ISO 3309). */
function crc32(bytes: Uint8Array): number {
  let crc = ~0;
  for (const byte of bytes) {
    crc ^= byte;
    for (let k = 0; k < 8; k++) crc = crc & 1 ? (crc >>> 1) ^ 0xedb88320 : crc >>> 1;
  }
  return ~crc >>> 0;
}

let server: Bench;
let api: Bench['api'];

beforeEach(() => {
  server = bench();
  ({ api } = server);
});

afterEach(() => server.close());

const poster = JSON.stringify(demoLooks()[0]);
const newLook = async (look: unknown = JSON.parse(poster)): Promise<string> =>
  (await api.post('/api/looks').send({ look }).expect(201)).body.id;
const plain = (width = 60, height = 40) =>
  sharp({ create: { width, height, channels: 3, background: { r: 255, g: 120, b: 0 } } });
const send = (id: string, file: Buffer, type = 'image/jpeg', query = '') =>
  api.post(`/api/looks/${id}/frames${query}`).set('Content-Type', type).send(file);
const notes = { marks: [], verdict: 'kept', words: 'rim too pale', by: 'client', chosen: true, graded: false };

describe('test frames', () => {
  it.each([
    ['image/jpeg', () => plain().jpeg().toBuffer()],
    ['image/png', () => plain().png().toBuffer()],
    ['image/tiff', () => plain().tiff({ compression: 'lzw' }).toBuffer()],
  ])('are taken as %s, kept as they came, and shown as PNG with the same clipping', async (type, make) => {
    const id = await newLook();
    const file = await make();
    const { body } = await send(id, file, type, '?name=One&kind=alone&light=key&stops=-1').expect(201);
    expect(body).toMatchObject({
      lookId: id,
      name: 'One',
      kind: 'alone',
      lightId: 'key',
      stops: -1,
      mime: type,
      widthPx: 60,
      heightPx: 40,
      revision: 1,
    });
    const original = await bytes(api.get(`/api/frames/${body.id}/original`));
    expect(Buffer.compare(original.body, file)).toBe(0);
    const preview = await api.get(`/api/frames/${body.id}/preview`).expect('Content-Type', /png/).expect(200);
    const { data } = await sharp(preview.body).raw().toBuffer({ resolveWithObject: true });
    expect(data[0]).toBeGreaterThanOrEqual(254);
    expect((await api.get(`/api/frames/${body.id}/look`).expect(200)).body.title).toBe(JSON.parse(poster).title);
    expect((await api.get(`/api/looks/${id}/frames`).expect(200)).body).toHaveLength(1);
  });

  it('bring exposure from EXIF', async () => {
    const file = await plain()
      .jpeg()
      .withExif({
        IFD0: { Model: 'Test body' },
        IFD2: { FNumber: '56/10', ExposureTime: '1/125', ISOSpeedRatings: '200', FocalLength: '85/1', WhiteBalance: '1' },
      })
      .toBuffer();
    const { body } = await send(await newLook(), file).expect(201);
    expect(body.meta).toMatchObject({
      aperture: 5.6,
      iso: 200,
      shutterS: 0.008,
      focalMm: 85,
      white: 'manual',
      camera: 'Test body',
    });
  });

  it('are refused with the reason and the remedy when they are no pictures, damaged or cut short', async () => {
    const id = await newLook();
    const good = await plain(400, 300).png().toBuffer();
    for (const [file, wanted] of [
      [Buffer.from('%PDF-1.7 not a picture'), /JPEG, PNG or TIFF/],
      [Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"/>'), /JPEG, PNG or TIFF/],
      [good.subarray(0, good.length / 2), /damaged|cut short/],
      [await plain().gif().toBuffer(), /GIF/],
    ] as const) {
      const { body } = await send(id, file as Buffer, 'image/png').expect(422);
      expect(body).toMatchObject({ field: 'file' });
      expect(body.detail).toMatch(wanted);
    }
    await send('nowhere', good, 'image/png').expect(404);
    await send(id, good, 'text/plain').expect(415);
    await send(id, good, 'image/png', '?kind=odd').expect(422);
    await send(id, good, 'image/png', '?stops=many').expect(422);
    expect((await api.get(`/api/looks/${id}/frames`)).body).toEqual([]);
  });

  it('refuses a picture of too many pixels before it is opened', async () => {
    // A small picture whose header says otherwise: width and height, then the checksum over them.
    const file = await plain().png().toBuffer();
    file.writeUInt32BE(16_000, 16);
    file.writeUInt32BE(9000, 20);
    file.writeUInt32BE(crc32(file.subarray(12, 29)), 29);
    const { body } = await send(await newLook(), file, 'image/png').expect(422);
    expect(body.detail).toMatch(/120 million pixels/);
  });

  it('are judged over their revision; a stale judgement is told and loses nothing', async () => {
    const { body: frame } = await send(await newLook(), await plain().jpeg().toBuffer()).expect(201);
    const change = (revision: string, more = {}) =>
      api
        .patch(`/api/frames/${frame.id}`)
        .set('If-Match', revision)
        .send({ notes: { ...notes, ...more } });
    expect((await change('"1"').expect(200)).body).toMatchObject({ revision: 2, notes: { words: 'rim too pale', by: 'client' } });
    expect((await change('"1"').expect(409)).body.current.notes.words).toBe('rim too pale');
    expect((await change('"2"', { verdict: 'lovely' }).expect(422)).body.field).toBe('notes.verdict');
    expect((await change('"2"', { marks: [{ probe: 'a', x: 2, y: 0 }] }).expect(422)).body.field).toBe('notes.marks[0].x');
  });

  it('are deleted and brought back', async () => {
    const { body: frame } = await send(await newLook(), await plain().jpeg().toBuffer()).expect(201);
    await api.delete(`/api/frames/${frame.id}`).expect(204);
    await api.get(`/api/frames/${frame.id}/preview`).expect(404);
    await api.post(`/api/frames/${frame.id}/restore`).expect(200);
    await api.get(`/api/frames/${frame.id}`).expect(200);
  });

  it('stand in the log beside trims, versions and words', async () => {
    const id = await newLook();
    await send(id, await plain().jpeg().toBuffer()).expect(201);
    const { body } = await api.get('/api/log').expect(200);
    expect(body[0]).toMatchObject({ lookId: id, frames: [{ name: 'Frame' }], trims: [], fixtures: expect.any(Array) });
  });
});

describe('the stand-in devices', () => {
  const made = JSON.stringify(nightOvenLooks()[0]);
  const oven = (): Look => JSON.parse(made) as Look;

  it('are off until they are turned on', async () => {
    expect((await api.get('/api/devices').expect(200)).body).toMatchObject({ on: false, port: null, fixtures: [] });
    const id = await newLook();
    for (const [route, body] of [
      ['send', { lookId: id }],
      ['meter', { lookId: id, probe: 'face-key' }],
      ['shoot', { lookId: id }],
    ] as const)
      expect((await api.post(`/api/devices/${route}`).send(body).expect(409)).body.detail).toMatch(
        /Turn the stand-in devices on/,
      );
  });

  it('take the dialled values over the network and give them back', async () => {
    const look = oven();
    const id = await newLook(look);
    await api.post('/api/devices').send({ on: true }).expect(200);
    const { body } = await api.post('/api/devices/send').send({ lookId: id }).expect(200);
    expect(body.packets).toBe(1);
    for (const { lightId, state } of body.fixtures) {
      const light = look.lights.find((one) => one.id === lightId)!;
      expect(Math.abs(state.level - 2 ** light.powerStops)).toBeLessThan(1e-4);
      expect(state.mode).toBe(light.setting?.mode ?? 'level');
      if (light.setting?.mode === 'hsi') expect(Math.abs(state.dials[0].value - light.setting.hueDeg)).toBeLessThan(0.01);
    }
    await api.post('/api/devices').send({ on: false }).expect(200);
  });

  it('listen to any sender of the standard on loopback and to nothing else', async () => {
    const id = await newLook(oven());
    const { body: on } = await api.post('/api/devices').send({ on: true }).expect(200);
    await api.post('/api/devices/send').send({ lookId: id }).expect(200);
    const socket = createSocket('udp4');
    const packet = Buffer.alloc(130, 7);
    expect(readE131(packet)).toBeNull();
    await new Promise<void>((resolve) => socket.send(packet, on.port, '127.0.0.1', () => resolve()));
    socket.close();
    await new Promise((resolve) => setImmediate(resolve));
    expect((await api.get('/api/devices')).body.packets).toBe(1);
    await api.post('/api/devices').send({ on: false });
  });

  it('the camera and the meter see what was planted', async () => {
    const look = JSON.parse(poster) as Look;
    const id = await newLook(look);
    await api.post('/api/devices').send({ on: true }).expect(200);
    const meter = async () =>
      (await api.post('/api/devices/meter').send({ lookId: id, probe: 'face-key' }).expect(200)).body.stopsOverMeter as number;
    const plain_ = await meter();
    await api
      .post('/api/devices/deviations')
      .send({ lookId: id, deviations: Object.fromEntries(look.lights.map((light) => [light.id, { outputStops: 1 }])) })
      .expect(200);
    // Another look of the same lights is as it was planned.
    const other = await newLook(look);
    const there = await api.post('/api/devices/meter').send({ lookId: other, probe: 'face-key' }).expect(200);
    expect(there.body.stopsOverMeter - plain_).toBeCloseTo(0, 0);
    await api.post('/api/devices/deviations').send({ lookId: 'none', deviations: {} }).expect(404);
    expect((await meter()) - plain_).toBeCloseTo(1, 0);
    const { body: frame } = await api.post('/api/devices/shoot').send({ lookId: id, widthPx: 96, alone: 'rim-left' }).expect(201);
    expect(frame).toMatchObject({
      kind: 'alone',
      lightId: 'rim-left',
      widthPx: 96,
      heightPx: 120,
      meta: { iso: look.camera.iso },
    });
    expect((await api.post('/api/devices/shoot').send({ lookId: id, alone: 'nobody' }).expect(422)).body.field).toBe('alone');
    expect(
      (
        await api
          .post('/api/devices/deviations')
          .send({ lookId: id, deviations: { key: { outputStops: 9 } } })
          .expect(422)
      ).body.field,
    ).toBe('outputStops');
    await api.post('/api/devices').send({ on: false });
  });
});

describe('the log', () => {
  const log = async () => (await api.get('/api/log').expect(200)).body as { lookId: string; title: string; note: string }[];

  it('follows what changes: a look is read anew only when it has a new revision', async () => {
    const ids: string[] = [];
    for (let i = 0; i < 23; i++) ids.push(await newLook({ ...(JSON.parse(poster) as Look), title: `Look ${i}` }));
    expect((await log()).map(({ title }) => title).sort()).toEqual(ids.map((_, i) => `Look ${i}`).sort());
    const look = JSON.parse(poster) as Look;
    await api
      .put(`/api/looks/${ids[4]}`)
      .set('If-Match', '"1"')
      .send({ ...look, title: 'Fourth', brief: { ...look.brief, note: 'said since' } })
      .expect(200);
    await api.delete(`/api/looks/${ids[7]}`).expect(204);
    const now = await log();
    expect(now.find(({ lookId }) => lookId === ids[4])).toMatchObject({ title: 'Fourth', note: 'said since' });
    expect(now.some(({ lookId }) => lookId === ids[7])).toBe(false);
    expect(now[0]!.lookId).toBe(ids[4]);
    await api.post(`/api/looks/${ids[7]}/restore`).expect(200);
    expect((await log()).some(({ lookId }) => lookId === ids[7])).toBe(true);
  });

  it('answers several at once while looks are written', async () => {
    const ids: string[] = [];
    for (let i = 0; i < 12; i++) ids.push(await newLook());
    const look = JSON.parse(poster) as Look;
    const answers = await Promise.all([
      log(),
      api
        .put(`/api/looks/${ids[0]}`)
        .set('If-Match', '"1"')
        .send({ ...look, title: 'Meanwhile' }),
      log(),
      api.delete(`/api/looks/${ids[1]}`),
      log(),
    ]);
    expect(answers).toHaveLength(5);
    const after = await log();
    expect(after).toHaveLength(11);
    expect(after.find(({ lookId }) => lookId === ids[0])!.title).toBe('Meanwhile');
  });
});

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

describe('reached from other machines', () => {
  const open = async (guarded: Bench['api'], passcode: string) => guarded.post('/api/session').send({ passcode });

  it('wants the passcode once, and keeps the session in a cookie that scripts cannot read', async () => {
    const guarded = server.with({ passcode: 'darkroom' });
    await guarded.get('/api/health').expect(401);
    expect((await guarded.get('/api/session').expect(200)).body).toEqual({ wanted: true, open: false });
    expect((await open(guarded, 'wrong')).body).toMatchObject({ status: 401, field: 'passcode' });
    const answer = await open(guarded, 'darkroom');
    const [cookie] = answer.get('Set-Cookie')!;
    expect(cookie).toMatch(/HttpOnly/);
    expect(cookie).toMatch(/SameSite=Strict/);
    const value = cookie!.split(';')[0]!;
    await guarded.get('/api/health').set('Cookie', value).expect(200);
    await guarded.get('/api/backup/copies').expect(401);
    await guarded.get('/api/backup/copies').set('Cookie', value).expect(200);
    // A forged or altered session, and one of another passcode, are none.
    await guarded.get('/api/health').set('Cookie', `${value}x`).expect(401);
    await guarded.get('/api/health').set('Cookie', 'fulgent_session=constructor').expect(401);
    await server.with({ passcode: 'another' }).get('/api/health').set('Cookie', value).expect(401);
    // It outlives a restart.
    await server.with({ passcode: 'darkroom' }).get('/api/health').set('Cookie', value).expect(200);
  });

  it('slows down guessing', async () => {
    const guarded = server.with({ passcode: 'darkroom' });
    for (let i = 0; i < 6; i++) expect((await open(guarded, `guess ${i}`)).status).toBe(401);
    const answer = await open(guarded, 'darkroom');
    expect(answer.status).toBe(429);
    expect(answer.body.detail).toMatch(/Wait a minute/);
  });

  it('answers to its own names only, and takes changes from its own pages only', async () => {
    await api.get('/api/health').set('Host', 'elsewhere.example').expect(421);
    await api.get('/api/health').set('Host', 'localhost:4680').expect(200);
    await server
      .with({ hosts: new Set(['set.example']) })
      .get('/api/health')
      .set('Host', 'SET.example:80')
      .expect(200);
    await api.post('/api/shoots').set('Origin', 'http://elsewhere.example').send({ title: 'x' }).expect(403);
    await api.post('/api/shoots').set('Host', 'localhost').set('Origin', 'http://localhost').send({ title: 'x' }).expect(201);
    await api.post('/api/shoots').set('Sec-Fetch-Site', 'cross-site').send({ title: 'x' }).expect(403);
  });

  it('says where it is reached', async () => {
    const { body } = await server
      .with({ passcode: null, addresses: () => ['http://192.0.2.7:4680'] })
      .get('/api/reach')
      .expect(200);
    expect(body).toEqual({ addresses: ['http://192.0.2.7:4680'], passcodeWanted: false, authority: null });
  });
});
