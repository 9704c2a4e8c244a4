import { STAND_IN_KIT, type KitEntry } from '../src/catalogue';
import { demoLooks } from '../src/demo';
import type { Light, Look } from '../src/document';
import { remediesFor } from '../src/planning/search';
import { evaluate, framing, parseLook } from '../src/scene';
import { balance, bestObjective } from '../src/planning/balance/balance';
import * as ofLight from '../src/planning/proposals/of-light';
import * as ofWhole from '../src/planning/proposals/of-whole';
import { withCamera, withLight, type Proposal } from '../src/planning/proposals/proposal';
import { ranked } from '../src/planning/proposals/rank';
import { supplyOf } from '../src/planning/proposals/supply';
import { InputError } from '../src/errors';

const poster = demoLooks()[0]!;
const light = (id: string, look = poster): Light => look.lights.find((one) => one.id === id)!;
const without = (kind: KitEntry['kind']) => STAND_IN_KIT.filter((entry) => entry.kind !== kind);
const supply = (look: Look, kit: readonly KitEntry[] = STAND_IN_KIT) => supplyOf(look, kit);
const incidentAt = (look: Look, id: string) => evaluate(look).lights.find((one) => one.id === id)!.stops;

/** Every generator over every light of every demo look. */
function everything(look: Look): Proposal[] {
  const have = supply(look);
  const place = look.probes[0]!;
  return [
    ...look.lights.flatMap((one) => [
      ...ofLight.powerBy(look, one, -1),
      ...ofLight.powerBy(look, one, 1),
      ...ofLight.unlock(look, one),
      ...ofLight.distanceTimes(look, one, 0.7),
      ...ofLight.distanceFor(look, one, -1),
      ...ofLight.turnFrom(look, one, place.position, 10),
      ...ofLight.aimAt(look, one, place.position, 'there'),
      ...ofLight.grids(look, one, have),
      ...ofLight.gridded(look, one, have),
      ...ofLight.flagFrom(look, one, place.position),
      ...ofLight.otherGels(look, one, have),
      ...ofLight.seal(look, { ...one, leak: 0.1 }),
      ...ofLight.lossAt(look, one, 1, 'density'),
      ...ofLight.lossAt(look, one, 1, 'diffusion'),
    ]),
    ...[ofWhole.isoBy, ofWhole.apertureBy, ofWhole.shutterBy, ofWhole.ndBy].flatMap((by) => [...by(look, 1), ...by(look, -1)]),
    ...ofWhole.whiteAt(look, 4300),
    ...ofWhole.withoutFilter(withCamera(look, { diffusion: 0.25 })),
    ...ofWhole.blackout({ ...look, ambient: { ...look.ambient, lux: 100 } }, 4),
    ...ofWhole.withoutHaze({ ...look, air: { hazePerM: 0.1 } }),
    ...ofWhole.blackRoom(look),
  ];
}

