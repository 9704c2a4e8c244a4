import { linearSigma, type Sigma } from '../../vivid/vividness';
import { addFigures, compileScene } from '../../scene/compile';
import { FIGURES } from '../../scene/figures';
import type { Look } from '../../document/schema';
import { withOnly } from '../../planning/build/order';
import { invertCurve } from '../../camera/camera';
import type { Patch } from './measure';
import type { PatchParts } from '../../picture/patches';

/** How much white passes beside a gel, judged from a frame of its light alone. */
export interface LeakEstimate {
  readonly lightId: string;
  readonly probe: string;
  /** Share of the light that passes beside the gel, 0 to 1, and what the plan has. */
  readonly leak: number;
  readonly planned: number;
  /** How far the frame's colour is from any mixture of gel and bare light; over `LEAK_MISFIT` something else tints it. */
  readonly misfit: number;
}

/** A colour that lies further off than this is none that gel and leak can make. */
export const LEAK_MISFIT = 0.05;
const MOST_LEAK = 0.6;
const STEPS = 600;

/**
 * The leak that explains the colour of a light-alone frame where the light works. Bare and gelled light add, so the frame lies on a line between
 * them. Null for a light without gels, or where the patch is missing, black or clipped.
 */
export function leakIn(
  look: Look,
  lightId: string,
  patches: readonly Patch[],
  parts?: readonly PatchParts[],
): LeakEstimate | null {
  const index = look.lights.findIndex(({ id }) => id === lightId);
  const light = look.lights[index];
  const patch = patches.find(({ probe }) => probe === light?.zone);
  if (!light || light.gels.length === 0 || !patch) return null;
  if (Math.max(...patch.linear) < 0.004 || patch.clipped.some((share) => share > 0.02)) return null;
  const probe = look.probes.findIndex(({ id }) => id === light.zone);
  const only = withOnly(look, [lightId], true);
  const tripleAt = (leak: number) => {
    const scene = compileScene({ ...only, lights: only.lights.map((one, i) => (i === index ? { ...one, leak } : one)) });
    const own = new Float64Array(FIGURES);
    addFigures(own, scene.lights[index]!, probe, light.powerStops);
    return { camera: scene.camera, own };
  };
  const [planned, gelled, bare] = [tripleAt(light.leak), tripleAt(0), tripleAt(1)];
  // Where the frame was read, the surface may be mixed with others: what the picture has there stands, the gel's change of it is the probe's.
  const raw = parts?.find((one) => one.probe === light.zone)?.lights.find(({ id }) => id === lightId)?.raw ?? planned.own;
  const there = ({ own }: typeof planned) =>
    [0, 1, 2].map((c) => (planned.own[c]! > 0 ? (raw[c]! * own[c]!) / planned.own[c]! : 0));
  const [gelledThere, bareThere] = [there(gelled), there(bare)];
  const measured = sigmaOf(patch.linear.map((v) => invertCurve(gelled.camera, v)));
  let best = { leak: 0, misfit: Infinity };
  for (let i = 0; i <= STEPS; i++) {
    const leak = (MOST_LEAK * i) / STEPS;
    // The filter is leak + (1 - leak) T: linear in the leak.
    const mixed = linearSigma(
      gelled.camera,
      ...([0, 1, 2].map((c) => gelledThere[c]! * (1 - leak) + bareThere[c]! * leak) as [number, number, number]),
    );
    const misfit = Math.hypot(mixed.a - measured.a, mixed.b - measured.b);
    if (misfit < best.misfit) best = { leak, misfit };
  }
  return { lightId, probe: light.zone, planned: light.leak, ...best };
}

function sigmaOf(linear: readonly number[]): Sigma {
  return linearSigma(IDENTITY, linear[0]!, linear[1]!, linear[2]!);
}

/** Linear output needs no camera any more: only the 3x3 of a camera is looked at. */
const IDENTITY = { matrix: Float64Array.of(1, 0, 0, 0, 1, 0, 0, 0, 1) };
