import { xyToUvPrime } from '../../colour/cct';
import type { Look, MeterEntry } from '../../document/schema';
import { AMBIENT_ID } from '../../scene/ambient';
import { lightDifference, type LightDifference } from '../frame/difference';
import { gaussNewton } from '../../gauss-newton';
import { meterDifference, type MeterDifference } from './difference';
import { levelResidual, mixed, type Share } from './mixed';
import { unitStopsOf } from './unit-stops';

export interface MeterComparison {
  readonly readings: readonly MeterDifference[];
  /** Of the lights that any reading has a part of and that are still there. */
  readonly lights: readonly LightDifference[];
  readonly ambientStops: number | null;
}

/** A meter's colour is good to about this in u'v', with lamps that drift. */
const COLOUR_UV = 0.008;
/** How far lamps and ambient are expected from their figures, stops. */
const [LAMP_PRIOR, AMBIENT_PRIOR] = [1.2, 0.6];

/**
 * Holds what a meter showed against what was planned there: each light's level from all readings that it has a part in, by least squares
 * (Gauss-Newton) with a leaning to the plan. What was learned of a unit since a reading counts as known, so that a light that was
 * corrected is as planned.
 */
export function compareMeter(look: Look): MeterComparison {
  const readings = look.day.meter.map(meterDifference);
  const sound = readings.filter(({ isDoubtful }) => !isDoubtful).map(({ entry }) => entry);
  const ids = [...new Set(sound.flatMap(({ planned }) => planned.map(({ light }) => light)))];
  if (ids.length === 0) return { readings, lights: [], ambientStops: null };
  const fit = gaussNewton(
    (off) => sound.flatMap((entry) => residualsOf(look, entry, (id) => off[ids.indexOf(id)]!)),
    ids.map((id) => (id === AMBIENT_ID ? AMBIENT_PRIOR : LAMP_PRIOR)),
  );
  // Readings that contradict each other leave more open than each of them says.
  const wider = Math.max(1, fit.after);
  const lights = ids.flatMap((id, i) => {
    const name = look.lights.find((light) => light.id === id)?.name;
    return name === undefined ? [] : [lightDifference(id, name, fit.values[i]!, fit.deviations[i]! * wider, true)];
  });
  const ambient = ids.indexOf(AMBIENT_ID);
  return { readings, lights, ambientStops: ambient < 0 ? null : fit.values[ambient]! };
}

/** A reading's residuals in their standard deviation: level, and colour where it showed one. */
function residualsOf(look: Look, entry: MeterEntry, offOf: (id: string) => number): number[] {
  const known = (id: string, then: number) => (look.lights.some((light) => light.id === id) ? unitStopsOf(look, id) - then : 0);
  const turned = ({ light, unitStops }: Share) => offOf(light) + known(light, unitStops);
  const level = levelResidual(entry, turned);
  if (entry.x === null || entry.y === null || entry.planned.length < 2) return [level];
  const [seen, made] = [xyToUvPrime([entry.x, entry.y]), xyToUvPrime(mixed(entry, turned).xy)];
  return [level, (made[0] - seen[0]) / COLOUR_UV, (made[1] - seen[1]) / COLOUR_UV];
}
