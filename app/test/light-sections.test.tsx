/** @jest-environment jsdom */
import { fixtureOf, STAND_IN_KIT } from '@fulgent/core/catalogue';
import type { Light, Look } from '@fulgent/core/document';
import { evaluate, type LightReading } from '@fulgent/core/scene';
import { throwM } from '@fulgent/core/transport';
import { act, waitFor } from '@testing-library/react';
import type { ReactElement } from 'react';
import { EffectsPage } from '../src/build/EffectsPage';
import { TrimsPage } from '../src/build/TrimsPage';
import { FixtureSection } from '../src/light/FixtureSection';
import { GelSection } from '../src/light/GelSection';
import { LampSection } from '../src/light/LampSection';
import { SettingSection } from '../src/light/SettingSection';
import { ShapeSection } from '../src/light/ShapeSection';
import { undo, useOpenLook } from '../src/look/store';
import { LightFields, ReachSection } from '../src/set/LightSections';
import { errors, lightNow, now, open, poster, press, screen, show, type, within, WithLook } from './pages';

jest.mock('expo-router', () => jest.requireActual('./router'));
jest.mock('comlink', () => jest.requireActual('./in-process'));

/** What a light's page and the pages of the build are made of, each with its main control used. */

const LONG = { timeout: 30_000 };

type Part = (props: { readonly look: Look; readonly light: Light; readonly reading: LightReading }) => ReactElement | null;

/** A part of the page of one light, of the look as it is now. */
function OfLight({ id, part: Own }: { readonly id: string; readonly part: Part }) {
  const look = useOpenLook((state) => state.look)!;
  const light = look.lights.find((one) => one.id === id)!;
  return <Own look={look} light={light} reading={evaluate(look).lights.find((one) => one.id === id)!} />;
}
const part = (id: string, own: Part) => show(<OfLight id={id} part={own} />);

const withLight = (id: string, change: Partial<Light>): Look => ({
  ...poster,
  lights: poster.lights.map((light) => (light.id === id ? { ...light, ...change } : light)),
});
const pick = (row: RegExp, option: string | RegExp) => {
  press(row);
  act(() => within(screen.getByRole('dialog')).getAllByText(option)[0]!.click());
};

beforeEach(() => {
  localStorage.setItem('fulgent:topics', 'all');
  open(poster);
});

describe('gels', () => {
  const gels = ({ look, light, reading }: Parameters<Part>[0]) => (
    <GelSection look={look} light={light} reading={reading} width={300} />
  );
  const stack = [
    { gel: 'red-deep', strength: 1 },
    { gel: 'azure-deep', strength: 1 },
  ];

  it('strength is stepped and typed; more than a gel has is refused', () => {
    open(withLight('rim-left', { gels: [stack[0]!] }));
    part('rim-left', gels);
    press('Strength: more');
    expect(lightNow('rim-left').gels[0]!.strength).toBe(1.25);
    type('Strength', '0.5');
    expect(lightNow('rim-left').gels[0]!.strength).toBe(0.5);
    type('Strength', '9');
    expect(errors().join(' ')).toMatch(/Strength.*0\.05.*4/);
    expect(lightNow('rim-left').gels[0]!.strength).toBe(0.5);
  });

  it('two deep ones in one holder are said to be nearly black; the order changes and one comes off', () => {
    open(withLight('rim-left', { gels: stack }));
    part('rim-left', gels);
    expect(document.body.textContent).toMatch(/These gels together pass 0\.\d %: nearly black/);
    const [first] = screen.getAllByRole('button', { name: /farther from the lamp$/ });
    act(() => first!.click());
    expect(lightNow('rim-left').gels.map(({ gel }) => gel)).toEqual(['azure-deep', 'red-deep']);
    act(() => screen.getAllByRole('button', { name: /^Remove / })[0]!.click());
    expect(lightNow('rim-left').gels.map(({ gel }) => gel)).toEqual(['red-deep']);
    expect(document.body.textContent).not.toMatch(/nearly black/);
    act(() => undo());
    expect(lightNow('rim-left').gels).toHaveLength(2);
  });

  it('white that leaks past it and how it hangs are of the look', () => {
    open(withLight('rim-left', { gels: [stack[0]!] }));
    part('rim-left', gels);
    type('Light leak past the gel', '5');
    expect(lightNow('rim-left').leak).toBeCloseTo(0.05, 9);
    type('Light leak past the gel', '101');
    expect(errors().join(' ')).toMatch(/Leak.*0.*100/);
    pick(/^Gel mount: /, 'Touching the lamp');
    expect(lightNow('rim-left').mount).toBe('touching');
  });

  it('six gels are the most', () => {
    open(withLight('rim-left', { gels: Array.from({ length: 6 }, () => ({ gel: 'red-deep', strength: 0.1 })) }));
    part('rim-left', gels);
    expect(screen.getByRole('button', { name: 'Add a gel' })).toHaveProperty('disabled', true);
  });
});

