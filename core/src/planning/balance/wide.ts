import type { KitEntry } from '../../catalogue/kit-schema';
import type { Look } from '../../document/schema';
import { distanceTimes, grids, otherGels } from '../proposals/of-light';
import { apertureBy, isoBy, ndBy, shutterBy } from '../proposals/of-whole';
import type { Change } from '../proposals/change';
import type { Proposal } from '../proposals/proposal';
import { ranked } from '../proposals/rank';
import { supplyOf, type Supply } from '../proposals/supply';
import { balance, bestObjective, objectiveOf, type BalanceResult } from './balance';
import type { BalanceOptions } from './objective';

/** What a balance may change besides powers. */
export interface Freedom {
  readonly iso?: boolean;
  readonly aperture?: boolean;
  readonly shutter?: boolean;
  readonly nd?: boolean;
  readonly distance?: boolean;
  readonly gels?: boolean;
  readonly grid?: boolean;
}

/** One change of a wide balance. */
export interface WideChange {
  readonly change: Change;
  /** How much J fell by it. */
  readonly gain: number;
}

export interface WideBalance {
  readonly result: BalanceResult;
  readonly changes: readonly WideChange[];
  /** J with powers alone, and with all that was free. */
  readonly powersOnly: number;
  readonly objective: number;
}

/** Less than this of J is not worth a walk to the stand. */
const WORTH = 0.004;
const MOST_ROUNDS = 4;
const TIMES = [0.7, 1.4];

/**
 * Balances powers and, where they are free, exposure, distances, gels and grids: each step takes the one change that lowers J most
 * with all powers solved anew, as long as one is worth it. Deterministic. Input as `parseLook` returns it.
 */
export function balanceWide(look: Look, freedom: Freedom, kit: readonly KitEntry[], options: BalanceOptions = {}): WideBalance {
  const objective = (tried: Look) => bestObjective(tried, options);
  const powersOnly = objective(look);
  let best = { look, cost: powersOnly };
  const changes: WideChange[] = [];
  for (let round = 0; round < MOST_ROUNDS; round++) {
    const moves = movesOf(best.look, freedom, supplyOf(best.look, kit));
    const [pick] = ranked(moves, objective, { before: best.cost, worth: WORTH, effortWeight: 0 });
    if (!pick) break;
    changes.push({ change: pick.proposal.change, gain: pick.gain });
    best = { look: pick.proposal.look, cost: best.cost - pick.gain };
  }
  const result = balance(best.look, options);
  return { result, changes, powersOnly, objective: objectiveOf(result.look, options) };
}

/** The changes that are free, each by itself. */
function movesOf(look: Look, freedom: Freedom, supply: Supply): Proposal[] {
  const stops = [-1, 1];
  const lights = look.lights.filter(({ on, muted, locked }) => on && !muted && !locked);
  return [
    ...(freedom.iso ? stops.flatMap((by) => isoBy(look, by)) : []),
    ...(freedom.aperture ? stops.flatMap((by) => apertureBy(look, by)) : []),
    ...(freedom.shutter ? stops.flatMap((by) => shutterBy(look, by)) : []),
    ...(freedom.nd ? stops.flatMap((by) => ndBy(look, by)) : []),
    ...lights.flatMap((light) => [
      ...(freedom.distance ? TIMES.flatMap((times) => distanceTimes(look, light, times)) : []),
      ...(freedom.grid ? grids(look, light, supply) : []),
      ...(freedom.gels && light.gels.length === 1 ? otherGels(look, light, supply) : []),
    ]),
  ];
}
