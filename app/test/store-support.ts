/** The open look against a server of one process: for every test of the store. Import it before anything of the application. */
import type { Look } from '@fulgent/core/document';
import { newLook } from '@fulgent/core/planning/search';
import type { StoredLook } from '@fulgent/core/contracts';
import { useDrafts } from '../src/look/drafts';
import { closeLook, edit, openLook, useOpenLook } from '../src/look/store';

/** A server of one process: looks by id with their revisions, which can be cut off, held up, or told to refuse. */
export const mockServer = {
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
  /** Who else is there, and who wrote last. */
  others: [] as string[],
  by: '',
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
      here: async (id: string) => {
        await reached();
        return { others: mockServer.others, revision: mockServer.looks.get(id)!.revision, by: mockServer.by };
      },
      left: async () => undefined,
      createLook: async (look: Look) => {
        await reached();
        mockServer.looks.set('copy', { revision: 1, look });
        return stored('copy');
      },
    },
  };
});

export const mockBalance = { work: null as ((look: Look) => Promise<unknown>) | null };
jest.mock('../src/workers/compute', () => ({
  compute: () => ({ balance: (look: Look) => mockBalance.work!(look) }),
  latestEvaluator: () => () => undefined,
}));

export const start = newLook({ title: 'Piste', skin: 'tan', backdrop: 'paper-grey', camera: 'stills', lights: 'full' });
export const state = () => useOpenLook.getState();
export const onServer = (id = 'a') => mockServer.looks.get(id)!;
export const titled = (title: string) => edit('title', (look) => ({ ...look, title }));
export const iso = (value: number) => edit('iso', (look) => ({ ...look, camera: { ...look.camera, iso: value } }));
export const key = (powerStops: number) =>
  edit('key', (look) => ({ ...look, lights: look.lights.map((light, i) => (i === 0 ? { ...light, powerStops } : light)) }));
/** Somebody else writes. */
export const elsewhere = (change: (look: Look) => Look, id = 'a') => {
  const { revision, look } = onServer(id);
  mockServer.looks.set(id, { revision: revision + 1, look: change(look) });
};
/** Lets everything that is under way come to its end. */
export const settle = async () => {
  for (let i = 0; i < 30; i++) await Promise.resolve();
};
/** Holds the server's answers up until called. */
export const hold = (): (() => Promise<void>) => {
  let release: () => void;
  mockServer.held = new Promise((resolve) => (release = resolve));
  return async () => {
    release();
    mockServer.held = null;
    await settle();
  };
};

beforeEach(async () => {
  // A database answers by timers of its own: they go on.
  jest.useFakeTimers({ advanceTimers: typeof indexedDB !== 'undefined' });
  localStorage.clear();
  useDrafts.setState([], true);
  Object.assign(mockServer, {
    offline: false,
    refuse: null,
    status: 422,
    kept: null,
    writes: [],
    held: null,
    mute: false,
    others: [],
    by: '',
  });
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
