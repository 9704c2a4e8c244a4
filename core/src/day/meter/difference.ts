import { xyToUvPrime } from '../../colour/cct';
import type { MeterEntry } from '../../document/schema';
import { mixed, stopsBetween } from './mixed';
import { receivedLuxS } from './received';

/** One reading against what was planned at its place then. */
export interface MeterDifference {
  readonly entry: MeterEntry;
  /** Light received over light planned, stops. */
  readonly offStops: number;
  /** Distance of the colours in u'v'; null where it showed none. */
  readonly offUv: number | null;
  /** Farther from the plan than lamps drift: a meter set otherwise, or another light burning. */
  readonly isDoubtful: boolean;
}

const DOUBTFUL_STOPS = 3.3;

/** Holds one reading against what was planned at its place when it was taken. */
export function meterDifference(entry: MeterEntry): MeterDifference {
  const { luxS, xy } = mixed(entry, () => 0);
  const offStops = stopsBetween(luxS, receivedLuxS(entry));
  const seen = entry.x === null || entry.y === null ? null : xyToUvPrime([entry.x, entry.y]);
  const planned = xyToUvPrime(xy);
  const offUv = seen === null ? null : Math.hypot(seen[0] - planned[0], seen[1] - planned[1]);
  return { entry, offStops, offUv, isDoubtful: Math.abs(offStops) > DOUBTFUL_STOPS };
}
