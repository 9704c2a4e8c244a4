/** @jest-environment jsdom */
import {
  fixtureOf,
  modifierOf,
  NO_QUALITY,
  type KitCamera,
  type KitEntry,
  type KitFixture,
  type KitGel,
  type KitModifier,
} from '@fulgent/core/catalogue';
import type { ColourFixture } from '@fulgent/core/document';
import { luminousTransmittance, stopsLost } from '@fulgent/core/gel';
import { daylightSource } from '@fulgent/core/source';
import { resample } from '@fulgent/core/spectrum';
import { act, fireEvent, waitFor } from '@testing-library/react';
import { useState } from 'react';
import { CameraForm } from '../src/kit/add/CameraForm';
import type { Draft } from '../src/kit/add/fields';
import { FixtureForm } from '../src/kit/add/FixtureForm';
import { GelForm } from '../src/kit/add/GelForm';
import { ModifierForm } from '../src/kit/add/ModifierForm';
import { FixtureFacts } from '../src/kit/FixtureFacts';
import { OwnFigures } from '../src/kit/OwnFigures';
import { press, screen, show, type, within } from './pages';

jest.mock('expo-router', () => jest.requireActual('./router'));
jest.mock('comlink', () => jest.requireActual('./in-process'));

const LONG = { timeout: 40_000 };
const stored: Draft[] = [];
let refused: unknown = null;
const form = {
  store: async (draft: Draft) => void stored.push(draft),
  failed: (error: unknown) => (refused = error),
  done: () => undefined,
};

const shared = { id: 'own-1', note: '', count: 1, provenance: 'guessed', archived: false } as const;

/** A copy of a stand-in fixture, as an entry of one's own. */
function entryOf(id: string): KitFixture {
  const fixture = fixtureOf(id);
  return {
    ...shared,
    kind: 'fixture',
    name: fixture.name,
    fixture,
    spectrum: null,
    spectra: [],
    quality: NO_QUALITY,
    beam: null,
  };
}

beforeEach(() => {
  stored.length = 0;
  refused = null;
});

describe('a gel of one’s own', () => {
  // Until its film is there the form asks for one.
  const added = () =>
    waitFor(() => {
      if (stored.length === 0) press('Add to the kit');
      expect(stored).toHaveLength(1);
    }, LONG);

  it('is there by a tile, a loss and a name: its film loses as much, and is told as a guess', async () => {
    show(<GelForm {...form} />);
    act(() => screen.getByRole('radio', { name: 'Hue 10, deep' }).click());
    type('Name', 'Deep rose');
    await added();
    const gel = stored[0] as unknown as KitGel;
    expect(stopsLost(luminousTransmittance(daylightSource(5600), resample(gel.spectrum, 'transmittance')))).toBeCloseTo(2, 1);
    expect(gel).toMatchObject({ kind: 'gel', name: 'Deep rose', provenance: 'guessed', widthCm: 50 });
  });

  it('from a maker’s sheet, by R, G and B', async () => {
    show(<GelForm {...form} />);
    press('From a maker’s sheet', 'radio');
    press('R, G, B', 'radio');
    type('Name', 'Sea');
    await added();
    expect(stored[0]).toMatchObject({ name: 'Sea', provenance: 'guessed' });
  });
});

