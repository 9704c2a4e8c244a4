import { chmodSync, mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { gzipSync } from 'node:zlib';
import { demoLooks } from '@fulgent/core/demo';
import type { Look } from '@fulgent/core/document';
import { FIGURES_VERSION } from '@fulgent/core/figure';
import sharp from 'sharp';
import type { Render, Sketch } from '../src/work/pool';
import { lookPictures } from '../src/frames/look-pictures';
import { bench, bytes, type Bench } from './support';

const poster = demoLooks()[0]!;
const grey: Render = async ({ width, height }) => new Uint8ClampedArray(4 * width * height).fill(120);
const sketch: Sketch = async () => Buffer.from('a coarse one');

describe('kept pictures of looks', () => {
  let folder: string;
  beforeEach(() => {
    folder = mkdtempSync(path.join(tmpdir(), 'fulgent-pictures-'));
  });
  afterEach(() => rmSync(folder, { recursive: true, force: true }));
  const kept = () => readdirSync(path.join(folder, 'look-pictures'));
  const read = () => poster;

  it('are drawn once, however many ask at once, and then only read', async () => {
    let drawn = 0;
    const pictures = lookPictures(
      folder,
      (request) => {
        drawn++;
        return grey(request);
      },
      sketch,
    );
    expect(await pictures.stored('a', 1)).toBeNull();
    const [one, two] = await Promise.all([pictures.of('a', 1, read), pictures.of('a', 1, read)]);
    expect(one.equals(two)).toBe(true);
    expect((await pictures.of('a', 1, read)).equals(one)).toBe(true);
    expect((await pictures.stored('a', 1))!.equals(one)).toBe(true);
    expect(drawn).toBe(1);
  });

  it('show all that the camera takes in, its longer side 720', async () => {
    const pictures = lookPictures(folder, grey, sketch);
    const sizeOf = async (look: Look, id: string) => {
      const { width, height } = await sharp(await pictures.of(id, 1, () => look)).metadata();
      return [width, height];
    };
    expect(await sizeOf({ ...poster, camera: { ...poster.camera, sensorWidthMm: 36, sensorHeightMm: 24 } }, 'a')).toEqual([
      720, 480,
    ]);
    expect(await sizeOf({ ...poster, camera: { ...poster.camera, sensorWidthMm: 24, sensorHeightMm: 36 } }, 'b')).toEqual([
      480, 720,
    ]);
  });

  it('of earlier revisions go when a newer one is kept; those of other looks stay, whatever their names', async () => {
    const pictures = lookPictures(folder, grey, sketch);
    for (const id of ['a', 'ab', '../a', '']) await pictures.of(id, 1, read);
    await pictures.of('a', 2, read);
    // A slow drawing of an old revision does not take the newer one away.
    await pictures.of('a', 1, read);
    expect(await pictures.stored('a', 2)).not.toBeNull();
    await pictures.of('a', 3, read);
    expect(await pictures.stored('a', 1)).toBeNull();
    expect(await pictures.stored('ab', 1)).not.toBeNull();
    expect(kept()).toHaveLength(4);
    expect(kept().every((name) => /^[0-9a-f]{24}-\d+-/.test(name) && name.includes(FIGURES_VERSION))).toBe(true);
    expect(readdirSync(folder)).toEqual(['look-pictures']);
  });

  it('that could not be drawn are tried again, and leave nothing behind', async () => {
    let works = false;
    const pictures = lookPictures(
      folder,
      async (request) => {
        if (!works) throw new Error('out of memory');
        return grey(request);
      },
      sketch,
    );
    await expect(pictures.of('a', 1, read)).rejects.toThrow('out of memory');
    expect(await pictures.stored('a', 1)).toBeNull();
    works = true;
    expect((await pictures.of('a', 1, read)).length).toBeGreaterThan(500);
  });

  it('are given also where they cannot be kept', async () => {
    // A file stands where their folder should.
    writeFileSync(path.join(folder, 'look-pictures'), '');
    chmodSync(folder, 0o700);
    const pictures = lookPictures(folder, grey, sketch);
    expect((await pictures.of('a', 1, read)).length).toBeGreaterThan(500);
    expect(await pictures.stored('a', 1)).toBeNull();
  });
});

describe('pictures and figures over HTTP', () => {
  let server: Bench;
  let figures: string;
  beforeEach(() => {
    server = bench();
    figures = mkdtempSync(path.join(tmpdir(), 'fulgent-figures-'));
    writeFileSync(path.join(figures, 'head-long.quick.bin.gz'), gzipSync(Buffer.from('baked')));
  });
  afterEach(() => {
    server.close();
    rmSync(figures, { recursive: true });
  });

  it('whoever waits gets a coarse picture until there is a fine one; that of a revision never changes', async () => {
    let sketches = 0;
    const api = server.with({
      work: {
        renderLater: grey,
        sketch: (request) => {
          sketches++;
          return sketch(request);
        },
      },
    });
    const { id } = (await api.post('/api/looks').send({ look: poster })).body as { id: string };
    const ask = (query: string) => api.get(`/api/looks/${id}/picture?${query}`);
    for (const _ of [1, 2]) {
      const coarse = await ask('revision=1&now');
      expect(coarse.headers['content-type']).toBe('image/jpeg');
      // The next time there may be a better one.
      expect(coarse.headers['cache-control']).toBe('no-store');
      expect((coarse.body as Buffer).toString()).toBe('a coarse one');
    }
    const drawn = await ask('revision=1');
    expect(drawn.status).toBe(200);
    expect(drawn.headers['content-type']).toBe('image/jpeg');
    expect(drawn.headers['cache-control']).toMatch(/max-age=31536000/);
    const kept = await ask('revision=1&now');
    expect((kept.body as Buffer).equals(drawn.body as Buffer)).toBe(true);
    expect(kept.headers['cache-control']).toMatch(/max-age=31536000/);
    expect(sketches).toBe(2);
    expect((await ask('')).headers['cache-control']).toBe('no-cache');
    // A revision that is no longer, or not yet, the present one is not drawn for.
    expect((await ask('revision=7')).status).toBe(204);
    expect((await ask('revision=7&now')).status).toBe(204);
    expect((await api.get('/api/looks/nobody/picture')).status).toBe(404);
  });

  it('a coarse picture shows the whole look, smaller and at once', async () => {
    const { body } = await server.api.post('/api/looks').send({ look: poster }).expect(201);
    const jpeg = (await bytes(server.api.get(`/api/looks/${body.id}/picture?now`)).expect(200)).body as Buffer;
    const fine = (await bytes(server.api.get(`/api/looks/${body.id}/picture`)).expect(200)).body as Buffer;
    const [small, large] = [await sharp(jpeg).metadata(), await sharp(fine).metadata()];
    expect(small.width).toBeLessThan(large.width / 2);
    expect(small.width / small.height).toBeCloseTo(large.width / large.height, 1);
    const mean = async (image: Buffer) => (await sharp(image).stats()).channels.map((channel) => channel.mean);
    const [a, b] = [await mean(jpeg), await mean(fine)];
    a.forEach((v, c) => expect(Math.abs(v - b[c]!)).toBeLessThan(6));
  });

  it('of very many lights are drawn coarsely, and come in the size that was asked for, as do sheets', async () => {
    const look = poster;
    const lights = Array.from({ length: 12 }, (_, i) => ({ ...look.lights[i % look.lights.length]!, id: `light-${i}` }));
    const { body } = await server.api
      .post('/api/looks')
      .send({ look: { ...look, lights } })
      .expect(201);
    const jpeg = (await bytes(server.api.get(`/api/looks/${body.id}/picture`)).expect(200)).body as Buffer;
    const { width, height } = await sharp(jpeg).metadata();
    expect(Math.max(width, height)).toBe(720);
    await server.api.get(`/api/looks/${body.id}/sheet.pdf`).expect(200).expect('Content-Type', 'application/pdf');
  });

  it('a picture that cannot be drawn is a problem with a status, and the server goes on', async () => {
    const api = server.with({
      work: { renderLater: () => Promise.reject(new Error('The figure part "head-long" has not been loaded.')) },
    });
    const { id } = (await api.post('/api/looks').send({ look: poster })).body as { id: string };
    const answer = await api.get(`/api/looks/${id}/picture`);
    expect(answer.status).toBe(500);
    expect(answer.headers['content-type']).toMatch(/problem\+json/);
    expect((await api.get(`/api/looks/${id}`)).status).toBe(200);
  });

  it('baked parts are kept for a year; what is no part is not found, and nothing outside their folder is read', async () => {
    const api = server.with({ figures });
    const part = await api.get('/figures/head-long.quick?v=1').buffer(true);
    expect(part.status).toBe(200);
    expect(part.headers['cache-control']).toMatch(/max-age=31536000.*immutable|immutable.*max-age=31536000/);
    for (const name of ['head-long.fine', 'head-long', 'nobody.quick', '..%2f..%2fpackage.json', '%2e%2e%2fhead-long.quick'])
      expect((await api.get(`/figures/${name}`)).status).toBe(404);
  });
});
