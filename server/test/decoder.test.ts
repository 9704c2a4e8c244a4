import { mkdirSync, mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { Readable } from 'node:stream';
import { NO_META } from '@fulgent/core/day';
import { decodePicture } from '../src/frames/decode';
import { processDecoder, type Decoder } from '../src/frames/decoder';
import { pictureStore, sweepDrafts } from '../src/frames/picture-store';

let folder: string;
let decoder: Decoder;

/** A reader that does as the name of the file says. */
const READER = `
const facts = { mime: 'image/png', widthPx: process.pid, heightPx: 1, meta: null };
process.on('disconnect', () => process.exit(0));
process.on('message', ({ file }) => {
  if (file === 'crash') process.kill(process.pid, 'SIGKILL');
  else if (file === 'odd') process.send({ status: 422, title: 'Invalid input', message: 'The file is GIF.' });
  else if (file === 'fault') process.send({ message: 'No room.' });
  else if (file !== 'hang') process.send({ facts });
});`;

beforeEach(() => {
  folder = mkdtempSync(path.join(tmpdir(), 'fulgent-decoder-'));
  const entry = path.join(folder, 'reader.js');
  writeFileSync(entry, READER);
  decoder = processDecoder(entry, 8000);
});

afterEach(() => {
  decoder.close();
  rmSync(folder, { recursive: true });
});

describe('the process that reads pictures', () => {
  it('reads one after another, and is not this one', async () => {
    const all = await Promise.all(['a', 'b', 'c'].map((file) => decoder.decode(file, '')));
    expect(new Set(all.map(({ widthPx }) => widthPx)).size).toBe(1);
    expect(all[0]!.widthPx).not.toBe(process.pid);
  });

  it('passes refusals on with their status, and faults as faults', async () => {
    await expect(decoder.decode('odd', '')).rejects.toMatchObject({ status: 422, message: 'The file is GIF.' });
    await expect(decoder.decode('fault', '')).rejects.not.toHaveProperty('status');
  });

  it.each(['crash', 'hang'])('is started again after a file that makes it %s', async (what) => {
    const [bad, good] = [decoder.decode(what, ''), decoder.decode('a', '')];
    await expect(bad).rejects.toMatchObject({ status: 422, extra: { field: 'file' } });
    expect((await good).mime).toBe('image/png');
  });
});

describe('the store of pictures', () => {
  const parts = (...texts: string[]) => Readable.from(texts.map((text) => Buffer.from(text)));

  it('leaves nothing behind of a file that it refuses', async () => {
    const store = pictureStore(folder, decodePicture);
    await expect(store.take('a', parts('not ', 'a picture'))).rejects.toMatchObject({ status: 422 });
    await expect(store.take('b', parts())).rejects.toThrow(/empty/);
    const broken = Readable.from(
      (async function* () {
        yield Buffer.from('half');
        throw new Error('The line went.');
      })(),
    );
    await expect(store.take('c', broken)).rejects.toThrow('The line went.');
    expect(readdirSync(path.join(folder, 'frames'))).toEqual([]);
  });

  it('is rid at start of what was half written, and keeps what was finished', async () => {
    const store = pictureStore(folder, async (_file, preview) => {
      writeFileSync(preview, 'preview');
      return { mime: 'image/png', widthPx: 1, heightPx: 1, meta: NO_META };
    });
    await store.take('whole', parts('a picture'));
    writeFileSync(path.join(folder, 'frames', 'half.original.draft'), 'half');
    mkdirSync(path.join(folder, 'incoming'));
    writeFileSync(path.join(folder, 'incoming', 'half.zip'), 'half');
    sweepDrafts(folder);
    expect(readdirSync(path.join(folder, 'frames')).sort()).toEqual(['whole.original', 'whole.preview']);
    expect(readdirSync(folder)).not.toContain('incoming');
    // Nothing there yet is no fault.
    sweepDrafts(path.join(folder, 'nowhere'));
  });

  it('takes no id that could be a path', async () => {
    const store = pictureStore(folder, decodePicture);
    for (const id of ['../x', 'a/b', '', 'x'.repeat(65)]) expect(() => store.find(id, 'original')).toThrow(/odd id/);
  });
});