describe('a fixture of one’s own', () => {
  const put = (channel: number, label: string, value: string) =>
    fireEvent.change(within(screen.getByRole('group', { name: `Channel ${channel}` })).getByLabelText(label), {
      target: { value },
    });

  it('that mixes colours is there by a meter on each channel, and refused with the channel’s name', async () => {
    show(<FixtureForm {...form} />);
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
    const { fixture } = stored[0] as unknown as KitFixture;
    expect(fixture).toMatchObject({ kind: 'colour', name: 'My panel', modes: ['cct', 'hsi', 'rgb'] });
    expect((fixture as ColourFixture).emitters.map(({ channel, luxAt1m }) => [channel, luxAt1m])).toEqual([
      ['r', 640],
      ['g', 1300],
      ['b', 180],
      ['white', 2600],
    ]);
  });

  it('a flash by its guide number, lowest power and steps', async () => {
    show(<FixtureForm {...form} />);
    press('Flash', 'radio');
    type('Name', 'My flash');
    type(/^Guide number/, '52');
    type('Lowest power, 1 over', '256');
    press('Tenths', 'radio');
    press('Add to the kit');
    await waitFor(() => expect(stored).toHaveLength(1), LONG);
    expect((stored[0] as unknown as KitFixture).fixture).toMatchObject({
      kind: 'flash',
      guideNumberM: 52,
      minStops: -8,
      step: { unit: 'stops', value: 0.1 },
    });
  });
});

describe('a flash and a modifier of one’s own', () => {
  it('a flash by its energy alone is a guess; with neither figure it is refused by name', async () => {
    show(<FixtureForm {...form} />);
    press('Flash', 'radio');
    type('Name', 'Old pack');
    press('Add to the kit');
    await waitFor(() => expect(String(refused)).toContain('Guide number is missing'), LONG);
    type('Energy at full, J', '400');
    type('Full flashes on a charge', '250');
    press('A glass dome over its tube');
    press('Add to the kit');
    await waitFor(() => expect(stored).toHaveLength(1), LONG);
    const { fixture, provenance } = stored[0] as unknown as KitFixture;
    expect(provenance).toBe('guessed');
    expect(fixture).toMatchObject({ kind: 'flash', joules: 400, recycleS: null, pops: 250, dome: true });
    // Within a sixth of a stop of the stand-in of as much energy.
    expect(Math.abs(2 * Math.log2((fixture as { guideNumberM: number }).guideNumberM / 62))).toBeLessThan(1 / 6);
  });

  it('a guide number at ISO 400 is halved', async () => {
    show(<FixtureForm {...form} />);
    press('Flash', 'radio');
    type('Name', 'Small one');
    type(/^Guide number/, '60');
    type('at ISO', '400');
    press('Add to the kit');
    await waitFor(() => expect(stored).toHaveLength(1), LONG);
    expect((stored[0] as unknown as KitFixture).fixture).toMatchObject({ guideNumberM: 30 });
  });

  it('a soft box is there by its size, and loses what such boxes do with their grid', async () => {
    show(<ModifierForm {...form} />);
    type('Name', 'My box');
    type('Wide, cm', '40');
    type('High, cm', '40');
    type('Grid, °; or empty', '50');
    press('Add to the kit');
    await waitFor(() => expect(stored).toHaveLength(1), LONG);
    expect(stored[0]).toMatchObject({
      kind: 'modifier',
      provenance: 'guessed',
      modifier: { name: 'My box', face: { kind: 'rectangle', widthM: 0.4, heightM: 0.4 }, gridDeg: 50, lossStops: 3.7 },
    });
    press('Reflector', 'radio');
    type('Across, cm', '22');
    type('Beam, °; or empty', '40');
    type(/^Stops lost/, '0.3');
    press('Add to the kit');
    await waitFor(() => expect(stored).toHaveLength(2), LONG);
    expect(stored[1]).toMatchObject({
      provenance: 'measured',
      modifier: { face: { kind: 'disc', radiusM: 0.11 }, beam: { kind: 'lens', beamDeg: 40, fieldDeg: 80 }, lossStops: 0.3 },
    });
  });

  it('a camera keeps its sync and its lens’s thread', async () => {
    show(<CameraForm {...form} />);
    type('Name', 'Body two');
    type('Flash sync, 1 over', '160');
    type('Thread of its lens, mm', '77');
    press('Add to the kit');
    await waitFor(() => expect(stored).toHaveLength(1), LONG);
    expect((stored[0] as unknown as KitCamera).camera).toMatchObject({ syncS: 1 / 160, lensThreadMm: 77 });
  });
});

