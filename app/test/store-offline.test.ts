import { mockServer, start, state, onServer, titled, iso, key, elsewhere, settle } from './store-support';
import { LOOK_VERSION, type Look } from '@fulgent/core/document';
import { keepDraft, readDrafts, useDrafts } from '../src/look/drafts';
import { closeLook, openLook, saveNow, sendDrafts, undo, useOpenLook } from '../src/look/store';

describe('without a connection', () => {
  it('edits wait on the device, outlive a reload, and are sent when it is back', async () => {
    mockServer.offline = true;
    iso(800);
    await saveNow();
    expect(state().save).toBe('unsent');
    expect(state().saveMessage).toMatch(/cannot be reached/);
    expect(Object.keys(localStorage)).toEqual([expect.stringMatching(/^fulgent:draft:a:/)]);
    // A reload: the store is empty, the device is not.
    useOpenLook.setState({ id: null, look: null, saved: null, past: [], save: 'kept' });
    mockServer.offline = false;
    await openLook('a');
    expect(state()).toMatchObject({ look: { camera: { iso: 800 } } });
    jest.advanceTimersByTime(10);
    await settle();
    expect(onServer().look.camera.iso).toBe(800);
    expect(localStorage).toHaveLength(0);
  });

  it('a device without room says that the page must stay until it is sent', async () => {
    mockServer.offline = true;
    const keep = jest.spyOn(Object.getPrototypeOf(localStorage) as Storage, 'setItem').mockImplementation(() => {
      throw new Error('The quota has been exceeded.');
    });
    iso(800);
    await saveNow();
    expect(state().saveMessage).toMatch(/no room.*leave the page open/);
    keep.mockRestore();
    iso(640);
    await saveNow();
    expect(state().saveMessage).toMatch(/cannot be reached/);
    expect(readDrafts('a')).toEqual([expect.objectContaining({ look: state().look })]);
    mockServer.offline = false;
    await saveNow();
    expect(onServer().look.camera.iso).toBe(640);
  });

  it('it is tried again by itself', async () => {
    mockServer.offline = true;
    iso(800);
    await saveNow();
    mockServer.offline = false;
    jest.advanceTimersByTime(3500);
    await settle();
    expect(onServer().look.camera.iso).toBe(800);
    expect(state().save).toBe('kept');
  });

  it('an answer that is lost is no conflict with oneself, whatever was changed since', async () => {
    mockServer.mute = true;
    iso(400);
    await saveNow();
    expect(onServer().revision).toBe(2);
    expect(state().save).toBe('unsent');
    jest.setSystemTime(Date.now() + 2000);
    iso(800);
    mockServer.mute = false;
    await saveNow();
    jest.advanceTimersByTime(10);
    await settle();
    expect(state()).toMatchObject({ save: 'kept', conflict: null, look: { camera: { iso: 800 } } });
    expect(onServer()).toMatchObject({ revision: 3, look: { camera: { iso: 800 } } });
    undo();
    expect(state().look!.camera.iso).toBe(400);
  });

  it('nor is one that came when the page was gone', async () => {
    mockServer.mute = true;
    iso(400);
    await saveNow();
    jest.setSystemTime(Date.now() + 2000);
    iso(800);
    // A reload: only the device remembers what was sent.
    useOpenLook.setState({ id: null, look: null, saved: null, past: [], sent: [], save: 'kept' });
    mockServer.mute = false;
    await openLook('a');
    jest.advanceTimersByTime(10);
    await settle();
    expect(state()).toMatchObject({ save: 'kept', conflict: null, look: { camera: { iso: 800 } } });
    expect(localStorage).toHaveLength(0);
  });

  it('nor is one that came after the look was left', async () => {
    mockServer.mute = true;
    iso(400);
    await saveNow();
    closeLook();
    await settle();
    mockServer.mute = false;
    await sendDrafts();
    expect(onServer()).toMatchObject({ revision: 2, look: { camera: { iso: 400 } } });
    expect(useDrafts.getState()).toEqual([]);
  });

  it('but what somebody else wrote after a lost answer still is', async () => {
    mockServer.mute = true;
    iso(400);
    await saveNow();
    mockServer.mute = false;
    elsewhere((look) => ({ ...look, camera: { ...look.camera, iso: 250 } }));
    jest.setSystemTime(Date.now() + 2000);
    iso(800);
    await saveNow();
    expect(state().save).toBe('conflict');
  });

  it('a draft of an earlier version of the application is brought up', async () => {
    const old = JSON.parse(JSON.stringify(start)) as Look;
    old.version = 4 as never;
    Reflect.deleteProperty(old.day, 'poses');
    const mine = { ...old, title: 'Kept offline' };
    keepDraft('b', { revision: 1, saved: old, look: mine });
    await openLook('b');
    expect(state().look).toMatchObject({ version: LOOK_VERSION, title: 'Kept offline', day: { poses: [] } });
  });

  it('a draft that cannot be read keeps nobody from the look', async () => {
    localStorage.setItem('fulgent:draft:b', '{"revision":');
    await openLook('b');
    expect(state().look!.title).toBe('Other');
  });
});

