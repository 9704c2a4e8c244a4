import type { Light, Look } from '../document/schema';
import { product, type Spectrum } from '../spectrum/grid';
import { emittingKey } from '../transport/emission';
import { reaching } from '../transport/reach';
import type { Stage } from '../transport/stage';
import type { View } from '../transport/view';
import { frameLit, frameOpen, type FrameAmounts, type Sample } from './frame-light';
import { spreadShare } from './soft-filter';
import { figuresOn, type Surfaces } from './surfaces';
import { kept } from '../kept';

/** Veiling glare: a lens spreads a share of a frame's mean light over all of it, and a soft filter before it far more. */

/** A frame: who stands in it, and the places that it shows. */
export interface FrameView {
  readonly stage: Stage;
  readonly view: View;
  readonly samples: readonly Sample[];
}

const frames = kept<FrameAmounts>(256);

/** What a light brings to the frame as a whole, straight; kept by what decides it. */
export function frameLitBy(light: Light, { stage, view, samples }: FrameView): FrameAmounts {
  const key = `${stage.key} ${JSON.stringify(view)} ${emittingKey(light)}`;
  return frames(key, () => frameLit(samples, reaching(light, stage)));
}

/** The veil that lens and filter lay over a frame of a light's spectrum: their share times the frame's mean, r, g, b and luminance. */
export function veilOf(
  { camera }: Look,
  lit: FrameAmounts,
  full: number,
  wash: Spectrum,
  surfaces: Surfaces,
  { samples }: Pick<FrameView, 'samples'>,
): (spectrum: Spectrum) => readonly number[] {
  const share = camera.glare + spreadShare(camera);
  if (share === 0) return () => NO_VEIL;
  const open = frameOpen(samples);
  return (spectrum) => {
    const washed = product(spectrum, wash);
    const sums = [0, 0, 0, 0];
    for (const [amounts, light, times] of [
      [lit, spectrum, full],
      [open, washed, 1],
    ] as const)
      for (const [material, amount] of amounts)
        figuresOn(light, surfaces.material(material)).forEach((v, c) => (sums[c]! += share * times * amount * v));
    return sums;
  };
}

const NO_VEIL = [0, 0, 0, 0];

/** What no lamp brings. */
export const NOTHING_LIT: FrameAmounts = new Map();
