import { STAND_IN_KIT, type KitFixture } from '../src/catalogue';
import { cautionsOf, changesBetween, circuitLoads, drawOf, openCautions, dayKit, packList, schedule } from '../src/day';
import { demoLooks, nightOvenLooks, nocturneLooks } from '../src/demo';
import { upgradeLook, type Light, type Look } from '../src/document';
import { continuity, remake } from '../src/planning/search';
import { lightColours } from '../src/planning';
import { evaluate, parseLook } from '../src/scene';
import { planeDistance } from '../src/vivid';
import { fixtureOf } from '../src/catalogue/kit';
import { copyOf, withLights } from './support';

const poster = demoLooks()[0]!;
const oven = nightOvenLooks()[0]!;
const kitFixture = (id: string) => STAND_IN_KIT.find((entry) => entry.id === id) as KitFixture;

const withRig = (look: Look, id: string, rig: Partial<Light['rig']>): Look =>
  withLights(look, (light) => (light.id === id ? { rig: { ...light.rig, ...rig } } : {}));
const kinds = (look: Look, level?: string) =>
  cautionsOf(look).flatMap((one) => (!level || one.level === level ? [one.kind] : []));

describe('electric load', () => {
  it('is watts over volts and power factor, summed over what hangs on a circuit', () => {
    const look = withLights(oven, (light) => ({ rig: { ...light.rig, drawW: 460, powerFactor: 0.8 }, pieces: 1, on: true }));
    const fed = look.lights.filter(({ role }) => role !== 'window').length;
    const [load] = circuitLoads(look);
    expect(load!.watts).toBe(460 * fed);
    expect(load!.amps).toBeCloseTo((460 * fed) / (230 * 0.8), 9);
    expect(load!.share).toBeCloseTo(load!.amps / (16 * 0.8), 9);
    expect(load!.estimated).toBe(false);
  });

  it('goes to the circuit that a light names; batteries and lights that are off draw nothing', () => {
    const id = oven.lights[0]!.id;
    const two: Look = { ...oven, day: { ...oven.day, circuits: [...oven.day.circuits, { id: 'b', name: 'Kitchen', amps: 10 }] } };
    expect(circuitLoads(withRig(two, id, { circuit: 'b' }))[1]!.lightIds).toEqual([id]);
    expect(circuitLoads(withRig(two, id, { circuit: 'gone' }))[0]!.lightIds).toContain(id);
    expect(circuitLoads(withRig(two, id, { battery: true })).flatMap(({ lightIds }) => lightIds)).not.toContain(id);
    expect(circuitLoads(withLights(two, () => ({ on: false })))[0]!.watts).toBe(0);
  });

  it('is estimated near the plate where nobody has read it', () => {
    const estimate = (fixture: string) =>
      drawOf(oven, { ...oven.lights[0]!, lamp: null, fixture: fixtureOf(fixture), setting: null }).watts;
    expect(estimate('tungsten-650')).toBeGreaterThan(450);
    expect(estimate('tungsten-650')).toBeLessThan(850);
    // 400 J, filled again in 1.5 s at 80 %, and a modelling lamp of 150 W.
    expect(estimate('flash-400')).toBeGreaterThan(350);
    expect(estimate('flash-400')).toBeLessThan(650);
  });
});

