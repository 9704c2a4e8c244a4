import type { Light, Look } from '../document/schema';
import { nearestPower } from '../scene/power';
import type { Readings } from '../scene/readings';
import { hueDegOf } from '../colour/oklab';
import { labOfHex, seenDifference } from './draw';
import type { EdgeExercise, StopsExercise, WhoseExercise } from './exercise';
import type { Making } from './generate';

/** Changes that are asked for: thirds of a stop, up to three. */
const THIRDS = [-9, -8, -7, -6, -5, -4, -3, -2, -1, 1, 2, 3, 4, 5, 6, 7, 8, 9];
/** A change that is less than this nowhere is seen at a glance, OKLab. */
export const SEEN = 0.03;
/** A light is worth a question where it is so much of the light at its place. */
const LEADING = 0.3;

export const withPower = (look: Look, id: string, powerStops: number): Look => ({
  ...look,
  lights: look.lights.map((light) => (light.id === id ? { ...light, powerStops } : light)),
});

/** Lights that lead where they work, by the readings. */
const leading = (look: Look, { lights, probes }: Readings): Light[] =>
  look.lights.filter((light) => {
    const reading = lights.find(({ id }) => id === light.id);
    const probe = probes.find(({ id }) => id === reading?.probe);
    return reading?.active && (probe?.shares.find(({ lightId }) => lightId === light.id)?.share ?? 0) >= LEADING;
  });

/** Hue of a light as it is recorded, OKLCh degrees; null for white. */
function hueOf({ lights }: Readings, id: string): number | null {
  const { hex, isWhite } = lights.find((light) => light.id === id)!;
  return isWhite ? null : hueDegOf(labOfHex(hex));
}

/** Two pictures, one light changed: by how much, and which way. */
export function stopsExercise({ lots, code, base, read }: Making): StopsExercise | null {
  const lights = leading(base, read(base));
  if (lights.length === 0) return null;
  const light = lots.one(lights);
  const thirds = lots.one(THIRDS);
  // Where both powers are on its dial: it is turned from a lower one where it has to be.
  const from = Math.min(light.powerStops, -thirds / 3);
  const low = Math.max(light.fixture.minStops, light.fixture.minStops - thirds / 3);
  if (from < low) return null;
  const before = withPower(base, light.id, from);
  const after = withPower(base, light.id, from + thirds / 3);
  const [a, b] = [read(before), read(after)];
  const place = (readings: Readings) =>
    readings.probes.find(({ id }) => id === readings.lights.find((one) => one.id === light.id)!.probe)!;
  // What has clipped shows no difference any more.
  if (Math.min(place(a).headroom.stops, place(b).headroom.stops) < -0.5) return null;
  if (seenDifference(a, b) < SEEN) return null;
  const hueDeg = hueOf(a, light.id);
  return { skill: 'stops', code, before, after, readings: { before: a, after: b }, lightId: light.id, hueDeg, truth: thirds / 3 };
}

/** Asked for no nearer and no farther, stops. */
const [NEAR, FAR] = [0.25, 4];

/** A lit colour: how many stops until its first channel clips, and which. */
export function edgeExercise({ lots, code, base, read }: Making): EdgeExercise | null {
  const lights = leading(base, read(base)).filter(({ id }) => !read(base).lights.find((one) => one.id === id)!.isWhite);
  if (lights.length === 0) return null;
  const light = lots.one(lights);
  const down = -Math.round(9 * lots.next()) / 3;
  const look = withPower(base, light.id, nearestPower(light.fixture, Math.max(light.fixture.minStops, light.powerStops + down)));
  const readings = read(look);
  const reading = readings.lights.find(({ id }) => id === light.id)!;
  const truth = reading.firstClip.stops - reading.stops;
  if (!(truth >= NEAR && truth <= FAR)) return null;
  const hueDeg = hueOf(readings, light.id);
  return { skill: 'edge', code, look, readings, lightId: light.id, hueDeg, truth, channel: reading.firstClip.channel };
}

/** The one that is asked for makes so much of the light, and no other more than so much. */
const [MOST_OF_IT, LITTLE_OF_IT] = [0.65, 0.25];

/** Which light is seen at a place. */
export function whoseExercise({ lots, code, base, read }: Making): WhoseExercise | null {
  const active = base.lights.filter(({ id }) => read(base).lights.find((one) => one.id === id)?.active);
  if (active.length < 2) return null;
  const places = read(base).probes.filter(({ shares, stops }) => {
    const [first, second] = shares;
    return (
      stops > -4 &&
      active.some(({ id }) => id === first?.lightId) &&
      first!.share >= MOST_OF_IT &&
      (second?.share ?? 0) <= LITTLE_OF_IT
    );
  });
  if (places.length === 0) return null;
  const { id, shares } = lots.one(places);
  const { lightId, share } = shares[0]!;
  return {
    skill: 'whose',
    code,
    look: base,
    readings: read(base),
    probe: id,
    options: active.map((light) => light.id),
    truth: lightId,
    share,
  };
}
