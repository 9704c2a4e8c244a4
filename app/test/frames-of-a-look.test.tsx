/** @jest-environment jsdom */
import type { WatchState } from '@fulgent/core/contracts';
import { NO_META, type FrameNotes, type FrameReading, type FrameRecord } from '@fulgent/core/day';
import { fireEvent, waitFor } from '@testing-library/react';
import type * as Client from '../src/api/client';
import { undo } from '../src/look/store';
import { DrawPage } from '../src/sheet/DrawPage';
import { FramePage } from '../src/sheet/FramePage';
import { FramesPage } from '../src/sheet/FramesPage';
import { LivePage } from '../src/sheet/LivePage';
import { comparedOf, frameRecord, lightOff, readingOf } from './frame-records';
import { lightNow, now, open, poster, press, screen, show, type, valueOf, within, WithLook } from './pages';
import { said } from './said';
import { told } from './told-api';

jest.mock('expo-router', () => jest.requireActual('./router'));
jest.mock('comlink', () => jest.requireActual('./in-process'));
jest.mock('../src/ui/Toasts', () => jest.requireActual('./said'));
jest.mock('../src/api/client', () => jest.requireActual('./told-api'));

const LONG = { timeout: 30_000 };
const { params, went } = jest.requireActual<{ params: Record<string, string>; went: string[] }>('./router');
const [key, other] = poster.lights as [(typeof poster.lights)[number], (typeof poster.lights)[number]];

/** A server with frames that remembers what is said of them. */
function server(frames: readonly FrameRecord[], watch: Partial<WatchState> = {}, devices = false) {
  const state = {
    frames: [...frames],
    readings: {} as Record<string, FrameReading>,
    watch: { folder: null, lookId: null, problem: null, files: [], ...watch } as WatchState,
  };
  told['judgeFrame'] = jest.fn(async (id: string, basedOn: number, notes: FrameNotes) => {
    state.frames = state.frames.map((one) => (one.id === id ? { ...one, notes, revision: basedOn + 1 } : one));
    return state.frames.find((one) => one.id === id);
  });
  const answers = async (url: string): Promise<unknown> => {
    if (url === '/api/looks/look-1/frames' || url === '/api/frames') return state.frames;
    if (url === '/api/devices') return { on: devices };
    if (url === '/api/watch') return state.watch;
    const [, id, part] = /^\/api\/frames\/([\w-]+)(\/look|\/reading)?/.exec(url) ?? [];
    const frame = state.frames.find((one) => one.id === id);
    if (!frame) throw new Error('There is no such frame.');
    return part === '/look' ? poster : part ? (frame.reading ?? state.readings[frame.id]) : frame;
  };
  return { state, answers };
}

beforeEach(() => {
  localStorage.setItem('fulgent:topics', 'all');
  for (const name of Object.keys(told)) delete told[name];
  for (const name of Object.keys(params)) delete params[name];
  said.length = 0;
  went.length = 0;
  open(poster);
});

