import { STAND_IN_KIT, type KitEntry } from '../src/catalogue';
import { demoLooks } from '../src/demo';
import type { Look } from '../src/document';
import { gelNeeds } from '../src/planning';
import { balance, remediesFor } from '../src/planning/search';
import { usualMostToKey } from '../src/planning/balance/most-to-key';
import { againstKey, keyBounds } from '../src/planning/balance/places';
import { evaluate, parseLook } from '../src/scene';
import { fitsInRoom } from '../src/transport/room';
import { compileScene } from '../src/scene/compile';
import { presentPowers } from '../src/planning/balance/objective';
import { MOODS, shaken } from './shaken-looks';
import { withLights } from './support';

/** How far over its bound a fill stands, stops, where it or its key could still be turned. */
function fillsOver(look: Look): { readonly over: number; readonly id: string }[] {
  const scene = compileScene(look);
  return keyBounds(scene).map((bound) => ({
    id: scene.lights[bound.light]!.id,
    over: againstKey(scene, bound, presentPowers(scene)) - bound.mostStops,
  }));
}

describe('what is proposed after a balance', () => {
  // A poor kit: no grids, half of the gels, and a sheet of each.
  const kit = STAND_IN_KIT.filter((entry) => entry.kind !== 'modifier' || entry.modifier.gridDeg === null)
    .filter((entry, i) => entry.kind !== 'gel' || i % 2 === 0)
    .map((entry): KitEntry => (entry.kind === 'gel' ? { ...entry, count: 1 } : entry));
  const ids = new Set(kit.map(({ id }) => id));

  it.each([201, 202, 203, 204, 205, 206, 207, 208])('keeps to kit, stock, room and camera: look %i', (seed) => {
    const look = balance(shaken(seed), { thorough: false }).look;
    const hung = new Set(look.lights.flatMap(({ gels }) => gels.map(({ gel }) => gel)));
    const modifiers = new Set(look.lights.map(({ modifier }) => modifier.name));
    for (const { look: tried, change } of remediesFor(look, kit)) {
      parseLook(tried);
      for (const { gels, modifier, fixture, powerStops } of tried.lights) {
        for (const { gel } of gels) if (!hung.has(gel)) expect(ids).toContain(gel);
        if (!modifiers.has(modifier.name)) expect(modifier.gridDeg).toBeNull();
        expect(powerStops).toBeGreaterThanOrEqual(fixture.minStops - 1e-9);
      }
      for (const { gel, sheets, have } of gelNeeds(tried, kit)) if (!hung.has(gel)) expect(sheets).toBeLessThanOrEqual(have!);
      const { iso, shutterS, syncS, longestS, mode, ndStops } = tried.camera;
      if (change.kind === 'iso') expect(iso >= 50 && iso <= 25_600).toBe(true);
      if (change.kind === 'shutter') {
        expect(mode).toBe('stills');
        expect(shutterS).toBeLessThanOrEqual(longestS + 1e-9);
        if (tried.lights.some(({ on, fixture }) => on && fixture.kind === 'flash'))
          expect(shutterS).toBeGreaterThanOrEqual(syncS - 1e-9);
      }
      expect(ndStops).toBeGreaterThanOrEqual(0);
      if (change.kind === 'distance')
        for (const { position, id } of tried.lights)
          if (position.some((v, i) => v !== look.lights.find((one) => one.id === id)!.position[i]))
            expect(fitsInRoom(tried, position)).toBe(true);
    }
  });
});

describe('a fill stays under its key', () => {
  it('in 200 generated looks, or it is said that it does not; and every limit that is said is so', () => {
    for (let seed = 1; seed <= 200; seed++) {
      const made = shaken(seed);
      const { look, limits } = balance(made, { thorough: false });
      const readings = evaluate(look);
      const key = look.lights.find(({ role, on }) => role === 'key' && on);
      for (const { over, id } of fillsOver(look)) {
        if (over <= 0.25) continue;
        const fill = look.lights.find((light) => light.id === id)!;
        expect(limits.map(({ kind, lightId }) => [kind, lightId])).toContainEqual(['over-key', id]);
        const couldTurn = !fill.locked && fill.powerStops > fill.fixture.minStops + 0.5;
        if (couldTurn && key)
          throw new Error(`Look ${seed}: ${id} stands ${over.toFixed(2)} over its bound and could be turned.`);
      }
      for (const limit of limits) {
        const light = look.lights.find(({ id }) => id === limit.lightId);
        if (limit.kind === 'out-of-power') expect(light!.powerStops).toBeGreaterThan(-1e-6);
        if (limit.kind === 'lowest-power') expect(light!.powerStops).toBeLessThan(light!.fixture.minStops + 1e-6);
        if (limit.kind === 'key') expect(limit.stops).toBeCloseTo(readings.keyStops, 6);
        if (limit.kind === 'locked') expect(light!.locked).toBe(true);
        if (limit.kind === 'separation') expect(limit.now).toBeCloseTo(readings.separation, 6);
      }
    }
  });

  const teal = (mostToKey: number | null): Look => {
    const look = demoLooks()[0]!;
    const shadow = look.probes.find(({ id }) => id === 'face-shadow')!;
    const rim = look.lights.find(({ role }) => role === 'rim')!;
    return withLights(look, (light) =>
      light.id === rim.id
        ? { role: 'fill', zone: shadow.id, aim: shadow.position, position: [-1.2, 1.7, 2], powerStops: 0, mostToKey }
        : {},
    );
  };

  it('a coloured one as well: it is held, and what its colour lacks is said', () => {
    const { look, limits } = balance(teal(null));
    expect(fillsOver(look)[0]!.over).toBeLessThan(0.25);
    const said = limits.find(({ kind }) => kind === 'under-key' || kind === 'washed-out');
    expect(said?.byLightId ?? 'key').toBe('key');
  });

  it('unless it is asked to give more', () => {
    const held = fillsOver(balance(teal(null)).look)[0]!.over + usualMostToKey('fill', demoLooks()[0]!.brief.mood)!;
    const asked = fillsOver(balance(teal(2)).look)[0]!.over + 2;
    expect(asked).toBeGreaterThan(held + 0.3);
  });

  it('a white one is brought to the ratio that was asked for', () => {
    const look = teal(-1.5);
    const white = withLights(look, (light) => (light.role === 'fill' ? { gels: [] } : {}));
    const { look: balanced } = balance(white);
    expect(Math.abs(fillsOver(balanced)[0]!.over)).toBeLessThan(0.4);
  });

  it('has its place by the mood: deepest under a dark one', () => {
    const [dark, neutral, bright] = MOODS.map((mood) => usualMostToKey('fill', mood)!);
    expect(dark).toBeLessThan(neutral!);
    expect(neutral).toBeLessThan(bright!);
    expect(bright).toBeLessThan(0);
    expect(usualMostToKey('rim', 'dark')).toBeNull();
  });
});
