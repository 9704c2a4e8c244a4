import { LOOK_VERSION, type Look } from '@fulgent/core/document';
import { newLook } from '@fulgent/core/planning/search';
import type { StoredLook } from '@fulgent/core/contracts';
import { ApiError, OfflineError } from '../src/api/client';
import { keepDraft, readDrafts, useDrafts } from '../src/look/drafts';
import {
  balanceLook,
  closeLook,
  edit,
  openLook,
  redo,
  resolveConflict,
  saveNow,
  sendDrafts,
  undo,
  useOpenLook,
} from '../src/look/store';

/** A server of one process: looks by id with their revisions, which can be cut off, held up, or told to refuse. */
const mockServer = {
  looks: new Map<string, { revision: number; look: Look }>(),
  offline: false,
  refuse: null as string | null,
  /** The status with which it refuses. */
  status: 422,
  /** Reads are answered by what the device kept of an earlier one. */
  kept: null as { revision: number; look: Look } | null,
  writes: [] as { id: string; basedOn: number; look: Look }[],
  held: null as Promise<void> | null,
  /** Writes are done, and their answers never arrive. */
  mute: false,
};

jest.mock('../src/api/client', () => {
  const actual = jest.requireActual('../src/api/client');
  const stored = (id: string): StoredLook => ({ id, shootId: 'shoot', updatedAt: 0, ...mockServer.looks.get(id)! });
  const reached = async () => {
    if (mockServer.held) await mockServer.held;
    if (mockServer.offline) throw new actual.OfflineError();
  };
  return {
    ...actual,
    api: {
      ...actual.api,
      readLook: async (id: string) => {
        if (mockServer.kept) return { ...stored(id), ...mockServer.kept, isKept: true };
        await reached();
        if (!mockServer.looks.has(id)) throw new actual.ApiError(404, 'There is no such look.', [], null);
        return stored(id);
      },
      updateLook: async (id: string, basedOn: number, look: Look) => {
        await reached();
        mockServer.writes.push({ id, basedOn, look });
        if (mockServer.refuse) throw new actual.ApiError(mockServer.status, mockServer.refuse, [], null);
        const now = mockServer.looks.get(id)!;
        if (now.revision !== basedOn) throw new actual.ApiError(409, 'Changed elsewhere', [], stored(id));
        mockServer.looks.set(id, { revision: basedOn + 1, look: JSON.parse(JSON.stringify(look)) as Look });
        if (mockServer.mute) throw new actual.OfflineError();
        return stored(id);
      },
      createLook: async (look: Look) => {
        await reached();
        mockServer.looks.set('copy', { revision: 1, look });
        return stored('copy');
      },
    },
  };
});

const mockBalance = { work: null as ((look: Look) => Promise<unknown>) | null };
jest.mock('../src/workers/compute', () => ({
  compute: () => ({ balance: (look: Look) => mockBalance.work!(look) }),
  latestEvaluator: () => () => undefined,
}));

const start = newLook({ title: 'Piste', skin: 'tan', backdrop: 'paper-grey', camera: 'stills', lights: 'full' });
const state = () => useOpenLook.getState();
const onServer = (id = 'a') => mockServer.looks.get(id)!;
const titled = (title: string) => edit('title', (look) => ({ ...look, title }));
const iso = (value: number) => edit('iso', (look) => ({ ...look, camera: { ...look.camera, iso: value } }));
const key = (powerStops: number) =>
  edit('key', (look) => ({ ...look, lights: look.lights.map((light, i) => (i === 0 ? { ...light, powerStops } : light)) }));
/** Somebody else writes. */
const elsewhere = (change: (look: Look) => Look, id = 'a') => {
  const { revision, look } = onServer(id);
  mockServer.looks.set(id, { revision: revision + 1, look: change(look) });
};
/** Lets everything that is under way come to its end. */
const settle = async () => {
  for (let i = 0; i < 30; i++) await Promise.resolve();
};
/** Holds the server's answers up until called. */
const hold = (): (() => Promise<void>) => {
  let release: () => void;
  mockServer.held = new Promise((resolve) => (release = resolve));
  return async () => {
    release();
    mockServer.held = null;
    await settle();
  };
};

beforeEach(async () => {
  jest.useFakeTimers();
  localStorage.clear();
  useDrafts.setState([], true);
  Object.assign(mockServer, { offline: false, refuse: null, status: 422, kept: null, writes: [], held: null, mute: false });
  mockServer.looks = new Map([
    ['a', { revision: 1, look: start }],
    ['b', { revision: 1, look: { ...start, title: 'Other' } }],
  ]);
  await openLook('a');
});

afterEach(async () => {
  closeLook();
  await settle();
  jest.useRealTimers();
});