describe('what can be proposed', () => {
  it.each(demoLooks().map((look) => [look.title, look] as const))('is always a whole look: %s', (_title, look) => {
    const all = everything(look);
    expect(all.length).toBeGreaterThan(10);
    for (const { look: made, effort } of all) {
      parseLook(made);
      expect([1, 2, 3, 4]).toContain(effort);
      expect(made.lights).toHaveLength(look.lights.length);
    }
  });

  it('keeps to the fixture: its range and its steps', () => {
    const { minStops } = light('key').fixture;
    expect(ofLight.powerBy(withLight(poster, 'key', { powerStops: 0 }), { ...light('key'), powerStops: 0 }, 2)).toEqual([]);
    expect(ofLight.powerBy(poster, { ...light('key'), powerStops: minStops }, -1)).toEqual([]);
    const [lower] = ofLight.powerBy(poster, light('key'), -20);
    expect(lower!.look.lights.find(({ id }) => id === 'key')!.powerStops).toBeCloseTo(minStops, 6);
  });

  it('keeps to the place: no wall, floor, ceiling or picture is passed', () => {
    const tight = { ...poster, room: { ...poster.room, widthM: 2.4, heightM: 2.2 } };
    for (const one of poster.lights) expect(ofLight.distanceTimes(tight, one, 4)).toEqual([]);
    expect(ofLight.distanceTimes(poster, light('key'), 0.1)).toEqual([]);
    // From behind, straight at the backdrop: halfway it stands before the lens.
    const before = framing(poster).things;
    for (const one of poster.lights)
      for (const times of [0.3, 0.5, 0.7, 1.4, 2])
        for (const { look } of ofLight.distanceTimes(poster, one, times))
          for (const thing of framing(look).things) expect(before).toContain(thing);
  });

  it('a distance for so many stops brings them, as far as the face is small', () => {
    const hall: Look = { ...poster, room: { ...poster.room, widthM: 20, depthM: 20, heightM: 9 } };
    for (const id of ['rim-right', 'key'])
      for (const { look } of ofLight.distanceFor(hall, light(id), -1))
        expect(incidentAt(look, id) - incidentAt(hall, id)).toBeCloseTo(-1, 0);
  });

  it('keeps to the kit: what is archived, used up or not there is not proposed', () => {
    const gelled = poster.lights.find(({ gels }) => gels.length > 0)!;
    const offered = ofLight.otherGels(poster, gelled, supply(poster));
    expect(offered.length).toBeGreaterThan(0);
    expect(ofLight.otherGels(poster, gelled, supply(poster, without('gel')))).toEqual([]);
    const archived = STAND_IN_KIT.map((entry) => ({ ...entry, archived: true }));
    expect(ofLight.otherGels(poster, gelled, supply(poster, archived))).toEqual([]);
    const first = offered[0]!.look.lights.find(({ id }) => id === gelled.id)!.gels[0]!.gel;
    const used: Look = {
      ...poster,
      lights: poster.lights.map((one) =>
        one.id === gelled.id ? one : { ...one, pieces: 3, gels: [{ gel: first, strength: 1 }] },
      ),
    };
    expect(
      supply(used)
        .gelsFor(gelled)
        .map(({ id }) => id),
    ).not.toContain(first);
    // An own gel is carried along in the look.
    const own = { ...STAND_IN_KIT.find(({ id }) => id === first)!, id: 'mine', name: 'Mine' } as KitEntry;
    const [mine] = ofLight.otherGels(poster, gelled, supply(poster, [own]));
    expect(mine!.look.spectra.map(({ id }) => id)).toContain('mine');
    parseLook(mine!.look);
  });

  it('keeps to the camera: no free shutter in cinema, none past sync with flash, none where only flash burns', () => {
    expect(ofWhole.shutterBy({ ...poster, camera: { ...poster.camera, mode: 'cinema' } }, 1)).toEqual([]);
    const dark: Look = { ...poster, ambient: { ...poster.ambient, lux: 0 } };
    expect(ofWhole.shutterBy(dark, 1)).toEqual([]);
    const lit: Look = {
      ...poster,
      ambient: { ...poster.ambient, lux: 500 },
      camera: { ...poster.camera, shutterS: 1 / 200, syncS: 1 / 200 },
    };
    expect(ofWhole.shutterBy(lit, -1)).toEqual([]);
    expect(ofWhole.shutterBy(lit, 1)[0]!.change).toMatchObject({ kind: 'shutter', withFlash: true });
    expect(ofWhole.isoBy(withCamera(poster, { iso: 25_600 }), 1)).toEqual([]);
    expect(ofWhole.ndBy(withCamera(poster, { ndStops: 0 }), 1)).toEqual([]);
    const [opened] = ofWhole.apertureBy(withCamera(poster, { aperture: 4, tStop: 4.4 }), 2);
    expect(opened!.look.camera).toMatchObject({ aperture: 2, tStop: 2.2 });
  });
});

describe('what is tried', () => {
  const of = (effort: Proposal['effort'], iso: number): Proposal => ({
    change: { kind: 'iso', from: poster.camera.iso, to: iso },
    lightId: null,
    effort,
    look: withCamera(poster, { iso }),
  });
  const measure = ({ camera }: Look) => camera.iso;
  const ask = { before: 100, worth: 1, effortWeight: 0 };

  it('is kept where it helps, best first, and counts its effort', () => {
    const list = [of(1, 120), of(1, 99.5), of(1, 60), of(3, 50)];
    expect(ranked(list, measure, ask).map(({ gain }) => gain)).toEqual([50, 40]);
    expect(ranked(list, measure, { ...ask, effortWeight: 10 }).map(({ gain }) => gain)).toEqual([40, 50]);
  });

  it('is left out where no look can be made of it; other faults are not hidden', () => {
    const fails = (error: Error) => () =>
      ranked(
        [of(1, 50)],
        () => {
          throw error;
        },
        ask,
      );
    expect(fails(new InputError('iso', 'too low'))()).toEqual([]);
    expect(fails(new Error('bug'))).toThrow('bug');
  });
});

describe('remedies', () => {
  it('each brings the look nearer by what it says, with this kit, and one of a kind for each light', () => {
    const weak = withLight(poster, 'backdrop', {
      fixture: { ...light('backdrop').fixture, guideNumberM: 8 } as Light['fixture'],
    });
    const { look } = balance(weak);
    const before = bestObjective(look, { thorough: false });
    const remedies = remediesFor(look, STAND_IN_KIT);
    expect(remedies.length).toBeGreaterThan(1);
    for (const remedy of remedies) {
      expect(bestObjective(remedy.look, { thorough: false })).toBeCloseTo(before * (1 - remedy.nearer), 3);
      expect(remedy.limit.lightId).toBe('backdrop');
    }
    const keys = remedies.map(({ change, lightId }) => `${change.kind} ${lightId}`);
    expect(new Set(keys).size).toBe(keys.length);
    expect(remediesFor(look, without('gel')).some(({ change }) => change.kind === 'gel')).toBe(false);
  });

  it('are none where nothing limits the look', () => {
    const { look, limits } = balance(poster);
    if (limits.length === 0) expect(remediesFor(look, STAND_IN_KIT)).toEqual([]);
  });

  it('a light that misses its place is aimed at it', () => {
    const [x, y, z] = light('rim-right').position;
    const away = withLight(poster, 'rim-right', { aim: [x + 1, y, z - 0.5] });
    const found = remediesFor(away, STAND_IN_KIT).find(({ lightId }) => lightId === 'rim-right');
    if (balance(away).limits.some(({ kind }) => kind === 'unreached')) expect(found!.change.kind).toBe('aim');
  });
});
