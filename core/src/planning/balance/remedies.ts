import type { KitEntry } from '../../catalogue/kit-schema';
import type { Light, Look } from '../../document/schema';
import { meteredIndex } from '../../document/zones';
import type { Readings } from '../../scene/readings';
import {
  aimAt,
  distanceFor,
  flagFrom,
  gridded,
  grids,
  lossAt,
  otherGels,
  powerBy,
  turnFrom,
  unlock,
} from '../proposals/of-light';
import { apertureBy, blackout, blackRoom, isoBy, ndBy, shutterBy } from '../proposals/of-whole';
import type { Proposal } from '../proposals/proposal';
import { firstOfEach, ranked } from '../proposals/rank';
import { supplyOf, type Supply } from '../proposals/supply';
import { balance, bestObjective } from './balance';
import type { Limit } from './limits';
import type { BalanceOptions } from './objective';

/** Something to do about what limits a look, tried with all powers solved anew. */
export interface Remedy extends Proposal {
  /** What it is for. */
  readonly limit: Limit;
  /** Share of the way to the aims that it closes, 0 to 1. */
  readonly nearer: number;
}

/** Less than this of J is not worth a walk to the stand. */
const WORTH = 0.004;
/** What a step of effort counts against what a remedy gains of J. */
const EFFORT_WEIGHT = 0.01;
const MOST = 6;
const QUICK: BalanceOptions = { thorough: false };
const TURN_DEG = 15;
const BLACKOUT_STOPS = 5;
/** A light with more than this left to either end can be turned further. */
const IN_HAND_STOPS = 0.5;

/**
 * What would bring a look nearer to its aims with this kit, in this place, once its powers are solved: for each limit the changes that are possible are tried with all powers
 * solved anew; what does not help is left out. Best for its effort first, at most six, one for each light and kind.
 */
export function remediesFor(unsolved: Look, kit: readonly KitEntry[]): Remedy[] {
  const { look, readings, limits, objective } = balance(unsolved, QUICK);
  const supply = supplyOf(look, kit);
  const before = objective.after;
  const proposals = limits.flatMap((limit) =>
    proposalsFor(look, readings, limit, supply).map((proposal) => ({ ...proposal, limit })),
  );
  const tried = ranked(proposals, (one) => bestObjective(one, QUICK), { before, worth: WORTH, effortWeight: EFFORT_WEIGHT });
  return firstOfEach(tried.map(({ proposal, gain }) => ({ ...proposal, nearer: Math.min(1, gain / before) })))
    .slice(0, MOST)
    .map((proposal) => ({ ...proposal, look: balance(proposal.look, QUICK).look }));
}

/** All that could be done about a limit: whether it helps is found out by trying. */
function proposalsFor(look: Look, readings: Readings, limit: Limit, supply: Supply): Proposal[] {
  const light = look.lights.find(({ id }) => id === limit.lightId);
  const stops = Number.isFinite(limit.amount) ? limit.amount : 3;
  switch (limit.kind) {
    case 'out-of-power':
      return light
        ? [...otherGels(look, light, supply, true), ...distanceFor(look, light, stops), ...exposureBy(look, stops)]
        : [];
    case 'lowest-power':
      return light
        ? [...distanceFor(look, light, -stops), ...lossAt(look, light, stops, 'density'), ...exposureBy(look, -stops)]
        : [];
    case 'washed-out':
      return light ? washedOut(look, light, limit.byLightId, supply) : [];
    case 'under-key':
      return light ? washedOut(look, light, limit.byLightId, supply) : [];
    case 'over-key':
      return light ? [...unlock(look, light), ...distanceFor(look, light, -stops), ...lossAt(look, light, stops, 'density')] : [];
    case 'unreached': {
      const place = look.probes.find(({ id }) => id === light?.zone);
      return light && place ? aimAt(look, light, place.position, place.name.toLowerCase()) : [];
    }
    case 'burnt':
      return light ? offSkin(look, light, stops, supply) : exposureBy(look, -stops);
    case 'clipping':
      return [...(light ? powerBy(look, light, -stops) : []), ...exposureBy(look, -stops)];
    case 'key': {
      const under = readings.keyStops < look.brief.keyStops;
      const keys = look.lights.filter(({ role, on }) => on && role === 'key');
      const by = under ? stops : -stops;
      // A key that can still be turned is held back by something else: neither its stand nor the camera is to move for it.
      const spent = keys.filter((key) =>
        under ? key.powerStops > -IN_HAND_STOPS : key.powerStops < key.fixture.minStops + IN_HAND_STOPS,
      );
      return [
        ...keys.flatMap((key) => unlock(look, key)),
        ...spent.flatMap((key) => [...distanceFor(look, key, by), ...(under ? otherGels(look, key, supply, true) : [])]),
        ...(spent.length || keys.length === 0 ? exposureBy(look, by) : []),
      ];
    }
    case 'locked':
      return light ? unlock(look, light) : [];
    case 'separation':
      return [
        ...look.lights
          .filter(({ on, role }) => on && ['rim', 'hair', 'kicker', 'background'].includes(role))
          .flatMap((one) => [...unlock(look, one), ...otherGels(look, one, supply)]),
        ...blackRoom(look),
      ];
  }
}

/** What keeps a light from skin that it burns. */
function offSkin(look: Look, light: Light, stops: number, supply: Supply): Proposal[] {
  const face = look.probes[meteredIndex(look.probes)]!;
  return [
    ...powerBy(look, light, -stops),
    ...(light.zone === face.id ? distanceFor(look, light, -stops) : flagFrom(look, light, face.position)),
    ...grids(look, light, supply),
    ...gridded(look, light, supply),
    ...turnFrom(look, light, face.position, TURN_DEG),
  ];
}

/** Brighter or darker by what the camera has: each by itself. */
const exposureBy = (look: Look, stops: number): Proposal[] =>
  [isoBy, apertureBy, shutterBy, ndBy].flatMap((change) => change(look, stops));

function washedOut(look: Look, light: Light, byId: string | null, supply: Supply): Proposal[] {
  const other = look.lights.find(({ id }) => id === byId);
  const place = look.probes.find(({ id }) => id === light.zone);
  if (!other || !place)
    return [...blackout(look, BLACKOUT_STOPS), ...shutterBy(look, -1), ...isoBy(look, -1), ...blackRoom(look)];
  return [
    ...grids(look, other, supply),
    ...gridded(look, other, supply),
    ...flagFrom(look, other, place.position),
    ...turnFrom(look, other, place.position, TURN_DEG),
    ...distanceFor(look, light, 1),
  ];
}
