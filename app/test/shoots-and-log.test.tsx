/** @jest-environment jsdom */
import type { Shoot } from '@fulgent/core/contracts';
import { logOf, type LogEntry } from '@fulgent/core/day';
import type { Look } from '@fulgent/core/document';
import { buildOrder } from '@fulgent/core/planning';
import { act, fireEvent, waitFor } from '@testing-library/react';
import { BuildStep } from '../src/build/BuildStep';
import { LampForm } from '../src/kit/add/LampForm';
import type { Draft } from '../src/kit/add/fields';
import { LogPage } from '../src/log/LogPage';
import { ShootsPage } from '../src/shoots/ShootsPage';
import * as studies from '../src/workers/study';
import { now, open, poster, press, screen, show, type, within } from './pages';
import { said } from './said';
import { told } from './told-api';

jest.mock('expo-router', () => jest.requireActual('./router'));
jest.mock('comlink', () => jest.requireActual('./in-process'));
jest.mock('../src/ui/Toasts', () => jest.requireActual('./said'));
jest.mock('../src/api/client', () => jest.requireActual('./told-api'));

const LONG = { timeout: 30_000 };
const { went } = jest.requireActual<{ went: string[] }>('./router');
const sheet = () => within(screen.getByRole('dialog'));
const done = () => jest.fn(async () => undefined);

beforeEach(() => {
  localStorage.setItem('fulgent:topics', 'all');
  for (const name of Object.keys(told)) delete told[name];
  said.length = 0;
  went.length = 0;
  open(poster);
});

describe('shoots', () => {
  const card = { lights: 4, trouble: null, patches: { backdrop: '#123456' } };
  const shoot = (change: Partial<Shoot> = {}): Shoot => ({
    id: 'shoot-1',
    title: 'Saltmarsh',
    note: 'A fencer by the water',
    createdAt: 0,
    looks: [
      { id: 'look-1', title: 'Under two colours', revision: 1, updatedAt: 0, card },
      {
        id: 'look-2',
        title: 'One hard side',
        revision: 3,
        updatedAt: 0,
        card: { ...card, trouble: 'Rim left is too dark to live.' },
      },
    ] as unknown as Shoot['looks'],
    ...change,
  });
  /** The page over shoots as the server has them, which may change. */
  const page = (server: { shoots: Shoot[] | Error }) =>
    show(<ShootsPage />, async () => {
      if (server.shoots instanceof Error) throw server.shoots;
      return server.shoots;
    });

  it('are waited for, said to be out of reach, and tried again', async () => {
    const server: { shoots: Shoot[] | Error } = { shoots: new Error('The server cannot be reached.') };
    page(server);
    expect(screen.getByRole('status', { name: 'Loading shoots' })).toBeTruthy();
    await screen.findByText('The server cannot be reached.', {}, LONG);
    server.shoots = [shoot()];
    press('Try again');
    await screen.findByRole('heading', { name: 'Saltmarsh' }, LONG);
    expect(screen.queryByText('The server cannot be reached.')).toBeNull();
  });

  it('that are none offer the demo', async () => {
    const server: { shoots: Shoot[] } = { shoots: [] };
    told['addDemo'] = jest.fn(async () => (server.shoots = [shoot()]));
    page(server);
    await screen.findByText(/Nothing here yet/, {}, LONG);
    press('Add the demo shoot');
    await screen.findByRole('heading', { name: 'Saltmarsh' }, LONG);
  });

  it('show each look with what troubles it, and lead to it and to a new one', async () => {
    page({ shoots: [shoot()] });
    await screen.findByRole('heading', { name: 'Saltmarsh' }, LONG);
    expect(screen.getByRole('link', { name: 'Under two colours. Every light sits in its window.' })).toBeTruthy();
    expect(screen.getByRole('link', { name: 'One hard side. Rim left is too dark to live.' })).toBeTruthy();
    expect(screen.getByText('4 lights, all in their windows')).toBeTruthy();
    press('New look in Saltmarsh');
    press('New look');
    expect(went).toEqual(['/new?shoot=shoot-1', '/new']);
  });

  it('are renamed, but not to nothing, and deleted with a way back', async () => {
    const server: { shoots: Shoot[] } = { shoots: [shoot()] };
    told['renameShoot'] = jest.fn(async (id: string, title: string) => {
      server.shoots = [shoot({ id, title })];
    });
    told['deleteShoot'] = jest.fn(async () => void (server.shoots = []));
    told['restoreShoot'] = jest.fn(async () => void (server.shoots = [shoot({ title: 'Marsh' })]));
    page(server);
    await screen.findByRole('heading', { name: 'Saltmarsh' }, LONG);
    press('More on Saltmarsh');
    type('Title', ' ');
    expect(sheet().getByRole('button', { name: 'Rename' }).getAttribute('aria-disabled')).toBe('true');
    expect(screen.getByText(/Title is empty/)).toBeTruthy();
    type('Title', ' Marsh ');
    press('Rename');
    await screen.findByRole('heading', { name: 'Marsh' }, LONG);
    expect(told['renameShoot']).toHaveBeenCalledWith('shoot-1', 'Marsh');
    press('More on Marsh');
    press('Delete shoot');
    await screen.findByText(/Nothing here yet/, {}, LONG);
    const { text, action } = said.at(-1)!;
    expect([text, action!.label]).toEqual(['Marsh deleted.', 'Undo']);
    action!.run();
    await screen.findByRole('heading', { name: 'Marsh' }, LONG);
  });

  it('have looks that are copied and deleted; what fails is said', async () => {
    const server: { shoots: Shoot[] } = { shoots: [shoot()] };
    told['readLook'] = jest.fn(async () => ({ look: poster }));
    told['createLook'] = done();
    told['deleteLook'] = jest.fn(async () => Promise.reject(new Error('The disk is full.')));
    page(server);
    await screen.findByRole('heading', { name: 'Saltmarsh' }, LONG);
    press('More on One hard side');
    press('Duplicate');
    await waitFor(() => expect(told['createLook']).toHaveBeenCalled(), LONG);
    const [copy, home] = told['createLook'].mock.calls[0] as unknown as [Look, string];
    expect([copy.title, home]).toEqual([`${poster.title}, copy`, 'shoot-1']);
    await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull(), LONG);
    press('More on One hard side');
    press('Delete look');
    await waitFor(() => expect(said.at(-1)?.text).toBe('The disk is full.'), LONG);
  });
});

