/** @jest-environment jsdom */
import type { Look } from '@fulgent/core/document';
import { apertureTrades, shutterTrades } from '@fulgent/core/planning';
import { act, waitFor } from '@testing-library/react';
import { WidePage } from '../src/build/WidePage';
import { MotionPage } from '../src/camera/MotionPage';
import { NightPage } from '../src/camera/NightPage';
import { TradeOffPage } from '../src/camera/TradeOffPage';
import { WhitePage } from '../src/camera/WhitePage';
import { undo } from '../src/look/store';
import { AirSection } from '../src/set/AirSection';
import { BoardsSection } from '../src/set/BoardsSection';
import { SubjectSection } from '../src/set/SubjectSection';
import { CuttingPage } from '../src/sheet/CuttingPage';
import { errors, lightNow, now, open, oven, poster, press, screen, show, type, within, WithLook } from './pages';

jest.mock('expo-router', () => jest.requireActual('./router'));
jest.mock('comlink', () => jest.requireActual('./in-process'));
// Five pictures, which a browser draws beside the page; here they would be waited for.
jest.mock('../src/figure/PersonChoice', () => ({ PersonChoice: () => null }));

/** Pages of Set, Camera and Sheet, each with its main control used on a real look. */

const LONG = { timeout: 30_000 };

beforeEach(() => {
  localStorage.setItem('fulgent:topics', 'all');
  open(poster);
});

const text = (id: string): string => screen.getByTestId(id).textContent!.replace(/−/g, '-');

describe('day for night', () => {
  const day = (): Look => ({
    ...oven,
    ambient: { ...oven.ambient, window: null },
    camera: { ...oven.camera, whiteK: 5600, ndStops: 0 },
  });

  it('density takes every light and the window down by its stops', async () => {
    open(day());
    show(<WithLook of={NightPage} />);
    press('There is a window in the picture');
    expect(now().ambient.window).toMatchObject({ ev100: 12 });
    await waitFor(() => expect(text('night-answer')).toMatch(/window [-+]?\d/), LONG);
    const window = () => /window ([-+]?\d+\.\d) to ([-+]?\d+\.\d)/.exec(text('night-answer'))!.slice(1).map(Number);
    expect(window()[0]! - window()[1]!).toBeCloseTo(4, 0);
    type('ND on the lens', '6');
    await waitFor(() => expect(window()[0]! - window()[1]!).toBeCloseTo(6, 0), LONG);
    expect(document.body.textContent).toMatch(/1\/64 of the light, density 1\.8/);
    press('No window');
    expect(now().ambient.window).toBeNull();
  });

  it('is set in one step, and undone in one', async () => {
    open(day());
    show(<WithLook of={NightPage} />);
    await waitFor(() => expect(screen.getAllByTestId(/^night-(?!answer)/)).toHaveLength(oven.lights.length), LONG);
    press('Set white and ND');
    expect(now().camera).toMatchObject({ whiteK: 3200, ndStops: 4 });
    expect(screen.getByRole('button', { name: 'Set white and ND' })).toHaveProperty('disabled', true);
    act(() => undo());
    expect(now().camera).toMatchObject({ whiteK: 5600, ndStops: 0 });
  });
});

describe('what moves', () => {
  it('a trail is asked for, grows with the speed, and is logged with how it came out', async () => {
    open({
      ...poster,
      camera: { ...poster.camera, shutterS: 0.5 },
      motion: { ...poster.motion, of: 'subject', speedMS: 0, tries: [] },
    });
    show(<WithLook of={MotionPage} />);
    await waitFor(() => expect(text('drag-answer')).toMatch(/^Nothing moves/), LONG);
    type('Speed across the picture', '0.8');
    await waitFor(() => expect(text('drag-answer')).toMatch(/^Trail \d+ px/), LONG);
    const trail = () => Number(/Trail (\d+) px/.exec(text('drag-answer'))![1]);
    const { distanceM, focalMm, imageWidthPx } = now().camera;
    // Across the sensor, 36 mm or what the look has.
    const wide = (now().camera as { sensorWidthMm?: number }).sensorWidthMm ?? 36;
    expect(trail() / ((0.8 * 0.5 * focalMm * imageWidthPx) / (distanceM * wide))).toBeCloseTo(1, 0);
    const first = trail();
    type('Speed across the picture', '1.6');
    await waitFor(() => expect(trail() / first).toBeCloseTo(2, 1), LONG);
    type('How it came out', 'too long');
    press('Log this try');
    expect(now().motion.tries).toMatchObject([{ speedMS: 1.6, shutterS: 0.5, verdict: 'too long' }]);
    expect(text('motion-try')).toMatch(/subject 1\.6 m\/s.*too long/);
  });

  it('a zoom has an end instead of a speed', async () => {
    show(<WithLook of={MotionPage} />);
    press('Zoom', 'radio');
    expect(now().motion.of).toBe('zoom');
    type('Zoomed to', String(2 * poster.camera.focalMm));
    expect(now().motion.zoomToMm).toBe(2 * poster.camera.focalMm);
    expect(screen.queryByRole('textbox', { name: 'Speed across the picture' })).toBeNull();
    type('Zoomed to', '9000');
    expect(errors().join(' ')).toMatch(/Zoomed to.*4.*2000/);
  });
});