describe('cautions', () => {
  it('are found for every set-up, each with its reasons', () => {
    for (const look of [...demoLooks(), ...nightOvenLooks(), ...nocturneLooks()]) {
      const all = cautionsOf(look);
      expect(all.map(({ kind }) => kind)).toContain('site');
      expect(new Set(all.map(({ key }) => key)).size).toBe(all.length);
      for (const { reasons, key } of all) {
        expect(key.length).toBeLessThanOrEqual(160);
        expect(reasons.length).toBeGreaterThan(0);
      }
    }
  });

  it('of gels that get warm alike are one, with all their names; one that must not go on stands alone', () => {
    const heat = (look: Look) => cautionsOf(look).filter(({ kind }) => kind === 'heat');
    expect(heat(poster)).toHaveLength(1);
    expect(heat(poster)[0]!.about).toMatchObject({ is: 'gels-warm', names: poster.lights.map(({ name }) => name) });
    expect(heat(poster)[0]!.lightIds).toHaveLength(4);
    const touching = withLights(poster, ({ id }) => (id === 'key' ? { mount: 'touching' } : {}));
    expect(heat(touching).map(({ level, lightIds }) => [level, lightIds.length])).toEqual([
      ['stop', 1],
      ['note', 3],
    ]);
    // Where what they were said about does not go into one key, they stand apart: nothing stays taken on that was changed.
    const long = withLights(poster, (light) => ({ id: `${light.id}-${'x'.repeat(50)}` }));
    expect(heat(long)).toHaveLength(4);
    // It opens again when one of them is held otherwise.
    expect(heat(touching)[1]!.key).not.toBe(heat(poster)[0]!.key);
  });

  it('say where there is no room: over the ceiling, outside the walls; what hangs from the ceiling may be at it', () => {
    const at = (y: number, hold: Light['rig']['hold']) =>
      withLights(poster, (light) =>
        light.id === 'key' ? { position: [light.position[0], y, light.position[2]], rig: { ...light.rig, hold } } : {},
      );
    const room = (look: Look) => cautionsOf(look).flatMap(({ about }) => (about.is === 'no-room' ? [about] : []));
    const ceiling = poster.room.heightM;
    expect(room(poster)).toEqual([]);
    expect(room(at(ceiling + 0.6, 'stand'))).toEqual([
      { is: 'no-room', name: 'Key', heightM: ceiling + 0.6, ceilingM: ceiling, isOutside: true },
    ]);
    expect(room(at(ceiling - 0.13, 'stand'))[0]).toMatchObject({ isOutside: false });
    expect(room(at(ceiling - 0.13, 'overhead'))).toEqual([]);
  });

  it('put the gravest first', () => {
    const levels = cautionsOf(withRig(poster, 'key', { hold: 'tape' })).map(({ level }) =>
      ['stop', 'act', 'note'].indexOf(level),
    );
    expect(levels).toEqual([...levels].sort());
    expect(levels[0]).toBe(0);
  });

  it.each([
    ['overhead', 'stop', (look: Look) => withRig(look, 'key', { hold: 'overhead' })],
    ['overhead', 'act', (look: Look) => withRig(look, 'key', { hold: 'overhead', secondHold: true, weightKg: 3 })],
    ['overhead', 'stop', (look: Look) => withRig(look, 'key', { hold: 'tape', secondHold: true })],
    [
      'helper',
      'act',
      (look: Look) =>
        withRig({ ...look, brief: { ...look.brief, place: { ...look.brief.place, crew: 0 } } }, 'key', { hold: 'hand' }),
    ],
    [
      'helper',
      'act',
      (look: Look) =>
        withRig(withRig(look, 'key', { hold: 'hand', holder: 'Assistant' }), 'rim-left', { hold: 'hand', holder: 'assistant ' }),
    ],
    ['power', 'stop', (look: Look) => ({ ...look, brief: { ...look.brief, place: { ...look.brief.place, powerW: 200 } } })],
    ['dark', 'act', (look: Look) => ({ ...look, camera: { ...look.camera, shutterS: 0.4 } })],
    [
      'dark',
      'act',
      (look: Look) => ({ ...look, motion: { ...look.motion, speedMS: 1 }, camera: { ...look.camera, shutterS: 0.1 } }),
    ],
    ['helper', 'note', (look: Look) => withRig(look, 'key', { hold: 'hand', holder: 'Second assistant' })],
    ['wet', 'stop', (look: Look) => ({ ...look, day: { ...look.day, wet: true } })],
    ['haze', 'act', (look: Look) => ({ ...look, air: { hazePerM: 0.05 } })],
    ['power', 'stop', (look: Look) => withRig(look, 'key', { drawW: 9000 })],
    [
      'power',
      'act',
      (look: Look) =>
        withRig(
          withLights(look, (light) => ({ rig: { ...light.rig, drawW: 1 } })),
          'key',
          { drawW: 2900 },
        ),
    ],
    ['battery', 'note', (look: Look) => withRig(look, 'key', { battery: true, drawW: 600 })],
    ['dark', 'act', (look: Look) => ({ ...look, ambient: { ...look.ambient, lux: 0 } })],
    [
      'flicker',
      'stop',
      (look: Look) =>
        withLights(look, ({ id }) =>
          id === 'key' ? { effect: { kind: 'effect', type: 'beacon', rateHz: 8, rangeStops: 4, cue: '' } } : {},
        ),
    ],
    [
      'flicker',
      'act',
      (look: Look) =>
        withLights(look, ({ id }) =>
          id === 'key' ? { effect: { kind: 'effect', type: 'pulse', rateHz: 0.5, rangeStops: 4, cue: '' } } : {},
        ),
    ],
    [
      'glare',
      'act',
      (look: Look) => withLights(look, ({ id, aim }) => (id === 'key' ? { position: [aim[0], aim[1], 0.5] } : {})),
    ],
    [
      'lamp',
      'stop',
      (look: Look) =>
        withLights(look, ({ id }) =>
          id === 'key' ? { lamp: { kind: 'lamp', ratedW: 60, fittedW: 200, figureW: 60, diffusionStops: 0 } } : {},
        ),
    ],
  ] as const)('say %s, %s', (kind, level, change) => {
    expect(kinds(change(poster) as Look, level)).toContain(kind);
  });

  it('a stand that is weighed down, low voltage, and a person beside the light', () => {
    expect(kinds(withLights(poster, (light) => ({ rig: { ...light.rig, weighted: true } })))).not.toContain('stand');
    const load = (volts: number) => circuitLoads({ ...poster, day: { ...poster.day, volts } })[0]!.amps;
    expect(load(115) / load(230)).toBeCloseTo(2, 9);
    expect(kinds(nocturneLooks()[0]!)).not.toContain('glare');
  });

  it('stay taken on until what they were said about changes', () => {
    const wet: Look = { ...poster, day: { ...poster.day, wet: true } };
    const stop = cautionsOf(wet).find(({ kind }) => kind === 'wet')!;
    const taken: Look = { ...wet, acknowledged: [{ key: stop.key, at: '2026-11-26T10:00:00.000Z' }] };
    expect(openCautions(taken).map(({ key }) => key)).not.toContain(stop.key);
    const id = stop.lightIds[0]!;
    expect(
      openCautions(withRig(taken, id, { battery: true })).some(({ kind, lightIds }) => kind === 'wet' && lightIds[0] === id),
    ).toBe(true);
  });
});