describe('the log', () => {
  const entry = (change: Partial<LogEntry>): LogEntry => ({
    ...logOf(poster),
    lookId: 'look-1',
    revision: 3,
    patches: { backdrop: '#102030' },
    title: 'Under two colours',
    shootId: 'shoot-1',
    shootTitle: 'Saltmarsh',
    createdAt: Date.parse('2026-11-02T10:00:00Z'),
    updatedAt: Date.parse('2026-11-02T12:00:00Z'),
    frames: [],
    ...change,
  });
  const trimmed = entry({
    lookId: 'look-2',
    title: 'One hard side',
    updatedAt: Date.parse('2026-11-20T12:00:00Z'),
    trims: [
      {
        ...({ at: '2026-11-20T11:00:00Z', light: 'rim', stops: -0.5, why: 'too hot on the ear' } as LogEntry['trims'][number]),
        name: 'Rim',
      },
    ],
    versions: [{ name: 'Darker', votes: 2, chosen: true, lockedAt: null, note: '' }],
  });

  it('gathers looks by day, the newest first, with what was done to each', async () => {
    show(<LogPage />, async () => [entry({}), trimmed]);
    await screen.findByTestId('log-look-1', {}, LONG);
    const days = screen.getAllByRole('heading', { level: 2 }).map((one) => one.textContent);
    expect(days).toHaveLength(2);
    expect(days[0]).toMatch(/20/);
    const own = screen.getByTestId('log-look-2').textContent!.replace(/−/g, '-');
    expect(own).toContain('1 trim, net -0.5');
    expect(own).toContain('Chosen: version Darker');
    expect(own).toContain('too hot on the ear');
    // Each with its picture, as cards have it.
    expect(screen.getByLabelText('One hard side, simulated')).toBeTruthy();
  });

  it('is searched by words and by what there is of it', async () => {
    show(<LogPage />, async () => [entry({}), trimmed]);
    await screen.findByTestId('log-look-1', {}, LONG);
    type(/^Search titles/, 'hard');
    expect(screen.queryByTestId('log-look-1')).toBeNull();
    expect(screen.getByTestId('log-look-2')).toBeTruthy();
    type(/^Search titles/, 'nothing of the kind');
    expect(screen.getByText(/Nothing in the log fits/)).toBeTruthy();
    type(/^Search titles/, '');
    press('Trimmed', 'radio');
    expect(screen.queryByTestId('log-look-1')).toBeNull();
    press('With frames', 'radio');
    expect(screen.getByText(/Nothing in the log fits/)).toBeTruthy();
  });

  it('that is empty says what will be in it', async () => {
    show(<LogPage />, async () => []);
    await screen.findByText(/Nothing here yet. Looks, frames, trims/, {}, LONG);
  });
});

