import { recordInto, type Camera } from '../../camera/camera';
import { encodeSrgb } from '../../colour/rgb';
import { withOnly } from '../../planning/build/order';
import { cameraOf } from '../../scene/camera';
import { addFigures, compileScene } from '../../scene/compile';
import { FIGURES } from '../../scene/figures';
import type { Light, Look, MeterEntry } from '../../document/schema';
import type { Patch } from '../frame/measure';
import { levelResidual } from '../meter/mixed';
import type { PatchParts } from '../../picture/patches';
import { corrected, held, unitKey, type Lesson, type LessonKind, type Lessons } from './lessons';
import { gaussNewton, rms } from '../../gauss-newton';

/** What frames teach about the kit: how each unit, modifier and camera differs from its figures. */

/** A frame that was measured, with the look as it was then. */
export interface TaughtFrame {
  readonly look: Look;
  readonly patches: readonly Pick<Patch, 'probe' | 'linear'>[];
  /** What the plan's picture has at those places; without it the look's probes stand for them. */
  readonly parts?: readonly PatchParts[] | undefined;
  /** The light that burned alone, or null for the whole look. */
  readonly aloneId: string | null;
}

/** A reading is good to about this share of full scale, encoded. */
const READING = 0.01;
const PRIORS: Readonly<Record<LessonKind, number>> = { output: 0.6, mired: 30, green: 0.06, modifier: 0.4, headroom: 0.7 };
const [MIRED_STEP, GREEN_STEP] = [10, 0.03];
/** Colour is taken as bending evenly with its corrections, and looked at anew this often. */
const PASSES = 3;

/** One reading of a meter, with the look that it was taken of. */
export interface TaughtMeter {
  readonly look: Look;
  readonly entry: MeterEntry;
}

/** Lights of a look that a reading has a part of. */
const litIn = ({ look, entry }: TaughtMeter): Light[] =>
  look.lights.filter(({ id, role }) => role !== 'window' && entry.planned.some(({ light }) => light === id));

/** A reading's level as a function of all corrections: its residual in its standard deviation. */
function meterModel(taught: TaughtMeter, slotOf: (kind: LessonKind, about: string) => number): (values: Float64Array) => number {
  const slots = new Map(
    litIn(taught).map((light) => [
      light.id,
      [slotOf('output', unitKey(light)), slotOf('modifier', light.modifier.name)] as const,
    ]),
  );
  return (values) =>
    levelResidual(taught.entry, ({ light, unitStops }) => {
      const at = slots.get(light);
      return at ? values[at[0]]! - unitStops - values[at[1]]! : 0;
    });
}

interface Slot {
  readonly kind: LessonKind;
  readonly about: string;
  frames: number;
}

/** Fits corrections to measured frames and to what meters showed by least squares, with a leaning to no correction. Empty for none. */
export function learn(frames: readonly TaughtFrame[], meters: readonly TaughtMeter[] = []): Lessons {
  const usable = frames.filter(({ patches }) => patches.length > 0);
  const slots: Slot[] = [];
  const slotOf = (kind: LessonKind, about: string) => slots.findIndex((slot) => slot.kind === kind && slot.about === about);
  const claim = (kind: LessonKind, about: string) => {
    const at = slotOf(kind, about);
    if (at >= 0) slots[at]!.frames++;
    else slots.push({ kind, about, frames: 1 });
  };
  for (const frame of usable) {
    for (const light of burning(frame)) {
      for (const kind of ['output', 'mired', 'green'] as const) claim(kind, unitKey(light));
      claim('modifier', light.modifier.name);
    }
    if (bends(frame.look)) claim('headroom', frame.look.camera.name);
  }
  for (const one of meters)
    for (const light of litIn(one)) {
      claim('output', unitKey(light));
      claim('modifier', light.modifier.name);
    }
  if (slots.length === 0) return { lessons: [], before: 0, after: 0, readings: 0 };
  const metered = meters.map((one) => meterModel(one, slotOf));
  const priors = slots.map(({ kind }) => PRIORS[kind]);
  let values: Float64Array = new Float64Array(slots.length);
  let deviations: Float64Array = Float64Array.from(priors);
  let [before, after, readings] = [0, 0, 0];
  for (let pass = 0; pass < PASSES; pass++) {
    const from = values;
    const models = usable.map((frame) => modelOf(frame, slots, from));
    const residuals = (moved: Float64Array) => models.flatMap((model) => model(moved.map((v, i) => v + from[i]!)));
    // The leaning is to no correction at all, not to the last pass: it stands as one more reading each.
    const leaning = (moved: Float64Array) => slots.map((_, i) => (moved[i]! + from[i]!) / priors[i]!);
    const fit = gaussNewton(
      (moved) => [...residuals(moved), ...metered.map((model) => model(moved.map((v, i) => v + from[i]!))), ...leaning(moved)],
      priors.map((prior) => 10 * prior),
    );
    values = fit.values.map((v, i) => v + from[i]!);
    deviations = fit.deviations;
    const [start, end] = [residuals(new Float64Array(slots.length)), residuals(fit.values)];
    readings = start.length + metered.length;
    if (pass === 0) before = rms(start);
    after = rms(end);
  }
  const lessons = slots.map(({ kind, about, frames: count }, i): Lesson => ({
    kind,
    about,
    value: values[i]!,
    deviation: deviations[i]!,
    frames: count,
  }));
  return { lessons, before: before * READING, after: after * READING, readings };
}

