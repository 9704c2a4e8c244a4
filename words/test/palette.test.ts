import { demoLooks } from '@fulgent/core/demo';
import { SCHEMES } from '@fulgent/core/document';
import type { CheckFinding, MotiveProblem } from '@fulgent/core/planning';
import { paletteChecks } from '@fulgent/core/planning/search';
import { checkWords, motiveProblemWords, SCHEME_WORDS } from '../src';

const said = (finding: CheckFinding, holds = false) => {
  const { title, text } = checkWords({ finding, holds });
  return `${title}: ${text}`;
};

const target = (hueDeg: number, purity: number) => ({ hueDeg, purity });

describe('a check of the palette', () => {
  it.each<[CheckFinding, boolean, string]>([
    [
      { kind: 'anchor', nearest: { name: 'Key side', chroma: 0.021 } },
      true,
      'Neutral anchor: Key side is the nearest to neutral, chroma 0.02. It holds.',
    ],
    [
      { kind: 'anchor', nearest: { name: 'Hair', chroma: 0.2 } },
      false,
      'Neutral anchor: Hair is the nearest to neutral, chroma 0.20. The eye has nowhere to settle: add a white edge, or an opposing accent. On purpose?',
    ],
    [{ kind: 'anchor', nearest: null }, false, 'Neutral anchor: Nothing in the picture is both bright and neutral. On purpose?'],
    [{ kind: 'one-colour', share: 0.4 }, true, 'One colour: 40 % of all colour lies one way: other hues keep the eye awake.'],
    [
      { kind: 'one-colour', share: 0.96 },
      false,
      'One colour: 96 % of all colour lies one way: the eye adapts and it fades towards grey. A small patch of the opposite, or a neutral, brings it back.',
    ],
    [{ kind: 'no-edge' }, true, 'Separation: This look has no edge to judge.'],
    [
      { kind: 'separation', side: 'left', distance: 0.21, wanted: 0.15, lightness: 0.1, chroma: 0.05, hueDeg: 31.4 },
      true,
      'Separation: The left edge is 0.21 from the backdrop, 0.15 wanted (lightness 0.10, chroma 0.05, hue 31°).',
    ],
    [
      { kind: 'separation', side: 'right', distance: 0.21, wanted: 0, lightness: 0.1, chroma: 0.05, hueDeg: 0 },
      false,
      'Sinks in: The right edge is 0.21 from the backdrop (lightness 0.10, chroma 0.05, hue 0°). It stands out, though the brief lets it sink.',
    ],
    [
      { kind: 'skin', hueDeg: 51, ownDeg: 47, offDeg: 4, bandDeg: 24, times: 0.3, strength: 'pale' },
      true,
      'Skin: Hue 51°, its own in white light is 47°: believable for this mood, though pale.',
    ],
    [
      { kind: 'skin', hueDeg: 351, ownDeg: 47, offDeg: -56, bandDeg: 24, times: 3.2, strength: 'strong' },
      false,
      'Skin: Hue 351° is 56° towards pink and blue from its own 47°, 3.2 times as strong; 24° is believable for this mood. Stylised on purpose?',
    ],
    [
      { kind: 'skin', hueDeg: 97, ownDeg: 47, offDeg: 50, bandDeg: 24, times: 1, strength: 'usual' },
      false,
      'Skin: Hue 97° is 50° towards yellow and green from its own 47°; 24° is believable for this mood. Stylised on purpose?',
    ],
    [
      { kind: 'eye-whites', chroma: 0.04, limit: 0.07, hueDeg: 60 },
      true,
      'Eye whites: Chroma 0.04 on the key side, still read as white.',
    ],
    [
      { kind: 'eye-whites', chroma: 0.14, limit: 0.07, hueDeg: 60 },
      false,
      'Eye whites: Chroma 0.14 on the key side, over 0.07: they read as orange. A paler gel on the key, or on purpose?',
    ],
    [
      { kind: 'eye-whites', chroma: 0.14, limit: 0.07, hueDeg: 260 },
      false,
      'Eye whites: Chroma 0.14 on the key side, over 0.07: they read as coloured. A paler gel on the key, or on purpose?',
    ],
    [
      { kind: 'cloth-dark', light: 'Key', stops: -1.44, isBlack: true },
      false,
      'Wardrobe: Goes black under Key: -1.4 stops against white light. Another cloth, or a neutral light on it?',
    ],
    [
      { kind: 'cloth-glows', light: 'Key', stops: 1 },
      false,
      'Wardrobe: Glows under Key: +1.0 stops against white light. It may clip first.',
    ],
    [
      {
        kind: 'cloth-turns',
        light: 'Key',
        is: { chroma: 0.1, hueDeg: 120, lightness: 0.5 },
        own: { chroma: 0.08, hueDeg: 185, lightness: 0.5 },
      },
      false,
      'Wardrobe: Its own teal is recorded as yellow-green, by Key most. Another cloth, a white light on it, or on purpose?',
    ],
    [
      { kind: 'cloth-blends', apart: 0.05 },
      false,
      'Wardrobe: Blends with the backdrop: 0.05 apart. Lift one, or let it sink on purpose.',
    ],
    [
      {
        kind: 'cloth',
        lit: [
          { name: 'Key', share: 0.7 },
          { name: 'Rim', share: 0.2 },
        ],
      },
      true,
      'Wardrobe: Takes Key 70 % and Rim 20 %; keeps its own tone.',
    ],
    [{ kind: 'cloth', lit: [] }, true, 'Wardrobe: Little light reaches it.'],
    [
      { kind: 'alike', first: 'Rim', second: 'Hair', own: 0.08, recorded: 0.01 },
      false,
      'Alike: Rim and Hair are recorded alike: 0.08 apart as light, 0.01 as recorded. Lower the one that clips.',
    ],
    [
      { kind: 'off-target', light: 'Rim', is: target(20, 0.31), wanted: target(140, 0.2), off: 0.4 },
      false,
      'Off its colour: Rim makes hue 20°, purity 0.31; the palette wants 140°, 0.20 (0.40 off).',
    ],
    [{ kind: 'purpose', colours: 1, open: 0 }, true, 'Purpose: 1 colour.'],
    [{ kind: 'purpose', colours: 3, open: 2 }, true, 'Purpose: 3 colours, 2 without a stated purpose.'],
    [{ kind: 'purpose', colours: 4, open: 4 }, false, 'Purpose: 4 colours, 4 without a purpose: what is each for?'],
    [
      { kind: 'sheets', gel: 'deep amber', needed: 1, owned: 0, joined: 0, pieceCm: [24, 24] },
      false,
      'Sheets: 1 sheet of deep amber is needed, 0 in the kit: get 1 more, or choose another.',
    ],
    [
      { kind: 'sheets', gel: 'deep amber', needed: 3, owned: 1, joined: 0, pieceCm: [24, 24] },
      false,
      'Sheets: 3 sheets of deep amber are needed, 1 in the kit: get 2 more, or choose another.',
    ],
  ])('%j, holds: %s', (finding, holds, text) => expect(said(finding, holds)).toBe(text));

  it('of every demo look reads as words and figures', () => {
    for (const look of demoLooks())
      for (const check of paletteChecks(look).checks)
        expect(said(check.finding, check.holds)).not.toMatch(/undefined|NaN|Infinity|\[object/);
  });
});

describe('a motive that does not fit', () => {
  it.each<[MotiveProblem, string]>([
    [{ kind: 'hue', hueDeg: 200.4, outsideDeg: 42.2, range: [30, 75] }, 'its hue 200° is 42° outside 30 to 75°'],
    [{ kind: 'not-high', elevationDeg: 4.4 }, 'it comes from 4° up, and should come from above'],
    [{ kind: 'not-low', elevationDeg: 30 }, 'it should come from below'],
    [{ kind: 'steep', elevationDeg: 61 }, 'it comes steeply, 61°'],
    [{ kind: 'cct', cctK: 5612, range: [2300, 3200] }, 'it is 5600 K, and 2300 to 3200 K is believed'],
    [{ kind: 'too-soft', acrossDeg: 33.4 }, 'it is 33° across from the subject, and should be hard'],
    [{ kind: 'too-hard', acrossDeg: 1.34 }, 'it is 1.3° across from the subject, and should be soft'],
    [{ kind: 'time', time: 'day', other: 'Rim', otherTime: 'night' }, 'it is of day, and Rim is of night'],
  ])('%j', (problem, text) => {
    expect(motiveProblemWords(problem)).toBe(text);
    expect(said({ kind: 'motive', light: 'Rim', problems: [problem] })).toBe(`Motive: Rim: ${text}.`);
  });
});

describe('schemes', () => {
  it('each has a name of its own and a sentence', () => {
    expect(Object.keys(SCHEME_WORDS).sort()).toEqual([...SCHEMES].sort());
    expect(new Set(SCHEMES.map((id) => SCHEME_WORDS[id].name)).size).toBe(SCHEMES.length);
    for (const id of SCHEMES) expect(SCHEME_WORDS[id].text).toMatch(/^[A-Z].*\.$/);
  });
});
