import { densityOf } from '../bench/questions';
import { kelvinToMired } from '../../colour/cct';
import { formatPower, nearestPower } from '../../scene/power';
import { compileScene } from '../../scene/compile';
import { readScene } from '../../scene/evaluate';
import type { Light, Look } from '../../document/schema';
import { readAmbient } from './ambient-reading';
import { type WindowReading } from './ambient';
import { lightsAtWhites, type LightAtWhites } from './white';
import type { White } from '../../scene/camera';

export interface DayForNight extends White {
  /** Neutral density on the lens, stops. */
  readonly ndStops: number;
}

/** What a light can do to follow the density. */
export type NightRemedy =
  | { readonly kind: 'stays' }
  | { readonly kind: 'power'; readonly dial: string }
  /** Lamps that stand in the picture: the one that would do, and what its holder is rated for where it is over that; null where no lamp does. */
  | {
      readonly kind: 'lamp';
      readonly shortStops: number;
      readonly lampW: number | null;
      readonly overRatedW: number | null;
    }
  /** Share of its distance at which it would do. */
  | { readonly kind: 'nearer'; readonly shortStops: number; readonly distanceShare: number };

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
  readonly remedy: NightRemedy;
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

function remedyFor(light: Light, moved: number, shortStops: number, powerStops: number): NightRemedy {
  if (Math.abs(moved) < 0.05) return { kind: 'stays' };
  if (shortStops <= 0.05) return { kind: 'power', dial: formatPower(light.fixture, powerStops) };
  if (!light.lamp) return { kind: 'nearer', shortStops, distanceShare: 2 ** (-shortStops / 2) };
  const { fittedW, ratedW } = light.lamp;
  const lampW = LAMP_W.find((watts) => watts >= fittedW * 2 ** shortStops * 0.95) ?? null;
  return { kind: 'lamp', shortStops, lampW, overRatedW: lampW !== null && lampW > ratedW ? ratedW : null };
}

/** Mired that a white moves by, for words: positive is a cooler picture. */
export function pushOf(from: White, to: White): number {
  return kelvinToMired(to.whiteK) - kelvinToMired(from.whiteK);
}
