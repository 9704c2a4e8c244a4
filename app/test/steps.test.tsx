/** @jest-environment jsdom */
import { fixtureOf } from '@fulgent/core/catalogue';
import { openCautions } from '@fulgent/core/day';
import { zoneOf } from '@fulgent/core/document';
import { balance } from '@fulgent/core/planning/search';
import { evaluate } from '@fulgent/core/scene';
import { balanceWords, verdictWords } from '@fulgent/words';
import { act, waitFor } from '@testing-library/react';
import { BalanceBar } from '../src/look/BalanceStep';
import { BriefStep } from '../src/look/BriefStep';
import { undo } from '../src/look/store';
import { CameraStep } from '../src/camera/CameraStep';
import { LadderRow } from '../src/ladder/LadderRow';
import { RoomSection } from '../src/set/RoomSection';
import { SafetyPage } from '../src/sheet/SafetyPage';
import { SheetStep } from '../src/sheet/SheetStep';
import { errors, lightNow, now, open, oven, poster, press, screen, show, type, valueOf, within, WithLook } from './pages';
import { went } from './router';

jest.mock('expo-router', () => jest.requireActual('./router'));
jest.mock('comlink', () => jest.requireActual('./in-process'));
jest.mock('../src/api/client', () => {
  const actual = jest.requireActual('../src/api/client');
  const offline = () => Promise.reject(new actual.OfflineError());
  return { ...actual, api: { ...actual.api, updateLook: offline, createLook: offline } };
});

beforeEach(() => {
  localStorage.clear();
  went.length = 0;
  open(poster);
});

describe('a row of the ladder', () => {
  const layout = { nameWidth: 120, stripWidth: 240, figureWidth: 0 };
  const axis = { low: -6, high: 4, x: (stops: number) => 24 * (stops + 6) } as never;
  const row = (id: string, selected: boolean, onOpen = () => undefined) => {
    const reading = evaluate(now()).lights.find((light) => light.id === id)!;
    const props = { light: lightNow(id), reading, axis, layout, selected, onSelect: () => undefined, onOpen };
    return { reading, view: show(<LadderRow {...props} />) };
  };

  it('names the light, its dial and its verdict for who hears it, and shows the verdict when it is chosen', () => {
    const { reading, view } = row('key', false);
    expect(screen.getByRole('button', { name: /^Key, / }).getAttribute('aria-label')).toContain(verdictWords(reading.verdict));
    expect(screen.queryByTestId('verdict-key')).toBeNull();
    view.unmount();
    row('key', true);
    expect(screen.getByTestId('verdict-key').textContent).toBe(verdictWords(reading.verdict));
  });

  it('steps go by the fixture’s own steps, and each is one undo', () => {
    row('key', true);
    const before = lightNow('key').powerStops;
    press('Key: one step down');
    const after = lightNow('key').powerStops;
    expect(after).toBeLessThan(before);
    expect(after).toBeGreaterThan(before - 0.51);
    act(() => undo());
    expect(lightNow('key').powerStops).toBe(before);
  });

  it.each([
    ['Solo', 'solo'],
    ['Mute', 'muted'],
    ['Lock', 'locked'],
  ] as const)('%s is a switch of the look', (label, field) => {
    row('rim-left', true);
    press(label);
    expect(lightNow('rim-left')[field]).toBe(true);
    expect(
      now()
        .lights.filter((light) => light[field])
        .map(({ id }) => id),
    ).toEqual(['rim-left']);
  });
});

describe('the bar of Balance', () => {
  const bar = () => screen.getByTestId('explanation').textContent;

  it('says the worst trouble first, then balances, tells what moved and what limits it', async () => {
    const dull = {
      ...poster,
      lights: poster.lights.map((light) => (light.id === 'rim-right' ? { ...light, powerStops: -9 } : light)),
    };
    open(dull);
    show(<BalanceBar />);
    const rim = evaluate(dull).lights.find(({ id }) => id === 'rim-right')!;
    expect(bar()).toContain(`Rim right: ${verdictWords(rim.verdict)}`);
    press('Balance');
    await waitFor(() => expect(bar()).toContain(balanceWords(balance(dull))[0]), { timeout: 30_000 });
    expect(lightNow('rim-right').powerStops).toBeGreaterThan(-9);
    press('Why');
    const why = within(screen.getByRole('dialog', { name: 'What Balance did' }));
    expect(why.getByText('Rim right')).toBeTruthy();
    expect(why.getByText(/^\+\d\.\d, now /)).toBeTruthy();
  });

  it('stops before a lamp that its holder is not rated for, and leads to the light', () => {
    const lamp = { kind: 'lamp' as const, figureW: 60, fittedW: 100, ratedW: 40, diffusionStops: 0 };
    const continuous = fixtureOf('household-bulb');
    open({
      ...poster,
      lights: poster.lights.map((light) => (light.id === 'key' ? { ...light, fixture: continuous, lamp } : light)),
    });
    show(<BalanceBar />);
    expect(bar()).toMatch(/^Stop: Key\. The lamp is 60 W over what its holder is rated for/);
    expect(screen.getByRole('button', { name: 'Balance' })).toHaveProperty('disabled', true);
    press('Open Key');
    expect(went).toEqual(['/looks/look-1/lights/key']);
  });
});

