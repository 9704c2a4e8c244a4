import { CONTROL_EFFECTS } from '@fulgent/core/exposure';
import { nightOvenLooks } from '@fulgent/core/demo';
import type { EffectNote, NightRemedy, Watch } from '@fulgent/core/planning';
import { buildRun } from '@fulgent/core/planning/search';
import { practical } from '@fulgent/core/source';
import { CONTROL_WORDS, effectWords, lampCautions, newLookWords, nightWords, offerWords, watchWords } from '../src';

describe('the day made a night', () => {
  it.each([
    [{ kind: 'stays' }, 'Stays as it is.'],
    [{ kind: 'power', dial: '1/4' }, 'Set it to 1/4.'],
    [
      { kind: 'nearer', shortStops: 2, distanceShare: 0.5 },
      '2.0 short at full: bring it to 50 % of its distance, take a stronger lamp, or less density.',
    ],
    [{ kind: 'lamp', shortStops: 1, lampW: 100, overRatedW: null }, '1.0 short at full: a 100 W lamp would do.'],
    [
      { kind: 'lamp', shortStops: 3, lampW: 500, overRatedW: 60 },
      '3.0 short at full: a 500 W lamp would do, over the 60 W its holder is rated for.',
    ],
    [
      { kind: 'lamp', shortStops: 6, lampW: null, overRatedW: null },
      '6.0 short at full: more than a lamp can give. Light its place from outside the picture.',
    ],
  ] as readonly (readonly [NightRemedy, string])[])('%j', (remedy, words) => {
    expect(nightWords(remedy)).toBe(words);
  });
});

describe('what to look for while building', () => {
  it.each([
    [{ kind: 'catchlight', at: 'upper', side: 'left' }, 'Catchlight in the upper half of the eye, left.'],
    [{ kind: 'catchlight', at: 'low', side: 'right' }, 'Catchlight low in the eye: it may look ghostly, right.'],
    [{ kind: 'catchlight', at: 'none', side: 'right' }, 'No catchlight: it stands behind.'],
    [{ kind: 'nose-shadow', side: 'right', isLong: false, roundDeg: 44.6 }, 'Shadow of the nose falls to the right, 45° round.'],
    [
      { kind: 'nose-shadow', side: 'left', isLong: true, roundDeg: 10 },
      'Shadow of the nose falls to the left and far down: raise the fill or lower the light, 10° round.',
    ],
    [{ kind: 'edge', apart: 0.04, isEnough: false }, 'Edge against the backdrop: 0.04 apart, too little.'],
    [{ kind: 'edge', apart: 0.3, isEnough: true }, 'Edge against the backdrop: 0.30 apart.'],
    [{ kind: 'spill', place: 'Backdrop, left', stops: -1.24 }, 'Spill on backdrop, left: -1.2.'],
    [{ kind: 'clips', places: ['Wardrobe', 'Hair edge, left'] }, 'Clips on wardrobe, hair edge, left.'],
  ] as readonly (readonly [Watch, string])[])('%j', (watch, words) => {
    expect(watchWords(watch)).toBe(words);
  });

  it('of every step of the demo is a sentence', () => {
    for (const look of nightOvenLooks())
      for (const { watch } of buildRun(look))
        for (const one of watch) expect(watchWords(one)).toMatch(/^[A-Z](?!.*(NaN|undefined|Infinity)).*[.?]$/);
  });
});

describe('a light that does not burn steadily', () => {
  it.each([
    [{ kind: 'flash' }, 'A flash cannot do this: take a lamp that burns on.'],
    [
      { kind: 'averaged', turns: 2.46 },
      '2.5 turns fall into one exposure: the effect is averaged away. A shorter shutter shows it.',
    ],
    [{ kind: 'hardly-shows' }, 'From frame to frame it hardly shows: widen its range, or shoot faster than it changes.'],
    [{ kind: 'beats', fps: 25 }, 'Over 12.5 Hz it beats against 25 frames a second.'],
    [
      { kind: 'dim-on-average', meanStops: -2.04 },
      'On average it gives -2.0 against its peak: light the place for that as well.',
    ],
  ] as readonly (readonly [EffectNote, string])[])('%j', (note, words) => {
    expect(effectWords(note)).toBe(words);
  });
});

describe('controls and lamps', () => {
  it('every control has a name and a reason', () => {
    for (const { control } of CONTROL_EFFECTS) expect(CONTROL_WORDS[control].reason).toMatch(/\.$/);
  });

  it('a lamp over its rating is told first, local codes last, and nothing promises safety', () => {
    const lamp = { fittedW: 120, ratedW: 60, beforeW: 60, fullK: 2800, level: 1, diffusionStops: 1 };
    const [first, heat, last] = lampCautions(practical(lamp));
    expect(first).toMatch(/^The lamp is 60 W over what its holder is rated for/);
    expect(heat).toMatch(/made for heat/);
    expect(last).toMatch(/Local codes and licensed practice decide/);
    expect(lampCautions(practical({ ...lamp, fittedW: 40, diffusionStops: 0 }))).toEqual([last]);
    expect([first, heat, last].join(' ')).not.toMatch(/\bsafe\b/i);
  });
});

describe('versions before they are made', () => {
  const figures = { faceStops: -0.84, backdropStops: -1.63, clips: [], colours: 4, vivid: 4 };

  it('say face, ground and colours, and what clips', () => {
    expect(offerWords(figures)).toEqual(['Face -0.8, backdrop -1.6', '4 of 4 colours vivid']);
    expect(offerWords({ ...figures, backdropStops: null, colours: 0, vivid: 0, clips: ['Wardrobe', 'A', 'B', 'C'] })).toEqual([
      'Face -0.8, backdrop black',
      'Clips: wardrobe, a, b and 1 more',
    ]);
    expect(offerWords({ ...figures, colours: 1, vivid: 0 })[1]).toBe('0 of 1 colour vivid');
  });
});

it('a new look says what it has otherwise than it was asked for', () => {
  expect(newLookWords([], 0)).toBe('');
  expect(newLookWords([], 0.67)).toMatch(/^The key is 0\.7 stop darker than the mood has it/);
  expect(newLookWords(['Key', 'Rim'], 1)).toMatch(/no fixture left for Key, Rim: a stand-in is there\. The key is 1\.0 stop/);
});
