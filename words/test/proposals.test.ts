import { STAND_IN_KIT } from '@fulgent/core/catalogue';
import { demoLooks } from '@fulgent/core/demo';
import { FAULT_WORDS, type Change, type Finding } from '@fulgent/core/planning';
import { causesOf, remediesFor } from '@fulgent/core/planning/search';
import { addressNoteWords, addressProblemWords, causeHelpWords, findingWords, proposalWords, rangeWords } from '../src';

describe('a proposal', () => {
  it.each<[Change, string, string]>([
    [{ kind: 'power', name: 'Key', byStops: -1, to: '1/8', unlocks: false }, 'Lower Key -1.0, to 1/8.', ''],
    [
      { kind: 'power', name: 'Key', byStops: 0.3, to: '1/4', unlocks: true },
      'Raise Key +0.3, to 1/4.',
      'It is locked: this unlocks it.',
    ],
    [{ kind: 'unlock', name: 'Key' }, 'Unlock Key.', 'Balance may move its power.'],
    [
      { kind: 'distance', name: 'Rim', fromM: 2, toM: 1.4, power: '1/16' },
      'Bring Rim from 2.0 m to 1.4 m, power 1/16.',
      'Softer, and it falls off faster.',
    ],
    [
      { kind: 'distance', name: 'Rim', fromM: 2, toM: 2.8, power: null },
      'Move Rim from 2.0 m to 2.8 m.',
      'Harder, and more of it on room and backdrop.',
    ],
    [{ kind: 'turn', name: 'Rim', deg: 10 }, 'Turn Rim 10° away.', 'Less of it where it works: power makes up for that.'],
    [{ kind: 'aim', name: 'Rim', place: 'the hair' }, 'Aim Rim at the hair.', ''],
    [{ kind: 'grid', name: 'Rim', gridDeg: 20, lossStops: 0.7 }, 'Put the 20° grid on Rim.', 'It takes 0.7 stop on the axis.'],
    [
      { kind: 'modifier', name: 'Key', from: 'Softbox', to: 'Dish with grid' },
      'Change Key from softbox to dish with grid.',
      'About as soft; it reaches less.',
    ],
    [{ kind: 'flag', name: 'Key', widthM: 0.5, heightM: 0.8 }, 'Set a 50 x 80 cm flag beside Key.', 'One more stand.'],
    [{ kind: 'lens-flag' }, 'Set a flag beside the lens.', 'Look through the lens: it must not be seen.'],
    [
      { kind: 'gel', name: 'Rim', gel: 'pale blue', byStops: 1.2 },
      'Take pale blue on Rim: 1.2 stops more light.',
      'A paler colour.',
    ],
    [
      { kind: 'gel', name: 'Rim', gel: 'deep blue', byStops: -2 },
      'Take deep blue on Rim: 2.0 stops less light.',
      'A deeper colour.',
    ],
    [{ kind: 'strength', name: 'Rim', to: 'full' }, 'Take the gel on Rim at full strength.', 'It lets less light through.'],
    [{ kind: 'strength', name: 'Rim', to: 'double' }, 'Double the gel on Rim.', 'It lets less light through.'],
    [{ kind: 'ungel', name: 'Key' }, 'Take the gel off Key.', 'What it lights is seen in white light.'],
    [{ kind: 'neutral', name: 'Rim' }, 'Set Rim to white.', 'What it lights is seen in white light.'],
    [{ kind: 'seal', name: 'Key' }, 'Seal the gel on Key.', 'Leave the air that a hot lamp needs.'],
    [
      { kind: 'density', name: 'Key', stops: 2 },
      'Put 2.0 stops of neutral density on Key.',
      'Nothing else moves. Density near a hot lamp must be made for heat.',
    ],
    [
      { kind: 'diffusion', name: 'Key', stops: 1 },
      'Diffuse Key by 1.0 stops.',
      'Softer and wider: more spill where it should not be.',
    ],
    [{ kind: 'iso', from: 100, to: 400 }, 'Raise ISO from 100 to 400.', 'All lights and ambient move with it.'],
    [{ kind: 'iso', from: 400, to: 100 }, 'Lower ISO from 400 to 100.', 'All lights and ambient move with it.'],
    [
      { kind: 'aperture', mark: 'f', from: 4, to: 8 },
      'Stop down from f/4 to f/8.',
      'All lights and ambient move with it; more is sharp.',
    ],
    [
      { kind: 'aperture', mark: 'T', from: 4.42, to: 2.2 },
      'Open up from T4.4 to T2.2.',
      'All lights and ambient move with it; less is sharp.',
    ],
    [
      { kind: 'shutter', fromS: 1 / 200, toS: 1 / 50, withFlash: true },
      'Set the shutter from 1/200 to 1/50.',
      'Continuous light and ambient rise, flash stays.',
    ],
    [
      { kind: 'shutter', fromS: 1 / 50, toS: 1 / 200, withFlash: false },
      'Set the shutter from 1/50 to 1/200.',
      'Continuous light and ambient fall.',
    ],
    [{ kind: 'nd', from: 0, to: 2 }, 'Change ND from 0 to 2 stops.', 'Dims everything equally; depth stays.'],
    [{ kind: 'white', whiteK: 4300 }, 'Set the white balance to 4300 K.', 'Every colour moves with it.'],
    [{ kind: 'filter' }, 'Take the soft filter off.', 'Highlights no longer glow.'],
    [{ kind: 'ambient', byStops: 5 }, 'Black out the ambient by 5.0 stops.', 'Keep exits, vents and alarms clear.'],
    [{ kind: 'haze' }, 'Clear the air.', 'Beams are no longer seen.'],
    [{ kind: 'room' }, 'Hang black cloth on walls and ceiling.', 'Keep cloth off hot lamps, and exits clear.'],
  ])('%j is an order, with its cost', (change, text, cost) => expect(proposalWords(change)).toEqual({ text, cost }));

  it('of a real look reads as words and figures', () => {
    const weak = demoLooks().map((look) => ({
      ...look,
      lights: look.lights.map((light) =>
        light.fixture.kind === 'flash' ? { ...light, fixture: { ...light.fixture, guideNumberM: 8 } } : light,
      ),
    }));
    const said = weak.flatMap((look) => remediesFor(look, STAND_IN_KIT).map(({ change }) => proposalWords(change)));
    expect(said.length).toBeGreaterThan(0);
    for (const { text, cost } of said) {
      expect(text).toMatch(/^[A-Z].*\.$/);
      expect(`${text} ${cost}`).not.toMatch(/undefined|NaN|Infinity|[a-z]+-[a-z]+-\d/);
    }
  });
});