describe('the brief', () => {
  it('takes mood, key and note, each into the look', () => {
    show(<BriefStep />);
    const moods = within(screen.getByRole('radiogroup', { name: 'Mood' }));
    act(() => moods.getByRole('radio', { name: 'Dark' }).click());
    expect(now().brief.mood).toBe('dark');
    type('Key on the face, over the meter', '-1');
    expect(now().brief.keyStops).toBe(-1);
    type('Note', 'Two colours, no third.');
    expect(now().brief.note).toBe('Two colours, no third.');
  });

  it('a wrong key stays as typed and says what is right; nothing is changed', () => {
    show(<BriefStep />);
    const before = now();
    type('Key on the face, over the meter', '40');
    expect(valueOf('Key on the face, over the meter')).toBe('40');
    expect(errors().join(' ')).toMatch(/Key.*-6.*6/);
    expect(now()).toBe(before);
  });

  it('skin is chosen by depth, and the nearest preset is named', () => {
    show(<BriefStep />);
    type('Skin depth', '90');
    expect(now().subject.skinDepth).toBeCloseTo(0.9, 6);
  });
});

describe('the camera', () => {
  it('dials ISO in the series, and takes what is typed', () => {
    show(<CameraStep />);
    const { iso } = now().camera;
    press('ISO: more');
    expect(now().camera.iso).toBeGreaterThan(iso);
    type('ISO', '500');
    expect(now().camera.iso).toBe(500);
    type('ISO', 'fast');
    expect(errors().join(' ')).toMatch(/ISO/);
    expect(now().camera.iso).toBe(500);
  });

  it('says that a shutter past sync costs flash', async () => {
    open({ ...poster, camera: { ...poster.camera, shutterS: 1 / 1000 } });
    show(<CameraStep />);
    expect(
      screen
        .getAllByRole('status')
        .map((one) => one.textContent)
        .join(' '),
    ).toMatch(/faster than flash sync/);
  });

  it('reads where flash and continuous light stand on the face in the worker', async () => {
    open(oven);
    show(<CameraStep />);
    await waitFor(() => expect(screen.getByText(/On the face: /)).toBeTruthy(), { timeout: 20_000 });
  });
});

describe('backdrop and room', () => {
  it('a backdrop that is moved takes its places and its lights along', () => {
    show(<WithLook of={RoomSection} />);
    const before = now();
    const back = zoneOf(before.probes, 'backdrop', 'middle')!;
    const light = lightNow('backdrop');
    type('Backdrop behind', '3');
    expect(now().backdrop.distanceM).toBe(3);
    const shift = before.backdrop.distanceM - 3;
    expect(zoneOf(now().probes, 'backdrop', 'middle')!.position[2]).toBeCloseTo(back.position[2] + shift, 9);
    expect(lightNow('backdrop').position[2]).toBeCloseTo(light.position[2] + shift, 9);
    expect(lightNow('key').position).toEqual(before.lights[0]!.position);
  });

  it('one that cannot stand there is refused with the limits', () => {
    show(<WithLook of={RoomSection} />);
    const before = now();
    type('Backdrop behind', '0');
    expect(errors().join(' ')).toMatch(/0\.4.*12/);
    expect(now()).toBe(before);
  });
});

describe('safety', () => {
  const dangerous = {
    ...poster,
    lights: poster.lights.map((light) => ({ ...light, rig: { ...light.rig, hold: 'overhead' as const, weightKg: 12 } })),
  };

  it('each caution is open until somebody accepts it, with the time, and no promise stands beside them', () => {
    open(dangerous);
    show(<WithLook of={SafetyPage} />);
    const count = () => openCautions(now()).length;
    const before = count();
    expect(before).toBeGreaterThan(0);
    const [first] = screen.getAllByRole('button', { name: /^Acknowledge/i });
    act(() => first!.click());
    expect(count()).toBe(before - 1);
    expect(now().acknowledged.at(-1)!.at).toMatch(/^\d{4}-\d\d-\d\dT/);
    expect(document.body.textContent).toMatch(/Nothing here says that a set-up is safe: local codes/);
  });

  it('water on the set is a switch that brings its own cautions', () => {
    show(<WithLook of={SafetyPage} />);
    const before = openCautions(now()).map(({ kind }) => kind);
    press('Rain, a hose or wet ground');
    expect(now().day.wet).toBe(true);
    expect(openCautions(now()).length).toBeGreaterThan(before.length);
  });
});

describe('the run sheet', () => {
  it('has a card for every light, which is checked off and counted', () => {
    show(<SheetStep />);
    const cards = poster.lights.map(({ id }) => screen.getByTestId(`card-${id}`));
    expect(cards).toHaveLength(poster.lights.length);
    expect(screen.getByText(`0 of ${poster.lights.length} set`)).toBeTruthy();
    const first = within(cards[0]!).getByRole('button', { name: `Check off ${poster.lights[0]!.name}` });
    act(() => first.click());
    expect(now().build.checked).toEqual([poster.lights[0]!.id]);
    expect(screen.getByText(`1 of ${poster.lights.length} set`)).toBeTruthy();
  });
});
