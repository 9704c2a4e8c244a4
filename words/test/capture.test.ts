import type { RatioStep, WhiteSchool } from '@fulgent/core/planning';
import { blackFrameWords, changeWords, controlWord, dragTitle, dragWords, ratioStepWords, schoolWords } from '../src';

describe('what a change did', () => {
  const moved = { flash: 1, continuous: 1, ambient: 1, ratioByShutter: 0, ratioByPower: 0 };

  it('to the level alone is told so', () =>
    expect(changeWords(moved)).toBe(
      'The camera moved flash +1.0 and continuous light +1.0. The ratio is as it was: only the level moved.',
    ));

  it('to the ratio names shutter and power, also where they undo each other', () => {
    expect(changeWords({ ...moved, continuous: 2.32, ratioByShutter: -1.32, ratioByPower: -0.5 })).toBe(
      'The camera moved flash +1.0 and continuous light +2.3. Flash moved -1.8 against continuous light: -1.3 by the shutter, -0.5 by power.',
    );
    expect(changeWords({ ...moved, ratioByShutter: -1, ratioByPower: 1 })).toMatch(
      /Flash moved 0\.0 against continuous light: -1\.0 by the shutter, \+1\.0 by power\.$/,
    );
  });

  it('is put down to controls by their names', () => {
    expect(controlWord('blackout')).toBe('Blackout');
    expect(controlWord('nd')).toBe('ND on the lens');
  });
});

describe('a step to another ratio', () => {
  it.each<[RatioStep, string]>([
    [{ dial: 'shutter', light: null, from: '1/200', to: '1/50' }, 'Shutter 1/200 to 1/50.'],
    [{ dial: 'power', light: 'Key', from: '1/4', to: '1/8' }, 'Key 1/4 to 1/8.'],
    [{ dial: 'iso', light: null, from: '100', to: '400' }, 'ISO 100 to 400: holds flash, lifts continuous light and ambient.'],
    [
      { dial: 'aperture', light: null, from: 'f/8', to: 'f/4' },
      'Aperture f/8 to f/4: holds flash, lifts continuous light and ambient.',
    ],
  ])('%j', (step, text) => expect(ratioStepWords(step)).toBe(text));
});

describe('a way to decide on white', () => {
  const of = (id: WhiteSchool['id'], by: string | null) => schoolWords({ id, by, whiteK: 5600, tintDuv: 0 });

  it.each<[WhiteSchool['id'], string | null, string, RegExp]>([
    ['daylight', null, 'Daylight, fixed', /convention/],
    ['tungsten', null, 'Tungsten, fixed', /night inside/],
    ['key', 'Key', 'Matched to Key', /face is neutral/],
    ['ambient', 'Ambient', 'Matched to the ambient', /room is neutral/],
    ['cooler', 'Key', 'Pushed cool', /60 mired warmer than Key/],
    ['warmer', null, 'Pushed warm', /60 mired cooler than the present white/],
  ])('%s by %s is %s', (id, by, name, reason) => {
    expect(of(id, by).name).toBe(name);
    expect(of(id, by).reason).toMatch(reason);
  });
});

describe('a black frame', () => {
  const at = { meanStops: -8, highStops: -2, channel: 'R', passed: false, overStops: 5 } as const;

  it.each([
    ['black', 'Black: the brightest thousandth is 2.0 stops under working white.'],
    ['as-wanted', 'As wanted: on average 8.0 stops under working white.'],
    ['too-much', 'Not yet: 5.0 stops too much in red.'],
    ['stray', 'Not yet: 5.0 stops too much in red, in a small part of the frame: look for a stray lamp.'],
    ['too-dark', 'Darker than wanted: on average 8.0 stops under working white.'],
  ] as const)('%s', (found, text) => expect(blackFrameWords({ ...at, found })).toBe(text));

  it('that holds nothing says so', () =>
    expect(blackFrameWords({ ...at, found: 'black', highStops: -Infinity })).toBe('Black: the brightest thousandth is nothing.'));
});

describe('a long exposure', () => {
  it('never tells of frozen levels where nothing is frozen', () => {
    const none = { freezeShare: 0, frozenStops: -1.9, trailStops: -2.1, ghostStops: Infinity };
    expect(dragTitle(0)).toBe('no flash on it, all trail');
    expect(dragWords(none)).toBe('Trail over what lies behind -2.1; nothing of it is sharp.');
    expect(dragTitle(0.8)).toBe('80 % frozen');
    expect(dragWords({ freezeShare: 0.8, frozenStops: 0.3, trailStops: -2, ghostStops: -1.5 })).toBe(
      'Frozen +0.3, trail over what lies behind -2.0; the ghost is 1.5 stops under the figure.',
    );
  });
});
