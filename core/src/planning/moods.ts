import type { Mood } from '../document/moods';
import type { Look } from '../document/schema';

/** How much of a look is dark: its key against the meter, and what the brief then says. */
export const MOOD_LEVELS: Readonly<Record<Mood, { readonly keyStops: number; readonly keyLevel: Look['brief']['keyLevel'] }>> = {
  dark: { keyStops: -1, keyLevel: 'low' },
  neutral: { keyStops: 0, keyLevel: 'middle' },
  bright: { keyStops: 0.3, keyLevel: 'high' },
};

/** By how much a look's key is darker than its mood has it, stops; 0 where it is not. */
export const keyLoweredBy = ({ brief: { mood, keyStops } }: Pick<Look, 'brief'>): number =>
  Math.max(0, Number((MOOD_LEVELS[mood].keyStops - keyStops).toFixed(2)));
