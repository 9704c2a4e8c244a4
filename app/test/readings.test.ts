import type { Look } from '@fulgent/core/document';
import { newLook } from '@fulgent/core/planning/search';
import { closeLook, edit, openLook, useOpenLook } from '../src/look/store';

/** A worker whose answers are given by hand, in any order. */
const mockAsked: { readonly look: Look; readonly answer: (readings: object) => void; readonly fail: (why: string) => void }[] =
  [];
const mockLooks = new Map<string, Look>();

jest.mock('../src/workers/worker-of', () => ({
  lazyWorker: () => () => ({
    evaluate: (look: Look) =>
      new Promise((resolve, reject) => {
        mockAsked.push({ look, answer: resolve, fail: (why) => reject(new Error(why)) });
      }),
  }),
}));
jest.mock('../src/api/client', () => {
  const actual = jest.requireActual('../src/api/client');
  const stored = (id: string, look: Look) => ({ id, shootId: 'shoot', revision: 1, look });
  return {
    ...actual,
    api: {
      ...actual.api,
      readLook: async (id: string) => stored(id, mockLooks.get(id)!),
      updateLook: async (id: string, _on: number, look: Look) => stored(id, look),
    },
  };
});

const named = (title: string) => newLook({ title, skin: 'tan', backdrop: 'paper-grey', camera: 'stills', lights: 'full' });
const state = () => useOpenLook.getState();
const settle = async () => {
  for (let i = 0; i < 30; i++) await Promise.resolve();
};
const iso = (value: number) => edit(`iso ${value}`, (look) => ({ ...look, camera: { ...look.camera, iso: value } }));

beforeEach(() => {
  mockAsked.length = 0;
  mockLooks.set('a', named('Piste'));
  mockLooks.set('b', named('Piste'));
});

afterEach(async () => {
  for (const { answer } of mockAsked) answer({});
  closeLook();
  await settle();
});

describe('readings of the open look', () => {
  it('are never those of another look, also of one with the same title', async () => {
    await openLook('a');
    const late = mockAsked[0]!;
    closeLook();
    await settle();
    await openLook('b');
    late.answer({ of: 'a' });
    await settle();
    expect(state()).toMatchObject({ id: 'b', readings: null });
    mockAsked[1]!.answer({ of: 'b' });
    await settle();
    expect(state().readings).toEqual({ of: 'b' });
  });

  it('stay those of a look that is renamed while it is evaluated', async () => {
    await openLook('a');
    edit('title', (look) => ({ ...look, title: 'Another' }));
    mockAsked[0]!.answer({ n: 1 });
    await settle();
    expect(state().readings).toEqual({ n: 1 });
  });

  it('skip what was changed again before it was their turn', async () => {
    await openLook('a');
    for (const value of [200, 400, 800]) iso(value);
    expect(mockAsked).toHaveLength(1);
    mockAsked[0]!.answer({});
    await settle();
    expect(mockAsked.map(({ look }) => look.camera.iso)).toEqual([mockLooks.get('a')!.camera.iso, 800]);
  });

  it('say why there are no newer ones until there are, whether or not the look is kept', async () => {
    await openLook('a');
    mockAsked[0]!.fail('The figure cannot be loaded.');
    await settle();
    expect(state()).toMatchObject({ save: 'kept', trouble: 'The figure cannot be loaded.' });
    iso(400);
    mockAsked[1]!.answer({ n: 2 });
    await settle();
    expect(state()).toMatchObject({ trouble: null, readings: { n: 2 } });
  });
});