describe('the rest of a fixture’s page', () => {
  let now: KitFixture;
  function Kept({ entry }: { readonly entry: KitFixture }) {
    const [kept, setKept] = useState(entry);
    now = kept;
    return (
      <FixtureFacts
        entry={kept}
        width={360}
        failed={form.failed}
        save={(change) => setKept({ ...kept, ...change } as KitFixture)}
      />
    );
  }

  it('its white: what somebody says, whose it is, and what its spectrum says', () => {
    show(<Kept entry={entryOf('tungsten-650')} />);
    expect(screen.getByText(/^Its light: spectral similarity (9[5-9]|100), to a full radiator of 3\d\d\d K\.$/)).toBeTruthy();
    type('CRI', '98');
    press('Measured', 'radio');
    expect(now.quality).toEqual({ cri: 98, tlci: null, rf: null, rg: null, source: 'measured' });
    type('CRI', '0');
    expect(now.quality.cri).toBeNull();
  });

  it('its hue dial: readings are taken, refused where they are white, forgotten', () => {
    show(<Kept entry={entryOf('colour-panel')} />);
    const read = (dial: string, x: string, y: string) => {
      type('Dial, °', dial);
      type('x', x);
      type('y', y);
      press('Add this reading of the hue dial');
    };
    read('10', '0.69', '0.305');
    expect((now.fixture as ColourFixture).wheel).toMatchObject([{ dialDeg: 10 }]);
    read('90', '0.36', '0.36');
    expect(String(refused)).toContain('at 90° is white');
    press('Forget the reading at 10°');
    expect((now.fixture as ColourFixture).wheel).toEqual([]);
  });
});

describe('the figures of an own entry', () => {
  let now: KitEntry;
  function Kept({ entry }: { readonly entry: KitEntry }) {
    const [kept, setKept] = useState(entry);
    now = kept;
    return <OwnFigures entry={kept} save={(change) => setKept({ ...kept, ...change } as KitEntry)} />;
  }
  const fixtureNow = () => (now as KitFixture).fixture;

  it('a copy of a flash becomes another one, and its owner says whose figures they are', () => {
    show(<Kept entry={entryOf('flash-200')} />);
    type('Guide number at ISO 100, m', '61');
    type('Lowest power', '512');
    type('Modelling lamp', '0');
    press('1/3', 'radio');
    press('Its maker', 'radio');
    expect(fixtureNow()).toMatchObject({ guideNumberM: 61, minStops: -9, modellingW: 0, step: { unit: 'stops', value: 1 / 3 } });
    expect(now.provenance).toBe('maker');
  });

  it('a copy of a full-colour fixture has its own emitters’ light, whites and menu; the last mode stays', () => {
    show(<Kept entry={entryOf('colour-panel')} />);
    type('Red, lx at 1 m', '900');
    type('White from', '3200');
    for (const name of ['Hue', 'RGB', 'x, y', 'As gel']) press(name);
    expect(fixtureNow()).toMatchObject({ lowK: 3200, modes: ['cct'] });
    expect((fixtureNow() as ColourFixture).emitters[0]).toMatchObject({ name: 'Red', luxAt1m: 900 });
    expect(screen.getByRole('button', { name: 'White' })).toHaveProperty('disabled', true);
  });

  it('a modifier gets its face, beam and grid', () => {
    const entry: KitModifier = { ...shared, kind: 'modifier', name: 'Reflector', modifier: modifierOf('reflector') };
    show(<Kept entry={entry} />);
    press('Rectangular', 'radio');
    type('Wide', '80');
    type('Grid, half angle', '40');
    expect((now as KitModifier).modifier).toMatchObject({ face: { kind: 'rectangle', widthM: 0.8 }, gridDeg: 40 });
    type('Grid, half angle', '0');
    expect((now as KitModifier).modifier.gridDeg).toBeNull();
  });
});
