import { mockServer, mockBalance, start, state, onServer, titled, iso, key, elsewhere, settle, hold } from './store-support';
import { ApiError, OfflineError, onceMore } from '../src/api/client';
import { useDrafts } from '../src/look/drafts';
import { balanceLook, closeLook, edit, openLook, redo, resolveConflict, saveNow, sendDrafts, undo } from '../src/look/store';

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

  it('leaves no step of what is done and taken back in one go', () => {
    const { iso: before } = state().look!.camera;
    iso(200);
    iso(before);
    expect([state().past.length, state().look!.camera.iso]).toEqual([0, before]);
    iso(400);
    expect(state().past).toHaveLength(1);
    undo();
    expect(state().look!.camera.iso).toBe(before);
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
  it('are merged where they touch different things, and undo goes back over one’s own alone', async () => {
    elsewhere((look) => ({ ...look, title: 'Theirs' }));
    iso(500);
    await saveNow();
    expect(state().saveMessage).toMatch(/Merged/);
    jest.advanceTimersByTime(10);
    await settle();
    expect(onServer().look).toMatchObject({ title: 'Theirs', camera: { iso: 500 } });
    undo();
    expect(state().look).toMatchObject({ title: 'Theirs', camera: { iso: start.camera.iso } });
    redo();
    expect(state().look).toMatchObject({ title: 'Theirs', camera: { iso: 500 } });
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

it('what a busy server stopped is sent once more, anything else is not', async () => {
  const answers = (...list: (number | string)[]) => {
    const send = jest.fn(async () => {
      const next = list.shift();
      if (typeof next === 'number') throw new ApiError(next, `answered ${next}`, [], null);
      return next;
    });
    return send;
  };
  const busy = answers(503, 'stored');
  await expect(onceMore(busy)).resolves.toBe('stored');
  expect(busy).toHaveBeenCalledTimes(2);
  await expect(onceMore(answers(503, 503))).rejects.toThrow('answered 503');
  const full = answers(507, 'stored');
  await expect(onceMore(full)).rejects.toThrow('answered 507');
  expect(full).toHaveBeenCalledTimes(1);
});
