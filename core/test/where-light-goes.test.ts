import { makeStudio } from '../src/picture/studio';
import { meanOf } from './picture-support';
import { modifierOf, type KitEntry, STAND_IN_KIT } from '../src/catalogue';
import { demoLooks } from '../src/demo';
import type { Look } from '../src/document';
import { spillCures } from '../src/planning/search';
import { backdropEvenness, beamAngles, evaluate, parseLook, reachTable, stopsAlong } from '../src/scene';

const [poster, washed] = demoLooks() as [Look, Look];

const alone = (look: Look, ...ids: string[]): Look => ({
  ...look,
  ambient: { ...look.ambient, lux: 0 },
  lights: look.lights.map((light) => ({ ...light, on: ids.includes(light.id) })),
});

describe('where a light goes', () => {
  it('shares agree with the readings, and the light at work is the wanted one', () => {
    const table = reachTable(poster);
    const { probes } = evaluate(poster);
    poster.lights.forEach((light, l) => {
      for (const row of table[l]!) {
        const share = probes.find(({ id }) => id === row.probe)!.shares.find(({ lightId }) => lightId === light.id)?.share ?? 0;
        expect(row.share).toBeCloseTo(share, 9);
      }
      expect(table[l]!.find(({ probe }) => probe === light.zone)!.verdict).toBe('wanted');
    });
    const key = washed.lights.findIndex(({ id }) => id === 'key');
    expect(reachTable(washed)[key]!.find(({ probe }) => probe === 'backdrop')!.verdict).toBe('strong');
    const accepted = {
      ...washed,
      lights: washed.lights.map((light, i) => (i === key ? { ...light, accepts: ['backdrop'] } : light)),
    };
    // A key is to light the whole front of somebody, and what they wear.
    for (const id of ['face-key', 'face-shadow', 'wardrobe'])
      expect(reachTable(washed)[key]!.find(({ probe }) => probe === id)!.verdict).toBe('wanted');
    const ground = washed.lights.findIndex(({ role }) => role === 'background');
    if (ground >= 0) expect(reachTable(washed)[ground]!.find(({ probe }) => probe === 'backdrop-left')!.verdict).toBe('wanted');
    expect(reachTable(accepted)[key]!.find(({ probe }) => probe === 'backdrop')!.verdict).toBe('accepted');
  });

  it('remedies do what they say when they are tried', () => {
    const remedies = spillCures(washed, 'key', 'backdrop', STAND_IN_KIT);
    // What is on it may have no grid of its own; something of its size has, as long as one is free.
    const box = STAND_IN_KIT.flatMap((entry) =>
      entry.kind === 'modifier' && entry.id === 'softbox' ? [entry.modifier] : [],
    )[0]!;
    const boxed: Look = { ...washed, lights: washed.lights.map((one) => (one.id === 'key' ? { ...one, modifier: box } : one)) };
    const kinds = (kit: readonly KitEntry[]) => spillCures(boxed, 'key', 'backdrop', kit).map(({ change }) => change.kind);
    expect(kinds(STAND_IN_KIT)).toContain('modifier');
    expect(kinds(STAND_IN_KIT.filter(({ kind }) => kind !== 'modifier'))).not.toContain('modifier');
    expect(kinds(STAND_IN_KIT.map((entry) => ({ ...entry, archived: true })))).not.toContain('modifier');
    const level = (look: Look, probe: string) =>
      reachTable(look)[look.lights.findIndex(({ id }) => id === 'key')]!.find((row) => row.probe === probe)!.stops;
    for (const { look: tried, there, atWork } of remedies) {
      parseLook(tried);
      expect(level(tried, 'backdrop') - level(washed, 'backdrop')).toBeCloseTo(there, 1);
      expect(level(tried, 'face-key') - level(washed, 'face-key')).toBeCloseTo(atWork, 1);
      expect(there).toBeLessThan(0);
    }
    expect(spillCures(washed, 'none', 'backdrop', STAND_IN_KIT)).toEqual([]);
  });

  it('the backdrop is uneven by the light that stands to one side, and even under two', () => {
    const bare = { ...poster, room: { ...poster.room, walls: 0, ceiling: 0, floor: 0 } };
    const one = backdropEvenness(alone(bare, 'backdrop'));
    const light = poster.lights.find(({ id }) => id === 'backdrop')!;
    const mirroredLight = {
      ...light,
      id: 'other',
      position: [-light.position[0], light.position[1], light.position[2]] as const,
    };
    const two = backdropEvenness({
      ...alone(bare, 'backdrop'),
      lights: [
        { ...light, on: true },
        { ...mirroredLight, on: true },
      ] as Look['lights'],
    });
    expect(one.across).toHaveLength(21);
    expect(two.spanStops).toBeLessThan(one.spanStops);
    two.across.forEach(({ stops }, i) => expect(stops).toBeCloseTo(two.across[20 - i]!.stops, 6));
  });

  it('along a beam light falls by the square of the way, and angles are where it halves', () => {
    const light = { ...poster.lights[0]!, modifier: modifierOf('bare') };
    const d = Math.hypot(...light.position.map((v, i) => v - light.aim[i]!));
    expect(stopsAlong(light, 2 * d)).toBeCloseTo(-2, 2);
    const lens = { ...light, modifier: { ...modifierOf('reflector') } };
    expect(beamAngles(lens).halfDeg).toBeCloseTo(27.5, 0);
    expect(beamAngles({ ...lens, modifier: modifierOf('reflector-grid') }).endDeg).toBeLessThan(21);
  });
});

