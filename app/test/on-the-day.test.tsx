/** @jest-environment jsdom */
import { NO_META, NO_NOTES, plannedAt, type FrameRecord } from '@fulgent/core/day';
import { act, waitFor } from '@testing-library/react';
import { useState } from 'react';
import { readAperture } from '../src/look/numbers';
import { undo } from '../src/look/store';
import { ASKED_AT_FIRST, type Asked } from '../src/sheet/AddFrame';
import { Checklist, useNextFrame } from '../src/sheet/Checklist';
import { MeterPage } from '../src/sheet/MeterPage';
import { lightNow, now, open, poster, press, screen, show, type, within, WithLook } from './pages';

jest.mock('expo-router', () => jest.requireActual('./router'));
jest.mock('comlink', () => jest.requireActual('./in-process'));

beforeEach(() => open(poster));

describe('an f-number as a meter shows it', () => {
  it.each([
    ['8', 8],
    ['f/5,6', 5.6],
    ['f5.6', 5.6],
    ['5.6+0.3', 5.6 * 2 ** 0.15],
    ['5.6.3', 5.6 * 2 ** 0.15],
    ['11 +.5', 11 * 2 ** 0.25],
    ['', NaN],
    ['eight', NaN],
    ['5.6.33', NaN],
  ])('%s', (text, value) => {
    if (Number.isNaN(value)) expect(readAperture(text)).toBeNaN();
    else expect(readAperture(text)).toBeCloseTo(value, 9);
  });
});

describe('meter readings', () => {
  const { iso, shutterS } = poster.camera;
  const at = poster.probes[0]!.id;
  const light = poster.lights.find(({ on, muted, zone }) => on && !muted && zone === at) ?? poster.lights[0]!;
  const planned = () => plannedAt(now(), at, light.id, { iso, shutterS })[0]!.luxS;
  const shown = (luxS: number) => Math.sqrt((luxS * iso) / 250);
  const pick = (row: RegExp, option: string) => {
    press(row);
    act(() => within(screen.getByRole('dialog')).getByText(option).click());
  };
  const ready = () => waitFor(() => expect(screen.getByTestId('meter-plan').textContent).toMatch(/f\//), { timeout: 20_000 });

  it('a light that is a stop over is named, dialled back, and then as planned; each step is undone', async () => {
    show(<WithLook of={MeterPage} />);
    await ready();
    pick(/^Burning: /, light.name);
    await ready();
    type(/^f-number/, shown(2 * planned()).toFixed(3));
    press('Keep the reading');
    await waitFor(() => expect(now().day.meter).toHaveLength(1));
    const [entry] = now().day.meter;
    expect(entry).toMatchObject({ probe: at, light: light.id, lux: null, x: null, iso, shutterS });
    const off = () => screen.getByTestId(`off-${light.id}`).textContent;
    expect(off()).toMatch(/1\.0 over the plan; [-−]1\.0 brings it there/);
    const before = lightNow(light.id);
    press(new RegExp(`^Correct ${light.name} on the sheet`));
    expect(lightNow(light.id).unit.outputStops).toBeCloseTo(before.unit.outputStops + 1, 1);
    expect(now().build.ledger.at(-1)!.why).toBe('held against a meter');
    expect(off()).toContain(': as planned.');
    act(() => undo());
    expect(off()).toMatch(/1\.0 over the plan/);
    press(/^Delete the reading/);
    expect(now().day.meter).toEqual([]);
    expect(screen.getByText('none yet')).toBeTruthy();
  });

  it('what is typed wrong is said at its field, and nothing is kept', async () => {
    show(<WithLook of={MeterPage} />);
    await ready();
    press('Keep the reading');
    await screen.findByText('The f-number is missing; read it off the meter.');
    type(/^f-number/, 'eight');
    await screen.findByText('The f-number must be a number from 0.5 to 180.');
    press('K and Duv', 'radio');
    type(/^f-number/, '8');
    type(/^Colour temperature/, '900');
    press('Keep the reading');
    await screen.findByText('Colour temperature must be from 1500 to 25000.');
    expect(now().day.meter).toEqual([]);
    type(/^Colour temperature/, '5600');
    type(/^Duv/, '0');
    press('Keep the reading');
    await waitFor(() => expect(now().day.meter).toHaveLength(1));
    // 5600 K on the line of daylight or near it.
    expect(now().day.meter[0]!.x).toBeCloseTo(0.33, 2);
    expect(now().day.meter[0]!.y).toBeCloseTo(0.338, 2);
  });
});

describe('the checklist of frames', () => {
  const frame = (change: Partial<FrameRecord>): FrameRecord => ({
    id: 'f',
    lookId: 'look-1',
    name: 'Frame',
    kind: 'black',
    lightId: '',
    stops: 0,
    mime: 'image/jpeg',
    widthPx: 10,
    heightPx: 10,
    meta: NO_META,
    notes: NO_NOTES,
    reading: null,
    revision: 1,
    createdAt: Date.now(),
    updatedAt: 0,
    ...change,
  });
  function Page({ frames }: { readonly frames: readonly FrameRecord[] }) {
    const [chosen, setChosen] = useState<Asked | null>(null);
    const next = useNextFrame(poster, frames);
    const asked = chosen ?? next ?? ASKED_AT_FIRST;
    return <Checklist look={poster} frames={frames} asked={asked} onAsked={setChosen} />;
  }
  const pressed = () => screen.getAllByRole('button', { pressed: true }).map((one) => one.getAttribute('aria-label'));

  it('leads on by itself, takes yesterday’s for nothing, and lets anything be taken next', () => {
    const view = show(<Page frames={[frame({ createdAt: Date.now() - 40 * 3_600_000 })]} />);
    // Until somebody begins with it, a frame is of the whole look.
    expect(pressed()).toEqual(['All lights, to be taken: take it now']);
    view.unmount();
    show(<Page frames={[frame({})]} />);
    const [first, second] = poster.lights.filter(({ on, muted }) => on && !muted);
    expect(screen.getByText(/^1 of \d+ today$/)).toBeTruthy();
    expect(pressed()).toEqual([`${first!.name} alone, to be taken: take it now`]);
    press(`${second!.name} alone, to be taken: take it now`);
    expect(pressed()).toEqual([`${second!.name} alone, to be taken: take it now`]);
  });
});