describe('trade-offs', () => {
  it('each aperture and shutter has its row; the present one says so', () => {
    show(<WithLook of={TradeOffPage} />);
    const apertures = apertureTrades(poster, poster.backdrop.distanceM);
    const table = screen.getByRole('table', { name: 'What each aperture means' });
    expect(within(table).getAllByRole('row').length).toBeGreaterThanOrEqual(apertures.length);
    expect(within(table).getAllByText('as now')).toHaveLength(1);
    const shutters = screen.getByRole('table', { name: 'What each shutter means' });
    expect(within(shutters).getAllByRole('row').length).toBeGreaterThanOrEqual(shutterTrades(poster).length);
    // Farther behind the subject there is more blur.
    const blur = () => Number(/(\d+\.\d) %/.exec(table.textContent!)![1]);
    const near = blur();
    type('Behind the subject', '20');
    expect(blur()).toBeGreaterThan(near);
  });
});

describe('white', () => {
  it('is dialled in kelvins and tint; what no camera has is refused', () => {
    show(<WithLook of={WhitePage} />);
    type('Colour temperature', '4300');
    expect(now().camera.whiteK).toBe(4300);
    expect(document.body.textContent).toMatch(/233 mired/);
    type('Colour temperature', '90');
    expect(errors().join(' ')).toMatch(/White balance.*1\d00.*25/);
    expect(now().camera.whiteK).toBe(4300);
    press('Tint, green to magenta: more');
    expect(now().camera.tintDuv).toBeCloseTo(poster.camera.tintDuv + 0.002, 6);
  });
});

describe('flags, cards and silks', () => {
  it('a card comes up with what it gives, is turned, and goes with a way back', async () => {
    show(<WithLook of={BoardsSection} />);
    const before = now().boards.length;
    press('Add a white card');
    const card = now().boards.at(-1)!;
    expect(now().boards).toHaveLength(before + 1);
    expect(card.finish).toBe('white');
    const own = within(screen.getByTestId(`board-${card.id}`));
    await waitFor(() => expect(own.getByTestId(`gain-${card.id}`).textContent).not.toMatch(/Trying/), LONG);
    act(() => own.getByRole('radio', { name: 'Silk' }).click());
    expect(now().boards.at(-1)).toMatchObject({ finish: 'silk', lossStops: 1 });
    act(() => own.getByRole('radio', { name: 'Black flag' }).click());
    expect(now().boards.at(-1)).toMatchObject({ finish: 'black', lossStops: 0 });
    act(() => own.getByRole('button', { name: `Remove ${card.name}` }).click());
    expect(now().boards).toHaveLength(before);
    act(() => undo());
    expect(now().boards).toHaveLength(before + 1);
  });

  it('a V-flat is two boards that stand together', () => {
    show(<WithLook of={BoardsSection} />);
    const before = now().boards.length;
    press('Add a V-flat, black side in');
    const [a, b] = now().boards.slice(before);
    expect(now().boards).toHaveLength(before + 2);
    expect(a!.finish).toBe('black');
    expect(Math.abs(a!.yawDeg - b!.yawDeg)).toBeGreaterThan(30);
    act(() => undo());
    expect(now().boards).toHaveLength(before);
  });
});

