import { colourWord } from '@fulgent/words';
import type { Look } from '@fulgent/core/document';
import { newLook } from '@fulgent/core/planning/search';
import { evaluate, nearestPower } from '@fulgent/core/scene';
import { throwM } from '@fulgent/core/transport';
import { axisOf, ticksOf, toStops, toX } from '../src/ladder/axis';
import { addLight, changeBackdrop, moveLight, removeLight, rename, setPower, setThrow } from '../src/look/edits';
import { exposureText } from '../src/look/exposure-text';
import { fixtureOf } from '@fulgent/core/catalogue';
import { APERTURES, ISOS, nextInSeries, readNumber, readPower, readShutter, SHUTTERS, taken } from '../src/look/numbers';
import { redo, undo, useOpenLook } from '../src/look/store';
import { burntText, clipText, gelText, percent } from '../src/look/words';
import { DARK, LIGHT } from '../src/theme/theme';

jest.mock('../src/workers/compute', () => ({ compute: () => ({}), latestEvaluator: () => () => undefined }));

const start = newLook({ title: 'Test', skin: 'tan', backdrop: 'paper-grey', camera: 'stills', lights: 'full' });
const open = (look: Look = start) => useOpenLook.setState({ id: null, look, saved: look, past: [], future: [], revision: 1 });
const look = () => useOpenLook.getState().look!;
const light = (id: string) => look().lights.find((one) => one.id === id)!;

beforeEach(() => open());

it('what is burnt beside Balance is told with what passes, and nothing where it passes', () => {
  const skin = (share: number) => [{ part: 'skin' as const, share, tolerance: 0.03, pixels: 1000 }];
  expect(burntText(skin(0.02))).toBe('');
  expect(burntText([])).toBe('');
  expect(burntText(skin(0.041))).toBe('Skin: 4.1 % burnt in sheen and edges, 3 % passes.');
});

describe('a power as people say it', () => {
  const flash = fixtureOf('flash-200');
  const panel = fixtureOf('led-panel');
  const eye = fixtureOf('colour-panel-two');
  it.each([
    ['full', flash, 0],
    ['1/1', flash, 0],
    ['1/8', flash, -3],
    ['1/8 +1/3', flash, -3 + 1 / 3],
    ['1/16-0.3', flash, -4.3],
    ['-2.3', flash, -2.3],
    ['−2,3 stops', flash, -2.3],
    ['50 %', flash, -1],
    ['25%', panel, -2],
    // A dial that follows the eye: half of it is a quarter of the light.
    ['50 %', eye, -2],
  ])('%s', (text, fixture, stops) => expect(readPower(text, fixture)).toBeCloseTo(stops, 9));

  it.each([
    ['much', flash, /is none of them/],
    ['1/0', flash, /is none of them/],
    ['2', flash, /is none of them/],
    ['200 %', flash, /Full is the most/],
    ['1/4096', flash, /Its lowest is 1\/256/],
    ['0.1 %', panel, /Its lowest is 1 %/],
  ])('%s is refused with what it takes', (text, fixture, message) => expect(readPower(text, fixture)).toMatch(message));
});

describe('the axis of the ladder', () => {
  const readings = evaluate(start);

  it('holds every window, wall and marker, and turns places into stops and back', () => {
    const axis = axisOf(readings.lights);
    for (const { window, stops } of readings.lights) {
      expect(axis.low).toBeLessThanOrEqual(Math.max(-9, window!.lowStops));
      expect(axis.high).toBeGreaterThanOrEqual(Math.min(5, stops));
    }
    expect(toX(axis, 200, axis.low)).toBe(0);
    expect(toX(axis, 200, 99)).toBe(200);
    expect(toStops(axis, 200, toX(axis, 200, -1.25))).toBeCloseTo(-1.25, 10);
    expect(ticksOf({ low: -2, high: 1 })).toEqual([-2, -1, 0, 1]);
  });

  it('widens for a deep blue, and stays within -9 to +5', () => {
    const [one] = readings.lights;
    const deep = { ...one!, window: { lowStops: -8.4, highStops: -2, lowOpen: false }, stops: 40 };
    expect(axisOf([deep])).toEqual({ low: -9, high: 5 });
    expect(axisOf([])).toEqual({ low: -5, high: 3 });
  });
});

describe('what is typed', () => {
  it.each([
    ['8', 8],
    ['f/5.6', 5.6],
    ['5600 K', 5600],
    ['1,5 m', 1.5],
    ['ISO 200', 200],
    ['-1', -1],
  ])('%s is a number', (text, value) => expect(readNumber(text, { name: 'X', low: -10, high: 1e5 })).toBe(value));

  it.each(['', 'abc', '1/2', '5 6', 'NaN', '1e99'])('%s is refused with the range', (text) => {
    expect(readNumber(text, { name: 'ISO', low: 25, high: 100 })).toMatch(/^ISO must be a number from 25 to 100/);
  });

  it('reads shutters as fractions and seconds', () => {
    expect(readShutter('1/200')).toBeCloseTo(0.005, 12);
    expect(readShutter('0.5 s')).toBe(0.5);
    expect(readShutter('1/0')).toMatch(/Shutter must be/);
    expect(readShutter('fast')).toMatch(/like 1\/200/);
  });

  it('hands values on, and texts back', () => {
    const take = jest.fn();
    expect(taken(3, take)).toBeNull();
    expect(take).toHaveBeenCalledWith(3);
    expect(taken<number>('wrong', take)).toBe('wrong');
  });

  it('steps along marked series from any value, and stops at the ends', () => {
    expect(nextInSeries(APERTURES, 8, 1)).toBe(9);
    expect(nextInSeries(APERTURES, 8.3, -1)).toBe(8);
    expect(nextInSeries(ISOS, 25600, 1)).toBe(25600);
    expect(nextInSeries(SHUTTERS, 1 / 200, 1)).toBeCloseTo(1 / 160, 12);
    for (const series of [APERTURES, ISOS, SHUTTERS]) expect([...series]).toEqual([...series].sort((a, b) => a - b));
  });
});

