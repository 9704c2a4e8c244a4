/** @jest-environment jsdom */
import type { Look } from '@fulgent/core/document';
import { paletteChecks } from '@fulgent/core/planning/search';
import { checkWords } from '@fulgent/words';
import { act, waitFor } from '@testing-library/react';
import { PocketsPage } from '../src/build/PocketsPage';
import { BlackFramePage } from '../src/camera/BlackFramePage';
import { MixedPage } from '../src/camera/MixedPage';
import { OpeningsSection } from '../src/camera/OpeningsSection';
import { PlacesSection } from '../src/camera/PlacesSection';
import { AssociationsSection } from '../src/look/Associations';
import { IngredientsSection, KeyLevel, PlaceSection, StatusChoice } from '../src/look/BriefExtras';
import { undo } from '../src/look/store';
import { Checks } from '../src/palette/Checks';
import { AddressesPage } from '../src/sheet/AddressesPage';
import { errors, now, open, oven, poster, press, screen, show, type, valueOf, within, WithLook } from './pages';

jest.mock('expo-router', () => jest.requireActual('./router'));
jest.mock('comlink', () => jest.requireActual('./in-process'));
jest.mock('../src/api/client', () => {
  const actual = jest.requireActual('../src/api/client');
  const offline = () => Promise.reject(new actual.OfflineError());
  return { ...actual, api: { ...actual.api, updateLook: offline } };
});

/** Brief, palette, camera and sheet: the parts that are worked once a shoot. */

const LONG = { timeout: 30_000 };
const OfBrief = (Part: (props: { readonly brief: Look['brief'] }) => React.ReactElement | null) =>
  function Own({ look }: { readonly look: Look }) {
    return <Part brief={look.brief} />;
  };
const sheet = () => within(screen.getByRole('dialog'));
const text = (id: string): string => screen.getByTestId(id).textContent!.replace(/−/g, '-');

beforeEach(() => {
  localStorage.setItem('fulgent:topics', 'all');
  open(poster);
});

describe('the brief', () => {
  it('key level and status are choices; an approved look says since when', () => {
    const level = show(<WithLook of={OfBrief(KeyLevel)} />);
    const levels = within(screen.getByRole('radiogroup', { name: 'Key level' }));
    act(() => levels.getAllByRole('radio').at(-1)!.click());
    expect(now().brief.keyLevel).not.toBe(poster.brief.keyLevel);
    level.unmount();
    show(<WithLook of={OfBrief(StatusChoice)} />);
    const all = within(screen.getByRole('radiogroup', { name: 'Status' })).getAllByRole('radio');
    expect(all.length).toBeGreaterThan(2);
    act(() => all.at(-1)!.click());
    expect(screen.getAllByRole('radio').at(-1)!.getAttribute('aria-checked')).toBe('true');
    act(() => undo());
    expect(screen.getAllByRole('radio').at(-1)!.getAttribute('aria-checked')).toBe('false');
  });

  it('a place has its limits: too little time is said in strong words', () => {
    show(<WithLook of={PlaceSection} />);
    type('Place', 'A boathouse');
    type('Time available', '20');
    type('Power at the sockets', '2000');
    expect(now().brief.place).toMatchObject({ name: 'A boathouse', minutes: 20, powerW: 2000 });
    const needed = Number(/\d+/.exec(text('setup-time'))![0]);
    expect(needed).toBeGreaterThan(0);
    type('Time available', '-5');
    expect(errors().join(' ')).toMatch(/Time available/);
    expect(now().brief.place.minutes).toBe(20);
  });

  it('an ingredient is added, named and rejected with its reason', () => {
    show(<WithLook of={OfBrief(IngredientsSection)} />);
    const before = now().brief.ingredients.length;
    press('Add an ingredient');
    expect(now().brief.ingredients).toHaveLength(before + 1);
    const own = within(screen.getByTestId(`ingredient-${now().brief.ingredients.at(-1)!.id}`));
    const field = own.getByLabelText('What');
    type('What', 'Salt on the floor');
    expect(field).toBeTruthy();
    expect(now().brief.ingredients.at(-1)!.name).toBe('Salt on the floor');
    const states = own.getAllByRole('radio');
    act(() => states.at(-1)!.click());
    expect(states.at(-1)!.getAttribute('aria-checked')).toBe('true');
  });

  it('what colours may say is for whoever works with it to change', () => {
    show(<WithLook of={OfBrief(AssociationsSection)} />);
    press('Show the notes');
    const before = now().brief.associations.length;
    type('Colour, such as amber', 'amber');
    type('May be read as', 'a lamp left on');
    press('Add the note');
    expect(now().brief.associations).toHaveLength(before + 1);
    expect(JSON.stringify(now().brief.associations.at(-1))).toContain('a lamp left on');
    act(() => screen.getAllByRole('button', { name: /^Remove the note on / })[0]!.click());
    expect(now().brief.associations).toHaveLength(before);
  });
});