describe('haze and the frame', () => {
  it('haze says what comes through, and what was sprayed is logged', async () => {
    open({ ...poster, air: { ...poster.air, hazePerM: 0 }, day: { ...poster.day, hazeLog: [] } });
    show(<WithLook of={AirSection} />);
    expect(document.body.textContent).toMatch(/clear air/);
    type('Haze takes of a metre of light', '10');
    expect(now().air.hazePerM).toBeCloseTo(0.1, 9);
    const through = Math.round(100 * Math.exp(-0.1 * poster.camera.distanceM));
    expect(document.body.textContent).toContain(`${through} % comes through to the camera`);
    press('Sprayed now');
    expect(now().day.hazeLog).toMatchObject([{ did: 'sprayed', hazePerM: 0.1 }]);
    expect(document.body.textContent).toMatch(/breathing, smoke alarms and slippery floors/);
    type('Haze takes of a metre of light', '80');
    expect(errors().join(' ')).toMatch(/Haze takes of a metre of light.*0.*50/);
  });

  it('every light is told how far off the lens it is', async () => {
    show(<WithLook of={AirSection} />);
    await waitFor(() => expect(screen.getAllByTestId(/^veil-/)).toHaveLength(poster.lights.length), LONG);
    for (const row of screen.getAllByTestId(/^veil-/)) expect(row.textContent).toMatch(/\d+°/);
  });
});

describe('the subject', () => {
  it('clothes and head wait for their figure; dark glasses say what shows in them', async () => {
    show(<WithLook of={SubjectSection} />);
    const head = within(screen.getByRole('radiogroup', { name: 'Head' }));
    act(() => head.getAllByRole('radio')[1]!.click());
    await waitFor(() => expect(now().subject.headwear).not.toBe(poster.subject.headwear), LONG);
    press('Dark glasses');
    await waitFor(() => expect(now().subject.sunglasses).toBe(true), LONG);
    await waitFor(() => expect(text('in-glasses')).toMatch(/In the glasses|No light shows/), LONG);
    press('Looks into the camera');
    expect(now().subject.eyesOnCamera).toBe(!poster.subject.eyesOnCamera);
  });

  it('a bottle has a liquid and its strength', async () => {
    show(<WithLook of={SubjectSection} />);
    const what = within(screen.getByRole('radiogroup', { name: 'Subject' }));
    act(() => what.getByRole('radio', { name: /bottle/i }).click());
    await waitFor(() => expect(now().subject.form).toBe('bottle'), LONG);
    press('Rose', 'radio');
    expect(now().subject.liquid.tint).toBe('rose');
    type('Strength of the liquid', '2');
    expect(now().subject.liquid).toEqual({ tint: 'rose', strength: 2 });
    type('Strength of the liquid', '9');
    expect(errors().join(' ')).toMatch(/Strength of the liquid.*0.*4/);
  });

  it('the camera goes back with its distance', () => {
    show(<WithLook of={SubjectSection} />);
    type('Camera to subject', '3.5');
    expect(now().camera.distanceM).toBeCloseTo(3.5, 6);
    type('Turn of the subject', '20');
    expect(now().subject.turnDeg).toBe(20);
  });
});

describe('a wider balance, and gels to cut', () => {
  it('what may change besides powers is solved, said, and set in one step', async () => {
    open({
      ...poster,
      camera: { ...poster.camera, iso: 25 },
      lights: poster.lights.map((light) => ({ ...light, powerStops: light.fixture.minStops })),
    });
    show(<WithLook of={WidePage} />);
    const before = now();
    press('Solve');
    await waitFor(() => expect(screen.getByTestId('wide-answer')).toBeTruthy(), { timeout: 60_000 });
    expect(now()).toBe(before);
    press('Set all of this');
    expect(now().lights.map(({ powerStops }) => powerStops)).not.toEqual(before.lights.map(({ powerStops }) => powerStops));
    act(() => undo());
    expect(now()).toEqual(before);
  }, 90_000);

  it('every gel of the look has its sheets, and what the kit lacks is to buy', () => {
    show(<WithLook of={CuttingPage} />);
    const worn = new Set(poster.lights.flatMap(({ gels }) => gels.map(({ gel }) => gel)));
    expect(worn.size).toBeGreaterThan(0);
    expect(screen.getAllByText(/^\d+ sheets? of \d+ × \d+ cm$/)).toHaveLength(worn.size);
    expect(screen.getByText('To buy')).toBeTruthy();
    expect(lightNow('key').gels).toEqual(poster.lights[0]!.gels);
  });
});
