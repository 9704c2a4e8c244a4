import { densityOf } from '../bench/questions';
import { kelvinToMired } from '../../colour/cct';
import { formatPower, nearestPower } from '../../scene/power';
import { compileScene } from '../../scene/compile';
import { readScene } from '../../scene/evaluate';
import type { Light, Look } from '../../document/schema';
import { readAmbient, type WindowReading } from './ambient';
import { lightsAtWhites, type LightAtWhites } from './white';
import type { White } from '../../scene/camera';

export interface DayForNight extends White {
  /** Neutral density on the lens, stops. */
  readonly ndStops: number;
}

/** What becomes of one light. */
export interface NightLight {
  readonly lightId: string;
  readonly name: string;
  readonly before: LightAtWhites['at'][number];
  readonly after: LightAtWhites['at'][number];
  /** Recorded level at its place, stops from mid-grey, before and after, power as it is. */
  readonly stopsBefore: number;
  readonly stopsAfter: number;
  /** Stops it can still be raised. */
  readonly roomStops: number;
  /** Stops it lacks, at full power, to be where it was; 0 where it can follow. */
  readonly shortStops: number;
  /** What would do: a power, a lamp, a distance. */
  readonly remedy: string;
  /** Its power where it can follow, stops under full. */
  readonly powerStops: number;
}

export interface NightReading {
  readonly nd: { readonly stops: number; readonly factor: number; readonly density: number };
  readonly ambientBefore: number;
  readonly ambientAfter: number;
  readonly windowBefore: WindowReading | null;
  readonly windowAfter: WindowReading | null;
  readonly lights: readonly NightLight[];
  /** Names of lights that read blue then and did not before. */
  readonly turnBlue: readonly string[];
  readonly fallShort: readonly string[];
  /** The look with white and density set, and every light that can follow raised by as much. */
  readonly look: Look;
}

/** Watts that household lamps come in. */
const LAMP_W = [15, 25, 40, 60, 75, 100, 150, 200, 250, 300, 500, 650, 1000];

/** The day made a night: white balance towards tungsten and density on the lens, and what every light has to do then. */
export function dayForNight(look: Look, { whiteK, tintDuv, ndStops }: DayForNight): NightReading {
  const moved = Math.round((ndStops - look.camera.ndStops) * 1000) / 1000;
  const night: Look = { ...look, camera: { ...look.camera, whiteK, tintDuv, ndStops } };
  const [before, after] = [look, night].map((one) => {
    const scene = compileScene(one);
    return { readings: readScene(scene), ambient: readAmbient(one, scene.camera) };
  }) as [Seen, Seen];
  const seen = new Map(
    lightsAtWhites(look, [
      { whiteK: look.camera.whiteK, tintDuv: look.camera.tintDuv },
      { whiteK, tintDuv },
    ]).map((light) => [light.id, light]),
  );
  const lights = look.lights.flatMap((light, l): NightLight[] => {
    const at = seen.get(light.id);
    if (!light.on || !at) return [];
    const wanted = light.powerStops + moved;
    const shortStops = Math.max(0, wanted);
    const powerStops = nearestPower(light.fixture, Math.max(light.fixture.minStops, Math.min(0, wanted)));
    return [
      {
        lightId: light.id,
        name: light.name,
        before: at.at[0]!,
        after: at.at[1]!,
        stopsBefore: before.readings.lights[l]!.stops,
        stopsAfter: after.readings.lights[l]!.stops,
        roomStops: -light.powerStops,
        shortStops,
        powerStops,
        remedy: remedyFor(light, moved, shortStops, powerStops),
      },
    ];
  });
  const bluish = ({ reads, miredShift }: LightAtWhites['at'][number]) =>
    (reads === 'cool' || reads === 'coloured') && miredShift !== null && miredShift < -45;
  const { factor, density } = densityOf('stops', ndStops);
  const powers = new Map(lights.map(({ lightId, powerStops }) => [lightId, powerStops]));
  return {
    nd: { stops: ndStops, factor, density },
    ambientBefore: before.ambient.highestStops,
    ambientAfter: after.ambient.highestStops,
    windowBefore: before.ambient.window,
    windowAfter: after.ambient.window,
    lights,
    turnBlue: lights.filter((one) => bluish(one.after) && !bluish(one.before)).map(({ name }) => name),
    fallShort: lights.filter(({ shortStops }) => shortStops > 0.05).map(({ name }) => name),
    look: {
      ...night,
      lights: look.lights.map((light) =>
        light.locked ? light : { ...light, powerStops: powers.get(light.id) ?? light.powerStops },
      ),
    },
  };
}

interface Seen {
  readonly readings: ReturnType<typeof readScene>;
  readonly ambient: ReturnType<typeof readAmbient>;
}

function remedyFor(light: Light, moved: number, short: number, powerStops: number): string {
  if (Math.abs(moved) < 0.05) return 'Stays as it is.';
  if (short <= 0.05) return `Set it to ${formatPower(light.fixture, powerStops)}.`;
  if (light.lamp) {
    const needed = light.lamp.fittedW * 2 ** short;
    const lamp = LAMP_W.find((watts) => watts >= needed * 0.95);
    if (!lamp) return `${short.toFixed(1)} short at full: more than a lamp can give. Light its place from outside the picture.`;
    const over = lamp > light.lamp.ratedW ? `, over the ${light.lamp.ratedW} W its holder is rated for` : '';
    return `${short.toFixed(1)} short at full: a ${lamp} W lamp would do${over}.`;
  }
  return `${short.toFixed(1)} short at full: bring it to ${Math.round(100 * 2 ** (-short / 2))} % of its distance, take a stronger lamp, or less density.`;
}

/** Mired that a white moves by, for words: positive is a cooler picture. */
export function pushOf(from: White, to: White): number {
  return kelvinToMired(to.whiteK) - kelvinToMired(from.whiteK);
}
