/** @jest-environment jsdom */
import { act, waitFor } from '@testing-library/react';
import type { ReactElement } from 'react';
import { AmbientTool, CinemaTool, DepthTool, DragTool, PracticalTool, RatioTool } from '../src/bench/camera-tools';
import { ChangeTool, DensityTool, FlashTool, LuxTool, PowerTool, SyncTool } from '../src/bench/exposure-tools';
import { GelsTool, MixTool, WhiteTool } from '../src/bench/light-tools';
import { NightTool, ReadsTool, SunTool } from '../src/bench/place-tools';
import { BenchPage } from '../src/bench/BenchPage';
import { ToolPage } from '../src/bench/ToolPage';
import { TOOLS } from '../src/bench/tools';
import { errors, press, screen, show, type, valueOf, within } from './pages';
import { went } from './router';

jest.mock('expo-router', () => jest.requireActual('./router'));
jest.mock('comlink', () => jest.requireActual('./in-process'));

/** The questions of the Bench against figures worked out by hand: what a photographer would have on the back of an envelope. */

beforeEach(() => {
  sessionStorage.clear();
  went.length = 0;
});

const answer = (): string => screen.getByTestId('answer').textContent!.replace(/−/g, '-');
/** The first figure of an answer. */
const figure = (): number => Number(/[-+]?\d+(\.\d+)?/.exec(answer())![0]);
const ask = (tool: ReactElement) => show(tool);

describe('flash and distance', () => {
  it('a guide number over the distance is the aperture', () => {
    ask(<FlashTool />);
    // 45 at a quarter is 22.5; over 2 m that is f/11.25: 0.98 stop over f/8.
    expect(answer()).toMatch(/^\+1\.0 over the meter/);
    expect(answer()).toMatch(/f\/11(\.\d)? would meter right/);
    type('Distance', '4');
    expect(answer()).toMatch(/^-1\.0 over the meter/);
    expect(answer()).toMatch(/f\/5\.6 would meter right/);
    type('ISO', '400');
    expect(answer()).toMatch(/^\+1\.0 over the meter/);
  });

  it('twice the joules are a stop, and a power under full takes its stops', () => {
    ask(<FlashTool />);
    press('Joules', 'radio');
    const before = figure();
    type('Stored energy', '400');
    expect(figure()).toBeCloseTo(before + 1, 1);
    press('Power, stops under full: less');
    expect(figure()).toBeCloseTo(before + 2 / 3, 0);
  });

  it('a figure that cannot be is refused with its limits, and the answer stays', () => {
    ask(<FlashTool />);
    const before = answer();
    type('Distance', '900');
    expect(errors().join(' ')).toMatch(/Distance.*0\.1.*100/);
    expect(valueOf('Distance')).toBe('900');
    expect(answer()).toBe(before);
  });

  it('what was asked is still there when the page is opened again', () => {
    const first = ask(<FlashTool />);
    type('Distance', '4');
    const kept = answer();
    first.unmount();
    ask(<FlashTool />);
    expect(answer()).toBe(kept);
  });
});

describe('lux to stops', () => {
  it('falls with the square of the distance and with the level', () => {
    ask(<LuxTool />);
    // 2400 lx at 1 m are 600 at 2 m; 600 / 48 x 800 / (250 x 2.8^2) is 2.35 stops.
    expect(answer()).toContain('600 lx at the subject');
    expect(figure()).toBeCloseTo(2.35, 0);
    type('Level', '50');
    expect(answer()).toContain('300 lx at the subject');
    type('Distance', '1');
    expect(answer()).toContain('1200 lx at the subject');
    expect(figure()).toBeCloseTo(3.35, 0);
  });
});

describe('a change of camera', () => {
  it('aperture, ISO and ND move both; the shutter what lasts', () => {
    ask(<ChangeTool />);
    expect(answer()).toMatch(/^flash \+4\.0, continuous \+6\.0/);
    type('To: ND', '3');
    expect(answer()).toMatch(/^flash \+1\.0, continuous \+3\.0/);
    type('To: aperture', '8');
    expect(answer()).toMatch(/^flash -1\.0, continuous \+1\.0/);
    type('From: shutter', '1/40');
    expect(answer()).toMatch(/^flash -1\.0, continuous -1\.0/);
  });
});

describe('sync and shutter', () => {
  it('past sync flash loses more than what lasts; inside it flash is whole', () => {
    ask(<SyncTool />);
    expect(answer()).toMatch(/^2\.0 stops over sync/);
    const lost = Number(/flash loses about (\d\.\d)/.exec(answer())![1]);
    expect(lost).toBeGreaterThanOrEqual(3.5);
    expect(lost).toBeLessThanOrEqual(4);
    type('Shutter', '1/100');
    expect(answer()).toMatch(/^inside sync/);
    expect(answer()).toContain('1.0 stops up');
  });
});

