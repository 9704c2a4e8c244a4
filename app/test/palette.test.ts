import { targetWord } from '@fulgent/words';
import { STAND_IN_KIT, type KitEntry, type KitGel } from '@fulgent/core/catalogue';
import { nightOvenLooks } from '@fulgent/core/demo';
import type { Look } from '@fulgent/core/document';
import { findGel } from '@fulgent/core/gel';
import { schemeColours, lightColours } from '@fulgent/core/planning';
import { newLook } from '@fulgent/core/planning/search';
import { LookError, parseLook } from '@fulgent/core/scene';
import { planeDistance, pointOf } from '@fulgent/core/vivid';
import { ApiError } from '../src/api/client';
import { TOOLS } from '../src/bench/tools';
import { entryFacts, entrySwatch } from '../src/kit/entry-words';
import { atStrength, gelFacts, JUDGED_ON, STRENGTHS, transmittanceOf } from '../src/kit/gel-facts';
import { kitOf } from '../src/kit/useKit';
import { acknowledge, addGel, changeLight, putSurface } from '../src/look/edits';
import { undo, useOpenLook } from '../src/look/store';
import {
  accept,
  addMember,
  applyScheme,
  changeMember,
  keepTried,
  neutralise,
  presetTarget,
  putGels,
  putSetting,
  removeMember,
  swapMembers,
} from '../src/palette/edits';
import { problemLines } from '../src/ui/problems';

jest.mock('../src/workers/compute', () => ({ compute: () => ({}), latestEvaluator: () => () => undefined }));
jest.mock('../src/workers/study', () => ({ study: () => ({}) }));

const start = newLook({ title: 'Test', skin: 'tan', backdrop: 'paper-grey', camera: 'stills', lights: 'full' });
const open = (look: Look = start) => useOpenLook.setState({ id: null, look, saved: look, past: [], future: [], revision: 1 });
const look = () => useOpenLook.getState().look!;
const light = (id: string) => look().lights.find((one) => one.id === id)!;
const members = () => look().palette.members;

const own: KitGel = {
  ...(STAND_IN_KIT.find(({ id }) => id === 'azure-mid') as KitGel),
  id: 'own-blue',
  name: 'Own blue',
  provenance: 'measured',
};

beforeEach(() => open());

/** Whatever an edit makes of a look must be a look. */
afterEach(() => expect(parseLook(JSON.parse(JSON.stringify(look())))).toEqual(look()));

