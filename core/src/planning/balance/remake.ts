import { balance, type BalanceResult } from './balance';
import { evaluate } from '../../scene/evaluate';
import { usualSetting } from '../light-sets';
import { nearestPower } from '../../scene/power';
import type { Fixture, Light, Look } from '../../document/schema';

/** A look made again with other lamps: powers solved anew, and what cannot be reached. */
export interface Remake {
  readonly look: Look;
  readonly result: BalanceResult;
  /** Lights that do not come to where they stood, with how far, worst first. */
  readonly unreached: readonly {
    readonly lightId: string;
    readonly name: string;
    readonly offStops: number;
    readonly text: string;
  }[];
}

const REACHED_STOPS = 0.2;

/**
 * Puts other fixtures in the places of a look's lights (by light id; those not named keep theirs) and brings every light to the level that it had where it
 * works. Gels stay: a lamp of another colour gives another colour through them, which the readings then show.
 */
export function remake(look: Look, fixtures: Readonly<Record<string, Fixture>>): Remake {
  const before = evaluate(look);
  const swapped: Look = {
    ...look,
    lights: look.lights.map((light): Light => {
      const fixture = fixtures[light.id];
      if (!fixture) return light;
      const setting =
        fixture.kind === 'colour' ? (light.fixture.kind === 'colour' ? light.setting : usualSetting(fixture)) : null;
      return {
        ...light,
        fixture,
        setting,
        powerStops: nearestPower(fixture, Math.max(fixture.minStops, light.powerStops)),
        unit: { outputStops: 0, miredShift: 0, green: 0 },
      };
    }),
  };
  // Level by level: each light's own reflected light at its place is proportional to its power.
  const now = evaluate(swapped);
  const levelled: Look = {
    ...swapped,
    lights: swapped.lights.map((light, l) => {
      const [from, to] = [now.lights[l]!.stops, before.lights[l]!.stops];
      if (!fixtures[light.id] || !Number.isFinite(from) || !Number.isFinite(to)) return light;
      const wanted = Math.min(0, Math.max(light.fixture.minStops, light.powerStops + to - from));
      return { ...light, powerStops: nearestPower(light.fixture, wanted) };
    }),
  };
  const after = evaluate(levelled);
  const unreached = levelled.lights
    .flatMap((light, l) => {
      const off = after.lights[l]!.stops - before.lights[l]!.stops;
      if (!fixtures[light.id] || !(Math.abs(off) > REACHED_STOPS)) return [];
      return [
        {
          lightId: light.id,
          name: light.name,
          offStops: off,
          text: `${light.name}: ${light.fixture.name} comes out ${Math.abs(off).toFixed(1)} stops too ${off < 0 ? 'weak, at full power' : 'strong, at its lowest'}.`,
        },
      ];
    })
    .sort((a, b) => Math.abs(b.offStops) - Math.abs(a.offStops));
  return { look: levelled, result: balance(levelled, { thorough: false }), unreached };
}
