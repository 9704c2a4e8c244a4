/** @jest-environment jsdom */
import { STAND_IN_KIT } from '@fulgent/core/catalogue';
import { cctDuv, cctDuvToXy, kelvinToMired, spectrumToXy } from '@fulgent/core/colour';
import type { Light, Look } from '@fulgent/core/document';
import { NO_CORRECTION } from '@fulgent/core/fixture';
import { fullLux, lookupIn, modelSource, resolveFilter, resolveSource } from '@fulgent/core/scene';
import { product } from '@fulgent/core/spectrum';
import { fireEvent, waitFor } from '@testing-library/react';
import { CorrectionSheet, formatMired } from '../src/light/CorrectionSheet';
import { GelPicker } from '../src/light/GelPicker';
import { UnitSheet } from '../src/light/UnitSheet';
import { useOpenLook } from '../src/look/store';
import { errors, lightNow, now, open, oven, poster, press, screen, show, type, valueOf, within } from './pages';

const mockFiles: File[] = [];
jest.mock('expo-router', () => jest.requireActual('./router'));
jest.mock('comlink', () => jest.requireActual('./in-process'));
jest.mock('../src/ui/files', () => ({
  ...jest.requireActual('../src/ui/files'),
  chooseFile: async () => mockFiles[0] ?? null,
}));

/** Sheets that open from a light's page: what was measured of it, the white that it is brought to, the gels that it may have. */

const LONG = { timeout: 40_000 };
const closed = jest.fn();

type Sheet = typeof UnitSheet | typeof CorrectionSheet;
function OfLight({ id, sheet: Own }: { readonly id: string; readonly sheet: Sheet }) {
  const look = useOpenLook((state) => state.look)!;
  return <Own look={look} light={look.lights.find((one) => one.id === id)!} onClose={closed} />;
}
const modelXy = (look: Look, light: Light) => spectrumToXy(modelSource(light, 0, lookupIn(look.spectra)));

beforeEach(() => {
  closed.mockClear();
  mockFiles.length = 0;
});

