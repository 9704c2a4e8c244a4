import { demoLooks, nightOvenLooks, nocturneLooks } from '@fulgent/core/demo';
import { evaluate, type Verdict } from '@fulgent/core/scene';
import { verdictWords } from '../src';

describe('a verdict', () => {
  const said: readonly (readonly [Verdict, string])[] = [
    [{ kind: 'silent' }, 'Not in the picture now.'],
    [{ kind: 'unreached', place: 'Hair edge, left' }, 'Does not reach the hair edge, left: move or turn it.'],
    [{ kind: 'crowded', place: 'Backdrop' }, 'Other light already clips the backdrop.'],
    [{ kind: 'clipped', channel: 'R', overStops: 1.24 }, 'Red channel clips: 1.2 stops too hot.'],
    [{ kind: 'clipped', channel: 'B', overStops: 0.31 }, 'Blue channel clips: 0.3 stop too hot.'],
    [{ kind: 'diluted', by: { why: 'no-window', best: null, spoiler: null } }, 'Washed out: no room under the clip.'],
    [
      { kind: 'diluted', by: { why: 'no-window', best: 0.412, spoiler: { name: 'Key', vividness: 0.83 } } },
      'Washed out: at best 41 % vivid. Key washes it out: 83 % without it.',
    ],
    [
      { kind: 'diluted', by: { why: 'other-light', name: 'Key', underStops: 2 } },
      'Washed out by Key: 2.0 stops under its window.',
    ],
    [{ kind: 'diluted', by: { why: 'too-bright', overStops: 1 } }, 'Colour gives way: 1.0 stop over its window.'],
    [{ kind: 'dark', isWhite: false, underStops: 0.5 }, 'Too dark to read as colour: 0.5 stop under its window.'],
    [{ kind: 'dark', isWhite: true, underStops: 3 }, 'Too dark to read as light: 3.0 stops under its window.'],
    [
      { kind: 'vivid', upWindow: 0.2, atEdge: false, channel: 'G', toClipStops: 2.61 },
      'Deep: 2.6 stops until the green channel clips.',
    ],
    [
      { kind: 'vivid', upWindow: 0.5, atEdge: false, channel: 'G', toClipStops: 1 },
      'Middle: 1.0 stop until the green channel clips.',
    ],
    [
      { kind: 'vivid', upWindow: 0.9, atEdge: false, channel: 'R', toClipStops: 0.4 },
      'Brilliant: 0.4 stop until the red channel clips.',
    ],
    [
      { kind: 'vivid', upWindow: 1, atEdge: true, channel: 'R', toClipStops: 0.05 },
      'On the edge: red channel clips 0.05 stop above.',
    ],
    [{ kind: 'white', toClipStops: 2.6 }, 'Clean: 2.6 stops to the first clip.'],
  ];

  it.each(said)('%j', (verdict, words) => {
    expect(verdictWords(verdict)).toBe(words);
  });

  it('of every light of the demo is one or two whole sentences', () => {
    for (const look of [...demoLooks(), ...nightOvenLooks(), ...nocturneLooks()])
      for (const { verdict } of evaluate(look).lights) {
        expect(verdictWords(verdict)).toMatch(/^[A-Z].*[^.]\.$/);
        expect(verdictWords(verdict)).not.toMatch(/NaN|undefined|Infinity|null/);
      }
  });
});
