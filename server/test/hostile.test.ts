import { writeFileSync } from 'node:fs';
import path from 'node:path';
import { Readable } from 'node:stream';
import { readE131 } from '@fulgent/core/control';
import { readLookFile } from '@fulgent/core/scene';
import { readLm63, readSensorCsv, readSpectrumCsv, readTm27 } from '@fulgent/core/files';
import fc from 'fast-check';
import { zipSync } from 'fflate';
import sharp from 'sharp';
import { takeArchive } from '../src/backup/take-archive';
import { decodePicture } from '../src/frames/decode';
import { pictureStore, type PictureStore } from '../src/frames/picture-store';
import { HttpProblem } from '../src/problem';
import { bench, inProcess, type Bench } from './support';

/**
 * Generated inputs: none may crash, hang or be answered by 5xx, and none may change what is stored. A fifth of them by default; HOSTILE=1 takes all
 * ten thousand.
 */

let server: Bench;
let api: Bench['api'];
let store: PictureStore;

beforeAll(() => {
  server = bench();
  ({ api } = server);
  store = pictureStore(server.folder, decodePicture);
});

afterAll(() => server.close());

const share = Number(process.env['HOSTILE'] ?? 0.2);
const runs = (all: number) => ({ numRuns: Math.ceil(all * share), seed: 20_261_126 });

/** A refusal that names what is wrong is what hostile input gets; any other error is a fault of ours. */
function refusedOrRead(work: () => unknown): void {
  try {
    work();
  } catch (error) {
    const name = (error as Error).name;
    expect(['InputError', 'LookError', 'SyntaxError', 'HttpProblem', 'FileError', 'ValidationError']).toContain(name);
    expect((error as Error).message.length).toBeGreaterThan(5);
  }
}

const oddText = fc.oneof(
  fc.string({ maxLength: 400 }),
  fc.string({ unit: 'binary', maxLength: 400 }),
  fc
    .array(
      fc.array(fc.oneof(fc.double(), fc.string({ maxLength: 6 }), fc.constantFrom('=1+1', '"', '\u0000', '-1e999')), {
        maxLength: 6,
      }),
      { maxLength: 40 },
    )
    .map((rows) => rows.map((row) => row.join(',')).join('\n')),
  fc.constantFrom(
    '<!DOCTYPE a [<!ENTITY b "cc"><!ENTITY d "&b;&b;&b;">]><a>&d;</a>',
    '<?xml version="1.0"?><!DOCTYPE x SYSTEM "file:///etc/passwd"><x/>',
    'IESNA:LM-63-2002\nTILT=INCLUDE\n1\n999999999\n',
    'IESNA:LM-63-2002\nTILT=NONE\n1 1e308 1 99999999 99999999 1 2 0 0 0\n',
    `${'<a>'.repeat(5000)}`,
    `wavelength,value\n${'380,1\n'.repeat(3000)}`,
  ),
);

describe('files of text', () => {
  it('are read or refused with the reason', () => {
    fc.assert(
      fc.property(oddText, (text) => {
        refusedOrRead(() => readSpectrumCsv(text, 'transmittance'));
        refusedOrRead(() => readTm27(text, 'source'));
        refusedOrRead(() => readLm63(text));
        refusedOrRead(() => readSensorCsv(text));
        refusedOrRead(() => readLookFile(text));
      }),
      runs(1000),
    );
  });
});

describe('packets', () => {
  it('are read or passed over', () => {
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 700 }), fc.boolean(), (bytes, near) => {
        const packet = Uint8Array.from(bytes);
        if (near && packet.length > 16)
          packet.set([0, 0x10, 0, 0, 0x41, 0x53, 0x43, 0x2d, 0x45, 0x31, 0x2e, 0x31, 0x37, 0, 0, 0]);
        const read = readE131(packet);
        expect(read === null || read.slots.length <= 512).toBe(true);
      }),
      runs(1000),
    );
  });
});