describe('fixture and shape', () => {
  const fixture = ({ look, light }: Parameters<Part>[0]) => <FixtureSection look={look} light={light} />;
  const shape = ({ light }: Parameters<Part>[0]) => <ShapeSection light={light} />;

  it('identical units add their light', () => {
    part('key', fixture);
    type('Identical units, as one light', '2');
    expect(lightNow('key').pieces).toBe(2);
    expect(screen.getByText(/^\+1\.0 against one; each needs its gel/)).toBeTruthy();
    type('Identical units, as one light', '65');
    expect(errors().join(' ')).toMatch(/Pieces.*1.*64/);
  });

  it('another fixture keeps the light where it stands, and what came off is said', () => {
    part('rim-left', fixture);
    const { position } = lightNow('rim-left');
    const other = STAND_IN_KIT.find(
      (entry) => entry.kind === 'fixture' && entry.fixture.kind === 'continuous' && !entry.archived,
    )!;
    pick(/^Fixture: /, other.name);
    expect(lightNow('rim-left').fixture.name).toBe(other.name);
    expect(lightNow('rim-left').position).toEqual(position);
    act(() => undo());
    expect(lightNow('rim-left').fixture.name).toBe(poster.lights.find(({ id }) => id === 'rim-left')!.fixture.name);
  });

  it('a motive says what such light is like', () => {
    part('key', fixture);
    pick(/^Motive: /, /moon/i);
    expect(lightNow('key').motive).toMatch(/moon/);
    expect(document.body.textContent).toMatch(/\d{4} to \d{4,5} K/);
  });

  const bare = poster.lights.find(({ modifier }) => modifier.gridDeg === null)!.id;

  it('a grid takes light on the axis, and gives it back when it comes off', () => {
    part(bare, shape);
    const { lossStops } = lightNow(bare).modifier;
    press('A 40° grid');
    expect(lightNow(bare).modifier).toMatchObject({ gridDeg: 40 });
    expect(lightNow(bare).modifier.lossStops).toBeGreaterThan(lossStops);
    type('Grid cuts off at', '20');
    expect(lightNow(bare).modifier.gridDeg).toBe(20);
    press('Take the grid off');
    expect(lightNow(bare).modifier.gridDeg).toBeNull();
    expect(lightNow(bare).modifier.lossStops).toBeCloseTo(lossStops, 9);
  });

  it('blades have degrees from the axis each, and a caution', () => {
    part('key', shape);
    press('Doors or blades');
    expect(document.body.textContent).toMatch(/Blades and doors get hot: gloves/);
    type('Left blade', '-10');
    expect(lightNow('key').modifier.cut).toMatchObject({ leftDeg: -10 });
    type('Left blade', '-95');
    expect(errors().join(' ')).toMatch(/Left blade.*-80.*90/);
    press('Take the blades off');
    expect(lightNow('key').modifier.cut ?? null).toBeNull();
  });
});

