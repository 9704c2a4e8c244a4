import path from 'node:path';
import { demoLooks } from '@fulgent/core/demo';
import { LOOK_VERSION, type Look } from '@fulgent/core/document';
import { readConfig } from '../src/config';
import { openDatabase } from '../src/db/open';
import { benchEach, type Bench } from './support';

const samples = (f: (nm: number) => number) => {
  const wavelengthsNm = Array.from({ length: 81 }, (_, i) => 380 + 5 * i);
  return { wavelengthsNm, values: wavelengthsNm.map(f) };
};
const blueGel = (() => {
  const { wavelengthsNm, values } = samples((nm) => 0.02 + 0.7 * Math.exp(-4 * Math.LN2 * ((nm - 455) / 85) ** 2));
  return { wavelengthsNm, transmittance: values };
})();
const daylight = { kind: 'daylight', cct: 5600 };

let server: Bench;
let api: Bench['api'];

benchEach((made) => {
  server = made;
  ({ api } = made);
});

const demo = JSON.stringify(demoLooks()[0]);
const look = (): Look => JSON.parse(demo) as Look;
const create = async (): Promise<{ id: string; shootId: string; revision: number; look: Look }> =>
  (await api.post('/api/looks').send({ look: look() }).expect(201)).body;

describe('looks', () => {
  it('creates, reads, changes and lists; revisions stay', async () => {
    const made = await create();
    const read = await api.get(`/api/looks/${made.id}`).expect(200);
    expect(read.headers['etag']).toBe('"1"');
    expect(read.body.look).toEqual(look());
    const changed = { ...look(), title: 'Renamed' };
    const put = await api.put(`/api/looks/${made.id}`).set('If-Match', '"1"').send(changed).expect(200);
    expect(put.headers['etag']).toBe('"2"');
    const shoots = (await api.get('/api/shoots').expect(200)).body;
    expect(shoots[0].looks[0]).toMatchObject({ title: 'Renamed', revision: 2, card: { lights: 4 } });
    expect(shoots[0].looks[0].card.patches['backdrop']).toMatch(/^#[0-9a-f]{6}$/);
    expect((await api.get(`/api/looks/${made.id}/revisions`).expect(200)).body.map((r: any) => r.revision)).toEqual([2, 1]);
    expect((await api.get(`/api/looks/${made.id}/revisions/1`).expect(200)).body.title).toBe(look().title);
  });

  it('answers a stale write with 409 and the current version, and keeps what was there', async () => {
    const { id } = await create();
    await api
      .put(`/api/looks/${id}`)
      .set('If-Match', '"1"')
      .send({ ...look(), title: 'First' })
      .expect(200);
    const stale = await api
      .put(`/api/looks/${id}`)
      .set('If-Match', '"1"')
      .send({ ...look(), title: 'Second' })
      .expect(409);
    expect(stale.type).toBe('application/problem+json');
    expect(stale.body.current).toMatchObject({ id, revision: 2, look: { title: 'First' } });
    expect((await api.get(`/api/looks/${id}`)).body.look.title).toBe('First');
  });

  it('wants If-Match, and a whole one', async () => {
    const { id } = await create();
    await api.put(`/api/looks/${id}`).send(look()).expect(428);
    await api.put(`/api/looks/${id}`).set('If-Match', 'W/"x"').send(look()).expect(400);
  });

  it('exports and imports without loss', async () => {
    const { id } = await create();
    const file = await api.get(`/api/looks/${id}/export`).expect(200);
    expect(file.headers['content-disposition']).toContain('Piste-cyan-and-amber.fulgent.json');
    const again = await api
      .post('/api/looks')
      .send({ look: JSON.parse(file.text) })
      .expect(201);
    expect(again.body.look).toEqual(look());
  });

  it('deletes so that it can be undone', async () => {
    const { id } = await create();
    await api.delete(`/api/looks/${id}`).expect(204);
    await api.get(`/api/looks/${id}`).expect(404);
    await api.post(`/api/looks/${id}/restore`).expect(200);
    await api.get(`/api/looks/${id}`).expect(200);
    await api.post('/api/looks/none/restore').expect(404);
  });

  it('is there after the database is opened again', async () => {
    const { id } = await create();
    server.database.close();
    const again = openDatabase(server.folder, path.join(__dirname, '../drizzle'));
    api = server.with({ database: again });
    expect((await api.get(`/api/looks/${id}`).expect(200)).body.look).toEqual(look());
    again.close();
  });

  it('takes a hundred writes at once: exactly one of each revision wins', async () => {
    const { id } = await create();
    const answers = await Promise.all(
      Array.from({ length: 100 }, (_, i) =>
        api
          .put(`/api/looks/${id}`)
          .set('If-Match', '"1"')
          .send({ ...look(), title: `Try ${i}` }),
      ),
    );
    expect(answers.filter(({ status }) => status === 200)).toHaveLength(1);
    expect(answers.filter(({ status }) => status === 409)).toHaveLength(99);
  });
});

describe('shoots', () => {
  it('creates, renames, deletes and restores', async () => {
    const { body } = await api.post('/api/shoots').send({ title: 'Test shoot' }).expect(201);
    await api.patch(`/api/shoots/${body.id}`).send({ title: 'Other' }).expect(200);
    await api.delete(`/api/shoots/${body.id}`).expect(204);
    expect((await api.get('/api/shoots')).body).toEqual([]);
    await api.post(`/api/shoots/${body.id}/restore`).expect(204);
    expect((await api.get('/api/shoots')).body[0].title).toBe('Other');
    expect((await api.post('/api/shoots').send({ title: '  ' }).expect(422)).body.field).toBe('title');
  });

  it('adds the demo shoots once, with their looks', async () => {
    await api.post('/api/demo').expect(201);
    const { body } = await api.post('/api/demo').expect(201);
    expect(body.map((shoot: any) => shoot.id)).toEqual(['saltmarsh-fencing-club', 'night-oven', 'nocturne']);
    expect(body.map((shoot: any) => shoot.looks.length)).toEqual([4, 4, 2]);
    expect(body[0].looks.map((l: any) => l.card.trouble)).toEqual([
      null,
      expect.stringMatching(/clips|Washed out/),
      expect.stringMatching(/clips|Washed out/),
      null,
    ]);
  });
});

describe('looks of the first version', () => {
  it('are taken, stored and given back in the present one', async () => {
    const old: any = look();
    for (const key of ['whites', 'motion', 'baseline', 'boards']) delete old[key];
    old.version = 1;
    old.ambient = { lux: 60, cctK: 3600 };
    old.lights = old.lights.map(({ lamp: _lamp, ttl: _ttl, accepts: _accepts, ...light }: any) => light);
    const made = await api.post('/api/looks').send({ look: old }).expect(201);
    const { body } = await api.get(`/api/looks/${made.body.id}`).expect(200);
    expect(body.look).toMatchObject({
      version: LOOK_VERSION,
      ambient: { lux: 60, source: { kind: 'planck', cctK: 3600 }, blackoutStops: 0 },
      whites: [],
      camera: { mode: 'stills', fps: 24 },
    });
    await api.post('/api/compute/evaluate').send(old).expect(200);
  });

  it('and of the second: what the set gained since then starts as it was', async () => {
    const old: any = look();
    old.version = 2;
    delete old.air;
    delete old.motion.of;
    delete old.camera.diffusion;
    for (const key of ['form', 'hat', 'sunglasses', 'liquid', 'label']) delete old.subject[key];
    for (const key of ['type', 'gloss']) delete old.backdrop[key];
    for (const key of ['paint', 'gloss']) delete old.room[key];
    for (const light of old.lights) {
      delete light.rollDeg;
      delete light.modifier.cut;
      delete light.modifier.spill;
    }
    const made = await api.post('/api/looks').send({ look: old }).expect(201);
    const { body } = await api.get(`/api/looks/${made.body.id}`).expect(200);
    expect(body.look).toEqual(look());
  });
});

describe('bad input', () => {
  const huge = 'x'.repeat(5_000_000);
  const bad = (change: (l: any) => void) => {
    const l = look();
    change(l);
    return l;
  };
  it.each([
    ['not JSON', '/api/looks', '{"look":', 400, undefined],
    ['no look', '/api/looks', {}, 422, 'look'],
    ['a list', '/api/looks', [], 422, undefined],
    ['a wrong version', '/api/looks', { look: bad((l) => (l.version = 99)) }, 422, 'look.version'],
    ['an unknown gel', '/api/looks', { look: bad((l) => (l.lights[0].gels[0].gel = 'nope')) }, 422, 'look.lights[0].gels[0].gel'],
    ['a null for a number', '/api/looks', { look: bad((l) => (l.camera.iso = null)) }, 422, 'look.camera.iso'],
    ['a negative distance', '/api/looks', { look: bad((l) => (l.backdrop.distanceM = -1)) }, 422, 'look.backdrop.distanceM'],
    ['too much', '/api/looks', { look: huge }, 413, undefined],
    ['an unknown field', '/api/compute/light', { source: daylight, gel: [] }, 422, undefined],
    ['a source without CCT', '/api/compute/light', { source: { kind: 'planck' } }, 422, 'source.cct'],
    ['a CCT of daylight out of range', '/api/compute/light', { source: { kind: 'daylight', cct: 2000 } }, 422, 'source.cct'],
    ['a text for a number', '/api/compute/light', { source: { kind: 'planck', cct: '3200' } }, 422, 'source.cct'],
    ['a gel with nothing', '/api/compute/light', { source: daylight, gels: [{}] }, 422, 'gels[0].id'],
    ['an unknown gel id', '/api/compute/light', { source: daylight, gels: [{ id: 'nope' }] }, 422, 'gels[0].gel'],
    [
      '3 points',
      '/api/compute/light',
      { source: daylight, gels: [{ wavelengthsNm: [400, 500, 700], transmittance: [1, 1, 1] }] },
      422,
      'gels[0].wavelengthsNm',
    ],
    ['a leak over 1', '/api/compute/light', { source: daylight, gels: [blueGel], leak: 2 }, 422, 'leak'],
    [
      'ISO 0',
      '/api/compute/exposure',
      { light: { kind: 'flash', guideNumberM: 60, power: 1, distanceM: 3 }, camera: { aperture: 8, iso: 0, shutterS: 0.01 } },
      422,
      'camera.iso',
    ],
    [
      'distance 0',
      '/api/compute/exposure',
      { light: { kind: 'flash', guideNumberM: 60, power: 1, distanceM: 0 }, camera: { aperture: 8, iso: 100, shutterS: 0.01 } },
      422,
      'light.distanceM',
    ],
    [
      'no guide number',
      '/api/compute/exposure',
      { light: { kind: 'flash', power: 1, distanceM: 1 }, camera: { aperture: 8, iso: 100, shutterS: 0.01 } },
      422,
      'light.guideNumberM',
    ],
    ['a reflectance of 2', '/api/compute/window', { source: daylight, surface: { reflectance: 2 } }, 422, 'surface.reflectance'],
    [
      'a white balance of 1 K',
      '/api/compute/window',
      { source: daylight, surface: { reflectance: 0.18 }, camera: { whiteK: 1 } },
      422,
      'camera.whiteK',
    ],
    ['an unknown mood', '/api/compute/balance', { look: look(), options: { mood: 'sad' } }, 422, 'options.mood'],
    ['an aim over 1', '/api/compute/balance', { look: look(), options: { aims: { key: 4 } } }, 422, 'options.aims.key'],
    ['a string to evaluate', '/api/compute/evaluate', '"x"', 422, undefined],
  ])('answers %s with a clear problem', async (_, url, body, status, field) => {
    const answer = await api
      .post(url)
      .type('application/json')
      .send(typeof body === 'string' ? body : JSON.stringify(body));
    expect(answer.status).toBe(status);
    expect(answer.type).toBe('application/problem+json');
    expect(answer.body.detail.length).toBeGreaterThan(10);
    if (field) expect(answer.body.errors.map((e: any) => e.field)).toContain(field);
    expect((await api.get('/api/looks')).body).toEqual([]);
  });

  it('refuses other content types, unknown routes and deep nesting without falling over', async () => {
    await api.post('/api/looks').type('text/plain').send('hello').expect(415);
    await api.get('/api/nothing').expect(404);
    const deep = `${'['.repeat(200_000)}${']'.repeat(200_000)}`;
    await api.post('/api/looks').type('application/json').send(`{"look":${deep}}`).expect(400);
    await api
      .post('/api/looks')
      .type('application/json')
      .send(`{"look":{"format":"fulgent-look","version":${deep}}}`)
      .expect(400);
    // As deep as is read: refused by its shape.
    const shallow = `${'['.repeat(60)}${']'.repeat(60)}`;
    await api.post('/api/looks').type('application/json').send(`{"look":${shallow}}`).expect(422);
    expect((await api.get('/api/health').expect(200)).body.status).toBe('ok');
  });
});

describe('computations', () => {
  it('gives the reference figures of a blue gel on daylight', async () => {
    const { body } = await api
      .post('/api/compute/light')
      .send({ source: daylight, gels: [blueGel] })
      .expect(200);
    expect(body.stopsLost).toBeCloseTo(3.397, 2);
    expect(body.xy[0]).toBeCloseTo(0.15166, 3);
    expect(body).toMatchObject({ cct: null, duv: null });
    expect(body.channelStopsLost).toHaveLength(3);
    const leaky = await api
      .post('/api/compute/light')
      .send({ source: daylight, gels: [blueGel], leak: 0.05 })
      .expect(200);
    expect(leaky.body.stopsLost).toBeCloseTo(2.835, 2);
  });

  it('gives CCT and Duv of white light, and of samples', async () => {
    const { body } = await api
      .post('/api/compute/light')
      .send({ source: { kind: 'daylight', cct: 6500 } })
      .expect(200);
    expect(body.cct).toBeCloseTo(6501, -0.5);
    expect(body.duv).toBeCloseTo(0.0032, 3);
    const flat = await api
      .post('/api/compute/light')
      .send({ source: { kind: 'samples', ...samples(() => 7) } })
      .expect(200);
    expect(flat.body.xy[0]).toBeCloseTo(0.33333, 4);
  });

  it('gives the reference exposures', async () => {
    const flash = {
      light: { kind: 'flash', guideNumberM: 60, power: 0.5, distanceM: 3 },
      camera: { aperture: 11, iso: 100, shutterS: 1 / 160 },
    };
    expect((await api.post('/api/compute/exposure').send(flash).expect(200)).body.stopsOverMeter).toBeCloseTo(0.725, 3);
    const lamp = {
      light: { kind: 'continuous', luxAt1m: 4704, level: 1, distanceM: 1 },
      camera: { aperture: 5.6, iso: 100, shutterS: 1 / 60, ndStops: 2 },
    };
    expect((await api.post('/api/compute/exposure').send(lamp).expect(200)).body.stopsOverMeter).toBeCloseTo(-2, 2);
  });

  it('gives the reference window of blue on grey', async () => {
    const { body } = await api
      .post('/api/compute/window')
      .send({ source: daylight, gels: [blueGel], surface: { reflectance: 0.18 } })
      .expect(200);
    expect(body.lowStops).toBeCloseTo(-5.97, 1);
    expect(body.highStops).toBeCloseTo(-0.49, 1);
    expect(body).toMatchObject({ firstClipStage: 'output', firstClipChannel: 'B' });
    const onSkin = {
      source: daylight,
      gels: [{ id: 'amber-deep' }],
      surface: { ...samplesOf(0.3) },
      camera: { curve: 'log', headroomStops: 5.5 },
    };
    expect((await api.post('/api/compute/window').send(onSkin).expect(200)).body.highStops).toBeGreaterThan(0);
  });

  it('evaluates and balances a look', async () => {
    const readings = await api.post('/api/compute/evaluate').send(look()).expect(200);
    for (const { verdict } of readings.body.lights)
      expect(verdict).toEqual({ ...verdict, kind: expect.any(String), text: expect.stringMatching(/^[A-Z].*\.$/) });
    expect(readings.body.lights).toHaveLength(4);
    const dull = look();
    dull.lights[2]!.powerStops = -8;
    const { body } = await api
      .post('/api/compute/balance')
      .send({ look: dull, options: { mood: 'dark' } })
      .expect(200);
    expect(body.objective.after).toBeLessThan(body.objective.before);
    expect(body.changes.map((c: any) => c.lightId)).toContain('rim-right');
  });

  it('finds remedies with the kit that is there, each tried', async () => {
    const weak = look();
    for (const light of weak.lights)
      if (light.id === 'backdrop') light.fixture = { ...light.fixture, guideNumberM: 6 } as Look['lights'][number]['fixture'];
    const { body } = await api.post('/api/compute/remedies').send({ look: weak }).expect(200);
    expect(body.length).toBeGreaterThan(0);
    for (const { text, nearer, look: tried } of body) {
      expect(text).toMatch(/\.$/);
      expect(nearer).toBeGreaterThan(0);
      expect(tried.title).toBe(weak.title);
    }
    await api
      .post('/api/compute/remedies')
      .send({ look: { title: 'x' } })
      .expect(422);
  });
});

function samplesOf(reflectance: number) {
  const { wavelengthsNm, values } = samples(() => reflectance);
  return { wavelengthsNm, reflectance: values };
}

describe('settings', () => {
  it('reads the environment, and names what cannot be used', () => {
    expect(readConfig({}, '/x')).toMatchObject({ port: 4680, host: '127.0.0.1', dataFolder: '/x/.data', passcode: null });
    expect(() => readConfig({ PORT: 'abc' }, '/x')).toThrow(/PORT must be/);
    expect(() => readConfig({ HOST: '0.0.0.0' }, '/x')).toThrow(/FULGENT_PASSCODE/);
    expect(readConfig({ HOST: '0.0.0.0', FULGENT_PASSCODE: 'sixsix' }, '/x').passcode).toBe('sixsix');
  });
});