describe('a server that cannot take it now', () => {
  it.each([500, 503, 507, 429, 408])(
    'answers %d: it is tried again by itself, less and less often, until it can',
    async (status) => {
      Object.assign(mockServer, { refuse: 'Not now.', status });
      iso(800);
      await saveNow();
      expect(state()).toMatchObject({ save: 'unsent', saveMessage: 'Not now.' });
      const tries = () => mockServer.writes.length;
      const before = tries();
      for (let second = 0; second < 60; second++) {
        jest.advanceTimersByTime(1000);
        await settle();
      }
      expect(tries() - before).toBeGreaterThanOrEqual(3);
      expect(tries() - before).toBeLessThanOrEqual(6);
      mockServer.refuse = null;
      jest.advanceTimersByTime(70_000);
      await settle();
      expect(state()).toMatchObject({ save: 'kept', saveMessage: null });
      expect(onServer().look.camera.iso).toBe(800);
    },
  );

  it('and looks that are not open are sent by themselves when it can', async () => {
    mockServer.offline = true;
    iso(800);
    await saveNow();
    closeLook();
    await settle();
    expect(useDrafts.getState()).toEqual(['a']);
    mockServer.offline = false;
    jest.advanceTimersByTime(70_000);
    await settle();
    expect(onServer().look.camera.iso).toBe(800);
    expect(useDrafts.getState()).toEqual([]);
  });
});

describe('loaded anew without a connection', () => {
  const reload = () =>
    useOpenLook.setState({
      id: null,
      look: null,
      saved: null,
      past: [],
      sent: [],
      stale: false,
      save: 'kept',
      saveMessage: null,
    });

  /** A look that was saved since, opened without the server as the device saw it before. */
  const openedAsLastSeen = async () => {
    const seen = onServer();
    iso(400);
    await saveNow();
    reload();
    Object.assign(mockServer, { offline: true, kept: seen });
    await openLook('a');
  };

  it('a look as the device last saw it does not pass for saved, and is the server’s own when that is back', async () => {
    await openedAsLastSeen();
    expect(state()).toMatchObject({
      save: 'unsent',
      stale: true,
      saveMessage: expect.stringMatching(/as this device last saw it/),
    });
    Object.assign(mockServer, { offline: false, kept: null });
    jest.advanceTimersByTime(70_000);
    await settle();
    expect(state()).toMatchObject({ save: 'kept', stale: false, revision: 2, look: { camera: { iso: 400 } } });
  });

  it('an edit on that is merged with what was saved before: no conflict with oneself, and nothing lost', async () => {
    await openedAsLastSeen();
    titled('Retitled offline');
    await saveNow();
    expect(state()).toMatchObject({ save: 'unsent', conflict: null });
    Object.assign(mockServer, { offline: false, kept: null });
    for (let i = 0; i < 3; i++) {
      jest.advanceTimersByTime(70_000);
      await settle();
    }
    expect(state()).toMatchObject({ save: 'kept', conflict: null });
    expect(onServer().look).toMatchObject({ title: 'Retitled offline', camera: { iso: 400 } });
  });

  it('a waiting draft stands on its own revision, not on the one that the device kept', async () => {
    const seen = onServer();
    iso(400);
    await saveNow();
    mockServer.offline = true;
    jest.setSystemTime(Date.now() + 2000);
    key(-3);
    await saveNow();
    reload();
    mockServer.kept = seen;
    await openLook('a');
    expect(state()).toMatchObject({ revision: 2, look: { camera: { iso: 400 } }, save: 'unsent' });
    Object.assign(mockServer, { offline: false, kept: null });
    for (let i = 0; i < 3; i++) {
      jest.advanceTimersByTime(70_000);
      await settle();
    }
    expect(state()).toMatchObject({ save: 'kept', conflict: null });
    expect(onServer().look).toMatchObject({ camera: { iso: 400 } });
    expect(onServer().look.lights[0]!.powerStops).toBe(-3);
  });

  it('and without anything kept of it, unsent work is shown all the same', async () => {
    mockServer.offline = true;
    iso(800);
    await saveNow();
    reload();
    await openLook('a');
    expect(state()).toMatchObject({ failure: null, stale: true, look: { camera: { iso: 800 } } });
  });
});

describe('two windows on one device', () => {
  /** What another window keeps; `ago`: when it last stirred, ms. */
  const otherWindow = (name: string, ago: number, change: (look: Look) => Look, lookId = 'b') => {
    const { revision, look: saved } = onServer(lookId);
    localStorage.setItem(
      `fulgent:draft:${lookId}:${name}`,
      JSON.stringify({ revision, saved, look: change(saved), sent: [], at: Date.now() - ago }),
    );
  };
  const settled = async () => {
    for (let i = 0; i < 3; i++) {
      jest.advanceTimersByTime(70_000);
      await settle();
    }
  };

  it('that were closed before they could send: the work of both comes together', async () => {
    otherWindow('one', 60_000, (look) => ({ ...look, camera: { ...look.camera, iso: 800 } }));
    otherWindow('two', 50_000, (look) => ({ ...look, title: 'Retitled' }));
    await openLook('b');
    await settled();
    expect(onServer('b').look).toMatchObject({ title: 'Retitled', camera: { iso: 800 } });
    expect(localStorage).toHaveLength(0);
  });

  it('that changed the same: one stands, the other is one step back, and it is said', async () => {
    otherWindow('one', 60_000, (look) => ({ ...look, title: 'First' }));
    otherWindow('two', 50_000, (look) => ({ ...look, title: 'Second' }));
    await openLook('b');
    expect(state().saveMessage).toMatch(/one step back in Undo/);
    const titles = [state().look!.title];
    undo();
    titles.push(state().look!.title);
    expect(titles.sort()).toEqual(['First', 'Second']);
  });

  it('of which one is still there: its work is its own to send', async () => {
    otherWindow('alive', 1000, (look) => ({ ...look, title: 'Still typing' }));
    expect(readDrafts('b')).toEqual([]);
    await openLook('b');
    expect(state().look!.title).toBe('Other');
    iso(800);
    await saveNow();
    expect(localStorage.getItem('fulgent:draft:b:alive')).toContain('Still typing');
    expect(useDrafts.getState()).toEqual(['b']);
  });
});
