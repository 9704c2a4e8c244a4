import { invertCurve, type Camera } from '../../camera/camera';
import { linearSigma } from '../../vivid/vividness';
import type { PatchParts } from '../../picture/patches';
import type { Place } from './estimate';

/** How much white passes beside a gel, judged from a frame of its light alone. */
export interface LeakEstimate {
  readonly lightId: string;
  /** Share of the light that passes beside the gel, 0 to 1, and what the plan has. */
  readonly leak: number;
  readonly planned: number;
  /** How far the frame's colours are from any mixture of gel and bare light; over `LEAK_MISFIT` something else tints it. */
  readonly misfit: number;
}

/** Colours that lie further off than this are none that gel and leak can make. */
export const LEAK_MISFIT = 0.05;
const MOST_LEAK = 0.6;
const [LOWEST, HIGHEST, CLIPPED] = [0.004, 0.9, 0.02];
const LEAST_PLACES = 8;
/** Places whose colour hardly changes with leak say little of it. */
const TELLS_FROM = 0.02;

/** What the same places get of the light through its gels alone, and of the light bare: a filter with leak is a mixture of both. */
export interface GelledAndBare {
  readonly gelled: readonly PatchParts[];
  readonly bare: readonly PatchParts[];
}

/**
 * The leak that explains the colours of a light-alone frame over all of the picture that the light reaches. Bare and gelled light add, so that every place
 * lies on a line between them; the median of the places is taken, as some lie on edges. Null where too few can be read.
 */
export function leakIn(
  camera: Camera,
  { id, leak: planned }: { readonly id: string; readonly leak: number },
  places: readonly Place[],
  { gelled, bare }: GelledAndBare,
): LeakEstimate | null {
  const found = places.flatMap(({ cell, frame }) => {
    if (Math.max(...frame.linear) < LOWEST * 4 || Math.max(...frame.linear) > HIGHEST || Math.max(...frame.clipped) > CLIPPED)
      return [];
    const of = (list: readonly PatchParts[]) => list[cell]!.lights.find((light) => light.id === id)?.raw;
    const [through, beside] = [of(gelled), of(bare)];
    if (!through || !beside) return [];
    const sigmaAt = (leak: number) =>
      linearSigma(camera, ...(through.map((v, c) => v * (1 - leak) + beside[c]! * leak) as [number, number, number]));
    const [r, g, b] = frame.linear.map((v) => invertCurve(camera, v)) as [number, number, number];
    const measured = linearSigma(IDENTITY, r, g, b);
    const [none, much] = [sigmaAt(0), sigmaAt(0.2)];
    const tells = Math.hypot(much.a - none.a, much.b - none.b);
    if (tells < TELLS_FROM) return [];
    const misfitAt = (leak: number) => {
      const mixed = sigmaAt(leak);
      return Math.hypot(mixed.a - measured.a, mixed.b - measured.b);
    };
    const leak = leastOf(misfitAt);
    return [{ leak, misfit: misfitAt(leak), weight: tells / (1 + 4 * frame.spread) }];
  });
  if (found.length < LEAST_PLACES) return null;
  return {
    lightId: id,
    planned,
    leak: weightedMedian(found.map(({ leak, weight }) => [leak, weight])),
    misfit: weightedMedian(found.map(({ misfit, weight }) => [misfit, weight])),
  };
}

/** Where a function of the leak is least: the best of a coarse row, then thirds of what is about it. */
function leastOf(misfitAt: (leak: number) => number): number {
  const steps = 24;
  let best = 0;
  for (let i = 1; i <= steps; i++) if (misfitAt((MOST_LEAK * i) / steps) < misfitAt((MOST_LEAK * best) / steps)) best = i;
  let [low, high] = [Math.max(0, best - 1), Math.min(steps, best + 1)].map((i) => (MOST_LEAK * i) / steps) as [number, number];
  for (let round = 0; round < 24; round++) {
    const third = (high - low) / 3;
    if (misfitAt(low + third) < misfitAt(high - third)) high -= third;
    else low += third;
  }
  return (low + high) / 2;
}

function weightedMedian(list: readonly (readonly [value: number, weight: number])[]): number {
  const sorted = [...list].sort(([a], [b]) => a - b);
  const half = sorted.reduce((sum, [, weight]) => sum + weight, 0) / 2;
  let sum = 0;
  for (const [value, weight] of sorted) {
    sum += weight;
    if (sum >= half) return value;
  }
  return sorted.at(-1)?.[0] ?? 0;
}

/** Linear output needs no camera any more: only the 3x3 of a camera is looked at. */
const IDENTITY = { matrix: Float64Array.of(1, 0, 0, 0, 1, 0, 0, 0, 1) };