describe('a unit that was measured', () => {
  const bare = poster.lights.find(({ fixture }) => fixture.kind === 'flash')!;
  const sheet = () => {
    open(poster);
    show(<OfLight id={bare.id} sheet={UnitSheet} />);
  };
  const unit = () => lightNow(bare.id).unit;

  it('as its model has no correction; one that is warmer and weaker has both', async () => {
    sheet();
    const { cctK, duv } = cctDuv(modelXy(poster, bare)) as { cctK: number; duv: number };
    expect(valueOf('Colour temperature, K')).toBe(String(Math.round(cctK)));
    press('Keep as this unit’s own');
    await waitFor(() => expect(closed).toHaveBeenCalledTimes(1), LONG);
    // As it stands: to the rounding of what a meter shows.
    expect(Math.abs(unit().miredShift)).toBeLessThan(0.5);
    expect(Math.abs(unit().green)).toBeLessThan(0.005);
    const warmerK = 1e6 / (kelvinToMired(cctK) + 20);
    type('Colour temperature, K', warmerK.toFixed(0));
    type('Duv, positive is green', `${(duv + 0.004).toFixed(4)}`.replace('.', ','));
    press('Keep as this unit’s own');
    await waitFor(() => expect(unit().miredShift).toBeGreaterThan(10), LONG);
    // The unit that is kept gives what the meter showed.
    const xy = spectrumToXy(resolveSource(lightNow(bare.id), 0, lookupIn(now().spectra)));
    const [wx, wy] = cctDuvToXy(warmerK, duv + 0.004);
    expect(Math.hypot(xy[0] - wx, xy[1] - wy)).toBeLessThan(0.0012);
    expect(unit().green).toBeGreaterThan(0);
    press('Reset to the model’s figures');
    expect(unit()).toEqual(NO_CORRECTION);
  });

  it('by x and y, and by u′ and v′, is the same unit', async () => {
    const [x, y] = cctDuvToXy(5000, 0.003);
    const d = -2 * x + 12 * y + 3;
    const kept: Light['unit'][] = [];
    for (const [way, labels, values] of [
      ['x, y', ['x, CIE 1931', 'y, CIE 1931'], [x, y]],
      ["u', v'", ['u′, CIE 1976', 'v′, CIE 1976'], [(4 * x) / d, (9 * y) / d]],
    ] as const) {
      open(poster);
      const view = show(<OfLight id={bare.id} sheet={UnitSheet} />);
      press(way, 'radio');
      labels.forEach((label, i) => type(label, values[i]!.toFixed(6)));
      press('Keep as this unit’s own');
      await waitFor(() => expect(unit().miredShift).not.toBe(0), LONG);
      kept.push(unit());
      view.unmount();
    }
    expect(kept[1]!.miredShift).toBeCloseTo(kept[0]!.miredShift, 1);
    expect(kept[1]!.green).toBeCloseTo(kept[0]!.green, 3);
  });

  it('a figure that cannot be is said at its field, and nothing is kept', async () => {
    sheet();
    type('Colour temperature, K', '900');
    type('Duv, positive is green', '');
    press('Keep as this unit’s own');
    await screen.findByText('Colour temperature must be from 1500 to 25000.', {}, LONG);
    expect(screen.getByText('Duv is missing; 0 if the meter gives none.')).toBeTruthy();
    type('Colour temperature, K', 'warm');
    await screen.findByText('Colour temperature must be a number.', {}, LONG);
    expect(unit()).toEqual(bare.unit);
    expect(closed).not.toHaveBeenCalled();
  });

  it('of a lamp that burns, illuminance says how much weaker it is', async () => {
    const light = oven.lights.find((one) => fullLux(one, lookupIn(oven.spectra)) > 0)!;
    open(oven);
    show(<OfLight id={light.id} sheet={UnitSheet} />);
    const half = fullLux(light, lookupIn(oven.spectra)) / 2;
    type('Illuminance at 1 m at full, lx (may stay empty)', half.toFixed(2));
    press('Keep as this unit’s own');
    await waitFor(() => expect(closed).toHaveBeenCalled(), LONG);
    expect(lightNow(light.id).unit.outputStops).toBeCloseTo(-1, 2);
  });

  it('a table of a spectrometer is taken; a file that is none is refused by name, with nothing kept', async () => {
    sheet();
    press('Spectrum', 'radio');
    press('Choose the table');
    expect(errors()).toEqual([]);
    const file = (name: string, text: string) => Object.assign(new File([text], name), { text: async () => text });
    mockFiles.push(file('notes.csv', 'nothing of the kind'));
    press('Choose the table');
    await waitFor(() => expect(errors().join(' ')).not.toBe(''), LONG);
    expect(unit()).toEqual(bare.unit);
    // The model's own light, reddened: what falls off towards the blue end is warmer.
    const model = modelSource(bare, 0, lookupIn(poster.spectra));
    const rows = Array.from(model, (value, i) => `${380 + 5 * i},${(value * (1 + 0.004 * i)).toFixed(6)}`);
    mockFiles[0] = file('unit.csv', ['nm,power', ...rows].join('\n'));
    press('Choose the table');
    await waitFor(() => expect(closed).toHaveBeenCalled(), LONG);
    expect(unit().miredShift).toBeGreaterThan(3);
  });

  it('a full-colour fixture is told what to dial for the white that is wanted, in its own steps', async () => {
    const panel = [poster, oven]
      .flatMap((look) => look.lights.map((light) => ({ look, light })))
      .find(({ light }) => light.fixture.kind === 'colour')!;
    const fixture = panel.light.fixture as Extract<Light['fixture'], { kind: 'colour' }>;
    const cctK = Math.round((fixture.lowK + fixture.highK) / 2 / fixture.stepK) * fixture.stepK;
    const setting = { mode: 'cct' as const, cctK, duv: 0 };
    open({
      ...panel.look,
      lights: panel.look.lights.map((light) =>
        light.id === panel.light.id ? { ...light, gels: [], setting, unit: { ...NO_CORRECTION, miredShift: 15 } } : light,
      ),
    });
    show(<OfLight id={panel.light.id} sheet={UnitSheet} />);
    // A unit that is warmer by 15 mired is dialled as much cooler.
    const wanted = 1e6 / (kelvinToMired(cctK) - 15);
    press('Dial that');
    const dialled = lightNow(panel.light.id).setting as typeof setting;
    expect(Math.abs(dialled.cctK - wanted)).toBeLessThan(0.03 * wanted);
    expect(dialled.cctK % fixture.stepK).toBe(0);
    expect(closed).toHaveBeenCalled();
  });
});