describe('a lamp of the own kit', () => {
  const form = (kind: 'flash' | 'continuous') => {
    const [stored, failed]: [Draft[], string[]] = [[], []];
    show(
      <LampForm
        kind={kind}
        store={async (draft) => void stored.push(draft)}
        failed={(error) => failed.push((error as Error).message)}
        done={() => undefined}
      />,
    );
    return { stored, failed, fixture: () => (stored[0] as Extract<Draft, { kind: 'fixture' }>).fixture };
  };
  const add = () => act(() => screen.getByRole('button', { name: 'Add to the kit' }).click());

  it('a flash has the light of its guide number, at whatever ISO that was given', async () => {
    const { stored, fixture } = form('flash');
    type('Name', 'Old pack');
    type('Guide number, m', '80');
    type('at ISO', '400');
    type('Lowest power, 1 over', '32');
    press('Tenths', 'radio');
    press('A glass dome over its tube');
    add();
    await waitFor(() => expect(stored).toHaveLength(1), LONG);
    expect(stored[0]).toMatchObject({ kind: 'fixture', name: 'Old pack', provenance: 'measured' });
    expect(fixture()).toMatchObject({
      kind: 'flash',
      guideNumberM: 40,
      minStops: -5,
      dome: true,
      step: { unit: 'stops', value: 0.1 },
    });
  });

  it('from its energy alone its light is a guess, and said to be one', async () => {
    const { stored, fixture } = form('flash');
    type('Name', 'Old pack');
    type('Energy at full, J', '400');
    add();
    await waitFor(() => expect(stored).toHaveLength(1), LONG);
    expect(stored[0]).toMatchObject({ provenance: 'guessed' });
    expect((fixture() as { guideNumberM: number }).guideNumberM).toBeGreaterThan(20);
    expect((fixture() as { guideNumberM: number }).guideNumberM).toBeLessThan(120);
  });

  it('without either is not taken; what is wrong is named', async () => {
    const { stored, failed } = form('flash');
    type('Name', 'Old pack');
    add();
    await waitFor(() => expect(failed.join(' ')).toMatch(/Guide number is missing/), LONG);
    type('Colour temperature, K', '900');
    type('Count', '1.5');
    add();
    await screen.findByText(/Colour temperature must be from 1900 to 12000/, {}, LONG);
    expect(screen.getByText(/Count must be a whole number/)).toBeTruthy();
    expect(stored).toEqual([]);
  });

  it('a lamp that burns has what a meter read, and a dimmer', async () => {
    const { stored, failed, fixture } = form('continuous');
    type('Name', 'Desk lamp');
    add();
    await waitFor(() => expect(failed.join(' ')).toMatch(/Output is missing/), LONG);
    type(/^Measured at 1 m/, '1 200'.replace(' ', ''));
    type('Duv, positive is green', '0,004');
    type('Lowest output, %', '10');
    press('It follows the eye', 'radio');
    add();
    await waitFor(() => expect(stored).toHaveLength(1), LONG);
    expect(fixture()).toMatchObject({ luxAt1m: 1200, dimmer: 2, source: { kind: 'led', cctK: 5600, duv: 0.004 } });
    expect(fixture().minStops).toBeCloseTo(Math.log2(0.1), 9);
  });
});

describe('the build-up', () => {
  it('goes light by light in the order that is chosen, and no further than the last', () => {
    show(<BuildStep />);
    const order = buildOrder(poster);
    const on = () =>
      within(screen.getByRole('radiogroup', { name: 'Step' }))
        .getAllByRole('radio')
        .findIndex((one) => one.getAttribute('aria-checked') === 'true');
    expect(on()).toBe(0);
    expect(screen.getByText(`1 of ${order.length}`)).toBeTruthy();
    for (let i = 1; i < order.length; i++) press('Next light');
    expect(on()).toBe(order.length - 1);
    expect(screen.getByRole('button', { name: 'Next light' }).getAttribute('aria-disabled')).toBe('true');
    press('Before');
    expect(on()).toBe(order.length - 2);
    press('Backdrop first', 'radio');
    expect(now().build.order).toBe('background');
    const first = within(screen.getByRole('radiogroup', { name: 'Step' })).getAllByRole('radio')[0]!;
    expect(first.textContent).toBe(buildOrder(now())[0]!.name);
  });

  it('without lights says where to get one', () => {
    open({ ...poster, lights: [] } as unknown as Look);
    show(<BuildStep />);
    expect(screen.getByText(/Add a light on the Balance step/)).toBeTruthy();
    expect(screen.queryByRole('button', { name: 'Next light' })).toBeNull();
    fireEvent.click(screen.getByRole('radio', { name: 'As listed' }));
    expect(now().build.order).toBe('own');
  });

  it('says why it cannot be worked out', async () => {
    const failure = new Error(
      'The figure cannot be loaded (head-curls). Check the connection to the server, then reload the page.',
    );
    jest
      .spyOn(studies, 'study')
      .mockReturnValue({ run: () => Promise.reject(failure) } as unknown as ReturnType<typeof studies.study>);
    show(<BuildStep />);
    await waitFor(() => expect(screen.getByRole('alert').textContent).toBe(failure.message));
    jest.restoreAllMocks();
  });
});