describe('the frames of a look', () => {
  const page = (...given: Parameters<typeof server>) => {
    const one = server(...given);
    show(<WithLook of={FramesPage} />, one.answers);
    return one;
  };

  it('none yet say what a frame is for', async () => {
    page([]);
    await screen.findByText(/Each frame is held against the plan here/, {}, LONG);
    expect(screen.queryByRole('button', { name: 'Simulated camera' })).toBeNull();
  });

  it('newest first, each with what it shows, what it says and how it was taken', async () => {
    const meta = { ...NO_META, aperture: 8, iso: 100, shutterS: 1 / 125 };
    page([
      frameRecord({ id: 'first', name: 'First', meta }),
      frameRecord({
        id: 'second',
        name: 'Second',
        kind: 'alone',
        lightId: key.id,
        notes: { ...frameRecord().notes, verdict: 'kept', chosen: true },
        reading: readingOf([lightOff(key.id, key.name, 0.7), lightOff(other.id, other.name, -0.4)]),
      }),
      frameRecord({ id: 'third', name: 'Third', kind: 'bracket', lightId: key.id, stops: 1, reading: readingOf([]) }),
    ]);
    await screen.findByTestId('frame-card-first', {}, LONG);
    const cards = screen.getAllByTestId(/^frame-card-/);
    expect(cards.map((card) => card.getAttribute('data-testid')!.slice(11))).toEqual(['third', 'second', 'first']);
    const [third, second, first] = cards.map((card) => card.textContent!.replace(/−/g, '-'));
    expect(third).toContain('+1 stops');
    expect(second).toContain(`${key.name}, one light alone · chosen · kept`);
    expect(second).toContain(`${key.name}: 0.7 over the plan; -0.7 brings it there. 1 more.`);
    expect(first).toContain('Measuring…');
    expect(first).toContain('1/125, f/8, ISO 100');
    expect(second).toContain('the file tells no exposure');
  });

  it('a frame is deleted, and comes back', async () => {
    const { state } = page([frameRecord({ reading: readingOf([]) })]);
    const [kept] = state.frames;
    told['deleteFrame'] = jest.fn(async () => void (state.frames = []));
    told['restoreFrame'] = jest.fn(async () => void (state.frames = [kept!]));
    await screen.findByTestId('frame-card-frame-1', {}, LONG);
    press('Delete Frame 0412');
    await waitFor(() => expect(screen.queryByTestId('frame-card-frame-1')).toBeNull(), LONG);
    const { text, action } = said.at(-1)!;
    expect(text).toBe('Frame 0412 deleted.');
    action!.run();
    await screen.findByTestId('frame-card-frame-1', {}, LONG);
  });

  it('the simulated camera takes what is chosen, and a failure is told', async () => {
    const { state } = page([], {}, true);
    told['shoot'] = jest.fn(async (_: string, what: unknown) => {
      const frame = frameRecord({ id: 'shot', name: 'Simulated 1', reading: readingOf([]) });
      if ('alone' in (what as object)) state.frames = [frame];
      return frame;
    });
    await screen.findByRole('button', { name: 'Simulated camera' }, LONG);
    press(/^Shows: The whole look/);
    fireEvent.click(within(screen.getByRole('dialog')).getByText('One light alone'));
    press('Simulated camera');
    await screen.findByTestId('frame-card-shot', {}, LONG);
    expect(told['shoot']).toHaveBeenCalledWith('look-1', { alone: key.id });
    expect(said.at(-1)!.text).toBe('Simulated 1 is here.');
    press(/^Shows: /);
    fireEvent.click(within(screen.getByRole('dialog')).getByText('Bracket of a light'));
    press('From the plan: more');
    told['shoot'].mockRejectedValueOnce(new Error('The camera is out of reach.'));
    press('Simulated camera');
    await waitFor(() => expect(said.at(-1)!.text).toBe('The camera is out of reach.'), LONG);
    expect(told['shoot'].mock.calls.at(-1)).toEqual(['look-1', { light: key.id, stops: 1 }]);
  });

  it('a watched folder says where its pictures go, what came and what was not read', async () => {
    const files: WatchState['files'] = [
      { name: 'a.jpg', at: 0, state: 'taken', frameId: 'frame-1', why: null },
      { name: 'b.jpg', at: 0, state: 'refused', frameId: null, why: 'It is no picture.' },
    ];
    const { state } = page([], { folder: 'shots', files, lookId: 'look-9' });
    told['setLive'] = jest.fn(async (lookId: string) => (state.watch = { ...state.watch, lookId }));
    await screen.findByText('They go to another look now.', {}, LONG);
    expect(screen.getByTestId('watched').textContent).toMatch(/b\.jpgnot read.*It is no picture\./);
    press('Let pictures come in here');
    await screen.findByText(/becomes a frame of this look/, {}, LONG);
    expect(told['setLive']).toHaveBeenCalledWith('look-1');
    press('Pictures come in here');
    await screen.findByText('They wait until a look takes them.', {}, LONG);
    expect(told['setLive']).toHaveBeenLastCalledWith('');
  });
});

