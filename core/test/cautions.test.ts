import { demoLooks } from '../src/demo';
import type { Board, Light, Look } from '../src/document';
import type { Caution } from '../src/day/rig/caution';
import {
  batteryOf,
  flickerOf,
  glareOf,
  handsOf,
  hangingOf,
  heatOf,
  helperOf,
  lampOf,
  roomOf,
  standsOf,
  wetOf,
} from '../src/day/rig/light-cautions';
import { boardOf, darkOf, hazeOf, powerOf, siteOf } from '../src/day/rig/place-cautions';
import { fixtureOf, modifierOf } from '../src/catalogue';

const [poster] = demoLooks() as [Look];
const key = poster.lights.find(({ id }) => id === 'key')!;
const lit = (change: Partial<Light>): Light => ({ ...key, ...change });
const rigged = (change: Partial<Light['rig']>, light: Partial<Light> = {}) => lit({ ...light, rig: { ...key.rig, ...change } });
const set = (change: Partial<Look>): Look => ({ ...poster, ...change });
const levels = (all: readonly Caution[]) => all.map(({ level }) => level);
const reasons = (all: readonly Caution[]) =>
  all.flatMap(({ reasons: why }) => why.map((one) => (typeof one === 'string' ? one : one.why)));

describe('what hangs', () => {
  const over: Partial<Light> = { position: [0.2, 2.4, 0.1] };

  it('over somebody stops the work until something else holds it, too', () => {
    const loose = hangingOf(poster, rigged({ hold: 'boom', secondHold: false, weighted: false }, over));
    expect(levels(loose)).toEqual(['stop']);
    expect(reasons(loose)).toEqual(expect.arrayContaining(['needs-second-hold', 'balance-boom', 'subject-under']));
    const held = hangingOf(poster, rigged({ hold: 'boom', secondHold: true, weighted: true }, over));
    expect(levels(held)).toEqual(['act']);
    expect(reasons(held)).toContain('second-hold-carries-all');
    expect(reasons(held)).not.toContain('balance-boom');
  });

  it('by tape is never held, and a magnet over somebody is not', () => {
    expect(levels(hangingOf(poster, rigged({ hold: 'tape', secondHold: true }, { position: [2.5, 2, 0] })))).toEqual(['stop']);
    expect(levels(hangingOf(poster, rigged({ hold: 'magnet', secondHold: true }, over)))).toEqual(['stop']);
    expect(reasons(hangingOf(poster, rigged({ hold: 'magnet' }, over)))).toContain('magnet-slips');
  });

  it('is a stand over somebody, too, and nothing beside them', () => {
    expect(hangingOf(poster, rigged({ hold: 'stand' }, over))).toHaveLength(1);
    expect(hangingOf(poster, rigged({ hold: 'stand' }, { position: [2, 2.4, 1] }))).toEqual([]);
    expect(hangingOf(poster, rigged({ hold: 'boom' }, { role: 'window' }))).toEqual([]);
    // Nobody sits under what hangs over a bottle.
    const bottle = set({ subject: { ...poster.subject, form: 'bottle' } });
    expect(hangingOf(bottle, rigged({ hold: 'stand' }, over))).toEqual([]);
  });

  it('asks for its weight, and tells it where it is known', () => {
    expect(reasons(hangingOf(poster, rigged({ hold: 'boom', weightKg: null })))).toContain('weigh-it');
    expect(reasons(hangingOf(poster, rigged({ hold: 'boom', weightKg: 3.2 })))).toContain('weighs');
  });

  it('is another caution when anything of it changes, so that what was read is read again', () => {
    const keys = [
      rigged({ hold: 'boom' }, over),
      rigged({ hold: 'boom', secondHold: !key.rig.secondHold }, over),
      rigged({ hold: 'boom', weightKg: 7 }, over),
      rigged({ hold: 'magnet' }, over),
      rigged({ hold: 'boom' }, { position: [2.5, 2.4, 0] }),
    ].map((light) => hangingOf(poster, light)[0]!.key);
    expect(new Set(keys).size).toBe(keys.length);
  });
});

