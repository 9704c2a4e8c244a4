/** @jest-environment jsdom */
import { STAND_IN_KIT, type KitCamera, type KitEntry, type KitFixture } from '@fulgent/core/catalogue';
import type { Shoot, StoredEntry } from '@fulgent/core/contracts';
import { NO_META, type FramePixels, type FrameRecord } from '@fulgent/core/day';
import type { Look } from '@fulgent/core/document';
import { VARIANT_KINDS, VARIANT_NAMES, withOnly } from '@fulgent/core/planning';
import { evaluate } from '@fulgent/core/scene';
import { fireEvent, waitFor } from '@testing-library/react';
import { body, bracketOf, CURVES, STOPS } from '../../core/test/learn-support';
import type * as Client from '../src/api/client';
import { VersionsPage } from '../src/build/VersionsPage';
import { addVariant } from '../src/build/edits';
import { EntryPage } from '../src/kit/EntryPage';
import { LearnCameraPage } from '../src/kit/learn/LearnCameraPage';
import { LearnedPage } from '../src/log/LearnedPage';
import { RemakePage } from '../src/log/RemakePage';
import { undo } from '../src/look/store';
import { study } from '../src/workers/study';
import { comparedOf, frameRecord, readingOf } from './frame-records';
import { now, open, poster, press, screen, show, type, within, WithLook } from './pages';
import { said } from './said';
import { told } from './told-api';

const mockFiles: File[] = [];
/** What is seen in a file that is chosen, by its name. */
const mockSeen = new Map<string, FramePixels>();
jest.mock('expo-router', () => jest.requireActual('./router'));
jest.mock('comlink', () => jest.requireActual('./in-process'));
jest.mock('../src/ui/Toasts', () => jest.requireActual('./said'));
jest.mock('../src/api/client', () => jest.requireActual('./told-api'));
jest.mock('../src/ui/files', () => ({
  ...jest.requireActual('../src/ui/files'),
  chooseFiles: async () => mockFiles,
  chooseFile: async () => mockFiles[0] ?? null,
}));
// Nothing decodes pictures here: a file stands for its pixels.
jest.mock('../src/workers/pixels', () => {
  const seen = async (picture: File) => {
    const { rgba, width, height } = mockSeen.get(picture.name)!;
    return { data: rgba, width, height };
  };
  const actual = jest.requireActual('../src/workers/pixels');
  return { ...actual, exactPixels: seen };
});

const LONG = { timeout: 40_000 };
const { went } = jest.requireActual<{ went: string[] }>('./router');
const { ApiError } = jest.requireActual<typeof Client>('../src/api/client');
const entryOf = <K extends KitEntry['kind']>(kind: K) =>
  STAND_IN_KIT.find((entry): entry is Extract<KitEntry, { kind: K }> => entry.kind === kind)!;

beforeEach(() => {
  localStorage.setItem('fulgent:topics', 'all');
  for (const name of Object.keys(told)) delete told[name];
  said.length = 0;
  mockFiles.length = 0;
  mockSeen.clear();
  went.length = 0;
  open(poster);
});

/** A server with one entry of the kit. */
function kitServer(entry: KitEntry, standIn = false) {
  const state: { stored: StoredEntry } = { stored: { entry, revision: 1, standIn, atHand: true } };
  told['readEntry'] = jest.fn(async () => state.stored);
  told['updateEntry'] = jest.fn(async (basedOn: number, next: KitEntry) => {
    state.stored = { ...state.stored, entry: next, revision: basedOn + 1 };
    return state.stored;
  });
  told['createEntry'] = jest.fn(async (next: KitEntry) => ({ ...state.stored, entry: { ...next, id: 'made-1' } }));
  return { state, answers: async (url: string): Promise<unknown> => (url === '/api/kit' ? [] : state.stored) };
}

