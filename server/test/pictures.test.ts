import { existsSync, readdirSync } from 'node:fs';
import path from 'node:path';
import { PICTURE_FACTS } from '@fulgent/core/contracts';
import { stopsMore, type FrameMeta } from '@fulgent/core/day';
import sharp from 'sharp';
import { benchEach, bytes, plainPicture, type Bench } from './support';

let server: Bench;
benchEach((made) => (server = made));

const send = (file: Buffer, type = 'image/jpeg') => server.api.post('/api/pictures').set('Content-Type', type).send(file);
const exposed = (time: string, aperture: string, iso: string) =>
  plainPicture()
    .jpeg()
    .withExif({ IFD2: { ExposureTime: time, FNumber: aperture, ISOSpeedRatings: iso } })
    .toBuffer();
const metaOf = (header: string | undefined) => (JSON.parse(decodeURIComponent(header ?? '')) as { meta: FrameMeta }).meta;

describe('pictures that are read and not kept', () => {
  it('come back as pixels, with what their files say', async () => {
    const first = await bytes(send(await exposed('1/125', '8/1', '100'))).expect(200);
    expect(first.headers['content-type']).toBe('image/png');
    const { width, height } = await sharp(first.body as Buffer).metadata();
    expect([width, height]).toEqual([60, 40]);
    const second = await bytes(send(await exposed('1/60', '56/10', '125'))).expect(200);
    const [a, b] = [first, second].map(({ headers }) => metaOf(headers[PICTURE_FACTS.toLowerCase()]));
    expect(a).toMatchObject({ aperture: 8, iso: 100 });
    // Marks are rounded; what is meant is a stop, a stop and a third.
    expect(stopsMore(b!, a!)).toBeCloseTo(2 + 1 / 3, 9);
    expect(stopsMore({ ...b!, iso: null }, a!)).toBeNull();
  });

  it('are refused by name, and leave nothing behind', async () => {
    await send(Buffer.from('not a picture')).expect(422);
    await send(Buffer.alloc(0)).expect(422);
    await send(Buffer.from('{}'), 'application/json').expect(415);
    await bytes(send(await plainPicture().png().toBuffer(), 'image/png')).expect(200);
    const left = path.join(server.folder, 'incoming', 'frames');
    expect(existsSync(left) ? readdirSync(left) : []).toEqual([]);
  });
});