describe('neutral density and power', () => {
  it('three languages of density are one', () => {
    ask(<DensityTool />);
    expect(answer()).toContain('1/8 of the light');
    expect(answer()).toContain('3.00 stops, density 0.90');
    type('Factor', '64');
    expect(answer()).toContain('6.00 stops, density 1.81');
    type('Density', '0.3');
    expect(answer()).toContain('1.00 stops, density 0.30');
    expect(valueOf('Factor')).toMatch(/^1\.995|^2/);
  });

  it('stops, per cent and joules of a head are one', () => {
    ask(<PowerTool />);
    expect(answer()).toContain('100 J of 400 J, 25.0 %');
    type('Joules', '50');
    expect(answer()).toMatch(/^1\/8/);
    expect(answer()).toContain('12.5 %');
    type('Per cent', '100');
    expect(answer()).toContain('400 J of 400 J');
    type('Joules', '900');
    expect(errors().join(' ')).toMatch(/Joules.*400/);
  });
});

describe('gels and whites', () => {
  it('two gels stacked pass what both pass; on two lights they add', () => {
    ask(<GelsTool width={300} />);
    const alone = figure();
    expect(alone).toBeGreaterThan(1);
    const stack = screen.getByTestId('stack').textContent!;
    expect(stack).toMatch(/nearly black/);
    const lost = (text: string) => Number(/(\d+\.\d) stops (lost|under)/.exec(text)![1]);
    expect(lost(stack)).toBeGreaterThan(lost(screen.getByTestId('overlap').textContent!) + 2);
    press(/^Second: /);
    act(() => within(screen.getByRole('dialog')).getByText('None').click());
    expect(screen.queryByTestId('stack')).toBeNull();
    const single = figure();
    type('Strength of the first', '2');
    expect(figure()).toBeGreaterThan(single);
  });

  it('mired between two whites, and what of the kit makes them up', async () => {
    ask(<WhiteTool />);
    // 10^6 / 3400 - 10^6 / 5600.
    await waitFor(() => expect(answer()).toMatch(/\+11[56]/), { timeout: 20_000 });
    expect(answer()).toMatch(/of a full warming gel/);
    const whole = /(\d\.\d\d) of a full/.exec(answer())![1];
    type('To', '8000');
    await waitFor(() => expect(answer()).toMatch(/of a full cooling gel/), { timeout: 20_000 });
    // 10^6 / 8000 - 10^6 / 5600.
    expect(answer()).toMatch(/-5[34]/);
    expect(Number(/(\d\.\d\d) of a full/.exec(answer())![1])).toBeLessThan(Number(whole));
  });

  it('a mix goes from the colour of the one to that of the other', () => {
    ask(<MixTool />);
    const hue = () => Number(/Hue (\d+)/.exec(answer())![1]);
    type('Second over the first, as recorded', '-6');
    const first = hue();
    type('Second over the first, as recorded', '6');
    const second = hue();
    expect(Math.abs(first - second)).toBeGreaterThan(60);
    type('Second over the first, as recorded', '0');
    expect([first, second]).not.toContain(hue());
  });

  it('a warm lamp reads warm, and less so to a warmer white', () => {
    ask(<ReadsTool />);
    const warm = Math.abs(figure());
    expect(answer()).toMatch(/^Reads /);
    type('White of the camera', '3200');
    expect(Math.abs(figure())).toBeLessThan(warm);
  });
});

describe('ambient, ratio and a dragged shutter', () => {
  it('EV and lux are one; each half of the time is a stop', () => {
    ask(<AmbientTool />);
    const before = figure();
    // EV 5 at ISO 100 is 2.5 x 32 lx.
    expect(valueOf('The same in lux')).toMatch(/^80/);
    type('Shutter', '1/120');
    expect(figure()).toBeCloseTo(before + 1, 1);
    type('The same in lux', '160');
    expect(valueOf('Metered, EV at ISO 100')).toMatch(/^6/);
    expect(figure()).toBeCloseTo(before, 1);
  });

  it('says that it is there already, or what takes it there by itself', () => {
    ask(<AmbientTool />);
    type('Metered, EV at ISO 100', '-6');
    expect(answer()).toMatch(/Already /);
    type('Metered, EV at ISO 100', '9');
    expect(answer()).toMatch(/Any one of these does it alone/);
    expect(answer()).toMatch(/flash moves with it/);
    expect(answer()).toMatch(/flash stays/);
  });

  it('a wanted ratio takes the shutter first, then power, and says what is lacking', () => {
    ask(<RatioTool />);
    // From 1/125 to 1/50 are 1.3 stops of four.
    expect(answer()).toMatch(/^shutter 1\/50(\.0)?( s)?, flash -2\.7/);
    expect(answer()).not.toContain('still lacking');
    type('Wanted change of ratio', '-8');
    // Four stops are left in its power.
    expect(answer()).toMatch(/-2\.7 is still lacking: the flash is at its lowest/);
    type('Wanted change of ratio', '8');
    expect(answer()).toMatch(/still lacking: the flash is at full/);
  });

  it('a trail is as long as what moved, through the lens', () => {
    ask(<DragTool />);
    // 0.8 m/s for 1.6 s, 3 m away, 50 mm on 36 mm of 6000 pixels.
    const trail = () => Number(/The trail is (\d+) pixels/.exec(answer())![1]);
    expect(trail() / ((0.8 * 1.6 * 50 * 6000) / (3 * 36))).toBeCloseTo(1, 1);
    const long = trail();
    type('Speed across the picture', '0.4');
    expect(trail() / long).toBeCloseTo(0.5, 2);
    const frozen = figure();
    type('Continuous light on the figure', '4000');
    expect(figure()).toBeLessThan(frozen);
    expect(answer()).toContain('Clear the path before anybody moves in the dark.');
  });
});

