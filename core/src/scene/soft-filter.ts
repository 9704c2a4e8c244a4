import type { LookCamera } from '../document/schema';

/** A soft filter before the lens: what it takes from every point and spreads round it. */

/** Share of the light that it moves into its halos, by strength. */
export const SOFTENED: Readonly<Record<LookCamera['diffusion'], number>> = { 0: 0, 0.125: 0.05, 0.25: 0.09, 0.5: 0.16, 1: 0.27 };

/**
 * The part of its halos that is so wide that a place gets it from all of the frame. What is narrower comes from the place's own surroundings and leaves
 * the figure of an even place as it is; the picture draws it in full.
 */
const WIDE_PART = 0.3;

/** Share of the light of every place that a soft filter spreads over all of the frame: it lifts black and veils colour. */
export const spreadShare = ({ diffusion }: Pick<LookCamera, 'diffusion'>): number => WIDE_PART * SOFTENED[diffusion];
