import { invertCurve, linearOutputInto } from '../camera/camera';
import { hueDifferenceDeg, oklabDistance, oklabOf } from '../colour/oklab';
import { formatStops } from '../exposure/stops';
import { evaluate } from '../look/evaluate';
import { AMBIENT_ID, addFigures, compileScene, FIGURES, type Scene } from '../look/scene';
import type { Look } from '../look/schema';
import { gaussNewton } from '../learn/gauss-newton';
import type { Patch } from './measure';

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
  readonly text: string;
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
const PRIOR_STOPS = 1;
const UNSEEN_STOPS = 0.6;
const WORTH_SAYING = 0.15;

/** Holds a frame of the whole look against the plan: places, then lights by least squares over all places and channels. */
export function compareFrame(look: Look, patches: readonly Patch[]): FrameComparison {
  const scene = compileScene(look);
  const readings = new Map(evaluate(look).probes.map((reading) => [reading.id, reading]));
  const known = patches.filter(({ probe }) => readings.has(probe));
  const differences = known.map((patch): PatchDifference => {
    const plan = readings.get(patch.probe)!;
    const coloured = plan.chroma > COLOURED_FROM && patch.chroma > COLOURED_FROM;
    return {
      probe: patch.probe,
      name: plan.name,
      predictedHex: plan.hex,
      measuredHex: patch.hex,
      stops: patch.stops - recordedStops(plan.recorded),
      hueDeg: coloured ? hueDifferenceDeg(plan.hueDeg, patch.hueDeg) : 0,
      chroma: patch.chroma - plan.chroma,
      distance: oklabDistance(oklabOf(...plan.recorded), oklabOf(...patch.linear)),
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

/** Linear output of each light at each probe: what the frame's linear values are a sum of. */
function outputsOf(scene: Scene, l: number, probe: number): Float64Array {
  const own = new Float64Array(FIGURES);
  const light = scene.lights[l]!;
  addFigures(own, light, probe, light.powerStops);
  const out = new Float64Array(3);
  linearOutputInto(out, scene.camera, own[0]!, own[1]!, own[2]!);
  return out;
}

/** log2 of every active light's gain, so that their sum meets the frame: Gauss-Newton with a leaning to the plan. */
function lightsIn(scene: Scene, patches: readonly Patch[]): Pick<FrameComparison, 'lights' | 'ambientStops'> {
  const active = scene.lights.flatMap((light, l) => (light.active ? [l] : []));
  const rows = patches.flatMap((patch) => {
    const probe = scene.look.probes.findIndex(({ id }) => id === patch.probe);
    const outputs = active.map((l) => outputsOf(scene, l, probe));
    return [0, 1, 2].flatMap((c) => {
      const value = patch.linear[c]!;
      if (value < LOWEST || value > HIGHEST || patch.clipped[c]! > 0.02) return [];
      const parts = outputs.map((out) => out[c]!);
      const planned = parts.reduce((sum, part) => sum + part, 0);
      return planned > LOWEST / 4 ? [{ measured: Math.log2(invertCurve(scene.camera, value)), parts }] : [];
    });
  });
  const residuals = (stops: Float64Array) =>
    rows.map(({ measured, parts }) => {
      let sum = 0;
      parts.forEach((part, i) => (sum += part * 2 ** stops[i]!));
      return (Math.log2(Math.max(1e-6, sum)) - measured) / READING_STOPS;
    });
  const priors = active.map(() => PRIOR_STOPS);
  const { values, deviations } = gaussNewton(residuals, priors);
  const lights = active.flatMap((l, i): LightDifference[] => {
    const light = scene.lights[l]!;
    if (light.id === AMBIENT_ID) return [];
    const unseen = deviations[i]! > UNSEEN_STOPS;
    return [
      {
        lightId: light.id,
        name: light.name,
        offStops: values[i]!,
        uncertainStops: deviations[i]!,
        unseen,
        text: lightText(light.name, values[i]!, unseen),
      },
    ];
  });
  const ambientAt = active.findIndex((l) => scene.lights[l]!.id === AMBIENT_ID);
  const hasAmbient = ambientAt >= 0 && rows.some(({ parts }) => parts[ambientAt]! > LOWEST);
  return { lights, ambientStops: hasAmbient ? values[ambientAt]! : null };
}

function lightText(name: string, off: number, unseen: boolean): string {
  if (unseen) return `${name}: the frame hardly shows it. Take one with it alone.`;
  if (Math.abs(off) < WORTH_SAYING) return `${name}: as planned.`;
  return `${name}: ${Math.abs(off).toFixed(1)} ${off > 0 ? 'over' : 'under'} the plan; ${formatStops(-off)} brings it there.`;
}
