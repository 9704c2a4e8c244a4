import { invertCurve, linearOutputInto } from '../../camera/camera';
import { turnBetweenDeg } from '../../colour/hue';
import { chromaOf, hueDegOf, oklabDistance, oklabOf } from '../../colour/oklab';
import { hexOfLinear } from '../../colour/rgb';
import { AMBIENT_ID, compileScene, type Scene } from '../../scene/compile';
import type { Look } from '../../document/schema';
import { gaussNewton } from '../learn/gauss-newton';
import type { Patch } from './measure';
import { partsAtProbes } from './parts';
import { type PatchParts } from '../../picture/patches';

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

/** What one light does in a frame against the plan, and what would bring it there. */
export interface LightDifference {
  readonly lightId: string;
  readonly name: string;
  /** Positive: the light is stronger in the frame than planned, stops. */
  readonly offStops: number;
  /** Standard deviation of that, stops; large where the frame hardly shows the light. */
  readonly uncertainStops: number;
  /** The frame says too little about it. */
  readonly unseen: boolean;
  /** Off by more than the frame leaves open: worth a walk to the light. */
  readonly isOff: boolean;
  /** Within what anybody would call as planned, whatever the frame leaves open. */
  readonly asPlanned: boolean;
}

export interface FrameComparison {
  readonly patches: readonly PatchDifference[];
  readonly lights: readonly LightDifference[];
  /** Ambient against the plan, stops; null where there is none. */
  readonly ambientStops: number | null;
  /** All lights together: the camera's exposure, or the whole rig. */
  readonly overallStops: number;
}

const COLOURED_FROM = 0.02;
/** Recorded values outside these say little: noise below, clip above. */
const [LOWEST, HIGHEST] = [0.002, 0.96];
/** A reading of a patch is good to about this, stops; a light is expected within this of its plan. */
const READING_STOPS = 0.08;
/** A patch over an edge or texture depends on where it lies to a pixel. */
const SPREAD_COUNTS = 3;
const PRIOR_STOPS = 1;
const UNSEEN_STOPS = 0.6;
const WORTH_SAYING = 0.15;

/**
 * Holds a frame of the whole look against the plan: places, then lights by least squares over all places and channels. `parts` is what each light is planned to bring to
 * the places; without it the look's probes stand for them.
 */
export function compareFrame(
  look: Look,
  patches: readonly Patch[],
  parts: readonly PatchParts[] = partsAtProbes(look),
): FrameComparison {
  const scene = compileScene(look);
  const known = patches.flatMap((patch) => {
    const planned = parts.find(({ probe }) => probe === patch.probe);
    const name = look.probes.find(({ id }) => id === patch.probe)?.name;
    return planned && name !== undefined ? [{ patch, planned, name }] : [];
  });
  const differences = known.map(({ patch, planned: { recorded }, name }): PatchDifference => {
    const plan = oklabOf(...recorded);
    const coloured = chromaOf(plan) > COLOURED_FROM && patch.chroma > COLOURED_FROM;
    return {
      probe: patch.probe,
      name,
      predictedHex: hexOfLinear(...recorded),
      measuredHex: patch.hex,
      stops: patch.stops - recordedStops(recorded),
      hueDeg: coloured ? turnBetweenDeg(hueDegOf(plan), patch.hueDeg) : 0,
      chroma: patch.chroma - chromaOf(plan),
      distance: oklabDistance(plan, oklabOf(...patch.linear)),
    };
  });
  const { lights, ambientStops } = lightsIn(scene, known);
  const seen = lights.filter(({ unseen }) => !unseen);
  const overallStops = seen.length ? median(seen.map(({ offStops }) => offStops)) : 0;
  return { patches: differences, lights, ambientStops, overallStops };
}

function recordedStops([r, g, b]: readonly [number, number, number]): number {
  return Math.log2((0.2126390058715102 * r + 0.7151686787677559 * g + 0.0721923153607337 * b) / 0.18);
}

function median(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  const middle = Math.floor(sorted.length / 2);
  return sorted.length % 2 ? sorted[middle]! : (sorted[middle - 1]! + sorted[middle]!) / 2;
}

interface Known {
  readonly patch: Patch;
  readonly planned: PatchParts;
}

/** log2 of every active light's gain, so that their sum meets the frame: Gauss-Newton with a leaning to the plan. */
function lightsIn(scene: Scene, known: readonly Known[]): Pick<FrameComparison, 'lights' | 'ambientStops'> {
  const active = scene.lights.flatMap((light, l) => (light.active ? [l] : []));
  const linear = new Float64Array(3);
  const rows = known.flatMap(({ patch, planned }) => {
    const outputs = active.map((l) => {
      const raw = planned.lights.find(({ id }) => id === scene.lights[l]!.id)?.raw ?? [0, 0, 0];
      linearOutputInto(linear, scene.camera, ...raw);
      return [...linear];
    });
    return [0, 1, 2].flatMap((c) => {
      const value = patch.linear[c]!;
      if (value < LOWEST || value > HIGHEST || patch.clipped[c]! > 0.02) return [];
      const parts = outputs.map((out) => out[c]!);
      const sum = parts.reduce((all, part) => all + part, 0);
      return sum > LOWEST / 4
        ? [
            {
              measured: Math.log2(invertCurve(scene.camera, value)),
              parts,
              sigma: READING_STOPS * (1 + SPREAD_COUNTS * patch.spread),
            },
          ]
        : [];
    });
  });
  const residuals = (stops: Float64Array) =>
    rows.map(({ measured, parts, sigma }) => {
      let sum = 0;
      parts.forEach((part, i) => (sum += part * 2 ** stops[i]!));
      return (Math.log2(Math.max(1e-6, sum)) - measured) / sigma;
    });
  const priors = active.map(() => PRIOR_STOPS);
  const { values, deviations } = gaussNewton(residuals, priors);
  const lights = active.flatMap((l, i): LightDifference[] => {
    const light = scene.lights[l]!;
    if (light.id === AMBIENT_ID) return [];
    const unseen = deviations[i]! > UNSEEN_STOPS;
    const isOff = !unseen && Math.abs(values[i]!) >= Math.max(WORTH_SAYING, deviations[i]!);
    return [
      {
        lightId: light.id,
        name: light.name,
        offStops: values[i]!,
        uncertainStops: deviations[i]!,
        unseen,
        isOff,
        asPlanned: Math.abs(values[i]!) < WORTH_SAYING,
      },
    ];
  });
  const ambientAt = active.findIndex((l) => scene.lights[l]!.id === AMBIENT_ID);
  const hasAmbient = ambientAt >= 0 && rows.some(({ parts }) => parts[ambientAt]! > LOWEST);
  return { lights, ambientStops: hasAmbient ? values[ambientAt]! : null };
}