describe('what may make a picture wrong', () => {
  it.each<[Finding, string, string]>([
    [{ kind: 'leak', name: 'Rim', leak: 0.24 }, 'Rim: light leaks past the gel', '24 % passes beside it.'],
    [
      { kind: 'spill', name: 'Key', place: 'Backdrop', share: 0.31, spoilt: 'Ground', vividnessLost: 0.4 },
      'Key: its light spills on backdrop',
      '31 % of the light there; Ground loses 40 % of its colour to it.',
    ],
    [
      { kind: 'level-high', name: 'Rim', overStops: 0.72, channel: 'B' },
      'Rim: too bright for its colour',
      '0.7 stop over where blue clips.',
    ],
    [
      { kind: 'level-high', name: 'Rim', overStops: -0.02, channel: 'R' },
      'Rim: too bright for its colour',
      'At the level where red clips: 0.0 stop left.',
    ],
    [{ kind: 'level-low', name: 'Rim', underStops: 1.3 }, 'Rim: under its window', '1.3 stops too dark for its colour.'],
    [{ kind: 'fill', name: 'Fill', shadowStops: -0.4 }, 'Fill: fills too much', 'The shadow side is -0.4 from the key side.'],
    [{ kind: 'gel-pale', name: 'Rim', purity: 0.123, thinned: null }, 'Rim: its gel is pale', 'Purity 0.12.'],
    [{ kind: 'gel-pale', name: 'Rim', purity: 0.123, thinned: 0.4 }, 'Rim: its gel is pale', 'Purity 0.12, strength 0.4.'],
    [{ kind: 'gel-deep', name: 'Rim', purity: 0.6 }, 'Rim: its gel is deep', 'Purity 0.60.'],
    [{ kind: 'no-anchor', name: 'Key' }, 'Key: nothing neutral is left', 'The key is gelled: skin and wardrobe take its colour.'],
    [
      { kind: 'flare', name: 'Rim', veilStops: -3.5, offAxisDeg: 24.6 },
      'Rim: it shines into the lens',
      'A veil of -3.5, 25° off the axis.',
    ],
    [{ kind: 'exposure-high', lights: 3 }, 'Everything is too bright', '3 lights clip where they work.'],
    [{ kind: 'exposure-low', lights: 2 }, 'Everything is too dark', '2 lights are under their windows.'],
    [
      { kind: 'white-balance', isWarm: true, whiteK: 7500, lamp: 'Key', lampK: 5600, mired: 45.2 },
      'The white balance is set warm',
      'The camera is at 7500 K, Key gives 5600 K: 45 mired apart.',
    ],
    [
      { kind: 'ambient', lux: 123.4, leadsAt: 'Backdrop', faceStops: -1 },
      'Ambient light lies over it',
      '120 lx; it leads on backdrop.',
    ],
    [{ kind: 'ambient', lux: 40, leadsAt: null, faceStops: -1 }, 'Ambient light lies over it', '40 lx; -1.0 on the face.'],
    [{ kind: 'haze', lost: 0.18 }, 'Haze greys everything', '18 % of the backdrop’s light is lost in it.'],
    [{ kind: 'soft-filter', strength: 0.25 }, 'The soft filter veils it', 'Strength 0.25.'],
    [{ kind: 'room', walls: 0.7, ceiling: 0.8 }, 'Bounce from the room', 'Walls send back 70 %, the ceiling 80 %.'],
    [{ kind: 'room', walls: null, ceiling: 0.8 }, 'Bounce from the room', 'Walls are painted, the ceiling 80 %.'],
  ])('%j', (finding, title, evidence) => expect(findingWords(finding)).toEqual({ title, evidence }));

  it('names places by their names, never by ids', () => {
    const [poster] = demoLooks();
    const look = { ...poster!, ambient: { ...poster!.ambient, lux: 20_000, blackoutStops: 0 } };
    const causes = FAULT_WORDS.flatMap((word) => causesOf(word, look, STAND_IN_KIT));
    const ambient = causes.find(({ finding }) => finding.kind === 'ambient')!;
    const { evidence } = findingWords(ambient.finding);
    expect(evidence).toMatch(/^20000 lx; it leads on /);
    for (const { id } of look.probes.filter(({ name, id: own }) => name.toLowerCase() !== own))
      expect(evidence).not.toContain(`${id}.`);
  });
});