describe('a lamp in the picture', () => {
  const lamp = ({ look, light }: Parameters<Part>[0]) => <LampSection look={look} light={light} />;
  const practical = (fittedW: number, ratedW: number): Look =>
    withLight('key', {
      fixture: fixtureOf('household-bulb'),
      role: 'practical',
      lamp: { kind: 'lamp', figureW: 60, fittedW, ratedW, diffusionStops: 0 },
    });

  it('more watts than its holder is rated for stop the work until somebody takes the risk on', () => {
    open(practical(100, 60));
    part('key', lamp);
    expect(screen.getByTestId('lamp-stop').textContent).toMatch(/^Stop: over the rating of its holder/);
    press('I have read this and accept the risk');
    expect(now().acknowledged).toHaveLength(1);
    expect(screen.getByTestId('lamp-stop').textContent).toMatch(/Taken on at/);
    // Other watts are another risk.
    type('Lamp fitted', '150');
    expect(screen.getByRole('button', { name: 'I have read this and accept the risk' })).toBeTruthy();
    type('Lamp fitted', '60');
    expect(screen.queryByTestId('lamp-stop')).toBeNull();
  });

  it('stops by watts and by what is round it add up', () => {
    open(practical(60, 60));
    part('key', lamp);
    const total = () => Number(/^([-+−]?\d+\.\d)/.exec(screen.getByTestId('lamp-answer').textContent!)![1]!.replace('−', '-'));
    const before = total();
    type('Diffusion or shade round it', '2');
    expect(total()).toBeCloseTo(before - 2, 1);
    press('Not a practical');
    expect(lightNow('key').lamp).toBeNull();
  });
});

describe('the setting of a full-colour fixture', () => {
  const setting = ({ look, light, reading }: Parameters<Part>[0]) => (
    <SettingSection look={look} light={light} reading={reading} />
  );
  const panel = STAND_IN_KIT.find(
    (entry) =>
      entry.kind === 'fixture' && entry.fixture.kind === 'colour' && entry.fixture.modes.includes('hsi') && !entry.archived,
  )!;
  const fixture = (panel as Extract<typeof panel, { kind: 'fixture' }>).fixture;

  beforeEach(() => {
    open(
      withLight('rim-left', {
        fixture,
        gels: [],
        setting: { mode: 'hsi', hueDeg: 300, saturation: 1, whiteK: 5600 },
      } as Partial<Light>),
    );
  });

  it('hue and saturation are dialled; without saturation the hue is said to do nothing', () => {
    part('rim-left', setting);
    const hue = screen.getByRole('textbox', { name: /hue/i }).getAttribute('aria-label')!;
    type(hue, '120');
    expect(lightNow('rim-left').setting).toMatchObject({ mode: 'hsi', hueDeg: 120 });
    const saturation = screen.getByRole('textbox', { name: /saturation/i }).getAttribute('aria-label')!;
    type(saturation, '0');
    expect(document.body.textContent).toMatch(/At 0 % saturation the hue does nothing/);
  });

  it('another mode keeps the colour as well as it can', () => {
    part('rim-left', setting);
    const before = evaluate(now()).lights.find(({ id }) => id === 'rim-left')!;
    press('RGB', 'radio');
    const { setting: put } = lightNow('rim-left');
    expect(put).toMatchObject({ mode: 'rgb' });
    const after = evaluate(now()).lights.find(({ id }) => id === 'rim-left')!;
    const hex = (text: string) => [1, 3, 5].map((at) => parseInt(text.slice(at, at + 2), 16));
    const apart = hex(before.hex).map((v, i) => Math.abs(v - hex(after.hex)[i]!));
    expect(Math.max(...apart)).toBeLessThan(60);
    type('Red', '300');
    expect(errors().join(' ')).toMatch(/Red.*0.*255/);
  });
});