describe('edits', () => {
  it('sets power on the steps of the fixture; a gesture is one undo step', () => {
    const before = light('rim-left').powerStops;
    setPower('rim-left', -2.04, 1);
    setPower('rim-left', -3.33, 1);
    expect(light('rim-left').powerStops).toBe(nearestPower(light('rim-left').fixture, -3.33));
    undo();
    expect(light('rim-left').powerStops).toBe(before);
    redo();
    expect(light('rim-left').powerStops).toBeCloseTo(-3.3, 9);
  });

  it('keeps gestures, lights and kinds of edit apart in the undo steps', () => {
    setPower('key', -3, 1);
    setPower('key', -4, 2);
    setPower('rim-left', -4, 2);
    rename('Other');
    expect(useOpenLook.getState().past).toHaveLength(4);
    undo();
    undo();
    expect(look().title).toBe('Test');
    expect(light('key').powerStops).toBeCloseTo(-4, 9);
    setPower('key', -1);
    expect(useOpenLook.getState().future).toHaveLength(0);
  });

  it('does nothing, and adds no undo step, where nothing changes', () => {
    setPower('key', light('key').powerStops);
    setPower('nobody', -1);
    rename('   ');
    moveLight('key', -1);
    expect(useOpenLook.getState().past).toHaveLength(0);
  });

  it('moves a light along its own beam', () => {
    setThrow('rim-right', 2.5);
    expect(throwM(light('rim-right'))).toBeCloseTo(2.5, 9);
    const reading = (at: Look) => evaluate(at).lights.find(({ id }) => id === 'rim-right')!.stops;
    // Twice as far is 2 stops less, but for the size of the reflector and the offset of the edge from the aim.
    const near = reading(look());
    setThrow('rim-right', 5);
    expect(near - reading(look())).toBeCloseTo(2, 0);
  });

  it('takes the backdrop’s probes and lights along when it is moved', () => {
    const stops = (at: Look) =>
      evaluate({ ...at, room: { ...at.room, walls: 0, ceiling: 0, floor: 0 } }).lights.find(({ id }) => id === 'backdrop')!.stops;
    const before = stops(look());
    changeBackdrop('distance', { distanceM: 3.4 });
    expect(look().probes.find(({ id }) => id === 'backdrop')!.position[2]).toBeCloseTo(-3.4, 9);
    expect(stops(look())).toBeCloseTo(before, 0);
  });

  it('adds lights on the other side, with ids of their own; orders and removes them', () => {
    const id = addLight(look(), 'rim');
    expect(id).toBe('rim');
    expect(look().lights).toHaveLength(5);
    expect(addLight(look(), 'rim')).toBe('rim-2');
    moveLight('rim-2', -1);
    expect(
      look()
        .lights.map((one) => one.id)
        .slice(-2),
    ).toEqual(['rim-2', 'rim']);
    removeLight('rim');
    expect(look().lights).toHaveLength(5);
  });
});

describe('words', () => {
  it('names gels, colours, headroom and exposure as a photographer would', () => {
    expect(gelText(light('backdrop'))).toBe('deep teal · Reflector');
    expect(gelText({ ...light('backdrop'), gels: [] })).toMatch(/^no gel/);
    expect(colourWord({ chroma: 0.16, hueDeg: 62, lightness: 0.7 })).toBe('amber');
    expect(colourWord({ chroma: 0.16, hueDeg: 265, lightness: 0.5 })).toBe('blue');
    expect(colourWord({ chroma: 0.01, hueDeg: 10, lightness: 0.5 })).toBe('neutral');
    expect(clipText({ headroom: { stops: 0.42, stage: 'output', channel: 'R' }, clipped: [] })).toBe('R 0.4 to clip');
    expect(clipText({ headroom: { stops: -1.3, stage: 'output', channel: 'R' }, clipped: ['R', 'G'] })).toBe(
      'clips R, G, 1.3 over',
    );
    expect(percent(0.924)).toBe('92 %');
    expect(exposureText(look().camera)).toBe('f/8 · 1/200 · ISO 100 · 5600 K');
  });
});

describe('the themes', () => {
  const luminance = (hex: string) => {
    const v = parseInt(hex.slice(1, 3), 16) / 255;
    return v <= 0.04045 ? v / 12.92 : ((v + 0.055) / 1.055) ** 2.4;
  };
  const contrast = (a: string, b: string) => {
    const [low, high] = [luminance(a), luminance(b)].sort((x, y) => x - y) as [number, number];
    return (high + 0.05) / (low + 0.05);
  };
  it.each([DARK, LIGHT])('$name is pure grey with 4.5:1 text on every ground', (theme) => {
    for (const value of Object.values(theme).filter((one) => one.startsWith('#'))) expect(value).toMatch(/^#([0-9a-f]{2})\1\1$/);
    for (const ground of [theme.ground, theme.raised]) {
      expect(contrast(theme.text, ground)).toBeGreaterThan(7);
      expect(contrast(theme.quiet, ground)).toBeGreaterThan(4.5);
    }
    expect(contrast(theme.onFill, theme.fill)).toBeGreaterThan(7);
  });
});