describe('looks of the third version', () => {
  it('get a rig and a day that change nothing', () => {
    const old: any = copyOf(poster);
    old.version = 3;
    delete old.day;
    for (const light of old.lights) delete light.rig;
    const look = parseLook(upgradeLook(old));
    expect(look.day.circuits).toHaveLength(1);
    expect(look.lights[0]!.rig.hold).toBe('stand');
    expect(evaluate(look).probes).toEqual(evaluate(poster).probes);
  });
});

describe('the schedule', () => {
  const setup = (id: string, change: (look: Look) => Look) => ({ id, look: change({ ...copyOf(poster), title: id }) });
  const gel = (id: string) => (look: Look) =>
    withLights(look, (light) => (light.role === 'rim' ? { gels: [{ gel: id, strength: 1 }] } : {}));

  it('names what changes between two set-ups, and nothing between the same', () => {
    expect(changesBetween(poster, copyOf(poster))).toEqual([]);
    const moved = withLights(poster, ({ id, position }) =>
      id === 'key' ? { position: [position[0] + 1, position[1], position[2]] } : {},
    );
    expect(changesBetween(poster, moved)).toEqual([{ what: expect.stringMatching(/move$/), minutes: 3 }]);
    expect(changesBetween(poster, gel('violet-pale')(poster)).map(({ minutes }) => minutes)).toEqual([3, 3]);
    expect(changesBetween(poster, { ...poster, camera: { ...poster.camera, ndStops: 3 } })).toEqual([
      { what: 'ND 3 stops', minutes: 1 },
    ]);
  });

  it('puts like beside like: as good as trying every order', () => {
    const setups = [
      setup('a', gel('azure-deep')),
      setup('b', gel('amber-mid')),
      setup('c', gel('azure-deep')),
      setup('d', gel('amber-mid')),
    ];
    const found = schedule(setups);
    const costs = permutations(setups).map((order) =>
      order.reduce(
        (sum, { look }, i) =>
          sum + changesBetween(i ? order[i - 1]!.look : null, look).reduce((all, { minutes }) => all + minutes, 0),
        0,
      ),
    );
    expect(found.minutes).toBeCloseTo(Math.min(...costs), 9);
    expect(found.minutes).toBeLessThan(found.givenMinutes);
    expect(found.setups.map(({ id }) => id).join('')).toMatch(/^(ac|ca|bd|db)/);
    expect(schedule(setups, 'd').setups[0]!.id).toBe('d');
    expect(found.setups[1]!.readyAt).toBeGreaterThan(found.setups[0]!.readyAt);
  });

  it('takes none, and refuses more than it can order', () => {
    expect(schedule([])).toEqual({ setups: [], minutes: 0, givenMinutes: 0 });
    expect(() => schedule(Array.from({ length: 13 }, (_, i) => setup(`s${i}`, (look) => look)))).toThrow(/At most 12/);
  });
});