describe('where a light stands', () => {
  const place = ({ look, light }: Parameters<Part>[0]) => <LightFields look={look} light={light} />;
  const reach = ({ look, light }: Parameters<Part>[0]) => <ReachSection look={look} light={light} />;

  it('height, distance and the way round its aim are typed', () => {
    part('key', place);
    type('Height', '2.4');
    expect(lightNow('key').position[1]).toBeCloseTo(2.4, 2);
    type('Distance to its aim', '3');
    expect(throwM(lightNow('key'))).toBeCloseTo(3, 2);
    const { aim } = lightNow('key');
    type('Round the aim, minus is left', '90');
    expect(throwM(lightNow('key'))).toBeCloseTo(3, 1);
    expect(lightNow('key').aim).toEqual(aim);
    type('Height', '40');
    expect(errors().join(' ')).toMatch(/Height.*0\.05.*20/);
  });

  it('it is aimed at a part of the picture by name', () => {
    part('key', place);
    const part2 = poster.probes.find(({ id }) => id !== lightNow('key').zone)!;
    pick(/^Aim: /, part2.name);
    expect(lightNow('key').aim).toEqual(part2.position);
  });

  it('every part of the picture has its stops and share, and the shares of a light are of the whole', async () => {
    part('rim-left', reach);
    await waitFor(() => expect(screen.getAllByTestId(/^reach-/)).toHaveLength(poster.probes.length), LONG);
    const shares = screen
      .getAllByTestId(/^reach-/)
      .map((row) => Number.parseInt(within(row).getByText(/^\d+ %$/).textContent!, 10));
    for (const share of shares) expect(share).toBeLessThanOrEqual(100);
    expect(Math.max(...shares)).toBeGreaterThan(30);
  });
});

describe('trims', () => {
  it('a third down is written down with its light, and undone as one', () => {
    show(<WithLook of={TrimsPage} />);
    const before = lightNow('key').powerStops;
    press('Key: a third down');
    expect(lightNow('key').powerStops).toBeCloseTo(before - 1 / 3, 1);
    expect(now().build.ledger).toHaveLength(1);
    expect(screen.getByTestId('trim-key').textContent).toMatch(/[-−]0\.3/);
    act(() => undo());
    expect(lightNow('key').powerStops).toBe(before);
    expect(now().build.ledger).toHaveLength(0);
  });

  it('two lights become a group that keeps their offsets, is muted and goes again', () => {
    show(<WithLook of={TrimsPage} />);
    const group = within(screen.getByRole('group', { name: 'Lights of the group' }));
    expect(screen.getByRole('button', { name: 'Make a group' })).toHaveProperty('disabled', true);
    act(() => group.getByText('Rim left').click());
    act(() => group.getByText('Rim right').click());
    type('Name of the group', 'Rims');
    press('Make a group');
    expect(now().build.groups).toMatchObject([{ name: 'Rims' }]);
    const offset = () => lightNow('rim-left').powerStops - lightNow('rim-right').powerStops;
    const before = offset();
    press('Rims: a third down');
    expect(offset()).toBeCloseTo(before, 6);
    press('Mute Rims');
    expect(
      now()
        .lights.filter(({ muted }) => muted)
        .map(({ id }) => id)
        .sort(),
    ).toEqual(['rim-left', 'rim-right']);
    press('Remove Rims');
    expect(now().build.groups).toEqual([]);
  });
});

describe('effects', () => {
  it('a course is chosen, dialled, cued; what flashes at three to thirty a second is cautioned', async () => {
    show(<WithLook of={EffectsPage} />);
    const effects = within(screen.getByRole('radiogroup', { name: 'Effect' }));
    const [, first] = effects.getAllByRole('radio');
    act(() => first!.click());
    const id = now().lights.find(({ effect }) => effect)!.id;
    type('Times a second', '0.5');
    expect(lightNow(id).effect).toMatchObject({ rateHz: 0.5 });
    await waitFor(() => expect(screen.getByTestId('effect-reading').textContent).toMatch(/Frames differ by/), LONG);
    type('Times a second', '10');
    type('Falls by', '6');
    await waitFor(() => expect(screen.getByTestId('effect-reading').textContent).toMatch(/can bring on seizures/), LONG);
    type('Times a second', '900');
    expect(errors().join(' ')).toMatch(/Times a second.*0\.01.*200/);
    press('Steady', 'radio');
    expect(lightNow(id).effect).toBeNull();
  });
});
