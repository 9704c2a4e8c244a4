/** @jest-environment jsdom */
import { mockServer, start, state, onServer, titled, iso, key, elsewhere, settle, hold } from './store-support';
import { leaveOthers, saveNow, undo, useOthers, watchOthers } from '../src/look/store';

const EVERY_MS = 4000;
/** The next time that this window asks. */
const asked = async () => {
  await jest.advanceTimersByTimeAsync(EVERY_MS);
  await settle();
};

beforeEach(() => watchOthers('a'));
afterEach(() => leaveOthers('a'));

describe('others on the same look', () => {
  it('are named while they are there', async () => {
    mockServer.others = ['Ana’s phone'];
    await asked();
    expect(useOthers.getState().names).toEqual(['Ana’s phone']);
    mockServer.others = [];
    await asked();
    expect(useOthers.getState().names).toEqual([]);
  });

  it('change what this window shows by itself, and it says who changed what', async () => {
    elsewhere((look) => ({ ...look, camera: { ...look.camera, iso: 1250 } }));
    mockServer.by = 'Ana’s phone';
    await asked();
    expect(state()).toMatchObject({ revision: 2, save: 'kept', look: { camera: { iso: 1250 } } });
    expect(useOthers.getState().changed).toBe('Ana’s phone changed the camera.');
    expect(mockServer.writes).toEqual([]);
    await jest.advanceTimersByTimeAsync(3 * EVERY_MS);
    expect(useOthers.getState().changed).toBeNull();
  });

  it('lose nothing by an undo here', async () => {
    key(-3);
    await saveNow();
    elsewhere((look) => ({ ...look, camera: { ...look.camera, iso: 1250 } }));
    await asked();
    undo();
    await saveNow();
    expect(onServer().look).toMatchObject({ camera: { iso: 1250 } });
    expect(onServer().look.lights).toEqual(start.lights);
  });

  it('are not taken in over work that waits to be sent: saving meets them', async () => {
    mockServer.refuse = 'Busy';
    mockServer.status = 503;
    iso(500);
    await saveNow();
    elsewhere((look) => ({ ...look, title: 'Theirs' }));
    await asked();
    expect(state().look).toMatchObject({ title: 'Piste', camera: { iso: 500 } });
    mockServer.refuse = null;
    await saveNow();
    await jest.advanceTimersByTimeAsync(100);
    await settle();
    expect(onServer().look).toMatchObject({ title: 'Theirs', camera: { iso: 500 } });
  });

  it('whose look arrives while something is changed here do not take that away', async () => {
    elsewhere((look) => ({ ...look, title: 'Theirs' }));
    const release = hold();
    const asking = asked();
    titled('Mine');
    await release();
    await asking;
    expect(state().look!.title).toBe('Mine');
  });

  it('are not asked for where the server is away', async () => {
    mockServer.others = ['Ana’s phone'];
    await asked();
    mockServer.offline = true;
    await asked();
    expect(useOthers.getState().names).toEqual([]);
    expect(state().look).toEqual(start);
  });
});