describe('the kit of a day', () => {
  const kit = STAND_IN_KIT;

  it('is what the set-up that needs most of each thing needs, not the sum', () => {
    const two = withLights(poster, ({ id }) => (id === 'key' ? { pieces: 3 } : {}));
    const second = { ...copyOf(two), title: 'Second' } as Look;
    const items = dayKit([poster, second], kit);
    const flash = poster.lights[0]!.fixture.name;
    const count = (look: Look) => packList(look).find(({ kind, name }) => kind === 'fixture' && name === flash)!.count;
    const item = items.find(({ kind, name }) => kind === 'fixture' && name === flash)!;
    expect(count(second)).toBeGreaterThan(count(poster));
    expect(item).toMatchObject({ count: count(second), setups: ['Second'] });
    // Whatever is packed for one is there for the day.
    for (const { kind, name, count: n } of packList(second))
      expect(items.find((one) => one.kind === kind && one.name === name)!.count).toBeGreaterThanOrEqual(n);
  });

  it('is held against what there is: counted over entries of a name, what is archived left out', () => {
    const gel = packList(poster).find(({ kind }) => kind === 'gel')!;
    const entry = kit.find(({ kind, name }) => kind === 'gel' && name === gel.name)!;
    const others = kit.filter(({ name }) => name !== gel.name);
    const item = (...entries: readonly (typeof entry)[]) =>
      dayKit([poster], [...others, ...entries]).find(({ kind, name }) => kind === 'gel' && name === gel.name)!;
    expect(item()).toMatchObject({ have: 0, short: gel.count });
    expect(item({ ...entry, count: 1 }, { ...entry, id: 'again', count: gel.count })).toMatchObject({
      have: gel.count + 1,
      short: 0,
    });
    expect(item({ ...entry, count: 9, archived: true })).toMatchObject({ have: 0, short: gel.count });
    // Stands and leads are in nobody's list: nothing is said of them.
    expect(dayKit([poster], kit).find(({ kind }) => kind === 'stand')).toMatchObject({ have: null, short: 0 });
    expect(dayKit([], kit)).toEqual([]);
  });
});

function permutations<T>(list: readonly T[]): T[][] {
  return list.length < 2
    ? [[...list]]
    : list.flatMap((one, i) => permutations(list.filter((_, k) => k !== i)).map((rest) => [one, ...rest]));
}