describe('stands', () => {
  it('that are tall are each to be weighed, the others together', () => {
    const stand = (id: string, height: number, weighted = false) =>
      rigged({ hold: 'stand', weighted }, { id, name: id, position: [1, height, 1] });
    const found = standsOf([stand('tall', 2.6), stand('low', 1.5), stand('other', 1.2), stand('safe', 2.8, true)]);
    expect(levels(found)).toEqual(['act', 'note']);
    expect(found[0]!.about).toMatchObject({ is: 'loose-stand', name: 'tall' });
    expect(found[1]!.about).toMatchObject({ names: ['low', 'other'] });
    expect(standsOf([stand('safe', 2.8, true)])).toEqual([]);
  });

  it('that reach into the ceiling have no room', () => {
    const ceiling = poster.room.heightM;
    const at = (height: number, hold: Light['rig']['hold'] = 'stand') =>
      roomOf(poster, rigged({ hold }, { position: [1, height, 1] }));
    expect(at(ceiling - 0.05)).toHaveLength(1);
    expect(at(ceiling - 0.5)).toEqual([]);
    // What hangs may hang there.
    expect(at(ceiling - 0.12)).toHaveLength(1);
    expect(at(ceiling - 0.12, 'overhead')).toEqual([]);
    const outside = roomOf(poster, lit({ position: [poster.room.widthM, 1.5, 0] }));
    expect(outside[0]!.about).toMatchObject({ isOutside: true });
  });

  it('and tall boards topple', () => {
    const board = { id: 'flag', name: 'Flag', heightM: 1, position: [1, 1.2, 0] } as unknown as Board;
    expect(boardOf({ ...board, heightM: 0.5, position: [1, 0.6, 0] })).toEqual([]);
    expect(boardOf({ ...board, heightM: 2 })).toHaveLength(1);
    expect(boardOf(board)).toHaveLength(1);
  });
});

describe('lamps and gels', () => {
  const lamp = { fittedW: 60, ratedW: 60, diffusionStops: 0 } as NonNullable<Light['lamp']>;

  it('of more watts than the holder may take stop the work; paper before one is to be minded', () => {
    expect(lampOf(lit({ lamp: null }))).toEqual([]);
    expect(lampOf(lit({ lamp }))).toEqual([]);
    expect(levels(lampOf(lit({ lamp: { ...lamp, fittedW: 100 } })))).toEqual(['stop']);
    expect(levels(lampOf(lit({ lamp: { ...lamp, diffusionStops: 1 } })))).toEqual(['act']);
  });

  it('of no gel is no heat; of a gel it says how much the gel takes up', () => {
    expect(heatOf(poster, lit({ gels: [] }))).toEqual([]);
    const gelled = poster.lights.find(({ gels }) => gels.length > 0)!;
    const hot = { ...gelled, fixture: fixtureOf('tungsten-650'), modifier: modifierOf('bare'), powerStops: 0, setting: null };
    const [found] = heatOf(poster, hot as Light);
    expect(found).toMatchObject({ kind: 'heat', lightIds: [gelled.id], about: { is: 'gel-heat', name: gelled.name } });
    expect(found!.reasons.at(-1)).toMatchObject({ why: 'gel-absorbs', wPerCm2: expect.any(Number) });
    expect(['stop', 'act', 'note']).toContain(found!.level);
  });
});

describe('water, flicker, glare, batteries', () => {
  it('mains lights that are not made for it stop the work where it is wet', () => {
    const wet = set({ day: { ...poster.day, wet: true } });
    expect(wetOf(poster, key)).toEqual([]);
    expect(levels(wetOf(wet, rigged({ wetRated: false, battery: false })))).toEqual(['stop']);
    expect(levels(wetOf(wet, rigged({ wetRated: false, battery: true })))).toEqual(['act']);
    expect(reasons(wetOf(wet, rigged({ wetRated: true })))).toEqual(['wet-rated-links']);
  });

  it('effects of 3 to 30 a second can bring on seizures', () => {
    const effect = (rateHz: number, type = 'strobe') =>
      flickerOf(lit({ effect: { type, rateHz } as unknown as Light['effect'] }));
    expect(flickerOf(lit({ effect: null }))).toEqual([]);
    expect(levels(effect(2.9))).toEqual(['act']);
    for (const rate of [3, 12, 30]) expect(levels(effect(rate))).toEqual(['stop']);
    expect(levels(effect(31))).toEqual(['act']);
    expect(reasons(effect(1, 'beacon'))).toContain('flicker-mistaken');
    expect(reasons(effect(1))).not.toContain('flicker-mistaken');
  });

  it('what stands near the eyes, or is bright in them, is told; what is turned away is not', () => {
    const face = poster.subject.faceHeightM;
    const near = glareOf(poster, lit({ position: [0, face, 0.6], aim: [0, face, 0] }));
    expect(near[0]!.about).toMatchObject({ is: 'near-eyes', distanceM: expect.closeTo(0.6, 6) });
    expect(glareOf(poster, lit({ position: [0, face, 0.6], aim: [0, face, 3] }))).toEqual([]);
    expect(glareOf(poster, lit({ position: [0, face, -0.6], aim: [0, face, 0] }))).toEqual([]);
    const spot = lit({ fixture: fixtureOf('led-spot'), modifier: modifierOf('reflector'), powerStops: 0, setting: null });
    const bright = glareOf(poster, { ...spot, position: [0, face, 0.9], aim: [0, face, 0] });
    if (bright.length) expect(bright[0]!.about).toMatchObject({ is: 'bright-at-eyes' });
    expect(glareOf(poster, { ...spot, position: [0, face, 9], aim: [0, face, 0] })).toEqual([]);
  });

  it('only large batteries', () => {
    const fedBy = (drawW: number, battery = true) => batteryOf(poster, rigged({ battery, drawW }));
    expect(fedBy(300, false)).toEqual([]);
    expect(fedBy(149)).toEqual([]);
    expect(levels(fedBy(150))).toEqual(['note']);
  });
});