describe('an entry of the kit', () => {
  const page = async (entry: KitEntry, standIn = false) => {
    const one = kitServer(entry, standIn);
    show(<EntryPage id={entry.id} />, one.answers);
    await screen.findByRole('heading', { level: 1, name: entry.name }, LONG);
    return { ...one, entry: () => one.state.stored.entry };
  };
  const own = (kind: 'gel' | 'camera' | 'fixture'): KitEntry => ({ ...entryOf(kind), id: 'own-1', name: 'Mine', count: 2 });

  it('of one’s own is counted, named and noted; each is kept in its order', async () => {
    const { entry, state } = await page(own('gel'));
    press('Sheets: more');
    press('Sheets: more');
    await waitFor(() => expect(entry().count).toBe(4), LONG);
    expect(state.stored.revision).toBe(3);
    type('Sheets', '-1');
    expect(screen.getByText(/Count must be a number from 0 to 10000/)).toBeTruthy();
    type('Name', ' ');
    expect(screen.getByText('Name is empty; give it one.')).toBeTruthy();
    type('Name', ' Faded rose ');
    await waitFor(() => expect(entry().name).toBe('Faded rose'), LONG);
    type('Note', 'From the blue box');
    await waitFor(() => expect(entry().note).toBe('From the blue box'), LONG);
    press('Worn', 'radio');
    await waitFor(() => expect(entry()).toMatchObject({ condition: 'worn', count: 4, name: 'Faded rose' }), LONG);
    await waitFor(() => expect(screen.getByTestId('save-state').textContent).toBe('Saved'), LONG);
  });

  it('that ships is not deleted or renamed, but copied, as a guess', async () => {
    await page(entryOf('fixture'), true);
    expect(screen.getByText('stand-in, made up')).toBeTruthy();
    expect(screen.queryByRole('button', { name: 'Delete' })).toBeNull();
    expect(screen.queryByLabelText('Name')).toBeNull();
    press('Duplicate');
    await waitFor(() => expect(went).toEqual(['/kit/made-1']), LONG);
    expect(told['createEntry']!.mock.calls[0]![0]).toMatchObject({
      name: `${entryOf('fixture').name}, own`,
      provenance: 'guessed',
    });
  });

  it('is archived and used again; deleted, it comes back', async () => {
    const { entry } = await page(own('camera'));
    press('Archive');
    await screen.findByRole('button', { name: 'Use again' }, LONG);
    await waitFor(() => expect(entry().archived).toBe(true), LONG);
    press('Use again');
    await waitFor(() => expect(entry().archived).toBe(false), LONG);
    told['deleteEntry'] = jest.fn(async () => undefined);
    told['restoreEntry'] = jest.fn(async () => undefined);
    press('Delete');
    await waitFor(() => expect(went).toEqual(['/kit?kind=camera']), LONG);
    expect(said.at(-1)!.text).toBe('Mine deleted.');
    said.at(-1)!.action!.run();
    expect(told['restoreEntry']).toHaveBeenCalledWith('own-1');
  });

  it('deleted right after it was changed, it comes back as it was changed', async () => {
    const { entry } = await page(own('gel'));
    const order: string[] = [];
    const update = told['updateEntry']!.getMockImplementation()!;
    told['updateEntry']!.mockImplementation(async (...given: unknown[]) => {
      await new Promise((done) => setTimeout(done, 150));
      order.push('changed');
      return update(...given);
    });
    told['deleteEntry'] = jest.fn(async () => void order.push('deleted'));
    type('Name', 'North window');
    press('Delete');
    await waitFor(() => expect(went).toEqual(['/kit?kind=gel']), LONG);
    expect(order).toEqual(['changed', 'deleted']);
    expect(entry().name).toBe('North window');
  });

  it('that cannot be stored says why, and shows what the server has', async () => {
    const { entry } = await page(own('fixture'));
    told['updateEntry']!.mockRejectedValueOnce(new ApiError(400, 'Count must be from 0 to 10000.', [], null));
    press('Count: more');
    expect((await screen.findByRole('alert', {}, LONG)).textContent).toMatch(/Count must be from 0/);
    expect(entry().count).toBe(2);
    press('Count: less');
    await waitFor(() => expect(entry().count).toBe(1), LONG);
    expect(screen.queryByRole('alert')).toBeNull();
  });

  it('that is not there leads back', async () => {
    show(<EntryPage id="gone" />, async () => Promise.reject(new Error('There is no such entry.')));
    await screen.findByText('There is no such entry.', {}, LONG);
    press('Back to the kit');
    expect(went).toEqual(['/kit']);
  });
});