describe('continuity', () => {
  it('is quiet about the same shot and alarms at what a cut would show', () => {
    expect(continuity(poster, poster).filter(({ alarm }) => alarm)).toEqual([]);
    const white = continuity(poster, { ...poster, camera: { ...poster.camera, whiteK: 4000 } });
    expect(white[0]!.alarm).toBe(true);
    expect(white.find(({ kind }) => kind === 'white')).toMatchObject({
      alarm: true,
      second: 4000,
      byMired: expect.closeTo(71.43, 1),
    });
    const brighter = continuity(poster, { ...poster, camera: { ...poster.camera, iso: poster.camera.iso * 2 } });
    const level = brighter.find(({ kind }) => kind === 'level')!;
    expect(level.alarm).toBe(true);
    expect(Number(level.second) - Number(level.first)).toBeCloseTo(1, 6);
  });
});

describe('a look made again with other lamps', () => {
  it('brings every light to where it stood, or says how far off it stays', () => {
    const made = remake(poster, { key: kitFixture('flash-200') }, STAND_IN_KIT);
    const [before, after] = [evaluate(poster), evaluate(made.look)];
    expect(Math.abs(after.lights[0]!.stops - before.lights[0]!.stops)).toBeLessThan(0.06);
    expect(made.unreached).toEqual([]);
    const weak = remake(poster, { key: kitFixture('household-bulb') }, STAND_IN_KIT);
    expect(weak.unreached[0]).toMatchObject({ kind: 'weak', lightId: 'key' });
    expect((weak.unreached[0] as { offStops: number }).offStops).toBeLessThan(-2);
    expect(parseLook(weak.look)).toBeTruthy();
    for (const remedy of weak.remedies) {
      parseLook(remedy.look);
      const [was, is] = [weak.look, remedy.look].map((look) => evaluate(look).lights[0]!.stops) as [number, number];
      expect(is).toBeGreaterThan(was);
    }
  });

  it('a lamp makes the colour that was there: what mixes colours is set to it, and its gel comes off', () => {
    const colour = (look: Look, id: string) => lightColours(look)[id]!.point;
    const made = remake(
      poster,
      { 'rim-right': kitFixture('colour-panel'), 'rim-left': kitFixture('tungsten-650') },
      STAND_IN_KIT,
    );
    const panel = made.look.lights.find(({ id }) => id === 'rim-right')!;
    expect(panel.gels).toEqual([]);
    expect(planeDistance(colour(made.look, 'rim-right'), colour(poster, 'rim-right'))).toBeLessThan(0.05);
    // Teal before tungsten is another teal than before flash.
    const lamp = made.look.lights.find(({ id }) => id === 'rim-left')!;
    expect(lamp.gels.map(({ gel }) => gel)).not.toEqual(['teal-mid']);
    const kept = withLights(made.look, ({ id }) => (id === 'rim-left' ? { gels: [{ gel: 'teal-mid', strength: 1 }] } : {}));
    const off = (look: Look) => planeDistance(colour(look, 'rim-left'), colour(poster, 'rim-left'));
    expect(off(made.look)).toBeLessThan(off(kept) - 0.02);
  });

  it('opens again what hung on the old lamps', () => {
    const settled: Look = {
      ...poster,
      brief: { ...poster.brief, status: 'approved' },
      acknowledged: cautionsOf(poster).map(({ key }) => ({ key, at: '2026-01-01T10:00:00Z' })),
      build: { ...poster.build, checked: poster.lights.map(({ id }) => id) },
    };
    const { look } = remake(settled, { key: kitFixture('flash-200') }, STAND_IN_KIT);
    expect(look).toMatchObject({
      acknowledged: [],
      variants: [],
      baseline: null,
      brief: { status: 'idea' },
      ambient: { proof: null },
    });
    expect(look.build.checked).toEqual([]);
    expect(openCautions(look).length).toBeGreaterThan(0);
    // Nothing swapped, nothing opened.
    expect(remake(settled, {}, STAND_IN_KIT).look).toEqual(settled);
  });
});