describe('film, lens and lamp', () => {
  it('an angle is a time; whole pulses of the mains do not flicker', () => {
    ask(<CinemaTool />);
    expect(answer()).toMatch(/^1\/48/);
    expect(answer()).toMatch(/Not whole pulses of 50 Hz/);
    expect(answer()).toContain('172.8°');
    type('Shutter angle', '172.8');
    expect(answer()).toMatch(/^1\/50/);
    expect(answer()).toMatch(/Whole pulses of 50 Hz mains light: it does not flicker/);
    press('60 Hz mains', 'radio');
    expect(answer()).toMatch(/Not whole pulses of 60 Hz/);
    type('Shutter angle', '144');
    expect(answer()).toMatch(/^1\/60.*Whole pulses of 60 Hz/);
  });

  it('a point behind is a disc of the size that optics give it', () => {
    ask(<DepthTool />);
    // f^2 / (N (s - f)) x (d - s) / d of a height of 24 mm.
    const disc = ((85 ** 2 / (2.8 * (2000 - 85))) * 0.5) / 24;
    const shown = () => Number(/disc of (\d+\.\d) %/.exec(answer())![1]);
    expect(shown()).toBeCloseTo(100 * disc, 1);
    expect(answer()).toContain('soft, but still readable');
    const [near, far] = /([\d.]+) to ([\d.]+) m/.exec(answer())!.slice(1).map(Number) as [number, number];
    expect(near).toBeLessThan(2);
    expect(far).toBeGreaterThan(2);
    type('Aperture', '1.4');
    expect(shown()).toBeCloseTo(200 * disc, 0);
    type('Focused at', '60');
    type('Aperture', '16');
    expect(answer()).toContain('infinity');
  });

  it('a lamp over the rating of its holder is refused; a dimmed one is warmer', () => {
    ask(<PracticalTool />);
    expect(answer()).toMatch(/against the lamp before/);
    expect(answer()).toMatch(/mired warmer than at full/);
    const [, half] = /(\d+) mired warmer/.exec(answer())!;
    type('Dimmed to, share of its light', '10');
    expect(Number(/(\d+) mired warmer/.exec(answer())![1])).toBeGreaterThan(Number(half));
    type('Lamp fitted', '100');
    expect(answer()).toMatch(/^Refused: over its rating/);
  });
});

describe('day, night and sun', () => {
  it('density takes the window down, and a lamp has to make up for it', () => {
    ask(<NightTool />);
    // EV 12 is 10 240 lx; a 48th of a second at ISO 800, f/4, four stops of ND: 1.4 over.
    expect(answer()).toMatch(/^Window \+1\.4 from mid-grey/);
    expect(answer()).toContain('1/16 of the light, density 1.2');
    // 18 % times 16; 60 W times 2.88.
    expect(answer()).toContain('would have to give 288 %: it falls 1.5 stops short. About 175 W');
    type('ND on the lens', '2');
    expect(answer()).toContain('The lamp at 18 % has to go to 72 %.');
    expect(answer()).toMatch(/^Window \+3\.4/);
  });

  it('the sun rises, sets and comes in as at that place on that day', () => {
    ask(<SunTool />);
    type('Day', '2026-06-21');
    // Almanacs: 03:40 and 20:25 at 52 degrees north on the meridian.
    expect(answer()).toMatch(/Up from 3:(3|4)\d to 20:(1|2)\d/);
    expect(answer()).toMatch(/^Sun in the window/);
    expect(answer()).toMatch(/in the (south-)?west/);
    type('Day', '2026-12-21');
    type('Time of day', '21');
    expect(answer()).toContain('it is below the horizon');
    type('Latitude, north plus', '80');
    expect(answer()).toContain('It does not rise or set that day.');
    expect(answer()).toMatch(/^No sun in this window/);
    type('Day', 'tomorrow');
    expect(screen.getByText('Day must be like 2026-06-21.')).toBeTruthy();
    expect(valueOf('Day')).toBe('tomorrow');
  });
});

describe('the way there', () => {
  it('every question is a link, and one that is not there leads back', () => {
    const all = show(<BenchPage />);
    const links = screen.getAllByRole('link').map((link) => link.textContent);
    for (const { name, text } of TOOLS) expect(links).toContain(`${name}${text}`);
    all.unmount();
    show(<ToolPage id="none" />);
    press('To the Bench');
    expect(went).toEqual(['/bench']);
  });
});