describe('a camera is learned from its pictures', () => {
  const camera: KitCamera = { ...entryOf('camera'), id: 'own-1', name: 'Body' };
  const page = async (standIn = false) => {
    const one = kitServer(camera, standIn);
    show(<LearnCameraPage id={camera.id} />, one.answers);
    await screen.findByRole('heading', { level: 1 }, LONG);
    return one;
  };
  /** Frames of a bracket by a made-up body, as files that were chosen. */
  const bracket = () => {
    const frames = bracketOf(body(CURVES['an S']!), STOPS);
    frames.forEach(({ pixels }, i) => mockSeen.set(`b${i}.jpg`, pixels));
    mockFiles.push(...frames.map((_, i) => new File(['x'], `b${i}.jpg`)));
    told['readPicture'] = jest.fn(async (file: File) => {
      const i = Number(/\d/.exec(file.name)![0]);
      return {
        png: file,
        widthPx: 288,
        heightPx: 192,
        meta: { ...NO_META, shutterS: 2 ** STOPS[i]! / 60, aperture: 8, iso: 100 },
      };
    });
    Object.assign(URL, { createObjectURL: (file: File) => `blob:${file.name}` });
    return frames;
  };

  it('by a bracket whose files tell the exposures: what it taught is shown, kept, and taken back', async () => {
    const { state } = await page();
    expect(screen.getByRole('button', { name: 'Learn' }).getAttribute('aria-disabled')).toBe('true');
    bracket();
    press('Choose the frames');
    await screen.findByText('7 frames', {}, LONG);
    // A stop apart, as the shutters say.
    expect(screen.getAllByText('From its file')).toHaveLength(7);
    expect((screen.getByLabelText('Frame 7: stops more than the first') as HTMLInputElement).value).toBe('6.00');
    press('Learn');
    const found = within(await screen.findByLabelText('What was learned', {}, LONG));
    // Where that S reaches what eight bits round up to white, found by halving: some four stops and a half over mid-grey.
    const white = Number(/^\+(4\.\d\d) over mid-grey ± 0\.\d\d$/.exec(found.getByText(/over mid-grey ±/).textContent!)![1]);
    let [low, high] = [0, 12];
    while (high - low > 1e-4) {
      const middle = (low + high) / 2;
      if (CURVES['an S']!(0.18 * 2 ** middle) < 254.5 / 255) low = middle;
      else high = middle;
    }
    expect(Math.abs(white - low)).toBeLessThan(0.3);
    press('Keep it in the kit');
    await waitFor(() => expect(went).toEqual(['/kit/own-1']), LONG);
    const kept = state.stored.entry as KitCamera;
    expect(kept.provenance).toBe('measured');
    expect(kept.camera.learned!.tone!.stops.length).toBeGreaterThan(8);
    expect(said.at(-1)!.text).toBe('Body was learned.');
    said.at(-1)!.action!.run();
    await waitFor(() => expect((state.stored.entry as KitCamera).camera).toEqual(camera.camera), LONG);
  });

  it('one that ships becomes one of your own', async () => {
    await page(true);
    bracket();
    press('Choose the frames');
    await screen.findByText('7 frames', {}, LONG);
    press('Learn');
    await screen.findByText(/It becomes a camera of your own/, {}, LONG);
    press('Keep it in the kit');
    await waitFor(() => expect(went).toEqual(['/kit/made-1']), LONG);
    expect(told['createEntry']!.mock.calls[0]![0]).toMatchObject({ name: 'Body, own', provenance: 'measured' });
    expect(told['updateEntry']).not.toHaveBeenCalled();
  });

  it('a frame that cannot be read is named; too many are refused; nothing chosen changes nothing', async () => {
    await page();
    press('Choose the frames');
    expect(screen.getByRole('button', { name: 'Learn' }).getAttribute('aria-disabled')).toBe('true');
    told['readPicture'] = jest.fn(async () => Promise.reject(new Error('This is no picture.')));
    mockFiles.push(new File(['x'], 'notes.txt'));
    press('Choose the frames');
    expect((await screen.findByRole('alert', {}, LONG)).textContent).toBe('notes.txt: This is no picture.');
    mockFiles.push(...Array.from({ length: 40 }, (_, i) => new File(['x'], `${i}.jpg`)));
    press('Choose the frames');
    await screen.findByText(/41 frames were chosen; \d+ are enough\./, {}, LONG);
  });

  it('is not what a gel has pictures for', async () => {
    const gel = entryOf('gel');
    show(<LearnCameraPage id={gel.id} />, kitServer(gel).answers);
    await screen.findByText('Only a camera is learned from its pictures.', {}, LONG);
    press('Back to the kit');
    expect(went).toEqual(['/kit']);
  });
});

