import { luminousSum } from '../colour/observer';
import { MID_GREY } from '../exposure/meter';
import { product } from '../spectrum/grid';
import { balancedTriple } from '../vivid/alone';
import type { Triple } from '../vivid/vividness';
import type { Zone } from '../vivid/window';
import { addFigures, colourMoves, totalFigures, type Scene, type SceneLight } from './compile';
import { FIGURE, FIGURES } from './figures';

// Work space: a balance asks for thousands of zones a second.
const standing = new Float64Array(FIGURES);
const sum = new Float64Array(FIGURES);

/** A zone of a scene: the place, the lights whose colour it is to show, and where they stand. */
export interface SceneZone extends Zone {
  readonly probe: number;
  /** Indices of the colour lights. */
  readonly lights: readonly number[];
  /** Where the colour lights together stand: stops from mid-grey, photopic; -Infinity when none reaches the place. */
  readonly stops: number;
}

/** The colour lights that share the zone of light `l`: the active ones that name the same probe, and itself. */
export function zoneLights(scene: Scene, l: number): number[] {
  const { zone } = scene.lights[l]!;
  return scene.lights.flatMap((light, i) => (i === l || (light.active && light.zone === zone && light.index >= 0) ? [i] : []));
}

/**
 * The zone of some lights at a probe, all other active light standing. `powers` in stops by light, the look's own by
 * default; `total` is the sum of all active light there, where the caller has it. Colour lights are swept together from
 * their present ratio.
 */
export function sceneZone(
  scene: Scene,
  probe: number,
  lights: readonly number[],
  powers?: ArrayLike<number>,
  total: Float64Array = totalFigures(scene, probe, powers),
): SceneZone {
  const powerOf = (l: number) => (powers ? powers[l]! : scene.lights[l]!.powerStops);
  standing.set(total);
  sum.fill(0);
  for (const l of lights) {
    const light = scene.lights[l]!;
    addFigures(sum, light, probe, powerOf(l));
    if (light.active) addFigures(standing, light, probe, powerOf(l), -1);
  }
  const reaches = sum[FIGURE.luminance]! > 1e-12;
  const stops = reaches ? Math.log2(sum[FIGURE.luminance]! / MID_GREY) : -Infinity;
  const k = reaches ? MID_GREY / sum[FIGURE.luminance]! : 0;
  const unit: Triple = reaches
    ? [sum[0]! * k, sum[1]! * k, sum[2]! * k]
    : colourOnSurface(scene, probe, scene.lights[lights[0]!]!);
  const moving = reaches && lights.some((l) => colourMoves(scene.lights[l]!));
  return {
    camera: scene.camera,
    base: [Math.max(0, standing[0]!), Math.max(0, standing[1]!), Math.max(0, standing[2]!)],
    unit,
    // White light has no colour of its own, even where the surface makes one of its bands.
    white: lights.every((l) => scene.lights[l]!.isWhite) ? unit : scene.probes[probe]!.white,
    unitAt: moving ? (at) => movedUnit(scene, probe, lights, powerOf, at - stops) : undefined,
    probe,
    lights,
    stops,
  };
}

function movedUnit(
  scene: Scene,
  probe: number,
  lights: readonly number[],
  powerOf: (l: number) => number,
  byStops: number,
): Triple {
  sum.fill(0);
  for (const l of lights) addFigures(sum, scene.lights[l]!, probe, powerOf(l) + byStops);
  const k = MID_GREY / sum[FIGURE.luminance]!;
  return [sum[0]! * k, sum[1]! * k, sum[2]! * k];
}

/** The colour that a light would have on a probe's surface, Y = 0.18, for a light that does not reach it. */
function colourOnSurface(scene: Scene, probe: number, light: SceneLight): Triple {
  const reflected = product(light.filtered, scene.probes[probe]!.reflectance);
  const photopic = luminousSum(reflected);
  const triple = balancedTriple(scene.camera, reflected);
  const k = photopic > 0 ? MID_GREY / photopic : 0;
  return [triple[0] * k, triple[1] * k, triple[2] * k];
}
