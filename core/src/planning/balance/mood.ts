import type { Mood } from '../../document/schema';

/** Where a mood wants colours to sit in their windows, 0 deep to 1 brilliant. */
export const MOOD_AIM: Readonly<Record<Mood, number>> = { dark: 0.35, neutral: 0.55, bright: 0.8 };