function burning({ look, aloneId }: TaughtFrame): Light[] {
  return look.lights.filter(
    (light) => (aloneId === null ? light.on && !light.muted : light.id === aloneId) && light.role !== 'window',
  );
}

const bends = ({ camera }: Look): boolean => camera.curve !== 'rendered' || camera.headroomStops < 2.6;

/** A frame's readings as a function of all corrections: residuals in their standard deviation, encoded values. */
function modelOf(frame: TaughtFrame, slots: readonly Slot[], from: Float64Array): (values: Float64Array) => number[] {
  const find = (kind: LessonKind, about: string) => slots.findIndex((slot) => slot.kind === kind && slot.about === about);
  const base = corrected(frame.aloneId === null ? frame.look : withOnly(frame.look, [frame.aloneId]), slots, from);
  const scene = compileScene(base);
  const lit = new Set(burning(frame).map(({ id }) => id));
  const shifted = (change: (light: Light) => Light) =>
    compileScene({ ...base, lights: base.lights.map((light) => (lit.has(light.id) ? change(light) : light)) });
  const warm = shifted((light) => ({ ...light, unit: { ...light.unit, miredShift: light.unit.miredShift + MIRED_STEP } }));
  const green = shifted((light) => ({ ...light, unit: { ...light.unit, green: light.unit.green + GREEN_STEP } }));
  const probes = frame.patches.flatMap((patch) => {
    const probe = base.probes.findIndex(({ id }) => id === patch.probe);
    return probe < 0 ? [] : [{ probe, patch }];
  });
  const figuresAt = (of: typeof scene, l: number, probe: number) => {
    const own = new Float64Array(FIGURES);
    addFigures(own, of.lights[l]!, probe, of.lights[l]!.powerStops);
    return own;
  };
  const active = scene.lights.flatMap((light, l) => (light.active ? [l] : []));
  const plan = compileScene(frame.aloneId === null ? frame.look : withOnly(frame.look, [frame.aloneId]));
  const parts = probes.map(({ probe, patch }) =>
    active.map((l) => {
      const own = figuresAt(scene, l, probe);
      const drawn = frame.parts
        ?.find((one) => one.probe === patch.probe)
        ?.lights.find(({ id }) => id === scene.lights[l]!.id)?.raw;
      if (drawn) {
        // The picture's figures, changed as the probe's are by what was corrected so far.
        const planned = figuresAt(plan, l, probe);
        for (let c = 0; c < 3; c++) own[c] = planned[c]! > 0 ? (drawn[c]! * own[c]!) / planned[c]! : drawn[c]!;
      }
      const slope = (other: typeof scene, step: number) => {
        const [from, to] = [figuresAt(scene, l, probe), figuresAt(other, l, probe)];
        return [0, 1, 2].map((c) => (from[c]! > 1e-12 && to[c]! > 1e-12 ? Math.log2(to[c]! / from[c]!) / step : 0));
      };
      return { own, warm: slope(warm, MIRED_STEP), green: slope(green, GREEN_STEP) };
    }),
  );
  const indices = active.map((l) => {
    const light = base.lights[scene.lights[l]!.index];
    if (!light || !lit.has(light.id)) return null;
    const unit = unitKey(light);
    return {
      output: find('output', unit),
      mired: find('mired', unit),
      green: find('green', unit),
      modifier: find('modifier', light.modifier.name),
    };
  });
  const headroom = bends(frame.look) ? find('headroom', frame.look.camera.name) : -1;
  const cameraAt = camerasOf(base, scene.camera);
  const rgb = new Float64Array(3);
  return (values) => {
    const moved = (i: number) => (i < 0 ? 0 : values[i]! - from[i]!);
    const camera = cameraAt(moved(headroom));
    return probes.flatMap(({ patch }, p) => {
      const sum = [0, 0, 0];
      active.forEach((_, a) => {
        const { own, warm: w, green: g } = parts[p]![a]!;
        const at = indices[a];
        const gain = at ? moved(at.output) - moved(at.modifier) : 0;
        for (let c = 0; c < 3; c++)
          sum[c]! += own[c]! * 2 ** (gain + (at ? moved(at.mired) * w[c]! + moved(at.green) * g[c]! : 0));
      });
      recordInto(rgb, camera, sum[0]!, sum[1]!, sum[2]!);
      return [0, 1, 2].map((c) => (encodeSrgb(rgb[c]!) - encodeSrgb(patch.linear[c]!)) / READING);
    });
  };
}

/** The look's camera with its headroom moved; the last few are kept. */
function camerasOf(look: Look, present: Camera): (moved: number) => Camera {
  const known = new Map<number, Camera>([[0, present]]);
  const { headroomStops } = look.camera;
  return (moved) => {
    let camera = known.get(moved);
    if (!camera) {
      camera = cameraOf({ ...look, camera: { ...look.camera, headroomStops: held(headroomStops + moved, 0, 12) } });
      known.set(moved, camera);
    }
    return camera;
  };
}
