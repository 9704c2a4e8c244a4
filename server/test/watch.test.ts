import { mkdirSync, mkdtempSync, readdirSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { FolderWatch } from '../src/frames/watch';
import { diskFull } from '../src/problem';
import { refused } from '../src/frames/decoding';
import { bench, makeLook, plainPicture, type Bench } from './support';

let folder: string;
beforeEach(() => {
  folder = mkdtempSync(path.join(tmpdir(), 'fulgent-watch-'));
});
afterEach(() => rmSync(folder, { recursive: true }));

const put = (name: string, text: string | Buffer) => writeFileSync(path.join(folder, name), text);

/** A watch that looks when it is told to, and what it took. */
function watched(trouble: (name: string) => Error | null = () => null) {
  const taken: string[] = [];
  const watch = new FolderWatch({
    folder,
    everyMs: 1e9,
    take: async (lookId, name, bytes) => {
      let size = 0;
      for await (const chunk of bytes) size += chunk.length;
      const error = trouble(name);
      if (error) throw error;
      taken.push(`${lookId}/${name}:${size}`);
      return `frame-${taken.length}`;
    },
  });
  const looks = async (times: number) => {
    for (let i = 0; i < times; i++) await watch.look();
  };
  const states = () => Object.fromEntries(watch.state().files.map(({ name, state }) => [name, state]));
  return { watch, taken, looks, states };
}

describe('a watched folder', () => {
  it('takes in what is new and whole, each once; what lay there before is left alone', async () => {
    put('old.jpg', 'archive');
    const { watch, taken, looks } = watched();
    watch.setLive('look-1');
    await looks(4);
    put('one.jpg', 'abc');
    await looks(6);
    expect(taken).toEqual(['look-1/one.jpg:3']);
    expect(watch.state()).toMatchObject({
      folder: path.basename(folder),
      lookId: 'look-1',
      problem: null,
      files: [{ name: 'one.jpg', state: 'taken', frameId: 'frame-1', why: null }],
    });
    // The same name again is another picture, once the first is gone.
    rmSync(path.join(folder, 'one.jpg'));
    await looks(1);
    put('one.jpg', 'another');
    await looks(4);
    expect(taken).toEqual(['look-1/one.jpg:3', 'look-1/one.jpg:7']);
    expect(readdirSync(folder).sort()).toEqual(['old.jpg', 'one.jpg']);
    watch.stop();
  });

  it('waits while a file is still being written, under its own name or another', async () => {
    const { watch, taken, looks } = watched();
    watch.setLive('look-1');
    await looks(1);
    put('two.tif.part', 'half');
    put('.hidden.png', 'half');
    for (let i = 1; i <= 4; i++) {
      put('two.tif', 'x'.repeat(i));
      await looks(2);
      expect(taken).toEqual([]);
    }
    put('empty.png', '');
    await looks(4);
    expect(taken).toEqual(['look-1/two.tif:4']);
    watch.stop();
  });

  it('says of raw files that they are not read, and follows no link out of the folder', async () => {
    const { watch, taken, looks, states } = watched();
    watch.setLive('look-1');
    await looks(1);
    put('shot.raw', 'sensor');
    mkdirSync(path.join(folder, 'sub.jpg'));
    symlinkSync('/etc/hostname', path.join(folder, 'link.jpg'));
    await looks(5);
    expect(taken).toEqual([]);
    expect(states()).toEqual({ 'shot.raw': 'refused' });
    expect(watch.state().files[0]!.why).toMatch(/raw files are not read/);
    watch.stop();
  });

  it('loses nothing where no look is live, the disk is full, or a file is hostile', async () => {
    let isFull = true;
    const { watch, taken, looks, states } = watched((name) =>
      name === 'bomb.png' ? refused('The file is damaged.') : isFull ? diskFull() : null,
    );
    await looks(1);
    for (const name of ['a.jpg', 'b.jpg', 'bomb.png']) put(name, name);
    await looks(4);
    expect(states()).toEqual({ 'a.jpg': 'waiting', 'b.jpg': 'waiting', 'bomb.png': 'waiting' });
    expect(watch.state().files[0]!.why).toMatch(/No look is set live/);
    watch.setLive('look-2');
    await looks(2);
    expect(states()).toEqual({ 'a.jpg': 'waiting', 'b.jpg': 'waiting', 'bomb.png': 'refused' });
    expect(watch.state().files.find(({ name }) => name === 'a.jpg')!.why).toMatch(/It is tried again/);
    isFull = false;
    await looks(1);
    expect(taken).toEqual(['look-2/a.jpg:5', 'look-2/b.jpg:5']);
    expect(states()).toEqual({ 'a.jpg': 'taken', 'b.jpg': 'taken', 'bomb.png': 'refused' });
    watch.stop();
  });

  it('says what to do where the folder is not there, and goes on when it is', async () => {
    const gone = path.join(folder, 'cards');
    const watch = new FolderWatch({ folder: gone, everyMs: 1e9, take: () => Promise.resolve('f') });
    await watch.look();
    expect(watch.state().problem).toMatch(/cannot be read.*FULGENT_WATCH/);
    mkdirSync(gone);
    await watch.look();
    expect(watch.state().problem).toBeNull();
    watch.stop();
    expect(new FolderWatch({ folder: null, take: () => Promise.resolve('f') }).state()).toMatchObject({
      folder: null,
      files: [],
    });
  });
});

describe('the server with a watched folder', () => {
  let server: Bench;
  beforeEach(() => {
    server = bench();
  });
  afterEach(() => server.close());

  it('makes frames of the look that is set live, and tells of a file that is none', async () => {
    const api = server.with({ watchFolder: folder });
    const look = await makeLook(api);
    expect((await api.get('/api/watch').expect(200)).body).toMatchObject({ lookId: null, files: [] });
    await api.put('/api/watch').send({ lookId: 'nobody' }).expect(404);
    expect((await api.put('/api/watch').send({ lookId: look }).expect(200)).body.lookId).toBe(look);
    await new Promise((resolve) => setTimeout(resolve, 1200));
    put('shot-0001.JPG', await plainPicture().jpeg().toBuffer());
    put('broken.jpg', Buffer.from([0xff, 0xd8, 0xff, 1, 2, 3]));
    const files = async () =>
      (await api.get('/api/watch')).body.files as { name: string; state: string; frameId: string | null }[];
    for (let tries = 0; tries < 60 && (await files()).length < 2; tries++)
      await new Promise((resolve) => setTimeout(resolve, 200));
    const found = Object.fromEntries((await files()).map((file) => [file.name, file]));
    expect(found['broken.jpg']).toMatchObject({ state: 'refused', frameId: null });
    expect(found['shot-0001.JPG']!.state).toBe('taken');
    const [frame] = (await api.get(`/api/looks/${look}/frames`)).body;
    expect(frame).toMatchObject({ id: found['shot-0001.JPG']!.frameId, name: 'shot-0001', kind: 'full' });
    expect((await api.put('/api/watch').send({ lookId: '' }).expect(200)).body.lookId).toBeNull();
  });
});