describe('hands', () => {
  const byHand = (id: string, holder: string) => rigged({ hold: 'hand', holder }, { id, name: id });
  const crewOf = (crew: number) => set({ brief: { ...poster.brief, place: { ...poster.brief.place, crew } } });

  it('nobody holds two lights at once, whatever the letters of the name', () => {
    const found = handsOf(crewOf(4), [byHand('a', 'Sam'), byHand('b', ' sam '), byHand('c', 'Kim')]);
    expect(found).toHaveLength(1);
    expect(found[0]!.about).toMatchObject({ is: 'holds-several', names: ['a', 'b'] });
  });

  it('there are as many as are needed', () => {
    const lights = [byHand('a', ''), byHand('b', ''), byHand('c', 'Kim')];
    expect(handsOf(crewOf(3), lights)).toEqual([]);
    expect(handsOf(crewOf(2), lights)[0]!.about).toMatchObject({ is: 'hands', needed: 3, crew: 2 });
    // Nobody was named: that is told of each light.
    expect(handsOf(crewOf(0), lights)).toEqual([]);
    expect(levels(helperOf(crewOf(0), byHand('a', '')))).toEqual(['act']);
    expect(levels(helperOf(crewOf(0), byHand('a', 'Kim')))).toEqual(['note']);
    expect(levels(helperOf(crewOf(1), byHand('a', '')))).toEqual(['note']);
    expect(helperOf(crewOf(1), rigged({ hold: 'stand' }))).toEqual([]);
  });
});

describe('the place', () => {
  it('with haze is to be announced', () => {
    expect(hazeOf(set({ air: { hazePerM: 0 } }))).toEqual([]);
    expect(reasons(hazeOf(set({ air: { hazePerM: 0.02 } })))).toContain('haze-alarms');
  });

  it('that is dark, or shot with a long shutter, keeps its way out lit', () => {
    const lit5 = set({
      ambient: { ...poster.ambient, lux: 300, blackoutStops: 0 },
      camera: { ...poster.camera, mode: 'stills', shutterS: 0.01 },
    });
    expect(darkOf(lit5)).toEqual([]);
    expect(darkOf({ ...lit5, ambient: { ...lit5.ambient, lux: 2 } })[0]!.about).toEqual({ is: 'blackout' });
    expect(darkOf({ ...lit5, camera: { ...lit5.camera, shutterS: 0.5 } })[0]!.about).toEqual({ is: 'long-exposure' });
  });

  it('gives the current that the lights take, or the work stops', () => {
    const sockets = (powerW: number | null) =>
      powerOf(set({ brief: { ...poster.brief, place: { ...poster.brief.place, powerW } } })).filter(
        ({ about }) => about.is === 'sockets',
      );
    expect(sockets(null)).toEqual([]);
    expect(sockets(100_000)).toEqual([]);
    expect(sockets(1).map(({ level }) => level)).toEqual(['stop']);
    expect(reasons(sockets(1))).toEqual(['over-sockets']);
  });

  it('is always to be looked at first', () => {
    expect(reasons([siteOf(poster)])).toContain('site-look-first');
  });
});
