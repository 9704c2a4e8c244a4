import { responses } from '../../camera/sensor';
import type { Camera } from '../../camera/camera';
import { cctDuv } from '../../colour/cct';
import { spectrumToXy } from '../../colour/observer';
import { ambientWays, luxOfEv } from '../../exposure/ambient';
import { continuousLuxSeconds, MID_GREY, stopsOverMeter } from '../../exposure/meter';
import { filterSwatchHex } from '../../scene/swatch';
import { lookupIn, spectrumOfSource } from '../../scene/resolve';
import { AMBIENT_ID, ambientLux } from '../../scene/ambient';
import { addFigures, compileScene, type Scene } from '../../scene/compile';
import { FIGURE, FIGURES } from '../../scene/figures';
import { meteredIndex } from '../../document/zones';
import type { Ambient, Look, SourceRef } from '../../document/schema';
import { type AmbientReading, type WindowReading, TARGET_TOLERANCE_STOPS, GONE_STOPS } from './ambient';

const WIDEST_APERTURE = 1.4;
const SMALLEST_APERTURE = 22;
const LOWEST_ISO = 50;
const HIGHEST_ISO = 25_600;

/** Stops of 1 lx of a spectrum on a camera, per channel against luminance: 0 in each for the white that it is set to. */
function channelShift(camera: Camera, source: Float64Array): [number, number, number] {
  return responses(camera.sensor, source).map((k, c) => Math.log2(Math.max(1e-12, k / camera.whiteResponse[c]!))) as [
    number,
    number,
    number,
  ];
}

/** What ambient does to a look. Input as `parseLook` returns it. */
export function readAmbient(look: Look, camera: Camera = compileScene({ ...look, lights: [] }).camera): AmbientReading {
  const { ambient, camera: settings } = look;
  const lookup = lookupIn(look.spectra);
  const source = spectrumOfSource(ambient.source, lookup);
  const lux = ambientLux(ambient);
  const stops = stopsOverMeter(continuousLuxSeconds(lux, settings), settings);
  const shift = channelShift(camera, source);
  const channelStops = shift.map((by) => stops + by) as [number, number, number];
  const highestStops = Math.max(...channelStops);
  const { cctK, duv } = cctDuv(spectrumToXy(source));
  const overTargetStops = highestStops - ambient.targetStops;
  // The brightest channel has to get there: a coloured ambient counts for more than its lux.
  const { ways } = ambientWays(lux * 2 ** Math.max(...shift), settings, ambient.targetStops, {
    longestS: settings.longestS,
    lowestIso: LOWEST_ISO,
    highestIso: HIGHEST_ISO,
    smallestAperture: SMALLEST_APERTURE,
    widestAperture: WIDEST_APERTURE,
  });
  return {
    lux,
    stops,
    channelStops,
    highestStops,
    hex: filterSwatchHex(camera, source),
    cctK,
    duv,
    overTargetStops,
    reached: isReached(overTargetStops, ambient.targetStops),
    ways,
    window: ambient.window ? readWindow(ambient.window, look, camera) : null,
  };
}

/** "Gone" has no lower end; any other target is a place to be at. */
function isReached(over: number, targetStops: number): boolean {
  if (targetStops <= GONE_STOPS) return over <= TARGET_TOLERANCE_STOPS;
  return Math.abs(over) <= TARGET_TOLERANCE_STOPS;
}

function readWindow(window: NonNullable<Ambient['window']>, look: Look, camera: Camera): WindowReading {
  const { camera: settings } = look;
  const source = spectrumOfSource(window.source, lookupIn(look.spectra));
  // A spot reading of EV makes a mid-grey of what it is pointed at.
  const stops = stopsOverMeter(luxOfEv(window.ev100) * settings.shutterS, settings);
  const channelStops = channelShift(camera, source).map((by) => stops + by) as [number, number, number];
  return {
    stops,
    channelStops,
    headroomStops: Math.log2(camera.whiteClip / MID_GREY) - Math.max(...channelStops),
    hex: filterSwatchHex(camera, source),
  };
}

/** How one planned light stands against the ambient of a place, at the place where it works. */
export interface LightAgainstAmbient {
  readonly lightId: string;
  readonly name: string;
  /** Stops over ambient after its gels, at its present power and at full; -Infinity where it does not reach. */
  readonly nowStops: number;
  readonly fullStops: number;
}

export interface PlaceReading {
  /** '' for the light that the look has now. */
  readonly id: string;
  readonly name: string;
  readonly lux: number;
  readonly hex: string;
  /** Brightest channel of its ambient at the camera's settings. */
  readonly highestStops: number;
  readonly lights: readonly LightAgainstAmbient[];
  /** The light that beats it by least at full power; null where the look has no light. */
  readonly weakest: LightAgainstAmbient | null;
}

/** The light of the look as it is, and every place it could be shot in, against the planned lights. */
export function comparePlaces(look: Look, scene: Scene = compileScene(look)): PlaceReading[] {
  const perLuxSecond = 2 ** stopsOverMeter(1, look.camera);
  const place = (id: string, name: string, lux: number, source: SourceRef): PlaceReading => {
    const ambient = continuousLuxSeconds(lux, look.camera) * perLuxSecond;
    const spectrum = spectrumOfSource(source, lookupIn(look.spectra));
    const lights = scene.lights.flatMap((light): LightAgainstAmbient[] => {
      if (light.id === AMBIENT_ID || !look.lights[light.index]!.on) return [];
      const at = (stops: number) => {
        const own = new Float64Array(FIGURES);
        addFigures(own, light, light.zone, stops);
        return own[FIGURE.incident]! > 0
          ? Math.log2(own[FIGURE.incident]! / (ambient * scene.probes[light.zone]!.open))
          : -Infinity;
      };
      return [{ lightId: light.id, name: light.name, nowStops: at(light.powerStops), fullStops: at(0) }];
    });
    const weakest = [...lights].sort((a, b) => a.fullStops - b.fullStops)[0] ?? null;
    return {
      id,
      name,
      lux,
      hex: filterSwatchHex(scene.camera, spectrum),
      highestStops:
        stopsOverMeter(continuousLuxSeconds(lux, look.camera), look.camera) + Math.max(...channelShift(scene.camera, spectrum)),
      lights,
      weakest,
    };
  };
  return [
    place('', 'Here', ambientLux(look.ambient), look.ambient.source),
    ...look.ambient.places.map(({ id, name, lux, source }) => place(id, name, lux, source)),
  ];
}

/** What ambient is at another shutter, for "does the shutter matter here": share of ambient in the light on the key side. */
export function ambientShareAt(look: Look, shutterS: number): number {
  const scene = compileScene({ ...look, camera: { ...look.camera, shutterS } });
  const probe = meteredIndex(look.probes);
  const total = new Float64Array(FIGURES);
  const ambient = new Float64Array(FIGURES);
  scene.lights.forEach((light) => {
    if (!light.active) return;
    addFigures(total, light, probe, light.powerStops);
    if (light.id === AMBIENT_ID) addFigures(ambient, light, probe, 0);
  });
  return total[FIGURE.incident]! > 0 ? ambient[FIGURE.incident]! / total[FIGURE.incident]! : 0;
}