describe('a new look', () => {
  it('starts with the palette that its lights make', () => {
    expect(members().map((member) => member.light)).toEqual(['rim-left', 'rim-right', 'backdrop']);
    const colours = lightColours(look());
    for (const member of members()) {
      expect(planeDistance(colours[member.light]!.point, pointOf(member))).toBeLessThan(1e-3);
    }
    expect(colours['key']!.stopsLost).toBeCloseTo(0, 9);
    expect(colours['backdrop']!.hex).toMatch(/^#[0-9a-f]{6}$/);
  });
});

describe('edits of the palette', () => {
  it('lays a scheme on the lights and keeps purposes with them; undo takes it back whole', () => {
    const { id, light } = members()[0]!;
    changeMember(id, 'purpose', { purpose: 'The sea' });
    const before = members();
    applyScheme('triad', 20, 0);
    expect(look().palette).toMatchObject({ scheme: 'triad', baseHueDeg: 20 });
    expect(new Set(members().map(({ hueDeg }) => Math.round(hueDeg)))).toEqual(
      new Set(schemeColours('triad', 20).map(({ hueDeg }) => Math.round(hueDeg))),
    );
    expect(members().find((member) => member.light === light)!.purpose).toBe('The sea');
    undo();
    expect(members()).toEqual(before);
    // "Own" changes no colour.
    applyScheme('own', 100, 5);
    expect(members()).toEqual(before);
    expect(look().palette.leanDeg).toBe(5);
  });

  it('drags of one gesture are one undo step', () => {
    const { id, hueDeg } = members()[0]!;
    changeMember(id, 'place', { hueDeg: 10 }, 1);
    changeMember(id, 'place', { hueDeg: 20 }, 1);
    changeMember(id, 'place', { hueDeg: 30 }, 2);
    expect(useOpenLook.getState().past).toHaveLength(2);
    undo();
    undo();
    expect(members()[0]!.hueDeg).toBe(hueDeg);
  });

  it('swaps lights and parts of two colours, and leaves the colours', () => {
    const [a, b] = members();
    swapMembers(a!.id, b!.id);
    expect(members()[0]).toMatchObject({ hueDeg: a!.hueDeg, light: b!.light, part: b!.part, name: b!.name });
    expect(members()[1]).toMatchObject({ hueDeg: b!.hueDeg, light: a!.light });
    swapMembers(a!.id, 'nobody');
    expect(members()[0]!.light).toBe(b!.light);
  });

  it('adds under a free id, removes, accepts and takes acceptance back, keeps what was tried', () => {
    const id = addMember();
    expect(members().filter((member) => member.id === id)).toHaveLength(1);
    removeMember(id);
    expect(members().some((member) => member.id === id)).toBe(false);
    accept('anchor', true);
    accept('anchor', true);
    expect(look().palette.accepted).toEqual(['anchor']);
    accept('anchor', false);
    expect(look().palette.accepted).toEqual([]);
    keepTried('Too sweet');
    expect(look().palette.tried[0]).toMatchObject({ verdict: 'Too sweet', hues: members().map(({ hueDeg }) => hueDeg) });
  });

  it('makes a gelled light and a mixing one neutral', () => {
    const rim = members().find((member) => member.light === 'rim-right')!;
    neutralise(rim.id);
    expect(light('rim-right').gels).toEqual([]);
    expect(members().find(({ id }) => id === rim.id)!.purity).toBe(0);
    open(nightOvenLooks()[0]!);
    neutralise('colour-1');
    expect(light('street').setting).toEqual({ mode: 'cct', cctK: look().camera.whiteK, duv: 0 });
    expect(lightColours(look())['street']!.point.a).toBeCloseTo(0, 1);
  });

  it('takes the colour of a found light at this white balance', () => {
    const at = (whiteK: number) => presetTarget('street-sodium', { ...look(), camera: { ...look().camera, whiteK } });
    expect(at(5600).hueDeg).toBeGreaterThan(40);
    expect(at(5600).hueDeg).toBeLessThan(90);
    expect(at(2500).purity).toBeLessThan(at(5600).purity);
    expect(targetWord(presetTarget('screen', look()))).toBe('neutral');
  });
});

describe('kit into a look', () => {
  it('puts gels in place of others, and carries along what does not ship', () => {
    putGels('rim-left', ['own-blue', 'azure-pale'], [...STAND_IN_KIT, own]);
    expect(light('rim-left').gels.map(({ gel }) => gel)).toEqual(['own-blue', 'azure-pale']);
    expect(look().spectra).toHaveLength(1);
    addGel('rim-left', 'own-blue', [own]);
    expect(light('rim-left').gels).toHaveLength(3);
    expect(look().spectra).toHaveLength(1);
    putGels('rim-left', [], STAND_IN_KIT);
    expect(light('rim-left').gels).toEqual([]);
  });

  it('dials a setting in, with the gel that it imitates', () => {
    open(nightOvenLooks()[0]!);
    putSetting('fridge', { mode: 'gel', gel: 'own-blue', whiteK: 5600 }, [own]);
    expect(light('fridge').setting).toMatchObject({ gel: 'own-blue' });
    expect(look().spectra.map(({ id }) => id)).toEqual(['own-blue']);
    putSetting('fridge', { mode: 'xy', x: 0.3, y: 0.32 });
    expect(light('fridge').setting).toEqual({ mode: 'xy', x: 0.3, y: 0.32 });
  });

  it('takes stand-in surfaces by name and own ones with their spectrum; cautions with the time', () => {
    const surface = STAND_IN_KIT.find(({ id }) => id === 'paper-white') as Extract<KitEntry, { kind: 'surface' }>;
    putSurface('backdrop', surface);
    expect(look().backdrop.surface).toEqual({ kind: 'material', id: 'paper-white' });
    putSurface('wardrobe', { ...surface, id: 'own-cloth', use: 'cloth' });
    expect(look().subject.wardrobe).toEqual({ kind: 'spectrum', id: 'surface-own-cloth' });
    acknowledge('gel-heat:key');
    acknowledge('gel-heat:key');
    expect(look().acknowledged).toHaveLength(1);
    expect(Number.isNaN(Date.parse(look().acknowledged[0]!.at))).toBe(false);
    changeLight('key', 'mount', (one) => ({ ...one, mount: 'tape' }));
    expect(light('key').mount).toBe('tape');
  });

  it('lists one kind, what is not at hand left out', () => {
    const stored = [
      { entry: own, revision: 1, standIn: false, atHand: true },
      { entry: { ...own, id: 'old', archived: true }, revision: 2, standIn: false, atHand: false },
      { entry: STAND_IN_KIT.find(({ kind }) => kind === 'camera')!, revision: 0, standIn: true, atHand: true },
    ];
    expect(kitOf(stored, 'gel').map(({ id }) => id)).toEqual(['own-blue']);
    expect(kitOf(stored, 'camera')).toHaveLength(1);
    expect(kitOf(stored, 'fixture')).toEqual([]);
  });
});

describe('words on the kit', () => {
  it.each([
    ['azure-deep', /^2\.7 lost · R 4\.1 G 2\.1 B 0\.3$/],
    ['warm-full', /\+159 mired$/],
    ['flash-400', /^flash, guide number 62$/],
    ['led-panel', /^continuous, 2400 lx at 1 m$/],
    ['colour-spot', /^RGB \+ 2 more, 5 modes, 2000 to 9000 K$/],
    ['bi-colour', /^2 whites, 1 mode, 2700 to 6500 K$/],
    ['softbox-grid', /60 x 90 cm · diffuse · grid 40° · 3\.7 lost/],
    ['tube-face', /120 cm tube · diffuse/],
    ['stills', /^rendered, 3\.25 stops over mid-grey$/],
    ['paper-grey', /^backdrop, reflects about 18 %$/],
  ])('%s', (id, words) => expect(entryFacts(STAND_IN_KIT.find((entry) => entry.id === id)!)).toMatch(words));

  it('gives gels and surfaces their colour, and nothing else', () => {
    const swatch = (id: string) => entrySwatch(STAND_IN_KIT.find((entry) => entry.id === id)!);
    expect(swatch('red-deep')).toMatch(/^#[c-f]/);
    expect(swatch('paper-grey')).toMatch(/^#(..)\1\1$/);
    expect(swatch('flash-400')).toBeNull();
  });

  it('the same dye deeper costs more, and a warming gel shifts as its name says', () => {
    const filter = findGel('amber-mid')!.transmittance;
    const lost = STRENGTHS.map(({ strength }) => gelFacts(atStrength(filter, strength), JUDGED_ON[0]).stopsLost);
    expect([...lost].sort((a, b) => a - b)).toEqual(lost);
    const warm = STAND_IN_KIT.find(({ id }) => id === 'warm-half') as KitGel;
    expect(gelFacts(transmittanceOf(warm), JUDGED_ON[0]).shiftMired).toBeCloseTo(81, -1);
    expect(gelFacts(findGel('blue-deep')!.transmittance, JUDGED_ON[0]).shiftMired).toBeNull();
  });
});

describe('problems in lines', () => {
  it('lists the fields of a file or an answer, the first eight', () => {
    const many = Array.from({ length: 11 }, (_, i) => ({ field: `f${i}`, message: `wrong ${i}` }));
    expect(problemLines(new LookError(many))).toEqual([...many.slice(0, 8).map(({ message }) => message), 'and 3 more']);
    expect(problemLines(new ApiError(422, 'no', [{ field: 'a', message: 'a is missing' }], null))).toEqual(['a is missing']);
    expect(problemLines(new ApiError(500, 'The server answered 500.', [], null))).toEqual(['The server answered 500.']);
    expect(problemLines('odd')).toEqual(['odd']);
  });
});

it('every question of the Bench has an address and a name of its own', () => {
  expect(new Set(TOOLS.map(({ id }) => id)).size).toBe(TOOLS.length);
  expect(new Set(TOOLS.map(({ name }) => name)).size).toBe(TOOLS.length);
});