describe('versions', () => {
  const [dark, cool] = ['dark', 'cooler'] as const;
  const kept = async () => {
    for (const kind of [dark, cool]) addVariant((await study().offer(now(), kind)).variant);
  };
  /** The page measures itself before it shows pictures. */
  const page = () => {
    const view = show(<WithLook of={VersionsPage} />);
    return view;
  };

  it('offers have a picture each; what is kept is named, voted for, chosen, locked and compared', async () => {
    expect(VARIANT_KINDS).toEqual(expect.arrayContaining([dark, cool]));
    await kept();
    expect(now().variants.map(({ id }) => id)).toEqual(
      [poster.variants.length + 1, poster.variants.length + 2].map((n) => `version-${n}`),
    );
    page();
    const last = now().variants.at(-1)!;
    // The two that were kept last stand side by side until somebody chooses.
    const differences = await screen.findByTestId(`differences-${last.id}`, {}, LONG);
    expect(differences.textContent).toContain(`${last.name}: `);
    // Only the camera's white differs from the plan there: the other has the key moved too.
    expect(differences.textContent).toMatch(/changes together: an impression, not evidence of any one/);
    expect(last.name).toBe(VARIANT_NAMES[cool]);
    undo();
    await waitFor(() => expect(screen.queryByTestId(`differences-${last.id}`)).toBeNull(), LONG);
  });
});

describe('a look made again with other lamps', () => {
  const page = () => {
    const shoots = [{ id: 'shoot-1', title: 'Saltmarsh', looks: [{ id: 'look-1', title: poster.title }] }] as unknown as Shoot[];
    const stored = { id: 'look-1', shootId: 'shoot-1', revision: 1, updatedAt: 0, look: poster };
    const kit = STAND_IN_KIT.map((entry) => ({ entry, revision: 0, standIn: true, atHand: true }));
    show(<RemakePage />, async (url) => (url === '/api/shoots' ? shoots : url === '/api/kit' ? kit : stored));
  };

  it('says what cannot be reached, offers what brings it nearer, and keeps the rest as a look beside', async () => {
    page();
    await screen.findByText('Lamps in its places', {}, LONG);
    await screen.findByText('All of it can be reached', {}, LONG);
    const [light] = poster.lights;
    const weak = STAND_IN_KIT.filter(
      (entry): entry is KitFixture => entry.kind === 'fixture' && entry.fixture.kind === 'continuous',
    ).sort((a, b) => (a.fixture as { luxAt1m: number }).luxAt1m - (b.fixture as { luxAt1m: number }).luxAt1m)[0]!;
    const row = screen.getAllByRole('button', { name: new RegExp(`^${light!.name.slice(0, 10)}: `) })[0]!;
    fireEvent.click(row);
    fireEvent.click(within(screen.getByRole('dialog')).getByText(weak.name));
    const unreached = await screen.findByTestId(`unreached-${light!.id}`, {}, LONG);
    expect(unreached.textContent).toContain(weak.name);
    expect(screen.getByText('What is not reached')).toBeTruthy();
    told['createLook'] = jest.fn(async (look: Look) => ({ id: 'copy-1', look }));
    press('Keep it as a look beside');
    await waitFor(() => expect(told['createLook']).toHaveBeenCalled(), LONG);
    const [made, home] = told['createLook'].mock.calls[0] as unknown as [Look, string];
    expect([made.title, home]).toEqual([`${poster.title}, other lamps`, 'shoot-1']);
    expect(made.lights[0]!.fixture.name).toBe(weak.fixture.name);
    // What was proved with the lamp that was there is open again.
    expect(made.lights[1]).toEqual(poster.lights[1]);
    await waitFor(() => expect(said.at(-1)?.text).toBe(`${made.title} stands beside it.`), LONG);
    said.at(-1)!.action!.run();
    expect(went).toEqual(['/looks/copy-1/balance']);
    told['createLook'].mockRejectedValueOnce(new Error('The disk is full.'));
    press('Keep it as a look beside');
    await waitFor(() => expect(said.at(-1)?.text).toBe('The disk is full.'), LONG);
  });
});

