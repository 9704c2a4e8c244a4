import { kelvinToMired } from '../colour/cct';
import { sourceKelvin } from '../scene/resolve';
import { nearestPower } from '../scene/power';
import type { MatchExercise, WhiteExercise } from './exercise';
import type { Making } from './generate';
import { SEEN } from './make-light';
import { seenDifference } from './draw';

/** Every dial starts here, stops from full, or as near as it has it. */
const START_STOPS = -4;

/** A finished picture and its set, all dials alike: to be dialled. */
export function matchExercise({ code, base, read }: Making): MatchExercise | null {
  const active = base.lights.filter(({ id, locked }) => !locked && read(base).lights.find((one) => one.id === id)?.active);
  if (active.length < 2) return null;
  const start = {
    ...base,
    lights: base.lights.map((light) =>
      active.includes(light) ? { ...light, powerStops: nearestPower(light.fixture, START_STOPS) } : light,
    ),
  };
  if (seenDifference(read(base), read(start)) < 3 * SEEN) return null;
  return { skill: 'match', code, target: base, start };
}

/** Whites that are asked for, K, and how far at least from the key's, mired. */
const WHITES_K = [2800, 3200, 3600, 4000, 4500, 5600, 6500, 7500, 9000] as const;
const LEAST_MIRED = 15;

/** A picture at an unknown white, under a key whose white is known. */
export function whiteExercise({ lots, code, base, read }: Making): WhiteExercise | null {
  const key = base.lights.find(({ role, gels, on }) => role === 'key' && on && gels.length === 0);
  // A look whose key is coloured is known by the white that it was made for.
  const keyK = (key ? sourceKelvin(key.fixture, key.powerStops) : null) ?? base.camera.whiteK;
  const truth = lots.one(WHITES_K.filter((kelvin) => Math.abs(kelvinToMired(kelvin) - kelvinToMired(keyK)) >= LEAST_MIRED));
  const look = { ...base, camera: { ...base.camera, whiteK: truth } };
  return seenDifference(read(base), read(look)) < SEEN ? null : { skill: 'white', code, look, keyK: Math.round(keyK), truth };
}
