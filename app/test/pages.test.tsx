/** @jest-environment jsdom */
import { STAND_IN_KIT } from '@fulgent/core/catalogue';
import { turnRange } from '@fulgent/core/day';
import { demoLooks } from '@fulgent/core/demo';
import type { Look } from '@fulgent/core/document';
import { evaluate } from '@fulgent/core/scene';
import { throwM } from '@fulgent/core/transport';
import { turnWords, verdictWords } from '@fulgent/words';
import { act, waitFor } from '@testing-library/react';
import { WrongPage } from '../src/build/WrongPage';
import { KitPage } from '../src/kit/KitPage';
import { LightPage } from '../src/light/LightPage';
import { ConflictSheet } from '../src/look/ConflictSheet';
import { RenameSheet } from '../src/look/RenameSheet';
import { edit, undo, useOpenLook } from '../src/look/store';
import { PosesPage } from '../src/sheet/PosesPage';
import { NewLookPage } from '../src/shoots/NewLookPage';
import { errors, lightNow, now, open, poster, press, screen, show, type, valueOf, within, WithLook } from './pages';
import { went } from './router';

jest.mock('expo-router', () => jest.requireActual('./router'));
jest.mock('comlink', () => jest.requireActual('./in-process'));

const mockApi = { made: [] as Look[], refuse: null as string | null };

jest.mock('../src/api/client', () => {
  const actual = jest.requireActual('../src/api/client');
  return {
    ...actual,
    api: {
      ...actual.api,
      updateLook: () => Promise.reject(new actual.OfflineError()),
      createShoot: async () => ({ id: 'shoot-9' }),
      createLook: async (look: Look, shootId: string) => {
        if (mockApi.refuse) throw new actual.ApiError(507, mockApi.refuse, [], null);
        mockApi.made.push(look);
        return { id: 'made', shootId, revision: 1, updatedAt: 0, look };
      },
    },
  };
});

const LONG = { timeout: 40_000 };

beforeEach(() => {
  localStorage.clear();
  went.length = 0;
  mockApi.made.length = 0;
  mockApi.refuse = null;
  open(poster);
});

describe('the page of a light', () => {
  const page = (id = 'key') => show(<LightPage lookId="look-1" lightId={id} />);

  it('shows the verdict, steps the power on the fixture’s steps, and takes a distance as typed', () => {
    page();
    const reading = evaluate(poster).lights.find(({ id }) => id === 'key')!;
    expect(screen.getByTestId('light-verdict').textContent).toBe(verdictWords(reading.verdict));
    const before = lightNow('key');
    press('Power: less');
    expect(lightNow('key').powerStops).toBeLessThan(before.powerStops);
    type('Distance to its aim', '2.5');
    expect(throwM(lightNow('key'))).toBeCloseTo(2.5, 2);
    // Along its own axis: it stays aimed where it was.
    expect(lightNow('key').aim).toEqual(before.aim);
  });

  it('says how sure window and clip are, and that a measured sensor narrows it', async () => {
    page();
    expect(screen.getByTestId('light-edge').textContent).toBe(
      'Window and clip ±0.15 stop until this camera is learned from its pictures: bodies differ.',
    );
    const wavelengthsNm = [380, 480, 580, 780];
    const sensor = {
      id: 'own',
      kind: 'sensor' as const,
      name: 'Own',
      wavelengthsNm,
      r: [0, 0, 1, 0],
      g: [0, 1, 1, 0],
      b: [1, 1, 0, 0],
    };
    act(() =>
      edit('camera.body', (look) => ({
        ...look,
        spectra: [sensor],
        camera: { ...look.camera, sensor: { kind: 'spectrum', id: 'own' } },
      })),
    );
    await waitFor(
      () => expect(screen.getByTestId('light-edge').textContent).toContain('±0.05 stop by the measured sensor'),
      LONG,
    );
  });

  it('says by what a learned camera is known', async () => {
    page();
    const learned = { tone: null, toneStops: 0, matrix: null, matrixStops: 0, whiteMired: 8, whiteDuv: 0 };
    act(() => edit('camera.body', (look) => ({ ...look, camera: { ...look.camera, learned } })));
    await waitFor(
      () => expect(screen.getByTestId('light-edge').textContent).toContain('by what was learned of this camera'),
      LONG,
    );
  });

  it('bounds a light against the key: not a rim by itself, a fill by mood, any by wish; a figure out of range is refused', () => {
    page('rim-right');
    expect(valueOf('Most against the key')).toBe('not bound');
    act(() =>
      edit('role', (look) => ({
        ...look,
        lights: look.lights.map((light) => (light.id === 'rim-right' ? { ...light, role: 'fill' as const } : light)),
      })),
    );
    expect(valueOf('Most against the key')).toBe('-1.0 stops');
    type('Most against the key', '-1.5');
    expect(lightNow('rim-right').mostToKey).toBe(-1.5);
    type('Most against the key', '40');
    expect(errors().join()).toContain('Against the key must be a number from -10 to 10 stops');
    press('As its role has it');
    expect(lightNow('rim-right').mostToKey).toBeNull();
  });

  it('a distance that cannot be is refused with its limits, and stays as typed', () => {
    page();
    const before = now();
    type('Distance to its aim', '90 m');
    expect(errors().join(' ')).toMatch(/Distance.*0\.2.*30/);
    expect(valueOf('Distance to its aim')).toBe('90 m');
    expect(now()).toBe(before);
  });

  it('says what it means that the camera meters a flash', () => {
    page('backdrop');
    press('TTL', 'radio');
    expect(lightNow('backdrop').ttl).toBe(true);
    expect(
      screen
        .getAllByRole('status')
        .map((one) => one.textContent)
        .join(' '),
    ).toMatch(/meters it anew for every frame/);
  });

  it('a light that was removed elsewhere leads back', () => {
    page('gone');
    press('Back to the ladder');
    expect(went).toEqual(['/looks/look-1/balance']);
  });
});

