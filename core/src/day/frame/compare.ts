import { turnBetweenDeg } from '../../colour/hue';
import { chromaOf, hueDegOf, oklabDistance, oklabOf } from '../../colour/oklab';
import { hexOfLinear } from '../../colour/rgb';
import type { Look } from '../../document/schema';
import { AMBIENT_ID } from '../../scene/ambient';
import { compileScene } from '../../scene/compile';
import type { PatchParts } from '../../picture/patches';
import { lightDifference, UNSEEN_STOPS, type LightDifference } from './difference';
import { estimate, type Estimate, type Expected, type Place } from './estimate';
import { luminance, type Patch } from './measure';
import type { FrameMeta } from './record';
import { stopsMore } from './exposure-of';

/** One place as planned and as it came out. */
export interface PatchDifference {
  readonly probe: string;
  readonly name: string;
  readonly predictedHex: string;
  readonly measuredHex: string;
  /** Measured minus planned: luminance in stops, hue in degrees (0 where either has none), chroma. */
  readonly stops: number;
  readonly hueDeg: number;
  readonly chroma: number;
  /** Distance in OKLab. */
  readonly distance: number;
}

/**
 * Why a frame is no evidence of its plan: too little of it can be read; its edges lie elsewhere; its colours are others; it was developed
 * otherwise; or a flash whose level the camera chose burned in it.
 */
export type FrameMisfit = 'unreadable' | 'other-framing' | 'other-look' | 'developed' | 'metered';

export interface FrameComparison {
  readonly fits: boolean;
  readonly reason: FrameMisfit | null;
  readonly patches: readonly PatchDifference[];
  readonly lights: readonly LightDifference[];
  /** Ambient against the plan, stops; null where there is none, or too little to be seen. */
  readonly ambientStops: number | null;
  /** All lights together: the camera's exposure, the development, or the whole rig. */
  readonly overallStops: number;
}

/** What a frame is held against its plan by. */
export interface Held {
  readonly patches: readonly Patch[];
  /** What each light is planned to bring to the patches. */
  readonly parts: readonly PatchParts[];
  readonly places: readonly Place[];
  /** How well the plan's edges lie on the frame's, 0 to 1. */
  readonly likeness: number;
  readonly meta: FrameMeta;
}

const COLOURED_FROM = 0.02;
/** Full-colour and dimmed lamps drift further in colour than a flash or a tube does, mired. */
const [DRIFTS_MIRED, STAYS_MIRED] = [40, 12];
const DIMMED_FROM_STOPS = -0.5;

/** Held-out frames of their own plan lie on the near side of all of these, pictures of other things beyond one: docs/model.md. */
const LEAST_VALUES = 60;
const LEAST_LIKENESS = 0.22;
const MOST_MISFIT = 1.6;
const MOST_CONTRAST = 0.25;
const MOST_HUE_DEG = 24;
const MOST_UNTOLD_STOPS = 1.6;

/** Holds a frame against the plan: places, then lights by least squares over the whole picture. */
export function compareFrame(look: Look, { patches, parts, places, likeness, meta }: Held): FrameComparison {
  const scene = compileScene(look);
  const expected = scene.lights.filter(({ active }) => active).map(({ id }) => expectedOf(look, id, meta));
  const found = estimate(scene.camera, places, expected, likeness);
  const reason = misfitOf(look, found, likeness, expected);
  const lights = found.lights
    .filter(({ id }) => id !== AMBIENT_ID)
    .map(({ id, offStops, uncertainStops }) =>
      lightDifference(id, look.lights.find((light) => light.id === id)!.name, offStops, uncertainStops, reason === null),
    );
  const ambient = found.lights.find(({ id }) => id === AMBIENT_ID);
  return {
    fits: reason === null,
    reason,
    patches: differencesOf(look, patches, parts),
    lights,
    ambientStops: ambient && ambient.uncertainStops <= UNSEEN_STOPS ? ambient.offStops : null,
    overallStops: found.overallStops,
  };
}

/** What the file tells of its exposure changes every light alike, but flash by aperture and sensitivity alone. */
function expectedOf({ lights, camera }: Look, id: string, meta: FrameMeta): Expected {
  const light = lights.find((one) => one.id === id);
  const isFlash = light?.fixture.kind === 'flash';
  const planned: FrameMeta = {
    ...meta,
    aperture: camera.aperture,
    iso: camera.iso,
    shutterS: isFlash ? meta.shutterS : camera.shutterS,
  };
  const drifts =
    light?.fixture.kind === 'colour' || (light?.fixture.kind === 'continuous' && light.powerStops < DIMMED_FROM_STOPS);
  return { id, knownStops: stopsMore(meta, planned) ?? 0, priorMired: drifts ? DRIFTS_MIRED : STAYS_MIRED };
}

function misfitOf(
  { lights }: Look,
  { values, misfit, contrast, hueOffDeg, untoldStops }: Estimate,
  likeness: number,
  expected: readonly Expected[],
): FrameMisfit | null {
  if (lights.some(({ id, ttl }) => ttl && expected.some((one) => one.id === id))) return 'metered';
  if (likeness < LEAST_LIKENESS) return values < LEAST_VALUES ? 'unreadable' : 'other-framing';
  if (hueOffDeg !== null && hueOffDeg > MOST_HUE_DEG) return 'other-look';
  if (values < LEAST_VALUES) return 'unreadable';
  const isPlain = misfit < MOST_MISFIT && Math.abs(contrast) < MOST_CONTRAST && Math.abs(untoldStops) < MOST_UNTOLD_STOPS;
  return isPlain ? null : 'developed';
}

function differencesOf({ probes }: Look, patches: readonly Patch[], parts: readonly PatchParts[]): PatchDifference[] {
  return patches.flatMap((patch): PatchDifference[] => {
    const planned = parts.find(({ probe }) => probe === patch.probe)?.recorded;
    const name = probes.find(({ id }) => id === patch.probe)?.name;
    if (!planned || name === undefined) return [];
    const plan = oklabOf(...planned);
    const coloured = chromaOf(plan) > COLOURED_FROM && patch.chroma > COLOURED_FROM;
    return [
      {
        probe: patch.probe,
        name,
        predictedHex: hexOfLinear(...planned),
        measuredHex: patch.hex,
        stops: patch.stops - Math.log2(luminance(...planned) / 0.18),
        hueDeg: coloured ? turnBetweenDeg(hueDegOf(plan), patch.hueDeg) : 0,
        chroma: patch.chroma - chromaOf(plan),
        distance: oklabDistance(plan, oklabOf(...patch.linear)),
      },
    ];
  });
}
