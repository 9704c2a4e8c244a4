/** @jest-environment jsdom */
import { STAND_IN_KIT, type KitEntry, type KitFixture, type KitGel } from '@fulgent/core/catalogue';
import { turnRange } from '@fulgent/core/day';
import { demoLooks } from '@fulgent/core/demo';
import type { ColourFixture, Look } from '@fulgent/core/document';
import { evaluate } from '@fulgent/core/scene';
import { luminousTransmittance, stopsLost } from '@fulgent/core/gel';
import { daylightSource } from '@fulgent/core/source';
import { resample } from '@fulgent/core/spectrum';
import { throwM } from '@fulgent/core/transport';
import { turnWords, verdictWords } from '@fulgent/words';
import { act, fireEvent, waitFor } from '@testing-library/react';
import { WrongPage } from '../src/build/WrongPage';
import type { Draft } from '../src/kit/add/fields';
import { FixtureForm } from '../src/kit/add/FixtureForm';
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

const mockApi = { made: [] as Look[], entries: [] as KitEntry[], refuse: null as string | null };

jest.mock('../src/api/client', () => {
  const actual = jest.requireActual('../src/api/client');
  return {
    ...actual,
    api: {
      ...actual.api,
      updateLook: () => Promise.reject(new actual.OfflineError()),
      createEntry: async (entry: KitEntry) => {
        mockApi.entries.push(entry);
        return { entry, revision: 1, standIn: false, atHand: true };
      },
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
  mockApi.entries.length = 0;
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

describe('a gel of one’s own', () => {
  const dialog = () => within(screen.getByRole('dialog', { name: 'Add a gel' }));
  const opened = () => {
    show(<KitPage />);
    press('Add');
  };
  // Until its film is there the form asks for one.
  const added = () =>
    waitFor(() => {
      if (mockApi.entries.length === 0) press('Add to the kit');
      expect(mockApi.entries).toHaveLength(1);
    }, LONG);

  it('is there by a tile, a loss and a name: its film loses as much, and is told as a guess', async () => {
    opened();
    act(() => dialog().getByRole('radio', { name: 'Hue 10, deep' }).click());
    type('Name', 'Deep rose');
    await added();
    const [gel] = mockApi.entries as KitGel[];
    expect(stopsLost(luminousTransmittance(daylightSource(5600), resample(gel!.spectrum, 'transmittance')))).toBeCloseTo(2, 1);
    expect(gel).toMatchObject({ kind: 'gel', name: 'Deep rose', provenance: 'guessed', count: 1, widthCm: 50 });
  });

  it('from a maker’s sheet, by R, G and B', async () => {
    opened();
    press('From a maker’s sheet', 'radio');
    press('R, G, B', 'radio');
    type('Name', 'Sea');
    await added();
    expect(mockApi.entries[0]).toMatchObject({ name: 'Sea', provenance: 'guessed' });
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

describe('a fixture of one’s own', () => {
  const field = (channel: number, label: string) =>
    within(screen.getByRole('group', { name: `Channel ${channel}` })).getByLabelText(label);
  const stored: Draft[] = [];
  let refused: unknown = null;
  const shown = () => {
    stored.length = 0;
    refused = null;
    const store = async (draft: Draft) => void stored.push(draft);
    show(<FixtureForm store={store} failed={(error) => (refused = error)} done={() => undefined} />);
  };
  const put = (channel: number, label: string, value: string) => fireEvent.change(field(channel, label), { target: { value } });

  it('that mixes colours is there by a meter on each channel, and refused with the channel’s name', async () => {
    shown();
    press('Full colour', 'radio');
    type('Name', 'My panel');
    for (const [i, [x, y, lux]] of [
      [0.69, 0.308, 640],
      [0.2, 0.71, 1300],
      [0.15, 0.03, 180],
      [0.33, 0.34, 2600],
    ].entries()) {
      put(i + 1, 'x', String(x));
      put(i + 1, 'y', String(y));
      put(i + 1, 'lx at 1 m', String(lux));
    }
    put(2, 'x', '0.02');
    put(2, 'y', '0.02');
    press('Add to the kit');
    await waitFor(() => expect(String(refused)).toMatch(/Green: no single emitter/), LONG);
    expect(stored).toEqual([]);
    put(2, 'x', '0.2');
    put(2, 'y', '0.71');
    press('Add to the kit');
    await waitFor(() => expect(stored).toHaveLength(1), LONG);
    const [entry] = stored as Pick<KitFixture, 'fixture'>[];
    expect(entry!.fixture).toMatchObject({ kind: 'colour', name: 'My panel', modes: ['cct', 'hsi', 'rgb'] });
    const { emitters } = entry!.fixture as ColourFixture;
    expect(emitters.map(({ channel, luxAt1m }) => [channel, luxAt1m])).toEqual([
      ['r', 640],
      ['g', 1300],
      ['b', 180],
      ['white', 2600],
    ]);
  });

  it('a flash by its guide number, lowest power and steps', async () => {
    shown();
    press('Flash', 'radio');
    type('Name', 'My flash');
    type(/^Guide number/, '52');
    type('Lowest power, 1 over', '256');
    press('Tenths', 'radio');
    press('Add to the kit');
    await waitFor(() => expect(stored).toHaveLength(1), LONG);
    expect((stored[0] as Pick<KitFixture, 'fixture'>).fixture).toMatchObject({
      kind: 'flash',
      guideNumberM: 52,
      minStops: -8,
      step: { unit: 'stops', value: 0.1 },
    });
  });
});
