import { pathOnSensor } from '../../scene/motion';
import { recordInto } from '../../camera/camera';
import type { Channel } from '../../camera/sensor';
import { hexOfLinear } from '../../colour/rgb';
import { MID_GREY } from '../../exposure/meter';
import { addFigures, compileScene, type Scene } from '../../scene/compile';
import { FIGURE, FIGURES } from '../../scene/figures';
import type { Look } from '../../document/schema';
import { behindIndex } from '../../document/zones';
import { clippedChannels } from '../../vivid/clip';

/** What a long exposure of a moving subject holds at one place of it. */
export interface DragZone {
  readonly probe: string;
  readonly name: string;
  /** Flash in all the light that this place records where it was frozen. */
  readonly freezeShare: number;
  /** Frozen figure: flash, and continuous light while it covered the place. Recorded level, stops from mid-grey. */
  readonly frozenStops: number;
  /** What the trail records beside it: continuous light on the figure in passing, over what lies behind. */
  readonly trailStops: number;
  /** What lies behind, unhidden, for all of the exposure. */
  readonly behindStops: number;
  /** Frozen figure over its own trail and what lies behind. */
  readonly togetherStops: number;
  /** Trail against frozen figure, stops: how strong the ghost is. */
  readonly ghostStops: number;
  readonly clipped: readonly Channel[];
  readonly frozenHex: string;
  readonly trailHex: string;
}

export interface DragReading {
  /** Length of the trail in the picture, px and as a share of its width. */
  readonly trailPx: number;
  readonly trailShare: number;
  /** Share of the exposure for which the figure covers one place: 1 where it hardly moves. */
  readonly coveredShare: number;
  readonly zones: readonly DragZone[];
}

/** Sums of flash and of light that goes on, at one probe. */
function parts(scene: Scene, look: Look, probe: number): { flash: Float64Array; lasting: Float64Array } {
  const flash = new Float64Array(FIGURES);
  const lasting = new Float64Array(FIGURES);
  for (const light of scene.lights) {
    if (!light.active) continue;
    const isFlash = light.index >= 0 && look.lights[light.index]!.fixture.kind === 'flash';
    addFigures(isFlash ? flash : lasting, light, probe, light.powerStops);
  }
  return { flash, lasting };
}

/**
 * Flash freezes, lasting light paints. A place on the sensor sees the figure for `coveredShare` of the exposure and what lies
 * behind for the rest; flash falls on the figure where it stood at that moment, and on what lies behind everywhere else.
 * All are sums of energies, so frozen + trail parts add up to what is recorded.
 */
export function readDrag(look: Look, scene: Scene = compileScene(look)): DragReading {
  const { camera: settings, motion, probes } = look;
  // In a zoom what is in the middle stays there.
  const passes = motion.of !== 'zoom' && motion.speedMS > 0;
  const coveredShare = passes ? Math.min(1, motion.widthM / motion.speedMS / settings.shutterS) : 1;
  const { share: trailShare } = pathOnSensor(look);
  const zones = probes.flatMap((probe, p): DragZone[] => {
    if (probe.surface === 'backdrop') return [];
    const on = parts(scene, look, p);
    const at = behindIndex(probes, probe);
    const back = at >= 0 ? parts(scene, look, at) : { flash: new Float64Array(FIGURES), lasting: new Float64Array(FIGURES) };
    const mix = (f: (k: number) => number) => Float64Array.from({ length: FIGURES }, (_, k) => f(k));
    const passing = mix((k) => on.lasting[k]! * coveredShare);
    const uncovered = mix((k) => back.lasting[k]! * (1 - coveredShare));
    const together = mix((k) => on.flash[k]! + passing[k]! + uncovered[k]!);
    const trail = mix((k) => passing[k]! + uncovered[k]! + back.flash[k]!);
    const frozen = mix((k) => on.flash[k]! + passing[k]!);
    const level = (figures: Float64Array) => Math.log2(figures[FIGURE.luminance]! / MID_GREY);
    return [
      {
        probe: probe.id,
        name: probe.name,
        freezeShare:
          on.flash[FIGURE.incident]! + passing[FIGURE.incident]! > 0
            ? on.flash[FIGURE.incident]! / (on.flash[FIGURE.incident]! + passing[FIGURE.incident]!)
            : 0,
        frozenStops: level(frozen),
        trailStops: level(trail),
        behindStops: level(mix((k) => back.lasting[k]! + back.flash[k]!)),
        togetherStops: level(together),
        ghostStops: Math.log2(passing[FIGURE.luminance]! / on.flash[FIGURE.luminance]!),
        clipped: clippedChannels(scene.camera, together[0]!, together[1]!, together[2]!),
        frozenHex: hexOf(scene, together),
        trailHex: hexOf(scene, trail),
      },
    ];
  });
  return { trailPx: trailShare * settings.imageWidthPx, trailShare, coveredShare, zones };
}

const rgb = new Float64Array(3);

function hexOf(scene: Scene, figures: Float64Array): string {
  recordInto(rgb, scene.camera, figures[0]!, figures[1]!, figures[2]!);
  return hexOfLinear(rgb[0]!, rgb[1]!, rgb[2]!);
}