describe('pictures and archives', () => {
  const outcome = async (work: Promise<unknown>) => {
    try {
      await work;
    } catch (error) {
      expect(error).toBeInstanceOf(HttpProblem);
      expect((error as HttpProblem).status).toBe(422);
    }
  };

  it('damaged at random are refused or read', async () => {
    const make = (format: 'jpeg' | 'png' | 'tiff') =>
      sharp({ create: { width: 40, height: 30, channels: 3, background: '#c84' } })
        .toFormat(format)
        .toBuffer();
    const good = await Promise.all([make('jpeg'), make('png'), make('tiff')]);
    await fc.assert(
      fc.asyncProperty(
        fc.nat(2),
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.array(fc.tuple(fc.nat(3000), fc.nat(255)), { maxLength: 12 }),
        fc.constantFrom('', '%PDF-1.4', 'GIF89a', '<svg>', 'RIFF'),
        async (which, keep, changes, head) => {
          const file = Buffer.from(good[which]!.subarray(0, Math.ceil(keep * good[which]!.length)));
          for (const [at, value] of changes) if (at < file.length) file[at] = value;
          await outcome(store.take('x', Readable.from([Buffer.from(head), file])));
        },
      ),
      runs(1500),
    );
  });

  it('of odd names and content are refused whole', async () => {
    const name = fc.oneof(
      fc.constantFrom(
        'archive.json',
        'shoots.json',
        'kit.json',
        'looks/a.json',
        'frames/a.json',
        'frames/a.picture',
        '../x',
        '/etc/passwd',
        'looks/../../x.json',
        'C:\\x',
        'looks/a.json\u0000',
      ),
      fc.string({ minLength: 1, maxLength: 20 }),
    );
    await fc.assert(
      fc.asyncProperty(
        fc.dictionary(
          name,
          fc.oneof(
            fc.json().map((text) => Buffer.from(text)),
            fc.uint8Array({ maxLength: 60 }),
          ),
          { maxKeys: 6 },
        ),
        fc.boolean(),
        fc.nat(200),
        async (files, damage, at) => {
          const bytes = Buffer.from(zipSync(files));
          if (damage && at < bytes.length) bytes[at] = bytes[at]! ^ 255;
          const archive = path.join(server.folder, 'hostile.zip');
          writeFileSync(archive, bytes);
          await outcome(takeArchive({ db: server.database.db, pictures: store, work: inProcess }, archive));
        },
      ),
      runs(500),
    );
    expect((await api.get('/api/looks')).body).toEqual([]);
  });
});

describe('requests', () => {
  const ADDRESSES = [
    ['post', '/api/looks'],
    ['post', '/api/shoots'],
    ['post', '/api/kit'],
    ['post', '/api/kit/import'],
    ['post', '/api/compute/evaluate'],
    ['post', '/api/compute/light'],
    ['post', '/api/compute/window'],
    ['post', '/api/compute/exposure'],
    ['post', '/api/compute/balance'],
    ['post', '/api/read/spectrum'],
    ['post', '/api/devices'],
    ['post', '/api/devices/deviations'],
    ['post', '/api/devices/shoot'],
    ['post', '/api/session'],
    ['patch', '/api/frames/none'],
    ['put', '/api/looks/none'],
  ] as const;
  const address = fc.constantFrom(...ADDRESSES);
  const value = fc.oneof(
    fc.jsonValue({ maxDepth: 4 }),
    fc.dictionary(
      fc.constantFrom(
        'look',
        'shootId',
        'title',
        'entry',
        'source',
        'gels',
        'camera',
        'light',
        'surface',
        '__proto__',
        'constructor',
        'format',
        'kind',
      ),
      fc.jsonValue({ maxDepth: 3 }),
    ),
  );

  it('with odd bodies are answered, and never by 5xx', async () => {
    const before = (await api.get('/api/looks')).body;
    await fc.assert(
      fc.asyncProperty(address, value, fc.boolean(), async ([method, url], body, raw) => {
        const text = JSON.stringify(body) ?? '';
        const request = api[method](url).set('Content-Type', 'application/json').set('If-Match', '"1"');
        const { status } = await request.send(raw ? text.slice(0, Math.max(1, text.length - 2)) : text);
        expect(status).toBeLessThan(500);
      }),
      runs(1200),
    );
    expect((await api.get('/api/looks')).body).toEqual(before);
  });

  it('to odd addresses are answered, and lead nowhere', async () => {
    const part = fc.oneof(
      fc.constantFrom(
        '..',
        '%2e%2e',
        '%00',
        '..%2f..%2fetc%2fpasswd',
        'looks',
        'frames',
        'original',
        'preview',
        'sheet.pdf',
        'copies',
        'backup',
      ),
      fc.webSegment(),
    );
    await fc.assert(
      fc.asyncProperty(fc.array(part, { maxLength: 5 }), async (parts) => {
        const { status, text } = await api.get(`/api/${parts.join('/')}`).redirects(0);
        expect(status).toBeLessThan(500);
        expect(text ?? '').not.toContain('root:');
      }),
      runs(800),
    );
  });
});
