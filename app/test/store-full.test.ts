import 'fake-indexeddb/auto';
import { mockServer, state, onServer, iso, settle } from './store-support';
import type * as place from '../src/look/draft-place';
import * as drafts from '../src/look/drafts';
import { openLook, saveNow, sendDrafts, useOpenLook } from '../src/look/store';

/** A device whose local storage is full: what is unsent lies in the browser's database. */

// This environment has none; drafts are text.
globalThis.structuredClone ??= <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;

const full = () =>
  jest.spyOn(Object.getPrototypeOf(localStorage) as Storage, 'setItem').mockImplementation(() => {
    throw new Error('The quota has been exceeded.');
  });

/** Until the database has it. */
const written = () => new Promise((done) => setTimeout(done, 60));

type Drafts = typeof drafts;

/** What a page that was opened anew knows: the modules start from nothing. */
async function afterReload(): Promise<Drafts> {
  window.dispatchEvent(new Event('pagehide'));
  await written();
  const again: Drafts[] = [];
  let known: Promise<void> = Promise.resolve();
  jest.isolateModules(() => {
    again.push(jest.requireActual<Drafts>('../src/look/drafts'));
    known = jest.requireActual<typeof place>('../src/look/draft-place').draftsKnown();
  });
  await known;
  return again[0]!;
}

describe('a device whose local storage is full', () => {
  afterEach(() => jest.restoreAllMocks());

  it('keeps unsent work in its database, over a reload, until the server has it', async () => {
    mockServer.offline = true;
    full();
    iso(800);
    await saveNow();
    expect(state().saveMessage).toMatch(/cannot be reached/);
    expect(Object.keys(localStorage).filter((key) => key.startsWith('fulgent:draft:'))).toEqual([]);
    const again = await afterReload();
    jest.restoreAllMocks();
    const [kept] = again.readDrafts('a');
    expect(kept).toMatchObject({ lookId: 'a', revision: 1, look: { camera: { iso: 800 } } });
    expect(again.useDrafts.getState()).toEqual(['a']);
    mockServer.offline = false;
    await saveNow();
    expect(onServer().look.camera.iso).toBe(800);
    await written();
    expect((await afterReload()).readDrafts()).toEqual([]);
    expect(drafts.useDrafts.getState()).toEqual([]);
  });

  it('the newer of both places is read: what fits again leaves the database', async () => {
    mockServer.offline = true;
    full();
    iso(800);
    await saveNow();
    jest.restoreAllMocks();
    iso(640);
    await saveNow();
    await written();
    expect(drafts.readDrafts('a')).toHaveLength(1);
    const [kept] = (await afterReload()).readDrafts('a');
    expect(kept!.look.camera.iso).toBe(640);
  });

  it('is sent from the list as any other', async () => {
    mockServer.offline = true;
    full();
    iso(500);
    await saveNow();
    await written();
    useOpenLook.setState({ id: null, look: null, saved: null, past: [], save: 'kept' });
    mockServer.offline = false;
    await sendDrafts();
    expect(onServer().look.camera.iso).toBe(500);
    await openLook('a');
    await settle();
    expect(state()).toMatchObject({ look: { camera: { iso: 500 } } });
  });

  it('says so where the database refuses, too', async () => {
    mockServer.offline = true;
    full();
    jest.spyOn(IDBObjectStore.prototype, 'put').mockImplementation(() => {
      throw new Error('The quota has been exceeded.');
    });
    iso(800);
    await saveNow();
    await written();
    expect(state().saveMessage).toMatch(/no room.*leave the page open/);
  });
});
