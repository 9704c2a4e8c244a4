/** @jest-environment jsdom */
import type { DevicesState, Shoot } from '@fulgent/core/contracts';
import { demoLooks } from '@fulgent/core/demo';
import type { Look } from '@fulgent/core/document';
import { act, fireEvent, waitFor } from '@testing-library/react';
import { KeysSheet } from '../src/look/KeysSheet';
import { firstKeys, useKeyNames } from '../src/look/key-acts';
import { undo } from '../src/look/store';
import { ColourPage } from '../src/palette/ColourPage';
import { DevicesPage } from '../src/sheet/DevicesPage';
import { SchedulePage } from '../src/sheet/SchedulePage';
import { errors, now, open, poster, press, screen, show, type, valueOf, within, WithLook } from './pages';
import { told } from './told-api';

jest.mock('expo-router', () => jest.requireActual('./router'));
jest.mock('comlink', () => jest.requireActual('./in-process'));

jest.mock('../src/api/client', () => jest.requireActual('./told-api'));

const LONG = { timeout: 30_000 };
const { went } = jest.requireActual<{ went: string[] }>('./router');
const sheet = () => within(screen.getByRole('dialog'));
/** Opens a row with a choice and takes one of it. */
function pick(label: RegExp, name: string | RegExp): void {
  press(label);
  fireEvent.click(sheet().getByRole('button', { name }));
}

beforeEach(() => {
  localStorage.setItem('fulgent:topics', 'all');
  for (const name of Object.keys(told)) delete told[name];
  went.length = 0;
  open(poster);
});

describe('a colour of the palette', () => {
  const member = poster.palette.members[0]!;
  const memberNow = () => now().palette.members.find(({ id }) => id === member.id)!;
  const page = () => show(<ColourPage lookId="look-1" memberId={member.id} />);

  it('is typed and stepped; what cannot be is said and changes nothing', () => {
    page();
    type('Hue', '40');
    expect(memberNow().hueDeg).toBe(40);
    press('Hue: more');
    expect(memberNow().hueDeg).toBe(42);
    type('Hue', '400');
    expect(errors().join(' ')).toMatch(/Hue/);
    expect(memberNow().hueDeg).toBe(42);
    type('Purity', '0.1');
    expect(memberNow().purity).toBe(0.1);
    press('Purity: less');
    expect(memberNow().purity).toBeCloseTo(0.09, 9);
    type('Purity', 'much');
    expect(errors().join(' ')).toMatch(/Purity/);
    type('Share of the picture', '35');
    expect(memberNow().share).toBeCloseTo(0.35, 9);
  });

  it('has a light, a part of the picture and a purpose; a light brings its own part along', () => {
    page();
    const other = poster.lights.find(({ id }) => id !== member.light)!;
    pick(/^Light: /, other.name);
    expect(memberNow()).toMatchObject({ light: other.id, part: other.zone, name: other.name });
    pick(/^Part: /, 'Anywhere');
    expect(memberNow().part).toBe('');
    type('Purpose', 'the cold of the water');
    expect(memberNow().purpose).toBe('the cold of the water');
    pick(/^Light: /, 'No light yet');
    expect(memberNow().light).toBe('');
    expect(screen.getByText(/Choose the light that is to make it/)).toBeTruthy();
  });

  it('shows what makes it, and a way is taken with one press', async () => {
    page();
    const first = await screen.findAllByRole('button', { name: /^(Take|Use) / }, LONG);
    expect(first.length).toBeGreaterThan(0);
    const light = () => now().lights.find(({ id }) => id === memberNow().light)!;
    const before = light().fixture.name;
    const others = screen.getAllByRole('button', { name: /^Use / });
    const another = others.find((one) => !one.getAttribute('aria-label')!.startsWith(`Use ${before}:`))!;
    act(() => another.click());
    expect(light().fixture.name).not.toBe(before);
    act(() => undo());
    expect(light().fixture.name).toBe(before);
  });

  it('changes places with another, and is taken out; both can be taken back', () => {
    page();
    const other = poster.palette.members[1]!;
    const name = poster.lights.find(({ id }) => id === other.light)?.name ?? other.name;
    pick(/^Swap with: /, name);
    expect(memberNow()).toMatchObject({ light: other.light, hueDeg: member.hueDeg });
    expect(now().palette.members.find(({ id }) => id === other.id)).toMatchObject({ light: member.light, hueDeg: other.hueDeg });
    act(() => undo());
    expect(memberNow().light).toBe(member.light);
    press('Remove from the palette');
    expect(now().palette.members.map(({ id }) => id)).not.toContain(member.id);
    expect(went.at(-1)).toBe('/looks/look-1/palette');
    expect(screen.getByText(/no longer in the palette/)).toBeTruthy();
    act(() => undo());
    expect(memberNow()).toEqual(member);
  });
});

