import type { Channel } from '../../camera/sensor';
import { readScene } from '../../scene/evaluate';
import { formatPower } from '../../scene/power';
import type { LightReading, Readings } from '../../scene/readings';
import { compileScene } from '../../scene/compile';
import type { Look } from '../../document/schema';
import { limitsOf, type Limit } from './limits';
import { goalsOf, objectiveAt, presentPowers, type BalanceOptions } from './objective';
import { movable, solve } from './solve';

/** What happened to one light's power. */
export interface PowerChange {
  readonly lightId: string;
  readonly name: string;
  /** Stops under full. */
  readonly fromStops: number;
  readonly toStops: number;
  readonly deltaStops: number;
  /** The new power in the fixture's own terms. */
  readonly dial: string;
}

export interface BalanceResult {
  /** The look with its new powers; nothing else is changed. */
  readonly look: Look;
  readonly readings: Readings;
  /** Only lights that moved, in build order. */
  readonly changes: readonly PowerChange[];
  /** J before and after. */
  readonly objective: { readonly before: number; readonly after: number };
  /** What keeps the result from its aims, and by how much. */
  readonly limits: readonly Limit[];
  /** Whether the search came to its own end. A look of very many lights and places is searched for so long only: better powers may exist. */
  readonly isWhole: boolean;
  /** Whether any light could be moved at all. */
  readonly isFree: boolean;
  /** The light that is nearest to its clip, and how far that is; null where nothing shines. */
  readonly nearest: { readonly name: string; readonly channel: Channel; readonly toClipStops: number } | null;
}

/**
 * Sets the powers of all unlocked active lights so that the key meets its level, every coloured zone sits at its aimed
 * place in its vivid window, nothing clips, and the subject stands off the backdrop. Powers keep to each fixture's range
 * and steps. Deterministic. Input as `parseLook` returns it.
 */
export function balance(look: Look, options: BalanceOptions = {}): BalanceResult {
  const scene = compileScene(look);
  const goals = goalsOf(scene, options);
  const free = movable(scene, options.locked);
  const before = objectiveAt(goals, presentPowers(scene)).total;
  const { powers, cost, isWhole } = solve(goals, free, options.thorough ?? true);
  const changes = free.flatMap((l): PowerChange[] => {
    const light = look.lights[l]!;
    const toStops = powers[l]!;
    const deltaStops = toStops - light.powerStops;
    if (Math.abs(deltaStops) < 1e-9) return [];
    return [
      {
        lightId: light.id,
        name: light.name,
        fromStops: light.powerStops,
        toStops,
        deltaStops,
        dial: formatPower(light.fixture, toStops),
      },
    ];
  });
  const balanced: Look = changes.length
    ? { ...look, lights: look.lights.map((light, l) => ({ ...light, powerStops: powers[l]! })) }
    : look;
  const after = compileScene(balanced);
  const readings = readScene(after);
  const limits = limitsOf(goalsOf(after, options), readings);
  return {
    look: balanced,
    readings,
    changes,
    objective: { before, after: cost },
    limits,
    isWhole,
    isFree: free.length > 0,
    nearest: nearestToClip(readings),
  };
}

/** J of a look as it stands, by the same measure as `balance`. */
export function objectiveOf(look: Look, options: BalanceOptions = {}): number {
  const scene = compileScene(look);
  return objectiveAt(goalsOf(scene, options), presentPowers(scene)).total;
}

/** The least J of a look over the powers that may move, solved on the fixtures' own steps. */
export function bestObjective(look: Look, options: BalanceOptions = {}): number {
  const scene = compileScene(look);
  return solve(goalsOf(scene, options), movable(scene, options.locked), options.thorough ?? true).cost;
}

function nearestToClip({ lights }: Readings): BalanceResult['nearest'] {
  const room = ({ firstClip, stops }: LightReading) => firstClip.stops - stops;
  const nearest = lights.filter((light) => light.active && Number.isFinite(room(light))).sort((a, b) => room(a) - room(b))[0];
  return nearest ? { name: nearest.name, channel: nearest.firstClip.channel, toClipStops: room(nearest) } : null;
}