describe('checks of the palette', () => {
  it('each that asks is meant so with one press, and counts among those that hold then', () => {
    const look = poster;
    const Own = ({ look: here }: { readonly look: Look }) => (
      <Checks checks={paletteChecks(here).checks} onMember={() => undefined} />
    );
    show(<WithLook of={Own} />);
    const asking = () => paletteChecks(now()).checks.filter(({ holds, accepted }) => !holds && !accepted);
    const first = asking()[0];
    if (!first) {
      expect(screen.getByText('Nothing asks for a second look.')).toBeTruthy();
      return;
    }
    expect(screen.getByTestId(`check-${first.id}`).textContent).toContain(checkWords(first).title);
    const count = asking().length;
    act(() =>
      within(screen.getByTestId(`check-${first.id}`))
        .getByRole('button', { name: 'Intended' })
        .click(),
    );
    expect(now().palette.accepted).toContain(first.id);
    expect(asking()).toHaveLength(count - 1);
    expect(look.palette.accepted).not.toContain(first.id);
  });

  it('what holds is shown on wish', () => {
    const Own = ({ look: here }: { readonly look: Look }) => (
      <Checks checks={paletteChecks(here).checks} onMember={() => undefined} />
    );
    show(<WithLook of={Own} />);
    const holding = paletteChecks(poster).checks.filter(({ holds, accepted }) => holds || accepted);
    expect(holding.length).toBeGreaterThan(0);
    press(`${holding.length} more hold or are on purpose`);
    for (const { id } of holding) expect(screen.getByTestId(`check-${id}`)).toBeTruthy();
    press('Hide what holds');
    expect(screen.queryByTestId(`check-${holding[0]!.id}`)).toBeNull();
  });
});