describe('one frame', () => {
  const page = async (frame: FrameRecord, change?: (state: ReturnType<typeof server>['state']) => void) => {
    const one = server([frame]);
    change?.(one.state);
    params['frame'] = frame.id;
    show(<WithLook of={FramePage} />, one.answers);
    await screen.findByText(frame.name, {}, LONG);
    return one;
  };
  const off = readingOf([lightOff(other.id, other.name), lightOff(key.id, key.name, 0.6)]);

  it('names the light that is off before those that are not, and dials it back on the sheet', async () => {
    await page(frameRecord({ reading: off }));
    await screen.findByText('What to change', {}, LONG);
    const said = screen.getAllByTestId(/^off-/);
    expect(said.map((one) => one.getAttribute('data-testid'))).toEqual([`off-${key.id}`, `off-${other.id}`]);
    expect(said[0]!.textContent).toMatch(/0\.6 over the plan; [-−]0\.6 brings it there.*±0\.1 stop/);
    expect(said[1]!.textContent).toBe(`${other.name}: as planned.`);
    const before = lightNow(key.id);
    press(new RegExp(`^Correct ${key.name} on the sheet by`));
    expect(lightNow(key.id).powerStops).toBeCloseTo(before.powerStops - 0.6, 0);
    expect(lightNow(key.id).unit.outputStops).toBeCloseTo(before.unit.outputStops + 0.6, 9);
    expect(now().build.ledger.at(-1)!.why).toBe('held against a test frame');
    undo();
    expect(lightNow(key.id)).toEqual(before);
  });

  it('what all lights have in common is the camera’s', async () => {
    await page(frameRecord({ reading: { ...off, comparison: comparedOf(off.comparison!.lights, { overallStops: -0.8 }) } }));
    expect((await screen.findByTestId('overall', {}, LONG)).textContent).toMatch(
      /0\.8 stop under the plan: the camera’s exposure/,
    );
  });

  it('clipping, floor and evenness stand in one table; each place has its difference', async () => {
    const patch = {
      probe: 'cheek',
      name: 'Cheek',
      predictedHex: '#102030',
      measuredHex: '#203040',
      stops: 0.42,
      hueDeg: -12.4,
      chroma: -0.031,
      distance: 0.05,
    };
    const comparison = comparedOf(off.comparison!.lights, {
      patches: [patch, { ...patch, probe: 'hair', hueDeg: 0.4, chroma: 0.02 }],
    });
    await page(frameRecord({ reading: { ...off, comparison, unevenStops: 1.4 } }));
    const cheek = await screen.findByTestId('patch-cheek', {}, LONG);
    expect(cheek.textContent!.replace(/−/g, '-')).toBe('Cheek+0.4-12°-0.03');
    expect(screen.getByTestId('patch-hair').textContent!.replace(/−/g, '-')).toBe('Cheek+0.40°+0.02');
    const table = within(screen.getByLabelText('Clipping and floor'));
    for (const cells of ['3.1 %', '20 %', '1.0 %', '0.4 %', '22 %']) expect(table.getByText(cells)).toBeTruthy();
    expect(table.getByText('colour is gone there')).toBeTruthy();
    expect(table.getByText('Backdrop, brightest over darkest')).toBeTruthy();
  });

  it('that is none of the plan names no light, and says what to do', async () => {
    const comparison = comparedOf(off.comparison!.lights, { fits: false, reason: 'other-framing' });
    await page(frameRecord({ reading: { ...off, comparison } }));
    expect((await screen.findByTestId('no-evidence', {}, LONG)).textContent).toMatch(/Set the marks by hand/);
    expect(screen.queryAllByTestId(/^off-/)).toEqual([]);
  });

  it('leak beside a gel is told by the name of its light', async () => {
    const leak = { lightId: key.id, leak: 0.18, planned: 0.02, misfit: 0.01 };
    await page(frameRecord({ kind: 'alone', lightId: key.id, reading: { ...off, leak } }));
    expect((await screen.findByTestId('leak', {}, LONG)).textContent).toMatch(
      new RegExp(`^${key.name}: 18 % passes beside the gel\\. Tape its edges`),
    );
  });

  it('what was not taken as planned is told before anything else; a video signal is told for what it is', async () => {
    const meta = { ...NO_META, aperture: poster.camera.aperture * 2, iso: poster.camera.iso, white: 'auto' };
    await page(frameRecord({ meta, reading: off }));
    await screen.findByText(/^Not as planned: taken at f\//, {}, LONG);
    expect(screen.getByText(/auto white: colours of two such frames cannot be compared/)).toBeTruthy();
    expect(screen.queryByText(/planned at ISO/)).toBeNull();
  });

  it('waits for its reading, then shows it', async () => {
    await page(frameRecord(), (state) => void (state.readings['frame-1'] = off));
    await screen.findByTestId(`off-${key.id}`, {}, LONG);
  });

  it('is kept, rejected, chosen and written about; what another said meanwhile stays', async () => {
    const { state } = await page(frameRecord({ reading: off }));
    await screen.findByText('What to change', {}, LONG);
    const { ApiError } = jest.requireActual<typeof Client>('../src/api/client');
    told['judgeFrame']!.mockRejectedValueOnce(new ApiError(409, 'Somebody else changed it.', [], null));
    told['readFrame'] = jest.fn(async () => {
      const [frame] = state.frames;
      return (state.frames[0] = { ...frame!, revision: 7, notes: { ...frame!.notes, by: 'Assistant' } });
    });
    press('Keep');
    await waitFor(() => expect(state.frames[0]!.notes).toMatchObject({ verdict: 'kept', by: 'Assistant' }), LONG);
    await waitFor(() => expect(screen.getByRole('button', { name: 'Keep' }).getAttribute('aria-pressed')).toBe('true'), LONG);
    press('Selected frame');
    await waitFor(() => expect(state.frames[0]!.notes).toMatchObject({ verdict: 'kept', chosen: true }), LONG);
    type('Notes on the frame', 'The rim is too sharp');
    await waitFor(() => expect(state.frames[0]!.notes.words).toBe('The rim is too sharp'), LONG);
    press('Reject');
    await waitFor(() => expect(state.frames[0]!.notes.verdict).toBe('rejected'), LONG);
    told['judgeFrame']!.mockRejectedValueOnce(new Error('The disk is full.'));
    press('Graded');
    await waitFor(() => expect(said.at(-1)?.text).toBe('The disk is full.'), LONG);
    expect(state.frames[0]!.notes.graded).toBe(false);
  });

  it('graded, it says from which frame it came, and what that did', async () => {
    const notes = { ...frameRecord().notes, graded: true };
    const frame = frameRecord({ id: 'graded', name: 'Graded', notes, reading: off });
    const one = server([frameRecord({ name: 'As shot', reading: off }), frame]);
    params['frame'] = 'graded';
    show(<WithLook of={FramePage} />, one.answers);
    await screen.findByRole('button', { name: /^From: not said/ }, LONG);
    press(/^From: not said/);
    fireEvent.click(within(screen.getByRole('dialog')).getByText('As shot'));
    const table = await screen.findByLabelText('Before and after grading', {}, LONG);
    expect(within(table).getAllByText('22 %')).toHaveLength(2);
    expect(one.state.frames[1]!.notes.gradedFrom).toBe('frame-1');
    type('What was done to it', 'Lifted blacks');
    await waitFor(() => expect(one.state.frames[1]!.notes.gradedHow).toBe('Lifted blacks'), LONG);
  });

  it('that is not there says so, and is tried again', async () => {
    const one = server([]);
    params['frame'] = 'frame-1';
    show(<WithLook of={FramePage} />, one.answers);
    await screen.findByText('There is no such frame.', {}, LONG);
    one.state.frames = [frameRecord({ reading: off })];
    press('Try again');
    await screen.findByText('Frame 0412', {}, LONG);
  });

  it('is guessed at first by whoever wants to', async () => {
    await page(frameRecord({ id: 'guessed', reading: off }));
    await screen.findByText('What to change', {}, LONG);
    press('Guess before it is shown');
    expect(screen.queryByText('What to change')).toBeNull();
    press('All as planned', 'radio');
    press('Show what was measured');
    expect((await screen.findByTestId('frame-guess', {}, LONG)).textContent).toMatch(/counts in Practice/);
    expect(screen.getByText('What to change')).toBeTruthy();
    press('Guess before it is shown');
  });
});

describe('drawing on a frame', () => {
  const page = async (frame: FrameRecord) => {
    const one = server([frame]);
    params['frame'] = frame.id;
    show(<WithLook of={DrawPage} />, one.answers);
    await screen.findByText(frame.name, {}, LONG);
    return { drawn: () => one.state.frames[0]!.notes.drawn };
  };

  it('without marks a thing is put in the middle, a ring round it, an arrow to it', async () => {
    const { drawn } = await page(frameRecord());
    expect(screen.getByText('nothing drawn yet')).toBeTruthy();
    press('Ring', 'radio');
    press('Ring at the middle');
    await waitFor(() => expect(drawn()).toHaveLength(1), LONG);
    const [[left, top], [right, bottom]] = drawn()[0]!.points as [[number, number], [number, number]];
    expect([(left + right) / 2, (top + bottom) / 2]).toEqual([0.5, 0.5]);
    press('Arrow', 'radio');
    press('Arrow at the middle');
    await waitFor(() => expect(drawn()).toHaveLength(2), LONG);
    expect(drawn()[1]!.points.at(-1)).toEqual([0.5, 0.5]);
    await screen.findByText('2 drawn', {}, LONG);
  });

  it('lies on the place that is chosen by name, and within the picture', async () => {
    const [first, second] = poster.probes;
    const marks = [
      { probe: first!.id, x: 0.98, y: 0.01 },
      { probe: second!.id, x: 0.3, y: 0.4 },
    ];
    const { drawn } = await page(frameRecord({ notes: { ...frameRecord().notes, marks } }));
    press('Ring', 'radio');
    press(`Ring at ${first!.name.toLowerCase()}`);
    await waitFor(() => expect(drawn()).toHaveLength(1), LONG);
    for (const share of drawn()[0]!.points.flat()) expect(share).toBeGreaterThanOrEqual(0);
    for (const share of drawn()[0]!.points.flat()) expect(share).toBeLessThanOrEqual(1);
    press(/^Place: /);
    fireEvent.click(within(screen.getByRole('dialog')).getByText(second!.name));
    press('Note', 'radio');
    press(`Note at ${second!.name.toLowerCase()}`);
    await waitFor(() => expect(drawn()[1]).toMatchObject({ kind: 'note', points: [[0.3, 0.4]] }), LONG);
  });

  it('has words beside it; one is taken away, and back', async () => {
    const { drawn } = await page(frameRecord());
    press('Line at the middle');
    await screen.findByTestId('drawn-1', {}, LONG);
    type('1. Line, words', ' Too hot here ');
    await waitFor(() => expect(drawn()[0]!.text).toBe('Too hot here'), LONG);
    expect(valueOf('1. Line, words')).toBe('Too hot here');
    press('Take line 1 away');
    await waitFor(() => expect(drawn()).toEqual([]), LONG);
    said.at(-1)!.action!.run();
    await waitFor(() => expect(drawn()[0]!.text).toBe('Too hot here'), LONG);
  });

  it('that cannot be kept is told, and not shown as kept', async () => {
    const { drawn } = await page(frameRecord());
    told['judgeFrame']!.mockRejectedValueOnce(new Error('The disk is full.'));
    press('Line at the middle');
    await waitFor(() => expect(said.at(-1)?.text).toBe('The disk is full.'), LONG);
    expect(drawn()).toEqual([]);
    await screen.findByText('nothing drawn yet', {}, LONG);
  });
});

describe('live', () => {
  const page = (devices: boolean) => show(<WithLook of={LivePage} />, server([], {}, devices).answers);
  const secure = (is: boolean) => Object.defineProperty(window, 'isSecureContext', { value: is, configurable: true });

  it('without encryption, or without inputs, says why there is no camera and where there is one', async () => {
    secure(false);
    const view = page(false);
    expect(screen.getByTestId('no-camera').textContent).toMatch(/secure pages only.*Open it by https/);
    expect(screen.queryByRole('button', { name: 'Camera or video input' })).toBeNull();
    view.unmount();
    secure(true);
    page(false);
    expect(screen.getByTestId('no-camera').textContent).toBe('This browser has no video inputs. Open the page in another one.');
  });

  it.each([
    ['NotAllowedError', /Allow it in the page’s settings/],
    ['NotFoundError', /Plug it in/],
    ['NotReadableError', /Another program holds this input/],
  ])('an input that is refused by %s says what to do', async (name, words) => {
    secure(true);
    const getUserMedia = jest.fn(async () => Promise.reject(new DOMException('refused', name)));
    Object.defineProperty(navigator, 'mediaDevices', { value: { getUserMedia }, configurable: true });
    page(false);
    press('Camera or video input');
    expect((await screen.findByRole('alert', {}, LONG)).textContent).toMatch(words);
    expect(screen.getByText('off')).toBeTruthy();
    Object.defineProperty(navigator, 'mediaDevices', { value: undefined, configurable: true });
  });
});