describe('what is wrong', () => {
  it('finds causes with this kit, does one, and takes it back', async () => {
    const washed = demoLooks()[1]!;
    open(washed);
    show(<WithLook of={WrongPage} />);
    const list = within(screen.getByTestId('causes'));
    await waitFor(() => expect(list.getAllByTestId('proposal').length).toBeGreaterThan(0), LONG);
    const [first] = list.getAllByRole('button', { name: /^Do it: / });
    act(() => first!.click());
    expect(now()).not.toEqual(washed);
    expect(now().title).toBe(washed.title);
    act(() => undo());
    expect(now()).toEqual(washed);
  });
});

describe('poses', () => {
  it('says how far the person may turn and what gives way, as the model has it', async () => {
    show(<WithLook of={PosesPage} />);
    const range = turnRange(poster);
    await waitFor(() => expect(screen.getByTestId('turn-text').textContent).toMatch(/^(Between|Only)/), LONG);
    for (const limit of [range.lowLimit, range.highLimit])
      if (limit) expect(document.body.textContent).toContain(turnWords(limit));
  });
});

describe('the kit', () => {
  it('lists one kind, finds by name, and says when nothing has it', () => {
    show(<KitPage />);
    const list = within(screen.getByTestId('kit-list'));
    const gels = STAND_IN_KIT.filter(({ kind, archived }) => kind === 'gel' && !archived);
    expect(list.getAllByRole('link')).toHaveLength(gels.length);
    type('Find in gels', gels[0]!.name.slice(0, 5).toUpperCase());
    expect(list.getAllByRole('link').length).toBeLessThan(gels.length);
    expect(list.getByText(gels[0]!.name)).toBeTruthy();
    type('Find in gels', 'no such gel');
    expect(list.getByText('Nothing of that name.')).toBeTruthy();
  });
});

describe('a new look', () => {
  it('is made from the choices, balanced, and opened', async () => {
    show(<NewLookPage shootId={undefined} />);
    type('Title', 'Two colours');
    const skins = within(screen.getByRole('radiogroup', { name: 'Skin' }));
    act(() => skins.getByRole('radio', { name: 'Dark' }).click());
    press('Make the look');
    await waitFor(() => expect(went).toEqual(['/looks/made/balance']), LONG);
    const [made] = mockApi.made;
    expect(made).toMatchObject({ title: 'Two colours' });
    expect(made!.subject.skinDepth).toBeGreaterThan(0.6);
    const { lights } = evaluate(made!);
    expect(lights.map(({ verdict }) => verdict.kind)).not.toContain('clipped');
  });

  it('without a title says so; refused by the server it keeps what was chosen', async () => {
    show(<NewLookPage shootId={undefined} />);
    type('Title', ' ');
    press('Make the look');
    await waitFor(() => expect(errors().join(' ')).toMatch(/Title is missing/), LONG);
    expect(mockApi.made).toEqual([]);
    type('Title', 'Kept');
    mockApi.refuse = 'The disk is full. Free some space, then try again.';
    press('Make the look');
    await waitFor(() => expect(errors().join(' ')).toContain('The disk is full'), LONG);
    expect(valueOf('Title')).toBe('Kept');
    expect(went).toEqual([]);
  });
});

describe('sheets over the page', () => {
  it('a look is renamed, not to nothing', () => {
    let closed = 0;
    show(<RenameSheet onClose={() => closed++} />);
    type('Title', '  ');
    expect(errors().join(' ')).toMatch(/Title is empty/);
    expect(screen.getByRole('button', { name: 'Rename' })).toHaveProperty('disabled', true);
    type('Title', 'Final');
    press('Rename');
    expect(now().title).toBe('Final');
    expect(closed).toBe(1);
  });

  it('a change elsewhere at the same place asks, names the place, and keeps either side', async () => {
    const mine = { ...poster, brief: { ...poster.brief, note: 'Mine' } };
    const theirs = { ...poster, brief: { ...poster.brief, note: 'Theirs' }, title: 'Renamed there' };
    useOpenLook.setState({
      look: mine,
      save: 'conflict',
      conflict: {
        theirs: { id: 'look-1', shootId: 'shoot-1', revision: 4, updatedAt: 0, look: theirs },
        places: ['brief.note'],
      },
    });
    show(<ConflictSheet />);
    expect(screen.getByText('brief.note')).toBeTruthy();
    press('Keep mine at these places');
    await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull(), LONG);
    expect(now().brief.note).toBe('Mine');
    expect(now().title).toBe('Renamed there');
    act(() => undo());
    expect(now().title).toBe(poster.title);
  });
});