describe('an address', () => {
  it('is said by its slots', () => expect(rangeWords({ universe: 2, first: 17, slots: 8 })).toBe('universe 2, slots 17 to 24'));

  it('that does not fit is told with what to do', () => {
    expect(addressProblemWords({ kind: 'past-end', last: 517, latest: 505 })).toBe(
      'It would read slot 517; a universe ends at 512. Start at 505 or lower.',
    );
    expect(addressProblemWords({ kind: 'runs-into', other: 'Rim', range: { universe: 1, first: 1, slots: 4 } })).toBe(
      'Its slots run into those of Rim (universe 1, slots 1 to 4). Start one of them elsewhere.',
    );
  });

  it('that others share says so', () => {
    expect(addressNoteWords({ sameAs: [] })).toBe('');
    expect(addressNoteWords({ sameAs: ['A', 'B'] })).toBe('The same slots as A and B: they do the same.');
  });
});

describe('what a cure does', () => {
  it('is said of it alone, or with what hides it', () => {
    expect(causeHelpWords({ helps: 0.62, partner: null })).toBe('Takes away 62 % of it.');
    expect(causeHelpWords({ helps: 0.8, partner: { kind: 'haze', lost: 0.3 } })).toBe(
      'Together with “haze greys everything” it takes away 80 % of it: each hides the other.',
    );
  });
});
