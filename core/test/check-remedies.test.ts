import { STAND_IN_KIT, type KitEntry } from '../src/catalogue';
import { cautionsOf, waysOut } from '../src/day';
import { demoLooks, nightOvenLooks, nocturneLooks } from '../src/demo';
import type { Light, Look } from '../src/document';
import { checkRemedies, paletteChecks } from '../src/planning/search';
import { evaluate, parseLook } from '../src/scene';
import { withLights } from './support';

const poster = demoLooks()[0]!;
const failing = (look: Look, kit: readonly KitEntry[] = STAND_IN_KIT) =>
  paletteChecks(look, kit).checks.filter(({ holds }) => !holds);

const one = (id: string, change: (light: Light) => Partial<Light>) =>
  withLights(poster, (light) => (light.id === id ? change(light) : {}));

describe('remedies of the checks of a palette', () => {
  it('a thin edge is raised just so far that it stands off, and the check holds', () => {
    const look: Look = { ...poster, brief: { ...poster.brief, separation: evaluate(poster).separation + 0.03 } };
    const [first] = checkRemedies(look, 'separation', STAND_IN_KIT);
    expect(first).toMatchObject({ holds: true });
    expect(evaluate(first!.look).separation).toBeGreaterThanOrEqual(look.brief.separation);
    expect(paletteChecks(first!.look, STAND_IN_KIT).checks.find(({ id }) => id === 'separation')!.holds).toBe(true);
  });

  it('a coloured key loses its gel, and skin is skin again', () => {
    const look = one('key', () => ({ gels: [{ gel: 'green-mid', strength: 1 }] }));
    expect(failing(look).map(({ id }) => id)).toEqual(expect.arrayContaining(['skin', 'eyes']));
    const [first] = checkRemedies(look, 'skin', STAND_IN_KIT);
    expect(first).toMatchObject({ lightId: 'key', holds: true });
  });

  it('a gel that is short is replaced by one that is there', () => {
    const kit = STAND_IN_KIT.map((entry): KitEntry => (entry.id === 'amber-deep' ? { ...entry, count: 0 } : entry));
    const [first] = checkRemedies(poster, 'sheets:amber-deep', kit);
    expect(first!.holds).toBe(true);
    expect(failing(first!.look, kit).map(({ id }) => id)).not.toContain('sheets:amber-deep');
    // Nothing else than what is there.
    for (const { look } of checkRemedies(poster, 'sheets:amber-deep', kit))
      for (const { gels } of look.lights)
        for (const { gel } of gels) expect(kit.find(({ id }) => id === gel)?.count ?? 1).toBeGreaterThan(0);
  });

  it('of every look: each is tried, answers at least a part, and makes nothing that no look can be', () => {
    for (const look of [...demoLooks(), ...nightOvenLooks(), ...nocturneLooks()])
      for (const { id } of failing(look)) {
        const list = checkRemedies(look, id, STAND_IN_KIT);
        expect(list.length).toBeLessThanOrEqual(3);
        expect(new Set(list.map(({ change, lightId }) => `${change.kind} ${lightId}`)).size).toBe(list.length);
        for (const remedy of list) {
          parseLook(remedy.look);
          const after = paletteChecks(remedy.look, STAND_IN_KIT).checks.find((check) => check.id === id);
          expect(!after || after.holds).toBe(remedy.holds);
        }
      }
  });

  it('locked lights stay, and what holds needs nothing', () => {
    const look = withLights(
      one('key', () => ({ gels: [{ gel: 'green-mid', strength: 1 }] })),
      () => ({ locked: true }),
    );
    expect(checkRemedies(look, 'skin', STAND_IN_KIT)).toEqual([]);
    expect(checkRemedies(poster, 'nothing', STAND_IN_KIT)).toEqual([]);
  });
});

describe('ways out of cautions', () => {
  const rigged = (id: string, rig: Partial<Light['rig']>) => one(id, (light) => ({ rig: { ...light.rig, ...rig } }));
  const crew = (look: Look, n: number): Look => ({ ...look, brief: { ...look.brief, place: { ...look.brief.place, crew: n } } });

  it.each<[string, Look]>([
    ['hangs', rigged('key', { hold: 'overhead', weightKg: 3 })],
    ['loose-stands', poster],
    ['loose-stand', one('key', ({ position: [x, , z] }) => ({ position: [x, 2.6, z] }))],
    ['gel-heat', one('rim-left', () => ({ mount: 'touching' }))],
    ['over-rating', one('key', () => ({ lamp: { kind: 'lamp', ratedW: 60, fittedW: 200, figureW: 60, diffusionStops: 0 } }))],
    ['effect', one('key', () => ({ effect: { kind: 'effect', type: 'pulse', rateHz: 8, rangeStops: 2, cue: '' } }))],
    ['not-wet-rated', { ...poster, day: { ...poster.day, wet: true } }],
    ['by-hand', crew(rigged('key', { hold: 'hand' }), 0)],
    [
      'holds-several',
      withLights(poster, (light) => (light.id.startsWith('rim') ? { rig: { ...light.rig, hold: 'hand', holder: 'A' } } : {})),
    ],
    ['near-eyes', one('key', ({ aim }) => ({ position: [aim[0], aim[1], 0.6] }))],
    [
      'circuit',
      {
        ...rigged('key', { drawW: 3500 }),
        day: { ...poster.day, circuits: [...poster.day.circuits, { id: 'b', name: 'Kitchen', amps: 32 }] },
      },
    ],
  ])('%s: doing it takes the caution away, or makes it less', (is, look) => {
    const caution = cautionsOf(look).find(({ about }) => about.is === is)!;
    const [way] = waysOut(look, caution);
    parseLook(way!.look);
    const levels = ['stop', 'act', 'note'];
    const after = cautionsOf(way!.look).find(
      ({ about, lightIds }) => about.is === is && lightIds.join() === caution.lightIds.join(),
    );
    expect(after ? levels.indexOf(after.level) : 9).toBeGreaterThan(levels.indexOf(caution.level));
  });

  it('nothing where nothing in the plan would change', () => {
    for (const caution of cautionsOf({ ...poster, air: { hazePerM: 0.05 } }))
      if (['haze', 'site', 'dark'].includes(caution.kind)) expect(waysOut(poster, caution)).toEqual([]);
  });
});
