import { createSocket } from 'node:dgram';
import { readE131 } from '@fulgent/core/control';
import { demoLooks, nightOvenLooks } from '@fulgent/core/demo';
import type { Look } from '@fulgent/core/document';
import sharp from 'sharp';
import { benchEach, bytes, makeLook, plainPicture, sendFrame, type Bench } from './support';

/** The checksum of PNG (ISO 3309). */
function crc32(bytes: Uint8Array): number {
  let crc = ~0;
  for (const byte of bytes) {
    crc ^= byte;
    for (let k = 0; k < 8; k++) crc = crc & 1 ? (crc >>> 1) ^ 0xedb88320 : crc >>> 1;
  }
  return ~crc >>> 0;
}

let api: Bench['api'];

benchEach((made) => ({ api } = made));

const poster = JSON.stringify(demoLooks()[0]);
const newLook = (look?: unknown) => makeLook(api, look);
const plain = plainPicture;
const send = (id: string, file: Buffer, type?: string, query?: string) => sendFrame(api, id, file, type, query);
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

  it('what the sheet says is what the pretended unit is dialled to: a correction brings it to the plan', async () => {
    const look = JSON.parse(poster) as Look;
    const id = await newLook(look);
    await api.post('/api/devices').send({ on: true }).expect(200);
    const meter = async () =>
      (await api.post('/api/devices/meter').send({ lookId: id, probe: 'face-key' }).expect(200)).body.stopsOverMeter as number;
    const planned = await meter();
    const deviations = { key: { outputStops: 0.9 } };
    await api.post('/api/devices/deviations').send({ lookId: id, deviations }).expect(200);
    expect((await meter()) - planned).toBeGreaterThan(0.5);
    const corrected = {
      ...look,
      lights: look.lights.map((light) =>
        light.id === 'key'
          ? { ...light, powerStops: light.powerStops - 0.9, unit: { ...light.unit, outputStops: light.unit.outputStops + 0.9 } }
          : light,
      ),
    };
    await api.put(`/api/looks/${id}`).set('If-Match', '"1"').send(corrected).expect(200);
    expect(Math.abs((await meter()) - planned)).toBeLessThan(0.2);
    // Planting another light later leaves this unit as it is.
    const both = { ...deviations, backdrop: { outputStops: 0.5 } };
    await api.post('/api/devices/deviations').send({ lookId: id, deviations: both }).expect(200);
    expect(Math.abs((await meter()) - planned)).toBeLessThan(0.2);
    await api.post('/api/devices').send({ on: false });
  });

  it('the camera shows what it sees now, and keeps nothing of it; a frame of a video says that it is one', async () => {
    const id = await newLook(JSON.parse(poster) as Look);
    await api.get(`/api/devices/live?lookId=${id}`).expect(409);
    await api.post('/api/devices').send({ on: true }).expect(200);
    const { body, headers } = await bytes(api.get(`/api/devices/live?lookId=${id}`)).expect(200);
    expect(headers['content-type']).toBe('image/jpeg');
    await api.get('/api/devices/live?lookId=nobody').expect(404);
    expect((await api.get(`/api/looks/${id}/frames`)).body).toEqual([]);
    const sent = (query: string) =>
      api
        .post(`/api/looks/${id}/frames?name=Live${query}`)
        .set('Content-Type', 'image/jpeg')
        .send(body as Buffer)
        .expect(201);
    expect((await sent('&video=yes')).body.notes.video).toBe(true);
    expect((await sent('')).body.notes.video).toBe(false);
    await api.post('/api/devices').send({ on: false });
  });

  it('the camera brackets one light, within what it can be dialled to', async () => {
    const look = JSON.parse(poster) as Look;
    const id = await newLook(look);
    await api.post('/api/devices').send({ on: true }).expect(200);
    const shoot = (stops: number) => api.post('/api/devices/shoot').send({ lookId: id, widthPx: 96, light: 'key', stops });
    const { body: frame } = await shoot(-1).expect(201);
    expect(frame).toMatchObject({ kind: 'bracket', lightId: 'key', stops: -1, measured: null });
    const { body: refused } = await shoot(6).expect(422);
    expect(refused.field).toBe('stops');
    expect(refused.detail ?? refused.errors[0].message).toMatch(/no more range/);
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