describe('keys', () => {
  afterEach(() => act(() => firstKeys()));
  const key = (pressed: string) =>
    act(() => void window.dispatchEvent(new KeyboardEvent('keydown', { key: pressed, bubbles: true })));

  it('are given by pressing them, and exchanged where another has them', () => {
    show(<KeysSheet onClose={() => undefined} />);
    expect(screen.queryByRole('button', { name: 'As they were at first' })).toBeNull();
    press(/^Solo the chosen light: S, /);
    key('x');
    expect(useKeyNames.getState().keys['solo']).toBe('x');
    press(/^Mute the chosen light: M, /);
    key('x');
    expect(useKeyNames.getState().keys).toMatchObject({ mute: 'x', solo: 'm' });
    expect(screen.getByRole('status').textContent).toMatch(/Exchanged with: Solo/);
    press('As they were at first');
    expect(useKeyNames.getState().keys).toMatchObject({ mute: 'm', solo: 's' });
  });

  it('stay as they are where nothing, or no sign, is pressed', () => {
    show(<KeysSheet onClose={() => undefined} />);
    press(/^Solo the chosen light: S, /);
    key('F5');
    expect(screen.getByRole('button', { name: /press a key, or Escape/ })).toBeTruthy();
    key('Escape');
    expect(screen.queryByRole('button', { name: /press a key, or Escape/ })).toBeNull();
    expect(useKeyNames.getState().keys['solo']).toBe('s');
  });
});

describe('the day', () => {
  const looks = demoLooks();
  const shoot: Shoot = {
    id: 'shoot-1',
    title: 'Saltmarsh',
    note: '',
    createdAt: 0,
    looks: looks.map((look, i) => ({ id: `look-${i + 1}`, title: look.title, revision: 1, updatedAt: 0, card: null as never })),
  };

  it('is the looks of the shoot in the order with the fewest changes; one may be left out, or come first', async () => {
    told['readLook'] = jest.fn(async (id: string) => ({ look: looks[Number(id.split('-')[1]) - 1] }));
    show(<WithLook of={SchedulePage} />, async (url) => {
      if (url === '/api/shoots') return [shoot];
      throw new Error(`Nobody asks for ${url}.`);
    });
    const plan = await screen.findByTestId('schedule', {}, LONG);
    const order = () =>
      within(plan)
        .getAllByRole('button', { name: / comes first$/ })
        .map((one) => one.getAttribute('aria-label')!.replace(' comes first', ''));
    expect([...order()].sort()).toEqual(looks.map(({ title }) => title).sort());
    const last = order().at(-1)!;
    press(`${last} comes first`);
    expect(order()[0]).toBe(last);
    // The day begins at nine; set ready takes its time.
    expect(plan.textContent).toMatch(/09:\d\d/);
    type('Start', '600');
    expect(plan.textContent).toMatch(/10:\d\d/);
    fireEvent.click(screen.getByRole('button', { name: last }));
    expect(order()).toHaveLength(looks.length - 1);
    expect(order()).not.toContain(last);
  });

  it('is booked by its date; a wrong one is said and not kept', async () => {
    told['readLook'] = jest.fn(async (id: string) => ({ look: looks[Number(id.split('-')[1]) - 1] }));
    show(<WithLook of={SchedulePage} />, async () => [shoot]);
    await screen.findByTestId('schedule', {}, LONG);
    const label = 'Day of this look, year-month-day';
    type(label, '2026-13-40');
    expect(errors().join(' ')).toMatch(/Type a day such as/);
    expect(now().day.date).toBe('');
    type(label, '2026-12-24');
    expect(now().day.date).toBe('2026-12-24');
    expect(valueOf(label)).toBe('2026-12-24');
  });
});

describe('stand-in devices', () => {
  const state = (on: boolean): DevicesState => ({ on, port: 5568, fixtures: [], deviations: {} }) as unknown as DevicesState;
  const page = (answer: () => Promise<unknown>) =>
    show(<WithLook of={({ look }: { readonly look: Look }) => <DevicesPage look={look} />} />, answer);

  it('are off until they are turned on, and then the meter and the errors are there', async () => {
    told['switchDevices'] = jest.fn(async (on: boolean) => state(on));
    told['updateLook'] = jest.fn(async () => ({ revision: 1 }));
    page(async () => state(false));
    const on = await screen.findByRole('button', { name: 'Turn on' }, LONG);
    expect(screen.queryByText('Simulated errors')).toBeNull();
    act(() => on.click());
    await waitFor(() => expect(screen.getByText('Simulated errors')).toBeTruthy(), LONG);
    expect(told['switchDevices']).toHaveBeenCalledWith(true);
  });

  it('take an error that is planted, at once and for the light that is chosen', async () => {
    const planted = jest.fn(async (id: string, mine: object) => ({ ...state(true), deviations: { [id]: mine } }));
    told['plant'] = planted;
    page(async () => state(true));
    await screen.findByText('Simulated errors', {}, LONG);
    const second = poster.lights[1]!;
    pick(/^Light: /, second.name);
    type('Output', '1');
    await waitFor(() => expect(planted).toHaveBeenCalledWith('look-1', { [second.id]: { outputStops: 1 } }), LONG);
    type('Leak beside its gel', '500');
    expect(errors().join(' ')).toMatch(/Leak/);
  });

  it('say what keeps them from answering', async () => {
    page(async () => Promise.reject(new Error('The port is taken by another program.')));
    await waitFor(() => expect(screen.getByText('The port is taken by another program.')).toBeTruthy(), LONG);
  });
});