describe('a white that is brought to another', () => {
  const light = poster.lights.find(({ fixture, gels }) => fixture.kind === 'flash' && gels.length === 0) ?? poster.lights[0]!;
  const sheet = () => {
    open(poster);
    show(<OfLight id={light.id} sheet={CorrectionSheet} />);
  };
  const mired = (text: string) => Number(/([-+−]?\d+) mired/.exec(text.replace(/−/g, '-'))![1]);
  const needed = async () => mired((await screen.findByTestId('needed', {}, LONG)).textContent!);

  it('takes what lies between the two in mired, and more where it is to stay warm', async () => {
    sheet();
    type('To the white of', '3200');
    await waitFor(async () => expect(await needed()).toBeGreaterThan(100), LONG);
    const { cctK } = cctDuv(spectrumToXy(resolveSource(light, light.powerStops, lookupIn(poster.spectra))));
    const exact = await needed();
    expect(Math.abs(exact - (kelvinToMired(3200) - kelvinToMired(cctK!)))).toBeLessThan(2);
    press('Left warm', 'radio');
    await waitFor(async () => expect(await needed()).toBe(exact + 20), LONG);
    press('Left a little cool', 'radio');
    await waitFor(async () => expect(await needed()).toBe(exact - 20), LONG);
  });

  it('offers gels of the kit, the nearest first; one is taken, and the look has its film', async () => {
    sheet();
    type('To the white of', '3200');
    await waitFor(async () => expect(await needed()).toBeGreaterThan(100), LONG);
    const offers = screen.getAllByRole('button', { name: /^Take / });
    expect(offers.length).toBeGreaterThan(1);
    const left = offers.map((one) => {
      const text = one.closest('[class]')!.parentElement!.textContent!;
      return /on it/.test(text) ? 0 : Math.abs(Number(/([-+−]?\d+) mired left/.exec(text.replace(/−/g, '-'))?.[1] ?? 0));
    });
    expect(left[0]).toBeLessThan(25);
    fireEvent.click(offers[0]!);
    expect(closed).toHaveBeenCalled();
    const { gels } = lightNow(light.id);
    expect(gels.length).toBeGreaterThan(0);
    // Through it the light is nearer to that white than bare.
    const kelvin = (one: Light) =>
      cctDuv(spectrumToXy(product(resolveSource(one, 0, lookupIn(now().spectra)), resolveFilter(one, lookupIn(now().spectra)))))
        .cctK!;
    expect(Math.abs(kelvinToMired(kelvin(lightNow(light.id))) - kelvinToMired(3200))).toBeLessThan(30);
  });

  it('a white out of range is refused with its limits', () => {
    sheet();
    type('To the white of', '900');
    expect(errors().join(' ')).toMatch(/Colour temperature.*1800.*12 ?000/);
  });

  it('mired have a sign', () => {
    expect(formatMired(12.4)).toBe('+12 mired');
    expect(formatMired(-130)).toMatch(/^[-−]130 mired$/);
  });
});

describe('gels for a light', () => {
  const light = poster.lights.find(({ gels }) => gels.length > 0) ?? poster.lights[0]!;
  const picked = jest.fn();
  const names = () => screen.getAllByRole('button', { name: /stops lost$/ }).map((one) => one.getAttribute('aria-label')!);
  const kinds = (kind: 'effect' | 'correction') =>
    STAND_IN_KIT.filter((entry) => entry.kind === 'gel' && entry.type === kind && !entry.archived).length;

  it('are those of the kit, of one kind at a time, each with its cost; one is picked', async () => {
    open(poster);
    show(<GelPicker look={poster} light={light} onPick={picked} onClose={closed} />);
    expect(screen.getByRole('status', { name: 'Computing' })).toBeTruthy();
    await screen.findAllByRole('button', { name: /stops lost$/ }, LONG);
    expect(names()).toHaveLength(kinds('effect'));
    press('Correction', 'radio');
    expect(names()).toHaveLength(kinds('correction'));
    for (const name of names()) expect(Number(/([\d.]+) stops lost$/.exec(name)![1])).toBeGreaterThanOrEqual(0);
    const [first] = names();
    press(first!);
    const entry = STAND_IN_KIT.find(({ id }) => id === picked.mock.calls[0]![0])!;
    expect(first).toContain(entry.name);
  });

  it('in the picture there are a dozen, and more on wish', async () => {
    open(poster);
    show(<GelPicker look={poster} light={light} onPick={picked} onClose={closed} />);
    await screen.findAllByRole('button', { name: /stops lost$/ }, LONG);
    press('In the picture', 'radio');
    const pictures = within(screen.getByTestId('gel-pictures'));
    const all = kinds('effect');
    expect(all).toBeGreaterThan(12);
    expect(pictures.getAllByRole('button')).toHaveLength(12);
    press(`${Math.min(12, all - 12)} more`);
    expect(pictures.getAllByRole('button')).toHaveLength(Math.min(24, all));
  });
});