describe('an open look', () => {
  it('is sent a moment after the last of several edits, once', async () => {
    for (const value of [100, 200, 400]) iso(value);
    expect(state().save).toBe('unsent');
    expect(mockServer.writes).toHaveLength(0);
    jest.advanceTimersByTime(1000);
    await settle();
    expect(mockServer.writes).toHaveLength(1);
    expect(onServer()).toMatchObject({ revision: 2, look: { camera: { iso: 400 } } });
    expect(state()).toMatchObject({ save: 'kept', revision: 2 });
    expect(Object.keys(localStorage)).toEqual([]);
  });

  it('that changes while it is being sent is sent again, on the new revision', async () => {
    iso(200);
    const release = hold();
    const sending = saveNow();
    await settle();
    titled('Later');
    await release();
    await sending;
    await saveNow();
    expect(mockServer.writes.map(({ basedOn }) => basedOn)).toEqual([1, 2]);
    expect(onServer().look).toMatchObject({ title: 'Later', camera: { iso: 200 } });
  });

  it('is sent by one request at a time, however many ask at once', async () => {
    iso(200);
    const release = hold();
    const asked = [saveNow(), saveNow(), saveNow()];
    iso(250);
    asked.push(saveNow(), saveNow());
    await release();
    await Promise.all(asked);
    iso(320);
    await Promise.all([saveNow(), saveNow()]);
    expect(mockServer.writes.map(({ basedOn }) => basedOn)).toEqual([1, 2, 3].slice(0, mockServer.writes.length));
    expect(onServer().look.camera.iso).toBe(320);
    expect(state()).toMatchObject({ save: 'kept', saveMessage: null });
    // No merge with oneself: what was done is one step, and undo takes it back.
    undo();
    expect(state().look).toEqual(start);
  });

  it('undoes one thing at a time, across what was saved, and redoes it', async () => {
    iso(100);
    await saveNow();
    titled('New');
    undo();
    expect(state().look).toMatchObject({ title: 'Piste', camera: { iso: 100 } });
    undo();
    expect(state().look).toEqual(start);
    expect(state().past).toEqual([]);
    undo();
    redo();
    redo();
    expect(state().look).toMatchObject({ title: 'New', camera: { iso: 100 } });
    redo();
    await saveNow();
    expect(onServer().look.title).toBe('New');
  });

  it('takes edits of one thing in quick succession as one step, later ones as another', () => {
    iso(100);
    iso(125);
    jest.setSystemTime(Date.now() + 2000);
    iso(160);
    expect(state().past).toHaveLength(2);
    undo();
    expect(state().look!.camera.iso).toBe(125);
  });

  it('keeps at most 200 steps back', () => {
    for (let i = 0; i < 230; i++) edit(`step ${i}`, (look) => ({ ...look, title: `T${i}` }));
    expect(state().past).toHaveLength(200);
  });

  it('says why it cannot be shown', async () => {
    await openLook('nothing');
    expect(state()).toMatchObject({ look: null, failure: 'There is no such look.' });
    await openLook('b');
    expect(state()).toMatchObject({ failure: null, look: { title: 'Other' } });
  });

  it('that the server refuses stays as it is, with the reason, until it is mended', async () => {
    mockServer.refuse = 'camera.iso must be at least 1';
    iso(0);
    await saveNow();
    expect(state()).toMatchObject({
      save: 'refused',
      saveMessage: 'camera.iso must be at least 1',
      look: { camera: { iso: 0 } },
    });
    mockServer.refuse = null;
    iso(100);
    await saveNow();
    expect(state()).toMatchObject({ save: 'kept', saveMessage: null });
  });
});

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

  it('a look as the device last saw it does not pass for saved, and is the server’s own when that is back', async () => {
    const seen = onServer();
    iso(400);
    await saveNow();
    reload();
    Object.assign(mockServer, { offline: true, kept: seen });
    await openLook('a');
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
    const seen = onServer();
    iso(400);
    await saveNow();
    reload();
    Object.assign(mockServer, { offline: true, kept: seen });
    await openLook('a');
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

describe('leaving a look', () => {
  it('sends what is unsent, and only then lets go of it', async () => {
    iso(320);
    closeLook();
    await settle();
    expect(onServer().look.camera.iso).toBe(320);
    expect(state().id).toBeNull();
  });

  it('slowly does not take the next one away', async () => {
    iso(320);
    const release = hold();
    closeLook();
    const opening = openLook('b');
    await release();
    await opening;
    await settle();
    expect(state()).toMatchObject({ id: 'b', look: { title: 'Other' } });
    expect(onServer('a').look.camera.iso).toBe(320);
  });

  it('and coming back at once shows it as it was left', async () => {
    iso(320);
    const release = hold();
    closeLook();
    const opening = openLook('a');
    await release();
    await opening;
    await settle();
    expect(state()).toMatchObject({ id: 'a', look: { camera: { iso: 320 } } });
  });

  it('with a newer edit behind the one being sent loses neither', async () => {
    iso(320);
    const release = hold();
    const sending = saveNow();
    await settle();
    titled('Just before leaving');
    closeLook();
    const opening = openLook('b');
    await release();
    await Promise.all([sending, opening]);
    await settle();
    await sendDrafts();
    expect(onServer('a')).toMatchObject({ revision: 3, look: { title: 'Just before leaving', camera: { iso: 320 } } });
    expect(localStorage).toHaveLength(0);
  });

  it('without a connection is made up for from anywhere, look by look', async () => {
    mockServer.offline = true;
    iso(640);
    closeLook();
    await settle();
    mockServer.offline = false;
    await openLook('b');
    mockServer.offline = true;
    titled('Other, changed');
    closeLook();
    await settle();
    expect(localStorage).toHaveLength(2);
    expect(useDrafts.getState()).toEqual(['a', 'b']);
    mockServer.offline = false;
    await sendDrafts();
    expect(onServer('a').look.camera.iso).toBe(640);
    expect(onServer('b').look.title).toBe('Other, changed');
    expect(localStorage).toHaveLength(0);
    expect(useDrafts.getState()).toEqual([]);
  });

  it('leaves a draft alone that was overtaken, until its look is opened and both are merged', async () => {
    mockServer.offline = true;
    iso(640);
    closeLook();
    await settle();
    mockServer.offline = false;
    elsewhere((look) => ({ ...look, title: 'Renamed' }));
    await sendDrafts();
    expect(onServer('a').look.camera.iso).toBe(start.camera.iso);
    expect(localStorage).toHaveLength(1);
    await openLook('a');
    jest.advanceTimersByTime(10);
    await settle();
    expect(onServer('a').look).toMatchObject({ title: 'Renamed', camera: { iso: 640 } });
  });
});

describe('two hands on one look', () => {
  it('are merged where they touch different things, and undo takes the merge back', async () => {
    elsewhere((look) => ({ ...look, title: 'Theirs' }));
    iso(500);
    await saveNow();
    expect(state().saveMessage).toMatch(/Merged/);
    jest.advanceTimersByTime(10);
    await settle();
    expect(onServer().look).toMatchObject({ title: 'Theirs', camera: { iso: 500 } });
    undo();
    expect(state().look).toMatchObject({ title: 'Piste', camera: { iso: 500 } });
  });

  const clash = async () => {
    elsewhere((look) => ({ ...look, title: 'Theirs', camera: { ...look.camera, iso: 250 } }));
    key(-3);
    iso(800);
    await saveNow();
    expect(state()).toMatchObject({ save: 'conflict', conflict: { places: ['camera.iso'] } });
    // Nothing is sent while the question stands.
    const sent = mockServer.writes.length;
    await saveNow();
    expect(mockServer.writes).toHaveLength(sent);
  };
  const resolved = async (choice: 'mine' | 'theirs' | 'both') => {
    await resolveConflict(choice);
    jest.advanceTimersByTime(10);
    await settle();
  };

  it('ask where they touch the same: mine', async () => {
    await clash();
    await resolved('mine');
    expect(onServer().look).toMatchObject({ title: 'Theirs', camera: { iso: 800 } });
    expect(onServer().look.lights[0]!.powerStops).toBe(-3);
  });

  it('ask where they touch the same: theirs, and what is mine elsewhere stays', async () => {
    await clash();
    await resolved('theirs');
    expect(onServer().look).toMatchObject({ title: 'Theirs', camera: { iso: 250 } });
    expect(onServer().look.lights[0]!.powerStops).toBe(-3);
    undo();
    expect(state().look!.camera.iso).toBe(800);
  });

  it('ask where they touch the same: both, mine as a look of its own', async () => {
    await clash();
    await resolved('both');
    expect(onServer('copy').look).toMatchObject({ title: 'Piste, my version', camera: { iso: 800 } });
    expect(state()).toMatchObject({ save: 'kept', look: { title: 'Theirs', camera: { iso: 250 } } });
    expect(onServer().revision).toBe(2);
  });
});

describe('Balance', () => {
  it('sets powers only, as one step, and keeps what was changed meanwhile', async () => {
    let answer: (result: unknown) => void = () => undefined;
    mockBalance.work = () => new Promise((resolve) => (answer = resolve));
    const balancing = balanceLook();
    expect(state().balancing).toBe(true);
    // A second press while it works does nothing.
    await balanceLook();
    titled('Renamed meanwhile');
    const look = { ...start, lights: start.lights.map((light) => ({ ...light, powerStops: -2, name: 'ignored' })) };
    answer({ look });
    await balancing;
    expect(state().balancing).toBe(false);
    expect(state().look!.title).toBe('Renamed meanwhile');
    expect(state().look!.lights.every(({ powerStops }) => powerStops === -2)).toBe(true);
    expect(state().look!.lights[0]!.name).toBe(start.lights[0]!.name);
    undo();
    expect(state().look!.lights[0]!.powerStops).toBe(start.lights[0]!.powerStops);
    expect(state().look!.title).toBe('Renamed meanwhile');
  });

  it('that fails says so and leaves the look', async () => {
    mockBalance.work = () => Promise.reject(new Error('The worker stopped.'));
    await balanceLook();
    expect(state()).toMatchObject({ balancing: false, saveMessage: 'The worker stopped.', look: start });
  });
});

it('errors of the client tell what they are', () => {
  expect(new OfflineError().message).toMatch(/sent when it is back/);
  expect(new ApiError(422, 'no', [{ field: 'iso', message: 'no' }], null).problems).toHaveLength(1);
});