describe('effects that photographers know, in the picture', () => {
  const BACK = 'backdrop' as const;
  /** How far from grey a mean is: 0 grey. */
  const strength = ([r, g, b]: readonly number[]) => 1 - Math.min(r!, g!, b!) / Math.max(r!, g!, b!);

  it('a white key washes a coloured backdrop; a grid on it and more distance give the colour back', () => {
    const key = (change: Partial<Look['lights'][number]>, backM = washed.backdrop.distanceM): Look => ({
      ...washed,
      backdrop: { ...washed.backdrop, distanceM: backM },
      lights: washed.lights.map((light) =>
        light.id === 'key' ? { ...light, ...change } : { ...light, on: light.id === 'backdrop' },
      ),
    });
    const open = strength(meanOf(key({}), BACK));
    const gridded = strength(meanOf(key({ modifier: modifierOf('softbox-grid') }), BACK));
    expect(gridded).toBeGreaterThan(open + 0.1);
    const without = strength(
      meanOf({ ...washed, lights: washed.lights.map((light) => ({ ...light, on: light.id === 'backdrop' })) }, BACK),
    );
    expect(without).toBeGreaterThan(open + 0.2);
  });

  it('a darker backdrop takes less of the same light, in proportion to its reflectance', () => {
    const tone = (reflectance: number): Look => ({
      ...alone(poster, 'backdrop'),
      room: { ...poster.room, walls: 0, ceiling: 0, floor: 0 },
      backdrop: { ...poster.backdrop, surface: { kind: 'neutral', reflectance } },
    });
    const [white, grey, black] = [0.8, 0.2, 0.02].map((r) => meanOf(tone(r), BACK)[2]);
    expect(white! / grey!).toBeGreaterThan(3.5);
    expect(grey! / black!).toBeGreaterThan(9);
  });

  it('a white room fills what a dark room leaves black', () => {
    const room = (walls: number): Look => ({
      ...alone(poster, 'rim-right'),
      room: { ...poster.room, walls, ceiling: walls, floor: walls },
    });
    expect(meanOf(room(0.85), 'wardrobe')[0]).toBeGreaterThan(1.3 * meanOf(room(0.03), 'wardrobe')[0]);
  });

  it('agrees with the probes on what is bright and what is dark', () => {
    const studio = makeStudio();
    const { probes } = evaluate(poster);
    const stops = (id: string) => probes.find((probe) => probe.id === id)!.stops;
    const at = (x: number, y: number) => studio.point({ look: poster, width: 60, height: 40, fineness: 2 }, x, y).stops;
    // The backdrop is the same plane for both.
    expect(Math.abs(at(0.9, 0.4) - stops('backdrop-right'))).toBeLessThan(0.6);
  });
});