describe('what was learned', () => {
  const [key] = poster.lights;
  const page = (frames: readonly FrameRecord[]) => {
    const shoots = [{ id: 'shoot-1', title: 'Saltmarsh', looks: [{ id: 'look-1', title: poster.title }] }];
    show(<LearnedPage />, async (url) => (url === '/api/frames' ? frames : url === '/api/shoots' ? shoots : []));
  };

  it('is nothing without a frame, and says how one gets there', async () => {
    page([]);
    await screen.findByText(/No measured frame yet\. Add test frames/, {}, LONG);
  });

  it('waits for frames that are being measured; black, graded and rejected ones teach nothing', async () => {
    const notes = { ...frameRecord().notes };
    page([
      frameRecord({ id: 'a' }),
      frameRecord({ id: 'b', kind: 'black', reading: readingOf([]) }),
      frameRecord({ id: 'c', reading: readingOf([]), notes: { ...notes, graded: true } }),
      frameRecord({ id: 'd', reading: readingOf([]), notes: { ...notes, verdict: 'rejected' } }),
      frameRecord({ id: 'e', reading: readingOf([], { comparison: comparedOf([], { fits: false, reason: 'other-look' }) }) }),
    ]);
    await screen.findByText(/Your frames are being measured/, {}, LONG);
  });

  it('of a light that burned a stop too strong alone is written into a look, and taken back', async () => {
    // What the model says of this light alone, brighter by two thirds of a stop, read at the places of the look.
    const brighter: Look = {
      ...poster,
      lights: poster.lights.map((light) =>
        light.id === key!.id ? { ...light, unit: { ...light.unit, outputStops: light.unit.outputStops + 2 / 3 } } : light,
      ),
    };
    const alone = evaluate(withOnly(brighter, [key!.id]));
    const patches = alone.probes.map(({ id, recorded }) => ({ probe: id, linear: recorded }));
    // The same unit behind three modifiers: what is off with all of them is the unit's.
    const behind = (name: string): Look => ({
      ...poster,
      lights: poster.lights.map((light) => (light.id === key!.id ? { ...light, modifier: { ...light.modifier, name } } : light)),
    });
    told['frameLook'] = jest.fn(async (id: string) => behind(`Modifier ${id}`));
    told['readLook'] = jest.fn(async () => ({ look: poster, revision: 4 }));
    told['updateLook'] = jest.fn(async () => undefined);
    page(
      ['a', 'b', 'c'].map((id) =>
        frameRecord({
          id,
          kind: 'alone',
          lightId: key!.id,
          reading: readingOf([], { patches: patches as never, parts: undefined as never }),
        }),
      ),
    );
    await screen.findByTestId('lessons', {}, LONG);
    press(/^In: choose/);
    fireEvent.click(within(screen.getByRole('dialog')).getByText(`${poster.title}, Saltmarsh`));
    press('Write these into the look');
    await waitFor(() => expect(told['updateLook']).toHaveBeenCalled(), LONG);
    const [id, basedOn, taught] = told['updateLook']!.mock.calls[0] as unknown as [string, number, Look];
    expect([id, basedOn]).toEqual(['look-1', 4]);
    // Nearly all of it: some is left to what nobody knows of modifiers.
    const learned = taught.lights[0]!.unit.outputStops - key!.unit.outputStops;
    expect(learned).toBeGreaterThan(0.45);
    expect(learned).toBeLessThan(0.75);
    await waitFor(() => expect(said.at(-1)?.text).toBe(`Written into ${poster.title}.`), LONG);
    said.at(-1)!.action!.run();
    expect(told['updateLook']).toHaveBeenLastCalledWith('look-1', 5, poster);
  });
});
