import { demoLooks } from '@fulgent/core/demo';
import type { Look } from '@fulgent/core/document';
import type { ContinuityItem } from '@fulgent/core/planning';
import { continuity } from '@fulgent/core/planning/search';
import {
  bracketWords,
  continuityWords,
  leakWords,
  lightDifferenceWords,
  lowered,
  percentWords,
  stopsWords,
  turnWords,
} from '../src';

describe('a bracket', () => {
  it.each([
    [{ kind: 'one-frame' }, 'Rim: one frame is no bracket; take one a stop under and one a stop over.'],
    [{ kind: 'begin-lower' }, 'Rim: its place clips or is not read in every frame; begin lower.'],
    [{ kind: 'highest', bestStops: 0 }, 'Rim: strongest at 0.0, the highest of these; there is room above.'],
    [{ kind: 'lowest', bestStops: -1 }, 'Rim: strongest at -1.0, the lowest of these; try lower still.'],
    [{ kind: 'pales-above', bestStops: 0.3 }, 'Rim: strongest at +0.3; higher it pales.'],
    [
      { kind: 'clips-above', bestStops: 0, aboveStops: 1, clipped: 0.25 },
      'Rim: strongest at 0.0; at +1.0 25 % of its place clips.',
    ],
  ] as const)('%j', (finding, words) => {
    expect(bracketWords('Rim', finding)).toBe(words);
  });
});

describe('how far a person may turn', () => {
  it('says which light gives way, or what the face gets', () => {
    expect(turnWords({ name: 'Rim', verdict: { kind: 'unreached', place: 'Hair edge, left' } })).toBe(
      'Rim: Does not reach the hair edge, left: move or turn it.',
    );
    expect(turnWords({ keyChangeStops: -0.64 })).toBe('The face gets 0.6 stop darker.');
    expect(turnWords({ keyChangeStops: 1.2 })).toBe('The face gets 1.2 stops brighter.');
  });
});

describe('two shots of one scene', () => {
  const [poster] = demoLooks() as [Look];

  it.each([
    [
      { kind: 'level', alarm: true, first: 0, second: 1 },
      ['Face over the meter', '0.0', '+1.0', '1.0 stops brighter in the second'],
    ],
    [
      { kind: 'level', alarm: true, first: 0, second: -Infinity },
      ['Face over the meter', '0.0', 'none', 'one of them has no light on the face'],
    ],
    [
      { kind: 'ratio', alarm: false, first: 2, second: 1.6 },
      ['Key side over shadow side', '+2.0', '+1.6', 'the ratio moves 0.4 stops'],
    ],
    [{ kind: 'white', alarm: true, first: 5600, second: 4000, byMired: 71.4 }, ['White', '5600 K', '4000 K', '71 mired apart']],
    [
      {
        kind: 'colour',
        alarm: true,
        place: 'Backdrop',
        first: '#102030',
        second: '#203010',
        hueDeg: -31.6,
        chroma: 0.1,
        turns: true,
      },
      ['Backdrop', '#102030', '#203010', 'the hue turns 32°'],
    ],
    [
      {
        kind: 'colour',
        alarm: false,
        place: 'Backdrop',
        first: '#102030',
        second: '#102031',
        hueDeg: 2,
        chroma: -0.021,
        turns: false,
      },
      ['Backdrop', '#102030', '#102031', 'chroma -0.02'],
    ],
  ] as readonly (readonly [ContinuityItem, readonly string[]])[])('%j', (item, [what, first, second, text]) => {
    expect(continuityWords(item)).toEqual({ what, first, second, text });
  });

  it('of the demo read without a gap', () => {
    const other = { ...poster, lights: poster.lights.map((light) => ({ ...light, on: light.role !== 'key' })) };
    for (const item of continuity(poster, other))
      for (const text of Object.values(continuityWords(item))) expect(text).not.toMatch(/NaN|undefined|Infinity/);
  });
});

describe('figures in a sentence', () => {
  it('have one form', () => {
    expect([stopsWords(0.04), stopsWords(-1), stopsWords(1.04), stopsWords(1.05), stopsWords(-2.5)]).toEqual([
      '0.0 stop',
      '1.0 stop',
      '1.0 stop',
      '1.1 stops',
      '2.5 stops',
    ]);
    expect([percentWords(0.005), percentWords(1)]).toEqual(['1 %', '100 %']);
    expect(lowered('Washed out')).toBe('washed out');
    expect(lowered('')).toBe('');
  });
});

describe('a test frame against its plan', () => {
  const light = {
    lightId: 'rim',
    name: 'Rim',
    offStops: -0.64,
    uncertainStops: 0.1,
    unseen: false,
    isOff: true,
    asPlanned: false,
  };

  it.each([
    [light, 'Rim: 0.6 under the plan; +0.6 brings it there.'],
    [{ ...light, offStops: 0.5 }, 'Rim: 0.5 over the plan; -0.5 brings it there.'],
    [{ ...light, isOff: false }, 'Rim: as planned, as far as the frame tells.'],
    [{ ...light, isOff: false, asPlanned: true, offStops: 0.1 }, 'Rim: as planned.'],
    [{ ...light, unseen: true }, 'Rim: the frame hardly shows it. Take one with it alone.'],
  ])('%j', (one, words) => {
    expect(lightDifferenceWords(one)).toBe(words);
  });

  const estimate = { lightId: 'rim', probe: 'hair-left', leak: 0.004, planned: 0, misfit: 0.01 };
  it.each([
    [estimate, 'Rim: the gel holds; 0.4 % passes beside it.'],
    [
      { ...estimate, leak: 0.21 },
      'Rim: 21 % passes beside the gel. Tape its edges, close the gaps, black off the rest of the face.',
    ],
    // What was planned needs no tape.
    [{ ...estimate, leak: 0.205, planned: 0.2 }, 'Rim: the gel holds; 21 % passes beside it.'],
    [
      { ...estimate, misfit: 0.08 },
      'Rim: its colour is none that gel and leak can make; look for spill, another gel, or another white balance.',
    ],
  ])('%j', (one, words) => {
    expect(leakWords('Rim', one)).toBe(words);
  });
});
