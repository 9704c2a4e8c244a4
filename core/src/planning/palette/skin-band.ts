import type { Mood } from '../../document/schema';

/** How far skin may turn in hue before it is asked about, degrees: after dark more is believed. */
export const SKIN_HUE_DEG: Readonly<Record<Mood, number>> = { dark: 60, neutral: 24, bright: 16 };