describe('the black frame', () => {
  it('ambient is entered as EV or lux, and what takes it away is one press', async () => {
    open({ ...poster, ambient: { ...poster.ambient, lux: 80 } });
    show(<WithLook of={BlackFramePage} />);
    await waitFor(() => expect(text('ambient-level')).toMatch(/stops? (under|over)|gone|under/i), LONG);
    // EV 5 is 80 lx.
    expect(Number(valueOf('Metered, EV at ISO 100'))).toBeCloseTo(5, 1);
    type('Metered, EV at ISO 100', '8');
    expect(now().ambient.lux).toBeCloseTo(640, 0);
    type('The same in lux', '10');
    expect(Number(valueOf('Metered, EV at ISO 100'))).toBeCloseTo(2, 1);
    type('Metered, EV at ISO 100', '11');
    await waitFor(() => expect(screen.getByTestId('ambient-ways').textContent).toMatch(/flash/), LONG);
    const before = now();
    const set = within(screen.getByTestId('ambient-ways')).getAllByRole('button', { name: /^Set / });
    // One that is out of range cannot be pressed.
    act(() => set.find((one) => !(one as HTMLButtonElement).disabled)!.click());
    expect(now()).not.toEqual(before);
    act(() => undo());
    expect(now()).toEqual(before);
  });

  it('openings are listed with how they are closed, ticked off and taken away', () => {
    show(<WithLook of={OpeningsSection} />);
    press('Add an opening');
    act(() => sheet().getByRole('button', { name: 'Add' }).click());
    expect(errors().join(' ')).not.toBe('');
    type('What, and how it is closed', 'Skylight, black cloth');
    type('How many', '2');
    act(() => sheet().getByRole('button', { name: 'Add' }).click());
    expect(screen.queryByRole('dialog')).toBeNull();
    const box = screen.getByRole('checkbox', { name: 'Skylight, black cloth, 2' });
    expect(box.getAttribute('aria-checked')).toBe('false');
    act(() => box.click());
    expect(screen.getByRole('checkbox', { name: 'Skylight, black cloth, 2' }).getAttribute('aria-checked')).toBe('true');
    press('Remove Skylight, black cloth');
    expect(screen.queryByRole('checkbox', { name: /^Skylight/ })).toBeNull();
    act(() => undo());
    expect(screen.getByRole('checkbox', { name: /^Skylight/ })).toBeTruthy();
  });

  it('places are compared by the ambient light that they have', async () => {
    show(<WithLook of={PlacesSection} />);
    const before = now().ambient.places.length;
    press('Add a place');
    type('Name', 'Under the pier');
    type('On the subject', '400');
    act(() => sheet().getByRole('button', { name: 'Add' }).click());
    expect(now().ambient.places).toHaveLength(before + 1);
    expect(now().ambient.places.at(-1)).toMatchObject({ name: 'Under the pier', lux: 400 });
    await waitFor(() => expect(screen.getAllByTestId(/^place-/)).toHaveLength(before + 2), LONG);
    press('Remove Under the pier');
    expect(now().ambient.places).toHaveLength(before);
  });
});

describe('flash with continuous light', () => {
  it('every place has its three kinds of light, and a baseline tells what was changed since', async () => {
    open({ ...oven, camera: { ...oven.camera, iso: 400 } });
    show(<WithLook of={MixedPage} />);
    const table = () => within(screen.getByRole('table', { name: 'Flash, continuous light and ambient at each place' }));
    await waitFor(() => expect(table().getAllByRole('row').length).toBeGreaterThan(2), LONG);
    press('Set as baseline');
    expect(screen.queryByRole('button', { name: 'Set as baseline' })).toBeNull();
    act(() => undo());
    expect(screen.getByRole('button', { name: 'Set as baseline' })).toBeTruthy();
  });

  it('a wanted ratio is answered with what to set, and set in one step', async () => {
    open(oven);
    show(<WithLook of={MixedPage} />);
    type('Flash against the rest', '-2');
    await waitFor(() => expect(text('ratio-answer').length).toBeGreaterThan(10), LONG);
    const before = now();
    const set = screen.getByRole('button', { name: 'Set these' });
    if (!(set as HTMLButtonElement).disabled) {
      act(() => set.click());
      expect(now()).not.toEqual(before);
      act(() => undo());
    }
    expect(now()).toEqual(before);
  });
});

describe('pockets and addresses', () => {
  it('places stand from front to back with their levels', async () => {
    show(<WithLook of={PocketsPage} />);
    await waitFor(() => expect(screen.getAllByTestId(/^pocket-/).length).toBeGreaterThan(2), LONG);
    for (const row of screen.getAllByTestId(/^pocket-/)) expect(row.textContent).toMatch(/[-+−]?\d+\.\d|black|–/);
    expect(text('flat-neighbours').length).toBeGreaterThan(5);
  });

  it('a fixture that is dialled by wire has its own slots; what cannot be is refused', () => {
    show(<WithLook of={AddressesPage} />);
    const fields = screen.queryAllByLabelText('First slot');
    if (fields.length === 0) {
      // Flash has no wire.
      expect(document.body.textContent!.length).toBeGreaterThan(10);
      return;
    }
    type('Universe', '3');
    type('First slot', '600');
    expect(errors().join(' ')).toMatch(/First slot/);
  });
});
