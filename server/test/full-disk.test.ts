import { Agent, createServer, request, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { symlinkSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import sharp from 'sharp';
import { demoLooks } from '@fulgent/core/demo';
import { decodePicture } from '../src/frames/decode';
import { diskFull } from '../src/problem';
import { within } from '../src/routes/within';
import { bench, type Bench } from './support';

/** Posts over one connection that is kept, and answers with the status. */
function poster(server: Server) {
  const agent = new Agent({ keepAlive: true, maxSockets: 1 });
  const { port } = server.address() as AddressInfo;
  return {
    post: (body: Buffer): Promise<number> =>
      new Promise((resolve, reject) => {
        const asked = request({ port, agent, method: 'POST', headers: { 'content-length': body.length } }, (res) => {
          res.resume();
          res.on('end', () => resolve(res.statusCode!));
        });
        asked.on('error', reject);
        asked.end(body);
      }),
    close: () => agent.destroy(),
  };
}

describe('a body that cannot be kept', () => {
  it('is read away before the answer, so that the answer arrives and the connection is used again', async () => {
    const server = createServer((req, res) => {
      void (async () => {
        try {
          for await (const chunk of within(req, 1e9, diskFull)) if (chunk.length > 0) throw diskFull();
        } catch {
          res.statusCode = 507;
        }
        res.end('told');
      })();
    });
    await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
    const { post, close } = poster(server);
    const body = Buffer.alloc(6_000_000, 7);
    for (let i = 0; i < 6; i++) expect(await post(body)).toBe(507);
    close();
    await new Promise((resolve) => server.close(resolve));
  });
});

describe('a disk that fills', () => {
  let server: Bench;
  beforeEach(() => (server = bench()));
  afterEach(() => server.close());
  const noise = { type: 'gaussian' as const, mean: 110, sigma: 20 };
  const picture = () =>
    sharp({ create: { width: 900, height: 900, channels: 3, background: '#456', noise } })
      .jpeg()
      .toBuffer();

  it('between a frame and its copy to look at is told as full, and not as a damaged file', async () => {
    const file = path.join(server.folder, 'whole.jpg');
    writeFileSync(file, await picture());
    const full = path.join(server.folder, 'full.png');
    symlinkSync('/dev/full', full);
    await expect(decodePicture(file, full)).rejects.toMatchObject({ status: 507 });
  });

  it('leaves no frame, and the next is taken when there is room', async () => {
    const { body } = await server.api.post('/api/looks').send({ look: demoLooks()[0] }).expect(201);
    const full = server.with({ decode: () => Promise.reject(Object.assign(new Error('no space left'), { code: 'ENOSPC' })) });
    const send = async (to: typeof server.api) =>
      to
        .post(`/api/looks/${body.id}/frames`)
        .set('Content-Type', 'image/jpeg')
        .send(await picture());
    const refused = await send(full);
    expect([refused.status, refused.body.detail]).toEqual([507, expect.stringMatching(/no room left.*nothing was kept/)]);
    expect((await server.api.get(`/api/looks/${body.id}/frames`)).body).toEqual([]);
    expect((await send(server.api)).status).toBe(201);
  });
});
